package org.jollyledger.web.support;

import java.nio.file.Path;
import java.util.List;
import org.jollyledger.web.JollyLedgerApplication;

/** The command that starts the application as a process of its own, with what the build knows of it beforehand. */
public final class QuickStart {
    private QuickStart() {}

    /** The command without the options of the application. */
    public static List<String> command() {
        return List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Dspring.aot.enabled=" + System.getProperty("spring.aot.enabled", "false"),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                JollyLedgerApplication.class.getName());
    }
}
