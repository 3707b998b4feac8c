package org.jollyledger.core.reconcile;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;

/** What is told by the map that a part was written for, and what by its pedal. */
class MeantForAnotherMapTest {
    private static final int QUARTER = 480;

    private static MidiFile mend(MidiFile file, NoteMap map, NoteMap meant, DiscrepancyKind kind) {
        return Mending.mend(file, map, Optional.of(meant), Figures.USUAL, EnumSet.of(kind), any -> false)
                .file();
    }

    private static NoteMap map(String name, String... lines) {
        return GeneralMidi.level1()
                .withName(name)
                .withChannel(OptionalInt.empty())
                .withLines(List.of(lines).stream()
                        .map(line -> line.split(" "))
                        .map(line -> Line.of(Integer.parseInt(line[0]), line[1], Sound.parse(line[1])))
                        .toList());
    }

    /** Messages a quarter apart, such as "90 38 100"; hits end an eighth of a quarter later. Joined by + they are at one tick. */
    private static MidiFile file(String... messages) throws Exception {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        long tick = 0;
        for (String moment : messages) {
            List<int[]> together = List.of(moment.split("\\+")).stream()
                    .map(message -> message.strip().split(" "))
                    .map(message -> new int[] {
                        Integer.parseInt(message[0], 16), Integer.parseInt(message[1]), Integer.parseInt(message[2])
                    })
                    .toList();
            for (int[] message : together) {
                file.message(tick, message[0], 10, message[1], message[2]);
            }
            for (int[] message : together) {
                if (message[0] == 0x90) {
                    file.message(tick + QUARTER / 8, 0x80, 10, message[1], 64);
                }
            }
            tick += QUARTER;
        }
        return MidiFile.read(file.build(tick));
    }

    private static List<Discrepancy> look(MidiFile file, NoteMap map, NoteMap meant) {
        return Reconciling.of(Part.of(file, Channels.ALL), map, Optional.of(meant), Figures.USUAL)
                .discrepancies();
    }

    private static Set<String> mended(MidiFile file, NoteMap map, NoteMap meant, DiscrepancyKind kind) {
        MidiFile after = mend(file, map, meant, kind);
        Part part = Part.of(after, Channels.ALL);
        return IntStream.range(0, part.hitCount())
                .mapToObj(hit -> part.tick(hit) / QUARTER + ":" + part.note(hit))
                .collect(Collectors.toSet());
    }

    @Test
    void aRimShotThatWouldBeACrossStickIsMovedToTheRimShot() throws Exception {
        NoteMap meant = map("Written", "36 kick", "38 snare", "40 snare.rim-shot");
        NoteMap map = map("Here", "36 kick", "38 snare", "40 snare.side-stick", "41 snare.rim-shot");
        MidiFile file = file("90 36 100", "90 40 110", "90 36 100", "90 38 100");
        List<Discrepancy> found = look(file, map, meant);
        assertThat(found).extracting(Discrepancy::kind).containsExactly(DiscrepancyKind.OTHER_SOUND);
        assertThat(found.get(0).place().words()).isEqualTo("bar 1, beat 2");
        assertThat(found.get(0).sentence()).contains("rim shot").contains("side stick");
        assertThat(mended(file, map, meant, DiscrepancyKind.OTHER_SOUND))
                .contains("1:41")
                .doesNotContain("1:40");
    }

    @Test
    void aNoteThatIsMeantForSomethingElseButHasNoBetterLineIsNoDiscrepancy() throws Exception {
        NoteMap meant = map("Written", "38 snare.off-centre");
        NoteMap map = map("Here", "38 snare.centre", "36 kick");
        assertThat(look(file("90 38 100"), map, meant)).isEmpty();
    }

    @Test
    void aPartOfWhichMostIsSomethingElseWasWrittenForAnotherMap() throws Exception {
        NoteMap meant = map("Written", "60 kick", "61 snare", "62 hihat");
        NoteMap map = map("Here", "36 kick", "38 snare", "42 hihat", "60 bongo");
        List<Discrepancy> found = look(file("90 60 100", "90 61 100", "90 62 100"), map, meant);
        assertThat(found.get(0).kind()).isEqualTo(DiscrepancyKind.OTHER_LAYOUT);
        assertThat(found.get(0).proposed().action()).isEqualTo(Correction.Action.CONVERT);
        assertThat(found)
                .extracting(Discrepancy::kind)
                .containsExactlyInAnyOrder(
                        DiscrepancyKind.OTHER_LAYOUT,
                        DiscrepancyKind.OTHER_SOUND,
                        DiscrepancyKind.SILENT,
                        DiscrepancyKind.SILENT);
    }

