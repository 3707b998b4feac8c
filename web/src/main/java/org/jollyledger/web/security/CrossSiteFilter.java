package org.jollyledger.web.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.jollyledger.web.problem.Refusals;
import org.jollyledger.web.request.RequestPath;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses what a page of another site sends: changes anywhere, and anything at the API. Programs that are no browsers
 * send neither {@code Origin} nor {@code Sec-Fetch-Site} and pass.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
class CrossSiteFilter extends OncePerRequestFilter {
    private static final Set<String> SAFE_METHODS = Set.of("GET", "HEAD");
    private static final Set<String> OWN_SITES = Set.of("same-origin", "none");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean guarded = RequestPath.isForPrograms(request) || !SAFE_METHODS.contains(request.getMethod());
        if (guarded && comesFromElsewhere(request)) {
            Refusals.send(
                    request,
                    response,
                    HttpStatus.FORBIDDEN,
                    "This request comes from another site and was refused; send it from the application's own pages.");
            return;
        }
        chain.doFilter(request, response);
    }

    private static boolean comesFromElsewhere(HttpServletRequest request) {
        String site = request.getHeader("Sec-Fetch-Site");
        if (site != null && !OWN_SITES.contains(site)) {
            return true;
        }
        String origin = request.getHeader("Origin");
        return origin != null && !origin.equals(request.getScheme() + "://" + request.getHeader("Host"));
    }
}
