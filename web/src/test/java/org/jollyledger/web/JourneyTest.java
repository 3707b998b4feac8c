package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.regex.Pattern;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.ClassPathResource;

/** What a drum programmer does, in the real interface. */
@ExtendWith({RunningApplication.class, Browser.class})
class JourneyTest {
    /** Counts clicks from page to page; a choice from a list is two, one to open it and one to choose. */
    private static final String COUNT_CLICKS = """
            const count = (clicks) => (sessionStorage.clicks = clicks + Number(sessionStorage.clicks ?? 0));
            addEventListener("click", (event) => event.isTrusted && !event.target.matches("select") && count(1), true);
            addEventListener("change", (event) => event.target.matches("select") && count(2), true);
            """;

    private static byte[] cue(String name) throws Exception {
        return new ClassPathResource("demo/cues/" + name + ".mid").getContentAsByteArray();
    }

    private static Locator link(Page page, String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    @Test
    void fromTheStartPageToTheFileInFiveClicks(Address address, Window window) throws Exception {
        Page page = window.page();
        page.addInitScript(COUNT_CLICKS);
        page.navigate(address.url("/"));
        link(page, "Storm at Sea").click();
        playOn(page, "Tin Parade");
        assertThat(page.locator(".statement")).containsText("Closing hits, balanced");
        Download download =
                page.waitForDownload(() -> link(page, "Download MIDI file").click());
        assertThat((Integer) page.evaluate("Number(sessionStorage.clicks)")).isBetween(3, 5);
        assertThat(download.suggestedFilename()).isEqualTo("Storm at Sea (tin-parade).mid");
        int hits = Part.of(MidiFile.read(Files.readAllBytes(download.path())), Channels.ALL)
                .hitCount();
        assertThat(page.locator(".closing .number")).hasText(String.valueOf(hits));
    }

    @Test
    void aRouteIsChangedByHandTakenBackAndDoneAgain(Address address, Window window) {
        Page page = window.page();
        openCrosswalk(page, address, "harbour-overture", "Tin Parade");
        String proposed = page.locator(".account").first().innerText();
        page.locator("[data-row]", new Page.LocatorOptions().setHasText("China edge"))
                .click();
        assertThat(page.locator(".opened-route")).containsText("no china here: crash 1, edge is the nearest cymbal");
        page.locator("#choice").selectOption("silent");
        page.locator("#change").click();
        assertThat(page.locator("[data-message]")).hasText("China edge is left silent.");
        assertThat(page.locator(".opened-route")).containsText("left silent on purpose");
        assertThat(page.locator(".losses")).containsText("China edge stays silent");
        assertThat(page.locator(".account").first().innerText()).isNotEqualTo(proposed);
        page.keyboard().press("u");
        assertThat(page.locator("[data-message]")).hasText("Undone: China edge is left silent.");
        assertThat(page.locator(".account").first().innerText()).isEqualTo(proposed);
        page.keyboard().press("r");
        assertThat(page.locator("[data-message]")).hasText("Redone: China edge is left silent.");
        button(page, "Use the proposed route").click();
        assertThat(page.locator("[data-message]")).hasText("China edge goes to Crash left, as proposed.");
        page.reload();
        assertThat(page.locator(".account").first().innerText()).isEqualTo(proposed);
    }

    private static void openCrosswalk(Page page, Address address, String part, String target) {
        page.navigate(address.url("/parts/" + part));
        playOn(page, target);
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
    }

    /** Chooses the target by its button when it was used lately, else from the list. */
    private static void playOn(Page page, String target) {
        if (button(page, target).count() == 1) {
            button(page, target).click();
            return;
        }
        page.locator("#to").selectOption(new SelectOption().setLabel(target));
        button(page, "Convert").click();
    }

    @Test
    void twoTabsNeverOverwriteEachOther(Address address, Window window) {
        Page first = window.page();
        openCrosswalk(first, address, "the-tightrope", "Tin Parade");
        Page second = first.context().newPage();
        second.navigate(first.url() + "?route=28");
        first.locator("#from-28").click();
        first.locator("#choice").selectOption("silent");
        first.locator("#change").click();
        assertThat(first.locator("[data-message]")).hasText("Snare is left silent.");
        second.locator("#choice").selectOption("48");
        second.locator("#change").click();
        assertThat(second.locator("[data-message]")).containsText("was changed elsewhere");
        assertThat(second.locator(".opened-route")).containsText("left silent on purpose");
    }

    @Test
    void everythingIsReachedByKeyboard(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/"));
        page.keyboard().press("/");
        page.keyboard().type("splash");
        assertThat(page.locator("#maps tbody tr").first()).isVisible();
        assertThat(link(page, "Tin Parade")).hasCount(0);
        assertThat(link(page, "Quayside Oak")).isVisible();
        page.keyboard().press("Escape");
        page.keyboard().press("?");
        assertThat(page.locator("#keys-list")).isVisible();
        page.keyboard().press("Escape");
        assertThat(page.locator("#keys-list")).isHidden();
        openCrosswalk(page, address, "storm-at-sea", "Tin Parade");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("Enter");
        assertThat(page.locator("#open-title")).containsText("Crash 1 choke");
        page.keyboard().press("c");
        assertThat(page.locator("#choice")).isFocused();
        page.keyboard().press("ArrowDown");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("Tab");
        page.keyboard().press("Enter");
        assertThat(page.locator("[data-message]")).containsText("Crash 1 choke goes to");
        page.keyboard().press("]");
        assertThat(page.locator("#bar")).hasValue("5");
        assertThat(page.locator("#sheets-title ~ nav")).containsText("to 8 of 32");
        page.keyboard().press("b");
        page.keyboard().type("20");
        page.keyboard().press("Enter");
        assertThat(page.locator("#sheets-title ~ nav")).containsText("to 23 of 32");
        assertThat(page.locator(".losses a[href*='bar=20']").first()).containsText("bar 20, beat");
        page.keyboard().press("Escape");
        page.keyboard().press("u");
        assertThat(page.locator("[data-message]")).containsText("Undone");
    }

    /** What is typed while an answer is on its way arrives where it was meant for, keys as keys and text as text. */
    @Test
    void whatIsTypedBeforeAnAnswerHasComeIsNotLost(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/"));
        page.evaluate("document.body.dispatchEvent(new CustomEvent('htmx:beforeRequest', { bubbles: true }))");
        page.keyboard().press("/");
        page.keyboard().type("splash");
        assertThat(page.locator("[data-search]")).hasValue("");
        page.evaluate("document.body.dispatchEvent(new CustomEvent('htmx:afterRequest', { bubbles: true }))");
        assertThat(page.locator("[data-search]")).hasValue("splash");
        assertThat(link(page, "Tin Parade")).hasCount(0);
        assertThat(link(page, "Quayside Oak")).isVisible();
    }

    @Test
    void aPartIsUploadedByButton(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        page.setInputFiles("input[type=file]", new FilePayload("my <b>loop.mid", "audio/midi", cue("The Tightrope")));
        assertThat(page.locator("h1")).hasText("my <b>loop");
        assertThat(page.locator(".heading")).containsText("158 hits · 8 bars · format 1 · 2 tracks · 480 ticks a beat");
    }

    @Test
    void aPartIsUploadedByDroppingItAndToldWhatItWasWrittenFor(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/"));
        String bytes = Base64.getEncoder().encodeToString(cue("Clockmaker's Waltz"));
        page.evaluate("""
                bytes => {
                  const data = new DataTransfer();
                  const content = Uint8Array.from(atob(bytes), letter => letter.charCodeAt(0));
                  data.items.add(new File([content], "dropped waltz.mid"));
                  document.querySelector(".drop").dispatchEvent(new DragEvent("drop", {dataTransfer: data, bubbles: true, cancelable: true}));
                }""", bytes);
        assertThat(page.locator("h1")).hasText("dropped waltz");
        assertThat(page.locator(".written-for")).containsText("written for Candle Brushes");
        assertThat(page.locator(".written-for")).containsText("Not right? Choose another map:");
        assertThat(page.locator("#map")).hasValue("candle-brushes");
        assertThat(page.locator(".board-names")).containsText("Sweep");
        assertThat(page.locator(".board-names .lost")).hasCount(0);
        playOn(page, "Quayside Oak");
        assertThat(page.locator(".statement")).containsText("Opening hits");
        link(page, "dropped waltz").click();
        assertThat(page.locator("#map")).hasValue("candle-brushes");
    }

    @Test
    void whatIsNoPartIsRefusedBesideTheFieldAndLeavesNothing(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        int before = page.locator("tbody tr").count();
        page.setInputFiles(
                "input[type=file]",
                new FilePayload("letter.mid", "audio/midi", "Dear puppets".getBytes(StandardCharsets.UTF_8)));
        assertThat(page.locator("[role=alert]")).containsText("\"letter.mid\": This is not a MIDI file");
        assertThat(page.locator("tbody tr")).hasCount(before);
    }

    @Test
    void damageIsToldOnThePage(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        byte[] cut = Arrays.copyOf(cue("Storm at Sea"), 1500);
        page.setInputFiles("input[type=file]", new FilePayload("cut off.mid", "audio/midi", cut));
        assertThat(page.locator("[aria-label='Damage in the file']")).containsText("byte 1");
        assertThat(page.locator("[aria-label='Damage in the file']")).containsText("Track 2");
    }

    @Test
    void anApplicationThatIsGoneIsToldWhateverWasAsked(Address address, Window window) throws Exception {
        String gone = "The application does not answer; check that it still runs, then try again.";
        String leave = "() => { window.fetch = () => Promise.reject(new TypeError('gone')); }";
        Page page = window.page();
        page.navigate(address.url("/parts/storm-at-sea?map=quayside-oak"));
        page.evaluate(leave);
        page.getByText("Show as a table").click();
        assertThat(page.locator("[data-message]")).hasText(gone);
        page.evaluate("() => { window.fetch = async () => new Response('<h1>Busy</h1>', { status: 503 }); }");
        page.getByText("Show as a table").click();
        page.getByText("Show as a table").click();
        assertThat(page.locator("[data-message]"))
                .hasText("The application gave an unexpected answer; reload the page and try again.");
        assertThat(page.locator("[data-part=table-body]")).isEmpty();

        page.navigate(address.url("/batches"));
        page.evaluate(leave);
        page.setInputFiles("#batch-files", new FilePayload("cue.mid", "audio/midi", cue("Storm at Sea")));
        button(page, "Convert").click();
        assertThat(page.locator("#batch-refusal")).hasText(gone);

        openCrosswalk(page, address, "harbour-overture", "Candle Brushes");
        page.evaluate(leave);
        page.locator("span.line[data-line]").first().click();
        assertThat(page.locator("[data-message]")).hasText(gone);
    }

    @Test
    @Tag("scripts-off")
    void withScriptsOffAllOfItWorks(Address address, Window window) {
        Page page = window.page();
        openCrosswalk(page, address, "harbour-overture", "Candle Brushes");
        page.locator("[data-row]").first().click();
        assertThat(page.locator(".opened-route")).isVisible();
        page.locator("#choice").selectOption("silent");
        page.locator("#change").click();
        assertThat(page.locator("[data-message]")).containsText("is left silent.");
        assertThat(page).hasURL(Pattern.compile("/crosswalks/\\d+\\?.*route="));
        button(page, "Undo").click();
        assertThat(page.locator("[data-message]")).containsText("Undone");
        page.navigate(address.url("/?q=waltz"));
        assertThat(page.locator("#maps")).containsText("No maps mention “waltz”.");
    }

    @Test
    void everyPageIsAccessible(Address address, Window window) {
        Page page = window.page();
        for (String path : List.of("/", "/?q=nothing+at+all", "/parts", "/parts/storm-at-sea", "/nowhere")) {
            page.navigate(address.url(path));
            Browser.assertAccessibleInBothThemes(page);
        }
        openCrosswalk(page, address, "storm-at-sea", "Lamplighter Box, street set");
        page.locator("[data-row]").nth(1).click();
        assertThat(page.locator(".opened-route")).isVisible();
        Browser.assertAccessibleInBothThemes(page);
        Browser.assertAccessibleAt(page, 820, 1180);
        Browser.assertAccessibleAt(page, 400, 800);
    }
}
