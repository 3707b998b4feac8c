package org.jollyledger.web.security;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.security.authentication.event.AuthenticationFailureBadCredentialsEvent;
import org.springframework.security.authentication.event.AuthenticationSuccessEvent;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;

/**
 * Makes whoever gives wrong passwords wait, twice as long each time, and says so in the log. A try counts as wrong until
 * it has been checked, so a hundred at once get no more tries than one by one. A try begins and ends on one thread.
 */
@Component
class LoginGuard {
    static final int FREE_TRIES = 5;
    private static final Logger LOG = LoggerFactory.getLogger(LoginGuard.class);
    private static final Duration FIRST_WAIT = Duration.ofSeconds(2);
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(5);
    private static final Duration LONGEST_TURN = Duration.ofSeconds(30);
    private static final int MOST_ADDRESSES = 10_000;

    private record Tries(int wrong, Instant waitUntil) {}

    private final Clock clock = Clock.systemUTC();
    private final Map<String, Integer> underWay = new HashMap<>();
    private final ThreadLocal<String> trying = new ThreadLocal<>();
    private final Map<String, Tries> tries = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Tries> eldest) {
            return size() > MOST_ADDRESSES;
        }
    };

    /**
     * Begins a try from an address, when its turn comes; {@link #end} ends it.
     *
     * @return how long nobody there may try again; empty when the try has begun
     */
    synchronized Optional<Duration> begin(String address) {
        Instant latest = clock.instant().plus(LONGEST_TURN);
        Optional<Duration> wait = toWait(address);
        while (wait.isEmpty()) {
            int checked = underWay.getOrDefault(address, 0);
            if (checked == 0 || wrong(address) + checked < FREE_TRIES) {
                underWay.put(address, checked + 1);
                trying.set(address);
                return Optional.empty();
            }
            if (!waitUntil(latest)) {
                return Optional.of(FIRST_WAIT);
            }
            wait = toWait(address);
        }
        return wait;
    }

    private boolean waitUntil(Instant latest) {
        long left = Duration.between(clock.instant(), latest).toMillis();
        try {
            if (left > 0) {
                wait(left);
            }
            return left > 0;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    /** Ends the try of this thread, if it has one that is not known yet. */
    synchronized void end() {
        String address = trying.get();
        if (address != null) {
            trying.remove();
            underWay.computeIfPresent(address, (any, number) -> number == 1 ? null : number - 1);
            notifyAll();
        }
    }

    private Optional<Duration> toWait(String address) {
        return Optional.ofNullable(tries.get(address))
                .map(before -> Duration.between(clock.instant(), before.waitUntil))
                .filter(wait -> !wait.isNegative() && !wait.isZero());
    }

    @EventListener
    synchronized void wrong(AuthenticationFailureBadCredentialsEvent event) {
        String address = address(event.getAuthentication());
        int wrong = count(address);
        end();
        LOG.warn("A wrong password from {}, {} in a row", address, wrong);
    }

    private int wrong(String address) {
        return Optional.ofNullable(tries.get(address)).map(Tries::wrong).orElse(0);
    }

    private int count(String address) {
        int wrong = 1 + wrong(address);
        tries.put(address, new Tries(wrong, clock.instant().plus(waitAfter(wrong))));
        return wrong;
    }

    private static Duration waitAfter(int wrong) {
        if (wrong < FREE_TRIES) {
            return Duration.ZERO;
        }
        Duration wait = FIRST_WAIT.multipliedBy(1L << Math.min(20, wrong - FREE_TRIES));
        return wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait;
    }

    @EventListener
    synchronized void right(AuthenticationSuccessEvent event) {
        tries.remove(address(event.getAuthentication()));
        end();
    }

    private static String address(Authentication authentication) {
        return authentication.getDetails() instanceof WebAuthenticationDetails details
                ? String.valueOf(details.getRemoteAddress())
                : "";
    }
}
