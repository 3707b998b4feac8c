package org.jollyledger.web.problem;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Locale;
import org.jollyledger.web.LedgerProperties;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses what announces itself as too large before a byte of it is read. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 30)
class UploadLimitFilter extends OncePerRequestFilter {
    private final LedgerProperties properties;

    UploadLimitFilter(LedgerProperties properties) {
        this.properties = properties;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        DataSize limit = isForBatches(request) ? properties.largestBatch() : properties.largestUpload();
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
        chain.doFilter(request, response);
    }

    private static boolean isForBatches(HttpServletRequest request) {
        String path = request.getRequestURI();
        return path.startsWith("/batches") || path.startsWith("/api/batches");
    }

    private static boolean isUpload(HttpServletRequest request) {
        String type = request.getContentType();
        return type != null && type.toLowerCase(Locale.ROOT).startsWith("multipart/");
    }
}
