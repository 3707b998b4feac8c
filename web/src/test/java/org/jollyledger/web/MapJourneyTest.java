package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Pattern;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

/** Building and keeping note maps in the real interface. */
@ExtendWith({RunningApplication.class, Browser.class})
class MapJourneyTest {
    /** The lists that the core's own tests read. */
    private static final Path LISTS = Path.of("../core/src/test/resources/org/jollyledger/core/exchange/lists")
            .toAbsolutePath();

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator link(Page page, String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator message(Page page) {
        return page.locator("[data-message]");
    }

    /** A map of a few lines, open in the editor; returns its address. */
    private static String open(Page page, Address address, String name) throws Exception {
        String json = """
                {"name": "%s", "kind": "library", "middleC": "C3", "lines": [
                  {"note": 36, "name": "Kick", "sound": "kick"},
                  {"note": 38, "name": "Snare", "sound": "snare"},
                  {"note": 42, "name": "Hat closed", "sound": "hihat"},
                  {"note": 49, "name": "Crash", "sound": "crash"}]}""".formatted(name);
        String location = Http.postJson(address.url("/api/maps"), json)
                .headers()
                .firstValue("Location")
                .orElseThrow()
                .replace("/api", "");
        page.navigate(address.url(location));
        return location;
    }

    @ParameterizedTest
    @CsvSource({
        "1-columns-with-merged-cells.txt, 90",
        "2-note-names-from-the-top.txt, 90",
        "3-spreadsheet.csv, 90",
        "4-dotted-leaders.txt, 90",
        "5-names-without-notes.txt, 90",
        "6-ranges.txt, 90"
    })
    void aListFromAManualBecomesAMap(String file, int lines, Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/"));
        page.keyboard().press("n");
        page.locator("#name").fill("From " + file);
        page.locator("#text").fill(Files.readString(LISTS.resolve(file)));
        assertThat(page.locator(".reading-head strong")).hasText(lines + " lines");
        page.locator("[data-keep]").press("Enter");
        assertThat(message(page)).hasText("New map of " + lines + " lines.");
        assertThat(page.locator("tr[data-at]")).hasCount(lines);
    }

    @Test
    void whatIsUnsureIsMarkedAndCorrectedBeforeItIsKept(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        page.locator("#name").fill("Corrected");
        page.locator("#text").fill("C2 Kick\nD2 Snare\nE2 Blorp\nTitle of a page\nG#2 Pedal HH\nG8 Cowbell");
        assertThat(page.locator(".reading-head")).containsText("the drums then stand where most lists have them");
        Locator blorp = page.locator("tr.unsure", new Page.LocatorOptions().setHasText("E2 Blorp"));
        assertThat(blorp).containsText("no word of the name is known");
        blorp.locator("input[name=sound]").fill("splash 2 choke");
        blorp.locator("input[name=sound]").press("Tab");
        assertThat(page.locator("input[name=sound]").nth(2)).hasValue("splash 2, choke");
        assertThat(page.locator("tr.unsure")).hasCount(0);
        page.locator("select[name=middleC]").selectOption("C3");
        assertThat(page.locator("input[name=note]").first()).hasValue("48 · C2");
        assertThat(page.locator("input[name=sound]").nth(2)).hasValue("splash 2, choke");
        page.locator("select[name=middleC]").selectOption("C4");
        assertThat(page.locator("input[name=note]").first()).hasValue("36 · C2");
        page.locator("input[name=skip]").last().check();
        assertThat(page.locator(".reading-head strong")).hasText("4 lines");
        page.locator("[data-keep]").click();
        assertThat(page.locator("tr[data-at]")).hasCount(4);
        assertThat(page.locator("[data-field=sound]").nth(2)).hasValue("splash 2, choke");
    }

    @Test
    void aListWithoutNotesIsCountedFromANote(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        page.locator("#name").fill("Counted");
        page.locator("#text").fill("Kick\nSnare\nClap");
        page.locator("input[name=start]").fill("60");
        page.locator("select[name=direction]").selectOption("down");
        assertThat(page.locator("input[name=note]").nth(2)).hasValue(Pattern.compile("58 · .*"));
    }

    @Test
    void aMidiFileFillsNamesOrBecomesLines(Address address, Window window) throws Exception {
        Page page = window.page();
        byte[] cue = new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray();
        page.navigate(address.url("/new-map"));
        page.setInputFiles("#file", new FilePayload("pads.mid", "audio/midi", cue));
        assertThat(page.locator("#name")).hasValue("pads");
        assertThat(page.locator(".reading-head strong")).hasText(Pattern.compile("\\d+ lines"));
        page.navigate(address.url("/new-map"));
        page.locator("#text").fill("First pad\nSecond pad");
        page.setInputFiles("#file", new FilePayload("pads.mid", "audio/midi", cue));
        assertThat(page.locator("#text")).hasValue(Pattern.compile("\\d+\tFirst pad\n\\d+\tSecond pad"));
    }

    @Test
    void anotherFileIsRefusedInOneSentence(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        page.setInputFiles("#file", new FilePayload("empty.txt", "text/plain", new byte[0]));
        assertThat(page.locator("[role=alert]")).hasText("“empty” is empty; choose another file.");
        page.waitForLoadState();
        page.setInputFiles(
                "#file", new FilePayload("x.xml", "text/xml", "<a><b/></a>".getBytes(StandardCharsets.UTF_8)));
        assertThat(page.locator("[role=alert]")).containsText("holds no NoteNameList");
        page.waitForLoadState();
        page.locator("#text").fill("Dear diary, it rained.");
        assertThat(page.locator("#reading .refused")).containsText("No line of this holds a note");
    }

    @Test
    void aLongListIsReadAndAVeryLongOneRefused(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        page.locator("#name").fill("Long");
        StringBuilder list = new StringBuilder();
        for (int at = 0; at < 300; at++) {
            list.append(at % 128).append(" Crash ").append(1 + at / 10).append(" edge\n");
        }
        page.locator("#text").fill(list.toString());
        assertThat(page.locator(".reading-head strong")).hasText("300 lines");
        page.locator("[data-keep]").click();
        assertThat(message(page)).hasText("New map of 300 lines.");
        page.navigate(address.url("/new-map"));
        page.locator("#text")
                .evaluate("field => { field.value = '36 Kick\\n'.repeat(60000);"
                        + " field.dispatchEvent(new Event('input', { bubbles: true })); }");
        assertThat(page.locator("#reading .refused")).containsText("characters; it may have 400000 at most");
    }

    /** From the manual's list to the printed map and back, with nothing but keys. */
    @Test
    void aMapIsMadeCorrectedPrintedExportedReadBackAndComparedWithoutAMouse(Address address, Window window)
            throws Exception {
        Page page = window.page();
        page.navigate(address.url("/"));
        page.keyboard().press("n");
        page.locator("#name").focus();
        page.keyboard().type("Keys only");
        page.locator("#text").focus();
        page.keyboard().insertText(Files.readString(LISTS.resolve("4-dotted-leaders.txt")));
        assertThat(page.locator(".reading-head strong")).hasText("90 lines");
        page.locator("[data-keep]").press("Enter");
        assertThat(message(page)).hasText("New map of 90 lines.");
        page.waitForLoadState();
        page.locator("#pick-0").focus();
        page.keyboard().press("Enter");
        page.keyboard().type("Hat tip, corrected");
        page.keyboard().press("Enter");
        assertThat(message(page)).containsText("is now “Hat tip, corrected”");
        page.locator(".menu summary").press("Enter");
        Download csv = page.waitForDownload(() -> link(page, "CSV").press("Enter"));
        String here = page.url();
        link(page, "Chart").press("Enter");
        Download pdf = page.waitForDownload(() -> button(page, "PDF").press("Enter"));
        assertThat(Files.size(pdf.path())).isGreaterThan(5_000);
        page.keyboard().press("Alt+ArrowLeft");
        page.navigate(address.url("/new-map"));
        String renamed = Files.readString(csv.path()).replaceFirst("map,Keys only", "map,Keys again");
        page.setInputFiles("#file", new FilePayload("back.csv", "text/csv", renamed.getBytes(StandardCharsets.UTF_8)));
        assertThat(page.locator("h1")).hasText("Keys again");
        page.navigate(address.url("/comparison?a=" + here.substring(here.lastIndexOf('/') + 1) + "&b=keys-again"));
        assertThat(page.locator(".heading")).containsText("1 property");
        assertThat(page.locator(".compare-facts li")).hasCount(1);
        assertThat(page.locator(".empty")).hasText("No differences, line by line.");
    }

    @Test
    void aMapIsEditedByKeyboardAlone(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "By keyboard");
        page.locator("#pick-0").focus();
        page.keyboard().press("ArrowDown");
        page.keyboard().type("40");
        page.keyboard().press("Enter");
        assertThat(message(page)).hasText("“Snare” is on 40 · E1.");
        assertThat(page.locator("#note-2")).isFocused();
        page.keyboard().type("F1");
        page.keyboard().press("Enter");
        assertThat(page.locator("#note-2")).hasValue("41 · F1");
        page.keyboard().press("Escape");
        page.keyboard().press("+");
        assertThat(page.locator("#note-3")).hasValue("50 · D2");
        page.keyboard().press("Enter");
        page.keyboard().type("Crash left");
        page.keyboard().press("Enter");
        assertThat(message(page)).containsText("“Crash” is now “Crash left”, read as left crash 1, edge");
        page.locator("#name-3").press("Alt+ArrowUp");
        assertThat(message(page)).hasText("Moved “Crash left” up; notes stay.");
        assertThat(page.locator("#name-2")).hasValue("Crash left");
        assertThat(page.locator("#name-2")).isFocused();
        assertThat(page.locator("#note-2")).hasValue("50 · D2");
        page.locator("#sound-0").fill("kick 2 muted");
        page.locator("#sound-0").press("Enter");
        assertThat(page.locator("#sound-0")).hasValue("kick 2, muted");
        page.locator("#sound-0").fill("zither");
        page.locator("#sound-0").press("Tab");
        assertThat(message(page)).containsText("There is no sound called \"zither\"");
        assertThat(page.locator("#sound-0")).hasValue("kick 2, muted");
        page.locator("#pick-0").focus();
        page.keyboard().press("u");
        assertThat(message(page)).containsText("Undone: “Kick” stands for kick 2, muted");
        page.reload();
        page.keyboard().press("u");
        assertThat(message(page)).containsText("Undone: Moved “Crash left” up");
        page.keyboard().press("r");
        assertThat(message(page)).containsText("Redone: Moved “Crash left” up");
        page.locator("#pick-0").focus();
        page.keyboard().press("n");
        assertThat(page.locator("#name-1")).isFocused();
        page.keyboard().type("Cowbell");
        page.keyboard().press("Enter");
        assertThat(page.locator("#sound-1")).hasValue("cowbell, open");
        assertThat(page.locator("input[name=line]:checked")).hasCount(0);
        page.locator("#pick-0").check();
        page.locator("#pick-2").focus();
        page.keyboard().press("+");
        assertThat(message(page)).containsText("Moved “Snare” 1 semitone up.");
        page.locator("#pick-0").uncheck();
        page.locator("#pick-1").focus();
        page.keyboard().press("Delete");
        assertThat(page.locator("tr[data-at]")).hasCount(4);
        page.navigate(address.url(location + "/history"));
        assertThat(page.locator(".history")).containsText("Deleted “Cowbell”");
    }

