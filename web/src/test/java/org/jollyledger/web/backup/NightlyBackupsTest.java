package org.jollyledger.web.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.job.JobFolder;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.room.PassingFiles;
import org.jollyledger.web.support.Settings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** Nightly backups are made once a day, and seven of them are kept. */
class NightlyBackupsTest {
    private static BackupService backups(Path folder) {
        DataSource database = new DriverManagerDataSource(
                "jdbc:h2:file:" + folder.resolve("ledger") + ";DB_CLOSE_DELAY=-1", "ledger", "");
        Flyway.configure().dataSource(database).load().migrate();
        LedgerProperties properties = Settings.in(folder);
        DiskRoom room = new DiskRoom(properties);
        return new BackupService(
                database, room, new JobFolder(database, properties), new PassingFiles(room, properties), properties);
    }

    @Test
    void oneADayIsMadeAndTheLastSevenAreKept(@TempDir Path folder) throws Exception {
        BackupService backups = backups(folder);
        NightlyBackups nightly = new NightlyBackups(backups);
        LocalDate first = LocalDate.of(2026, 2, 25);
        for (int day = 0; day < 9; day++) {
            nightly.make(first.plusDays(day));
        }
        Path last = folder.resolve("backups/nightly-2026-03-05.zip");
        byte[] made = Files.readAllBytes(last);
        nightly.make(first.plusDays(8));
        assertThat(last).as("made once").hasBinaryContent(made);
        try (Stream<Path> files = Files.list(folder.resolve("backups"))) {
            assertThat(files.map(file -> file.getFileName().toString()).sorted().toList())
                    .isEqualTo(List.of(
                            "nightly-2026-02-27.zip",
                            "nightly-2026-02-28.zip",
                            "nightly-2026-03-01.zip",
                            "nightly-2026-03-02.zip",
                            "nightly-2026-03-03.zip",
                            "nightly-2026-03-04.zip",
                            "nightly-2026-03-05.zip"));
        }
        assertThat(backups.kept()).hasSize(NightlyBackups.MOST);
    }
}
