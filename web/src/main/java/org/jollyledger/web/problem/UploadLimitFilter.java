package org.jollyledger.web.problem;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.stream.Stream;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.request.RequestPath;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses what announces itself as too large before a byte of it is read, and the rest where it becomes too large. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 30)
public class UploadLimitFilter extends OncePerRequestFilter {
    static final String TOO_MUCH =
            "These are more files or longer names than can be sent at once; send fewer files, or shorten their names.";

    static final String CUT_OFF =
            "The upload was cut off or is not a form with files; send it again as multipart/form-data.";

    private final LedgerProperties properties;

    UploadLimitFilter(LedgerProperties properties) {
        this.properties = properties;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        DataSize limit = isForArchives(request) ? properties.largestBatch() : properties.largestUpload();
        if (request.getContentLengthLong() > limit.toBytes()) {
            Refusal refusal = Refusal.tooLarge(limit);
            Refusals.send(request, response, refusal.status(), refusal.sentence());
            return;
        }
        if (request.getContentLengthLong() < 0 && isUpload(request)) {
            Refusal refusal = Refusal.lengthless("The upload does not say how long it is; send it with its length.");
            Refusals.send(request, response, refusal.status(), refusal.sentence());
            return;
        }
        try {
            chain.doFilter(request.getContentLengthLong() >= 0 ? request : new Counted(request, limit), response);
        } catch (InvalidParameterException e) {
            if (!isUpload(request)) {
                throw e;
            }
            // Whatever would show a page asks for the parameters again.
            HttpStatus status = HttpStatus.valueOf(e.getErrorCode());
            Refusals.sendPlain(request, response, status, status == HttpStatus.CONTENT_TOO_LARGE ? TOO_MUCH : CUT_OFF);
        }
    }

    /** A request whose body ends where the limit is. */
    private static final class Counted extends HttpServletRequestWrapper {
        private final DataSize limit;
        private @Nullable Bounded body;

        Counted(HttpServletRequest request, DataSize limit) {
            super(request);
            this.limit = limit;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (body == null) {
                body = new Bounded(super.getInputStream(), limit);
            }
            return body;
        }

        @Override
        public BufferedReader getReader() throws IOException {
            return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
        }
    }

    private static final class Bounded extends ServletInputStream {
        private final ServletInputStream body;
        private final DataSize limit;
        private long left;

        Bounded(ServletInputStream body, DataSize limit) {
            this.body = body;
            this.limit = limit;
            this.left = limit.toBytes();
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
        }

        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
            int read = body.read(bytes, offset, length);
            left -= Math.max(0, read);
            if (left < 0) {
                throw new BodyTooLarge(limit);
            }
            return read;
        }

        @Override
        public boolean isFinished() {
            return body.isFinished();
        }

        @Override
        public boolean isReady() {
            return body.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            body.setReadListener(listener);
        }
    }

    private static boolean isForArchives(HttpServletRequest request) {
        String path = RequestPath.of(request);
        return Stream.of("/batches", "/api/batches", "/backups/", "/api/backup").anyMatch(path::startsWith);
    }

    /** Whether a request brings files, in a form of several parts. */
    public static boolean isUpload(HttpServletRequest request) {
        String type = request.getContentType();
        return type != null && type.toLowerCase(Locale.ROOT).startsWith("multipart/");
    }
}
