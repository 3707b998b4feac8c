package org.jollyledger.web.state;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.atomic.LongAdder;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Counts what was answered since the start. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class Answers extends OncePerRequestFilter {
    private static final int NANOSECONDS_IN_A_MILLISECOND = 1_000_000;

    /** How a request ended. */
    enum Kind {
        ANSWERED,
        REFUSED,
        TOO_BUSY,
        FAILED;

        private static Kind of(int status) {
            if (status == HttpStatus.SERVICE_UNAVAILABLE.value()) {
                return TOO_BUSY;
            }
            return status < HttpStatus.BAD_REQUEST.value()
                    ? ANSWERED
                    : status < HttpStatus.INTERNAL_SERVER_ERROR.value() ? REFUSED : FAILED;
        }
    }

    private final Map<Kind, LongAdder> counts = new EnumMap<>(Kind.class);
    private final LongAdder nanoseconds = new LongAdder();

    Answers() {
        for (Kind kind : Kind.values()) {
            counts.put(kind, new LongAdder());
        }
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long begun = System.nanoTime();
        try {
            chain.doFilter(request, response);
        } finally {
            nanoseconds.add(System.nanoTime() - begun);
            counts.get(Kind.of(response.getStatus())).increment();
        }
    }

    long count(Kind kind) {
        return counts.get(kind).sum();
    }

    /** How long an answer took in the mean, in milliseconds; 0 before the first. */
    double milliseconds() {
        long all = counts.values().stream().mapToLong(LongAdder::sum).sum();
        return all == 0 ? 0 : (double) nanoseconds.sum() / NANOSECONDS_IN_A_MILLISECOND / all;
    }
}
