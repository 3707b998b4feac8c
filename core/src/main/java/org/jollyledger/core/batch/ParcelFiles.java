package org.jollyledger.core.batch;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.patience.Patience;
import org.jspecify.annotations.Nullable;

/** The files of a parcel by name, read one at a time; what all of them hold together is bounded, however well it is packed. */
final class ParcelFiles implements Closeable {
    private static final int MOST_FILES = 20_000;
    private static final long MOST_BYTES = 256L << 20;
    private static final int LARGEST_PART = 16 << 20;
    private static final int LARGEST_DOCUMENT = 4 << 20;

    private final ZipFile archive;
    private long bytes;

    /**
     * Opens a parcel.
     *
     * @throws DocumentException when it holds too many files
     * @throws IOException when it is not a zip archive, or is damaged
     */
    ParcelFiles(Path path) throws IOException, DocumentException {
        archive = new ZipFile(path.toFile(), Archive.OLD_NAMES);
        if (archive.size() > MOST_FILES) {
            archive.close();
            throw DocumentException.of("The parcel is too large; it may hold " + MOST_FILES + " files.");
        }
    }

    boolean has(String name) {
        return entry(name) != null;
    }

    /** Many archives hold names in UTF-8 without saying so. */
    private @Nullable ZipEntry entry(String name) {
        ZipEntry entry = archive.getEntry(name);
        return entry != null
                ? entry
                : archive.getEntry(new String(name.getBytes(StandardCharsets.UTF_8), Archive.OLD_NAMES));
    }

    /**
     * A document.
     *
     * @throws DocumentException when it is missing or too large
     */
    String document(String name) throws IOException, DocumentException {
        return new String(content(name, LARGEST_DOCUMENT), StandardCharsets.UTF_8);
    }

    /**
     * The bytes of a part.
     *
     * @throws DocumentException when they are missing or too many
     */
    byte[] part(String name) throws IOException, DocumentException {
        return content(name, LARGEST_PART);
    }

    private byte[] content(String name, int most) throws IOException, DocumentException {
        Patience.goOn();
        ZipEntry entry = entry(name);
        if (entry == null) {
            throw DocumentException.of(
                    "The parcel lacks \"" + name + "\", of which its index speaks; pack it once more.");
        }
        try (InputStream in = archive.getInputStream(entry)) {
            byte[] content = in.readNBytes(most + 1);
            if (content.length > most) {
                throw DocumentException.of(
                        "\"" + name + "\" in the parcel is larger than " + (most >> 20) + " MB; leave it out.");
            }
            bytes += content.length;
            if (bytes > MOST_BYTES) {
                throw DocumentException.of("The parcel is too large; unpacked it may have " + (MOST_BYTES >> 20)
                        + " MB. Pack it as several.");
            }
            return content;
        }
    }

    @Override
    public void close() throws IOException {
        archive.close();
    }
}
