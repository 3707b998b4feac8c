package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Style sheets and scripts are linked by their content and kept for good; what others import is asked for each time. */
@ExtendWith(RunningApplication.class)
class AssetTest {
    private static final Pattern ASSET = Pattern.compile("(?:href|src)=\"(/(?:css|js|vendor|webjars)/[^\"]+)\"");

    private static String caching(Address address, String path) throws Exception {
        HttpResponse<byte[]> response = Http.get(address.url(path));
        assertThat(response.statusCode()).as(path).isEqualTo(200);
        return response.headers().firstValue("Cache-Control").orElse("");
    }

    @Test
    void whatPagesLinkIsKeptForGood(Address address) throws Exception {
        List<String> linked = ASSET.matcher(Http.text(Http.get(address.url("/"))))
                .results()
                .map((MatchResult found) -> found.group(1))
                .toList();
        assertThat(linked).hasSizeGreaterThan(5);
        for (String path : linked) {
            assertThat(caching(address, path)).as(path).isEqualTo("max-age=31536000, public, immutable");
        }
        assertThat(caching(address, "/js/sheet.js")).isEqualTo("no-cache");
    }
}
