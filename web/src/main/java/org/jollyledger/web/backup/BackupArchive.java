package org.jollyledger.web.backup;

import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.jspecify.annotations.Nullable;

/**
 * A backup as a zip archive: {@value #INDEX}, which says what it is, the records of the tables, the files of batches, and
 * at the end {@value #LIST}, which lists the entries before it. docs/formats/backup.md describes it.
 */
final class BackupArchive {
    static final String INDEX = "backup.json";
    static final String LIST = "entries.jsonl";

    /** The folders in it, and where it is unpacked. */
    static final String TABLES = "tables";

    static final String BATCHES = "batches";

    private static final Pattern OF_TABLE = Pattern.compile(TABLES + "/([a-z_]{1,40}\\.[a-z_]{1,40})");
    private static final Pattern OF_BATCH =
            Pattern.compile(BATCHES + "/([0-9a-f]{24})/([a-z0-9-]{1,40}\\.[a-z]{1,10})");
    private static final int LONGEST_INDEX = 10_000;
    private static final int MOST_ENTRIES = 100_000;

    private static final String DAMAGED = "The backup is cut off or damaged; nothing was changed. Use another one.";

    private BackupArchive() {}

    /**
     * Writes one.
     *
     * @param tables a folder with the records of the tables
     * @param batches the folder with the files of batches, which nobody changes meanwhile; there need be none
     */
    static void write(OutputStream out, BackupIndex index, Path tables, Path batches) throws IOException {
        EntryList list = new EntryList();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            add(zip, list, INDEX, new ByteArrayInputStream(index.toBytes()));
            for (Path file : files(tables, 1)) {
                add(zip, list, TABLES + "/" + file.getFileName(), file);
            }
            for (Path file : files(batches, 2)) {
                String name = BATCHES + "/" + file.getParent().getFileName() + "/" + file.getFileName();
                if (OF_BATCH.matcher(name).matches()) {
                    add(zip, list, name, file);
                }
            }
            zip.putNextEntry(new ZipEntry(LIST));
            zip.write(list.bytes());
            zip.closeEntry();
        }
    }

    private static List<Path> files(Path folder, int depth) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> all = Files.walk(folder, depth)) {
            return all.filter(Files::isRegularFile).sorted().toList();
        }
    }

    private static void add(ZipOutputStream zip, EntryList list, String name, Path file) throws IOException {
        try (InputStream content = Files.newInputStream(file)) {
            add(zip, list, name, content);
        }
    }

    static void add(ZipOutputStream zip, EntryList list, String name, InputStream content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        list.copy(name, content, zip, () -> {});
        zip.closeEntry();
    }

    /**
     * Unpacks one into a folder: {@value #TABLES}, with a file for each table and each of its columns of bytes, and
     * {@value #BATCHES}, with a folder for each batch.
     *
     * @throws Refusal with one sentence, when it is none, holds anything else, or is not as it was written
     * @throws org.jollyledger.web.room.NoRoom when the disk is full
     */
    static BackupIndex unpack(InputStream archive, Path folder, DiskRoom room) throws IOException {
        Files.createDirectories(folder.resolve(TABLES));
        try (ZipInputStream zip = new ZipInputStream(archive)) {
            ZipEntry first = next(zip);
            if (first == null || !first.getName().equals(INDEX)) {
                throw Refusal.unreadable(BackupIndex.NO_BACKUP);
            }
            EntryList list = new EntryList();
            byte[] bytes = zip.readNBytes(LONGEST_INDEX);
            list.copy(INDEX, new ByteArrayInputStream(bytes), OutputStream.nullOutputStream(), room::need);
            BackupIndex index = BackupIndex.read(bytes);
            int entries = 0;
            ZipEntry entry = next(zip);
            for (; entry != null && !entry.getName().equals(LIST); entry = next(zip)) {
                if (++entries > MOST_ENTRIES) {
                    throw Refusal.unreadable(
                            "This backup has more than %,d files; nothing was changed.".formatted(MOST_ENTRIES));
                }
                Path file = target(folder, entry.getName());
                // Written once: the same name again is none that was written here.
                if (Files.exists(file)) {
                    throw Refusal.unreadable(DAMAGED);
                }
                Files.createDirectories(file.getParent());
                try (OutputStream out = Files.newOutputStream(file)) {
                    list.copy(entry.getName(), zip, out, room::need);
                }
            }
            byte[] expected = list.bytes();
            if (entry == null || !Arrays.equals(zip.readNBytes(expected.length + 1), expected) || next(zip) != null) {
                throw Refusal.unreadable(DAMAGED);
            }
            return index;
        } catch (ZipException | EOFException e) {
            throw Refusal.unreadable(DAMAGED);
        }
    }

    private static @Nullable ZipEntry next(ZipInputStream zip) throws IOException {
        try {
            return zip.getNextEntry();
        } catch (IllegalArgumentException e) {
            // How Java tells of a name that is no text.
            throw Refusal.unreadable(DAMAGED);
        }
    }

    private static Path target(Path folder, String entry) {
        Matcher ofTable = OF_TABLE.matcher(entry);
        if (ofTable.matches()) {
            return folder.resolve(TABLES).resolve(ofTable.group(1));
        }
        Matcher ofBatch = OF_BATCH.matcher(entry);
        if (ofBatch.matches()) {
            return folder.resolve(BATCHES).resolve(ofBatch.group(1)).resolve(ofBatch.group(2));
        }
        throw Refusal.unreadable(
                "This backup holds something that no backup holds, %s; nothing was changed. Use another one."
                        .formatted(shown(entry)));
    }

    private static String shown(String entry) {
        String plain = entry.replaceAll("[^\\w./ -]", "?");
        return "“" + (plain.length() > 60 ? plain.substring(0, 60) + " …" : plain) + "”";
    }
}
