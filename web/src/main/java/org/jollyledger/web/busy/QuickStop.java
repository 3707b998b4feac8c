package org.jollyledger.web.busy;

import org.apache.catalina.core.StandardContext;
import org.apache.coyote.AbstractProtocol;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The server waits a moment for requests that take long when the application stops, not for several seconds in two places. */
@Configuration(proxyBeanMethods = false)
class QuickStop {
    private static final int MILLISECONDS_TO_END = 200;

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> shortWaits() {
        return factory -> {
            factory.addContextCustomizers(context -> {
                if (context instanceof StandardContext standard) {
                    standard.setUnloadDelay(MILLISECONDS_TO_END);
                }
            });
            factory.addConnectorCustomizers(connector -> {
                if (connector.getProtocolHandler() instanceof AbstractProtocol<?> protocol) {
                    protocol.setProperty("executorTerminationTimeoutMillis", String.valueOf(MILLISECONDS_TO_END));
                }
            });
        };
    }
}
