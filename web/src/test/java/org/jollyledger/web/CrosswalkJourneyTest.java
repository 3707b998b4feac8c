package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.regex.Pattern;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.io.ClassPathResource;

/** Settling what is lost, routes in full, keeping crosswalks, recognising layouts, whole folders: in the real interface. */
@ExtendWith({RunningApplication.class, Browser.class})
class CrosswalkJourneyTest {
    private static final int QUARTER = 480;
    /** The bow of the hi-hat of the demo's electronic kit. */
    private static final int HAT_BY_PEDAL = 48;

    @TempDir
    Path folder;

    private static byte[] cue(String name) throws Exception {
        return new ClassPathResource("demo/cues/" + name + ".mid").getContentAsByteArray();
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator link(Page page, String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** A part of its own for a test, so that no other test changes its crosswalk. */
    private static String upload(Page page, Address address, String name, byte[] bytes) {
        page.navigate(address.url("/parts"));
        page.setInputFiles("input[type=file]", new FilePayload(name + ".mid", "audio/midi", bytes));
        assertThat(page.locator("h1")).hasText(name);
        return page.url().replaceFirst("[?#].*", "");
    }

    private static void convert(Page page, String fromSlug, String to) {
        page.navigate(page.url().replaceFirst("[?#].*", "") + "?map=" + fromSlug);
        page.waitForLoadState();
        if (button(page, to).count() == 1) {
            button(page, to).click();
        } else {
            page.locator("#to").selectOption(new SelectOption().setLabel(to));
            button(page, "Convert").click();
        }
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
    }

    private static void open(Page page, Address address, String name, String cue) throws Exception {
        upload(page, address, name, cue(cue));
        convert(page, "quayside-oak", "Tin Parade");
    }

    private static Locator message(Page page) {
        return page.locator("[data-message]");
    }

    private static Locator loss(Page page, String what) {
        return page.locator("[data-loss]", new Page.LocatorOptions().setHasText(what))
                .first();
    }

    @Test
    void lossesAreSettledAcceptedAndTakenBackByMouse(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "settled by mouse", "Harbour Overture");
        Locator fill = loss(page, "The fill from Floor tom high to Floor tom low stays on Floor tom");
        assertThat(fill).containsText("bar 8, beat 4.25");
        assertThat(fill.locator("[data-way]").first()).containsText("instead the fill from");
        String before = page.locator("#desk .account").first().innerText();
        String after = page.locator("#desk .sheet").last().innerText();
        Locator fold = loss(page, "folds into");
        Locator ride = fold.locator("[data-way]", new Locator.LocatorOptions().setHasText("to Ride"))
                .first();
        String way = ride.locator("span").first().innerText();
        ride.click();
        assertThat(message(page)).hasText(way.replace("Send ", "").replace(" to ", " goes to ") + ".");
        page.locator("#bar").fill("16");
        page.keyboard().press("Enter");
        assertThat(page.locator("#sheets-title ~ nav")).containsText("to 16 of 16");
        assertThat(page.locator("#desk .account").first().innerText()).isNotEqualTo(before);
        assertThat(page.locator("#desk .sheet").last().innerText()).isNotEqualTo(after);
        button(page, "Undo").click();
        assertThat(message(page)).containsText("Undone");
        assertThat(page.locator("#desk .account").first().innerText()).isEqualTo(before);
        fill.locator("[data-accept]").click();
        assertThat(message(page))
                .hasText("Accepted: the fill from Floor tom high to Floor tom low stays on Floor tom.");
        assertThat(loss(page, "The fill from Floor tom high")).hasCount(0);
        page.getByText("Accepted: 1").click();
        button(page, "No longer accept that The fill from Floor tom high to Floor tom low stays on Floor tom")
                .click();
        assertThat(message(page)).containsText("is no longer accepted");
        assertThat(loss(page, "The fill from Floor tom high")).isVisible();
    }

    /** Every loss of a part with many of them, one after the other, by keys alone. */
    @Test
    void everyLossIsSettledOrAcceptedByKeyboard(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "settled by keys", "Storm at Sea");
        int count = page.locator("[data-loss]").count();
        assertThat(count).isGreaterThan(4);
        page.keyboard().press("l");
        assertThat(page.locator("[data-loss]").first()).isFocused();
        page.keyboard().press("l");
        assertThat(page.locator("[data-loss]").nth(1)).isFocused();
        page.keyboard().press("1");
        assertThat(message(page)).containsText("goes to");
        page.keyboard().press("u");
        assertThat(message(page)).containsText("Undone");
        for (int left = count; left > 0; left--) {
            assertThat(page.locator("[data-loss]")).hasCount(left);
            page.locator("[data-loss]").first().focus();
            page.keyboard().press("a");
        }
        assertThat(page.locator(".losses-box")).containsText("Nothing beyond what you accepted.");
    }