    @Test
    void aKeyThatSwitchesSomethingIsNoDrum() throws Exception {
        NoteMap map = map("Here", "36 kick", "38 snare", "12 control");
        assertThat(look(file("90 12 100", "90 36 100", "90 5 100"), map, map))
                .extracting(Discrepancy::kind)
                .containsExactly(DiscrepancyKind.KEY_SWITCH, DiscrepancyKind.KEY_SWITCH);
    }

    @Test
    void twoLinesOfOneFamilyOnOneNoteAreNoLayer() throws Exception {
        NoteMap map =
                map("Here", "36 kick", "38 snare.rim-shot", "38 snare.side-stick", "36 clap", "40 snare", "40 snare");
        List<Discrepancy> found = look(file("90 36 100", "90 38 100"), map, map);
        assertThat(found).extracting(Discrepancy::kind).containsExactly(DiscrepancyKind.SHARED_NOTE);
        assertThat(found.get(0).proposed().words()).isEqualTo("Put snare.side-stick on 37 · C#1, which is free");
    }

    @Test
    void aPedalThatOpensTheHatBecomesTheNoteForIt() throws Exception {
        NoteMap meant = map("Written", "42 hihat.pedal", "36 kick").withOpenness(OpennessExpression.CONTROLLER);
        NoteMap map = map("Here", "36 kick", "42 hihat.closed", "46 hihat.open", "47 hihat.half");
        MidiFile file =
                file("B0 4 127 + 90 42 100", "B0 4 0 + 90 42 100", "B0 4 60 + 90 42 100", "B0 4 127 + 90 42 90");
        assertThat(look(file, map, meant))
                .filteredOn(found -> found.kind() == DiscrepancyKind.HAT_FORM)
                .hasSize(2);
        assertThat(mended(file, map, meant, DiscrepancyKind.HAT_FORM)).contains("0:42", "1:46", "2:47", "3:42");
    }

    @Test
    void aFootThatClosesWithoutANoteIsPutIn() throws Exception {
        NoteMap meant = map("Written", "42 hihat.pedal", "36 kick").withOpenness(OpennessExpression.CONTROLLER);
        NoteMap map = map("Here", "36 kick", "42 hihat.open", "44 hihat.pedal-close");
        MidiFile file = file("B0 4 0 + 90 42 100", "B0 4 127", "90 36 100");
        assertThat(look(file, map, meant))
                .extracting(Discrepancy::sentence)
                .containsExactly("The foot closes the hi-hat without a note; Here has one for it.");
        assertThat(mended(file, map, meant, DiscrepancyKind.HAT_FORM)).contains("0:42", "1:44", "2:36");
        assertThat(look(mend(file, map, meant, DiscrepancyKind.HAT_FORM), map, meant))
                .extracting(Discrepancy::kind)
                .doesNotContain(DiscrepancyKind.HAT_FORM);
    }

    @Test
    void aNoteForAnOpenHatBecomesAPedalThatOpensIt() throws Exception {
        NoteMap meant = map("Written", "36 kick", "42 hihat.closed", "46 hihat.open");
        NoteMap map = map("Here", "36 kick", "42 hihat.pedal", "46 hihat.edge.pedal")
                .withOpenness(OpennessExpression.CONTROLLER);
        MidiFile file = file("90 42 100", "90 46 100", "90 46 100", "90 42 100");
        // The second of two open strokes has what it needs.
        assertThat(look(file, map, meant)).extracting(Discrepancy::kind).containsOnly(DiscrepancyKind.HAT_FORM);
        MidiFile after = mend(file, map, meant, DiscrepancyKind.HAT_FORM);
        assertThat(look(after, map, meant)).isEmpty();
    }

