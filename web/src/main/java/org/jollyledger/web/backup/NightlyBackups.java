package org.jollyledger.web.backup;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Clock;
import java.time.LocalDate;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.jollyledger.web.busy.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Keeps a backup of each day on which the application runs, seven of them, without the files of batches; those who stop it at night get theirs by day. */
@Component
class NightlyBackups {
    static final String BEGINNING = "nightly-";
    static final int MOST = 7;
    private static final Logger LOG = LoggerFactory.getLogger(NightlyBackups.class);
    private static final int MINUTES_BETWEEN_LOOKS = 20;

    private final BackupService backups;
    private final Clock clock = Clock.systemDefaultZone();
    private final ScheduledExecutorService timer =
            Executors.newSingleThreadScheduledExecutor(Background.named("nightly backups"));

    NightlyBackups(BackupService backups) {
        this.backups = backups;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        timer.scheduleWithFixedDelay(this::look, MINUTES_BETWEEN_LOOKS, MINUTES_BETWEEN_LOOKS, TimeUnit.MINUTES);
    }

    @PreDestroy
    void end() {
        timer.shutdownNow();
    }

    private void look() {
        try {
            make(LocalDate.now(clock));
            backups.clearLeftovers();
        } catch (IOException | RuntimeException e) {
            // The next look tries again; one that throws would be the last.
            LOG.error("The nightly backup could not be made; check that there is room on the disk", e);
        }
    }

    /** Makes the backup of a day unless it is there. */
    void make(LocalDate day) throws IOException {
        String name = BEGINNING + day + ".zip";
        if (!Files.exists(backups.backups().resolve(name))) {
            backups.keep(name, false);
            backups.keepNewest(BEGINNING, MOST);
        }
    }
}
