package org.jollyledger.web.answer;

import jakarta.servlet.AsyncContext;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.room.PassingFiles;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpRange;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Sends answers once they are whole; by then the work for them is done, and nobody waits for their reader. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class AnswerFilter extends OncePerRequestFilter {
    private final PassingFiles passing;
    private final LedgerProperties properties;

    AnswerFilter(PassingFiles passing, LedgerProperties properties) {
        this.passing = passing;
        this.properties = properties;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Answer answer = new Answer(response, passing);
        try {
            chain.doFilter(request, answer);
        } catch (IOException | ServletException | RuntimeException | Error e) {
            answer.forget();
            throw e;
        }
        Path file = answer.file();
        if (file != null) {
            sendFile(file, request, response);
            return;
        }
        Collected collected = answer.collected();
        if (collected.length() == 0) {
            return;
        }
        response.setContentLengthLong(collected.length());
        if (collected.length() > Collected.LITTLE) {
            send(request, response, collected.open(), collected.length());
            return;
        }
        try (InputStream all = collected.open()) {
            all.transferTo(response.getOutputStream());
        }
    }

    /** All of a file, or the range that was asked for (RFC 9110, 14.2). */
    private void sendFile(Path file, HttpServletRequest request, HttpServletResponse response) throws IOException {
        long length = Files.size(file);
        response.setHeader(HttpHeaders.ACCEPT_RANGES, "bytes");
        long from = 0;
        long to = length - 1;
        List<HttpRange> ranges = ranges(request);
        if (ranges.size() == 1 && length > 0) {
            from = ranges.get(0).getRangeStart(length);
            to = ranges.get(0).getRangeEnd(length);
            if (from > to) {
                response.setHeader(HttpHeaders.CONTENT_RANGE, "bytes */" + length);
                response.setStatus(HttpServletResponse.SC_REQUESTED_RANGE_NOT_SATISFIABLE);
                return;
            }
            response.setStatus(HttpServletResponse.SC_PARTIAL_CONTENT);
            response.setHeader(HttpHeaders.CONTENT_RANGE, "bytes " + from + "-" + to + "/" + length);
        }
        InputStream content = Files.newInputStream(file);
        content.skipNBytes(from);
        response.setContentLengthLong(to + 1 - from);
        send(request, response, content, to + 1 - from);
    }

    private List<HttpRange> ranges(HttpServletRequest request) {
        if (request.getHeader(HttpHeaders.IF_RANGE) != null) {
            return List.of();
        }
        try {
            return HttpRange.parseRanges(request.getHeader(HttpHeaders.RANGE));
        } catch (IllegalArgumentException e) {
            logger.debug("No range", e);
            return List.of();
        }
    }

    private void send(HttpServletRequest request, HttpServletResponse response, InputStream content, long length)
            throws IOException {
        AsyncContext context = request.startAsync(request, response);
        // The server watches whether anything is read at all.
        context.setTimeout(0);
        response.getOutputStream()
                .setWriteListener(new SlowReader(
                        context, response.getOutputStream(), content, length, properties.longestSending()));
    }
}