    @Test
    void aFootThatSaysClosedContradictsAnOpenNote() throws Exception {
        NoteMap map = map("Here", "36 kick", "42 hihat.closed", "46 hihat.open");
        MidiFile file = file("B0 4 127 + 90 46 100", "90 36 100", "B0 4 0 + 90 42 100", "B0 4 60 + 90 42 100");
        List<Discrepancy> found = look(file, map, map).stream()
                .filter(one -> !one.proposed().code().equals("choke-group"))
                .toList();
        assertThat(found)
                .extracting(Discrepancy::kind)
                .containsExactly(DiscrepancyKind.HAT_CONTRADICTION, DiscrepancyKind.HAT_CONTRADICTION);
        assertThat(mended(file, map, map, DiscrepancyKind.HAT_CONTRADICTION)).contains("0:42", "2:46", "3:42");
        Correction foot = found.get(0).correction("foot-follows-note").orElseThrow();
        MidiFile after = MidiFile.read(Reconciling.of(Part.of(file, Channels.ALL), map, Optional.of(map), Figures.USUAL)
                .settle(List.of(new Reconciling.Chosen(found.get(0), foot)))
                .bytes());
        assertThat(look(after, map, map)).extracting(Discrepancy::tick).doesNotContain(0L);
    }

    @Test
    void whatWasMeantToBeACrashContradictsNoPedal() throws Exception {
        NoteMap meant = map("Written", "36 kick", "46 crash", "48 hihat.pedal");
        NoteMap map = map("Here", "36 kick", "42 hihat.closed", "46 hihat.open", "49 crash");
        assertThat(look(file("B0 4 127 + 90 46 100", "90 36 100", "90 36 100", "90 36 100"), map, meant))
                .extracting(Discrepancy::kind)
                .containsExactly(DiscrepancyKind.OTHER_SOUND);
    }

    @Test
    void anOpenHatWithoutAChokeGroupRingsOn() throws Exception {
        NoteMap map = map("Here", "42 hihat.closed", "46 hihat.open");
        MidiFile file = file("90 46 100", "90 42 100", "90 46 100", "90 42 100");
        List<Discrepancy> found = look(file, map, map);
        assertThat(found).hasSize(1);
        assertThat(found.get(0).proposed().code()).isEqualTo("choke-group");
        NoteMap grouped = map.withLines(map.lines().stream()
                .map(line -> line.withChokeGroup(Optional.of("hats")))
                .toList());
        assertThat(look(file, grouped, grouped)).isEmpty();
    }

    @Test
    void aChokeOfItsOwnNoteBecomesKeyPressureOrARelease() throws Exception {
        NoteMap meant = map("Written", "49 crash", "50 crash.choke");
        MidiFile file = file("90 49 100", "90 50 100");
        NoteMap pressure = map("Here", "49 crash").withChokes(ChokeExpression.PRESSURE);
        List<Discrepancy> found = look(file, pressure, meant);
        assertThat(found).extracting(Discrepancy::kind).containsExactly(DiscrepancyKind.CHOKE_FORM);
        MidiFile after = mend(file, pressure, meant, DiscrepancyKind.CHOKE_FORM);
        Part part = Part.of(after, Channels.ALL);
        assertThat(part.hitCount()).isEqualTo(1);
        assertThat(part.pressuresOf(0)).hasSize(2);
        assertThat(look(after, pressure, pressure)).isEmpty();

        NoteMap release = map("Here", "49 crash").withChokes(ChokeExpression.RELEASE);
        MidiFile released = mend(file, release, meant, DiscrepancyKind.CHOKE_FORM);
        Part ended = Part.of(released, Channels.ALL);
        assertThat(ended.hitCount()).isEqualTo(1);
        assertThat(ended.endTick(0)).isEqualTo(QUARTER);
    }

    @Test
    void aTailBecomesAStruckChokeInPlaceOfTheStrokeJustBefore() throws Exception {
        NoteMap meant = map("Written", "49 crash", "50 crash.choke");
        NoteMap map = map("Here", "49 crash", "52 crash.struck-choke");
        MidiFileBuilder near =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        near.message(0, 0x90, 10, 49, 100).message(60, 0x80, 10, 49, 64);
        near.message(100, 0x90, 10, 50, 90).message(160, 0x80, 10, 50, 64);
        assertThat(mended(MidiFile.read(near.build(480)), map, meant, DiscrepancyKind.CHOKE_FORM))
                .containsExactly("0:52");
        // Farther away a struck choke would be heard as another crash.
        assertThat(mended(file("90 49 100", "90 50 100"), map, meant, DiscrepancyKind.CHOKE_FORM))
                .containsExactly("0:49");
    }