    @Test
    void aNoteThatIsTakenIsAskedAbout(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "Taken");
        page.locator("#note-1").fill("36");
        page.locator("#note-1").press("Tab");
        assertThat(page.locator("[data-choices]")).containsText("36 · C1 is taken by “Kick”.");
        button(page, "Swap: “Kick” takes 38 · D1").click();
        assertThat(page.locator("#note-0")).hasValue("38 · D1");
        assertThat(page.locator("#note-1")).hasValue("36 · C1");
        page.locator("#note-2").fill("36");
        page.locator("#note-2").press("Tab");
        button(page, "Move “Snare” to a free note").click();
        assertThat(page.locator("#note-1")).hasValue("35 · B0");
        page.locator("#note-3").fill("35");
        page.locator("#note-3").press("Tab");
        button(page, "Layer both").click();
        assertThat(page.locator(".editor-state")).containsText("1 note used twice");
        assertThat(page.locator("path.doubled")).hasCount(1);
    }

    @Test
    void manyLinesAreChangedAtOnceByMouse(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "By mouse");
        page.locator("#pick-0").check();
        page.locator("#pick-1").check();
        assertThat(page.locator("[data-chosen]")).hasText("2 selected:");
        button(page, "+oct").click();
        assertThat(message(page)).hasText("Moved 2 lines 1 octave up.");
        assertThat(page.locator("#note-0")).hasValue("48 · C2");
        assertThat(page.locator("#pick-1")).isChecked();
        page.locator("[data-pick=family]").selectOption("tom");
        assertThat(page.locator("#sound-1")).hasValue(Pattern.compile("tom .*"));
        button(page, "Clear notes").click();
        assertThat(page.locator(".editor-state")).containsText("2 without a note");
        button(page, "Delete").click();
        assertThat(page.locator("tr[data-at]")).hasCount(2);
        page.locator("[data-pick=sort]").selectOption("name");
        assertThat(message(page)).containsText("Sorted the lines by name");
        page.locator("#pick-0").check();
        button(page, "Free notes near").click();
        assertThat(page.locator("[data-choices]")).containsText("Free notes near “Crash”:");
        page.locator("[data-choices] button").first().click();
        assertThat(page.locator("#note-0")).hasValue("48 · C2");
        page.locator("[data-strip]").click(new Locator.ClickOptions().setPosition(1, 10));
        assertThat(page.locator("[data-choices]")).containsText("0 · C-2 is free.");
        button(page, "Add a line here").click();
        assertThat(page.locator("tr[data-at]")).hasCount(3);
        button(page, "Undo").click();
        assertThat(page.locator("tr[data-at]")).hasCount(2);
    }

    @Test
    void twoTabsNeverOverwriteEachOther(Address address, Window window) throws Exception {
        Page first = window.page();
        String location = open(first, address, "Two tabs");
        Page second = first.context().newPage();
        second.navigate(address.url(location));
        first.locator("#name-0").fill("Kick of the first");
        first.locator("#name-0").press("Tab");
        assertThat(message(first)).containsText("is now “Kick of the first”");
        second.locator("#name-1").fill("Snare of the second");
        second.locator("#name-1").press("Tab");
        assertThat(message(second)).containsText("was changed elsewhere");
        assertThat(second.locator("#name-0")).hasValue("Kick of the first");
        assertThat(second.locator("#name-1")).hasValue("Snare");
    }

    @Test
    void typingFastLosesNothing(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "Fast");
        page.locator("#name-0").focus();
        for (String name : List.of("One", "Two", "Three", "Four")) {
            page.keyboard().type(name);
            page.keyboard().press("Enter");
        }
        page.locator("#pick-0").focus();
        assertThat(message(page)).hasText(Pattern.compile("“Crash” is now “Four”.*"));
        page.reload();
        for (int at = 0; at < 4; at++) {
            assertThat(page.locator("#name-" + at))
                    .hasValue(List.of("One", "Two", "Three", "Four").get(at));
        }
    }

    @Test
    void linesAreFilledByPlaying(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Played");
        page.navigate(address.url(location + "/fill"));
        page.keyboard().press("z");
        assertThat(page.locator(".fill-current")).containsText("Line 2 of 4");
        page.keyboard().press("x");
        assertThat(page.locator(".fill-current")).containsText("Line 3 of 4");
        page.locator("[data-key='100']").click();
        assertThat(message(page)).hasText("“Hat closed” is on 100 · E6.");
        button(page, "Back").click();
        assertThat(page.locator(".fill-current")).containsText("Hat closed");
        button(page, "Clear this one").click();
        assertThat(page.locator(".fill-current")).containsText("no note yet");
        button(page, "Skip").click();
        assertThat(page.locator(".fill-current")).containsText("Crash");
        page.locator("[data-counter]").fill("1");
        page.locator("[data-counter]").press("Tab");
        assertThat(page.locator(".fill-current")).containsText("Kick");
        button(page, "Discard changes").click();
        assertThat(message(page)).hasText("Restored what was there before filling.");
        assertThat(page.locator("#note-2")).hasValue("42 · F#1");
        page.locator("#pick-1").check();
        page.locator("#pick-3").check();
        link(page, "Fill by playing").click();
        assertThat(page.locator(".fill-current")).containsText("Line 1 of 2");
        assertThat(page.locator(".fill-list li").nth(1)).containsText("Crash");
        byte[] cue = new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray();
        page.navigate(address.url(location + "/fill"));
        page.setInputFiles("[data-fill-file] input[type=file]", new FilePayload("x.mid", "audio/midi", cue));
        button(page, "Fill from the file").click();
        assertThat(message(page)).containsText("4 lines filled");
        button(page, "Stop and save").click();
        assertThat(page).hasURL(Pattern.compile(location + "$"));
    }

    @Test
    void aMidiDeviceFillsLinesWhereTheBrowserHasOne(Address address, Window window) throws Exception {
        Page page = window.page();
        page.addInitScript("""
                const input = { onmidimessage: null, name: "Pad", state: "connected" };
                window.simulatedPad = input;
                navigator.requestMIDIAccess = async () => ({ inputs: new Map([["pad", input]]), outputs: new Map() });
                """);
        String location = open(page, address, "Device");
        page.navigate(address.url(location + "/fill"));
        button(page, "Listen to MIDI devices").click();
        assertThat(page.locator("[data-listen]")).hasText("Listening to “Pad”");
        page.evaluate("simulatedPad.onmidimessage({ data: [0x99, 71, 100] })");
        assertThat(message(page)).hasText("“Kick” is on 71 · B3.");
        page.evaluate("simulatedPad.onmidimessage({ data: [0x99, 71, 0] })");
        page.evaluate("simulatedPad.onmidimessage({ data: [0x90, 72, 1] })");
        assertThat(message(page)).hasText("“Snare” is on 72 · C4.");
    }

    @Test
    void linesOfAnotherMapAreJoined(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Joiner");
        page.navigate(address.url(location));
        link(page, "Join lines of another map").click();
        page.locator("select[name=from]").selectOption("quayside-oak");
        button(page, "Show lines").click();
        page.getByLabel("Join Ride bow", new Page.GetByLabelOptions().setExact(true))
                .check();
        page.getByLabel("Join Ride bell", new Page.GetByLabelOptions().setExact(true))
                .check();
        page.locator("input[name=label]").fill("ride copy");
        button(page, "Join the selected lines").click();
        assertThat(page.locator(".set-up"))
                .containsText("Open another instance of Quayside Oak, and call it ride copy.");
        assertThat(page.locator(".set-up li").nth(2))
                .hasText(Pattern.compile("Move “Ride bow” from 81 · A4 to \\d+ · .*\\."));
        link(page, "Continue with Joiner").click();
        assertThat(page.locator("tr[data-at]")).hasCount(6);
        assertThat(page.locator("[data-field=name][value='Ride bow (ride copy)']"))
                .hasCount(1);
    }

    @Test
    void namesAreTidiedByRulesThatAreKept(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Untidy");
        page.navigate(address.url(location + "/tidy"));
        page.getByLabel("New rule 1", new Page.GetByLabelOptions().setExact(true))
                .selectOption("replace-word");
        page.getByLabel("Word of new rule 1").fill("hat");
        page.getByLabel("Replacement of new rule 1").fill("HH");
        assertThat(page.locator("#tidied td.differs").first()).hasText("HH closed");
        button(page, "Tidy the names").click();
        assertThat(page.locator("#name-2")).hasValue("HH closed");
        page.navigate(address.url("/maps/tin-parade/tidy"));
        assertThat(page.getByLabel("Word of rule 1", new Page.GetByLabelOptions().setExact(true)))
                .hasValue("hat");
        page.navigate(address.url("/new-map"));
        page.locator("#text").fill("42 Hat closed");
        page.locator("input[name=tidy]").check();
        assertThat(page.locator("#reading")).containsText("→ HH closed");
        page.navigate(address.url(location + "/tidy"));
        page.getByLabel("Rule 1", new Page.GetByLabelOptions().setExact(true)).selectOption("");
        assertThat(page.locator("#tidied td.differs")).hasCount(0);
    }

    @Test
    void historyIsComparedAndBroughtBack(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Historic");
        page.locator("#note-0").fill("35");
        page.locator("#note-0").press("Tab");
        assertThat(message(page)).containsText("is on 35");
        link(page, "History").click();
        button(page, "Compare selected").click();
        assertThat(page.locator(".heading")).containsText("1 moved");
        assertThat(page.locator(".compared tbody tr")).hasCount(1);
        assertThat(page.locator(".compared")).containsText("36 · C1");
        link(page, "Show the 3 that are the same").click();
        assertThat(page.locator(".compared tbody tr")).hasCount(4);
        page.locator("select[name=b]").selectOption("general-midi-1");
        button(page, "Compare").click();
        assertThat(page.locator(".heading")).containsText("added");
        page.navigate(address.url(location + "/history"));
        button(page, "Restore revision 1").click();
        assertThat(message(page)).containsText("Revision 1 restored.");
        assertThat(page.locator("#note-0")).hasValue("36 · C1");
    }

    @Test
    void aCopyRemembersWhereItComesFromAndARemovedMapComesBack(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/maps/general-midi-1"));
        button(page, "Make a copy to change it").click();
        assertThat(page.locator("h1")).hasText("General MIDI 1, copy");
        page.locator("#name-0").fill("Mine");
        page.locator("#name-0").press("Tab");
        assertThat(message(page)).containsText("is now “Mine”");
        link(page, "see the differences").click();
        assertThat(page.locator(".heading")).containsText("1 renamed");
        page.goBack();
        button(page, "Remove from the ledger").click();
        assertThat(page.locator("form.message")).containsText("“General MIDI 1, copy” was removed.");
        assertThat(link(page, "General MIDI 1, copy")).hasCount(0);
        link(page, "Removed maps").click();
        button(page, "Restore General MIDI 1, copy").click();
        assertThat(message(page)).containsText("Restored “General MIDI 1, copy”.");
        button(page, "Remove from the ledger").click();
        button(page, "Undo").click();
        assertThat(page.locator("#name-0")).hasValue("Mine");
    }

    @Test
    void mapsGoOutInAnArchiveAndComeBackWithAChoice(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Archived");
        page.navigate(address.url("/?q=Archived"));
        page.getByLabel("Select Archived").check();
        Download download = page.waitForDownload(
                () -> button(page, "Download selected maps (or all) as a zip").click());
        assertThat(download.suggestedFilename()).isEqualTo("note-maps.zip");
        page.navigate(address.url("/new-map"));
        page.setInputFiles(
                "#file", new FilePayload("mine.zip", "application/zip", Files.readAllBytes(download.path())));
        assertThat(page.locator("tbody tr")).hasCount(1);
        assertThat(page.locator("tbody tr")).containsText("There is already a map with this name.");
        page.locator("select[name=choice]").selectOption("REPLACE");
        button(page, "Import").click();
        assertThat(message(page)).containsText("0 maps added, 1 map replaced.");
        page.navigate(address.url(location + "/history"));
        assertThat(page.locator("h1")).hasText("History");
    }

    @Test
    void theChartIsChosenAndPrinted(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/maps/quayside-oak/chart"));
        assertThat(page.locator(".chart-group h2").first()).containsText("Crash 1");
        page.getByLabel("short name").check();
        page.locator("select[name=order]").selectOption("NOTE");
        button(page, "Show").click();
        assertThat(page.locator(".chart-group h2")).hasCount(0);
        assertThat(page.locator(".chart-sheet td.note").first()).hasText("12 · C-1");
        Download pdf = page.waitForDownload(() -> button(page, "PDF").click());
        assertThat(pdf.suggestedFilename()).isEqualTo("quayside-oak.pdf");
        assertThat(new String(Files.readAllBytes(pdf.path()), 0, 5, StandardCharsets.ISO_8859_1))
                .isEqualTo("%PDF-");
    }

    @Test
    void theLedgerIsFilteredAndSorted(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/"));
        page.locator("select[name=kind]").selectOption("pads");
        assertThat(link(page, "Quayside Oak")).hasCount(0);
        assertThat(link(page, "Pebbledash 16")).isVisible();
        page.locator("select[name=kind]").selectOption("");
        page.locator("select[name=piece]").selectOption("gong");
        assertThat(link(page, "Quayside Oak")).isVisible();
        assertThat(link(page, "Tin Parade")).hasCount(0);
        page.locator("select[name=piece]").selectOption("");
        page.locator("select[name=sort]").selectOption("LINES");
        page.waitForURL(Pattern.compile(".*sort=LINES.*"));
        List<Integer> lines = page.locator("#maps tbody td.number").allTextContents().stream()
                .map(Integer::valueOf)
                .toList();
        assertThat(lines).hasSizeGreaterThan(5).isSortedAccordingTo(Comparator.reverseOrder());
    }

    /** How the instrument chokes and opens its hat: set, undone, refused, and there in the document. */
    @Test
    void chokesAndThePedalAreSet(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Pedalled");
        String api = "/api" + location;
        page.locator("#kit summary").click();
        page.getByLabel("Cymbals are choked by").selectOption("pressure");
        assertThat(message(page)).containsText("choke method");
        page.getByLabel("Counts from a pressure of").fill("30");
        page.getByLabel("Counts from a pressure of").press("Tab");
        assertThat(message(page)).containsText("choke pressure");
        page.getByLabel("The hi-hat opens by").selectOption("controller");
        assertThat(message(page)).containsText("hi-hat method");
        page.getByLabel("Pedal’s controller").fill("11");
        page.getByLabel("Pedal’s controller").press("Tab");
        assertThat(message(page)).containsText("pedal controller");
        page.getByLabel("Pressed down, it sends").selectOption("down");
        assertThat(message(page)).containsText("pedal direction");
        page.getByLabel("half open from").fill("50");
        page.getByLabel("half open from").press("Tab");
        assertThat(message(page)).containsText("pedal threshold");
        JsonNode kept = Http.json(Http.get(address.url(api)));
        assertThat(kept.get("chokePressure").intValue()).isEqualTo(30);
        assertThat(kept.get("pedal").get("controller").intValue()).isEqualTo(11);
        assertThat(kept.get("pedal").toString()).contains("50");

        page.getByLabel("Pedal’s controller").fill("200");
        page.getByLabel("Pedal’s controller").press("Tab");
        assertThat(message(page)).containsText("0 to 119, not 200");
        assertThat(Http.json(Http.get(address.url(api)))).isEqualTo(kept);
        page.getByLabel("half open from").fill("1");
        page.getByLabel("half open from").press("Tab");
        assertThat(message(page)).hasClass(Pattern.compile(".*refused.*"));
        assertThat(Http.json(Http.get(address.url(api)))).isEqualTo(kept);
        Browser.assertAccessible(page);
        button(page, "Undo").click();
        assertThat(message(page)).containsText("Undone:");
        assertThat(page.getByLabel("half open from")).not().hasValue("50");
    }

    /** A line that chokes says whether it is the tail alone or a stroke. */
    @Test
    void aChokeSaysHowItSounds(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Choked");
        page.locator("#sound-3").fill("crash 1 choke");
        page.locator("#sound-3").press("Tab");
        assertThat(message(page)).containsText("choke");
        page.locator("#kit summary").click();
        page.getByLabel("Crash sounds as").selectOption("a stroke, damped at once");
        assertThat(message(page)).containsText("struck and choked");
        assertThat(Http.json(Http.get(address.url("/api" + location)))
                        .get("lines")
                        .get(3)
                        .get("sound")
                        .stringValue())
                .isEqualTo("crash.1.struck-choke");
    }

    /** By axe at the width of a desk, on maps of few lines; narrower, that nothing is wider than the page. */
    @Test
    void everyPageIsAccessible(Address address, Window window) throws Exception {
        Page page = window.page();
        String location = open(page, address, "Accessible");
        page.locator("#note-1").fill("36");
        page.locator("#note-1").press("Tab");
        assertThat(page.locator("[data-choices]")).isVisible();
        Browser.assertAccessibleInBothThemes(page);
        page.navigate(address.url("/new-map"));
        Browser.assertAccessibleInBothThemes(page);
        page.locator("#text").fill("36 Kick\n37 Blorp\nCymbals\n49 Crash");
        assertThat(page.locator("tr.unsure")).hasCount(1);
        Browser.assertAccessibleInBothThemes(page);
        for (String path : List.of(
                "/maps/general-midi-1",
                location + "/chart",
                "/comparison?a=" + location.replace("/maps/", "") + "&b=tin-parade",
                location + "/history",
                location + "/tidy",
                location + "/fill",
                location + "/join?from=tin-parade",
                "/removed-maps")) {
            page.setViewportSize(1280, 800);
            page.navigate(address.url(path));
            Browser.assertAccessibleInBothThemes(page);
            for (int width : List.of(820, 400)) {
                page.setViewportSize(width, 900);
                Browser.assertFits(page);
            }
        }
    }

    @Test
    @Tag("scripts-off")
    void withScriptsOffMapsAreReadAndMade(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        page.locator("#name").fill("Without scripts");
        page.locator("#text").fill("36 Kick\n38 Snare");
        button(page, "Read list").click();
        assertThat(page.locator("#reading")).containsText("2 lines");
        page.locator("[data-keep]").click();
        assertThat(page.locator("tr[data-at]")).hasCount(2);
        page.navigate(address.url("/maps/quayside-oak"));
        assertThat(page.locator("#name-0")).hasValue("Crash 1 edge");
    }
}
