package org.jollyledger.web.busy;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.jollyledger.core.patience.Patience.GivenUp;
import org.jollyledger.web.problem.NobodyWaits;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Whoever asks for something, and how long they wait for it. */
@Configuration(proxyBeanMethods = false)
class Caller {
    private static final String GONE = Caller.class.getName() + ".gone";
    private static final long NANOSECONDS_BETWEEN_LOOKS = TimeUnit.MILLISECONDS.toNanos(250);

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> callersCanBeMissed() {
        return server -> server.addEngineValves(new ValveBase(true) {
            @Override
            public void invoke(Request request, Response response) throws IOException, ServletException {
                org.apache.coyote.Request connection = request.getCoyoteRequest();
                request.setAttribute(GONE, (BooleanSupplier) () -> isClosed(connection));
                getNext().invoke(request, response);
            }
        });
    }

    /**
     * When to give up what a request asked for.
     *
     * @param longest how long it may be worked on from now on
     */
    static Supplier<Optional<GivenUp>> patience(HttpServletRequest request, Duration longest) {
        BooleanSupplier gone = request.getAttribute(GONE) instanceof BooleanSupplier supplier ? supplier : () -> false;
        long began = System.nanoTime();
        return new Supplier<>() {
            private long looked = began;

            @Override
            public Optional<GivenUp> get() {
                long now = System.nanoTime();
                if (now - began > longest.toNanos()) {
                    return Optional.of(new GivenUp("This took longer than " + longest.toSeconds()
                            + " seconds, so it was stopped; nothing was changed. Try it with less at once."));
                }
                if (now - looked < NANOSECONDS_BETWEEN_LOOKS) {
                    return Optional.empty();
                }
                looked = now;
                return gone.getAsBoolean() ? Optional.of(new NobodyWaits()) : Optional.empty();
            }
        };
    }

    /**
     * A connection that was closed always says that one more byte can be read, so that reading it tells. What the next
     * request on a connection sends ahead is told once.
     */
    private static boolean isClosed(org.apache.coyote.Request connection) {
        return hasOne(connection) && hasOne(connection);
    }

    private static boolean hasOne(org.apache.coyote.Request connection) {
        connection.action(ActionCode.AVAILABLE, true);
        return connection.getAvailable() == 1;
    }
}
