package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.sheet.Figures;

/**
 * The hits of one bar as notation counts them: every beat is cut into the fewest equal pieces on which its hits are,
 * and a hit that is played a little off the grid is written on it. Lengths are counted in forty-eighths of a quarter.
 */
final class Rhythm {
    static final int QUARTER = 48;

    /** A hit no farther than this from a piece is meant for it. */
    private static final double TOLERANCE = QUARTER / 24.0;

    private static final int[] PIECES_OF_QUARTER = {1, 2, 3, 4, 6, 8, 12, 16};
    private static final int[] PIECES_OF_DOTTED_QUARTER = {1, 3, 6, 12, 24};
    private static final int[] PIECES_OF_SHORT_BEAT = {1, 2, 4};

    /**
     * What is struck at one place.
     *
     * @param hits struck together
     * @param graces small notes before them, in the order of time
     */
    record Chord(List<Integer> hits, List<Integer> graces) {
        private static Chord empty() {
            return new Chord(new ArrayList<>(), new ArrayList<>());
        }
    }

    /** A beat: where it begins in the bar, how long it is, and what is in it, by the place from its beginning. */
    record Beat(int start, int length, TreeMap<Integer, Chord> chords) {}

    private final Part part;
    private final Figures figures;
    private final long barStart;
    private final double scale;
    private final int barLength;
    private final int beatLength;

    /** Of one bar. */
    Rhythm(Part part, Figures figures, long bar) {
        this.part = part;
        this.figures = figures;
        TimeMap times = part.timeMap(0);
        barStart = times.startOfBar(bar);
        scale = QUARTER / part.file().division().ticksPerQuarter();
        TimeMap.Stretch signature = times.stretchOf(bar);
        barLength = (int) Math.max(1, Math.round((times.startOfBar(bar + 1) - barStart) * scale));
        beatLength = beatLength(signature);
    }

    private static int beatLength(TimeMap.Stretch signature) {
        if (signature.denominator() == 8 && signature.numerator() % 3 == 0) {
            return 3 * QUARTER / 2;
        }
        return Math.min(QUARTER, 4 * QUARTER / signature.denominator());
    }

    int barLength() {
        return barLength;
    }

    /** The beats of the bar with some of its hits. */
    List<Beat> beats(List<Integer> hits) {
        List<Beat> beats = new ArrayList<>();
        List<List<Integer>> hitsOfBeat = new ArrayList<>();
        for (int start = 0; start < barLength; start += beatLength) {
            beats.add(new Beat(start, Math.min(beatLength, barLength - start), new TreeMap<>()));
            hitsOfBeat.add(new ArrayList<>());
        }
        for (int hit : hits) {
            int beat = (int) Math.floor((place(meantFor(hit)) + TOLERANCE) / beatLength);
            hitsOfBeat.get(Math.max(0, Math.min(beats.size() - 1, beat))).add(hit);
        }
        for (int i = 0; i < beats.size(); i++) {
            lay(beats.get(i), hitsOfBeat.get(i));
        }
        return beats;
    }

    /** The stroke that decides where a hit is written: its own, or that of the stroke it leads into. */
    private int meantFor(int hit) {
        return figures.mainOf(hit) == Part.NONE ? hit : figures.mainOf(hit);
    }

    private double place(int hit) {
        return (part.tick(hit) - barStart) * scale;
    }

    private void lay(Beat beat, List<Integer> hits) {
        int step = step(beat, hits);
        Map<Struck, Long> struck = new HashMap<>();
        for (int hit : hits) {
            boolean grace = meantFor(hit) != hit;
            int place = placeIn(beat, meantFor(hit), step);
            Chord chord = beat.chords.computeIfAbsent(place, any -> Chord.empty());
            if (grace || isStruckAgain(struck, place, hit)) {
                chord.graces.add(hit);
            } else {
                chord.hits.add(hit);
            }
        }
        // What has only small notes has lost its stroke to another beat or voice: they are written as strokes.
        beat.chords.replaceAll(
                (place, chord) -> chord.hits.isEmpty() ? new Chord(chord.graces, new ArrayList<>()) : chord);
    }

    /** A note of a channel at a place of its beat. */
    private record Struck(int place, int note, int channel) {}

    /** A note that is struck again before the finest piece is over is written as a small one, so that none is lost. */
    private boolean isStruckAgain(Map<Struck, Long> struck, int place, int hit) {
        Long first = struck.putIfAbsent(new Struck(place, part.note(hit), part.channel(hit)), part.tick(hit));
        return first != null && first != part.tick(hit);
    }

    private int placeIn(Beat beat, int hit, int step) {
        int place = (int) Math.round((place(hit) - beat.start) / step) * step;
        return Math.max(0, Math.min(place, (beat.length - 1) / step * step));
    }

    /** The longest piece on which all hits are and none meets another of its note; else the one they fit best. */
    private int step(Beat beat, List<Integer> hits) {
        int best = beat.length;
        double least = Double.MAX_VALUE;
        for (int pieces : pieces(beat)) {
            if (beat.length % pieces != 0) {
                continue;
            }
            int step = beat.length / pieces;
            double worst = 0;
            for (int hit : hits) {
                worst = Math.max(worst, meantFor(hit) == hit ? error(beat, hit, step) : 0);
            }
            boolean apart = apart(beat, hits, step);
            if (worst <= TOLERANCE && apart) {
                return step;
            }
            double error = worst + (apart ? 0 : beat.length);
            if (error < least) {
                least = error;
                best = step;
            }
        }
        return best;
    }

    private static int[] pieces(Beat beat) {
        if (beat.length > QUARTER) {
            return PIECES_OF_DOTTED_QUARTER;
        }
        return beat.length == QUARTER ? PIECES_OF_QUARTER : PIECES_OF_SHORT_BEAT;
    }

    private double error(Beat beat, int hit, int step) {
        return Math.abs(place(hit) - beat.start - placeIn(beat, hit, step));
    }

    private boolean apart(Beat beat, List<Integer> hits, int step) {
        return hits.stream()
                        .filter(hit -> meantFor(hit) == hit)
                        .map(hit -> placeIn(beat, hit, step) << 7 | part.note(hit))
                        .distinct()
                        .count()
                == hits.stream()
                        .filter(hit -> meantFor(hit) == hit)
                        .map(hit -> part.tick(hit) << 7 | part.note(hit))
                        .distinct()
                        .count();
    }
}
