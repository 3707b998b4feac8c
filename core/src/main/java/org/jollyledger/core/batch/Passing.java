package org.jollyledger.core.batch;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.part.DiscrepancyKind;

/** What passes from the one who reads and converts to the one who writes. */
sealed interface Passing {
    /**
     * A file of the result.
     *
     * @param name its name as uploaded
     * @param taken its name in the result
     * @param time when it was last changed, in milliseconds
     * @param bytes what it holds; empty when that lies in a passing file
     * @param spooled the passing file that holds a large one
     * @param made its statement; empty when it goes through untouched
     * @param nameProblem what is wrong with its name; "" for nothing
     * @param problem what else is wrong; "" for nothing
     * @param weight how much memory or disk it holds until it is written
     */
    record File(
            String name,
            String taken,
            long time,
            byte[] bytes,
            Optional<Path> spooled,
            Optional<Made> made,
            String nameProblem,
            String problem,
            int weight)
            implements Passing {}

    /**
     * A statement, as itself, and as the bytes that the reports hold of it.
     *
     * @param repairs what was put right before, by kind
     */
    record Made(Statement statement, byte[] rows, byte[] document, Map<DiscrepancyKind, Integer> repairs) {}

    /** A folder of the result. */
    record Folder(String taken, long time) implements Passing {}

    /** A file that is left out. */
    record LeftOut(String name, String problem) implements Passing {}

    /** Something wrong with an archive itself. */
    record Wrong(String where, String problem) implements Passing {}

    /** There is no more. */
    record End() implements Passing {}

    /** The reading failed for a reason that lies in no file. */
    record Failure(Exception reason) implements Passing {}
}
