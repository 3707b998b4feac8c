package org.jollyledger.core.batch;

import java.io.BufferedInputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.Optional;
import java.util.zip.ZipException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveInputStream;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.jspecify.annotations.Nullable;

/**
 * The files of a zip archive, one after the other. They are read as a stream, so that the number of files does not
 * matter; only where a file is left before its end and does not say where that is, the archive's directory is read, which
 * knows (PKWARE APPNOTE 4.3.7, 4.3.12, 4.4.4).
 */
final class Archive implements Closeable {
    private static final int BUFFER = 1 << 16;
    /** What names are written in that do not say that they are UTF-8 (PKWARE APPNOTE, appendix D); it knows all bytes. */
    static final Charset OLD_NAMES = Charset.forName("IBM437");

    private static final int END_OF_DIRECTORY = 0x504B0506;
    /** The record at the end and the longest remark in it (PKWARE APPNOTE 4.3.16). */
    private static final int LONGEST_END = 22 + 0xFFFF;

    private final Path path;
    private final ZipArchiveInputStream stream;
    private int seen;
    private boolean lost;
    private @Nullable ZipFile directory;
    private @Nullable Enumeration<ZipArchiveEntry> rest;
    private @Nullable ZipArchiveEntry current;

    Archive(Path path) throws IOException {
        this.path = path;
        stream = new ZipArchiveInputStream(
                new BufferedInputStream(Files.newInputStream(path), BUFFER), OLD_NAMES.name(), true, true);
    }

    /**
     * The next file or folder; empty at the end.
     *
     * @throws IOException when the archive is damaged
     */
    Optional<ZipArchiveEntry> next() throws IOException {
        if (lost && rest == null) {
            openDirectory();
        }
        if (rest == null) {
            current = stream.getNextEntry();
            if (current == null) {
                requireEnd();
            }
        } else {
            current = rest.hasMoreElements() ? rest.nextElement() : null;
        }
        seen++;
        // What a folder holds would be unpacked on the way to the next entry, however much it is.
        if (current != null && current.isDirectory() && canRead() && content().read() >= 0) {
            throw new ZipException("A folder in the archive has content of its own.");
        }
        return Optional.ofNullable(current);
    }

    /** A stream that is cut off ends as if it were whole; the record at the end of an archive shows which. */
    private void requireEnd() throws IOException {
        try (SeekableByteChannel channel = Files.newByteChannel(path)) {
            ByteBuffer tail = ByteBuffer.allocate((int) Math.min(LONGEST_END, channel.size()));
            channel.position(channel.size() - tail.capacity());
            while (tail.hasRemaining() && channel.read(tail) >= 0) {}
            for (int at = tail.position() - Integer.BYTES; at >= 0; at--) {
                if (tail.getInt(at) == END_OF_DIRECTORY) {
                    return;
                }
            }
        }
        throw new ZipException("The archive has no end.");
    }

    private void openDirectory() throws IOException {
        directory = ZipFile.builder().setPath(path).setCharset(OLD_NAMES).get();
        rest = directory.getEntriesInPhysicalOrder();
        for (int i = 0; i < seen && rest.hasMoreElements(); i++) {
            rest.nextElement();
        }
    }

    /** The content of the file that came last. */
    InputStream content() throws IOException {
        return directory == null ? stream : directory.getInputStream(current);
    }

    /** Whether its content can be read at all. */
    boolean canRead() {
        return directory == null ? stream.canReadEntryData(current) : directory.canReadEntryData(current);
    }

    /** Leaves the file that came last before its end. */
    void leave() {
        lost |= current != null && current.getGeneralPurposeBit().usesDataDescriptor();
    }

    /** The name of a file as uploaded; many archives hold names in UTF-8 without saying so. */
    static String name(ZipArchiveEntry entry) {
        if (entry.getRawName() == null) {
            return entry.getName();
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(entry.getRawName()))
                    .toString();
        } catch (CharacterCodingException e) {
            return entry.getName();
        }
    }

    @Override
    public void close() throws IOException {
        stream.close();
        if (directory != null) {
            directory.close();
        }
    }
}
