package org.jollyledger.web;

import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
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
 * How the sheet of a part of 100,000 hits compares with that of a demo cue: time to the first sheet, time for a step of
 * scrolling, and the heap of the page's scripts, both in one run. It asserts nothing and is no part of the test run; {@code
 * ./mvnw -pl core,web test -Dtest=SheetSpeed -Dsurefire.failIfNoSpecifiedTests=false} runs it.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class SheetSpeed {
    private static final int HITS = 100_000;
    private static final int ROUNDS = 7;

    private static final String SCROLL = """
            async () => {
              const desk = document.getElementById("part-desk");
              const board = document.querySelector("[data-part=board]");
              const times = [];
              for (let step = 0; step < 12; step++) {
                const before = desk.dataset.shown;
                const begin = performance.now();
                const key = step < 6 ? "PageDown" : "PageUp";
                board.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
                while (desk.dataset.shown === before) {
                  await new Promise((done) => requestAnimationFrame(done));
                }
                times.push(performance.now() - begin);
              }
              times.sort((one, other) => one - other);
              return times[6];
            }""";

    /** Medians, in milliseconds and megabytes. */
    private record Measures(double first, double scroll, double heap) {}

    @Test
    void compare(Address address, Window window) throws Exception {
        MidiFileBuilder made =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int hit = 0; hit < HITS; hit++) {
            made.message(hit * 60L, 0x90, 10, 35 + hit % 12, 1 + hit % 127);
            made.message(hit * 60L + 30, 0x80, 10, 35 + hit % 12, 64);
        }
        String slug = Http.json(Http.postFile(address.url("/api/parts"), "part", "long.mid", made.build(HITS * 60L)))
                .get("slug")
                .stringValue();
        Page page = window.page();
        String demo = address.url("/parts/storm-at-sea?map=quayside-oak");
        String large = address.url("/parts/" + slug + "?map=general-midi-1");
        measure(page, demo);
        measure(page, large);
        List<Measures> ofDemo = new ArrayList<>();
        List<Measures> ofLarge = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            ofDemo.add(measure(page, demo));
            ofLarge.add(measure(page, large));
        }
        print(
                "first sheet, ms",
                ofDemo.stream().map(Measures::first).toList(),
                ofLarge.stream().map(Measures::first).toList());
        print(
                "scroll step, ms",
                ofDemo.stream().map(Measures::scroll).toList(),
                ofLarge.stream().map(Measures::scroll).toList());
        print(
                "heap, MB",
                ofDemo.stream().map(Measures::heap).toList(),
                ofLarge.stream().map(Measures::heap).toList());
    }

    private static Measures measure(Page page, String url) {
        page.navigate(url);
        page.waitForSelector("#part-desk[data-ready=true]");
        double first = number(page.evaluate("performance.getEntriesByName('sheet drawn')[0].startTime"));
        double scroll = number(page.evaluate(SCROLL));
        CDPSession session = page.context().newCDPSession(page);
        session.send("HeapProfiler.collectGarbage");
        session.send("Performance.enable");
        double heap = 0;
        for (var metric : session.send("Performance.getMetrics").getAsJsonArray("metrics")) {
            JsonObject one = metric.getAsJsonObject();
            if (one.get("name").getAsString().equals("JSHeapUsedSize")) {
                heap = one.get("value").getAsDouble() / 1e6;
            }
        }
        session.detach();
        return new Measures(first, scroll, heap);
    }

    private static double number(Object value) {
        return ((Number) value).doubleValue();
    }

    private static void print(String what, List<Double> demo, List<Double> large) {
        double one = median(demo);
        double other = median(large);
        System.out.printf(Locale.ROOT, "%s: %.1f and %.1f, ratio %.2f%n", what, one, other, other / one);
    }

    private static double median(List<Double> values) {
        List<Double> sorted = new ArrayList<>(values);
        Collections.sort(sorted);
        return sorted.get(sorted.size() / 2);
    }
}
