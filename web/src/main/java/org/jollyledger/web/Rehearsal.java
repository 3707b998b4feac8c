package org.jollyledger.web;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLConnection;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * With {@code jolly-ledger.rehearsal} the application opens the pages that are linked from its first one, as a browser
 * would, and ends: so the archive of classes that is made of such a run holds what the first pages need.
 */
@Component
class Rehearsal {
    private static final Pattern LINK = Pattern.compile("href=\"(/[^\"#]*)\"");
    private static final int MOST_PAGES = 16;
    private static final int LONGEST_MILLISECONDS = 30_000;

    @EventListener
    void rehearse(ApplicationReadyEvent event) throws IOException {
        if (event.getApplicationContext().getEnvironment().getProperty("jolly-ledger.rehearsal", Boolean.class, false)
                && event.getApplicationContext() instanceof WebServerApplicationContext web) {
            try {
                rehearse("http://localhost:" + web.getWebServer().getPort());
            } finally {
                // It is still starting, which nothing else ends well.
                System.exit(0);
            }
        }
    }

    private static void rehearse(String address) throws IOException {
        for (String page : linksOf(page(address + "/"))) {
            page(address + page);
        }
    }

    private static List<String> linksOf(String page) {
        return LINK.matcher(page)
                .results()
                .map(link -> link.group(1).replace("&amp;", "&"))
                .distinct()
                .limit(MOST_PAGES)
                .toList();
    }

    private static String page(String address) throws IOException {
        URLConnection connection = URI.create(address).toURL().openConnection();
        connection.setReadTimeout(LONGEST_MILLISECONDS);
        try (InputStream content = connection.getInputStream()) {
            return new String(content.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
