package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.SelectOption;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.jollyledger.core.exchange.TranslationTableJson;
import org.jollyledger.web.support.BenchPage;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The bench in the real interface: a kit is hit, translated, heard and recorded. */
@ExtendWith({RunningApplication.class, Browser.class})
class BenchJourneyTest {
    @Test
    void aKitIsHitByKeysAndTheLibraryAnswers(Address address, Window window) {
        Page page = BenchPage.open(address, window, "otterbrook-e7", "tin-parade");
        for (String key : new String[] {"b", "f", "Shift+d", "a"}) {
            page.keyboard().press(key);
        }
        page.keyboard().down(" ");
        page.keyboard().press("a");
        page.keyboard().up(" ");
        assertThat(BenchPage.book(page, "played"))
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
        Page page = BenchPage.open(address, window, "otterbrook-e7", "quayside-oak");
        Locator crash = page.locator(".pad:has-text('Crash 1') .edge");
        BoundingBox box = crash.boundingBox();
        page.mouse().move(box.x + box.width / 2, box.y + 6);
        page.mouse().down();
        assertThat(page.locator("#played li").first()).containsText("Crash 1 choke");
        page.mouse().up();
        assertThat(BenchPage.book(page, "sent").get(0)).contains("pressed");
        assertThat(BenchPage.book(page, "played")
                        .get(BenchPage.book(page, "played").size() - 1))
                .isEqualTo("72 · C4 Crash 1 edge");
    }

    @Test
    void whatTheTargetLacksIsSilentAndRed(Address address, Window window) throws Exception {
        Page page = BenchPage.open(address, window, "pebbledash-16", "candle-brushes");
        page.locator(".pad:has-text('A12') .zone").click();
        assertThat(page.locator("#played li.red")).containsText("nothing plays this");
    }

    @Test
    void whatIsPlayedBecomesAPart(Address address, Window window) throws Exception {
        Page page = BenchPage.open(address, window, "otterbrook-e7", "tin-parade");
        BenchPage.hold(page);
        page.locator("#tempo").fill("240");
        page.locator("#record").click();
        assertThat(page.locator("#bench-message")).containsText("one bar is counted in");
        BenchPage.pass(page, 1_200);
        assertThat(page.locator("#take-says")).containsText("bar 1");
        for (String key : new String[] {"b", "f", "b", "f"}) {
            page.keyboard().press(key);
            BenchPage.pass(page, 150);
        }
        page.locator("#record").click();
        page.getByText("Open it").click();
        assertThat(page.locator("h1")).containsText("Take");
        assertThat(page.locator(".heading")).containsText("4 hits");
        assertThat(page.locator(".part-map select").first()).hasValue("otterbrook-e7");
        page.waitForSelector("#part-desk[data-ready=true]");
        page.locator("[data-redo]").click();
        assertThat(page.locator("[data-message]")).containsText("Redone: As it sounded on Tin Parade");
    }

