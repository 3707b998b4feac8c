package org.jollyledger.core.reconcile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.core.support.PlantedPart.MIDDLE;
import static org.jollyledger.core.support.PlantedPart.QUARTER;

import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.reconcile.Mending.Mended;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.Outside;
import org.jollyledger.core.support.PlantedPart;
import org.junit.jupiter.api.Test;

/** What is planted into clean random parts is found, each kind, and nothing else; and put right once and for all. */
class ReconcilingTest {
    private static final List<NoteMap> MAPS = maps();
    private static final Set<DiscrepancyKind> ALL = EnumSet.allOf(DiscrepancyKind.class);

    /** A discrepancy that a test puts into a part; it returns how many there are then, or nothing where the map has no room. */
    private interface Plant {
        Optional<Integer> into(PlantedPart part, Random random);
    }

    private static final Map<DiscrepancyKind, Plant> PLANTS = new EnumMap<>(Map.ofEntries(
            Map.entry(DiscrepancyKind.SILENT, ReconcilingTest::silent),
            Map.entry(DiscrepancyKind.STRAY_CHANNEL, ReconcilingTest::strayChannel),
            Map.entry(DiscrepancyKind.PEDAL_FLOOD, ReconcilingTest::pedalFlood),
            Map.entry(DiscrepancyKind.STRUCK_TWICE, ReconcilingTest::struckTwice),
            Map.entry(DiscrepancyKind.CROSSTALK, ReconcilingTest::crosstalk),
            Map.entry(DiscrepancyKind.HANGING, ReconcilingTest::hanging),
            Map.entry(DiscrepancyKind.OVERLAP, ReconcilingTest::overlap),
            Map.entry(DiscrepancyKind.NO_LENGTH, ReconcilingTest::noLength),
            Map.entry(DiscrepancyKind.HELD, ReconcilingTest::held),
            Map.entry(DiscrepancyKind.CHOKE_FORM, ReconcilingTest::chokeForm),
            Map.entry(DiscrepancyKind.CHOKE_ALONE, ReconcilingTest::chokeAlone),
            Map.entry(DiscrepancyKind.CHOKE_ELSEWHERE, ReconcilingTest::chokeElsewhere)));

    private static Optional<Integer> silent(PlantedPart part, Random random) {
        List<Integer> free = part.freeNotes().stream()
                .filter(note -> note >= 35 && note <= 81)
                .toList();
        if (free.isEmpty()) {
            return Optional.empty();
        }
        part.hit(MIDDLE, free.get(random.nextInt(free.size())), 100, 60);
        return Optional.of(1);
    }

    private static Optional<Integer> strayChannel(PlantedPart part, Random random) {
        if (part.map().channel().isEmpty()) {
            return Optional.empty();
        }
        int other = part.channel() == 3 ? 4 : 3;
        part.hit(MIDDLE, other, part.note(0), 100, 60);
        part.hit(MIDDLE + QUARTER, other, part.note(0), 100, 60);
        return Optional.of(2);
    }

    private static Optional<Integer> pedalFlood(PlantedPart part, Random random) {
        int controller = part.map().openness().pedal().controller();
        // A pedal that says closed contradicts no note that is played.
        int pressed = part.map().openness().pedal().countsDown() ? 0 : 127;
        for (int i = 0; i < 60; i++) {
            part.event(MIDDLE - 30 + i, 0xB0, controller, i % 2 == 0 ? pressed : Math.abs(pressed - 1));
        }
        return Optional.of(1);
    }

    private static Optional<Integer> struckTwice(PlantedPart part, Random random) {
        int note = part.note(0);
        part.clear(note, MIDDLE - 2 * QUARTER, MIDDLE + 2 * QUARTER);
        part.hit(MIDDLE, note, 100, 10);
        part.hit(MIDDLE + 10 + random.nextInt(13), note, 20 + random.nextInt(81), 30);
        // A flam and a drag, which are none.
        part.hit(MIDDLE + QUARTER, note, 40, 10);
        part.hit(MIDDLE + QUARTER + 20, note, 100, 40);
        part.hit(MIDDLE + QUARTER + 200, note, 50, 10);
        part.hit(MIDDLE + QUARTER + 220, note, 50, 10);
        part.hit(MIDDLE + QUARTER + 245, note, 100, 40);
        return Optional.of(1);
    }

    private static Optional<Integer> crosstalk(PlantedPart part, Random random) {
        int loud = part.note(0);
        int soft = part.note(1);
        part.clear(soft, MIDDLE - QUARTER, MIDDLE + 2 * QUARTER);
        part.clear(loud, MIDDLE - QUARTER, MIDDLE + 2 * QUARTER);
        for (int i = 0; i < 2; i++) {
            part.hit(MIDDLE + i * QUARTER, loud, 120, 60);
            part.hit(MIDDLE + i * QUARTER + random.nextInt(8), soft, 8 + random.nextInt(10), 60);
        }
        return Optional.of(2);
    }

    private static Optional<Integer> hanging(PlantedPart part, Random random) {
        part.event(MIDDLE, 0x90, part.note(random.nextInt(part.lines().size())), 100);
        return Optional.of(1);
    }

