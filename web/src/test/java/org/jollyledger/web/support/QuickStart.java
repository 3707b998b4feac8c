package org.jollyledger.web.support;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jollyledger.web.JollyLedgerApplication;

/** The command that starts the application as a process of its own, with what the build knows of it beforehand. */
public final class QuickStart {
    /** Where the archive was unpacked and has been started once, when it was: what it prepared starts quickest. */
    private static final String UNPACKED = "jolly-ledger.unpacked";

    private QuickStart() {}

    /** The command without the options of the application. */
    public static List<String> command() throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Dspring.aot.enabled=" + System.getProperty("spring.aot.enabled", "false"),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC"));
        String unpacked = System.getProperty(UNPACKED);
        command.addAll(
                unpacked == null
                        ? List.of(
                                "-cp",
                                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                                JollyLedgerApplication.class.getName())
                        : prepared(Path.of(unpacked, "app")));
        return List.copyOf(command);
    }

    private static List<String> prepared(Path app) throws IOException {
        try (DirectoryStream<Path> classes = Files.newDirectoryStream(app, "*.jsa")) {
            return List.of(
                    "-Xlog:disable",
                    "-XX:SharedArchiveFile=" + classes.iterator().next(),
                    "-jar",
                    app.resolve("jolly-ledger.jar").toString());
        }
    }
}
