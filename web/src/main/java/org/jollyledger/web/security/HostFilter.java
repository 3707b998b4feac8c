package org.jollyledger.web.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.problem.Refusals;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses requests under a host name that is not this application's: a name elsewhere may have been pointed here. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class HostFilter extends OncePerRequestFilter {
    private final Set<String> known;

    HostFilter(LedgerProperties properties) {
        known = Stream.concat(Stream.of("localhost", "127.0.0.1", "[::1]"), properties.hosts().stream())
                .map(host -> host.toLowerCase(Locale.ROOT))
                .collect(Collectors.toUnmodifiableSet());
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String host = request.getHeader("Host");
        String name = host == null ? "" : host.replaceFirst(":\\d+$", "").toLowerCase(Locale.ROOT);
        if (!known.contains(name)) {
            Refusals.send(
                    request,
                    response,
                    HttpStatus.BAD_REQUEST,
                    "This application does not answer to that host name; open it as http://localhost:"
                            + request.getLocalPort() + ".");
            return;
        }
        chain.doFilter(request, response);
    }
}
