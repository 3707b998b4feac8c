package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.core.support.SmallMaps.map;
import static org.jollyledger.core.support.SmallMaps.part;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.DenseParts;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a drummer would sign. Common practice. */
class ProposalTest {
    private static final int SOURCE = 20;
    private static final int TARGET = 60;

    @Provide
    Arbitrary<Random> randoms() {
        return Arbitraries.randomValue(random -> new Random(random.nextLong()));
    }

    private static Crosswalk propose(NoteMap source, NoteMap target, String groove) throws Exception {
        return groove.isEmpty()
                ? Crosswalk.propose(source, target)
                : Crosswalk.propose(source, target, part(source, groove));
    }

    private static Optional<Line> landing(Crosswalk crosswalk, Line line) {
        Route route = crosswalk.routeFrom(line.note()).orElseThrow();
        return route.targets().stream().findFirst().flatMap(end -> crosswalk.targetLine(end.note()));
    }

    /** The target sounds of the source sounds, in their order; "-" for silence. */
    private static List<String> sounds(Crosswalk crosswalk) {
        return crosswalk.source().lines().stream()
                .map(line ->
                        landing(crosswalk, line).map(end -> end.sound().code()).orElse("-"))
                .toList();
    }

    /**
     * Sounds from the first column go to those of the third when the second is what a part plays: moments by spaces, what
     * is struck together joined by "+", numbers are lines from 0, with a velocity behind a colon.
     */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // Five toms down on two never leave the toms, though the snare has the pitch between.
                "tom.1 tom.2 tom.3 tom.4 tom.5 | 0 0 1 1 2 2 3 3 4 4 | tom.1 tom.2 snare "
                        + "| tom.1.head tom.1.head tom.2.head tom.2.head tom.2.head",
                "tom.1 tom.2 tom.3 tom.4 tom.5 | 0 1 2 3 4 | snare tom.1 tom.2 timbale.1 conga.1 "
                        + "| tom.1.head tom.1.head tom.2.head tom.2.head tom.2.head",
                // Six on three go two by two.
                "tom.1 tom.2 tom.3 tom.4 tom.5 tom.6 | 0 1 2 3 4 5 . 0 1 2 3 4 5 | tom.1 tom.2 tom.3 "
                        + "| tom.1.head tom.1.head tom.2.head tom.2.head tom.3.head tom.3.head",
                // Toms keep their order even where they are not played one after the other.
                "tom.1 tom.3 | 0 . . . 1 . . . 0 . . . 1 | tom.2 tom.4 | tom.2.head tom.4.head",
                "tom.2 tom.3 | 0 . . . 1 . . . 0 . . . 1 | tom.1 tom.4 | tom.1.head tom.4.head",
                // Low goes low.
                "kick surdo | 0 . 1 . 0 . 1 | tom.1 tom.2 tom.3 | tom.3.head tom.3.head",
                "kick | 0 . 0 . | tom.1 tom.2 | tom.2.head",
                // Time stays with what keeps time; crashes with what marks.
                "ride.1 crash.1 snare | 0+1 0 0+2 0 0 0 0+2 0 | hihat.tip.closed crash.1 splash.1 snare "
                        + "| hihat.tip.closed crash.1.edge snare.centre",
                "ride.1 hihat.tip.closed | 0 0 0 0 . 1 1 1 1 | hihat.tip.closed crash.1 "
                        + "| hihat.tip.closed hihat.tip.closed",
                "ride.1.edge crash.1 | 0 0 0 0 . 1 | hihat.edge.open hihat.tip.closed crash.1 "
                        + "| crash.1.edge crash.1.edge",
                // A crash on a small kit.
                "crash.1 crash.2 | 0 . 1 . 0+1 | hihat.edge.open hihat.edge.closed ride.1.edge "
                        + "| ride.1.edge hihat.edge.open",
                "crash.1 | 0 . . . 0 | hihat.tip.closed hihat.pedal-close | -",
                // Open and closed do not meet where there are two.
                "hihat.tip.closed hihat.tip.half hihat.tip.open | 0 0 0 1 0 0 0 2 "
                        + "| hihat.tip.closed hihat.tip.open | hihat.tip.closed hihat.tip.open hihat.tip.open",
                "hihat.tip.tight hihat.tip.quarter hihat.tip.three-quarter | 0 1 0 2 | hihat.tip.closed hihat.tip.open "
                        + "| hihat.tip.closed hihat.tip.closed hihat.tip.open",
                "hihat.tip.closed hihat.pedal-close hihat.tip.open | 0 0 1 0 2 1 0 0 | hihat.tip.closed hihat.tip.open "
                        + "| hihat.tip.closed hihat.tip.closed hihat.tip.open",
                // What is soft stays soft.
                "snare snare.off-centre | 0:110 1:25 1:20 0:112 1:22 | snare snare.rim-shot "
                        + "| snare.centre snare.centre",
                "snare.muted | 0:20 0:25 0:22 | snare.rim-shot snare.side-stick | snare.side-stick",
                // Brushes and sticks.
                "snare.brush-tap snare.brush-sweep | 0 1 0 1 | snare snare.roll snare.flam snare.rim-shot "
                        + "| snare.centre snare.roll",
                "hihat.tip.closed hihat.tip.open | 0 0 0 1 | hihat.brush-tap.closed hihat.brush-tap.open "
                        + "hihat.pedal-splash | hihat.brush-tap.closed hihat.brush-tap.open",
            })
    void theProposalIsADrummers(String source, String groove, String target, String expected) throws Exception {
        Crosswalk crosswalk = propose(map(SOURCE, source.split(" ")), map(TARGET, target.split(" ")), groove);
        assertThat(sounds(crosswalk)).containsExactly(expected.split(" "));
    }

    /** At most two conversions of real music in a hundred have something that a drummer would call wrong and no loss names. */
    @Test
    void realMusicConvertsAsADrummerWouldHaveIt() throws Exception {
        NoteMap source = GeneralMidi.level2();
        int conversions = 0;
        List<String> unnamed = new ArrayList<>();
        for (Path file : Outside.corpus()) {
            Part part = Part.of(MidiFile.read(Files.readAllBytes(file)), Channels.only(10));
            for (NoteMap target : DemoMaps.all()) {
                Crosswalk crosswalk = Crosswalk.propose(source, target, part);
                crosswalk.routes();
                assertThat(crosswalk.gap()).isZero();
                conversions++;
                faults(part, crosswalk)
                        .findFirst()
                        .ifPresent(fault -> unnamed.add(file + " on " + target.name() + fault));
            }
        }
        assertThat(conversions).isGreaterThan(300);
        assertThat(unnamed).hasSizeLessThanOrEqualTo(conversions / 50);
    }

    private static Stream<Faults.Fault> faults(Part part, Crosswalk crosswalk) {
        return Faults.of(Conversion.of(part, crosswalk).statement()).stream().filter(fault -> !fault.named());
    }

    /** The demo parts, from the map that each was written for to every other. */
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '"',
            value = {
                "Storm at Sea, Quayside Oak",
                "The Tightrope, Quayside Oak",
                "Harbour Overture, Quayside Oak",
                "Clockmaker's Waltz, Candle Brushes",
                "Puppets' March, Otterbrook E7",
                "Lamplighter's Round, Pebbledash 16",
            })
    void demoPartsConvertAsADrummerWouldHaveThem(String name, String map) throws Exception {
        NoteMap source = DemoMaps.named(map);
        Part part = DrumChannel.find(DemoMaps.cue(name), source.channel()).part();
        for (NoteMap target : DemoMaps.all()) {
            if (!target.equals(source)) {
                assertThat(faults(part, Crosswalk.propose(source, target, part)))
                        .as("%s on %s", name, target.name())
                        .isEmpty();
            }
        }
    }

    private static NoteMap kit(Random random, String name) {
        return DenseParts.map(random, name, 4 + random.nextInt(30));
    }

    /**
     * Where the target has the very sound, it is taken, unless that would merge what the part plays apart, or open hats
     * with closed ones. Chokes follow their cymbals.
     */
    @Property
    void theSameSoundIsTakenUnlessThatBreaksAUnisonOrAFill(@ForAll("randoms") Random random) throws Exception {
        NoteMap source = kit(random, "Source");
        NoteMap target = kit(random, "Target");
        Part part = part(source, DenseParts.groove(random, source, 24, 3));
        Crosswalk crosswalk = Crosswalk.propose(source, target, part);
        for (Line line : source.firstLines()) {
            if (Chokes.isChoke(line.sound())) {
                continue;
            }
            boolean there =
                    target.firstLines().stream().anyMatch(end -> end.sound().equals(line.sound()));
            Optional<Line> end = landing(crosswalk, line);
            if (there && !end.map(Line::sound).equals(Optional.of(line.sound()))) {
                assertThat(crosswalk.reason(crosswalk.routeFrom(line.note()).orElseThrow()))
                        .as("%s goes to %s", line.sound(), end)
                        .containsAnyOf("together", "fill", "apart", "order", "higher or lower", "open and closed");
            }
        }
    }

    /** Open and closed hats never meet on one note while the target has two that are struck, whatever two hands play. */
    @Property
    void openAndClosedStayApart(@ForAll("randoms") Random random) throws Exception {
        List<Line> lines = new ArrayList<>(kit(random, "Source").firstLines().stream()
                .filter(line -> !Hats.isStruck(line.sound()))
                .toList());
        lines.addAll(map(100, "hihat.tip.closed", "hihat.tip.open").lines());
        NoteMap source = map("Source", lines);
        List<Line> ends = new ArrayList<>(kit(random, "Target").firstLines());
        ends.addAll(map(100, "hihat.edge.closed", "hihat.edge.open").lines());
        NoteMap target = map("Target", ends);
        Crosswalk crosswalk = Crosswalk.propose(source, target, part(source, DenseParts.groove(random, source, 24, 2)));
        Optional<Line> closed =
                landing(crosswalk, crosswalk.sourceLine(Note.of(100)).orElseThrow());
        Optional<Line> open =
                landing(crosswalk, crosswalk.sourceLine(Note.of(101)).orElseThrow());
        assertThat(closed)
                .as(crosswalk.reason(crosswalk.routeFrom(Note.of(100)).orElseThrow()))
                .isPresent();
        assertThat(open)
                .as(crosswalk.reason(crosswalk.routeFrom(Note.of(101)).orElseThrow()))
                .isPresent();
        assertThat(closed).isNotEqualTo(open);
        if (tellsOpening(closed.get()) && tellsOpening(open.get())) {
            assertThat(Hats.position(closed.get().sound()))
                    .isLessThan(Hats.position(open.get().sound()));
        }
    }

    private static boolean tellsOpening(Line line) {
        return Hats.isStruck(line.sound()) && !Hats.isByPedal(line.sound());
    }

    /** A line that is silent says so truly: nothing comes near, or what came near was given up for a reason. */
    @Property
    void reasonsAreTrue(@ForAll("randoms") Random random) throws Exception {
        NoteMap source = kit(random, "Source");
        NoteMap target = kit(random, "Target");
        Part part = part(source, DenseParts.groove(random, source, 24, 3));
        Crosswalk crosswalk = Crosswalk.propose(source, target, part);
        for (Line line : source.firstLines()) {
            String reason = crosswalk.reason(crosswalk.routeFrom(line.note()).orElseThrow());
            boolean near = target.firstLines().stream()
                    .anyMatch(end -> line.sound().distanceTo(end.sound()).isSubstitute());
            assertThat(reason).isNotBlank().doesNotContain("%s");
            if (reason.contains("nothing here comes near")) {
                assertThat(near).as("%s: %s", line.sound(), reason).isFalse();
            }
            if (reason.contains("still sound together as two")) {
                assertThat(playedWithAnother(part, line.note())).as(reason).isTrue();
            }
        }
    }

    private static boolean playedWithAnother(Part part, Note note) {
        for (int other = 0; other < Note.COUNT; other++) {
            if (other != note.number() && part.usage().together(note.number(), other) > 0) {
                return true;
            }
        }
        return false;
    }

    /** Toms never cross, whatever is played. */
    @Property
    void tomsKeepTheirOrder(@ForAll("randoms") Random random) throws Exception {
        NoteMap source = toms(random, SOURCE);
        NoteMap target = toms(random, TARGET);
        Crosswalk crosswalk = Crosswalk.propose(source, target, part(source, DenseParts.groove(random, source, 16, 1)));
        int last = 0;
        for (Line line : source.lines()) {
            Sound end = landing(crosswalk, line).orElseThrow().sound();
            assertThat(end.piece()).isEqualTo(KitPiece.TOM);
            assertThat(end.number())
                    .as("%s to %s", source.lines(), sounds(crosswalk))
                    .isGreaterThanOrEqualTo(last);
            last = end.number();
        }
    }

    private static NoteMap toms(Random random, int first) {
        List<String> all = new ArrayList<>();
        for (int number = 1; number <= 6; number++) {
            if (random.nextBoolean()) {
                all.add("tom." + number);
            }
        }
        return all.isEmpty() ? toms(random, first) : map(first, all.toArray(String[]::new));
    }
}
