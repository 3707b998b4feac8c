package org.jollyledger.web;

import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.tomcat.TomcatWebServer;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Tells the person at the terminal where to go, once the application answers. */
@Component
class ReadyLine {
    @EventListener
    @SuppressWarnings("SystemOut")
    void say(ApplicationReadyEvent event) {
        if (event.getApplicationContext() instanceof WebServerApplicationContext web
                && web.getWebServer() instanceof TomcatWebServer server) {
            String scheme = server.getTomcat().getConnector().getScheme();
            System.out.println("Jolly Ledger is ready at " + scheme + "://localhost:" + server.getPort());
        }
    }
}
