package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.SelectOption;
import java.util.List;
import java.util.regex.Pattern;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.SheetPage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pages that change their address without being loaded anew: back and forward, and what a click opens stays in view. */
@ExtendWith({RunningApplication.class, Browser.class})
class BackAndForwardJourneyTest {
    private static void crosswalk(Page page, Address address, String name) throws Exception {
        page.navigate(address.url(SheetPage.upload(address, name, SheetPage.cue("Storm at Sea"), "quayside-oak")));
        page.locator("#to").selectOption(new SelectOption().setLabel("Lamplighter Box, street set"));
        SheetPage.button(page, "Convert").click();
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
    }

    private static void reconcile(Page page, Address address, String name) throws Exception {
        String part = SheetPage.upload(address, name, SheetPage.cue("Rain on the Tent"), "otterbrook-e7");
        page.navigate(address.url(part.replace("?", "/reconcile?")));
    }

    /** A whole page with all that makes it work: its head, its scripts, one of each. */
    private static void assertWhole(Page page) {
        assertThat(page.locator(".spine nav")).hasCount(1);
        assertThat(page.locator("main")).hasCount(1);
        Locator keys = page.locator("[data-keys]");
        // The page is loaded anew; a click before its scripts have begun does nothing.
        assertThat(keys).hasAttribute("aria-expanded", "false");
        keys.click();
        assertThat(page.locator("#keys-list")).isVisible();
        keys.click();
        assertThat(page.locator("#keys-list")).isHidden();
    }

    @Test
    void aCrosswalkIsWholeGoingBackAndForward(Address address, Window window) throws Exception {
        Page page = window.page();
        crosswalk(page, address, "back on a crosswalk");
        Locator rows = page.locator(".walk [data-row]");
        rows.nth(2).click();
        String first = page.locator("#open-title").innerText();
        rows.nth(6).click();
        assertThat(page.locator("#open-title")).not().hasText(first);
        String second = page.locator("#open-title").innerText();
        page.goBack();
        assertThat(page.locator("#open-title")).hasText(first);
        assertWhole(page);
        page.goForward();
        assertThat(page.locator("#open-title")).hasText(second);
        assertWhole(page);
        page.locator("[data-later]").click();
        assertThat(page.locator("#bar")).hasValue("5");
        page.goBack();
        assertThat(page.locator("#bar")).hasValue("1");
        assertWhole(page);
        page.locator("[data-close]").click();
        assertThat(page.locator("#open-title")).hasCount(0);
    }

    @Test
    void reconcileIsWholeGoingBackAndForward(Address address, Window window) throws Exception {
        Page page = window.page();
        reconcile(page, address, "back on reconcile");
        Locator places = page.locator(".findings .places a");
        String first = page.locator("#opened-title").innerText();
        places.last().click();
        assertThat(page.locator("#opened-title")).not().hasText(first);
        String last = page.locator("#opened-title").innerText();
        page.goBack();
        assertThat(page.locator("#opened-title")).hasText(first);
        assertWhole(page);
        page.goForward();
        assertThat(page.locator("#opened-title")).hasText(last);
        assertWhole(page);
    }

    @ParameterizedTest
    @CsvSource({"/, parade, #maps, Tin Parade", "/parts, storm, #parts, Storm at Sea"})
    void aSearchIsThereAgainGoingBack(
            String path, String words, String list, String found, Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/crosswalks"));
        page.navigate(address.url(path));
        page.locator("#q").fill(words);
        assertThat(page).hasURL(Pattern.compile("q=" + words));
        page.locator(list)
                .getByText(found, new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator("h1")).hasText(found);
        page.goBack();
        assertThat(page.locator("#q")).hasValue(words);
        assertThat(page.locator(list)).containsText(found);
        assertWhole(page);
        page.goForward();
        assertThat(page.locator("h1")).hasText(found);
        page.goBack();
        page.goBack();
        // One step for the whole search, not one for each letter.
        assertThat(page).hasURL(address.url("/crosswalks"));
    }

