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

    @Test
    void filesThatPassAreClearedAfterADay(@TempDir Path folder) throws Exception {
        Path old = file(folder.resolve("old"), Duration.ofHours(25));
        Path fresh = file(folder.resolve("fresh"), Duration.ofHours(23));
        Path inner = aged(Files.createDirectory(folder.resolve("inner")), Duration.ofHours(25));
        PassingFiles.clear(folder);
        assertThat(old).doesNotExist();
        assertThat(fresh).exists();
        assertThat(inner).isDirectory();
        PassingFiles.clear(folder.resolve("not there"));
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
