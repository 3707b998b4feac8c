package org.jollyledger.web.support;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import org.h2.store.fs.FileBaseDefault;
import org.h2.store.fs.FilePath;
import org.h2.store.fs.FilePathWrapper;

/** A disk for a database that can be filled: what would be written then is refused as by the system. */
public final class FullDisk extends FilePathWrapper {
    public static final String SCHEME = "fullable";
    private static volatile boolean full;

    /** From now on, addresses of databases may begin with the scheme. */
    public static void install() {
        FilePath.register(new FullDisk());
    }

    public static void fill(boolean now) {
        full = now;
    }

    @Override
    public String getScheme() {
        return SCHEME;
    }

    @Override
    public FileChannel open(String mode) throws IOException {
        return new Channel(super.open(mode));
    }

    private static final class Channel extends FileBaseDefault {
        private final FileChannel file;

        Channel(FileChannel file) {
            this.file = file;
        }

        @Override
        public int read(ByteBuffer bytes, long position) throws IOException {
            return file.read(bytes, position);
        }

        @Override
        public int write(ByteBuffer bytes, long position) throws IOException {
            if (full) {
                throw new IOException("No space left on device");
            }
            return file.write(bytes, position);
        }

        @Override
        public long size() throws IOException {
            return file.size();
        }

        @Override
        protected void implTruncate(long size) throws IOException {
            file.truncate(size);
        }

        @Override
        public void force(boolean metaData) throws IOException {
            file.force(metaData);
        }

        @Override
        public FileLock tryLock(long position, long size, boolean shared) throws IOException {
            return file.tryLock(position, size, shared);
        }

        @Override
        protected void implCloseChannel() throws IOException {
            file.close();
        }
    }
}