    @Test
    void nothingPlayedKeepsNothing(Address address, Window window) {
        Page page = BenchPage.open(address, window, "otterbrook-e7", "tin-parade");
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
        Page page = BenchPage.open(address, window, "otterbrook-e7", slug);
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
    void aRealKitIsTranslatedAndTakenUpAgainAfterItVanished(Address address, Window window) {
        Page page = BenchPage.openOwn(address, window, "Cellar kit");
        page.locator("#device-out").selectOption("Test out");
        BenchPage.plays(page, 0x99, 39, 100);
        BenchPage.state(page, "disconnected");
        assertThat(page.locator("#devices-say")).containsText("“Test kit” is gone; what sounded has been stopped");
        Object sent = page.evaluate("JSON.stringify(window.devices.outputs.get('2').sent)");
        assertThat(sent).as("the note that was held has its end").isEqualTo("[[153,54,100],[137,54,64],[185,120,0]]");
        BenchPage.state(page, "connected");
        assertThat(page.locator("#devices-say")).hasText("“Test kit” is back.");
        BenchPage.plays(page, 0x99, 30, 90);
        assertThat(page.locator("#played li").first()).containsText("48 · C3 Kick");
        page.reload();
        page.waitForSelector("#bench[data-ready=true]");
        assertThat(page.locator("#device-in")).hasValue("Test kit");
    }

    @Test
    void withoutDevicesTheBrowserSaysWhatToDo(Address address, Window window) {
        window.page().addInitScript("navigator.requestMIDIAccess = async () => { throw new Error('no'); }");
        Page page = BenchPage.open(address, window, "otterbrook-e7", "tin-parade");
        page.locator("#devices summary").click();
        page.locator("#devices-ask").click();
        assertThat(page.locator("#devices-say")).containsText("may not use MIDI devices; allow it in the settings");
    }

    @Test
    void theSecondTomShallBeARide(Address address, Window window) {
        Page page = BenchPage.openOwn(address, window, "Barn kit");
        page.locator("#zones summary").click();
        page.locator("#listen").click();
        BenchPage.plays(page, 0x99, 39, 100);
        assertThat(page.locator("#listen-says")).containsText("That was Tom 2, head: 39 · D#2 Tom 2");
        page.keyboard().type("blorp");
        page.keyboard().press("Enter");
        assertThat(page.locator("#bench-message")).containsText("“blorp” names no sound");
        page.locator(".heard [data-shall-be]").fill("ride bell");
        page.keyboard().press("Enter");
        assertThat(page.locator("#bench-message")).hasText("39 · D#2 is ride bell now.");
        BenchPage.plays(page, 0x99, 39, 100);
        assertThat(page.locator("#played li").first()).containsText("61 · C#4 Ride bell");
        BenchPage.plays(page, 0x99, 2, 100);
        assertThat(page.locator("#listen-says")).containsText("which no zone sends");
        page.getByLabel("What Snare, rim sends", new Page.GetByLabelOptions().setExact(true))
                .selectOption(new SelectOption().setLabel("32 · G#1 Snare"));
        assertThat(page.locator("#bench-message")).hasText("Snare, rim sends 32 · G#1 Snare.");
        page.getByLabel("How hard Kick is felt").fill("60");
        page.keyboard().press("Tab");
        assertThat(page.locator("#bench-message")).hasText("Kick is felt harder.");
        BenchPage.plays(page, 0x99, 30, 40);
        assertThat(page.locator("#played li").first()).not().containsText("40");
        Browser.assertAccessibleInBothThemes(page);
    }

    @Test
    void programsCalibrateAPedal(Address address) throws Exception {
        String poses = "{\"poses\": [" + pose("open", 5) + "," + pose("three-quarter", 40) + "," + pose("quarter", 90)
                + "," + pose("closed", 120) + "]}";
        JsonNode figures = Http.json(Http.postJson(address.url("/api/kits/otterbrook-e7/calibration"), poses));
        assertThat(figures.get("controller").asInt()).isEqualTo(4);
        assertThat(figures.get("thresholds").toString()).isEqualTo("[23,57,73,105,128]");
        assertThat(figures.get("warnings")).isEmpty();
        HttpResponse<byte[]> refused = Http.postJson(
                address.url("/api/kits/otterbrook-e7/calibration"), "{\"poses\": [" + pose("open", 5) + "]}");
        assertThat(refused.statusCode()).isEqualTo(422);
        assertThat(Http.text(refused)).contains("is missing; record all four");
    }

    private static String pose(String pose, int value) {
        return "{\"pose\": \"" + pose + "\", \"milliseconds\": 1000, \"values\": [[0, 4, " + value + "]]}";
    }

    @Test
    void targetsAreSwitchedByAKeyAndAPartPlaysThrough(Address address, Window window) {
        Page page = BenchPage.open(address, window, "otterbrook-e7", "tin-parade");
        page.locator("#target-more").selectOption("quayside-oak");
        page.keyboard().press("b");
        assertThat(page.locator("#played li").first()).containsText("48 · C3 Kick");
        page.keyboard().press("Alt+2");
        assertThat(page.locator("#played-by")).hasText("Quayside Oak played");
        page.keyboard().press("b");
        assertThat(page.locator("#played li").first()).containsText("26 · D0 Kick");
        page.locator("#bench-part").selectOption(new SelectOption().setLabel("Puppets' March"));
        page.locator("#part-play").click();
        assertThat(page.locator("#played")).containsText("28 · E0 Snare");
        page.locator("#part-play").click();
        assertThat(page.locator("#part-play")).hasText("Play it");
        page.reload();
        page.waitForSelector("#bench[data-ready=true]");
        assertThat(page.locator("#targets button")).hasCount(2);
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
