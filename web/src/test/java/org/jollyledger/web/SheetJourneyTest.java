package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.web.support.SheetPage.button;
import static org.jollyledger.web.support.SheetPage.cue;
import static org.jollyledger.web.support.SheetPage.downloaded;
import static org.jollyledger.web.support.SheetPage.hits;
import static org.jollyledger.web.support.SheetPage.map;
import static org.jollyledger.web.support.SheetPage.message;
import static org.jollyledger.web.support.SheetPage.open;
import static org.jollyledger.web.support.SheetPage.part;
import static org.jollyledger.web.support.SheetPage.upload;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.SheetPage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Seeing and editing a part, in the real interface. */
@ExtendWith({RunningApplication.class, Browser.class})
class SheetJourneyTest {
    private static final Pattern SOUNDS = Pattern.compile("0 \\d+ sounds");

    /** Every note of the part that plays nothing is found and moved to a better line, and the part goes out; no mouse. */
    @Test
    void stormAtSeaIsHeardAndRepairedForTheSmallLibraryByKeysAlone(Address address, Window window) throws Exception {
        Page page = window.page();
        NoteMap small = map("tin-parade");
        Set<Integer> there =
                small.firstLines().stream().map(line -> line.note().number()).collect(Collectors.toSet());
        String path = upload(address, "storm by keys", cue("Storm at Sea"), "tin-parade");
        page.navigate(address.url(path.replaceFirst("\\?.*", "/layouts")));
        page.getByLabel("Set as written for Quayside Oak").press("Enter");
        page.waitForSelector("#part-desk[data-ready=true]");
        open(page, address, path);
        assertThat(part(page, "silent-count")).containsText("silent on this map");
        SheetPage.writeDownStrokes(page, "#part-desk");
        page.keyboard().press("Space");
        SheetPage.awaitStrokes(page, 1, "^0 \\d+ silent");
        page.keyboard().press("Space");
        part(page, "board").focus();
        for (int row = 0; row < 60 && part(page, "next-silent").isVisible(); row++) {
            moveNextSilentRow(page);
        }
        assertThat(part(page, "silent-count")).hasText("Every hit sounds on this map.");
        assertThat(page.locator(".board-names .lost")).hasCount(0);
        page.keyboard().press("Space");
        assertThat(part(page, "transport")).hasAttribute("data-playing", "true");
        assertThat(page.locator("#part-desk")).hasAttribute("data-last-stroke", SOUNDS);
        page.keyboard().press("Space");
        Part repaired = downloaded(page);
        assertThat(repaired.hitCount()).isEqualTo(484);
        for (int note = 0; note < 128; note++) {
            assertThat(repaired.hitsPerNote()[note] == 0 || there.contains(note))
                    .as("note %d", note)
                    .isTrue();
        }
    }

    private static void moveNextSilentRow(Page page) {
        String before = message(page).textContent();
        page.keyboard().press("s");
        assertThat(part(page, "silent")).isVisible();
        if (part(page, "suggestions").locator("li").count() > 0) {
            page.keyboard().press("Shift+Digit1");
        } else {
            page.keyboard().press("w");
            page.keyboard().press("Enter");
            page.keyboard().type("Crash left");
            page.keyboard().press("Enter");
        }
        assertThat(message(page)).not().hasText(before);
        // The answer is in place when one is on a hit that sounds.
        assertThat(part(page, "silent")).isHidden();
    }

