package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;
import static org.jollyledger.core.support.SmallMaps.map;
import static org.jollyledger.core.support.SmallMaps.part;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Routes learnt from one music in two layouts. */
class ExampleTest {
    private static final NoteMap SOURCE = map(36, "kick", "snare", "hihat.tip.closed", "crash.1", "tom.1", "tom.2");
    private static final NoteMap TARGET =
            map(60, "snare", "kick", "ride.1", "crash.1", "tom.1", "tom.2", "tambourine", "snare.2");

    @Provide
    Arbitrary<Random> randoms() {
        return Arbitraries.randomValue(random -> new Random(random.nextLong()));
    }

    private static Route to(int source, Target... targets) {
        return Route.chosen(Note.of(36 + source), List.of(targets));
    }

    private static Target end(int target) {
        return Target.all(Note.of(60 + target));
    }

    private static Crosswalk crosswalk(Route... routes) {
        return Crosswalk.propose(SOURCE, TARGET).with(List.of(routes));
    }

    private static Part converted(Part part, Crosswalk crosswalk) throws Exception {
        return Part.of(MidiFile.read(Conversion.of(part, crosswalk).bytes()), Channels.only(10));
    }

    private static Example.Lesson learn(String groove, Crosswalk crosswalk) throws Exception {
        Part part = part(SOURCE, groove);
        return Example.learn(part, SOURCE, converted(part, crosswalk), TARGET);
    }

    @Test
    void plainRoutesAreFoundAlsoWhereStrokesSoundTogether() throws Exception {
        Crosswalk there = crosswalk(to(0, end(1)), to(1, end(0)), to(2, end(2)), to(3, end(3)));
        Example.Lesson lesson = learn("0+2+3:120 2 1+2 2 0+2 2:80 1+2 2 3+0 1 2", there);
        assertThat(lesson.routes()).containsExactly(to(0, end(1)), to(1, end(0)), to(2, end(2)), to(3, end(3)));
        assertThat(lesson.unexplained()).isZero();
    }

    /** The hat goes to a tambourine and the snare to a kick: what is played beats what is likely. */
    @Test
    void whatIsPlayedBeatsWhatIsLikely() throws Exception {
        Crosswalk there = crosswalk(to(0, end(0)), to(1, end(1)), to(2, end(6)));
        Example.Lesson lesson = learn("0+2 2 1+2 2 0 0 1 2 2 1+2 0+2", there);
        assertThat(lesson.routes()).containsExactly(to(0, end(0)), to(1, end(1)), to(2, end(6)));
    }

    @Test
    void aLayerOfHardStrokesIsLearntWithItsRange() throws Exception {
        Target hard = new Target(Note.of(67), new VelocityRange(100, 127));
        Example.Lesson lesson =
                learn("1:30 1:60 1:90 1:97 1:103 1:110 1:127 0 0", crosswalk(to(1, end(0), hard), to(0, end(1))));
        assertThat(lesson.routes().get(1).targets())
                .containsExactly(end(0), new Target(Note.of(67), new VelocityRange(101, 127)));
    }

    @Test
    void aSplitIsLearntHalfWayBetweenWhatIsPlayed() throws Exception {
        Target soft = new Target(Note.of(60), new VelocityRange(1, 59));
        Target loud = new Target(Note.of(67), new VelocityRange(60, 127));
        Example.Lesson lesson = learn("1:20 1:40 1:50 1:70 1:90 1:120", crosswalk(to(1, soft, loud)));
        assertThat(lesson.routes().get(0).targets())
                .containsExactlyInAnyOrder(
                        new Target(Note.of(60), new VelocityRange(1, 60)),
                        new Target(Note.of(67), new VelocityRange(61, 127)));
    }

