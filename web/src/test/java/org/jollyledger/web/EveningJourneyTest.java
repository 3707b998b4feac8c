package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import com.microsoft.playwright.options.BoundingBox;
import java.nio.file.Files;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.BenchPage;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A whole evening at the bench: a kit is derived, its pedal set, three zones are set by hitting them, eight bars are played
 * with chokes and open hats, recorded, reconciled and downloaded. By mouse and keys, and by taps alone on a tablet.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class EveningJourneyTest {
    /** A click that has not come after so many tenths of a second does not come any more. */
    private static final int LOOKS = 30;

    /** How a control is pressed: clicked, or tapped in its middle. */
    private interface Press {
        void on(Locator control);
    }

    @Test
    void anEveningByMouseAndKeys(Address address, Window window) throws Exception {
        Page page = window.page();
        Press click = Locator::click;
        makeKit(page, address, "Evening kit", click);
        setPedal(page, click);
        setZones(page, click);
        choose(page, "tin-parade");
        record(page, click, () -> {
            for (int bar = 0; bar < 8; bar++) {
                for (String key : bar % 2 == 0 ? List.of("b", "a", "f", "a") : List.of("r", "a", "f", "b")) {
                    page.keyboard().press(key);
                    BenchPage.pass(page, 100);
                }
                if (bar % 2 == 1) {
                    page.keyboard().down("Backspace");
                    page.keyboard().up("Backspace");
                    page.keyboard().down(" ");
                    page.keyboard().press("a");
                    BenchPage.pass(page, 100);
                    page.keyboard().up(" ");
                    BenchPage.pass(page, 100);
                }
            }
        });
        reconcileAndDownload(page, click, 8 * 4 + 4);
    }

    @Test
    void anEveningByTouchOnATablet(Address address, Window window) throws Exception {
        Page page = window.touchPage(820, 1180);
        Press tap = EveningJourneyTest::tap;
        makeKit(page, address, "Tablet kit", tap);
        setPedal(page, tap);
        setZones(page, tap);
        choose(page, "tin-parade");
        Locator crash = page.locator(".pad:has-text('Crash 1') .edge");
        record(page, tap, () -> {
            crash.scrollIntoViewIfNeeded();
            for (int bar = 0; bar < 4; bar++) {
                tap.on(page.locator(".pad:has-text('Kick') .zone").last());
                BenchPage.pass(page, 200);
                tap.on(page.locator(".pad:has-text('Snare') .zone").last());
                BenchPage.pass(page, 200);
                if (bar % 2 == 0) {
                    page.locator("#pedal").fill("0");
                    tap.on(page.locator(".pad:has-text('hat') .bow, .pad:has-text('Hat') .bow")
                            .first());
                    BenchPage.pass(page, 200);
                    page.locator("#pedal").fill("127");
                    BenchPage.pass(page, 200);
                }
            }
            // A finger stays on the edge: the cymbal is grabbed.
            crash.dispatchEvent("pointerdown", at(crash));
            BenchPage.pass(page, 500);
            assertThat(page.locator("#played")).containsText("pressed");
            crash.dispatchEvent("pointerup", at(crash));
        });
        assertThat(page.locator("#played")).containsText("Hat open");
        Browser.assertFits(page);
        reconcileAndDownload(page, tap, 10);
    }

    /** On a busy machine a tap may come to the browser as a long press, which clicks nothing: then it is tapped again. */
    private static void tap(Locator control) {
        Page page = control.page();
        control.evaluate("""
                (element) => {
                  window.clicked = false;
                  element.addEventListener("click", () => { window.clicked = true; }, { once: true, capture: true });
                }""");
        do {
            control.tap();
        } while (!isClicked(page));
    }

    /** A page that was left in the meantime was clicked. */
    private static boolean isClicked(Page page) {
        for (int look = 0; look < LOOKS; look++) {
            try {
                if (!Boolean.FALSE.equals(page.evaluate("() => window.clicked"))) {
                    return true;
                }
            } catch (PlaywrightException left) {
                assertThat(left).hasMessageContaining("Execution context was destroyed");
                return true;
            }
            page.waitForTimeout(100);
        }
        return false;
    }

    private static java.util.Map<String, Object> at(Locator pad) {
        BoundingBox box = pad.boundingBox();
        return java.util.Map.of(
                "pointerId",
                7,
                "pointerType",
                "touch",
                "bubbles",
                true,
                "cancelable",
                true,
                "clientX",
                box.x + box.width / 2,
                "clientY",
                box.y + 4);
    }

    private static void makeKit(Page page, Address address, String name, Press press) {
        page.clock().install();
        page.navigate(address.url("/bench?kit=otterbrook-e7&to=quayside-oak"));
        page.waitForSelector("#bench[data-ready=true]");
        BenchPage.makeKit(page, press::on, name);
    }

    private static void setPedal(Page page, Press press) {
        BenchPage.hold(page);
        press.on(page.locator("#pedal-panel summary"));
        String[] poses = {"closed", "quarter", "three-quarter", "open"};
        String[] values = {"120", "88", "42", "6"};
        for (int pose = 0; pose < poses.length; pose++) {
            page.locator("#pedal").fill(values[pose]);
            BenchPage.recordPose(page, press::on, poses[pose]);
        }
        assertThat(page.locator("#pedal-found")).containsText("Controller 4, from 6 to 120, pressed is high");
        press.on(page.locator("#pedal-use"));
        assertThat(page.locator("#bench-message")).hasText("The pedal is set.");
        press.on(page.locator("#pedal-panel summary"));
    }

    private static void setZones(Page page, Press press) {
        press.on(page.locator("#zones summary"));
        press.on(page.locator("#listen"));
        String[] pads = {"Tom 1", "Tom 2", "Tom 3"};
        String[] sounds = {"cowbell", "ride bell", "tambourine"};
        for (int zone = 0; zone < pads.length; zone++) {
            press.on(page.locator(".pad:has-text('" + pads[zone] + "') .zone").last());
            assertThat(page.locator("#listen-says")).containsText("That was " + pads[zone]);
            page.locator(".heard [data-shall-be]").fill(sounds[zone]);
            page.locator(".heard [data-shall-be]").press("Enter");
            assertThat(page.locator("#bench-message")).containsText(" is " + sounds[zone] + " now.");
        }
        press.on(page.locator("#listen"));
        press.on(page.locator("#zones summary"));
    }

    private static void choose(Page page, String library) {
        page.locator("#target-more").selectOption(library);
        page.locator("#targets button").last().click();
        assertThat(page.locator("#played-by")).hasText("Tin Parade played");
    }

    private static void record(Page page, Press press, Runnable play) {
        page.locator("#tempo").fill("240");
        press.on(page.locator("#record"));
        BenchPage.pass(page, 1_200);
        assertThat(page.locator("#take-says")).containsText("bar 1");
        page.locator("h1").click();
        play.run();
        press.on(page.locator("#record"));
        assertThat(page.locator("#bench-message")).containsText("The take is kept");
        assertThat(page.locator("#played .red")).hasCount(0);
    }

    private static void reconcileAndDownload(Page page, Press press, int hits) throws Exception {
        press.on(page.getByText("Reconcile", new Page.GetByTextOptions().setExact(true)));
        assertThat(page.locator("h1")).containsText("reconciled with Tin Parade");
        Download file = page.waitForDownload(() -> press.on(page.locator("[data-download]")));
        Part part = Part.of(MidiFile.read(Files.readAllBytes(file.path())), Channels.ALL);
        assertThat(part.hitCount()).isGreaterThanOrEqualTo(hits);
        assertThat(IntStream.range(0, part.hitCount()).filter(part::hangs)).isEmpty();
    }

    /** Hits, held notes, other maps, lost devices and stops in any order: what was begun on a real output is ended there. */
    @Test
    void noOrderOfThingsLeavesANoteHanging(Address address, Window window) {
        Page page = BenchPage.openOwn(address, window, "Hung kit");
        page.locator("#device-out").selectOption("Test out");
        page.locator("#target-more").selectOption("quayside-oak");
        page.locator("#target-more").selectOption("candle-brushes");
        Random random = new Random(20261127);
        for (int step = 0; step < 400; step++) {
            int note = 28 + random.nextInt(30);
            switch (random.nextInt(12)) {
                case 0, 1, 2, 3 -> BenchPage.plays(page, 0x99, note, 1 + random.nextInt(127));
                case 4, 5 -> BenchPage.plays(page, 0x89, note, 64);
                case 6 -> BenchPage.plays(page, 0xA9, note, random.nextInt(128));
                case 7 -> BenchPage.plays(page, 0xB9, 4, random.nextInt(128));
                case 8 -> page.keyboard().press(random.nextBoolean() ? "b" : "a");
                case 9 -> {
                    if (random.nextInt(4) == 0) {
                        page.keyboard().press("Alt+" + (1 + random.nextInt(3)));
                    }
                }
                case 10 -> {
                    BenchPage.state(page, "disconnected");
                    BenchPage.state(page, "connected");
                }
                default -> {
                    if (random.nextInt(5) == 0) {
                        page.keyboard().press("Escape");
                    }
                }
            }
        }
        BenchPage.state(page, "disconnected");
        page.keyboard().press("Escape");
        BenchPage.hold(page);
        BenchPage.pass(page, 300);
        Object hanging = page.evaluate("""
                () => {
                  const held = new Map();
                  const pressed = new Map();
                  for (const [status, data1, data2] of window.devices.outputs.get("2").sent) {
                    const key = ((status & 15) << 7) | data1;
                    const command = status & 0xf0;
                    if (command === 0x90 && data2 > 0) {
                      held.set(key, (held.get(key) ?? 0) + 1);
                    } else if (command === 0x80 || command === 0x90) {
                      held.set(key, (held.get(key) ?? 0) - 1);
                    } else if (command === 0xa0) {
                      pressed.set(key, data2);
                    }
                  }
                  const strokes = window.devices.outputs.get("2").sent.filter(([status, , velocity]) => (status & 0xf0) === 0x90 && velocity > 0);
                  return [
                    strokes.length > 100,
                    [...held.values()].every((count) => count === 0),
                    [...pressed.values()].every((value) => value === 0),
                  ].join();
                }""");
        assertThat(hanging)
                .as("enough was played, every note ended, nothing is pressed")
                .isEqualTo("true,true,true");
    }
}