    @Test
    void everythingIsToldAboutAHitAndArrowsWalkOn(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "/parts/the-tightrope");
        assertThat(hits(page).locator("use[href='#mark-ghost']")).not().hasCount(0);
        assertThat(hits(page).locator("use[href='#head-cross']")).not().hasCount(0);
        assertThat(hits(page).locator("use[href='#head-round']")).not().hasCount(0);
        assertThat(page.locator("[data-part=ruler]")).containsText("4/4");
        assertThat(page.locator("[data-part=ruler]")).containsText("One foot");
        assertThat(page.locator("[data-part=ruler]")).containsText("♩ = 96");
        hits(page).first().click();
        assertThat(part(page, "facts")).containsText("bar 1, beat 1");
        for (String name : List.of("Tick", "Note", "Sound", "Velocity", "Length", "Channel", "Track")) {
            assertThat(part(page, "facts")).containsText(name);
        }
        String first = part(page, "facts").textContent();
        page.keyboard().press("ArrowRight");
        assertThat(part(page, "facts")).not().hasText(first);
        assertThat(part(page, "spoken")).containsText("velocity");
        page.keyboard().press("ArrowLeft");
        assertThat(part(page, "facts")).hasText(first);
        String row = part(page, "hit-name").textContent();
        page.keyboard().press("ArrowDown");
        assertThat(part(page, "hit-name")).not().hasText(row);
        page.keyboard().press("ArrowUp");
        page.keyboard().press("Shift+ArrowRight");
        assertThat(part(page, "chosen")).hasText("2 hits selected.");
        page.keyboard().press("Escape");
        assertThat(part(page, "chosen")).hasText("No hits selected.");
    }

    @Test
    void hitsAreChangedUndoneAndDoneAgain(Address address, Window window) throws Exception {
        Page page = window.page();
        String path = upload(address, "hands on", cue("The Tightrope"), "quayside-oak");
        open(page, address, path);
        hits(page).first().click();
        assertThat(part(page, "chosen")).hasText("1 hit selected.");
        page.keyboard().press("+");
        assertThat(message(page)).containsText("louder by 5");
        page.keyboard().press("Alt+ArrowDown");
        assertThat(message(page)).containsText("moved to");
        page.keyboard().press("Alt+ArrowRight");
        assertThat(message(page)).containsText("120 ticks later");
        page.keyboard().press("a");
        assertThat(message(page)).containsText("Added");
        page.keyboard().press("Delete");
        assertThat(message(page)).containsText("deleted");
        page.keyboard().press("u");
        assertThat(message(page)).containsText("Undone:");
        page.keyboard().press("r");
        assertThat(message(page)).containsText("Redone:");
        page.reload();
        page.waitForSelector("#part-desk[data-ready=true]");
        for (int step = 0; step < 5; step++) {
            String before = message(page).textContent();
            page.keyboard().press("u");
            assertThat(message(page)).not().hasText(before);
        }
        assertThat(part(page, "undo")).isDisabled();
        assertThat(downloaded(page).file().toBytes()).isEqualTo(cue("The Tightrope"));
    }

    @Test
    void hitsAreChosenByDraggingByRowAndByDescription(Address address, Window window) throws Exception {
        Page page = window.page();
        String path = upload(address, "chosen ones", cue("The Tightrope"), "quayside-oak");
        open(page, address, path);
        BoundingBox staff = part(page, "staff").boundingBox();
        page.mouse().move(staff.x + 2, staff.y + 2);
        page.mouse().down();
        page.mouse().move(staff.x + staff.width / 2, staff.y + staff.height - 3);
        page.mouse().up();
        assertThat(part(page, "chosen")).containsText(Pattern.compile("\\d+ hits selected\\."));
        hits(page).nth(5).click();
        button(page, "Whole row").click();
        assertThat(part(page, "chosen")).containsText(Pattern.compile("\\d+ hits of .* selected\\."));
        Locator describe = part(page, "describe");
        describe.locator("[name=note]").selectOption("28");
        describe.locator("[name=loudest]").fill("40");
        describe.locator("[name=firstBar]").fill("3");
        describe.locator("[name=lastBar]").fill("4");
        button(page, "Select").click();
        assertThat(message(page)).containsText(Pattern.compile("\\d+ hits of Snare selected\\."));
        part(page, "percent").locator("input").fill("50");
        button(page, "Scale").click();
        assertThat(message(page)).containsText("scaled to 50 % of their velocity");
        Part before = Part.of(MidiFile.read(cue("The Tightrope")), Channels.ALL);
        Part after = downloaded(page);
        for (int hit = 0; hit < before.hitCount(); hit++) {
            long bar = before.place(hit).bar();
            boolean meant = before.note(hit) == 28 && before.velocity(hit) <= 40 && bar >= 3 && bar <= 4;
            assertThat(after.velocity(hit))
                    .isEqualTo(meant ? (int) Math.round(before.velocity(hit) / 2.0) : before.velocity(hit));
        }
    }

    @Test
    void hitsAreMovedByMouseAndBarsCopied(Address address, Window window) throws Exception {
        Page page = window.page();
        String path = upload(address, "moved", cue("The Tightrope"), "quayside-oak");
        open(page, address, path);
        BoundingBox hit = hits(page).first().boundingBox();
        double x = hit.x + hit.width / 2;
        double y = hit.y + hit.height / 2;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x + 2, y + 12);
        page.mouse().move(x + 3, y + 48);
        page.mouse().up();
        assertThat(message(page)).containsText("moved to");
        page.getByText("Copy bars").click();
        Locator copy = part(page, "copy");
        copy.locator("[name=firstBar]").fill("1");
        copy.locator("[name=lastBar]").fill("2");
        copy.locator("[name=onto]").fill("9");
        copy.locator("button").click();
        assertThat(message(page)).hasText("Bars 1 to 2 copied to bar 9.");
        copy.locator("[name=lastBar]").fill("0");
        copy.locator("button").click();
        assertThat(message(page)).containsText("give the earlier bar first");
        Part after = downloaded(page);
        assertThat(after.bars().barCount()).isEqualTo(10);
        assertThat(after.bars().count(9, 10)).isEqualTo(after.bars().count(1, 2));
    }

    @Test
    void whatCannotBeDoneIsSaidAndChangesNothing(Address address, Window window) throws Exception {
        Page page = window.page();
        String path = upload(address, "refused", cue("The Tightrope"), "quayside-oak");
        open(page, address, path);
        hits(page).first().click();
        part(page, "line").fill("no such line");
        button(page, "Move").click();
        assertThat(message(page)).containsText("“no such line” does not match one line of this map");
        part(page, "velocity").fill("900");
        part(page, "velocity").blur();
        assertThat(message(page)).containsText("A velocity is 1 to 127, not 900.");
        Page other = page.context().newPage();
        open(other, address, path);
        other.locator("[data-part=staff] g.glyph").first().click();
        other.keyboard().press("+");
        assertThat(other.locator("[data-message]")).containsText("louder");
        part(page, "board").focus();
        page.keyboard().press("Delete");
        assertThat(message(page)).containsText("changed elsewhere since you opened it");
        assertThat(downloaded(page).hitCount()).isEqualTo(158);
        hits(page).first().click();
        page.keyboard().press("-");
        assertThat(message(page)).containsText("softer by 5");
    }

    @Test
    void aPartIsRenamedAndCopiedAsItIsNow(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, upload(address, "to be named", cue("The Tightrope"), "quayside-oak"));
        page.locator("[data-rename]").click();
        page.keyboard().press("Escape");
        page.locator("[data-rename]").click();
        page.locator("[data-title]").fill("Act 1/2, the rope");
        page.keyboard().press("Enter");
        assertThat(page.locator("h1")).hasText("Act 1/2, the rope");
        page.waitForSelector("#part-desk[data-ready=true]");
        hits(page).first().click();
        page.keyboard().press("Delete");
        assertThat(message(page)).containsText("deleted");
        button(page, "Make a copy").click();
        assertThat(message(page)).hasText("Copy of Act 1/2, the rope, as it is now.");
        page.waitForSelector("#part-desk[data-ready=true]");
        assertThat(downloaded(page).hitCount()).isEqualTo(157);
        assertThat(part(page, "undo")).isDisabled();
    }

    @Test
    void versionsAreComparedAndBroughtBack(Address address, Window window) throws Exception {
        Page page = window.page();
        String path = upload(address, "versions", cue("The Tightrope"), "quayside-oak");
        open(page, address, path);
        hits(page).first().click();
        page.keyboard().press("+");
        assertThat(message(page)).containsText("louder");
        page.keyboard().press("Delete");
        assertThat(message(page)).containsText("deleted");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("History"))
                .click();
        assertThat(page.locator("tbody tr")).hasCount(3);
        Browser.assertAccessible(page);
        button(page, "Compare selected").click();
        assertThat(page.locator("main")).containsText("157 hits are the same. 1 hit deleted.");
        assertThat(page.locator("tbody")).containsText("deleted");
        Browser.assertAccessible(page);
        page.goBack();
        button(page, "Restore revision 1").click();
        assertThat(message(page)).containsText("Revision 1 restored.");
        page.waitForSelector("#part-desk[data-ready=true]");
        assertThat(downloaded(page).file().toBytes()).isEqualTo(cue("The Tightrope"));
    }

    @Test
    void oneMovesAndZoomsFromABeatToTheWholePart(Address address, Window window) {
        Page page = window.page();
        open(page, address, "/parts/harbour-overture");
        part(page, "zoom").selectOption("the whole part");
        assertThat(hits(page)).hasCount(248);
        part(page, "zoom").selectOption("1 beat");
        assertThat(hits(page)).not().hasCount(248);
        part(page, "board").focus();
        part(page, "zoom").selectOption("4 bars");
        part(page, "board").focus();
        page.keyboard().press("End");
        assertThat(part(page, "bar")).hasValue("13");
        page.keyboard().press("Home");
        assertThat(part(page, "bar")).hasValue("1");
        page.keyboard().press("PageDown");
        assertThat(part(page, "bar")).hasValue("5");
        part(page, "bar").fill("9");
        part(page, "bar").press("Enter");
        part(page, "board").focus();
        assertThat(part(page, "bar")).hasValue("9");
        BoundingBox overview = part(page, "overview").boundingBox();
        page.mouse().click(overview.x + 4, overview.y + 10);
        assertThat(part(page, "bar")).hasValue("1");
        part(page, "rows").selectOption("all");
        assertThat(page.locator(".board-names li")).hasCount(128);
    }

    /** A made part of 100,000 hits draws no more at a time than a short one, and is seen whole as crowds. */
    @Test
    void aPartOfAHundredThousandHitsOpensAndScrolls(Address address, Window window) throws Exception {
        Page page = window.page();
        MidiFileBuilder made =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int hit = 0; hit < 100_000; hit++) {
            made.message(hit * 60L, 0x90, 10, 35 + hit % 20, 1 + hit % 127);
            made.message(hit * 60L + 30, 0x80, 10, 35 + hit % 20, 64);
        }
        open(page, address, upload(address, "very long", made.build(6_000_000), "general-midi-1"));
        int few = hits(page).count();
        assertThat(few).isBetween(50, 400);
        part(page, "board").focus();
        for (int step = 0; step < 5; step++) {
            page.keyboard().press("PageDown");
        }
        assertThat(part(page, "bar")).hasValue("21");
        assertThat(hits(page).count()).isBetween(few - 3, few + 3);
        part(page, "zoom").selectOption("the whole part");
        assertThat(page.locator(".crowd")).not().hasCount(0);
        assertThat(hits(page)).hasCount(0);
        assertThat((Integer) page.evaluate("document.querySelectorAll('*').length"))
                .isLessThan(30_000);
    }

    private static MidiFileBuilder track(int format, Division division) {
        return MidiFile.builder(format, division).track();
    }

    private static byte[] signature(int beats) {
        return new byte[] {(byte) beats, 2, 24, 8};
    }

    /** Files that are out of the ordinary open, play, and take a hit; none leaves an error in the console. */
    @Test
    void oddFilesOpenPlayAndAreEdited(Address address, Window window) throws Exception {
        Division ticks = new Division.TicksPerBeat(480);
        Map<String, byte[]> files = Map.of(
                "nothing in it", track(1, ticks).build(100),
                "pieces of their own",
                        track(2, ticks)
                                .message(0, 0x90, 10, 36, 90)
                                .track()
                                .message(240, 0x90, 10, 38, 90)
                                .build(500),
                "film frames",
                        track(0, new Division.Smpte(25, 40))
                                .message(500, 0x90, 10, 36, 90)
                                .build(600),
                "far away",
                        track(0, ticks)
                                .message(0, 0x90, 10, 36, 90)
                                .message(90_000_000, 0x90, 10, 38, 90)
                                .build(90_000_001),
                "a pick up",
                        track(0, ticks)
                                .meta(0, 0x58, signature(1))
                                .message(0, 0x90, 10, 38, 90)
                                .meta(480, 0x58, signature(4))
                                .message(480, 0x90, 10, 36, 90)
                                .build(2_400));
        Page page = window.page();
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            open(page, address, upload(address, file.getKey(), file.getValue(), "general-midi-1"));
            part(page, "board").focus();
            for (String key : List.of("ArrowRight", "ArrowDown", "s", "z", "Shift+KeyZ", "End", "Home", "o", "o")) {
                page.keyboard().press(key);
            }
            part(page, "staff").dblclick(new Locator.DblclickOptions().setPosition(60, 16));
            assertThat(message(page)).containsText(Pattern.compile("^Added "));
            page.keyboard().press("Space");
            assertThat(page.locator("#part-desk")).hasAttribute("data-last-stroke", SOUNDS);
            page.keyboard().press("Space");
        }
        open(page, address, "/parts/a-pick-up?map=general-midi-1");
        assertThat(page.locator("[data-part=ruler]")).containsText("0 1/4");
        hits(page).first().click();
        assertThat(part(page, "facts")).containsText("bar 0, beat 4");
    }

    /** Rolls and small notes stay legible when they are narrow: uprights, and small notes side by side. */
    @Test
    void flamsAndRollsAreLegible(Address address, Window window) throws Exception {
        MidiFileBuilder made = track(0, new Division.TicksPerBeat(480));
        made.message(410, 0x90, 10, 38, 40).message(445, 0x90, 10, 38, 42).message(480, 0x90, 10, 38, 100);
        for (int stroke = 0; stroke < 16; stroke++) {
            made.message(960 + stroke * 30, 0x90, 10, 38, 60);
        }
        made.message(7_000, 0x90, 10, 38, 90);
        Page page = window.page();
        open(page, address, upload(address, "rolling", made.build(7_680), "general-midi-1"));
        assertThat(page.locator(".upright")).hasCount(15);
        assertThat(page.locator(".slur")).hasCount(2);
        BoundingBox first =
                page.locator("g:has(> .slur) use[href='#head-round']").first().boundingBox();
        BoundingBox second =
                page.locator("g:has(> .slur) use[href='#head-round']").last().boundingBox();
        assertThat(Math.abs(first.x - second.x)).as("side by side").isGreaterThan(5);
        page.locator(".upright").first().click();
        assertThat(part(page, "facts")).containsText("of a roll from bar 1, beat 3");
        part(page, "zoom").selectOption("1 beat");
        assertThat(page.locator(".upright")).hasCount(0);
    }

    @Test
    void partsAreLabelledSearchedPutAwayAndBroughtBack(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        page.setInputFiles("input[type=file]", new FilePayload[] {
            new FilePayload("wren one.mid", "audio/midi", cue("The Tightrope")),
            new FilePayload("wren two.mid", "audio/midi", cue("Puppets' March"))
        });
        assertThat(page.locator("tbody")).containsText("wren two");
        page.navigate(address.url("/parts?q=wren"));
        assertThat(page.locator("tbody tr")).hasCount(2);
        page.locator("tbody input[type=checkbox]").first().check();
        page.locator("tbody input[type=checkbox]").last().check();
        page.locator("input[name=label]").fill("act one");
        button(page, "Add").click();
        assertThat(message(page)).hasText("2 parts labelled “act one”.");
        page.navigate(address.url("/parts?label=act%20one"));
        assertThat(page.locator("tbody tr")).hasCount(2);
        Browser.assertAccessible(page);
        page.getByLabel("Select wren one").check();
        button(page, "Remove").click();
        assertThat(message(page)).hasText("One part removed.");
        page.navigate(address.url("/parts?label=act%20one"));
        assertThat(page.locator("tbody tr")).hasCount(1);
        page.navigate(address.url("/removed-parts"));
        Browser.assertAccessible(page);
        button(page, "Restore wren one").click();
        assertThat(message(page)).hasText("One part restored.");
        page.navigate(address.url("/parts?q=act+one"));
        assertThat(page.locator("tbody tr")).hasCount(2);
        page.getByLabel("Select wren two").check();
        page.locator("select[name=map]").selectOption("otterbrook-e7");
        button(page, "Set").click();
        assertThat(message(page)).hasText("One part written for Otterbrook E7.");
        page.navigate(address.url("/parts"));
        button(page, "Add").click();
        assertThat(page.locator("main")).containsText("No parts are selected");
    }

    @Test
    @Tag("scripts-off")
    void withScriptsOffTheSheetAndItsTableAreThere(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/parts/storm-at-sea?map=quayside-oak"));
        assertThat(page).hasURL(Pattern.compile("/parts/storm-at-sea/plain\\?map=quayside-oak$"));
        assertThat(page.locator(".sheet svg").first()).isVisible();
        assertThat(page.locator("tbody tr")).not().hasCount(0);
        page.locator("a", new Page.LocatorOptions().setHasText("Later bars")).click();
        assertThat(page.locator("caption")).containsText("Bars 9 to 16 of 32");
        Browser.assertFits(page);
        page.locator("#map").selectOption("tin-parade");
        button(page, "Show").click();
        assertThat(page.locator(".unlisted")).not().hasCount(0);
        assertThat(page.locator(".part-ways")).containsText("MIDI file");
    }

    @Test
    void theSheetIsAccessible(Address address, Window window) {
        Page page = window.page();
        open(page, address, "/parts/storm-at-sea?map=tin-parade");
        part(page, "levels").click();
        part(page, "board").focus();
        page.keyboard().press("s");
        assertThat(part(page, "silent")).isVisible();
        Browser.assertAccessibleInBothThemes(page);
        Browser.assertAccessibleAt(page, 820, 800);
        Browser.assertAccessibleAt(page, 400, 800);
        open(page, address, "/parts/puppets-march?map=otterbrook-e7");
        page.getByText("Show as a table").click();
        assertThat(part(page, "table-body").locator("tbody tr")).not().hasCount(0);
        Browser.assertAccessibleInBothThemes(page);
    }
}
