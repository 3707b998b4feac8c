package org.jollyledger.web.busy;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Locale;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.asset.AssetFolders;
import org.jollyledger.web.problem.BodyTooLarge;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.problem.Refusals;
import org.jollyledger.web.request.RequestPath;
import org.jollyledger.web.room.NoRoom;
import org.jollyledger.web.room.PassingFiles;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A request is taken in before it is worked on, and only so many are worked on at once, large ones counting for several: that
 * bounds the memory that all of them need together. Those who send slowly hold up nobody else.
 */
@Component
@Order(0)
public class WorkLimit extends OncePerRequestFilter {
    /** Of the 200 threads of the server, so that others are left. */
    static final int MOST_TAKEN_IN = 100;

    /** How many turns to work there are. */
    public static final int MOST_WORKED_ON = 12;

    private static final int SECONDS_TO_WAIT = 20;
    private static final int SECONDS_LATER = 5;
    private static final long LARGE = 1L << 20;
    private static final long VERY_LARGE = 8L << 20;
    private static final Logger LOG = LoggerFactory.getLogger(WorkLimit.class);
    private static final String TRY_LATER = "Too much is going on at once; try again in " + SECONDS_LATER + " seconds.";
    private static final String TOO_LARGE =
            "This part has more hits than there is memory for; split it, or start Jolly Ledger with a larger JOLLY_LEDGER_HEAP.";
    /** One that takes a lot leaves some for small ones. */
    private static final int LARGEST = 10;

    private static final String TURN = WorkLimit.class.getName() + ".turn";
    private static final String HEALTH = "/actuator/";

    private final Semaphore takenIn = new Semaphore(MOST_TAKEN_IN);
    private final Semaphore workedOn = new Semaphore(MOST_WORKED_ON, true);
    private final Duration longest;
    private final PassingFiles passing;

    WorkLimit(LedgerProperties properties, PassingFiles passing) {
        longest = properties.longestWork();
        this.passing = passing;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = RequestPath.of(request);
        return AssetFolders.hold(path) || path.startsWith(HEALTH);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getContentLengthLong() == 0 || !hasBody(request)) {
            work(request, response, chain, 1);
            return;
        }
        if (!takenIn.tryAcquire()) {
            UnreadBody.leave(request);
            refuse(request, response);
            return;
        }
        HttpServletRequest received;
        try {
            received = inTime(received(request));
        } catch (BodyTooLarge e) {
            Refusal refusal = Refusal.tooLarge(e.limit());
            Refusals.send(request, response, refusal.status(), refusal.sentence());
            return;
        } catch (NoRoom e) {
            UnreadBody.leave(request);
            Refusals.send(request, response, HttpStatus.INSUFFICIENT_STORAGE, NoRoom.SENTENCE);
            return;
        } catch (IOException e) {
            // The sender is gone, sends nothing any more, or too slowly.
            UnreadBody.leave(request);
            Refusals.sendPlain(
                    request, response, HttpStatus.BAD_REQUEST, "What was sent broke off on the way; send it again.");
            return;
        } finally {
            takenIn.release();
        }
        try {
            work(received, response, chain, weight(request.getContentLengthLong()));
        } finally {
            forget(received);
        }
    }

    /** How many turns to work are taken at the moment. */
    public int now() {
        return MOST_WORKED_ON - workedOn.availablePermits();
    }

    private static boolean hasBody(HttpServletRequest request) {
        return request.getContentLengthLong() > 0 || request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null;
    }

    private static int weight(long length) {
        return length > VERY_LARGE ? 6 : length > LARGE ? 3 : 1;
    }

    /** Forms are taken apart by the server as they come; everything else is kept until somebody reads it. */
    private HttpServletRequest received(HttpServletRequest request) throws IOException, ServletException {
        String type = String.valueOf(request.getContentType()).toLowerCase(Locale.ROOT);
        if (type.startsWith("multipart/form-data") || type.startsWith("application/x-www-form-urlencoded")) {
            return takenApart(request, type.startsWith("multipart"));
        }
        return ReceivedBody.of(request, passing);
    }

    private static HttpServletRequest takenApart(HttpServletRequest request, boolean inParts)
            throws IOException, ServletException {
        if (!inParts) {
            readParameters(request);
            return request;
        }
        try {
            request.getParts();
        } catch (IllegalStateException e) {
            // Too many parts, or too large ones: said where they are used.
            LOG.debug("Parts are refused", e);
        }
        return request;
    }

    private static void readParameters(HttpServletRequest request) throws IOException {
        try {
            request.getParameterMap();
        } catch (IllegalStateException e) {
            if (e.getCause() instanceof IOException brokenOff) {
                throw brokenOff;
            }
            throw e;
        }
    }

    private static HttpServletRequest inTime(HttpServletRequest received) throws IOException {
        if (SlowSender.isCutOff(received)) {
            forget(received);
            throw new IOException("The body came too slowly.");
        }
        return received;
    }

    private static void forget(HttpServletRequest received) throws IOException {
        if (received instanceof ReceivedBody body) {
            body.forget();
        }
    }

    private boolean turn(int weight) {
        try {
            return workedOn.tryAcquire(weight, SECONDS_TO_WAIT, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private void work(HttpServletRequest request, HttpServletResponse response, FilterChain chain, int weight)
            throws ServletException, IOException {
        if (!turn(weight)) {
            refuse(request, response);
            return;
        }
        Turn turn = new Turn(weight, response);
        request.setAttribute(TURN, turn);
        try (Patience.Scope patience = Patience.within(Caller.patience(request, longest))) {
            chain.doFilter(request, response);
        } finally {
            turn.end();
        }
    }

    /**
     * Says that a request needs more memory than most, and waits until there is room for it beside the others. To be called
     * before it holds anything that others wait for.
     *
     * @param bytes about how much it needs at the most
     * @throws Refusal when that is more than there is, or too much is going on
     */
    public static void needs(HttpServletRequest request, long bytes) {
        if (request.getAttribute(TURN) instanceof Turn turn) {
            if (bytes > Memory.forAll()) {
                throw Refusal.tooLarge(TOO_LARGE);
            }
            long shares = bytes * MOST_WORKED_ON / Memory.forAll() + 1;
            turn.grow((int) Math.min(LARGEST, shares));
        }
    }

    private static void refuse(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(SECONDS_LATER));
        Refusals.sendPlain(request, response, HttpStatus.SERVICE_UNAVAILABLE, TRY_LATER);
    }

    /** A turn to work. */
    private final class Turn {
        private final HttpServletResponse response;
        private int weight;

        Turn(int weight, HttpServletResponse response) {
            this.weight = weight;
            this.response = response;
        }

        /** Its share is given back before it waits for a larger one, so that no two wait for each other. */
        void grow(int larger) {
            if (larger <= weight) {
                return;
            }
            workedOn.release(weight);
            weight = 0;
            if (!turn(larger)) {
                response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(SECONDS_LATER));
                throw Refusal.busy(TRY_LATER);
            }
            weight = larger;
        }

        void end() {
            workedOn.release(weight);
        }
    }
}
