package org.jollyledger.web.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.util.FileSystemUtils;

/** A backup holds what was there when it was begun, whatever happens to batches while it is written. */
class HeldFilesTest {
    private static final String FIRST = "0123456789abcdef01234567";
    private static final String SECOND = "89abcdef0123456789abcdef";

    private static Path batch(Path batches, String token) throws Exception {
        Path folder = Files.createDirectories(batches.resolve(token));
        Files.writeString(folder.resolve("in-1.zip"), "came in of " + token);
        Files.writeString(folder.resolve("result.begun"), "unfinished");
        return folder;
    }

    private static Map<String, byte[]> written(Path folder, Path held) throws Exception {
        Path tables = Files.createDirectories(folder.resolve("tables"));
        Files.writeString(tables.resolve("rig.jsonl"), "{}");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        BackupArchive.write(out, new BackupIndex(1, Instant.EPOCH), tables, held);
        return Zips.read(out.toByteArray());
    }

    @Test
    void whatIsRenamedOrDeletedAfterwardsIsInTheBackup(@TempDir Path folder) throws Exception {
        Path batches = folder.resolve("batches");
        Path held = folder.resolve("held");
        HeldFiles.hold(batches, held);
        Path first = batch(batches, FIRST);
        HeldFiles.hold(batches, held);
        FileSystemUtils.deleteRecursively(first);
        Path second = batch(batches, SECOND);
        Files.move(second.resolve("result.begun"), second.resolve("result.zip"));
        HeldFiles.hold(batches, held);
        FileSystemUtils.deleteRecursively(batches);

        Map<String, byte[]> files = written(folder, held);
        assertThat(files.keySet())
                .containsExactlyInAnyOrder(
                        BackupArchive.INDEX,
                        "tables/rig.jsonl",
                        "batches/" + FIRST + "/in-1.zip",
                        "batches/" + SECOND + "/in-1.zip",
                        "batches/" + SECOND + "/result.zip",
                        BackupArchive.LIST);
        assertThat(files.get("batches/" + FIRST + "/in-1.zip")).asString().isEqualTo("came in of " + FIRST);
    }

    @Test
    void filesMayComeAndGoAllTheTime(@TempDir Path folder) throws Exception {
        Path batches = Files.createDirectories(folder.resolve("batches"));
        AtomicBoolean enough = new AtomicBoolean();
        CompletableFuture<Void> meanwhile = CompletableFuture.runAsync(() -> {
            try {
                for (int number = 0; !enough.get(); number++) {
                    Path busy = batch(batches, String.format("%024x", number));
                    Files.move(busy.resolve("result.begun"), busy.resolve("result.zip"));
                    FileSystemUtils.deleteRecursively(busy);
                }
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
        batch(batches, "f".repeat(24));
        for (int backup = 0; backup < 200; backup++) {
            Path held = folder.resolve("held-" + backup);
            HeldFiles.hold(batches, held);
            assertThat(written(folder, held)).containsKey("batches/" + "f".repeat(24) + "/in-1.zip");
        }
        enough.set(true);
        meanwhile.get();
    }
}
