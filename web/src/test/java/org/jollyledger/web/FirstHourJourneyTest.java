package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.SheetPage;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What everybody does in the first hour: bring in files, say where they come from, remove and restore, rename, leave. */
@ExtendWith({RunningApplication.class, Browser.class})
class FirstHourJourneyTest {
    private static final int QUARTER = 480;

    private static Locator writtenFor(Page page) {
        return page.locator("form.written-for");
    }

    private static void upload(Page page, Address address, FilePayload... files) {
        page.navigate(address.url("/parts"));
        page.setInputFiles("input[type=file]", files);
    }

    private static FilePayload midi(String name, byte[] bytes) {
        return new FilePayload(name, "audio/midi", bytes);
    }

    /** Hits on two channels, neither of which is 10. */
    private static byte[] onOtherChannels() {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int hit = 0; hit < 16; hit++) {
            file.message(hit * QUARTER, 0x90, 1 + hit % 2, 60 + hit % 5, 90);
            file.message(hit * QUARTER + 100, 0x80, 1 + hit % 2, 60 + hit % 5, 64);
        }
        return file.build(16L * QUARTER);
    }

    private static String copyOfMap(Address address, String slug, String name) throws Exception {
        return Http.json(Http.postJson(address.url("/api/maps/" + slug + "/copies?name=" + name.replace(' ', '+')), ""))
                .get("name")
                .stringValue()
                .toLowerCase()
                .replace(' ', '-');
    }

    @Test
    void whereAPartComesFromIsSaidOnceAndTakenBack(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, midi("said once.mid", SheetPage.cue("Clockmaker's Waltz")));
        assertThat(writtenFor(page)).containsText("Not right? Choose another map:");
        assertThat(writtenFor(page).locator("select")).hasValue("");
        // No button but those of Convert to is called as a map is.
        for (String map : List.of("Candle Brushes", "Quayside Oak", "Tin Parade")) {
            assertThat(SheetPage.button(page, map).count()).as(map).isLessThanOrEqualTo(1);
        }
        writtenFor(page).locator("select").selectOption("general-midi-1");
        writtenFor(page)
                .getByText("Set", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator("main")).containsText("Set as written for General MIDI 1.");
        assertThat(page.locator("#map")).hasValue("general-midi-1");
        page.locator("form.message").getByText("Undo").click();
        assertThat(page.locator("main")).containsText("Set as written for Candle Brushes.");
        assertThat(page.locator("#map")).hasValue("candle-brushes");
        Browser.assertAccessible(page);
    }

    @Test
    void anUnknownMapStartsAtChooseSoThatGeneralMidiCanBeConfirmed(Address address, Window window) {
        Page page = window.page();
        upload(page, address, midi("unknown origin.mid", onOtherChannels()));
        assertThat(writtenFor(page)).containsText("Which map was it written for?");
        assertThat(writtenFor(page).locator("option:checked")).hasText("choose …");
        assertThat(page.locator("main")).containsText("Is this a drum part? Nothing is on channel 10");
        assertThat(page.locator("main")).containsText("channels 1 and 2");
        writtenFor(page).locator("select").selectOption("general-midi-1");
        SheetPage.button(page, "Set").click();
        assertThat(page.locator("main")).containsText("Set as written for General MIDI 1.");
        SheetPage.button(page, "Undo").first().click();
        assertThat(writtenFor(page).locator("option:checked")).hasText("choose …");
        SheetPage.button(page, "Remove it").click();
        assertThat(page.locator("[data-message]")).hasText("One part removed.");
    }

    @Test
    void aPartThatIsMostlySilentOffersTheWayOut(Address address, Window window) throws Exception {
        Page page = window.page();
        SheetPage.open(
                page,
                address,
                SheetPage.upload(address, "mostly silent", SheetPage.cue("Storm at Sea"), "candle-brushes"));
        assertThat(page.locator("main")).containsText("Most hits are silent on Candle Brushes: ");
        assertThat(page.locator("main")).containsText("Written for Quayside Oak?");
        SheetPage.button(page, "Convert it").click();
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
        assertThat(page.locator("h1")).containsText("on Candle Brushes");
    }

    @Test
    void aZipIsUnpackedAndWhatIsBadIsToldWhileTheOthersAreAdded(Address address, Window window) throws Exception {
        Page page = window.page();
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("Fair/zip march.mid", SheetPage.cue("Puppets' March"));
        files.put("Fair/zip rope.mid", SheetPage.cue("The Tightrope"));
        files.put("Fair/letter.mid", "Dear puppets".getBytes(StandardCharsets.UTF_8));
        files.put("Fair/notes.txt", "Dear puppets".getBytes(StandardCharsets.UTF_8));
        files.put("__MACOSX/Fair/._zip rope.mid", new byte[] {0, 5, 22, 7});
        upload(page, address, new FilePayload("fair.zip", "application/zip", Zips.of(files)));
        assertThat(page.locator("[data-message]")).hasText("2 parts added. Left out: one file that is not MIDI.");
        assertThat(page.getByLabel("Files that were not added")).hasText("“letter.mid”: It is not a MIDI file.");
        assertThat(page.locator("#parts")).containsText("zip rope");
        page.locator("form:has([data-undo])").getByText("Undo").click();
        assertThat(page.locator("[data-message]")).hasText("2 parts removed.");

        upload(
                page,
                address,
                midi("good one.mid", SheetPage.cue("Puppets' March")),
                midi("bad one.mid", "Dear puppets".getBytes(StandardCharsets.UTF_8)));
        assertThat(page.locator("h1")).hasText("good one");
        assertThat(page.getByLabel("Files that were not added"))
                .containsText("\"bad one.mid\": This is not a MIDI file");

        upload(page, address, new FilePayload("empty.zip", "application/zip", Zips.of(Map.of("a.txt", new byte[] {65
        }))));
        assertThat(page.locator("[role=alert]").first())
                .hasText("“empty.zip”: There are no MIDI files in this archive.");
        assertThat(Http.postFile(address.url("/api/parts"), "part", "all.zip", Zips.of(files))
                        .statusCode())
                .isEqualTo(422);
    }

    @Test
    void aFolderIsDropped(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        page.waitForLoadState();
        String drop = """
                async ([names, content]) => {
                  await import("/js/dropped.js");
                  await new Promise((done) => setTimeout(done));
                  const bytes = Uint8Array.from(atob(content), (letter) => letter.charCodeAt(0));
                  const file = (name) => ({ isFile: true, name, file: (take) => take(new File([bytes], name)) });
                  const folder = (name, inside) => {
                    let left = [inside, []];
                    return { isDirectory: true, name, createReader: () => ({ readEntries: (take) => take(left.shift()) }) };
                  };
                  const event = new Event("drop", { bubbles: true, cancelable: true });
                  const entry = folder("Fair", [folder("inner", names.map(file)), file("notes.txt")]);
                  event.dataTransfer = { items: [{ webkitGetAsEntry: () => entry }], files: [] };
                  document.querySelector(".drop").dispatchEvent(event);
                }""";
        page.evaluate(drop, List.of(List.of("readme.txt"), ""));
        assertThat(page.locator(".drop [aria-live]")).hasText("There are no MIDI files in this folder.");
        String cue = Base64.getEncoder().encodeToString(SheetPage.cue("The Tightrope"));
        page.evaluate(drop, List.of(List.of("dropped one.mid", "dropped two.mid", "._dropped two.mid"), cue));
        assertThat(page.locator("[data-message]")).hasText("2 parts added.");
        assertThat(page.locator("#parts")).containsText("dropped two");
    }

    @Test
    void aPictureIsNoListAndDamageIsToldOnce(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        byte[] picture = Base64.getDecoder()
                .decode(
                        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");
        page.setInputFiles("#file", new FilePayload("manual.png", "image/png", picture));
        assertThat(page.locator("[role=alert]").first())
                .hasText(
                        "“manual” is a picture, which cannot be read; type the list, or copy it from the manual as text.");

        byte[] damaged = SheetPage.cue("The Tightrope");
        // Real-time bytes within the track, where none belong.
        byte[] with = java.util.Arrays.copyOf(damaged, damaged.length + 6);
        int end = damaged.length - 4;
        for (int i = 0; i < 6; i++) {
            with[end + i] = (byte) 0xF8;
        }
        System.arraycopy(damaged, end, with, end + 6, 4);
        upload(page, address, midi("damaged.mid", with));
        Locator told = page.getByLabel("Damage in the file");
        assertThat(told).containsText("more like it.");
        assertThat(told.locator("li").count()).isBetween(1, 3);
    }

    @Test
    void aRemovedMapIsMissedWhereItIsUsedAndRestoredThere(Address address, Window window) throws Exception {
        Page page = window.page();
        String map = copyOfMap(address, "tin-parade", "Missed");
        String part = SheetPage.upload(address, "misses its map", SheetPage.cue("Storm at Sea"), map);
        page.navigate(address.url(part));
        page.locator("#written-for").selectOption(map);
        SheetPage.button(page, "Set").click();
        assertThat(page.locator("main")).containsText("Set as written for Missed.");
        page.navigate(address.url("/maps/" + map));
        SheetPage.button(page, "Remove from the ledger").click();
        assertThat(page.locator("[role=status]").first())
                .hasText("“Missed” was removed. It is used by the part “misses its map”; nothing there changes.");

        page.navigate(address.url("/maps/" + map));
        assertThat(page.locator("[role=alert]")).containsText("was removed; restore it from the removed maps.");
        page.locator("main")
                .getByText("Removed maps", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator("h1")).hasText("Removed maps");

        page.navigate(address.url("/parts/misses-its-map"));
        assertThat(page.locator(".missing-map")).containsText("“Missed” was removed from the ledger");
        SheetPage.button(page, "Restore Missed").click();
        assertThat(page.locator("h1")).hasText("misses its map");
        assertThat(page.locator(".missing-map")).hasCount(0);
    }

    @Test
    void menusCloseAndTitlesAreRenamedWhereTheyAre(Address address, Window window) throws Exception {
        Page page = window.page();
        String map = copyOfMap(address, "tin-parade", "Old name");
        page.navigate(address.url("/maps/" + map));
        page.waitForLoadState();
        Locator menu = page.locator("details.menu").first();
        menu.locator("summary").click();
        assertThat(menu).hasAttribute("open", "");
        page.keyboard().press("Escape");
        assertThat(menu).not().hasAttribute("open", "");
        menu.locator("summary").click();
        page.locator("h1").hover();
        page.mouse().move(640, 700);
        page.mouse().down();
        page.mouse().up();
        assertThat(menu).not().hasAttribute("open", "");
        page.locator("[data-rename]").click();
        page.locator("[data-title]").fill("New name");
        page.keyboard().press("Enter");
        assertThat(page.locator("h1")).hasText("New name");
        SheetPage.button(page, "Undo").click();
        assertThat(page.locator("h1")).hasText("Old name");
    }

    @Test
    void whatIsHalfTypedSurvivesAClosedTab(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        page.locator("#name").fill("Half typed");
        page.locator("#text").fill("36 Kick\n38 Snare");
        Page again = page.context().newPage();
        page.close();
        again.navigate(address.url("/new-map"));
        assertThat(again.locator("#text")).hasValue("36 Kick\n38 Snare");
        assertThat(again.locator("#name")).hasValue("Half typed");
        assertThat(again.locator("#reading")).containsText("Snare");
        again.locator("[data-keep]").first().click();
        assertThat(again.locator("h1")).hasText("Half typed");
        again.navigate(address.url("/new-map"));
        assertThat(again.locator("#text")).hasValue("");

        String map = copyOfMap(address, "tin-parade", "Half a name");
        again.navigate(address.url("/maps/" + map));
        Locator name = again.locator("tr[data-at='0'] [data-field=name]");
        String before = name.inputValue();
        name.click();
        again.keyboard().type("Boo");
        Page third = again.context().newPage();
        again.close();
        third.navigate(address.url("/maps/" + map));
        assertThat(third.locator("tr[data-at='0'] [data-field=name]")).hasValue("Boo");
        assertThat(third.locator("[data-message]")).containsText("“Boo” was typed here and not saved");
        third.keyboard().press("Escape");
        assertThat(third.locator("tr[data-at='0'] [data-field=name]")).hasValue(before);
        third.close();
    }

    /** From a map to one of the same sounds in another order: each route runs straight. */
    @Test
    void bothSidesOfACrosswalkHaveOneOrder(Address address, Window window) throws Exception {
        Page page = window.page();
        String map = copyOfMap(address, "quayside-oak", "Sorted oak");
        page.navigate(address.url("/maps/" + map));
        page.waitForLoadState();
        page.locator("[data-pick=sort]").selectOption("name");
        assertThat(page.locator("[data-message]")).not().isEmpty();
        page.navigate(
                address.url(SheetPage.upload(address, "in one order", SheetPage.cue("Storm at Sea"), "quayside-oak")));
        page.locator("#to").selectOption(map);
        SheetPage.button(page, "Convert").click();
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
        List<String> from =
                page.locator(".walk ol").first().locator(".line-name").allInnerTexts();
        List<String> to = page.locator(".walk ol").last().locator(".line-name").allInnerTexts();
        assertThat(to).isEqualTo(from).hasSizeGreaterThan(10);
        page.getByText("Line by line").click();
        assertThat(page.getByLabel("Statement line by line").locator("thead"))
                .hasText(
                        Pattern.compile(
                                "Line\\s*in\\s*carried\\s*nearly the same\\s*another sound\\s*layered\\s*folded\\s*silent\\s*out"));
    }
}