    private static Optional<Integer> overlap(PlantedPart part, Random random) {
        int note = part.note(0);
        part.clear(note, MIDDLE - QUARTER, MIDDLE + QUARTER);
        part.hit(MIDDLE, note, 100, 100);
        part.hit(MIDDLE + 60, note, 110, 60);
        return Optional.of(1);
    }

    private static Optional<Integer> noLength(PlantedPart part, Random random) {
        part.hit(MIDDLE, part.note(random.nextInt(part.lines().size())), 100, 1 + random.nextInt(8));
        return Optional.of(1);
    }

    private static Optional<Integer> held(PlantedPart part, Random random) {
        Line line = part.lines().get(0);
        Set<String> sustained = Set.of("roll", "buzz", "swell", "brush-sweep", "brush-swirl", "long");
        if (sustained.contains(line.sound().articulation().code())) {
            return Optional.empty();
        }
        int note = part.note(0);
        part.clear(note, MIDDLE - QUARTER, Long.MAX_VALUE);
        part.hit(MIDDLE, note, 100, 5 * QUARTER);
        return Optional.of(1);
    }

    private static Optional<Line> cymbal(PlantedPart part, int which) {
        return part.map().firstLines().stream()
                .filter(line -> Chokes.canBeChoked(line.sound())
                        && !Chokes.isChoke(line.sound())
                        && Set.of("crash", "splash", "china")
                                .contains(line.sound().piece().code()))
                .filter(line -> choke(part.map(), line).isPresent())
                .skip(which)
                .findFirst();
    }

    private static Optional<Line> choke(NoteMap map, Line cymbal) {
        return map.firstLines().stream()
                .filter(line -> Chokes.isTail(line.sound()) && line.sound().isSamePieceAs(cymbal.sound()))
                .findFirst();
    }

    private static Optional<Integer> chokeForm(PlantedPart part, Random random) {
        Optional<Line> cymbal = cymbal(part, 0);
        cymbal.ifPresent(line -> {
            part.clear(line.note().number(), MIDDLE - 2 * QUARTER, MIDDLE + 2 * QUARTER);
            part.hit(MIDDLE, line.note().number(), 100, 60);
            part.event(MIDDLE + QUARTER, 0xA0, line.note().number(), 90);
            part.event(MIDDLE + QUARTER + 40, 0xA0, line.note().number(), 0);
        });
        return cymbal.map(any -> 1);
    }

    private static void silenceCymbals(PlantedPart part) {
        part.map().firstLines().stream()
                .filter(line -> Chokes.canBeChoked(line.sound()))
                .forEach(line -> part.clear(line.note().number(), 0, Long.MAX_VALUE));
    }

    private static Optional<Integer> chokeAlone(PlantedPart part, Random random) {
        Optional<Line> choke = cymbal(part, 0).flatMap(line -> choke(part.map(), line));
        choke.ifPresent(line -> {
            silenceCymbals(part);
            part.hit(MIDDLE, line.note().number(), 100, 60);
        });
        return choke.map(any -> 1);
    }

    private static Optional<Integer> chokeElsewhere(PlantedPart part, Random random) {
        Optional<Line> one = cymbal(part, 0);
        Optional<Line> other = part.map().firstLines().stream()
                .filter(line -> one.isPresent()
                        && line.sound().piece() == one.get().sound().piece()
                        && !line.sound().isSamePieceAs(one.get().sound())
                        && !Chokes.isChoke(line.sound())
                        && choke(part.map(), line).isPresent())
                .findFirst();
        other.ifPresent(ringing -> {
            silenceCymbals(part);
            part.hit(MIDDLE, ringing.note().number(), 100, 60);
            part.hit(
                    MIDDLE + QUARTER,
                    choke(part.map(), one.get()).orElseThrow().note().number(),
                    100,
                    60);
        });
        return other.map(any -> 1);
    }

