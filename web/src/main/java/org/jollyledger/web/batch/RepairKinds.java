package org.jollyledger.web.batch;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.part.DiscrepancyKind;

/** What a batch puts right on the way, as text: the codes of the kinds with commas between. */
final class RepairKinds {
    /** What can be put right without anyone looking at it, or changes only its form. */
    static final List<DiscrepancyKind> OFFERED = List.of(
            DiscrepancyKind.STRUCK_TWICE,
            DiscrepancyKind.HANGING,
            DiscrepancyKind.OVERLAP,
            DiscrepancyKind.NO_LENGTH,
            DiscrepancyKind.HELD,
            DiscrepancyKind.PEDAL_FLOOD,
            DiscrepancyKind.STRAY_CHANNEL,
            DiscrepancyKind.CHOKE_ALONE);

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