    @Test
    void curvesAreLearntInTheirSimplestForm() throws Exception {
        List<VelocityCurve> curves = List.of(
                VelocityCurve.fixed(77),
                new VelocityCurve.Shape(100, -15, 0, 1, 127),
                new VelocityCurve.Shape(80, 0, 0, 1, 127));
        for (VelocityCurve curve : curves) {
            Example.Lesson lesson = learn("1:30 1:50 1:64 1:99 1:120", crosswalk(to(1, end(0).withCurve(curve))));
            assertThat(lesson.routes().get(0).targets()).containsExactly(end(0).withCurve(curve));
        }
        VelocityCurve bent = new VelocityCurve.Shape(100, 0, 40, 1, 127);
        Example.Lesson lesson = learn("1:1 1:30 1:50 1:64 1:99 1:127", crosswalk(to(1, end(0).withCurve(bent))));
        VelocityCurve learnt = lesson.routes().get(0).targets().get(0).curve();
        for (int velocity : new int[] {1, 30, 64, 99, 127}) {
            assertThat(learnt.apply(velocity)).isCloseTo(bent.apply(velocity), offset(4));
        }
    }

    @Test
    void whatStaysSilentIsLearntAsSilent() throws Exception {
        Example.Lesson lesson = learn("0+3 0 3 0 3 0", crosswalk(to(0, end(1)), to(3)));
        assertThat(lesson.routes()).containsExactly(to(0, end(1)), to(3));
    }

    @Test
    void whatNoMapListsIsTold() throws Exception {
        Part part = part(map(36, "kick", "snare", "hihat.tip.closed"), "0 1 2");
        NoteMap less = map(36, "kick", "snare");
        Example.Lesson lesson = Example.learn(part, less, part, map(36, "kick"));
        assertThat(lesson.unlisted()).containsExactlyInAnyOrder(Note.of(37), Note.of(38));
        assertThat(lesson.routes()).extracting(Route::source).containsExactly(Note.of(36), Note.of(37));
    }

    @Test
    void anotherMusicIsRefused() throws Exception {
        Part none = part(TARGET, ". .");
        Part part = part(SOURCE, "0 1");
        assertThatThrownBy(() -> Example.learn(part, SOURCE, none, TARGET))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage(
                        "The two files have no hits at the same times; an example is the same music in two layouts.");
    }

