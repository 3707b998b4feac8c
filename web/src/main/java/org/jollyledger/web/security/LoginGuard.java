package org.jollyledger.web.security;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
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

/** Makes who gives wrong passwords wait, twice as long each time, and says so in the log. */
@Component
class LoginGuard {
    static final int FREE_TRIES = 5;
    private static final Logger LOG = LoggerFactory.getLogger(LoginGuard.class);
    private static final Duration FIRST_WAIT = Duration.ofSeconds(2);
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(5);
    private static final int MOST_ADDRESSES = 10_000;

    private record Tries(int wrong, Instant waitUntil) {}

    private final Clock clock = Clock.systemUTC();
    private final Map<String, Tries> tries = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Tries> eldest) {
            return size() > MOST_ADDRESSES;
        }
    };

    /** How long nobody at an address may try again; empty when somebody may. */
    synchronized Optional<Duration> toWait(String address) {
        return Optional.ofNullable(tries.get(address))
                .map(before -> Duration.between(clock.instant(), before.waitUntil))
                .filter(wait -> !wait.isNegative() && !wait.isZero());
    }

    @EventListener
    void wrong(AuthenticationFailureBadCredentialsEvent event) {
        String address = address(event.getAuthentication());
        int wrong = count(address);
        LOG.warn("A wrong password from {}, {} in a row", address, wrong);
    }

    private synchronized int count(String address) {
        int wrong =
                1 + Optional.ofNullable(tries.get(address)).map(Tries::wrong).orElse(0);
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
    }

    private static String address(Authentication authentication) {
        return authentication.getDetails() instanceof WebAuthenticationDetails details
                ? String.valueOf(details.getRemoteAddress())
                : "";
    }
}
