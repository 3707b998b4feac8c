package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;
import static org.jollyledger.core.support.SmallMaps.map;
import static org.jollyledger.core.support.SmallMaps.part;

import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.crosswalk.KeptCrosswalk.NotBack;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;

/** Losses that no single route shows. */
class LossesTest {
    private static final int QUARTER = 480;

    /** A part of hits on channel 10, each as tick, note; with controllers as tick, -controller, value. */
    private static Part part10(int[]... events) throws Exception {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int[] event : events) {
            if (event[1] < 0) {
                file.message(event[0], 0xB0, 10, -event[1], event[2]);
            } else {
                file.message(event[0], 0x90, 10, event[1], 100);
                file.message(event[0] + 60, 0x80, 10, event[1], 64);
            }
        }
        return Part.of(MidiFile.read(file.build(10_000)), Channels.only(10));
    }

    private static SortedMap<String, Integer> losses(Part part, Crosswalk crosswalk) {
        SortedMap<String, Integer> counts = new TreeMap<>();
        Losses.of(Conversion.of(part, crosswalk).statement())
                .forEach(group -> counts.put(group.key().code(), group.count()));
        return counts;
    }

    /** On a map that is laid out as General MIDI, a note that it does not list means what General MIDI says. */
    @Test
    void unlistedHitsThatPlayWhatTheyMeanAreNoLoss() throws Exception {
        NoteMap target = map(48, "kick", "crash.1");
        Part part = part10(new int[] {0, 36}, new int[] {480, 49});
        assertThat(losses(part, Crosswalk.propose(map(36, "kick"), target, part)))
                .isEmpty();
        assertThat(losses(part, Crosswalk.propose(map(36, "snare"), target, part)))
                .containsKey("stray.49..49");
    }

    /** Note 49 is not on the source map, and the target plays a cowbell there: that is no crash. */
    @Test
    void unlistedHitsThatPlaySomethingElseAreNamed() throws Exception {
        NoteMap source = map(36, "kick");
        NoteMap target = map(48, "kick", "cowbell", "snare", "ride.1");
        Part part = part10(new int[] {0, 36}, new int[] {480, 49}, new int[] {960, 49}, new int[] {1440, 51});
        Crosswalk crosswalk = Crosswalk.propose(source, target, part);
        Statement statement = Conversion.of(part, crosswalk).statement();
        List<Losses.Group> losses = Losses.of(statement);
        assertThat(losses).hasSize(1);
        assertThat(losses.get(0).key().code()).isEqualTo("stray.49..49");
        assertThat(losses.get(0).hits()).containsExactly(1, 2);
        assertThat(part.place(losses.get(0).hits().get(0)).words()).isEqualTo("bar 1, beat 2");
        List<Settlement> ways = Settlement.of(statement, losses.get(0).key());
        assertThat(ways).extracting(Settlement::to).contains(Optional.empty(), Optional.of(Note.of(51)));
        assertThat(ways).allSatisfy(way -> assertThat(way.weight()).isNegative());
        Crosswalk silenced = Settlement.apply(crosswalk, Note.of(49), Optional.of(Note.of(49)), Optional.empty());
        Conversion silent = Conversion.of(part, silenced);
        assertThat(silent.statement().hitsOut()).isEqualTo(2);
        assertThat(silent.statement().balances()).isTrue();
        assertThat(Losses.of(silent.statement())).isEmpty();
        Crosswalk sent = Settlement.apply(crosswalk, Note.of(49), Optional.of(Note.of(49)), Optional.of(Note.of(51)));
        assertThat(Conversion.of(part, sent).statement().totals().substituted()).isEqualTo(2);
        Crosswalk asItIs = crosswalk.with(Route.unchanged(Note.of(49)));
        assertThat(losses(part, asItIs)).isEmpty();
        assertThat(Conversion.of(part, asItIs).statement().totals().passed()).isEqualTo(2);
    }

    /** From a pedal to notes: each stroke goes to the note that is as far open, and what has none is named where it happens. */
    @Test
    void hatsByPedalThatHaveNoNoteAreNamed() throws Exception {
        NoteMap source = map(60, "hihat.tip.pedal");
        Part part = part10(
                new int[] {0, -4, 127},
                new int[] {10, 60},
                new int[] {490, 60},
                new int[] {900, -4, 0},
                new int[] {970, 60},
                new int[] {1400, -4, 127},
                new int[] {1450, 60});
        NoteMap both = map(40, "hihat.tip.closed", "hihat.tip.open");
        Conversion conversion = Conversion.of(part, Crosswalk.propose(source, both, part));
        assertThat(Losses.of(conversion.statement())).isEmpty();
        Part after = Part.of(MidiFile.read(conversion.bytes()), Channels.only(10));
        assertThat(Arrays.stream(after.hitsInTime()).map(after::note)).containsExactly(40, 40, 41, 40);
        NoteMap closed = map(40, "hihat.tip.closed");
        Crosswalk shut = Crosswalk.propose(source, closed, part);
        assertThat(losses(part, shut)).containsExactly(Map.entry("openness.60..40", 1));
        List<Integer> hits =
                Losses.of(Conversion.of(part, shut).statement()).get(0).hits();
        assertThat(part.tick(hits.get(0))).isEqualTo(970);
    }

    /** From notes to a pedal: the pedal is told how far open; one that does not reach as far is named. */
    @Test
    void hatsByNotesThatThePedalDoesNotReachAreNamed() throws Exception {
        NoteMap source = map(40, "hihat.tip.closed", "hihat.tip.open");
        NoteMap target = map(60, "hihat.tip.pedal");
        Part part = part10(new int[] {0, 40}, new int[] {480, 40}, new int[] {960, 41});
        assertThat(losses(part, Crosswalk.propose(source, target, part))).isEmpty();
        NoteMap always = target.withOpenness(OpennessExpression.CONTROLLER.withPedal(
                HatPedal.USUAL.withThresholds(Collections.nCopies(5, HatPedal.NEVER))));
        assertThat(losses(part, Crosswalk.propose(source, always, part)))
                .containsExactly(Map.entry("openness.40..60", 2));
    }

    /** The same pedal there is no loss: its controllers go along. */
    @Test
    void aPedalThatStaysAPedalLosesNothing() throws Exception {
        NoteMap source = map(60, "hihat.tip.pedal");
        NoteMap target = map(40, "hihat.tip.pedal");
        Part part = part10(new int[] {0, -4, 127}, new int[] {10, 60}, new int[] {400, -4, 0}, new int[] {490, 60});
        assertThat(losses(part, Crosswalk.propose(source, target, part))).isEmpty();
    }

    @Test
    void aFillThatLeavesTheTomsIsNamed() throws Exception {
        NoteMap source = map(36, "tom.1", "tom.2", "tom.3");
        NoteMap target = map(60, "tom.1", "snare", "tom.3");
        Part part = part(source, "0 1 2 . 0 1 2");
        Crosswalk proposed = Crosswalk.propose(source, target, part);
        assertThat(losses(part, proposed).keySet()).noneMatch(code -> code.startsWith("fill-left"));
        Crosswalk chosen = proposed.with(Route.chosen(Note.of(37), List.of(Target.all(Note.of(61)))));
        assertThat(losses(part, chosen))
                .containsEntry("fill-left-toms.36.37.61", 2)
                .containsEntry("fill-left-toms.37.38.62", 2);
    }

    @Test
    void theWayBackTellsWhatDoesNotComeBackAsItWas() throws Exception {
        NoteMap source = map(36, "kick", "snare", "tom.1", "crash.1");
        NoteMap target = map(60, "kick", "snare", "tom.1", "crash.1");
        Crosswalk plain = Crosswalk.propose(source, target);
        assertThat(KeptCrosswalk.reversed(plain).isLossless()).isTrue();
        Target softer = Target.all(Note.of(61)).withCurve(new VelocityCurve.Shape(50, 0, 0, 1, 127));
        Target shorter = Target.all(Note.of(63)).withLength(Optional.of(NoteLength.ofQuarters(0.5)));
        Crosswalk changed = plain.with(List.of(
                Route.chosen(Note.of(36), List.of(new Target(Note.of(60), new VelocityRange(10, 100)))),
                Route.chosen(Note.of(37), List.of(softer)),
                Route.chosen(
                        Note.of(38),
                        List.of(
                                new Target(Note.of(62), new VelocityRange(1, 60)),
                                new Target(Note.of(61), new VelocityRange(61, 127)))),
                Route.chosen(Note.of(39), List.of(shorter))));
        KeptCrosswalk.Reversed back = KeptCrosswalk.reversed(changed);
        assertThat(back.isLossless()).isFalse();
        assertThat(back.changed().get(Note.of(36))).containsExactly(NotBack.VELOCITIES_LEFT_OUT);
        assertThat(back.changed().get(Note.of(37))).containsExactly(NotBack.LOUDNESS);
        assertThat(back.changed()).doesNotContainKey(Note.of(38));
        assertThat(back.changed().get(Note.of(39))).containsExactly(NotBack.LENGTH);
        assertThat(back.merged().get(Note.of(61))).containsExactly(Note.of(38));
    }

    /** The demo's electronic kit, whose hat opens by its pedal, on the published list: closed and open stay what they were. */
    @Test
    void theDemoKitsHatsAreClosedAndOpenOnGeneralMidi() throws Exception {
        NoteMap kit = DemoMaps.named("Otterbrook E7");
        int hat = kit.firstLines().stream()
                .filter(line -> line.sound().code().equals("hihat.tip.pedal"))
                .findFirst()
                .orElseThrow()
                .note()
                .number();
        Part part = part10(
                new int[] {0, -4, 127}, new int[] {10, hat}, new int[] {480, hat}, new int[] {900, -4, 0}, new int[] {
                    960, hat
                });
        Crosswalk crosswalk = Crosswalk.propose(kit, GeneralMidi.level1(), part);
        assertThat(losses(part, crosswalk)).isEmpty();
        Part after = Part.of(MidiFile.read(Conversion.of(part, crosswalk).bytes()), Channels.only(10));
        assertThat(Arrays.stream(after.hitsInTime()).map(after::note)).containsExactly(42, 42, 46);
    }

    /** Losses of some notes by themselves are what all losses say of them, the fills that run over one note among them. */
    @Property
    void lossesOfNotesAreTheirShareOfAll(@ForAll("crosswalks") Crosswalk crosswalk, @ForAll int seed) throws Exception {
        Random random = new Random(seed);
        int[] notes = crosswalk.source().firstLines().stream()
                .mapToInt(line -> line.note().number())
                .toArray();
        Assume.that(notes.length > 0);
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        int pedal = crosswalk.source().openness().pedal().controller();
        for (int at = 0; at < 80; at++) {
            if (random.nextInt(4) == 0) {
                file.message(at * 100L, 0xB0, 10, pedal, random.nextInt(128));
            }
            int note = random.nextInt(10) == 0 ? random.nextInt(128) : notes[random.nextInt(notes.length)];
            file.message(at * 100L, 0x90, 10, note, 1 + random.nextInt(127));
            file.message(at * 100L + 50, 0x80, 10, note, 64);
        }
        Part part = Part.of(MidiFile.read(file.build(10_000)), Channels.only(10));
        Map<Losses.Key, Losses.Group> all =
                byKey(Losses.of(Conversion.of(part, crosswalk).statement()));
        BitSet every = new BitSet();
        every.set(0, Note.COUNT);
        for (int changed : notes) {
            Map<Losses.Key, Losses.Group> some = byKey(Losses.ofNotes(part, crosswalk, every, changed));
            Note note = Note.of(changed);
            assertThat(some.keySet())
                    .containsExactlyInAnyOrderElementsOf(all.keySet().stream()
                            .filter(key -> !FILLS.contains(key.kind())
                                    || key.note().equals(note)
                                    || key.other().equals(Optional.of(note)))
                            .toList());
            some.forEach((key, group) -> {
                assertThat(group.count()).as(key.code()).isEqualTo(all.get(key).count());
                assertThat(group.hits()).as(key.code()).isEqualTo(all.get(key).hits());
                assertThat(group.weight()).as(key.code()).isCloseTo(all.get(key).weight(), offset(1e-9));
            });
        }
    }

    private static final Set<Losses.Kind> FILLS =
            EnumSet.of(Losses.Kind.FILL_ON_ONE_DRUM, Losses.Kind.FILL_TURNED, Losses.Kind.FILL_LEFT_TOMS);

    private static Map<Losses.Key, Losses.Group> byKey(List<Losses.Group> groups) {
        return groups.stream().collect(Collectors.toMap(Losses.Group::key, Function.identity()));
    }

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    /** A stroke that is not heard counts as one of full loudness does by as much as it is as loud. */
    @Test
    void whatIsSilentWeighsWhatItsLoudnessIs() throws Exception {
        NoteMap source = map(36, "kick", "crash.1");
        NoteMap target = map(48, "kick");
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        file.message(0, 0x90, 10, 37, 127).message(480, 0x90, 10, 37, 30);
        Part part = Part.of(MidiFile.read(file.build(10_000)), Channels.only(10));
        Crosswalk silent = Crosswalk.propose(source, target).with(Route.chosen(Note.of(37), List.of()));
        List<Losses.Group> losses = Losses.of(Conversion.of(part, silent).statement());
        assertThat(losses).hasSize(1);
        assertThat(losses.get(0).count()).isEqualTo(2);
        assertThat(losses.get(0).weight()).isCloseTo(PartUsage.loudness(127) + PartUsage.loudness(30), offset(1e-9));
    }

    /** The grab of a cymbal that the target cannot say is lost, once for each, and weighs as its stroke would. */
    @Test
    void aGrabThatNothingSaysIsNamed() throws Exception {
        NoteMap source = LiveTranslatorTest.KIT;
        NoteMap target = LiveTranslatorTest.map("No choke", "36 kick", "49 crash.1", "42 hihat.closed");
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        file.message(0, 0x90, 10, 54, 100).message(60, 0x80, 10, 54, 64);
        file.message(480, 0xA0, 10, 54, 90).message(500, 0xA0, 10, 54, 0);
        file.message(960, 0x90, 10, 54, 50).message(1020, 0x80, 10, 54, 64);
        Part part = Part.of(MidiFile.read(file.build(10_000)), Channels.only(10));
        List<Losses.Group> losses =
                Losses.of(Conversion.of(part, Crosswalk.propose(source, target)).statement());
        assertThat(losses).hasSize(1);
        Losses.Group choke = losses.get(0);
        assertThat(choke.key().code()).isEqualTo("choke.54..");
        assertThat(choke.hits()).containsExactly(0);
        assertThat(choke.weight()).isCloseTo(PartUsage.loudness(100), offset(1e-9));
    }
}