    /** A part of strokes "tick:note:velocity". */
    private static Part strokes(int ticksPerBeat, String... strokes) throws Exception {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(ticksPerBeat)).track();
        long end = 0;
        for (String stroke : strokes) {
            String[] fields = stroke.split(":");
            end = Long.parseLong(fields[0]);
            file.message(end, 0x90, 10, Integer.parseInt(fields[1]), Integer.parseInt(fields[2]));
        }
        return Part.of(MidiFile.read(file.build(end + ticksPerBeat)), Channels.only(10));
    }

    @Test
    void theExampleMayHaveAnotherResolutionAndBePlayedALittleOff() throws Exception {
        Part part = strokes(480, "0:36:90", "480:37:80", "960:36:70", "1440:37:60");
        Part example = strokes(96, "0:61:90", "97:60:80", "191:61:70", "288:60:60");
        Example.Lesson lesson = Example.learn(part, SOURCE, example, TARGET);
        assertThat(lesson.routes()).containsExactly(to(0, end(1)), to(1, end(0)));
        assertThat(lesson.moments()).isEqualTo(4);
        assertThat(lesson.unexplained()).isZero();
    }

    @Test
    void theExampleMayBeginLater() throws Exception {
        Part part = strokes(480, "480:36:90", "960:37:80", "1920:38:70");
        Part example = strokes(480, "1440:61:90", "1920:60:80", "2880:62:70");
        Example.Lesson lesson = Example.learn(part, SOURCE, example, TARGET);
        assertThat(lesson.moments()).isEqualTo(3);
        assertThat(lesson.routes()).containsExactly(to(0, end(1)), to(1, end(0)), to(2, end(2)));
        Example.Lesson back = Example.learn(example, TARGET, part, SOURCE);
        assertThat(back.moments()).isEqualTo(3);
    }

    @Test
    void whatTheExampleDoesNotReachIsNotLearntAsSilent() throws Exception {
        Part part = strokes(480, "0:36:90", "480:38:90", "960:36:90", "1440:37:80", "1920:39:80");
        Part example = strokes(480, "0:61:90", "960:61:90");
        Example.Lesson lesson = Example.learn(part, SOURCE, example, TARGET);
        assertThat(lesson.routes())
                .as("the hat plays while the example does, the snare and the crash when it is over")
                .containsExactly(to(0, end(1)), to(2));
        assertThat(lesson.moments()).isEqualTo(2);
    }

    @Test
    void aHitBelongsToTheNearestMoment() throws Exception {
        Part part = strokes(480, "0:36:90", "480:37:80", "960:36:90", "1440:37:80");
        Part example = strokes(
                480, "0:61:90", "471:63:70", "485:60:80", "960:61:90", "1435:60:80", "1449:63:70", "1920:61:90");
        assertThat(Example.learn(part, SOURCE, example, TARGET).routes()).containsExactly(to(0, end(1)), to(1, end(0)));
    }

    @Test
    void whatEitherMapDoesNotListIsTold() throws Exception {
        Part part = strokes(480, "0:36:90", "480:99:80");
        Part example = strokes(480, "0:61:90", "480:60:80", "480:100:80");
        assertThat(Example.learn(part, SOURCE, example, TARGET).unlisted())
                .containsExactlyInAnyOrder(Note.of(99), Note.of(100));
    }

    @Test
    void anAccidentIsNoRoute() throws Exception {
        List<String> played = new ArrayList<>();
        List<String> heard = new ArrayList<>();
        for (int beat = 0; beat < 40; beat++) {
            played.add(beat * 480 + ":36:90");
            heard.add(beat * 480 + ":61:90");
            if (beat == 20) {
                heard.add(beat * 480 + ":66:50");
            }
        }
        Example.Lesson lesson = Example.learn(
                strokes(480, played.toArray(String[]::new)),
                SOURCE,
                strokes(480, heard.toArray(String[]::new)),
                TARGET);
        assertThat(lesson.routes()).containsExactly(to(0, end(1)));
        assertThat(lesson.unexplained()).isEqualTo(1);
    }

    /** Whatever routes made the example, the learnt ones make it again. */
    @Property
    void theLearntRoutesMakeTheExampleAgain(@ForAll("randoms") Random random) throws Exception {
        Part part = part(SOURCE, groove(random));
        List<Route> routes = new ArrayList<>();
        List<Integer> free = new ArrayList<>(List.of(0, 1, 2, 3, 4, 5, 6, 7));
        Collections.shuffle(free, random);
        for (int line = 0; line < SOURCE.lines().size(); line++) {
            Target target = end(free.get(line));
            routes.add(to(line, random.nextInt(3) > 0 ? target : target.withCurve(VelocityCurve.fixed(90))));
        }
        Part example = converted(part, Crosswalk.propose(SOURCE, TARGET).with(routes));
        Example.Lesson lesson = Example.learn(part, SOURCE, example, TARGET);
        Part again = converted(part, Crosswalk.propose(SOURCE, TARGET).with(lesson.routes()));
        assertThat(again.file().toBytes()).isEqualTo(example.file().toBytes());
    }

    /** Sixty moments of one or two strokes: enough for every line to be alone sometimes. */
    private static String groove(Random random) {
        List<String> moments = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            int one = random.nextInt(6);
            int other = random.nextInt(6);
            String stroke = one + ":" + (1 + random.nextInt(127));
            moments.add(other == one || random.nextBoolean() ? stroke : stroke + "+" + other);
        }
        return String.join(" ", moments);
    }

    /** Real parts, taught by their own conversion; source of the music: Debian's planetblupi-music-midi. */
    @ParameterizedTest
    @ValueSource(strings = {"music003.mid", "music004.mid", "music007.mid"})
    void realPartsTeachTheirConversion(String name) throws Exception {
        NoteMap gm = GeneralMidi.level1();
        NoteMap small = DemoMaps.named("Tin Parade");
        Path path = Outside.realFiles().stream()
                .filter(file -> file.endsWith(name))
                .findFirst()
                .orElseThrow();
        Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
        Crosswalk crosswalk = Crosswalk.propose(gm, small, part);
        Example.Lesson lesson = Example.learn(part, gm, converted(part, crosswalk), small);
        for (Route route : lesson.routes()) {
            assertThat(route.targets())
                    .as(gm.lineAt(route.source()).orElseThrow().name())
                    .extracting(Target::note)
                    .isEqualTo(crosswalk.routeFrom(route.source()).map(Route::targets).orElseThrow().stream()
                            .map(Target::note)
                            .toList());
        }
    }
}
