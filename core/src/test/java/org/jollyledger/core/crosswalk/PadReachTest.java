package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.kit.GridEdits;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadGrid;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;

class PadReachTest {
    private static final PadGrid GRID = new PadGrid(4, 4, true);

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    /** The routes of a crosswalk on the map with its pads on a grid. */
    private static Crosswalk onGrid(Crosswalk crosswalk) {
        return Crosswalk.of(GridEdits.lay(crosswalk.source(), GRID), crosswalk.target(), crosswalk.routes());
    }

    /** What holds once a change of the pads is made, with the routes that were there. */
    private static Crosswalk after(Crosswalk before, PadReach.Sent sent) {
        return Crosswalk.propose(sent.map(), before.target())
                .with(Stream.concat(before.routes().stream(), sent.routes().stream())
                        .toList());
    }

    @Property
    void aPadSoundsWhateverLineItIsSentToAndAllRoutesStay(
            @ForAll("crosswalks") Crosswalk any,
            @ForAll @IntRange(max = 15) int pad,
            @ForAll @IntRange(max = 127) int at) {
        Crosswalk crosswalk = onGrid(any);
        List<Line> lines = crosswalk.target().firstLines();
        if (lines.isEmpty()) {
            return;
        }
        Line wanted = lines.get(at % lines.size());
        PadReach.Sent sent = PadReach.over(crosswalk).send(pad, wanted);
        Crosswalk changed = after(crosswalk, sent);
        Pad there = sent.map().pads().pads().get(pad);
        assertThat(PadReach.over(changed).heard(there)).contains(wanted);
        assertThat(PadReach.over(crosswalk).wouldSend(wanted))
                .hasValue(there.zones().get(0).notes().get(0));
        assertThat(changed.routes()).containsAll(crosswalk.routes());
        assertThat(sent.map().lines().subList(0, crosswalk.source().lines().size()))
                .isEqualTo(crosswalk.source().lines());
    }

    @Property
    void onceTheyAreSpreadEverySoundHasAPad(@ForAll("crosswalks") Crosswalk any) {
        Crosswalk crosswalk = onGrid(any);
        PadReach.Sent sent =
                PadReach.over(crosswalk).spread(PadReach.over(crosswalk).typically());
        assertThat(PadReach.over(after(crosswalk, sent)).unreached()).isEmpty();
    }

    @Property
    void aPadIsIdleOrSomethingIsHeard(@ForAll("crosswalks") Crosswalk any) {
        Crosswalk crosswalk = onGrid(any);
        PadReach reach = PadReach.over(crosswalk);
        List<Pad> pads = crosswalk.source().pads().pads();
        for (int at = 0; at < pads.size(); at++) {
            assertThat(reach.heard(pads.get(at)).isEmpty())
                    .isEqualTo(reach.idle().contains(at));
        }
        reach.unreached()
                .forEach(line ->
                        assertThat(pads).noneMatch(pad -> reach.heard(pad).contains(line)));
    }

    @Test
    void pluggedStraightInAPadSendsTheNoteOfTheLine() throws Exception {
        NoteMap map = GridEdits.lay(DemoMaps.named("Tin Parade"), GRID);
        PadReach reach = PadReach.straight(map);
        assertThat(reach.unreached()).isEmpty();
        Line last = map.lines().get(map.lines().size() - 1);
        PadReach.Sent sent = reach.send(0, last);
        assertThat(sent.routes()).isEmpty();
        assertThat(sent.map().pads().pads().get(0).zones().get(0).notes()).containsExactly(last.note());
        assertThat(sent.map().lines()).isEqualTo(map.lines());
    }

    @Test
    void whatAPartPlaysMostComesFirst() throws Exception {
        NoteMap pads = GridEdits.lay(DemoMaps.named("Pebbledash 16"), new PadGrid(4, 2, false));
        NoteMap library = DemoMaps.named("Candle Brushes");
        Line rare = library.firstLines().get(library.firstLines().size() - 1);
        var track = MidiFile.builder(1, new Division.TicksPerBeat(480)).track();
        for (int hit = 0; hit < 8; hit++) {
            track.message(hit * 480L, 0x90, 10, rare.note().number(), 100);
            track.message(hit * 480L + 60, 0x80, 10, rare.note().number(), 64);
        }
        Part part = Part.of(MidiFile.read(track.build(8 * 480)), Channels.ALL);
        PadReach reach = PadReach.over(Crosswalk.propose(pads, library));
        PadReach.Sent sent = reach.spread(PadReach.straight(library).playedBy(part));
        Note first = sent.map().pads().pads().get(0).zones().get(0).notes().get(0);
        assertThat(PadReach.over(after(Crosswalk.propose(pads, library), sent)).heard(first))
                .contains(rare);
        assertThat(sent.map().pads().pads().size() % 8).isZero();
        assertThat(Optional.of(sent.map().pads().pads().size()).get())
                .isGreaterThanOrEqualTo(library.firstLines().size() - 2);
    }

