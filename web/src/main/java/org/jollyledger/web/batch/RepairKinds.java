package org.jollyledger.web.batch;

import java.util.Arrays;
import java.util.stream.Collectors;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.part.DiscrepancyKind;

/** What a batch puts right on the way, as text: the codes of the kinds with commas between. */
final class RepairKinds {
    private RepairKinds() {}

    static String format(BatchRepairs repairs) {
        return repairs.kinds().stream().sorted().map(DiscrepancyKind::code).collect(Collectors.joining(","));
    }

    /**
     * Reads the codes.
     *
     * @throws IllegalArgumentException when there is no such kind
     */
    static BatchRepairs parse(String codes) {
        return new BatchRepairs(Arrays.stream(codes.split(","))
                .map(String::strip)
                .filter(code -> !code.isEmpty())
                .map(DiscrepancyKind::parse)
                .collect(Collectors.toSet()));
    }
}