    @Test
    void aRollIsNoBounce() throws Exception {
        NoteMap map = map("Here", "38 snare");
        MidiFileBuilder roll =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int i = 0; i < 12; i++) {
            roll.message(i * 22L, 0x90, 10, 38, 80 - i).message(i * 22L + 12, 0x80, 10, 38, 64);
        }
        assertThat(look(MidiFile.read(roll.build(480)), map, map)).isEmpty();
    }

    private static List<Discrepancy> layers(int from, int... velocities) throws Exception {
        NoteMap written = map("Written", "38 snare");
        NoteMap map = map("Here", "40 snare", "41 snare.rim-shot");
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int i = 0; i < velocities.length; i++) {
            file.message(i * (long) QUARTER, 0x90, 10, 38, velocities[i]);
            file.message(i * (long) QUARTER + 60, 0x80, 10, 38, 64);
        }
        Crosswalk layered = Crosswalk.propose(written, map)
                .with(Route.chosen(
                        Note.of(38),
                        List.of(Target.all(Note.of(40)), new Target(Note.of(41), new VelocityRange(from, 127)))));
        Part part = Part.of(MidiFile.read(file.build(100L * QUARTER)), Channels.ALL);
        return Reconciler.of(map, Optional.of(written), Figures.USUAL)
                .through(layered)
                .look(part, EnumSet.of(DiscrepancyKind.GHOST_LAYER))
                .discrepancies();
    }

    @Test
    void aLayerForLoudStrokesThatJoinsGhostsOrNobodyIsNamed() throws Exception {
        int[] ghostsAndAccents = {30, 35, 110, 28, 40, 112, 33, 108, 38, 115};
        assertThat(layers(30, ghostsAndAccents)).singleElement().satisfies(found -> {
            assertThat(found.hits()).hasSize(5);
            assertThat(found.proposed().code()).isEqualTo("from-108");
        });
        assertThat(layers(100, ghostsAndAccents)).isEmpty();
        assertThat(layers(120, ghostsAndAccents))
                .singleElement()
                .satisfies(
                        found -> assertThat(found.sentence())
                                .isEqualTo(
                                        "snare.rim-shot never joins: it begins at velocity 120, and the loudest stroke here has 115."));
    }

    @Test
    void aDragOntoASoftStrokeIsNoBounce() throws Exception {
        NoteMap map = map("Here", "38 snare");
        MidiFileBuilder drag =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        int[][] strokes = {{0, 57}, {24, 75}, {38, 51}};
        for (int[] stroke : strokes) {
            drag.message(stroke[0], 0x90, 10, 38, stroke[1]).message(stroke[0] + 12, 0x80, 10, 38, 64);
        }
        assertThat(look(MidiFile.read(drag.build(480)), map, map)).isEmpty();
    }

    /** Played on General MIDI, the music of the Debian package planetblupi-music-midi was looked through stroke by stroke. */
    @Test
    void realMusicHasNoBouncesNoCrosstalkAndNoChokes() throws Exception {
        Set<DiscrepancyKind> none = EnumSet.of(
                DiscrepancyKind.STRUCK_TWICE,
                DiscrepancyKind.CROSSTALK,
                DiscrepancyKind.CHOKE_ALONE,
                DiscrepancyKind.CHOKE_ELSEWHERE,
                DiscrepancyKind.CHOKE_FORM,
                DiscrepancyKind.SILENT,
                DiscrepancyKind.STRAY_CHANNEL);
        for (Path path : Outside.realFiles()) {
            Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(GeneralMidi.PERCUSSION_CHANNEL));
            assertThat(Reconciler.of(GeneralMidi.level1(), Optional.empty(), Figures.USUAL)
                            .look(part, none)
                            .discrepancies())
                    .isEmpty();
        }
    }
}