    @Test
    void theBenchIsWholeGoingBack(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/bench?kit=otterbrook-e7&to=tin-parade"));
        page.waitForSelector("#bench[data-ready=true]");
        page.locator("#target-more").selectOption("quayside-oak");
        page.locator("#targets button").last().click();
        assertThat(page).hasURL(Pattern.compile("to=quayside-oak"));
        page.navigate(address.url("/parts"));
        page.goBack();
        page.waitForSelector("#bench[data-ready=true]");
        assertThat(page.locator("#played-by")).hasText("Quayside Oak played");
        assertWhole(page);
    }

    /** What a browser asks for when it restores a page is never a piece of one. */
    @Test
    void aRestoredPageIsSentWhole(Address address) throws Exception {
        String part = SheetPage.upload(address, "restored", SheetPage.cue("Storm at Sea"), "quayside-oak");
        for (String path :
                List.of(part.replace("?", "/reconcile?"), "/rigs/the-fairs-three-boxes", "/bench/pads/pebbledash-16")) {
            String whole =
                    Http.text(Http.get(address.url(path), "HX-Request", "true", "HX-History-Restore-Request", "true"));
            assertThat(whole).as(path).contains("<html").contains("</html>");
            String piece = Http.text(Http.get(address.url(path), "HX-Request", "true"));
            assertThat(piece).as(path).doesNotContain("<html");
        }
    }

    /** Clicks, and waits until what it opens is in its place. */
    private static void open(Page page, Locator row) {
        page.evaluate("""
                () => {
                  window.settled = false;
                  document.addEventListener("htmx:afterSettle", () => { window.settled = true; }, { once: true });
                }""");
        row.click();
        page.waitForFunction("() => window.settled");
    }

    private static BoundingBox boxInView(Page page, Locator element, String what) {
        BoundingBox box = element.boundingBox();
        assertThat(box.y).as(what + " is in view").isGreaterThanOrEqualTo(0);
        assertThat(box.y + Math.min(box.height, 24))
                .as(what + " is in view")
                .isLessThanOrEqualTo(page.viewportSize().height);
        return box;
    }

    private static void assertBesideEachOther(Page page, Locator clicked, Locator opened) {
        BoundingBox row = boxInView(page, clicked, "what was clicked");
        BoundingBox open = boxInView(page, opened, "what it opened");
        boolean apart = row.x + row.width <= open.x
                || open.x + open.width <= row.x
                || row.y + row.height <= open.y
                || open.y + open.height <= row.y;
        assertThat(apart).as("neither covers the other").isTrue();
    }

    /** At the desk and on the tablet, for lines all over the page. */
    @ParameterizedTest
    @CsvSource({"1280, 800", "820, 1180"})
    void whatALineOpensStaysInViewBesideIt(int width, int height, Address address, Window window) throws Exception {
        Page page = window.page();
        page.setViewportSize(width, height);
        crosswalk(page, address, "in view " + width);
        Locator rows = page.locator(".walk [data-row]");
        int count = rows.count();
        for (int row : new int[] {0, count - 1, count / 2, 3, count - 2}) {
            String name = rows.nth(row).locator(".line-name").innerText();
            rows.nth(row).scrollIntoViewIfNeeded();
            double before = rows.nth(row).boundingBox().y;
            open(page, rows.nth(row));
            assertThat(page.locator("#open-title")).containsText(name);
            assertThat(rows.nth(row)).hasAttribute("aria-current", "true");
            assertBesideEachOther(page, rows.nth(row), page.locator("#open-title"));
            if (width > 1080) {
                assertThat(Math.abs(rows.nth(row).boundingBox().y - before)).isLessThan(80);
            }
        }
        Browser.assertAccessible(page);
    }

    @ParameterizedTest
    @CsvSource({"1280, 800", "820, 1180"})
    void whatADiscrepancyOpensStaysInViewBesideIt(int width, int height, Address address, Window window)
            throws Exception {
        Page page = window.page();
        page.setViewportSize(width, height);
        reconcile(page, address, "discrepancies in view " + width);
        Locator places = page.locator(".findings .places a");
        int count = places.count();
        for (int place : new int[] {0, count - 1, count / 2, 2}) {
            open(page, places.nth(place));
            assertThat(places.nth(place)).hasAttribute("aria-current", "true");
            assertBesideEachOther(page, places.nth(place), page.locator("#opened-title"));
        }
    }
}
