package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;
import static org.jollyledger.core.support.SmallMaps.map;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.crosswalk.KeptCrosswalk.Change;
import org.jollyledger.core.crosswalk.KeptCrosswalk.Overtaken;
import org.jollyledger.core.crosswalk.KeptCrosswalk.Reversed;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.RandomMaps;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.Strays;
import org.junit.jupiter.api.Test;

class KeptCrosswalkTest {
    private static final NoteMap GM = GeneralMidi.level1();
    private static final NoteMap SOURCE = map(36, "kick", "snare", "crash.1", "crash.2");
    private static final NoteMap TARGET = map(60, "kick", "snare", "crash.1");

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    @Provide
    Arbitrary<Random> randoms() {
        return Arbitraries.randomValue(random -> new Random(random.nextLong()));
    }

    @Property
    void betweenTheSameMapsEveryRouteIsKept(@ForAll("crosswalks") Crosswalk crosswalk) {
        KeptCrosswalk kept = KeptCrosswalk.of("Kept", "", crosswalk, Set.of());
        KeptCrosswalk.Reopened reopened = kept.over(Crosswalk.propose(crosswalk.source(), crosswalk.target()));
        assertThat(reopened.overtaken()).isEmpty();
        assertThat(reopened.crosswalk().routes()).isEqualTo(crosswalk.routes());
    }

    private static NoteMap with(NoteMap map, Line... more) {
        return map.withLines(
                Stream.concat(map.lines().stream(), Stream.of(more)).toList());
    }

    private static NoteMap without(NoteMap map, int note) {
        return map.withLines(map.lines().stream()
                .filter(line -> line.note().number() != note)
                .toList());
    }

    @Test
    void aChangedMapOvertakesTheRoutesItTouches() {
        KeptCrosswalk kept = KeptCrosswalk.of("Kept", "", Crosswalk.propose(SOURCE, TARGET), Set.of());
        NoteMap source = with(without(SOURCE, 36), Line.of(40, "Cowbell", Sound.parse("cowbell")));
        NoteMap target = with(without(TARGET, 61), Line.of(61, "Clap", Sound.parse("clap")));
        KeptCrosswalk.Reopened reopened = kept.over(Crosswalk.propose(source, without(target, 62)));
        assertThat(reopened.overtaken())
                .extracting(Overtaken::note, Overtaken::change)
                .containsExactlyInAnyOrder(
                        tuple(Note.of(36), Change.SOURCE_GONE),
                        tuple(Note.of(37), Change.TARGET_CHANGED),
                        tuple(Note.of(38), Change.TARGET_GONE),
                        tuple(Note.of(39), Change.TARGET_GONE),
                        tuple(Note.of(40), Change.LINE_NEW));
        assertThat(reopened.crosswalk().routes())
                .allSatisfy(route -> assertThat(route.origin()).isEqualTo(Route.Origin.PROPOSED));
    }

    @Test
    void theWayBackTellsWhatDoesNotComeBack() {
        NoteMap source = with(SOURCE, Line.of(50, "Whistle", Sound.parse("whistle")));
        Reversed back = KeptCrosswalk.reversed(Crosswalk.propose(source, TARGET));
        assertThat(back.isLossless()).isFalse();
        assertThat(back.lost()).containsExactly(Note.of(50));
        assertThat(back.merged()).containsOnlyKeys(Note.of(62)).containsValue(List.of(Note.of(39)));
        assertThat(back.crosswalk().routeFrom(Note.of(62)).orElseThrow().targets())
                .containsExactly(Target.all(Note.of(38)));
    }

    /** Two maps with the same sounds on other notes: there and back along the reversed crosswalk is the same file. */
    @Property(tries = 40)
    void theReverseOfALosslessCrosswalkGivesBackTheSameBytes(
            @ForAll("files") byte[] bytes, @ForAll("randoms") Random random) throws Exception {
        List<Line> lines = new ArrayList<>(GM.lines());
        List<Note> notes = new ArrayList<>(lines.stream().map(Line::note).toList());
        Collections.shuffle(notes, random);
        List<Line> moved = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            moved.add(Line.of(
                    notes.get(i).number(), lines.get(i).name(), lines.get(i).sound()));
        }
        Crosswalk there = Crosswalk.propose(GM, GM.withName("Shuffled").withLines(moved));
        Reversed back = KeptCrosswalk.reversed(there);
        assertThat(back.isLossless()).isTrue();
        Part part = Part.of(MidiFile.read(bytes), Channels.only(10));
        Assume.that(!Strays.standWhereHitsLand(part, there));
        byte[] converted = Conversion.of(part, there).bytes();
        Part again = Part.of(MidiFile.read(converted), Channels.only(10));
        assertThat(Conversion.of(again, back.crosswalk()).bytes()).isEqualTo(bytes);
    }

    /** A kept route says why it leads where it leads, not why the proposal leads elsewhere. */
    @Test
    void reasonsAreThoseOfTheKeptRoutes() {
        NoteMap target = map(60, "kick", "snare", "crash.1", "crash.2");
        Crosswalk proposal = Crosswalk.propose(SOURCE, target);
        Route kept =
                new Route(Note.of(38), List.of(Target.all(Note.of(63))), Route.Sends.TO_ALL, Route.Origin.PROPOSED);
        Route silent = new Route(Note.of(39), List.of(), Route.Sends.TO_ALL, Route.Origin.PROPOSED);
        Crosswalk crosswalk = proposal.with(List.of(kept, silent, Route.unchanged(Note.of(36))));
        assertThat(crosswalk.reason(kept)).isEqualTo("saved: crash 2, edge in place of crash 1");
        assertThat(crosswalk.reason(silent)).isEqualTo("saved as silent");
        assertThat(crosswalk.reason(Route.unchanged(Note.of(36)))).isEqualTo("passes unchanged on purpose");
        assertThat(crosswalk.reason(proposal.routeFrom(Note.of(37)).orElseThrow()))
                .isEqualTo("the same sound");
        assertThat(crosswalk.reason(Route.chosen(Note.of(38), List.of(Target.all(Note.of(63))))))
                .isEqualTo("your choice: crash 2, edge in place of crash 1");
    }
}
