package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jollyledger.web.support.BenchPage;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A kit is set by doing in the real interface: its pedal, splashes, places, chokes and triggers. */
@ExtendWith({RunningApplication.class, Browser.class})
class BenchDoingJourneyTest {
    /** How long a pose is recorded, in milliseconds, and a little more. */
    /** A bar at 240 beats a minute, and a moment more. */
    private static final int COUNT_IN = 1_200;

    private static Locator message(Page page) {
        return page.locator("#bench-message");
    }

    private static JsonNode map(Address address, String slug) throws Exception {
        return Http.json(Http.get(address.url("/api/maps/" + slug)));
    }

    @Test
    void aPedalIsSetByFourPosesAndCheckedByPressing(Address address, Window window) throws Exception {
        Page page = BenchPage.openOwn(address, window, "Loft kit");
        BenchPage.hold(page);
        page.locator("#pedal-panel summary").click();
        Map<String, Integer> poses = new LinkedHashMap<>();
        poses.put("closed", 20);
        poses.put("quarter", 45);
        poses.put("three-quarter", 90);
        poses.put("open", 110);
        // Pressed by mistake: the pose that is pressed next counts.
        page.locator("[data-pose='quarter'] button").click();
        poses.forEach((pose, value) -> {
            BenchPage.plays(page, 0xB9, 4, value);
            BenchPage.recordPose(page, Locator::click, pose);
        });
        assertThat(page.locator("#pedal-found")).containsText("pressed is low: open 110");

        // A step is dragged on the trace.
        page.locator("#pedal-trace").scrollIntoViewIfNeeded();
        BoundingBox trace = page.locator("#pedal-trace").boundingBox();
        int half = Integer.parseInt(page.locator("[data-step='1']").inputValue());
        double at = trace.y + trace.height * half / 128;
        page.mouse().move(trace.x + 40, at);
        page.mouse().down();
        page.mouse().move(trace.x + 40, at + trace.height * 6 / 128);
        page.mouse().up();
        int dragged = Integer.parseInt(page.locator("[data-step='1']").inputValue());
        assertThat(dragged).isBetween(half + 4, half + 8);
        page.locator("[data-step='1']").fill("1");
        page.keyboard().press("Tab");
        assertThat(page.locator("[data-step='1']"))
                .hasValue(page.locator("[data-step='0']").inputValue());
        page.locator("[data-step='1']").fill(String.valueOf(half));
        page.keyboard().press("Tab");

        page.locator("#pedal-use").click();
        assertThat(message(page)).hasText("The pedal is set.");
        JsonNode pedal = map(address, "loft-kit").get("pedal");
        assertThat(pedal.get("lowest").asInt()).isEqualTo(20);
        assertThat(pedal.get("highest").asInt()).isEqualTo(110);
        BenchPage.plays(page, 0xB9, 4, 108);
        assertThat(page.locator("#pedal-now")).hasText("Controller 4 stands at 108: open.");
        BenchPage.plays(page, 0x99, 48, 90);
        assertThat(page.locator("#played li").first()).containsText("57 · A3 Hat open");
        BenchPage.plays(page, 0xB9, 4, 22);
        BenchPage.plays(page, 0x99, 48, 90);
        assertThat(page.locator("#played li").first()).containsText("53 · F3 Hat closed");

        page.locator("#pedal-check").click();
        for (int value : new int[] {110, 45, 22}) {
            BenchPage.plays(page, 0xB9, 4, value);
        }
        assertThat(page.locator("#pedal-checked")).containsText("Not seen yet: three quarters open, half open.");
        for (int value = 110; value >= 20; value -= 3) {
            BenchPage.plays(page, 0xB9, 4, value);
        }
        assertThat(page.locator("#pedal-checked")).hasText("All steps came. Now toes off, and close it fast.");
        BenchPage.plays(page, 0xB9, 4, 110);
        BenchPage.plays(page, 0xB9, 4, 90);
        BenchPage.plays(page, 0xB9, 4, 20);
        assertThat(page.locator("#pedal-checked")).containsText("Good: all steps came, and it closed within");
        page.clock().resume();
        page.evaluate("document.querySelectorAll('details.bench-panel').forEach((panel) => (panel.open = true))");
        Browser.assertAccessibleInBothThemes(page);
        Browser.assertFits(page);
    }

