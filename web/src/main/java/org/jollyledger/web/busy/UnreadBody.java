package org.jollyledger.web.busy;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Lets a request be refused without its body being read to the end, which is done otherwise so that browsers see the answer: a
 * slow sender would hold a thread for it.
 */
@Configuration(proxyBeanMethods = false)
public class UnreadBody {
    private static final String LEAVE = UnreadBody.class.getName();

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> bodiesMayBeLeft() {
        return server -> server.addEngineValves(new Offer());
    }

    private static final class Offer extends ValveBase {
        Offer() {
            super(true);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            getNext().invoke(request, response);
            if (request.getAttribute(LEAVE) != null) {
                request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
            }
        }
    }

    /** Leaves what was not read of a body that is refused; the connection is closed after the answer. */
    public static void leave(HttpServletRequest request) {
        request.setAttribute(LEAVE, true);
    }
}
