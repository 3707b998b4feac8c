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

    public static void main(String[] args) {
        Thread.setDefaultUncaughtExceptionHandler((thread, thrown) -> {
            LoggerFactory.getLogger(JollyLedgerApplication.class).error("{} ended", thread.getName(), thrown);
            if (thrown instanceof OutOfMemoryError) {
                // Without one of its threads the server might never answer again; what was saved is on the disk.
                Runtime.getRuntime().halt(AGAIN);
            }
        });
        SpringApplication.run(JollyLedgerApplication.class, args);
    }
}
