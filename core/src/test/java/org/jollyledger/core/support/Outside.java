package org.jollyledger.core.support;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Programs and files from outside the project against which results are checked. The whole test run installs them; where
 * a developer runs single tests without them, such checks are skipped.
 */
public final class Outside {
    private static final boolean REQUIRED = "1".equals(System.getenv("JOLLY_LEDGER_OUTSIDE_CHECKS"));
    private static final Path MORE_REAL_FILES = Path.of("/usr/share/games/openttd/baseset/openmsx");
    private static final Path REAL_FILES = Path.of("/usr/share/planetblupi/music");

    private Outside() {}

    /** Runs a program and returns the lines it prints. */
    public static List<String> run(List<String> command) throws IOException, InterruptedException {
        assume(isOnPath(command.get(0)), command.get(0));
        Path output = Files.createTempFile("outside", ".txt");
        Path errors = Files.createTempFile("outside", ".err");
        try {
            Process process = new ProcessBuilder(command)
                    .redirectOutput(output.toFile())
                    .redirectError(errors.toFile())
                    .start();
            assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
            if (process.exitValue() != 0) {
                assume(false, command.get(0) + " with its module: " + Files.readString(errors));
            }
            return Files.readAllLines(output, java.nio.charset.StandardCharsets.ISO_8859_1);
        } finally {
            Files.delete(output);
            Files.delete(errors);
        }
    }

    /** The ten files of Debian's planetblupi-music-midi: several instruments, General MIDI percussion on channel 10. */
    public static List<Path> realFiles() throws IOException {
        assume(Files.isDirectory(REAL_FILES), REAL_FILES.toString());
        try (Stream<Path> files = Files.list(REAL_FILES)) {
            return files.filter(file -> file.toString().endsWith(".mid"))
                    .sorted()
                    .toList();
        }
    }

    /**
     * Forty General MIDI files of two Debian packages, planetblupi-music-midi and openttd-openmsx: whole pieces of many
     * instruments, with percussion on channel 10 in most of them.
     */
    public static List<Path> corpus() throws IOException {
        assume(Files.isDirectory(MORE_REAL_FILES), MORE_REAL_FILES.toString());
        List<Path> all = new ArrayList<>(realFiles());
        try (Stream<Path> files = Files.list(MORE_REAL_FILES)) {
            files.filter(file -> file.toString().endsWith(".mid")).sorted().forEach(all::add);
        }
        return all;
    }

    private static void assume(boolean there, String what) {
        if (REQUIRED) {
            assertThat(there).as("%s is needed for this check", what).isTrue();
        }
        assumeTrue(there, what);
    }

    private static boolean isOnPath(String program) {
        return Stream.of(System.getenv("PATH").split(File.pathSeparator))
                .anyMatch(directory -> Files.isExecutable(Path.of(directory).resolve(program)));
    }
}
