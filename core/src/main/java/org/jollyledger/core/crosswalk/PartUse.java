package org.jollyledger.core.crosswalk;

import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.function.Predicate;
import java.util.stream.DoubleStream;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;

/** What a part plays, or several parts together, as if it were a song of a thousand strokes. */
final class PartUse implements Use {
    /** All weights together are those of a song of a thousand strokes, as with typical use. */
    private static final double STROKES = 1000;

    /** Strokes of a fill follow one another within an eighth. */
    static final double FILL_QUARTERS = 0.5;

    private static final double HAT_QUARTERS = 1;

    private final double[] hits = new double[Note.COUNT];
    private final double[] weights = new double[Note.COUNT];
    private final double[][] together = new double[Note.COUNT][Note.COUNT];
    private final double[][] fills = new double[Note.COUNT][Note.COUNT];
    private final double[][] hats = new double[Note.COUNT][Note.COUNT];
    private final Map<Integer, Map<Openness, Double>> openings = new HashMap<>();

    private final BitSet fillDrums;
    private final BitSet struckHats;
    private final BitSet byPedal;
    private final Kit kit;
    private double scale = STROKES;

    /** @param map the map on whose lines the parts play; none does yet */
    PartUse(NoteMap map) {
        fillDrums = notes(map, Harms::isFillDrum);
        struckHats = notes(map, Harms::isStruckHat);
        byPedal = notes(map, line -> Hats.isByPedal(line.sound()));
        kit = Kit.of(map);
    }

    /** Adds what a part plays. */
    PartUse add(Part part) {
        count(part);
        add(fills, part.usage().successions(fillDrums, FILL_QUARTERS));
        add(hats, part.usage().successions(struckHats, HAT_QUARTERS));
        countOpenings(part);
        scale = STROKES / Math.max(1, DoubleStream.of(weights).sum());
        return this;
    }

    private void count(Part part) {
        PartUsage usage = part.usage();
        int[] hitsPerNote = part.hitsPerNote();
        for (int note = 0; note < Note.COUNT; note++) {
            hits[note] += hitsPerNote[note];
            weights[note] += usage.weight(note);
            for (int other = 0; other < Note.COUNT; other++) {
                together[note][other] += usage.together(note, other);
            }
        }
    }

    private static void add(double[][] sums, double[][] more) {
        for (int row = 0; row < sums.length; row++) {
            for (int column = 0; column < sums.length; column++) {
                sums[row][column] += more[row][column];
            }
        }
    }

    private void countOpenings(Part part) {
        if (byPedal.isEmpty()) {
            return;
        }
        for (int hit = 0; hit < part.hitCount(); hit++) {
            int note = part.note(hit);
            if (byPedal.get(note)) {
                part.played(kit, kit.lines(note).get(0).sound(), hit)
                        .openness()
                        .ifPresent(openness -> openings.computeIfAbsent(note, any -> new EnumMap<>(Openness.class))
                                .merge(openness, 1.0, Double::sum));
            }
        }
    }

    static BitSet notes(NoteMap map, Predicate<Line> wanted) {
        BitSet notes = new BitSet();
        map.firstLines().stream()
                .filter(wanted)
                .forEach(line -> notes.set(line.note().number()));
        return notes;
    }

    @Override
    public double weight(Line line) {
        return scale * weights[line.note().number()];
    }

    @Override
    public double together(Line one, Line other) {
        return scale * together[one.note().number()][other.note().number()];
    }

    @Override
    public double inFill(Line earlier, Line later) {
        return scale * fills[earlier.note().number()][later.note().number()];
    }

    @Override
    public double hatStep(Line earlier, Line later) {
        return scale * hats[earlier.note().number()][later.note().number()];
    }

    @Override
    public OptionalDouble loudness(Line line) {
        int note = line.note().number();
        return hits[note] == 0 ? OptionalDouble.empty() : OptionalDouble.of(weights[note] / hits[note]);
    }

    @Override
    public Map<Openness, Double> openings(Line line) {
        Map<Openness, Double> counts = openings.getOrDefault(line.note().number(), Map.of());
        if (!Hats.isByPedal(line.sound()) || counts.isEmpty()) {
            return Map.of();
        }
        double all = counts.values().stream().mapToDouble(count -> count).sum();
        Map<Openness, Double> shares = new EnumMap<>(Openness.class);
        counts.forEach((openness, count) -> shares.put(openness, count / all));
        return shares;
    }

    @Override
    public Use heard() {
        return this;
    }
}