    @Test
    void whatIsHeardFollowsTheRoutesAndTheNotesThatHaveNone() {
        NoteMap pads = LiveTranslatorTest.map("Pads", "1 kick", "2 snare", "3 crash.1");
        NoteMap library = LiveTranslatorTest.map("Library", "60 kick", "61 snare", "2 tambourine", "63 crash.1");
        Line kick = library.firstLines().get(0);
        Line snare = library.firstLines().get(1);
        Line tambourine = library.firstLines().get(2);
        Crosswalk crosswalk = Crosswalk.propose(pads, library)
                .with(List.of(
                        Route.chosen(Note.of(1), List.of(Target.all(snare.note()), Target.all(kick.note()))),
                        Route.unchanged(Note.of(2)),
                        Route.chosen(Note.of(3), List.of(Target.all(kick.note())))));
        PadReach reach = PadReach.over(crosswalk);
        assertThat(reach.crosswalk()).isSameAs(crosswalk);
        assertThat(reach.heard(Note.of(1))).containsExactly(snare, kick);
        assertThat(reach.heard(Note.of(2))).containsExactly(tambourine);
        assertThat(reach.heard(Note.of(60))).as("no pad's line, and no route").containsExactly(kick);
        assertThat(reach.heard(Note.of(99))).isEmpty();
        assertThat(reach.noteFor(kick)).as("the note that sounds it first").contains(Note.of(3));
        assertThat(reach.noteFor(snare)).contains(Note.of(1));
        assertThat(reach.noteFor(library.firstLines().get(3))).isEmpty();
        assertThat(reach.unreached()).as("no pad is laid out yet").containsExactlyElementsOf(library.firstLines());
    }

    @Test
    void ofSeveralNotesTheOneThatSoundsALineAloneIsSent() {
        NoteMap pads = LiveTranslatorTest.map("Pads", "1 kick", "2 snare");
        NoteMap library = LiveTranslatorTest.map("Library", "60 kick", "61 snare");
        PadReach reach = PadReach.over(Crosswalk.propose(pads, library)
                .with(List.of(
                        Route.chosen(Note.of(1), List.of(Target.all(Note.of(60)), Target.all(Note.of(61)))),
                        Route.chosen(Note.of(2), List.of(Target.all(Note.of(60)))))));
        assertThat(reach.noteFor(library.firstLines().get(0))).contains(Note.of(2));
    }

    @Test
    void furtherLinesOfAPieceCountForLess() throws Exception {
        NoteMap library = LiveTranslatorTest.map("Library", "60 kick", "61 snare", "62 snare.rim-shot", "63 cowbell");
        PadReach reach = PadReach.straight(library);
        List<Double> typical = library.firstLines().stream()
                .map(line -> reach.typically().applyAsDouble(line))
                .toList();
        List<Double> alone = library.firstLines().stream()
                .map(line -> new TypicalUse().weight(line))
                .toList();
        assertThat(typical.get(0)).isEqualTo(alone.get(0)).isPositive();
        assertThat(typical.get(1)).isEqualTo(alone.get(1));
        assertThat(typical.get(2)).isEqualTo(alone.get(2) / 2);

        var track = MidiFile.builder(1, new Division.TicksPerBeat(480)).track();
        track.message(0, 0x90, 10, 63, 100).message(60, 0x80, 10, 63, 0);
        Part part = Part.of(MidiFile.read(track.build(480)), Channels.ALL);
        var played = reach.playedBy(part);
        double most = typical.stream().mapToDouble(Double::doubleValue).max().orElseThrow();
        assertThat(played.applyAsDouble(library.firstLines().get(3))).isEqualTo(1 + typical.get(3) / (most + 1));
        assertThat(played.applyAsDouble(library.firstLines().get(0)))
                .as("what is not played counts for less than one hit")
                .isEqualTo(typical.get(0) / (most + 1))
                .isLessThan(1);
    }
}
