package org.jollyledger.web.batch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Enumeration;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.ledger.MapReader;
import org.springframework.stereotype.Component;

/** Finds the lists, maps and manuals that lie beside the parts of a pack. */
@Component
public class PackMaps {
    private static final int MOST_LOOKED_AT = 12;
    private static final int MOST_REMEMBERED = 8;
    private static final int MOST_ENTRIES = 100_000;
    private static final int LARGEST = 8_000_000;
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    /** What names are written in that do not say that they are UTF-8 (PKWARE APPNOTE, appendix D); it knows all bytes. */
    private static final Charset OLD_NAMES = Charset.forName("IBM437");

    private static final Pattern MAY_BE_ONE = Pattern.compile(
            "(?i).*\\.(?:txt|text|md|csv|tsv|json|xml|midnam|pdf|xlsx|ods|html?)|(?:.*/)?[^./]*(?:readme|notes?|map)[^./]*");

    /**
     * A file that holds notes.
     *
     * @param path where it is in the pack
     * @param words what it holds, in words
     * @param notes how many
     */
    public record Found(String path, String words, int notes) {}

    /** An archive as it was when it was looked at. */
    private record Looked(String path, long size, long changed) {}

    private final MapReader reader;
    /** The page of a pack is come back to after each file that is read, and a manual takes seconds. */
    private final Recently<List<Looked>, List<Found>> lookedAt = new Recently<>(MOST_REMEMBERED);

    PackMaps(MapReader reader) {
        this.reader = reader;
    }

    /** The files with notes, those with most first. An archive whose directory cannot be read brings none. */
    List<Found> find(List<Path> archives) {
        List<Looked> key = archives.stream()
                .map(Path::toFile)
                .map(archive -> new Looked(archive.getPath(), archive.length(), archive.lastModified()))
                .toList();
        return lookedAt.get(key, () -> look(archives));
    }

    private List<Found> look(List<Path> archives) {
        long deadline = System.nanoTime() + PATIENCE.toNanos();
        List<Found> found = new ArrayList<>();
        int looked = 0;
        for (Path archive : archives) {
            try (ZipFile zip = new ZipFile(archive.toFile(), OLD_NAMES)) {
                for (ZipEntry entry : candidates(zip)) {
                    if (looked++ >= MOST_LOOKED_AT || System.nanoTime() > deadline) {
                        break;
                    }
                    reader.glance(read(zip, entry), entry.getName())
                            .ifPresent(glance -> found.add(new Found(entry.getName(), glance.words(), glance.notes())));
                }
            } catch (IOException | IllegalArgumentException e) {
                // The batch says what is wrong with the archive when it runs.
            }
        }
        found.sort(Comparator.comparingInt(Found::notes).reversed());
        return List.copyOf(found);
    }

    /** The content of a file of a pack. */
    Optional<byte[]> content(List<Path> archives, String path) throws IOException {
        for (Path archive : archives) {
            try (ZipFile zip = new ZipFile(archive.toFile(), OLD_NAMES)) {
                Optional<ZipEntry> entry = candidates(zip).stream()
                        .filter(one -> one.getName().equals(path))
                        .findFirst();
                if (entry.isPresent()) {
                    return Optional.of(read(zip, entry.get()));
                }
            }
        }
        return Optional.empty();
    }

    /** Those nearest to the top first: what lies deep belongs to something else. */
    private static List<ZipEntry> candidates(ZipFile zip) {
        List<ZipEntry> candidates = new ArrayList<>();
        int entries = 0;
        for (Enumeration<? extends ZipEntry> each = zip.entries();
                each.hasMoreElements() && entries < MOST_ENTRIES;
                entries++) {
            ZipEntry entry = each.nextElement();
            if (!entry.isDirectory()
                    && entry.getSize() <= LARGEST
                    && MAY_BE_ONE.matcher(entry.getName()).matches()) {
                candidates.add(entry);
            }
        }
        candidates.sort(Comparator.comparingLong(
                entry -> entry.getName().chars().filter(letter -> letter == '/').count()));
        return candidates;
    }

    private static byte[] read(ZipFile zip, ZipEntry entry) throws IOException {
        try (InputStream content = zip.getInputStream(entry)) {
            return content.readNBytes(LARGEST);
        }
    }
}