    /** Barley Row is left out: it shares a note and has no choke group, so no part on it is without discrepancies. */
    private static List<NoteMap> maps() {
        try {
            return DemoMaps.all().stream()
                    .filter(map -> map.sharedNotes().isEmpty())
                    .toList();
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private static PlantedPart clean(Random random) throws Exception {
        return new PlantedPart(MAPS.get(random.nextInt(MAPS.size())), random);
    }

    private static Reconciling look(MidiFile file, NoteMap map) {
        return Reconciling.of(DrumChannel.find(file, map.channel()).part(), map, Optional.of(map), Figures.USUAL);
    }

    private static Mended mend(MidiFile file, NoteMap map) {
        return Mending.mend(file, map, Optional.of(map), Figures.USUAL, ALL, any -> false);
    }

    @Property
    void nothingIsFoundInACleanPart(@ForAll int seed) throws Exception {
        PlantedPart part = clean(new Random(seed));
        MidiFile file = part.file();
        assertThat(look(file, part.map()).discrepancies()).isEmpty();
        assertThat(mend(file, part.map()).file().toBytes()).isEqualTo(file.toBytes());
    }

    @Property
    void whatIsPlantedIsFoundAndNothingElse(@ForAll int seed, @ForAll DiscrepancyKind kind) throws Exception {
        Random random = new Random(seed);
        PlantedPart part = clean(random);
        Plant plant = PLANTS.get(kind);
        Optional<Integer> planted = plant == null ? Optional.empty() : plant.into(part, random);
        if (planted.isPresent()) {
            assertThat(look(part.file(), part.map()).counts())
                    .as("planted in a part of %s", part.map().name())
                    .isEqualTo(Map.of(kind, planted.get()));
        }
    }

    @Property
    void mendingLeavesNothingToMendAndTheAccountBalances(@ForAll int seed) throws Exception {
        Random random = new Random(seed);
        PlantedPart part = clean(random);
        List<DiscrepancyKind> kinds = new ArrayList<>(PLANTS.keySet());
        for (int i = 0; i < 3; i++) {
            PLANTS.get(kinds.get(random.nextInt(kinds.size()))).into(part, random);
        }
        Mended once = mend(part.file(), part.map());
        assertThat(once.account().balances()).as("%s", once.account()).isTrue();
        assertThat(look(once.file(), part.map()).discrepancies()).isEmpty();
        Mended twice = mend(once.file(), part.map());
        assertThat(twice.account().settled()).isEmpty();
        assertThat(twice.file().toBytes()).isEqualTo(once.file().toBytes());
    }

    /** What is mended is read alike by the JDK's reader: as many hits as we count, each with its end. */
    @Property
    void otherProgramsReadWhatIsMended(@ForAll int seed) throws Exception {
        Random random = new Random(seed);
        PlantedPart part = clean(random);
        PLANTS.values().forEach(plant -> plant.into(part, random));
        Mended mended = mend(part.file(), part.map());
        Sequence sequence =
                MidiSystem.getSequence(new ByteArrayInputStream(mended.file().toBytes()));
        int hits = 0;
        int ends = 0;
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                if (track.get(i).getMessage() instanceof ShortMessage message) {
                    boolean on = message.getCommand() == ShortMessage.NOTE_ON && message.getData2() > 0;
                    boolean off = message.getCommand() == ShortMessage.NOTE_OFF
                            || message.getCommand() == ShortMessage.NOTE_ON && message.getData2() == 0;
                    hits += on ? 1 : 0;
                    ends += off ? 1 : 0;
                }
            }
        }
        assertThat(hits).isEqualTo(mended.account().hitsOut());
        assertThat(ends).as("each hit has its end").isEqualTo(hits);
    }

    @Test
    void midicsvReadsWhatIsMended() throws Exception {
        Path file = Files.createTempFile("mended", ".mid");
        try {
            for (int seed = 0; seed < 5; seed++) {
                Random random = new Random(seed);
                PlantedPart part = clean(random);
                PLANTS.values().forEach(plant -> plant.into(part, random));
                Mended mended = mend(part.file(), part.map());
                Files.write(file, mended.file().toBytes());
                long hits = Outside.run(List.of("midicsv", file.toString())).stream()
                        .filter(line -> line.contains("Note_on_c") && !line.endsWith(", 0"))
                        .count();
                assertThat(hits).isEqualTo(mended.account().hitsOut());
            }
        } finally {
            Files.delete(file);
        }
    }

    @Property
    void whatSomebodyHasSaidIsRightIsLeftAlone(@ForAll int seed, @ForAll DiscrepancyKind kind) throws Exception {
        Random random = new Random(seed);
        PlantedPart part = clean(random);
        Plant plant = PLANTS.get(kind);
        if (plant == null || plant.into(part, random).isEmpty()) {
            return;
        }
        MidiFile file = part.file();
        List<String> right = look(file, part.map()).discrepancies().stream()
                .map(Discrepancy::key)
                .toList();
        Mended kept = Mending.mend(
                file, part.map(), Optional.of(part.map()), Figures.USUAL, ALL, found -> right.contains(found.key()));
        assertThat(kept.file().toBytes()).isEqualTo(file.toBytes());
        assertThat(kept.account().accepted().values().stream()
                        .mapToInt(count -> count)
                        .sum())
                .isEqualTo(right.size());
        assertThat(kept.account().left()).isEmpty();
    }

    @Property
    void everyCorrectionOfAPartCanBeMadeAlone(@ForAll int seed, @ForAll DiscrepancyKind kind) throws Exception {
        Random random = new Random(seed);
        PlantedPart part = clean(random);
        Plant plant = PLANTS.get(kind);
        if (plant == null || plant.into(part, random).isEmpty()) {
            return;
        }
        Reconciling found = look(part.file(), part.map());
        for (Discrepancy discrepancy : found.discrepancies()) {
            for (Correction correction : discrepancy.corrections()) {
                if (correction.changesPart()) {
                    Reconciling.Settled settled =
                            found.settle(List.of(new Reconciling.Chosen(discrepancy, correction)));
                    assertThat(settled.choices()).hasSize(1);
                    assertThat(look(MidiFile.read(settled.bytes()), part.map()).discrepancies())
                            .as("%s by %s", discrepancy.sentence(), correction.words())
                            .extracting(Discrepancy::key)
                            .doesNotContain(discrepancy.key());
                }
            }
        }
    }
}
