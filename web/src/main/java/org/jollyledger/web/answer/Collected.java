package org.jollyledger.web.answer;

import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.concurrent.atomic.AtomicLong;
import org.jollyledger.web.room.PassingFiles;
import org.jspecify.annotations.Nullable;

/**
 * What was written of an answer: in memory, or in a file where it is much, or where those that are read slowly hold much memory
 * together.
 */
final class Collected extends OutputStream {
    private static final int IN_MEMORY = 256 << 10;
    /** Of all memory, by all answers. */
    private static final int SHARE = 16;
    /** Not worth a file, and sent at once: the system takes this much whether it is read or not. */
    static final int LITTLE = 16 << 10;

    private static final int BUFFER = 64 << 10;
    private static final long BETWEEN_LOOKS = 4L << 20;
    private static final AtomicLong HELD = new AtomicLong();

    private final PassingFiles passing;
    private final ByteArrayOutputStream small = new ByteArrayOutputStream();
    private @Nullable Path file;
    private @Nullable OutputStream large;
    private long length;

    Collected(PassingFiles passing) {
        this.passing = passing;
    }

    long length() {
        return length;
    }

    @Override
    public void write(int one) throws IOException {
        write(new byte[] {(byte) one}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int from, int count) throws IOException {
        if (large == null && isMuch(length + count)) {
            toFile();
        }
        if (large == null) {
            small.write(bytes, from, count);
            HELD.addAndGet(count);
        } else {
            if (length / BETWEEN_LOOKS < (length + count) / BETWEEN_LOOKS) {
                passing.need();
            }
            large.write(bytes, from, count);
        }
        length += count;
    }

    private boolean isMuch(long bytes) {
        return bytes > IN_MEMORY
                || bytes > LITTLE && HELD.get() > Runtime.getRuntime().maxMemory() / SHARE;
    }

    private void toFile() throws IOException {
        file = passing.file();
        large = new BufferedOutputStream(Files.newOutputStream(file), BUFFER);
        small.writeTo(large);
        forgetSmall();
    }

    private void forgetSmall() {
        HELD.addAndGet(-small.size());
        small.reset();
    }

    /** What was written, to be read once; with the end of that nothing of it is left. */
    InputStream open() throws IOException {
        if (large == null || file == null) {
            return new ByteArrayInputStream(small.toByteArray()) {
                @Override
                public void close() {
                    forgetSmall();
                }
            };
        }
        large.close();
        return Files.newInputStream(file, StandardOpenOption.DELETE_ON_CLOSE);
    }

    /** Forgets what was written. */
    void clear() throws IOException {
        forgetSmall();
        length = 0;
        if (large != null && file != null) {
            large.close();
            large = null;
            Files.deleteIfExists(file);
        }
    }
}
