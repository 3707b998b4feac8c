package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.nio.file.Files;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jollyledger.web.support.BenchPage;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Pads on a grid in the real interface: they are dragged, chosen by keys, spread and printed. */
@ExtendWith({RunningApplication.class, Browser.class})
class PadsJourneyTest {
    /** Pads of one's own on a grid of 4 × 4, before an instrument. */
    private static Page grid(Address address, Window window, String name, String to) {
        Page page = window.page();
        page.navigate(address.url("/bench?kit=pebbledash-16&to=" + to));
        BenchPage.makeKit(page, Locator::click, name);
        page.getByText("Pads on a grid").click();
        page.waitForURL(Pattern.compile("/bench/pads/"));
        assertThat(page.locator("[data-pad]")).hasCount(16);
        return page;
    }

    @Test
    void padsThatStandLikeAKitArePutOnAGrid(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/bench?kit=otterbrook-e7&to=tin-parade"));
        page.waitForSelector("#bench[data-ready=true]");
        BenchPage.makeKit(page, Locator::click, "Gridded kit");
        page.getByText("Pads on a grid").click();
        page.getByText("Make the grid").click();
        assertThat(message(page)).hasText("Pads on a grid of 4 × 4.");
    }

    private static Locator message(Page page) {
        return page.locator("[data-message]");
    }

    private static Locator will(Page page) {
        return page.locator("#pads-will");
    }

    private static Locator pad(Page page, String name) {
        return page.locator("[data-pad][data-name='" + name + "']");
    }

    private static Locator sound(Page page, String name) {
        return page.locator("[data-line-note][data-name='" + name + "']");
    }

    private static void carry(Page page, Locator from, Locator to) {
        from.scrollIntoViewIfNeeded();
        BoundingBox begin = from.boundingBox();
        page.mouse().move(begin.x + begin.width / 2, begin.y + begin.height / 2);
        page.mouse().down();
        BoundingBox end = to.boundingBox();
        page.mouse().move(end.x + end.width / 2 + 20, end.y + end.height / 2);
        page.mouse().move(end.x + end.width / 2, end.y + end.height / 2);
    }

    @Test
    void aSoundOnAPadChangesThePadAndAPadOnASoundTheCrosswalk(Address address, Window window) throws Exception {
        Page page = grid(address, window, "Dragged pads", "tin-parade");
        assertThat(page.locator("#unreached")).containsText("Rim shot");
        carry(page, sound(page, "Rim shot"), pad(page, "A16"));
        assertThat(will(page)).containsText("Let go: The pad changes: A16 sends 51 · D#4 instead of 75 · D#6.");
        page.mouse().up();
        assertThat(message(page)).hasText("A16 sends 51 · D#4 for “Rim shot”. Dragged pads has a new line for it now.");
        assertThat(page.locator("#unreached")).not().containsText("Rim shot");
        assertThat(pad(page, "A16").locator(".grid-heard")).hasText("Rim shot");

        carry(page, pad(page, "A15"), sound(page, "Ride bell"));
        assertThat(will(page))
                .containsText("Let go: The crosswalk changes: 74 · D6 plays Ride bell instead of Tambourine.");
        page.mouse().up();
        assertThat(message(page)).hasText("74 · D6 goes to “Ride bell”.");
        assertThat(pad(page, "A15").locator(".grid-sends")).containsText("74 · D6");
        var table = Http.json(Http.postJson(address.url("/api/translation?from=dragged-pads&to=tin-parade"), ""));
        assertThat(table.toString()).contains("74");

        page.keyboard().press("u");
        assertThat(message(page)).hasText("Undone: 74 · D6 goes to “Ride bell”.");
        assertThat(pad(page, "A15").locator(".grid-heard")).hasText("Tambourine");
        Browser.assertAccessibleInBothThemes(page);
        Browser.assertFits(page);
    }

    @Test
    void allIsDoneByKeys(Address address, Window window) {
        Page page = grid(address, window, "Keyed pads", "tin-parade");
        pad(page, "A13").focus();
        for (String key : new String[] {"ArrowRight", "ArrowDown", "Enter", "ArrowLeft", "Enter"}) {
            page.keyboard().press(key);
        }
        assertThat(will(page)).containsText("A10 and A9 change places");
        page.keyboard().press("w");
        assertThat(message(page)).hasText("Swapped A10 and A9.");
        assertThat(pad(page, "A9").locator(".grid-heard")).hasText("Hat open");
        pad(page, "A1").focus();
        page.keyboard().press("Enter");
        sound(page, "Cowbell").focus();
        page.keyboard().press("Enter");
        page.keyboard().press("s");
        assertThat(message(page)).containsText("A1 sends 67 · G5 for “Cowbell”.");
        assertThat(sound(page, "Cowbell").locator(".sound-pads")).containsText("A1");
        assertThat(sound(page, "Cowbell").locator(".sound-pads")).containsText("A8");
        assertThat(page.locator("#unreached")).containsText("Kick");
        page.keyboard().press("u");
        page.keyboard().press("u");
        assertThat(message(page)).hasText("Undone: Swapped A10 and A9.");
    }