    @Test
    void aClosedHatStaysClosedUnderHardStrokes(Address address, Window window) {
        Page page = BenchPage.openOwn(address, window, "Shaken kit");
        page.locator("#pedal-panel summary").click();
        page.locator("#steady-milliseconds").fill("500");
        page.locator("#steady").check();
        assertThat(message(page)).hasText("A closed hat stays closed under hard strokes.");
        BenchPage.hold(page);
        BenchPage.plays(page, 0xB9, 4, 127);
        BenchPage.plays(page, 0xB9, 4, 0);
        BenchPage.plays(page, 0x99, 48, 120);
        assertThat(page.locator("#played")).containsText("53 · F3 Hat closed");
        page.locator("#steady").uncheck();
        assertThat(message(page)).hasText("The pedal is always believed.");
    }

    @Test
    void aSplashIsCaughtThreeTimesRunning(Address address, Window window) throws Exception {
        Page page = BenchPage.openOwn(address, window, "Splash kit");
        BenchPage.hold(page);
        page.locator("#splash-panel summary").click();
        for (int times = 1; times <= 3; times++) {
            for (int value : new int[] {0, 127, 0}) {
                BenchPage.plays(page, 0xB9, 4, value);
            }
        }
        assertThat(page.locator("#splash-says")).containsText("Caught three times running");
        BenchPage.plays(page, 0xB9, 4, 127);
        BenchPage.pass(page, 250);
        BenchPage.plays(page, 0xB9, 4, 0);
        assertThat(page.locator("#splash-says")).containsText("no splash within 150 ms");
        page.locator("#splash-milliseconds").fill("120");
        page.locator("#splash-velocity").fill("60");
        page.locator("#splash-use").click();
        assertThat(message(page)).hasText("Splashes set.");
        assertThat(map(address, "splash-kit").get("splash").toString())
                .isEqualTo("{\"milliseconds\":120,\"velocity\":60}");
        page.locator("#splash-milliseconds").fill("5");
        page.locator("#splash-use").click();
        assertThat(message(page)).hasText("A splash is a foot that lets go within 20 to 1,000 ms, not 5.");
    }

    @Test
    void strokesOnADrumAreDotsAndBordersAreDragged(Address address, Window window) throws Exception {
        Page page = BenchPage.openOwn(address, window, "Edge kit");
        page.locator("#place-panel summary").click();
        // A slow page may take the controller and the stroke it belongs to at moments too far apart.
        BenchPage.hold(page);
        page.locator("#place-record").click();
        for (int out = 0; out <= 120; out += 10) {
            BenchPage.playsAtOnce(page, List.of(List.of(0xB9, 16, out), List.of(0x99, 31, 90)));
        }
        assertThat(page.locator("#place-says")).hasText("13 strokes so far …");
        page.locator("#place-record").click();
        assertThat(page.locator("#place-says")).containsText("Controller 16 tells where");
        assertThat(page.locator(".place-drum .dot")).hasCount(13);
        page.locator("#place-drum").scrollIntoViewIfNeeded();
        BoundingBox box = page.locator("#place-drum").boundingBox();
        double middle = box.x + box.width / 2;
        page.mouse().move(middle + box.width * 80 / 280, box.y + box.height / 2);
        page.mouse().down();
        page.mouse().move(middle + box.width * 110 / 280, box.y + box.height / 2);
        page.mouse().up();
        assertThat(Integer.parseInt(page.locator("#place-edge").inputValue())).isBetween(108, 112);
        page.locator("#place-edge-line").selectOption("33");
        page.locator("#place-use").click();
        assertThat(message(page)).hasText("Place of strokes set.");
        BenchPage.plays(page, 0xB9, 16, 127);
        BenchPage.plays(page, 0x99, 31, 90);
        assertThat(page.locator("#played li").first()).containsText("51 · D#3 Rim shot");
        page.locator("#place-none").click();
        assertThat(message(page)).hasText("Place of strokes not told.");
        assertThat(map(address, "edge-kit").has("strikePlace")).isFalse();
    }

    @Test
    void grabbingEachCymbalOnceSaysHowItIsDone(Address address, Window window) throws Exception {
        Page page = BenchPage.openOwn(address, window, "Grabbed kit");
        page.locator("#chokes-panel summary").click();
        page.locator("#chokes-record").click();
        page.locator("#chokes-record").click();
        assertThat(message(page)).hasText("No cymbal was struck; strike each cymbal, let it ring, and grab it.");
        page.locator("#chokes-record").click();
        for (int[] cymbal : new int[][] {{54, 100}, {56, 101}}) {
            BenchPage.plays(page, 0x99, cymbal[0], 110);
            BenchPage.plays(page, 0x89, cymbal[0], 64);
            BenchPage.plays(page, 0x99, cymbal[1], 90);
            BenchPage.plays(page, 0x89, cymbal[1], 64);
        }
        page.locator("#chokes-record").click();
        assertThat(page.locator("#chokes-says")).hasText("Found: a note of its own.");
        assertThat(page.locator("#chokes-found li").first()).containsText("the note 100");
        page.locator("#chokes-use").click();
        assertThat(message(page)).hasText("Chokes set: a note of its own.");
        JsonNode set = map(address, "grabbed-kit");
        assertThat(set.get("chokes").asString()).isEqualTo("note");
        assertThat(set.get("lines").toString()).contains("crash.1.choke");
    }

