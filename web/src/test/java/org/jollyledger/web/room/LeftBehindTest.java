package org.jollyledger.web.room;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Another application on the same folder may still be at work in what was written to lately. */
class LeftBehindTest {
    private static Path aged(Path path, Duration age) throws Exception {
        return Files.setLastModifiedTime(path, FileTime.from(Instant.now().minus(age)));
    }

    private static Path file(Path path, Duration age) throws Exception {
        return aged(Files.writeString(path, "left"), age);
    }

    /** What came since the start belongs to a request that is answered now. */
    @Test
    void whatWasThereBeforeTheStartIsClearedThen(@TempDir Path folder) throws Exception {
        Path before = file(folder.resolve("before"), Duration.ofMinutes(50));
        Path fresh = file(folder.resolve("fresh"), Duration.ZERO);
        Path inner = aged(Files.createDirectory(folder.resolve("inner")), Duration.ofHours(25));
        LeftBehind.clearAtStart(folder, true, Files::isRegularFile);
        assertThat(before).as("may be another's").exists();
        LeftBehind.clearAtStart(folder, false, Files::isRegularFile);
        assertThat(before).doesNotExist();
        assertThat(fresh).exists();
        assertThat(inner).isDirectory();
        LeftBehind.clearAtStart(folder.resolve("not there"), false, path -> true);
    }

    /** A folder is as old as what was written last in it. */
    @Test
    void aFolderIsClearedWithAllInItWhenNothingIsWrittenAnyMore(@TempDir Path folder) throws Exception {
        for (String name : new String[] {"dead", "at work", "named otherwise"}) {
            Path one = Files.createDirectories(folder.resolve(name).resolve("deep"));
            file(one.resolve("large"), Duration.ofMinutes(name.equals("at work") ? 5 : 70));
            aged(one, Duration.ofMinutes(80));
            aged(one.getParent(), Duration.ofMinutes(90));
        }
        LeftBehind.clear(folder, Instant.now().minus(Duration.ofHours(1)), path -> !path.endsWith("named otherwise"));
        assertThat(folder).isDirectoryNotContaining("glob:**dead");
        assertThat(folder.resolve("at work/deep/large")).exists();
        assertThat(folder.resolve("named otherwise/deep/large")).exists();
    }
}
