package org.jollyledger.web.problem;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.jollyledger.web.LedgerProperties;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
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
        if (request.getContentLengthLong() > properties.largestUpload().toBytes()) {
            Refusal refusal = Refusal.tooLarge(properties.largestUpload());
            Refusals.send(request, response, refusal.status(), refusal.sentence());
            return;
        }
        chain.doFilter(request, response);
    }
}
