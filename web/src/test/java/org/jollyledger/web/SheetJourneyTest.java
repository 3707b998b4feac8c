package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.ClassPathResource;

/** Seeing, hearing and editing a part, in the real interface. */
@ExtendWith({RunningApplication.class, Browser.class})
class SheetJourneyTest {
    private static final Pattern SOUNDS = Pattern.compile("0 \\d+ sounds");

    private static byte[] cue(String name) throws Exception {
        return new ClassPathResource("demo/cues/" + name + ".mid").getContentAsByteArray();
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** A part of its own for a test; answers its address. */
    private static String upload(Address address, String name, byte[] bytes, String map) throws Exception {
        String slug = Http.json(Http.postFile(address.url("/api/parts"), "part", name + ".mid", bytes))
                .get("slug")
                .stringValue();
        return "/parts/" + slug + "?map=" + map;
    }

    private static void open(Page page, Address address, String path) {
        page.navigate(address.url(path));
        page.waitForSelector("#part-desk[data-ready=true]");
    }

    private static Locator part(Page page, String name) {
        return page.locator("[data-part='" + name + "']");
    }

    private static Locator message(Page page) {
        return page.locator("[data-message]");
    }

    private static Locator hits(Page page) {
        return page.locator("[data-part=staff] g.glyph");
    }

    private static Part downloaded(Page page) throws Exception {
        Download download = page.waitForDownload(() -> page.keyboard().press("d"));
        return Part.of(MidiFile.read(Files.readAllBytes(download.path())), Channels.ALL);
    }

    /** Every note of the part that plays nothing is found and moved to a better line, and the part goes out; no mouse. */
    @Test
    void stormAtSeaIsHeardAndRepairedForTheSmallLibraryByKeysAlone(Address address, Window window) throws Exception {
        Page page = window.page();
        NoteMap small = NoteMapJson.read(
                new ClassPathResource("demo/maps/tin-parade.json").getContentAsString(StandardCharsets.UTF_8));
        Set<Integer> there =
                small.firstLines().stream().map(line -> line.note().number()).collect(Collectors.toSet());
        String path = upload(address, "storm by keys", cue("Storm at Sea"), "tin-parade");
        page.navigate(address.url(path.replaceFirst("\\?.*", "/layouts")));
        page.getByLabel("It was written for Quayside Oak").press("Enter");
        page.waitForSelector("#part-desk[data-ready=true]");
        open(page, address, path);
        assertThat(part(page, "silent-count")).containsText("play nothing on this map");
        page.keyboard().press("Space");
        assertThat(page.locator("#part-desk")).hasAttribute("data-last-stroke", Pattern.compile("0 \\d+ silent"));
        page.keyboard().press("Space");
        part(page, "board").focus();
        for (int row = 0; row < 60 && part(page, "next-silent").isVisible(); row++) {
            moveNextSilentRow(page);
        }
        assertThat(part(page, "silent-count")).hasText("Every hit sounds on this map.");
        assertThat(page.locator(".board-names .lost")).hasCount(0);
        page.keyboard().press("Space");
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
        // The answer is in place when the hits that were moved are chosen.
        assertThat(part(page, "chosen")).containsText("chosen");
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
        assertThat(part(page, "chosen")).hasText("2 hits are chosen.");
        page.keyboard().press("Escape");
        assertThat(part(page, "chosen")).hasText("No hit is chosen.");
    }

    @Test
    void hitsAreChangedUndoneAndDoneAgain(Address address, Window window) throws Exception {
        Page page = window.page();
        String path = upload(address, "hands on", cue("The Tightrope"), "quayside-oak");
        open(page, address, path);
        hits(page).first().click();
        assertThat(part(page, "chosen")).hasText("1 hit is chosen.");
        page.keyboard().press("+");
        assertThat(message(page)).containsText("louder by 5");
        page.keyboard().press("Alt+ArrowDown");
        assertThat(message(page)).containsText("moved to");
        page.keyboard().press("Alt+ArrowRight");
        assertThat(message(page)).containsText("120 ticks later");
        page.keyboard().press("a");
        assertThat(message(page)).containsText("Put in");
        page.keyboard().press("Delete");
        assertThat(message(page)).containsText("taken out");
        page.keyboard().press("u");
        assertThat(message(page)).containsText("Taken back:");
        page.keyboard().press("r");
        assertThat(message(page)).containsText("Done again:");
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
        assertThat(part(page, "chosen")).containsText(Pattern.compile("\\d+ hits chosen\\."));
        hits(page).last().click();
        button(page, "The whole row").click();
        assertThat(part(page, "chosen")).containsText(Pattern.compile("\\d+ hits of .* chosen\\."));
        Locator describe = part(page, "describe");
        describe.locator("[name=note]").selectOption("28");
        describe.locator("[name=loudest]").fill("40");
        describe.locator("[name=firstBar]").fill("3");
        describe.locator("[name=lastBar]").fill("4");
        button(page, "Choose them").click();
        assertThat(message(page)).containsText(Pattern.compile("\\d+ hits of Snare chosen\\."));
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
        assertThat(message(page)).containsText("“no such line” is no line of this map");
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
    void versionsAreComparedAndBroughtBack(Address address, Window window) throws Exception {
        Page page = window.page();
        String path = upload(address, "versions", cue("The Tightrope"), "quayside-oak");
        open(page, address, path);
        hits(page).first().click();
        page.keyboard().press("+");
        assertThat(message(page)).containsText("louder");
        page.keyboard().press("Delete");
        assertThat(message(page)).containsText("taken out");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("History"))
                .click();
        assertThat(page.locator("tbody tr")).hasCount(3);
        Browser.assertAccessible(page);
        button(page, "Compare the two that are marked").click();
        assertThat(page.locator("main")).containsText("157 hits are the same; 1 differ.");
        assertThat(page.locator("tbody")).containsText("taken out");
        Browser.assertAccessible(page);
        page.goBack();
        button(page, "Bring back version 1").click();
        assertThat(message(page)).containsText("Brought back version 1.");
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

    /** Of the offline rendering of a schedule: how loud each tenth of a second is, and where the loudest moments fall. */
    private static final String RENDER = """
            async ([schedule, instrument, muted]) => {
              const { Instrument } = await import("/js/instrument.js");
              const read = async (address) => (await fetch(address, { headers: { Accept: "application/json" } })).json();
              const [plan, voices] = await Promise.all([read(schedule), read(instrument)]);
              const rate = 44100;
              const seconds = plan.end - plan.begin + 3;
              const context = new OfflineAudioContext(1, seconds * rate, rate);
              const player = new Instrument(context);
              await player.prepare(voices);
              for (const stroke of plan.strokes) {
                if (stroke.sound && !muted.includes(stroke.note)) {
                  const handle = player.strike(stroke.sound, stroke.at - plan.begin, stroke.gain, stroke.cutoff, context.destination);
                  if (stroke.stop >= 0) {
                    player.stop(handle, stroke.stop - plan.begin);
                  }
                }
              }
              const samples = (await context.startRendering()).getChannelData(0);
              const step = rate / 100;
              const loud = [];
              for (let at = 0; at + step <= samples.length; at += step) {
                let sum = 0;
                for (let i = at; i < at + step; i++) {
                  sum += samples[i] * samples[i];
                }
                loud.push(Math.sqrt(sum / step));
              }
              return { loud, strokes: plan.strokes.map((stroke) => ({ at: stroke.at - plan.begin, note: stroke.note, sound: stroke.sound })) };
            }""";

    @SuppressWarnings("unchecked")
    private static Rendered render(Page page, String path, String query, Integer... muted) {
        Map<String, Object> answer = (Map<String, Object>) page.evaluate(
                RENDER, List.of(path + "/schedule?" + query, path + "/instrument?" + query, List.of(muted)));
        List<Double> loud = ((List<Number>) answer.get("loud"))
                .stream().map(Number::doubleValue).toList();
        assertThat(loud).allMatch(Double::isFinite);
        List<Double> times = ((List<Map<String, Object>>) answer.get("strokes"))
                .stream()
                        .map(stroke -> ((Number) stroke.get("at")).doubleValue())
                        .toList();
        return new Rendered(loud, times);
    }

    /** How loud each hundredth of a second is, and when strokes begin. */
    private record Rendered(List<Double> loud, List<Double> strokes) {
        double loudness(double from, double to) {
            return loud.subList((int) Math.round(from * 100), (int) Math.round(to * 100)).stream()
                    .mapToDouble(Double::doubleValue)
                    .average()
                    .orElseThrow();
        }
    }

    private static byte[] strokes(int... ticksAndNotes) {
        MidiFileBuilder made =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int i = 0; i < ticksAndNotes.length; i += 2) {
            made.message(ticksAndNotes[i], 0x90, 10, ticksAndNotes[i + 1], 110);
        }
        return made.build(4_000);
    }

    /** In an offline audio context: what is not on the map, or muted, is silent; the loudest moments fall on the hits. */
    @Test
    void silentRowsAreSilentAndTheLoudestMomentsFallOnHits(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        // Snare, kick; then a note that General MIDI does not have; then a closed hat.
        String path = upload(address, "heard", strokes(0, 38, 480, 36, 960, 120, 1440, 42), "general-midi-1");
        String part = path.replaceFirst("\\?.*", "");
        Rendered heard = render(page, part, "map=general-midi-1&to=1920");
        assertThat(heard.strokes()).hasSize(4);
        assertThat(heard.loudness(1.2, 1.45)).as("no sound for note 120").isLessThan(0.001);
        for (double at : new double[] {0, 0.5, 1.5}) {
            assertThat(heard.loudness(at, at + 0.03))
                    .as("at %.1f s", at)
                    .isGreaterThan(20 * heard.loudness(at + 0.43, at + 0.48) + 0.001);
        }
        Rendered muted = render(page, part, "map=general-midi-1&to=1920", 36);
        assertThat(muted.loudness(0.55, 0.9)).isLessThan(0.002);
        Rendered groove = render(page, "/parts/the-tightrope", "map=quayside-oak&to=3840");
        for (int moment = 1; moment < 390; moment++) {
            boolean rises = groove.loud().get(moment) > 3 * groove.loud().get(moment - 1) + 0.01;
            double now = moment / 100.0;
            assertThat(!rises || groove.strokes().stream().anyMatch(at -> Math.abs(at - now) < 0.021))
                    .as("it gets louder at %.2f s, where nothing is struck", now)
                    .isTrue();
        }
    }

    /** In an offline audio context: a choke, and a hat that closes, cut the tail. */
    @Test
    void chokesCutTheTail(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        String open =
                upload(address, "open hat", strokes(0, 46), "general-midi-1").replaceFirst("\\?.*", "");
        String closed = upload(address, "closed hat", strokes(0, 46, 240, 44), "general-midi-1")
                .replaceFirst("\\?.*", "");
        Rendered rings = render(page, open, "map=general-midi-1&to=1920");
        Rendered cut = render(page, closed, "map=general-midi-1&to=1920");
        assertThat(cut.loudness(0.1, 0.2))
                .isCloseTo(rings.loudness(0.1, 0.2), org.assertj.core.api.Assertions.within(0.002));
        assertThat(rings.loudness(0.4, 0.6)).isGreaterThan(0.01);
        assertThat(cut.loudness(0.4, 0.6)).isLessThan(rings.loudness(0.4, 0.6) / 20);
        NoteMap oak = NoteMapJson.read(
                new ClassPathResource("demo/maps/quayside-oak.json").getContentAsString(StandardCharsets.UTF_8));
        int crash = noteOf(oak, "crash.1.edge");
        int choke = noteOf(oak, "crash.1.choke");
        String grabbed = upload(address, "grabbed", strokes(0, crash, 480, choke), "quayside-oak")
                .replaceFirst("\\?.*", "");
        Rendered choked = render(page, grabbed, "map=quayside-oak&to=1920");
        assertThat(choked.loudness(0.4, 0.48)).isGreaterThan(0.004);
        assertThat(choked.loudness(0.75, 1.2)).isLessThan(choked.loudness(0.4, 0.48) / 20);
    }

    private static int noteOf(NoteMap map, String sound) {
        return map.firstLines().stream()
                .filter(line -> line.sound().code().equals(sound))
                .findFirst()
                .orElseThrow()
                .note()
                .number();
    }

    /** How bright a sound is and how long it rings: what must be told apart differs in one of them, or in pitch. */
    @Test
    @SuppressWarnings("unchecked")
    void soundsThatMustBeToldApartAreHeardApart(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        List<String> codes = List.of(
                "kick.hit",
                "snare.centre",
                "snare.rim-shot",
                "snare.side-stick",
                "tom.1.head",
                "tom.2.head",
                "tom.3.head",
                "tom.4.head",
                "hihat.tip.closed",
                "hihat.tip.half",
                "hihat.tip.open",
                "ride.1.bow",
                "ride.1.bell",
                "crash.1.edge",
                "crash.2.edge",
                "china.1.edge",
                "splash.1.edge",
                "crash.1.choke");
        List<List<Number>> features = (List<List<Number>>) page.evaluate("""
                async (codes) => {
                  const { Instrument } = await import("/js/instrument.js");
                  const rate = 44100;
                  const features = [];
                  for (const code of codes) {
                    const voices = await (await fetch(`/sounds/${code}/voice`, { headers: { Accept: "application/json" } })).json();
                    const player = new Instrument(new OfflineAudioContext(1, rate, rate));
                    await player.prepare(voices);
                    const samples = player.buffer(code).getChannelData(0);
                    let energy = 0, weighted = 0, crossings = 0, changes = 0;
                    for (let i = 1; i < samples.length; i++) {
                      energy += samples[i] ** 2;
                      weighted += (i / rate) * samples[i] ** 2;
                      changes += (samples[i] - samples[i - 1]) ** 2;
                    }
                    const early = Math.min(samples.length, rate / 10);
                    for (let i = 1; i < early; i++) {
                      crossings += Math.sign(samples[i]) !== Math.sign(samples[i - 1]) ? 1 : 0;
                    }
                    features.push([Math.log2(1 + crossings), 1.5 * Math.log2(0.002 + weighted / energy), Math.log2(changes / energy + 1e-9), Math.log2(energy)]);
                  }
                  return features;
                }""", codes);
        for (int one = 0; one < codes.size(); one++) {
            for (int other = one + 1; other < codes.size(); other++) {
                double apart = 0;
                for (int i = 0; i < 4; i++) {
                    apart += Math.abs(features.get(one).get(i).doubleValue()
                            - features.get(other).get(i).doubleValue());
                }
                assertThat(apart)
                        .as("%s and %s", codes.get(one), codes.get(other))
                        .isGreaterThan(0.25);
            }
        }
    }

    @Test
    void beforeAndAfterAreHeardAtTheSamePlace(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/parts/storm-at-sea?map=quayside-oak"));
        page.locator("#to").selectOption("lamplighter-box-street-set");
        button(page, "Convert").click();
        page.waitForURL(Pattern.compile("/crosswalks/\\d+.*"));
        page.waitForLoadState();
        Locator bar = page.locator("[data-hear-walk]");
        page.keyboard().press("Space");
        assertThat(bar).hasAttribute("data-last-stroke", Pattern.compile("0 .*"));
        page.keyboard().press("x");
        assertThat(bar).hasAttribute("data-source", "1");
        assertThat(bar).hasAttribute("data-last-stroke", Pattern.compile("1 .*"));
        assertThat(bar).hasAttribute("data-playing", "true");
        page.keyboard().press("x");
        assertThat(bar).hasAttribute("data-last-stroke", Pattern.compile("0 .*"));
        page.keyboard().press("Space");
        assertThat(bar).hasAttribute("data-playing", "false");
        button(page, "Keep it as a part").click();
        assertThat(page.locator("h1")).hasText("Storm at Sea (Lamplighter Box, street set)");
        page.navigate(address.url("/parts/storm-at-sea?map=quayside-oak"));
        page.waitForSelector("#part-desk[data-ready=true]");
        assertThat(page.locator("[data-player=switch]")).isVisible();
    }

    @Test
    void itPlaysInALoopAtAnotherTempoWithTheMetronome(Address address, Window window) {
        Page page = window.page();
        open(page, address, "/parts/harbour-overture?map=quayside-oak");
        page.locator("[data-player=tempo]").fill("200");
        assertThat(page.locator("[data-player=tempo-words]")).hasText("200 %");
        page.locator("[data-player=clicks]").check();
        page.locator("[data-player=count-in]").check();
        part(page, "zoom").selectOption("1 bar");
        part(page, "board").focus();
        page.keyboard().press("o");
        assertThat(part(page, "loop")).hasAttribute("aria-pressed", "true");
        page.keyboard().press("Space");
        assertThat(page.locator("#part-desk")).hasAttribute("data-last-stroke", SOUNDS);
        // The bar lasts about a second: after three it plays still, and in the same bar.
        page.waitForTimeout(3_000);
        assertThat(part(page, "transport")).hasAttribute("data-playing", "true");
        assertThat(part(page, "bar")).hasValue("1");
        page.keyboard().press("Space");
        assertThat(part(page, "transport")).hasAttribute("data-playing", "false");
        part(page, "levels").click();
        Locator mute = page.locator(".board-names [data-hear=mute]").first();
        mute.click();
        assertThat(mute).hasAttribute("aria-pressed", "true");
    }

    @Test
    void aLineIsHeardWhereverItIsClicked(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/maps/general-midi-1"));
        page.waitForLoadState();
        page.waitForResponse(
                response -> response.url().contains("/sounds/") && response.status() == 200,
                () -> page.locator("tr[data-line]").first().click());
        open(page, address, "/parts/harbour-overture?map=quayside-oak");
        page.waitForResponse(
                response -> response.url().contains("/sounds/") && response.status() == 200,
                () -> page.locator(".row-name").nth(2).click());
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
            assertThat(message(page)).containsText(Pattern.compile("^Put in "));
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
        button(page, "Put it on").click();
        assertThat(message(page)).hasText("2 parts labelled “act one”.");
        page.navigate(address.url("/parts?label=act%20one"));
        assertThat(page.locator("tbody tr")).hasCount(2);
        Browser.assertAccessible(page);
        page.getByLabel("Mark wren one").check();
        button(page, "Put away").click();
        assertThat(message(page)).hasText("One part put away.");
        page.navigate(address.url("/parts?label=act%20one"));
        assertThat(page.locator("tbody tr")).hasCount(1);
        page.navigate(address.url("/removed-parts"));
        Browser.assertAccessible(page);
        button(page, "Bring back wren one").click();
        assertThat(message(page)).hasText("One part back in the list.");
        page.navigate(address.url("/parts?q=act+one"));
        assertThat(page.locator("tbody tr")).hasCount(2);
        page.getByLabel("Mark wren two").check();
        page.locator("select[name=map]").selectOption("otterbrook-e7");
        button(page, "Say so").click();
        assertThat(message(page)).hasText("One part written for Otterbrook E7.");
        page.navigate(address.url("/parts"));
        button(page, "Put it on").click();
        assertThat(page.locator("main")).containsText("No part is marked");
    }

    @Test
    @Tag("scripts-off")
    void withScriptsOffTheSheetAndItsTableAreThere(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/parts/storm-at-sea?map=quayside-oak"));
        assertThat(page.locator("noscript .sheet svg").first()).isVisible();
        assertThat(page.locator("noscript tbody tr")).not().hasCount(0);
        page.locator("noscript a", new Page.LocatorOptions().setHasText("Later bars"))
                .click();
        assertThat(page.locator("noscript caption")).containsText("Bars 9 to 16 of 32");
    }

    @Test
    void theSheetIsAccessible(Address address, Window window) {
        checkSheet(address, window.page());
    }

    @Test
    @Tag("lamp-light")
    void theSheetIsAccessibleInLampLight(Address address, Window window) {
        checkSheet(address, window.page());
    }

    private static void checkSheet(Address address, Page page) {
        open(page, address, "/parts/storm-at-sea?map=tin-parade");
        part(page, "levels").click();
        part(page, "board").focus();
        page.keyboard().press("s");
        assertThat(part(page, "silent")).isVisible();
        page.getByText("The same as a table").click();
        assertThat(part(page, "table-body").locator("tbody tr")).not().hasCount(0);
        for (int[] size : new int[][] {{1280, 800}, {820, 1180}, {400, 800}}) {
            page.setViewportSize(size[0], size[1]);
            Browser.assertAccessible(page);
        }
    }
}
