package org.jollyledger.web.security;

import org.jollyledger.web.LedgerProperties;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Where a proxy in front says by RFC 7239 who asks, and whether over TLS, it is believed. */
@Configuration(proxyBeanMethods = false)
class BehindProxy {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> forwarded(LedgerProperties properties) {
        return factory -> {
            if (properties.forwarded()) {
                factory.addEngineValves(new ForwardedValve());
            }
        };
    }
}
