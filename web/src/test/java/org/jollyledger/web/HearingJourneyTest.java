package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.jollyledger.web.support.SheetPage.button;
import static org.jollyledger.web.support.SheetPage.map;
import static org.jollyledger.web.support.SheetPage.open;
import static org.jollyledger.web.support.SheetPage.part;
import static org.jollyledger.web.support.SheetPage.upload;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.SheetPage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Hearing a part, in the real interface, and what comes out of its speakers, in an offline audio context. */
@ExtendWith({RunningApplication.class, Browser.class})
class HearingJourneyTest {
    private static final Pattern SOUNDS = Pattern.compile("0 \\d+ sounds");

    /**
     * What the player makes of a schedule, in an offline audio context: how loud each hundredth of a second is, and when
     * strokes begin.
     */
    private static final String RENDER = """
            async ([schedule, instrument, muted]) => {
              const { Instrument } = await import("/js/instrument.js");
              const { Player, START_AFTER } = await import("/js/player.js");
              const plan = await (await fetch(schedule, { headers: { Accept: "application/json" } })).json();
              const rate = 44100;
              const context = new OfflineAudioContext(1, (plan.end - plan.begin + 3) * rate, rate);
              const desk = { context, master: context.destination, instrument: new Instrument(context) };
              const player = new Player([{ schedule, instrument }], {
                desk: () => desk,
                lookAhead: Infinity,
                every: () => () => {},
              });
              muted.forEach((note) => player.setLevel(note, { mute: true, solo: false, level: 1 }));
              await player.play(plan.from ?? 0);
              const samples = (await context.startRendering()).getChannelData(0);
              const step = rate / 100;
              const loud = [];
              for (let at = Math.round(START_AFTER * rate); at + step <= samples.length; at += step) {
                let sum = 0;
                for (let i = at; i < at + step; i++) {
                  sum += samples[i] * samples[i];
                }
                loud.push(Math.sqrt(sum / step));
              }
              return { loud, strokes: plan.strokes.map((stroke) => ({ at: stroke.at - plan.begin })) };
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
        assertThat(cut.loudness(0.1, 0.2)).isCloseTo(rings.loudness(0.1, 0.2), within(0.002));
        assertThat(rings.loudness(0.4, 0.6)).isGreaterThan(0.01);
        assertThat(cut.loudness(0.4, 0.6)).isLessThan(rings.loudness(0.4, 0.6) / 20);
        NoteMap oak = map("quayside-oak");
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

    /** When the player strikes, in seconds from the beginning, with a clock that the test moves and nothing that sounds. */
    private static final String STRIKES = """
            async ([schedule, instrument, options]) => {
              const { Player, START_AFTER } = await import("/js/player.js");
              const context = { currentTime: 0, createGain: () => ({ gain: {}, connect: () => {} }) };
              const strikes = [];
              const silentInstrument = {
                prepare: async () => {},
                has: () => true,
                strike: (code, when) => strikes[strikes.push({ when }) - 1],
                stop: () => {},
                cancel: (strike) => strikes.splice(strikes.indexOf(strike), 1),
                click: (when) => ({ when }),
              };
              let turn;
              const player = new Player([{ schedule, instrument }], {
                desk: () => ({ context, master: {}, instrument: silentInstrument }),
                every: (again) => {
                  turn = again;
                  return () => {};
                },
              });
              player.rate = options.rate;
              player.loop = options.loop ?? null;
              await player.play(0);
              while (context.currentTime < options.seconds && player.playing) {
                context.currentTime += 0.02;
                if (options.thenRate && context.currentTime > options.changeAt) {
                  player.rate = options.thenRate;
                  options.thenRate = null;
                }
                turn();
                await new Promise((resolve) => setTimeout(resolve));
              }
              const struck = strikes.map((strike) => strike.when - START_AFTER);
              player.stop();
              return struck;
            }""";

    @SuppressWarnings("unchecked")
    private static List<Double> strikes(Page page, String part, Map<String, Object> options) {
        List<Number> struck = (List<Number>) page.evaluate(
                STRIKES,
                List.of(
                        "/parts/" + part + "/schedule?map=quayside-oak",
                        "/parts/" + part + "/instrument?map=quayside-oak",
                        options));
        return moments(struck.stream().map(Number::doubleValue));
    }

    /** Different moments in their order; what sounds together is one. */
    private static List<Double> moments(Stream<Double> seconds) {
        return seconds.map(second -> Math.round(second * 1_000) / 1_000.0)
                .distinct()
                .sorted()
                .toList();
    }

    private static List<Double> written(Address address, String part) throws Exception {
        return moments(Http.json(Http.get(address.url("/api/parts/" + part + "/hits?map=quayside-oak&count=10000")))
                .get("hits")
                .valueStream()
                .map(hit -> hit.get("seconds").doubleValue()));
    }

    /** Each moment is there, and no other, to within two thousandths of a second. */
    private static void assertSame(List<Double> struck, Stream<Double> expected) {
        List<Double> wanted = expected.toList();
        assertThat(wanted).hasSizeGreaterThan(20);
        assertThat(struck).allSatisfy(at -> assertNear(at, wanted));
        assertThat(wanted).allSatisfy(at -> assertNear(at, struck));
    }

    private static void assertNear(double at, List<Double> moments) {
        assertThat(moments).anySatisfy(moment -> assertThat(moment).isCloseTo(at, within(0.002)));
    }

    /** The times of hits come from the core; what the player makes of them at other rates is worked out here. */
    @Test
    void thePlayerStrikesEachHitAtItsTime(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        List<Double> written = written(address, "harbour-overture");
        for (double rate : new double[] {0.5, 1.75}) {
            double seconds = 8;
            assertSame(
                    strikes(page, "harbour-overture", Map.of("rate", rate, "seconds", seconds)).stream()
                            .filter(at -> at < seconds)
                            .toList(),
                    written.stream().map(at -> at / rate).filter(at -> at < seconds));
        }
    }

    /** What was struck stays; what comes later comes from the same place at the new rate. */
    @Test
    void aNewTempoHoldsFromWhereItPlays(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        double changeAt = 4.01;
        List<Double> struck = strikes(
                page, "harbour-overture", Map.of("rate", 1, "seconds", 10, "thenRate", 2, "changeAt", changeAt));
        List<Double> written = written(address, "harbour-overture");
        double place = 4.02 - 0.08;
        assertSame(
                struck.stream().filter(at -> at < 9.5).toList(),
                written.stream()
                        .map(at -> at <= place ? at : place + (at - place) / 2)
                        .filter(at -> at < 9.5));
    }

    @Test
    void aLoopBeginsAgainWithoutAGap(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parts"));
        List<Double> struck =
                strikes(page, "the-tightrope", Map.of("rate", 1, "seconds", 9, "loop", Map.of("from", 0, "to", 1920)));
        double bar = 4 * 60 / 96.0;
        List<Double> inBar = written(address, "the-tightrope").stream()
                .filter(at -> at < bar - 0.001)
                .toList();
        assertSame(
                struck.stream().filter(at -> at < 8).toList(),
                IntStream.range(0, 4)
                        .boxed()
                        .flatMap(round -> inBar.stream().map(at -> at + round * bar))
                        .filter(at -> at < 8));
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
        button(page, "Save as a new part").click();
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
        SheetPage.writeDownStrokes(page, "#part-desk");
        page.keyboard().press("Space");
        SheetPage.awaitStrokes(page, 3, SOUNDS.pattern());
        // The loop repeats: one bar has fewer strokes on this note.
        String first = (String) page.evaluate("window.strokes[0]");
        SheetPage.awaitStrokes(page, 12, "^" + first + "$");
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
}
