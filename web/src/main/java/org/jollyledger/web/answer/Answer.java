package org.jollyledger.web.answer;

import jakarta.servlet.ServletOutputStream;
import jakarta.servlet.WriteListener;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import org.jollyledger.web.room.PassingFiles;
import org.jspecify.annotations.Nullable;

/** Collects an answer before any of it is sent, so that a failure halfway becomes an error page, not half a file. */
final class Answer extends HttpServletResponseWrapper {
    private final Collected collected;
    private @Nullable ServletOutputStream stream;
    private @Nullable PrintWriter writer;
    private @Nullable Path file;
    /** True once an error page or a redirect takes its place. */
    private boolean left;

    Answer(HttpServletResponse response, PassingFiles passing) {
        super(response);
        collected = new Collected(passing);
    }

    /** Makes a file the answer, as it lies there. */
    void isFile(Path path) {
        file = path;
    }

    @Nullable
    Path file() {
        return left ? null : file;
    }

    Collected collected() {
        if (writer != null) {
            writer.flush();
        }
        return collected;
    }

    @Override
    public ServletOutputStream getOutputStream() {
        if (stream == null) {
            stream = new Collecting();
        }
        return stream;
    }

    @Override
    public PrintWriter getWriter() throws IOException {
        if (writer == null) {
            // So that the header says how it is written.
            setCharacterEncoding(getCharacterEncoding());
            writer = new PrintWriter(new OutputStreamWriter(getOutputStream(), getCharacterEncoding()));
        }
        return writer;
    }

    /** Nothing goes out yet. */
    @Override
    public void flushBuffer() {
        collected();
    }

    @Override
    public boolean isCommitted() {
        return left || super.isCommitted();
    }

    @Override
    public void reset() {
        forget();
        super.reset();
    }

    @Override
    public void resetBuffer() {
        forget();
        super.resetBuffer();
    }

    @Override
    public void sendError(int status) throws IOException {
        leave();
        super.sendError(status);
    }

    @Override
    public void sendError(int status, @Nullable String message) throws IOException {
        leave();
        super.sendError(status, message);
    }

    @Override
    public void sendRedirect(String location) throws IOException {
        leave();
        super.sendRedirect(location);
    }

    @Override
    public void sendRedirect(String location, int status, boolean clear) throws IOException {
        leave();
        super.sendRedirect(location, status, clear);
    }

    private void leave() {
        forget();
        left = true;
    }

    void forget() {
        try {
            writer = null;
            file = null;
            collected.clear();
        } catch (IOException e) {
            throw new UncheckedIOException("What was written of an answer could not be deleted.", e);
        }
    }

    private final class Collecting extends ServletOutputStream {
        @Override
        public void write(int one) throws IOException {
            if (!left) {
                collected.write(one);
            }
        }

        @Override
        public void write(byte[] bytes, int from, int count) throws IOException {
            if (!left) {
                collected.write(bytes, from, count);
            }
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setWriteListener(WriteListener listener) {
            throw new UnsupportedOperationException("Nothing that is written here has to be waited for.");
        }
    }
}
