package org.jollyledger.web.support;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.RunningApplication.Address;

/** The bench as tests use it, with devices that are made in the page. */
public final class BenchPage {
    private static final long PATIENCE_IN_MILLISECONDS = 60_000;
    /** Milliseconds; a little longer than a pose is recorded. */
    private static final int STANDS = 1_600;

    private BenchPage() {}

    /** The bench with a kit and what is heard. */
    public static Page open(Address address, Window window, String kit, String to) {
        Page page = window.page();
        page.clock().install();
        page.navigate(address.url("/bench?kit=" + kit + "&to=" + to));
        page.waitForSelector("#bench[data-ready=true]");
        return page;
    }

    /** Makes a kit of one's own on the bench. Waits for its address first, since the page before says that it is ready, too. */
    public static void makeKit(Page page, Consumer<Locator> press, String name) {
        press.accept(page.locator("#own-kit summary"));
        page.locator("#own-name").fill(name);
        press.accept(page.locator("#own-kit button"));
        page.waitForURL(Pattern.compile("kit=" + name.toLowerCase(Locale.ROOT).replace(' ', '-')));
        page.waitForSelector("#bench[data-ready=true]");
    }

    /** What stands in one of the two books, the last entry first. */
    public static List<String> book(Page page, String name) {
        return page.locator("#" + name + " li").all().stream()
                .map(line -> line.locator("span").nth(1).textContent())
                .toList();
    }

    /** A browser with two MIDI devices, which come and go. */
    private static final String DEVICES = """
            (() => {
              const port = (type, name) => ({
                type, name, state: "connected", onmidimessage: null, sent: [],
                send(bytes) { this.sent.push([...bytes]); },
              });
              const access = {
                inputs: new Map([["1", port("input", "Test kit")]]),
                outputs: new Map([["2", port("output", "Test out")]]),
                onstatechange: null,
              };
              window.devices = access;
              navigator.requestMIDIAccess = async () => access;
            })()""";

    /** From now on time passes on a page only as the test says; its clock must have been installed before it was opened. */
    public static void hold(Page page) {
        long now = ((Number) page.evaluate("Date.now()")).longValue();
        // It can be held at a moment to come only, and on a slow machine the next one is gone when it is asked for.
        page.clock().pauseAt(now + PATIENCE_IN_MILLISECONDS);
    }

    /** Time passes on a page that is held. */
    public static void pass(Page page, int milliseconds) {
        page.clock().runFor(milliseconds);
    }

    /** Records one pose of the pedal on a page whose clock is held. */
    public static void recordPose(Page page, Consumer<Locator> press, String pose) {
        Locator says = page.locator("[data-pose='" + pose + "'] output");
        press.accept(page.locator("[data-pose='" + pose + "'] button"));
        assertThat(says).hasText("stand still …");
        pass(page, STANDS);
        assertThat(says).hasText("recorded");
    }

    /** The kit that is plugged in sends a message. */
    public static void plays(Page page, int status, int data1, int data2) {
        page.evaluate(
                "bytes => window.devices.inputs.get('1').onmidimessage({ data: bytes })",
                List.of(status, data1, data2));
    }

    /** The kit that is plugged in sends messages at one moment, each as status and two data bytes. */
    public static void playsAtOnce(Page page, List<List<Integer>> messages) {
        page.evaluate(
                "all => all.forEach((bytes) => window.devices.inputs.get('1').onmidimessage({ data: bytes }))",
                messages);
    }

    /** The kit that is plugged in comes or goes. */
    public static void state(Page page, String state) {
        page.evaluate(
                "state => { window.devices.inputs.get('1').state = state; window.devices.onstatechange(); }", state);
    }

    /** The bench with a kit of one's own and a real one that is plugged in. */
    public static Page openOwn(Address address, Window window, String name) {
        window.page().addInitScript(DEVICES);
        Page page = open(address, window, "otterbrook-e7", "tin-parade");
        makeKit(page, Locator::click, name);
        page.locator("#devices summary").click();
        page.locator("#devices-ask").click();
        page.locator("#device-in").selectOption("Test kit");
        assertThat(page.locator("#devices-say")).hasText("“Test kit” plays.");
        return page;
    }
}
