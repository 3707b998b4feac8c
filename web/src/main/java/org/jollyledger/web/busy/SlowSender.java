package org.jollyledger.web.busy;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Duration;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.InputBuffer;
import org.apache.tomcat.util.net.ApplicationBufferHandler;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.request.Pace;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Whoever sends a body does so within some time, which is longer the more has come. The server itself only looks at how
 * long it waits for the next byte, so one byte now and then would hold a place for ever.
 */
@Configuration(proxyBeanMethods = false)
class SlowSender {
    private static final String BODY = SlowSender.class.getName() + ".body";

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> bodiesComeInTime(LedgerProperties properties) {
        return server -> server.addEngineValves(new ValveBase(true) {
            @Override
            public void invoke(Request request, Response response) throws IOException, ServletException {
                org.apache.coyote.Request connection = request.getCoyoteRequest();
                InputBuffer all = connection.getInputBuffer();
                InTime body = new InTime(all, properties.longestSending());
                connection.setInputBuffer(body);
                request.setAttribute(BODY, body);
                try {
                    getNext().invoke(request, response);
                } finally {
                    connection.setInputBuffer(all);
                }
            }
        });
    }

    /** Whether a body was cut off because it came too slowly. */
    static boolean isCutOff(HttpServletRequest request) {
        return request.getAttribute(BODY) instanceof InTime body && body.cutOff;
    }

    /**
     * What comes in, cut off when it comes too slowly. An exception would not do: the server takes that for a sender who
     * is gone, and closes the connection without an answer.
     */
    private static final class InTime implements InputBuffer {
        private final InputBuffer all;
        private final Pace pace;
        private long received;
        private boolean cutOff;

        InTime(InputBuffer all, Duration longest) {
            this.all = all;
            pace = new Pace(longest);
        }

        @Override
        public int doRead(ApplicationBufferHandler handler) throws IOException {
            cutOff |= pace.isTooSlow(received);
            if (cutOff) {
                return -1;
            }
            int read = all.doRead(handler);
            received += Math.max(0, read);
            return read;
        }

        @Override
        public int available() {
            return all.available();
        }
    }
}