    @Test
    void moreSoundsThanPadsAreSpreadOverBanksAndTheBanksMove(Address address, Window window) throws Exception {
        Page page = grid(address, window, "Spread pads", "quayside-oak");
        page.locator("#spread-part").selectOption("");
        page.getByText("Spread all sounds over the pads").click();
        assertThat(message(page)).containsText("Spread the sounds of Quayside Oak. Spread pads has");
        assertThat(page.locator("#unreached")).hasCount(0);
        int banks = page.locator(".bank").count();
        assertThat(banks).isGreaterThan(3);
        String first = pad(page, "A1").locator(".grid-heard").textContent();
        page.locator("[aria-label='Move bank A later']").click();
        assertThat(message(page)).hasText("Moved bank A to B.");
        assertThat(pad(page, "B1").locator(".grid-heard")).hasText(first);
        page.getByText("Add a bank").click();
        assertThat(page.locator(".bank")).hasCount(banks + 1);
        assertThat(page.locator("#idle")).containsText("all of bank");

        page.getByText("Chart to print").click();
        assertThat(page.locator(".bank-chart").nth(1)).containsText(first);
        Browser.assertAccessibleInBothThemes(page);
        Download pdf =
                page.waitForDownload(() -> page.locator("[data-download]").click());
        try (var document = Loader.loadPDF(Files.readAllBytes(pdf.path()))) {
            assertThat(new PDFTextStripper().getText(document)).contains("Spread pads", "Bank B", first);
        }
    }

    @Test
    void whatAPartPlaysMostComesFirst(Address address, Window window) {
        Page page = grid(address, window, "Part pads", "otterbrook-e7");
        page.locator("#spread-part").selectOption("storm-at-sea");
        page.getByText("Spread all sounds over the pads").click();
        assertThat(message(page)).containsText("Spread the sounds");
        assertThat(page.locator("#unreached")).hasCount(0);
        assertThat(page.locator("#spread-part")).hasValue("storm-at-sea");
    }

    @Test
    void whatCannotBeIsSaidInASentence(Address address, Window window) throws Exception {
        Page page = grid(address, window, "Odd pads", "tin-parade");
        page.locator("#shape summary").click();
        page.locator("#grid-columns").fill("5");
        page.locator("#grid-rows").fill("3");
        page.locator("#grid-from").selectOption("false");
        page.getByText("Change the shape").click();
        assertThat(message(page)).hasText("Pads on a grid of 5 × 3.");
        assertThat(page.locator(".grid-row").first().locator(".grid-pad")).hasCount(5);
        pad(page, "A1").click();
        page.getByText("Let the pad send nothing").click();
        assertThat(page.locator("#idle")).containsText("A1");
        carry(page, pad(page, "A1"), sound(page, "Kick"));
        assertThat(will(page)).containsText("A1 sends nothing, so the crosswalk has nothing to lead.");
        page.mouse().up();
        assertThat(message(page)).hasText("A1 sends nothing.");
        for (String refused : List.of("op=lay&columns=0", "op=swap&pad=1&other=400", "op=delete&bank=7", "op=send")) {
            assertThat(page.evaluate(
                            "asked => fetch(document.forms['pads-change'].action, {method: 'POST', headers: {'HX-Request': 'true'},"
                                    + " body: new URLSearchParams([...new FormData(document.forms['pads-change'])]"
                                    + ".filter(([name]) => !asked.includes(name + '=')).concat([...new URLSearchParams(asked)]))})"
                                    + ".then(answer => answer.status)",
                            refused))
                    .as(refused)
                    .isEqualTo(422);
        }
        page.navigate(address.url("/bench/pads/general-midi-1"));
        assertThat(page.locator("main")).containsText("This map is built in");
    }

    @Test
    void allIsDoneByTouch(Address address, Window window) {
        Page page = grid(address, window, "Touched pads", "tin-parade");
        page.setViewportSize(820, 1180);
        pad(page, "A2").click();
        sound(page, "Rim shot").click();
        assertThat(will(page)).containsText("The pad changes: A2 sends");
        page.locator("[data-way=lead]").click();
        assertThat(message(page)).hasText("61 · C#5 goes to “Rim shot”.");
        Browser.assertFits(page);
        for (Locator target :
                page.locator("main button:visible, main select:visible").all()) {
            assertThat(target.boundingBox().height).as(target.textContent()).isGreaterThanOrEqualTo(44);
        }
    }

    /** Of a bench with more than 32 pads a stroke redraws its own pad and nothing else of the drawing. */
    @Test
    void aStrokeRedrawsItsPadAlone(Address address, Window window) {
        Page page = grid(address, window, "Many pads", "general-midi-1");
        page.getByText("Spread all sounds over the pads").click();
        assertThat(message(page)).containsText("Spread the sounds");
        page.getByText("Play them").click();
        page.waitForSelector("#bench[data-ready=true]");
        assertThat(page.locator("#stage .pad").nth(32)).isAttached();
        page.evaluate("""
                () => {
                  window.redrawn = new Set();
                  new MutationObserver((changes) => {
                    for (const { target } of changes) {
                      window.redrawn.add(target.closest("[data-pad]")?.dataset.pad ?? "all");
                    }
                  }).observe(document.getElementById("stage"), { subtree: true, childList: true, attributes: true });
                }""");
        page.locator("#stage [data-pad='9'] .zone").click();
        assertThat(page.locator("#sent li")).hasCount(1);
        assertThat(page.evaluate("[...window.redrawn].join()")).isEqualTo("9");
    }
}
