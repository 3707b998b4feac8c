package org.jollyledger.web.room;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PassingFilesTest {
    private static Path file(Path folder, String name, Duration age) throws Exception {
        Path file = Files.writeString(folder.resolve(name), name);
        return Files.setLastModifiedTime(file, FileTime.from(Instant.now().minus(age)));
    }

    /** Another application on the same folder may still be receiving what is new. */
    @Test
    void whatWasLeftBehindIsClearedAfterADay(@TempDir Path folder) throws Exception {
        Path old = file(folder, "old", Duration.ofHours(25));
        Path fresh = file(folder, "fresh", Duration.ofHours(23));
        Path inner = Files.createDirectory(folder.resolve("inner"));
        PassingFiles.clear(folder);
        assertThat(old).doesNotExist();
        assertThat(fresh).exists();
        assertThat(inner).isDirectory();
        PassingFiles.clear(folder.resolve("not there"));
    }
}
