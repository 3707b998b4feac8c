package org.jollyledger.web.job;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * A running application as the owner of jobs: which machine, which process, and when that began.
 *
 * @param machine the name of the machine
 * @param process the number of the process
 * @param since when it began, in milliseconds, so that a number that is used again is told apart
 * @param one which of several applications in that process
 */
record JobOwner(String machine, long process, long since, String one) {
    private static final String BETWEEN = "/";

    /** This application. */
    static JobOwner here() {
        return new JobOwner(
                thisMachine(),
                ProcessHandle.current().pid(),
                since(ProcessHandle.current()),
                UUID.randomUUID().toString());
    }

    private static String thisMachine() {
        try {
            return InetAddress.getLocalHost().getHostName();
        } catch (UnknownHostException e) {
            return "localhost";
        }
    }

    private static long since(ProcessHandle process) {
        return process.info().startInstant().map(Instant::toEpochMilli).orElse(0L);
    }

    /** Reads what {@link #code()} wrote; empty when it is something else. */
    static Optional<JobOwner> parse(String code) {
        String[] parts = code.split(BETWEEN, -1);
        return parts.length == 4 && parts[1].matches("\\d{1,18}") && parts[2].matches("\\d{1,18}")
                ? Optional.of(new JobOwner(parts[0], Long.parseLong(parts[1]), Long.parseLong(parts[2]), parts[3]))
                : Optional.empty();
    }

    String code() {
        return String.join(BETWEEN, machine, String.valueOf(process), String.valueOf(since), one);
    }

    /** Whether it is known that it ended: it ran on this machine, and its process is gone. */
    boolean isGone() {
        return machine.equals(thisMachine())
                && ProcessHandle.of(process)
                        .filter(ProcessHandle::isAlive)
                        .filter(running -> since(running) == since)
                        .isEmpty();
    }
}