    @Test
    void aHardStrokeAddsASecondSnareInTwoClicks(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "hard strokes", "Storm at Sea");
        page.locator("#from-28").click();
        assertThat(page.locator("#open-title")).containsText("Snare");
        page.getByText("Hard strokes add").click();
        page.locator("#hard-strokes")
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^Rim shot")))
                .click();
        assertThat(message(page)).hasText("Snare goes to Snare and Rim shot (velocities 100 to 127).");
        assertThat(page.locator(".account").first()).containsText("+ 14");
        assertThat(page.locator(".curve")).hasCount(2);
        assertThat(page.locator("#in-full")).containsText("The part plays it at velocities 25 to 125.");

        Locator edge = page.locator("[data-edge=from]").nth(1);
        edge.focus();
        for (int i = 0; i < 2; i++) {
            page.keyboard().press("Shift+ArrowRight");
        }
        page.keyboard().press("Enter");
        assertThat(message(page)).hasText("Snare goes to Snare and Rim shot (velocities 120 to 127).");

        page.locator("[data-point]").nth(1).scrollIntoViewIfNeeded();
        BoundingBox middle = page.locator("[data-point]").nth(1).boundingBox();
        page.mouse().move(middle.x + middle.width / 2, middle.y + middle.height / 2);
        page.mouse().down();
        page.mouse().move(middle.x + middle.width / 2, middle.y - 30);
        page.mouse().up();
        assertThat(message(page)).containsText("Snare (by a curve)");
        assertThat(page.locator("[name='target-0-points']")).hasValue(Pattern.compile("^1,1 6[3-5],\\d+ 127,127$"));
        page.waitForFunction("document.querySelector('.htmx-request') === null");

        page.locator("[name='target-1-curve']").selectOption("numbers");
        page.locator("[name='target-1-scale']").fill("50");
        page.locator("[name='target-1-channel']").fill("11");
        page.locator("[name='target-1-length']").fill("0.25");
        page.locator("#lay").click();
        assertThat(message(page))
                .containsText("Rim shot (velocities 120 to 127, by a curve, channel 11, 0.25 quarters long)");

        page.locator("[name='target-1-from']").fill("100");
        page.locator("[name='target-1-to']").fill("90");
        page.locator("#lay").click();
        assertThat(message(page)).hasText("Velocities 100 to 90 are no range; they go from 1 to 127, the lower first.");
        assertThat(message(page)).hasClass(Pattern.compile("refused"));