    @Test
    void aMinuteOfPlayingTellsBouncesToReconcile(Address address, Window window) throws Exception {
        Page page = BenchPage.openOwn(address, window, "Bouncing kit");
        BenchPage.hold(page);
        page.locator("#triggers-panel summary").click();
        page.locator("#triggers-record").click();
        // All at once, by the clock of the page: what bounces bounces at the same moment.
        for (int stroke = 0; stroke < 24; stroke++) {
            BenchPage.plays(page, 0x99, 30, 120);
            BenchPage.pass(page, 70);
            if (stroke % 6 == 0) {
                BenchPage.playsAtOnce(page, List.of(List.of(0x99, 39, 120), List.of(0x99, 39, 30)));
                BenchPage.pass(page, 70);
            }
        }
        page.locator("#triggers-record").click();
        assertThat(page.locator("#triggers-seen")).containsText("Tom 2 bounced 4 times");
        page.locator("#triggers-bounce").fill("41");
        page.locator("#triggers-use").click();
        assertThat(message(page)).hasText("Triggers set.");
        assertThat(map(address, "bouncing-kit")
                        .get("triggers")
                        .get("bounceMilliseconds")
                        .asInt())
                .isEqualTo(41);
        page.locator("#tempo").fill("240");
        page.locator("#record").click();
        BenchPage.pass(page, COUNT_IN);
        assertThat(page.locator("#take-says")).containsText("bar 1");
        BenchPage.plays(page, 0x99, 30, 120);
        page.locator("#record").click();
        page.getByText("Reconcile", new Page.GetByTextOptions().setExact(true)).click();
        page.locator("#figures summary").click();
        assertThat(page.locator("[name=bounce]")).hasValue("41");
    }

    /** Looks that fall due while one is under way would pile up, and whatever is set would wait for all of them. */
    @Test
    void whatIsSetWaitsForOneLookHoweverSlowTheAnswersAre(Address address, Window window) {
        Page page = BenchPage.openOwn(address, window, "Patient kit");
        page.evaluate("""
                () => {
                  const real = window.fetch;
                  window.looks = 0;
                  const held = new Promise((done) => { window.letGo = done; });
                  window.fetch = async (address, options) => {
                    if (String(address).startsWith("/bench/state")) {
                      window.looks++;
                      await held;
                    }
                    return real(address, options);
                  };
                }""");
        BenchPage.hold(page);
        BenchPage.pass(page, 3_000);
        page.locator("#triggers-panel summary").click();
        page.waitForResponse("**/triggers", () -> page.locator("#triggers-use").click());
        page.evaluate("window.letGo()");
        assertThat(message(page)).hasText("Triggers set.");
        assertThat((int) page.evaluate("window.looks")).isBetween(2, 3);
    }

    @Test
    void anApplicationThatIsGoneIsToldWhereverSomethingIsSet(Address address, Window window) {
        Page page = BenchPage.openOwn(address, window, "Lonely kit");
        page.evaluate("() => { window.fetch = () => Promise.reject(new TypeError('gone')); }");
        page.locator("#triggers-panel summary").click();
        page.locator("#triggers-use").click();
        assertThat(message(page)).hasText("The application does not answer; check that it still runs, then try again.");
        page.evaluate("() => { window.fetch = async () => new Response('<p>', { status: 502 }); }");
        page.locator("#triggers-use").click();
        assertThat(message(page)).hasText("The application gave an unexpected answer; reload the page and try again.");
    }

