package org.jollyledger.web;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.SelectOption;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.regex.Pattern;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * How long a click on a crosswalk's page takes until the page has changed: for a part of 100,000 hits against one of 500,
 * turn by turn in one run, in the same grooves at random. It asserts nothing and is no part of the test run; {@code ./mvnw
 * -pl core,web test -Dtest=ClickSpeed -Dsurefire.failIfNoSpecifiedTests=false} runs it.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class ClickSpeed {
    private static final int SMALL = 500;
    private static final int LARGE = 100_000;
    private static final int ROUNDS = 11;
    /** Kick, snare, hats, toms, crash, ride, splash, china, cowbell, and hand drums that the small kit does not have. */
    private static final int[] NOTES = {
        36, 38, 42, 42, 42, 44, 46, 37, 41, 43, 45, 47, 48, 50, 49, 57, 51, 53, 55, 52, 56, 61, 64
    };

    private static final String CLICK = """
            async (selector) => {
              const button = document.querySelector(selector);
              const begin = performance.now();
              const desk = document.getElementById("desk");
              await new Promise((settled, failed) => {
                document.addEventListener("htmx:afterSettle", () => document.getElementById("desk") !== desk && settled());
                setTimeout(() => failed(new Error(`nothing happens on ${selector}`)), 20000);
                button.click();
              });
              document.body.offsetHeight;
              return performance.now() - begin;
            }""";

    @Test
    void compare(Address address, Window window) throws Exception {
        Page page = window.page();
        String small = crosswalk(page, address, "small", SMALL);
        String large = crosswalk(page, address, "large", LARGE);
        Map<String, List<Double>> ofSmall = new LinkedHashMap<>();
        Map<String, List<Double>> ofLarge = new LinkedHashMap<>();
        for (int round = 0; round < ROUNDS; round++) {
            measure(page, address.url(small), round, ofSmall);
            measure(page, address.url(large), round, ofLarge);
        }
        ofSmall.forEach((what, times) -> print(what, times, ofLarge.get(what)));
    }

    /** A part on General MIDI on its way to the small kit; returns the address of its crosswalk. */
    private static String crosswalk(Page page, Address address, String name, int hits) throws Exception {
        MidiFileBuilder made =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        Random random = new Random(5);
        for (int hit = 0; hit < hits; hit++) {
            int note = NOTES[random.nextInt(NOTES.length)];
            made.message(hit * 60L, 0x90, 10, note, 1 + random.nextInt(127));
            made.message(hit * 60L + 30, 0x80, 10, note, 64);
        }
        String slug = Http.json(Http.postFile(address.url("/api/parts"), "part", name + ".mid", made.build(hits * 60L)))
                .get("slug")
                .stringValue();
        page.navigate(address.url("/parts/" + slug + "?map=general-midi-1"));
        page.locator("#to").selectOption(new SelectOption().setLabel("Tin Parade"));
        long begin = System.nanoTime();
        page.locator("form:has(#to) button").last().click();
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
        System.out.printf(Locale.ROOT, "first page, %s: %.0f ms%n", name, (System.nanoTime() - begin) / 1e6);
        return page.url().replaceFirst("^https?://[^/]+", "");
    }

    private static void measure(Page page, String url, int round, Map<String, List<Double>> times) {
        page.navigate(url);
        page.waitForLoadState();
        note(times, "open a line", click(page, "#from-42"));
        page.locator("#choice").selectOption(round % 2 == 0 ? "silent" : "unchanged");
        note(times, "change a route", click(page, "#change"));
        note(times, "undo", click(page, "#undo"));
        note(times, "redo", click(page, "#redo"));
        note(times, "accept a loss", click(page, "[data-accept]"));
        // Of many losses of a large part the ways out are worked out when they are asked for.
        boolean asked = page.locator("button[data-way]").count() == 0;
        note(times, "show the ways out", asked ? click(page, "a[data-way]") : Double.NaN);
        note(times, "settle a loss", click(page, "button[data-way]"));
        while (page.locator("#undo").isEnabled()) {
            click(page, "#undo");
        }
        note(times, "later bars", click(page, "#later"));
    }

    private static void note(Map<String, List<Double>> times, String what, double milliseconds) {
        times.computeIfAbsent(what, any -> new ArrayList<>()).add(milliseconds);
    }

    private static double click(Page page, String selector) {
        return ((Number) page.evaluate(CLICK, selector)).doubleValue();
    }

    private static void print(String what, List<Double> small, List<Double> large) {
        System.out.printf(
                Locale.ROOT,
                "%s: %.0f and %.0f ms (slowest %.0f and %.0f), ratio %.2f%n",
                what,
                median(small),
                median(large),
                Collections.max(small),
                Collections.max(large),
                median(large) / median(small));
    }

    /** NaN where it was never measured. */
    private static double median(List<Double> values) {
        List<Double> sorted = new ArrayList<>(values);
        Collections.sort(sorted);
        return sorted.get(sorted.size() / 2);
    }
}
