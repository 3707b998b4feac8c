package org.jollyledger.web;

import org.slf4j.LoggerFactory;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

@SpringBootApplication
@ConfigurationPropertiesScan
public class JollyLedgerApplication {
    /** Tells whoever started it to start it again. */
    private static final int AGAIN = 3;

    private static final int REFUSED = 2;

    public static void main(String[] args) {
        Thread.setDefaultUncaughtExceptionHandler((thread, thrown) -> {
            LoggerFactory.getLogger(JollyLedgerApplication.class).error("{} ended", thread.getName(), thrown);
            if (thrown instanceof OutOfMemoryError) {
                // Without one of its threads the server might never answer again; what was saved is on the disk.
                Runtime.getRuntime().halt(AGAIN);
            }
        });
        SpringApplication.run(JollyLedgerApplication.class, settings(args));
    }

    private static String[] settings(String... options) {
        try {
            return StartOptions.settings(options);
        } catch (IllegalArgumentException refused) {
            System.err.println(refused.getMessage());
            System.exit(REFUSED);
            throw refused;
        }
    }
}
