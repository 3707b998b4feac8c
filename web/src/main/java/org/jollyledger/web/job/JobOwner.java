package org.jollyledger.web.job;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
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
    private static final Path HOST_NAME = Path.of("/proc/sys/kernel/hostname");

    /** This application. */
    static JobOwner here() {
        return new JobOwner(
                thisMachine(),
                ProcessHandle.current().pid(),
                since(ProcessHandle.current()),
                UUID.randomUUID().toString());
    }

    /** The name of this machine, "" when it does not say; asking the network for it could take long. */
    private static String thisMachine() {
        String told = System.getenv().getOrDefault("COMPUTERNAME", "");
        if (told.isEmpty() && Files.isReadable(HOST_NAME)) {
            try {
                told = Files.readString(HOST_NAME).strip();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return told.replace(BETWEEN, "-");
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
        return !machine.isEmpty()
                && machine.equals(thisMachine())
                && ProcessHandle.of(process)
                        .filter(ProcessHandle::isAlive)
                        .filter(running -> since(running) == since)
                        .isEmpty();
    }
}
