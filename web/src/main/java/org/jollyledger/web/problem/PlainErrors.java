package org.jollyledger.web.problem;

import java.io.IOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;

/** What the server itself answers to a request that it cannot read: one sentence, no page of its own. */
public final class PlainErrors extends ErrorReportValve {
    private static final int FIRST_ERROR = 400;

    @Override
    protected void report(Request request, Response response, Throwable throwable) {
        if (response.getStatus() < FIRST_ERROR || response.getContentWritten() > 0 || !response.setErrorReported()) {
            return;
        }
        ProtectingHeaders.ALL.forEach(response::setHeader);
        try {
            response.setContentType("text/plain");
            response.setCharacterEncoding(StandardCharsets.UTF_8.name());
            Writer writer = response.getReporter();
            if (writer != null) {
                writer.write("The request could not be read; start from the ledger page.\n");
                response.finishResponse();
            }
        } catch (IOException e) {
            container.getLogger().debug("Nobody waits for this answer any more.", e);
        }
    }

    @Configuration(proxyBeanMethods = false)
    static class Setting {
        /** The innermost of the valves that report errors is the one that does. */
        @Bean
        @Order(Ordered.LOWEST_PRECEDENCE)
        WebServerFactoryCustomizer<TomcatServletWebServerFactory> plainErrors() {
            return factory -> factory.addContextCustomizers(
                    context -> context.getParent().getPipeline().addValve(new PlainErrors()));
        }
    }
}
