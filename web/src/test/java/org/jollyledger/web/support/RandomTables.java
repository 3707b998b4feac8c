package org.jollyledger.web.support;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.NoteLength;
import org.jollyledger.core.crosswalk.PlayedInput;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.TranslationTable;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.crosswalk.TranslationTable.Row;
import org.jollyledger.core.crosswalk.TranslationTable.Unlisted;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/** Translation tables of any shape, between instruments that choke and open their hats in any form. */
public final class RandomTables {
    /** The lowest and the number of the notes that they know; others are unlisted. */
    public static final int LOWEST = 30;

    public static final int NOTES = 24;

    private static final List<String> SOUNDS = List.of(
            "kick",
            "snare.centre",
            "tom.1",
            "tom.2",
            "crash.1",
            "crash.1.bow",
            "crash.1.choke",
            "crash.1.struck-choke",
            "crash.2",
            "crash.2.choke",
            "ride.1",
            "ride.1.struck-choke",
            "hihat.closed",
            "hihat.half",
            "hihat.open",
            "hihat.pedal",
            "hihat.edge.pedal",
            "hihat.edge.closed",
            "hihat.pedal-close",
            "hihat.pedal-splash",
            "clap");

    private RandomTables() {}

    private static Kit kit(Random random) {
        List<Line> lines = new ArrayList<>();
        for (int note = LOWEST; note < LOWEST + NOTES; note++) {
            if (random.nextInt(5) > 0) {
                lines.add(Line.of(note, "Line " + note, Sound.parse(SOUNDS.get(random.nextInt(SOUNDS.size())))));
            }
        }
        return Kit.of(GeneralMidi.level1()
                .withName("Made")
                .withLines(lines)
                .withChokes(new ChokeExpression(
                        ChokeExpression.Form.values()[random.nextInt(3)], random.nextBoolean() ? 1 : 64))
                .withOpenness(OpennessExpression.CONTROLLER.withPedal(HatPedal.USUAL
                        .withController(random.nextBoolean() ? 4 : 1)
                        .withThresholds(random.ints(5, 1, 129).sorted().boxed().toList())
                        .withCountsDown(random.nextBoolean()))));
    }

    public static TranslationTable table(Random random) {
        List<Row> rows = new ArrayList<>();
        for (int note = LOWEST; note < LOWEST + NOTES; note++) {
            if (random.nextInt(10) > 0) {
                rows.add(row(random, note, OptionalInt.empty()));
            }
            if (random.nextInt(10) == 0) {
                rows.add(row(random, note, OptionalInt.of(1 + random.nextInt(16))));
            }
        }
        return TranslationTable.of(
                rows,
                random.nextBoolean() ? OptionalInt.empty() : OptionalInt.of(1 + random.nextInt(16)),
                random.nextInt(4) == 0 ? Unlisted.SILENT : Unlisted.PASS,
                KitChange.between(kit(random), kit(random)),
                random.ints(random.nextInt(3), LOWEST, LOWEST + NOTES)
                        .distinct()
                        .sorted()
                        .boxed()
                        .toList());
    }

    private static Row row(Random random, int note, OptionalInt channel) {
        if (random.nextInt(12) == 0) {
            return new Row(channel, note, Route.Sends.UNCHANGED, List.of());
        }
        List<Cell> cells = new ArrayList<>();
        for (int count = random.nextInt(10) == 0 ? 0 : 1 + random.nextInt(3); count > 0; count--) {
            cells.add(cell(random));
        }
        return new Row(channel, note, random.nextBoolean() ? Route.Sends.TO_ALL : Route.Sends.TO_FIRST, cells);
    }

    private static Cell cell(Random random) {
        int one = 1 + random.nextInt(127);
        int other = 1 + random.nextInt(127);
        boolean full = random.nextBoolean();
        return new Cell(
                LOWEST + random.nextInt(NOTES),
                full ? 1 : Math.min(one, other),
                full ? 127 : Math.max(one, other),
                random.nextInt(3) == 0 ? curve(random) : Cell.STRAIGHT,
                random.nextInt(6) == 0 ? OptionalInt.of(1 + random.nextInt(16)) : OptionalInt.empty(),
                random.nextInt(6) == 0 ? Optional.of(new NoteLength(1 + random.nextInt(4_000))) : Optional.empty());
    }

    private static List<Integer> curve(Random random) {
        return IntStream.range(0, 128)
                .mapToObj(velocity -> velocity == 0 ? 0 : 1 + random.nextInt(127))
                .toList();
    }

    /** Figures of a kit that is played. */
    public static PlayedInput input(Random random) {
        SortedMap<Integer, List<Integer>> curves = new TreeMap<>();
        for (int count = random.nextInt(4); count > 0; count--) {
            curves.put(LOWEST + random.nextInt(NOTES), curve(random));
        }
        int offCentreFrom = 1 + random.nextInt(60);
        StrikePlace place = new StrikePlace(
                16,
                Note.of(LOWEST + 1),
                offCentreFrom,
                offCentreFrom + random.nextInt(60),
                Note.of(LOWEST + 2),
                Note.of(LOWEST + 3));
        Splash splash = new Splash(50 + random.nextInt(400), 1 + random.nextInt(127));
        return new PlayedInput(
                curves,
                random.nextBoolean() ? Optional.empty() : Optional.of(place),
                random.nextBoolean() ? Optional.empty() : Optional.of(splash),
                random.nextBoolean()
                        ? Optional.empty()
                        : Optional.of(new Steady(5 + random.nextInt(200), 1 + random.nextInt(127))));
    }
}
