package org.jollyledger.web.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.jollyledger.web.database.LedgerDatabase;
import org.jollyledger.web.problem.Refusal;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A backup as a zip archive: {@value #INDEX}, which says what it is, then the file of the database, then the files of batches.
 * docs/formats/README.md describes it.
 */
final class BackupArchive {
    static final String INDEX = "backup.json";
    static final String DATABASE = LedgerDatabase.FILE;
    private static final String BATCHES = "batches/";
    private static final Pattern OF_BATCH = Pattern.compile(BATCHES + "([0-9a-f]{24})/([a-z0-9-]{1,40}\\.[a-z]{1,10})");
    private static final int VERSION = 1;
    private static final int LONGEST_INDEX = 10_000;
    private static final int MOST_ENTRIES = 200_000;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private BackupArchive() {}

    /**
     * Writes one.
     *
     * @param database an archive that holds the file of the database, as H2 makes it while it is open
     * @param batches the folder with the files of batches, which nobody changes meanwhile; there need be none
     */
    static void write(OutputStream out, Instant now, Path database, Path batches) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry(INDEX));
            zip.write(JSON.writerWithDefaultPrettyPrinter()
                    .writeValueAsBytes(Map.of("backup", VERSION, "made", now.toString())));
            zip.closeEntry();
            try (ZipInputStream copy = new ZipInputStream(Files.newInputStream(database))) {
                for (ZipEntry entry = copy.getNextEntry(); entry != null; entry = copy.getNextEntry()) {
                    if (entry.getName().equals(DATABASE)) {
                        zip.putNextEntry(new ZipEntry(DATABASE));
                        copy.transferTo(zip);
                        zip.closeEntry();
                    }
                }
            }
            if (Files.isDirectory(batches)) {
                writeFiles(zip, batches);
            }
        }
    }

    private static void writeFiles(ZipOutputStream zip, Path batches) throws IOException {
        try (Stream<Path> all = Files.walk(batches, 2)) {
            for (Path file : all.filter(Files::isRegularFile).sorted().toList()) {
                String name = BATCHES + file.getParent().getFileName() + "/" + file.getFileName();
                if (OF_BATCH.matcher(name).matches()) {
                    zip.putNextEntry(new ZipEntry(name));
                    Files.copy(file, zip);
                    zip.closeEntry();
                }
            }
        }
    }

    /**
     * Unpacks one: the database, and the files of batches below the same folder, each batch in one of its own.
     *
     * @return when it was made
     * @throws Refusal with one sentence, when it is none or is damaged
     */
    static Instant unpack(InputStream archive, Path folder) throws IOException {
        Instant made = null;
        boolean database = false;
        int entries = 0;
        try (ZipInputStream zip = new ZipInputStream(archive)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                Matcher ofBatch = OF_BATCH.matcher(entry.getName());
                if (made == null && !entry.getName().equals(INDEX) || ++entries > MOST_ENTRIES) {
                    break;
                }
                if (entry.getName().equals(INDEX)) {
                    made = made(zip.readNBytes(LONGEST_INDEX));
                } else if (entry.getName().equals(DATABASE)) {
                    Files.copy(zip, folder.resolve(DATABASE), StandardCopyOption.REPLACE_EXISTING);
                    database = true;
                } else if (ofBatch.matches()) {
                    Path batch = Files.createDirectories(folder.resolve(BATCHES).resolve(ofBatch.group(1)));
                    Files.copy(zip, batch.resolve(ofBatch.group(2)), StandardCopyOption.REPLACE_EXISTING);
                }
            }
        } catch (ZipException | java.io.EOFException e) {
            throw Refusal.unreadable("The backup is cut off or damaged; nothing was changed. Use another one.");
        }
        if (made == null || !database) {
            throw Refusal.unreadable(
                    "This is no backup of Jolly Ledger; choose an archive that was made on this page.");
        }
        return made;
    }

    private static Instant made(byte[] index) {
        try {
            JsonNode read = JSON.readTree(index);
            if (read.path("backup").asInt(0) > VERSION) {
                throw Refusal.unreadable("This backup was made by a newer version; restore it there.");
            }
            return Instant.parse(read.path("made").asString(""));
        } catch (JacksonException | DateTimeParseException e) {
            throw Refusal.unreadable(
                    "This is no backup of Jolly Ledger; choose an archive that was made on this page.");
        }
    }
}
