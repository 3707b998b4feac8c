package org.jollyledger.web.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import org.jollyledger.web.busy.UnreadBody;
import org.jollyledger.web.problem.Refusals;
import org.jollyledger.web.problem.UploadLimitFilter;
import org.jollyledger.web.request.RequestPath;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Where a password is set: who tries too many is told to wait, and what somebody sends who has not logged in is refused before it
 * is taken.
 */
final class LoginFilter extends OncePerRequestFilter {
    private static final int LARGEST_FORM = 65_536;

    private final LoginGuard guard;

    LoginFilter(LoginGuard guard) {
        this.guard = guard;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean withPassword = request.getHeader(HttpHeaders.AUTHORIZATION) != null;
        if (isLogin(request) || (withPassword && !isLoggedIn())) {
            Optional<Duration> wait = guard.begin(request.getRemoteAddr());
            if (wait.isPresent()) {
                long seconds = wait.get().toSeconds() + 1;
                response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(seconds));
                Refusals.send(
                        request,
                        response,
                        HttpStatus.TOO_MANY_REQUESTS,
                        "Too many wrong passwords; try again in " + seconds + " seconds.");
                return;
            }
        }
        // The form's token is looked for in the body, which is taken as a whole for that; programs send none.
        boolean isChecked = withPassword && RequestPath.isForPrograms(request);
        try {
            if (!isChecked && !isLoggedIn() && bringsMuch(request)) {
                refuse(request, response);
            } else {
                chain.doFilter(request, response);
            }
        } finally {
            guard.end();
        }
    }

    /** At once, without waiting for the rest. */
    private static void refuse(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setHeader(HttpHeaders.CONNECTION, "close");
        if (RequestPath.isForPrograms(request)) {
            response.setHeader(HttpHeaders.WWW_AUTHENTICATE, "Basic realm=\"Jolly Ledger\"");
            Refusals.send(request, response, HttpStatus.UNAUTHORIZED, Refusals.LOG_IN);
            UnreadBody.leave(request);
        } else {
            response.sendRedirect("/login");
        }
        response.flushBuffer();
    }

    private static boolean isLogin(HttpServletRequest request) {
        return request.getMethod().equals("POST") && RequestPath.of(request).equals("/login");
    }

    private static boolean isLoggedIn() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null
                && authentication.isAuthenticated()
                && !(authentication instanceof AnonymousAuthenticationToken);
    }

    private static boolean bringsMuch(HttpServletRequest request) {
        return request.getContentLengthLong() > LARGEST_FORM
                || request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null
                || UploadLimitFilter.isUpload(request);
    }
}
