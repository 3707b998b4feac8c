package org.jollyledger.web.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Gives every answer the headers that protect it, refusals by the other filters included. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class HeaderFilter extends OncePerRequestFilter {
    /** Nothing from elsewhere, nothing inline, no frames. Bootstrap draws its arrows from data addresses. */
    static final Map<String, String> HEADERS = Map.of(
            "Content-Security-Policy",
            "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data:;"
                    + " connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
            "X-Content-Type-Options",
            "nosniff",
            "X-Frame-Options",
            "DENY",
            "Referrer-Policy",
            "same-origin",
            "Cross-Origin-Opener-Policy",
            "same-origin");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        HEADERS.forEach(response::setHeader);
        chain.doFilter(request, response);
    }

    /** An error page begins with an empty answer. */
    @Override
    protected boolean shouldNotFilterErrorDispatch() {
        return false;
    }
}
