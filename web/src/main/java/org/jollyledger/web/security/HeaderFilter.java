package org.jollyledger.web.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.jollyledger.web.problem.ProtectingHeaders;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Gives every answer the headers that protect it, refusals by the other filters included. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class HeaderFilter extends OncePerRequestFilter {
    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        ProtectingHeaders.ALL.forEach(response::setHeader);
        chain.doFilter(request, response);
    }

    /** An error page begins with an empty answer. */
    @Override
    protected boolean shouldNotFilterErrorDispatch() {
        return false;
    }
}