    @Test
    void aLineIsChosenFirstAndEveryZoneHitThatShallPlayIt(Address address, Window window) throws Exception {
        Page page = BenchPage.openOwn(address, window, "Line kit");
        page.locator("#zones summary").click();
        page.locator("#assign-line").selectOption("30");
        page.locator("#assign").click();
        assertThat(page.locator("#listen-says")).hasText("Hit every zone that shall play 30 · F#1 Kick.");
        page.locator(".pad:has-text('Tom 2') .zone").last().click();
        assertThat(page.locator("#listen-says")).containsText("plays 30 · F#1 Kick. Hit the next one.");
        page.locator(".pad:has-text('Tom 1') .zone").last().click();
        assertThat(page.locator("#listen-says")).containsText("Tom 1");
        page.locator("#assign").click();
        assertThat(page.locator("#listen-says")).containsText("Not listening");
        page.locator(".pad:has-text('Tom 2') .zone").last().click();
        assertThat(page.locator("#played li").first()).containsText("48 · C3 Kick");

        page.getByLabel("What Kick sends besides").selectOption("39");
        assertThat(message(page)).containsText("Kick sends 30 · F#1 Kick and 39 · D#2 Tom 2.");
        page.getByLabel("Kick no longer sends 39").click();
        assertThat(message(page)).hasText("Kick sends 30 · F#1 Kick.");
    }

    @Test
    void padsAreMovedByDraggingAndByKeys(Address address, Window window) throws Exception {
        Page page = BenchPage.openOwn(address, window, "Moved kit");
        page.locator("#move-pads").check();
        Locator kick = page.locator(".pad:has-text('Kick')").first();
        kick.scrollIntoViewIfNeeded();
        BoundingBox before = kick.boundingBox();
        page.mouse().move(before.x + before.width / 2, before.y + before.height / 2);
        page.mouse().down();
        page.mouse().move(before.x + before.width / 2 + 60, before.y + before.height / 2 + 10);
        page.mouse().up();
        assertThat(message(page)).hasText("Kick moved.");
        assertThat(page.locator("#sent li")).hasCount(0);
        page.keyboard().press("ArrowLeft");
        page.keyboard().press("ArrowLeft");
        String place = kick.getAttribute("transform");
        page.waitForCondition(() -> {
            try {
                return map(address, "moved-kit")
                        .get("pads")
                        .toString()
                        .contains("\"x\":" + place.replaceAll("\\D+(\\d+) .*", "$1"));
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
        page.reload();
        page.waitForSelector("#bench[data-ready=true]");
        assertThat(page.locator(".pad:has-text('Kick')").first()).hasAttribute("transform", place);
    }

    @Test
    void thePedalIsPressedWhereItIsDrawn(Address address, Window window) {
        Page page = BenchPage.open(address, window, "otterbrook-e7", "tin-parade");
        BoundingBox board = page.locator("#footboard").boundingBox();
        page.mouse().move(board.x + 60, board.y + 2);
        page.mouse().down();
        assertThat(page.locator("#pedal-says")).hasText("open");
        page.mouse().move(board.x + 60, board.y + board.height / 2);
        assertThat(page.locator("#pedal-says")).hasText("half");
        page.mouse().move(board.x + 60, board.y + board.height);
        assertThat(page.locator("#pedal-says")).hasText("closed");
        page.mouse().up();
    }

    @Test
    void aLoopComesRoundAndIsKeptOnce(Address address, Window window) throws Exception {
        Page page = BenchPage.open(address, window, "otterbrook-e7", "tin-parade");
        page.locator("#tempo").fill("240");
        page.locator("#loop").check();
        page.locator("#loop-bars").fill("1");
        BenchPage.hold(page);
        page.locator("#record").click();
        BenchPage.pass(page, COUNT_IN);
        assertThat(page.locator("#take-says")).containsText("bar 1");
        page.keyboard().press("b");
        BenchPage.pass(page, 2_000);
        assertThat(page.locator("#take-says")).containsText("bar 3");
        assertThat(page.locator("#sent li", new Page.LocatorOptions().setHasText("Kick")))
                .not()
                .hasCount(1);
        page.keyboard().press("f");
        BenchPage.pass(page, 300);
        page.locator("#record").click();
        page.getByText("Open it").click();
        assertThat(page.locator(".heading")).containsText("2 hits");
        assertThat(page.locator(".heading")).containsText("1 bar");
    }

    @Test
    void fillingByPlayingTakesTheDeviceOfTheBench(Address address, Window window) {
        Page page = BenchPage.openOwn(address, window, "Filled kit");
        page.navigate(address.url("/maps/filled-kit/fill"));
        assertThat(page.locator("[data-listen]")).hasText("Listening to “Test kit”");
        String at = page.locator("#fill").getAttribute("data-at");
        BenchPage.plays(page, 0x99, 77, 100);
        assertThat(page.locator("#fill")).not().hasAttribute("data-at", at);
        assertThat(page.locator("#fill")).containsText("77");
    }
}