        page.getByText("only to the first target in range").click();
        page.locator("#lay").click();
        assertThat(message(page)).containsText("or else Rim shot");
        assertThat(page.locator("[name=sends][value=first]")).isChecked();
        button(page, "Delete Rim shot").click();
        assertThat(page.locator("#lay")).isVisible();
        assertThat(page.locator(".curve")).hasCount(1);
        button(page, "Use the proposed route").click();
        assertThat(message(page)).hasText("Snare goes to Snare, as proposed.");
    }

    @Test
    void aFootClosedHatAddsATambourineAndALinePassesUnchanged(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "foot and tambourine", cue("Storm at Sea"));
        convert(page, "quayside-oak", "Pebbledash 16");
        page.locator("#from-70").click();
        assertThat(page.locator("#open-title")).containsText("Hat foot close");
        page.getByText("Add a layer").click();
        page.locator("#add-layer")
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^Tambourine")))
                .click();
        assertThat(message(page)).containsText(" and Tambourine");
        assertThat(page.locator(".account").first()).containsText("+ 18");
        page.locator("#choice").selectOption("unchanged");
        page.locator("#change").click();
        assertThat(message(page)).hasText("Hat foot close passes unchanged.");
        assertThat(page.locator(".account").first()).containsText("passed unchanged on purpose");
        page.getByText("Other options and what they cost").click();
        assertThat(page.locator("#other-ways button").first()).containsText("per 1,000");
        page.locator("#other-ways button").first().click();
        assertThat(message(page)).containsText("Hat foot close goes to");
    }

    private static String copyOfMap(Page page, Address address, String slug, String name) throws Exception {
        String json = Http.text(Http.postJson(address.url("/api/maps/" + slug + "/copies?name=" + name), ""));
        assertThat(json).contains("\"name\"");
        return name.toLowerCase();
    }

    @Test
    void aKeptCrosswalkIsOfferedFirstTellsOfChangesAndComesBackFromAFile(Address address, Window window)
            throws Exception {
        Page page = window.page();
        String source = copyOfMap(page, address, "quayside-oak", "Harbour");
        String target = copyOfMap(page, address, "tin-parade", "Biscuits");
        upload(page, address, "kept one", cue("Storm at Sea"));
        convert(page, source, "Biscuits");
        page.locator("#from-89").click();
        page.locator("#choice").selectOption(new SelectOption().setLabel("Nowhere: leave it silent"));
        page.locator("#change").click();
        assertThat(message(page)).hasText("China edge is left silent.");
        page.locator("#keeping summary").click();
        page.locator("#keep-name").fill("No chinas");
        button(page, "Save").click();
        assertThat(message(page)).hasText("Saved as No chinas.");
        assertThat(page.locator("#keeping")).containsText("Based on No chinas");

        upload(page, address, "kept two", cue("Harbour Overture"));
        convert(page, source, "Biscuits");
        assertThat(page.locator("#keeping summary")).hasText("Based on No chinas");
        assertThat(page.locator("#from-89")).containsText("silent");
        page.locator("#keeping summary").click();
        page.locator("#kept").selectOption("");
        page.locator("form:has(#kept) button").click();
        assertThat(message(page)).hasText("Based on the proposed routes.");
        assertThat(page.locator("#from-89")).not().containsText("silent");

        String maps = Http.text(Http.get(address.url("/api/maps/" + target)));
        String changed = maps.replaceFirst("\"sound\" ?: ?\"crash.2.edge\"", "\"sound\":\"china.1.edge\"");
        assertThat(changed).isNotEqualTo(maps);
        put(address, "/api/maps/" + target + "?revision=1", changed);
        page.locator("#kept").selectOption("no-chinas");
        page.locator("form:has(#kept) button").click();
        assertThat(page.locator("#overtaken-title ~ ul")).containsText("Crash 2 edge went to crash 2, edge");
        link(page, "Open No chinas").click();
        assertThat(page.locator("#overtaken-title")).isVisible();
        assertThat(page.locator(".losses-box"))
                .containsText(
                        "Crash 2 edge went to crash 2, edge, where “Biscuits” has china 1, edge now; proposed now: Crash 2 edge goes to");
        Browser.assertAccessible(page);
        button(page, "Use the new proposals").click();
        assertThat(page.locator("[role=status]")).hasText("The new proposals are in use.");
        assertThat(page.locator("#overtaken-title")).hasCount(0);
        button(page, "Restore revision 1").click();
        assertThat(page.locator("#overtaken-title")).isVisible();

        button(page, "Make a copy").click();
        assertThat(page.locator("h1")).hasText("No chinas, copy");
        Download download =
                page.waitForDownload(() -> link(page, "Export as JSON").click());
        button(page, "Save the way back").click();
        assertThat(page.locator("h1")).hasText("No chinas, copy, back");
        link(page, "Crosswalks").click();
        Browser.assertAccessible(page);
        button(page, "Remove No chinas, copy").click();
        assertThat(page.locator("[role=status]")).containsText("Removed No chinas, copy");
        page.getByText("Removed crosswalks").click();
        button(page, "Restore No chinas, copy").click();
        assertThat(page.locator("[role=status]")).hasText("Restored No chinas, copy.");
        page.setInputFiles(
                "#crosswalk-file",
                new FilePayload("kept.json", "application/json", Files.readAllBytes(download.path())));
        button(page, "Import").click();
        assertThat(page.locator("[role=status]")).hasText("Imported No chinas, copy.");
        assertThat(page.locator("h1")).hasText("No chinas, copy");
    }

    private static void put(Address address, String path, String body) throws Exception {
        var answer = Http.send(java.net.http.HttpRequest.newBuilder(java.net.URI.create(address.url(path)))
                .header("Content-Type", "application/json")
                .PUT(java.net.http.HttpRequest.BodyPublishers.ofString(body)));
        assertThat(answer.statusCode()).as(Http.text(answer)).isEqualTo(200);
    }

    @Test
    void whatIsNoCrosswalkIsRefusedBesideTheField(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/crosswalks"));
        page.setInputFiles(
                "#crosswalk-file",
                new FilePayload("letter.json", "application/json", "Dear puppets".getBytes(StandardCharsets.UTF_8)));
        button(page, "Import").click();
        assertThat(page.locator("[role=alert]")).containsText("JSON");
    }

    @Test
    void routesAreLearntFromAnExample(Address address, Window window) throws Exception {
        Page page = window.page();
        open(page, address, "taught", "Harbour Overture");
        page.locator("#from-81").click();
        page.locator("#choice").selectOption(new SelectOption().setValue("61"));
        page.locator("#change").click();
        assertThat(message(page)).hasText("Ride bow goes to Ride bell.");
        Download taught =
                page.waitForDownload(() -> link(page, "Download MIDI file").click());
        button(page, "Undo").click();
        assertThat(message(page)).containsText("Undone");
        page.locator("#keeping summary").click();
        page.setInputFiles("#example", new FilePayload("example.mid", "audio/midi", Files.readAllBytes(taught.path())));
        button(page, "Learn").click();
        assertThat(message(page))
                .containsText(Pattern.compile("^Learned 15 routes from example.mid, over \\d+ moments"));
        assertThat(page.locator(".opened-route .reason")).containsText("Ride bell");
        Download again =
                page.waitForDownload(() -> link(page, "Download MIDI file").click());
        assertThat(Files.readAllBytes(again.path())).isEqualTo(Files.readAllBytes(taught.path()));
        page.locator("#keeping summary").waitFor();
        page.setInputFiles(
                "#example",
                new FilePayload("letter.mid", "audio/midi", "Dear puppets".getBytes(StandardCharsets.UTF_8)));
        button(page, "Learn").click();
        assertThat(message(page)).containsText("\"letter.mid\": This is not a MIDI file");
    }

    @Test
    void aPartOfUnknownOriginIsRecognised(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "stray waltz", cue("Clockmaker's Waltz"));
        link(page, "Which layout is this?").click();
        assertThat(page.locator(".layout-answer")).containsText("written for Candle Brushes.");
        assertThat(page.locator(".layouts h2").first()).hasText("Candle Brushes");
        assertThat(page.locator(".layouts li").first()).containsText("it has all");
        Browser.assertAccessible(page);
        button(page, "Set as written for Candle Brushes").click();
        assertThat(page.locator("h1")).hasText("stray waltz");
        assertThat(page.locator("#map")).hasValue("candle-brushes");
    }

    /** A tune is told to be none, and the maps are offered all the same. */
    @Test
    void aTuneIsNoDrumPart(Address address, Window window) throws Exception {
        Page page = window.page();
        int[] scale = {60, 62, 64, 65, 67, 69, 71, 72};
        MidiFileBuilder tune =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int i = 0; i < 64; i++) {
            int note = scale[i % 16 < 8 ? i % 8 : 7 - i % 8];
            tune.message(i * QUARTER, 0x90, 1, note, 80);
            tune.message((i + 1) * QUARTER - 1, 0x80, 1, note, 64);
        }
        upload(page, address, "a tune", tune.build(64 * QUARTER));
        link(page, "Which layout is this?").click();
        assertThat(page.locator(".layout-answer"))
                .hasText("None of your maps: this sounds like a tune, not like drums.");
        assertThat(page.locator(".layouts li .ink-button")).hasCount(0);
        assertThat(page.locator(".layouts li .paper-button")).not().hasCount(0);
    }

    /** Bars of an electronic kit: its hat opens by the pedal on the last eighth, and note 56 is on none of its lines. */
    private static byte[] kitBars(int bars) {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int eighth = 0; eighth < bars * 8; eighth++) {
            int tick = eighth * QUARTER / 2;
            file.message(tick, 0xB0, 10, 4, eighth % 8 == 7 ? 0 : 127);
            file.message(tick, 0x90, 10, HAT_BY_PEDAL, 90);
            if (eighth % 8 == 0) {
                file.message(tick, 0x90, 10, 56, 100);
            }
            file.message(tick + 60, 0x80, 10, HAT_BY_PEDAL, 64);
        }
        return file.build(bars * 4L * QUARTER);
    }

    /** A note without a line that plays something else is named; the pedal of the kit is followed by notes. */
    @Test
    void strayHitsAreSettledAndPedalsFollowed(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "kit bars", kitBars(4));
        convert(page, "otterbrook-e7", "General MIDI 1");
        Locator stray = loss(page, "Note 56");
        assertThat(stray).containsText("not on Otterbrook E7, plays Cowbell");
        assertThat(stray).containsText("bar 2, beat 1");
        assertThat(page.locator("[data-sheet=after] .names")).containsText("HH open");
        Locator pedal = page.getByLabel("Values of the hi-hat pedal");
        assertThat(pedal).containsText("− 32");
        assertThat(page.locator("[data-loss]")).hasCount(1);
        stray.locator("[data-way]", new Locator.LocatorOptions().setHasText("silent"))
                .click();
        assertThat(message(page)).containsText("is left silent.");
        assertThat(loss(page, "Note 56")).hasCount(0);
        button(page, "Undo").click();
        assertThat(message(page)).containsText("Undone");
        loss(page, "Note 56").locator("[data-accept]").click();
        assertThat(message(page)).containsText("Accepted: note 56");
        assertThat(page.locator("[data-loss]")).hasCount(0);
        page.reload();
        assertThat(page.locator("[data-loss]")).hasCount(0);
    }

    /** Routes may be proposed for each file by itself: what comes out is what each file gives alone. */
    @Test
    void aBatchProposesForEachFile(Address address, Window window) throws Exception {
        Page page = window.page();
        choosePair(page, address);
        page.locator("#batch-proposing").selectOption("each");
        page.setInputFiles("#batch-files", new FilePayload[] {
            new FilePayload("storm.mid", "audio/midi", cue("Storm at Sea")),
            new FilePayload("rope.mid", "audio/midi", cue("The Tightrope"))
        });
        page.locator("#batch-send").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        assertThat(page.locator(".heading")).containsText("with routes proposed for each file by itself");
        assertThat(page.locator("#progress")).containsText("2 of 2 files · 2 converted");
        Download download =
                page.waitForDownload(() -> link(page, "Download result").click());
        Map<String, byte[]> result = Zips.read(Files.readAllBytes(download.path()));
        upload(page, address, "rope alone", cue("The Tightrope"));
        convert(page, "quayside-oak", "Tin Parade");
        Download alone =
                page.waitForDownload(() -> link(page, "Download MIDI file").click());
        assertThat(result.get("rope.mid")).isEqualTo(Files.readAllBytes(alone.path()));
    }

    private static void choosePair(Page page, Address address) {
        page.navigate(address.url("/batches"));
        page.waitForLoadState();
        if (page.locator("#batch-crosswalk").count() == 1) {
            page.locator("#batch-crosswalk").selectOption("");
        }
        page.locator("#batch-from").selectOption("quayside-oak");
        page.locator("#batch-to").selectOption("tin-parade");
    }

    @Test
    void aZipOfHundredsOfFilesGoesThroughWithALiveBar(Address address, Window window) throws Exception {
        Page page = window.page();
        Map<String, byte[]> files = new LinkedHashMap<>();
        byte[] storm = cue("Storm at Sea");
        for (int i = 0; i < 600; i++) {
            files.put("Fair/set %02d/loop %04d.mid".formatted(i / 100, i), storm);
        }
        files.put("Fair/letter.mid", "Dear puppets".getBytes(StandardCharsets.UTF_8));
        Path archive = Files.write(folder.resolve("Lantern loops.zip"), Zips.of(files));
        choosePair(page, address);
        page.setInputFiles("#batch-files", archive);
        page.locator("#batch-send").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        assertThat(page.locator("h1")).hasText("Lantern loops");
        assertThat(page.locator("[data-download]")).isVisible(new IsVisibleOptions().setTimeout(60_000));
        assertThat(page.locator("#progress")).containsText("601 of 601 files · 600 converted · 1 untouched");
        assertThat(page.locator("#problems-title ~ table")).containsText("is named as a MIDI file and is none");
        assertThat(page.locator(".account").first()).containsText("Closing hits");
        Browser.assertAccessible(page);
        Download download =
                page.waitForDownload(() -> link(page, "Download result").click());
        assertThat(download.suggestedFilename()).isEqualTo("Lantern loops.zip");
        Map<String, byte[]> result = Zips.read(Files.readAllBytes(download.path()));
        assertThat(result).hasSize(604);
        assertThat(result.keySet()).containsAll(files.keySet());
        page.navigate(address.url("/batches"));
        assertThat(link(page, "Lantern loops")).isVisible();
        Browser.assertAccessible(page);
    }

    private Path folderOfFills(int count) throws Exception {
        Path loops = Files.createDirectories(folder.resolve("Fair").resolve("fills"));
        for (int i = 0; i < count; i++) {
            Files.write(loops.resolve("fill " + i + ".mid"), cue("Storm at Sea"));
        }
        Files.writeString(folder.resolve("Fair").resolve("notes.txt"), "Dear puppets");
        return folder.resolve("Fair");
    }

    @Test
    void aFolderIsSentInGroups(Address address, Window window) throws Exception {
        Page page = window.page();
        choosePair(page, address);
        page.setInputFiles("#batch-folder", folderOfFills(230));
        page.locator("#batch-send").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        assertThat(page.locator("h1")).hasText("Fair");
        assertThat(page.locator("#progress")).containsText("231 of 231 files · 230 converted · 1 untouched");
        Download download =
                page.waitForDownload(() -> link(page, "Download result").click());
        Map<String, byte[]> result = Zips.read(Files.readAllBytes(download.path()));
        assertThat(result.keySet())
                .contains("Fair/fills/fill 229.mid", "Fair/notes.txt", "Jolly Ledger/statements.csv");
        page.getByText("Delete this batch").click();
        button(page, "Delete for good").click();
        assertThat(page.locator("[role=status]").first()).hasText("Removed Fair with its files.");
    }

    /** A part of so many bars with four hits each, which takes its time and next to no room in an archive. */
    private static byte[] longPart(int bars) {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int quarter = 0; quarter < bars * 4; quarter++) {
            file.message(quarter * (long) QUARTER, 0x90, 10, 26, 90);
            file.message(quarter * (long) QUARTER + 60, 0x80, 10, 26, 64);
        }
        return file.build(bars * 4L * QUARTER);
    }

    /** Batches go one after the other: the second one waits as long as the first one runs, which is until it is stopped. */
    @Test
    void aBatchIsStopped(Address address, Window window) throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>();
        byte[] part = longPart(25_000);
        for (int i = 0; i < 300; i++) {
            files.put(i + ".mid", part);
        }
        String begin = address.url("/api/batches?from=quayside-oak&to=tin-parade&name=Long");
        String first = Http.postFile(begin, "file", "long.zip", Zips.of(files))
                .headers()
                .firstValue("Location")
                .orElseThrow();
        Page page = window.page();
        choosePair(page, address);
        page.setInputFiles("#batch-folder", folderOfFills(3));
        page.locator("#batch-send").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        button(page, "Stop").click();
        assertThat(Http.postJson(address.url(first + "/stop"), "").statusCode()).isEqualTo(200);
        assertThat(page.locator("#progress")).containsText("It was stopped.");
        assertThat(link(page, "Download result")).isVisible();
    }

    @Test
    void aBatchWithoutMapsOrFilesIsRefusedInOneSentence(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/batches"));
        page.waitForLoadState();
        page.locator("#batch-send").click();
        assertThat(page.locator("#batch-refusal"))
                .hasText("No file was chosen; choose a zip, a folder, or some MIDI files.");
        if (page.locator("#batch-crosswalk").count() == 1) {
            page.locator("#batch-crosswalk").selectOption("");
        }
        page.setInputFiles(
                "#batch-files", new FilePayload("a.mid", "audio/midi", "nothing".getBytes(StandardCharsets.UTF_8)));
        page.locator("#batch-send").click();
        assertThat(page.locator("#batch-refusal")).containsText("Choose a saved crosswalk, or the map");
    }

    @Test
    @Tag("scripts-off")
    void withScriptsOffABatchAndALossGoThroughToo(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts/harbour-overture?map=quayside-oak"));
        page.locator("#to").selectOption(new SelectOption().setLabel("Otterbrook E7"));
        button(page, "Convert").click();
        page.locator("[data-accept]").first().click();
        assertThat(message(page)).containsText("Accepted: ");
        choosePair(page, address);
        Path archive = Files.write(folder.resolve("one.zip"), Zips.of(Map.of("a.mid", cue("Storm at Sea"))));
        page.setInputFiles("#batch-files", archive);
        page.locator("#batch-send").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        await().until(() -> {
            page.reload();
            return page.locator("[data-download]").count() > 0;
        });
        assertThat(page.locator("#progress")).containsText("1 of 1 file");
    }

    /** What the script draws through points is what the core makes of velocities, for curves at random. */
    @Test
    @SuppressWarnings("unchecked")
    void theCurveThatIsDrawnIsTheCurveThatIsApplied(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/crosswalks"));
        Random random = new Random(11);
        for (int round = 0; round < 40; round++) {
            List<VelocityCurve.Point> points = random.ints(1, 128)
                    .distinct()
                    .limit(1 + random.nextInt(VelocityCurve.Points.MOST))
                    .sorted()
                    .mapToObj(in -> new VelocityCurve.Point(in, 1 + random.nextInt(127)))
                    .toList();
            List<List<Number>> drawn = (List<List<Number>>) page.evaluate(
                    "async (points) => (await import('/js/curve.js')).lineThrough(points)",
                    points.stream()
                            .map(point -> List.of(point.in(), point.out()))
                            .toList());
            VelocityCurve curve = new VelocityCurve.Points(points);
            for (int velocity = VelocityRange.LOWEST; velocity <= VelocityRange.HIGHEST; velocity++) {
                assertThat(curve.apply(velocity))
                        .as("%s at %d", points, velocity)
                        .isEqualTo((int) Math.round(heightAt(drawn, velocity)));
            }
        }
    }

    private static double heightAt(List<List<Number>> line, int velocity) {
        int after = 1;
        while (line.get(after).get(0).intValue() < velocity) {
            after++;
        }
        double fromX = line.get(after - 1).get(0).doubleValue();
        double fromY = line.get(after - 1).get(1).doubleValue();
        double toX = line.get(after).get(0).doubleValue();
        double toY = line.get(after).get(1).doubleValue();
        return toX == fromX ? toY : fromY + (velocity - fromX) / (toX - fromX) * (toY - fromY);
    }
}
