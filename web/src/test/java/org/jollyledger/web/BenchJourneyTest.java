package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import org.jollyledger.core.exchange.TranslationTableJson;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The bench in the real interface: a kit is hit, translated, heard and recorded. */
@ExtendWith({RunningApplication.class, Browser.class})
class BenchJourneyTest {
    private static Page open(Address address, Window window, String kit, String to) {
        Page page = window.page();
        page.navigate(address.url("/bench?kit=" + kit + "&to=" + to));
        page.waitForSelector("#bench[data-ready=true]");
        return page;
    }

    private static List<String> book(Page page, String name) {
        return page.locator("#" + name + " li").all().stream()
                .map(line -> line.locator("span").nth(1).textContent())
                .toList();
    }

    @Test
    void aKitIsHitByKeysAndTheLibraryAnswers(Address address, Window window) {
        Page page = open(address, window, "otterbrook-e7", "tin-parade");
        for (String key : new String[] {"b", "f", "Shift+d", "a"}) {
            page.keyboard().press(key);
        }
        page.keyboard().down(" ");
        page.keyboard().press("a");
        page.keyboard().up(" ");
        assertThat(book(page, "played"))
                .containsExactly(
                        "55 · G3 Hat foot",
                        "57 · A3 Hat open",
                        "53 · F3 Hat closed",
                        "51 · D#3 Rim shot",
                        "50 · D3 Snare",
                        "48 · C3 Kick");
        assertThat(page.locator("#sent")).containsText("33 · A1 Snare rim shot122");
        assertThat(page.locator("#pedal-says")).hasText("closed");
        page.keyboard().press("ArrowUp");
        assertThat(page.locator("#pedal-says")).hasText("quarter");
        Browser.assertAccessibleInBothThemes(page);
        Browser.assertFits(page);
    }

    @Test
    void aCymbalHeldAtItsEdgeIsChoked(Address address, Window window) {
        Page page = open(address, window, "otterbrook-e7", "quayside-oak");
        Locator crash = page.locator(".pad:has-text('Crash 1') .edge");
        BoundingBox box = crash.boundingBox();
        page.mouse().move(box.x + box.width / 2, box.y + 6);
        page.mouse().down();
        assertThat(page.locator("#played li").first()).containsText("Crash 1 choke");
        page.mouse().up();
        assertThat(book(page, "sent").get(0)).contains("pressed");
        assertThat(book(page, "played").get(book(page, "played").size() - 1)).isEqualTo("72 · C4 Crash 1 edge");
    }

    @Test
    void whatTheTargetLacksIsSilentAndRed(Address address, Window window) throws Exception {
        Page page = open(address, window, "pebbledash-16", "candle-brushes");
        page.locator(".pad:has-text('Tamb') .zone").click();
        assertThat(page.locator("#played li.red")).containsText("nothing plays this");
    }

    @Test
    void whatIsPlayedBecomesAPart(Address address, Window window) throws Exception {
        Page page = open(address, window, "otterbrook-e7", "tin-parade");
        page.locator("#tempo").fill("240");
        page.locator("#record").click();
        assertThat(page.locator("#bench-message")).containsText("one bar is counted in");
        assertThat(page.locator("#take-says")).containsText("bar 1");
        for (String key : new String[] {"b", "f", "b", "f"}) {
            page.keyboard().press(key);
            page.waitForTimeout(150);
        }
        page.locator("#record").click();
        page.getByText("Open it").click();
        assertThat(page.locator("h1")).containsText("Take");
        assertThat(page.locator(".heading")).containsText("4 hits");
        assertThat(page.locator(".part-map select").first()).hasValue("otterbrook-e7");
        page.locator("[data-redo]").click();
        assertThat(page.locator("[data-message]")).containsText("Redone: As it sounded on Tin Parade");
    }

    @Test
    void nothingPlayedKeepsNothing(Address address, Window window) {
        Page page = open(address, window, "otterbrook-e7", "tin-parade");
        page.locator("#record").click();
        page.locator("#record").click();
        assertThat(page.locator("#bench-message")).containsText("Nothing was played, so nothing was kept");
    }

    @Test
    void aMapThatChangesElsewhereHoldsWithinASecond(Address address, Window window) throws Exception {
        String copied = Http.text(Http.get(address.url("/api/maps/tin-parade"))).replace("Tin Parade", "Bench Tin");
        String location = Http.postJson(address.url("/api/maps"), copied)
                .headers()
                .firstValue("Location")
                .orElseThrow();
        String slug = location.substring(location.lastIndexOf('/') + 1);
        Page page = open(address, window, "otterbrook-e7", slug);
        page.keyboard().press("b");
        assertThat(page.locator("#played li").first()).containsText("48 · C3 Kick");
        String changed =
                Http.text(Http.get(address.url("/api/maps/" + slug))).replaceFirst("\"note\" ?: ?48", "\"note\" : 47");
        HttpResponse<byte[]> put =
                Http.send(HttpRequest.newBuilder(java.net.URI.create(address.url("/api/maps/" + slug + "?revision=1")))
                        .header("Content-Type", "application/json")
                        .PUT(HttpRequest.BodyPublishers.ofString(changed)));
        assertThat(put.statusCode()).as(Http.text(put)).isEqualTo(200);
        assertThat(page.locator("#bench-message")).containsText("has changed; the bench plays by it now");
        page.keyboard().press("b");
        assertThat(page.locator("#played li").first()).containsText("47 · B2 Kick");
    }

    @Test
    void programsAskForTheTable(Address address) throws Exception {
        HttpResponse<byte[]> answer =
                Http.postJson(address.url("/api/translation?from=otterbrook-e7&to=tin-parade"), "");
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(TranslationTableJson.read(Http.text(answer))
                        .row(10, 30)
                        .orElseThrow()
                        .cells()
                        .get(0)
                        .note())
                .isEqualTo(48);
        assertThat(Http.postJson(address.url("/api/translation?from=none&to=tin-parade"), "")
                        .statusCode())
                .isEqualTo(404);
    }
}
