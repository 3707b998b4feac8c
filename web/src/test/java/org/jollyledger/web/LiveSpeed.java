package org.jollyledger.web;

import com.microsoft.playwright.Page;
import java.util.List;
import java.util.Locale;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * How long the page's script takes to translate 100,000 messages, against a bare copy of the same messages into an array, in
 * turns in one run in the browser. It asserts nothing and is no part of the test run; {@code ./mvnw -pl core,web test
 * -Dtest=LiveSpeed -Dsurefire.failIfNoSpecifiedTests=false} runs it.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class LiveSpeed {
    private static final String MEASURE = """
            async (table) => {
              const { LiveTranslator } = await import("/js/live-translator.js");
              const notes = [30, 32, 33, 48, 49, 36, 39, 42, 45, 54, 57, 60];
              const events = [];
              for (let i = 0; events.length < 100_000; i++) {
                const note = notes[(i * 7) % notes.length];
                events.push([i * 20_000, 0x99, note, 1 + (i % 127)]);
                events.push([i * 20_000 + 9_000, 0x89, note, 64]);
                if (i % 8 === 0) {
                  events.push([i * 20_000 + 10_000, 0xb9, 4, (i * 3) % 128]);
                }
              }
              const copy = () => {
                const out = [];
                for (const [at, status, data1, data2] of events) {
                  out.push([at, status, data1, data2]);
                }
                return out.length;
              };
              const translate = () => {
                const live = new LiveTranslator(JSON.parse(table));
                let out = 0;
                for (const event of events) {
                  out += live.receive(event).length;
                }
                return out + live.stop(events.length * 20_000).length;
              };
              const time = (work) => {
                const begin = performance.now();
                work();
                return performance.now() - begin;
              };
              const copies = [];
              const translations = [];
              for (let round = 0; round < 25; round++) {
                copies.push(time(copy));
                translations.push(time(translate));
              }
              const middle = (times) => times.slice(5).sort((one, other) => one - other)[10];
              return [middle(copies), middle(translations)];
            }""";

    @Test
    void compare(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/"));
        String table = Http.text(Http.postJson(address.url("/api/translation?from=otterbrook-e7&to=quayside-oak"), ""));
        @SuppressWarnings("unchecked")
        List<Number> times = (List<Number>) page.evaluate(MEASURE, table);
        double copied = times.get(0).doubleValue();
        double translated = times.get(1).doubleValue();
        System.out.printf(
                Locale.ROOT,
                "100,000 messages: copied in %.1f ms, translated in %.1f ms, ratio %.2f%n",
                copied,
                translated,
                translated / copied);
    }
}
