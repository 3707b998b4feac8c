package org.jollyledger.web.busy;

import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.jollyledger.web.room.PassingFiles;
import org.jspecify.annotations.Nullable;

/** A request whose body has come in as a whole; what is more than a little of it lies in a file. */
final class ReceivedBody extends HttpServletRequestWrapper {
    private static final int IN_MEMORY = 256 << 10;

    private final byte[] small;
    private final @Nullable Path large;
    private @Nullable ServletInputStream body;

    private ReceivedBody(HttpServletRequest request, byte[] small, @Nullable Path large) {
        super(request);
        this.small = small;
        this.large = large;
    }

    static ReceivedBody of(HttpServletRequest request, PassingFiles passing) throws IOException {
        InputStream body = request.getInputStream();
        byte[] small = body.readNBytes(IN_MEMORY + 1);
        if (small.length <= IN_MEMORY) {
            return new ReceivedBody(request, small, null);
        }
        Path large = passing.file();
        try (OutputStream out = Files.newOutputStream(large)) {
            out.write(small);
            body.transferTo(out);
        } catch (IOException | RuntimeException e) {
            Files.deleteIfExists(large);
            throw e;
        }
        return new ReceivedBody(request, new byte[0], large);
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
        if (body == null) {
            body = new Kept(large == null ? new ByteArrayInputStream(small) : Files.newInputStream(large));
        }
        return body;
    }

    @Override
    public BufferedReader getReader() throws IOException {
        return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }

    void forget() throws IOException {
        if (body != null) {
            body.close();
        }
        if (large != null) {
            Files.deleteIfExists(large);
        }
    }

    private static final class Kept extends ServletInputStream {
        private final InputStream kept;
        private boolean finished;

        Kept(InputStream kept) {
            this.kept = kept;
        }

        @Override
        public int read() throws IOException {
            int read = kept.read();
            finished = read < 0;
            return read;
        }

        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
            int read = kept.read(bytes, offset, length);
            finished = read < 0;
            return read;
        }

        @Override
        public boolean isFinished() {
            return finished;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new UnsupportedOperationException("The body is here already.");
        }

        @Override
        public void close() throws IOException {
            kept.close();
        }
    }
}
