package org.jollyledger.core.reconcile;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.Note;
import org.jspecify.annotations.Nullable;

/** How a part plays each note: at which places of a bar, how densely, and in how many of its bars. */
final class Playing {
    /** One of some stretches of a scale that follow each other. */
    private interface Bounded {
        /** The largest value that belongs to it. */
        double most();

        /** The first of some stretches, from the lowest on, to which a value belongs. */
        static <T extends Bounded> T of(T[] stretches, double value) {
            return Arrays.stream(stretches)
                    .filter(stretch -> value <= stretch.most())
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** Where in a bar a stroke is. */
    enum Place {
        DOWNBEAT,
        BACKBEAT,
        BEAT,
        HALF_WAY,
        ELSEWHERE
    }

    /** How many strokes there are in a bar that has any. */
    enum Density implements Bounded {
        ONE(1.2),
        TWO(2.5),
        FOUR(4.5),
        EIGHT(8.5),
        MORE(Double.MAX_VALUE);

        private final double most;

        Density(double most) {
            this.most = most;
        }

        @Override
        public double most() {
            return most;
        }
    }

    /** In which share of the bars there are strokes. */
    enum Spread implements Bounded {
        FEW(0.1),
        SOME(0.5),
        MOST(1);

        private final double most;

        Spread(double most) {
            this.most = most;
        }

        @Override
        public double most() {
            return most;
        }
    }

    /** A part of whose strokes so many are off the grid was not played to it: its bars and beats tell nothing. */
    private static final double OFF_THE_GRID = 0.6;

    /** How many of all hits are on a note. */
    enum Share implements Bounded {
        RARE(0.01),
        SELDOM(0.04),
        NOW_AND_THEN(0.10),
        OFTEN(0.20),
        VERY_OFTEN(0.40),
        MOST(1);

        private final double most;

        Share(double most) {
            this.most = most;
        }

        @Override
        public double most() {
            return most;
        }
    }

    /** How loud a note is beside all others. */
    enum Loudness implements Bounded {
        SOFTER(0.93),
        AS_LOUD(1.05),
        LOUDER(Double.MAX_VALUE);

        private final double most;

        Loudness(double most) {
            this.most = most;
        }

        @Override
        public double most() {
            return most;
        }
    }

    /** How often two notes sound together, of the strokes of the rarer one. */
    enum Meeting implements Bounded {
        NEVER(0.02),
        SELDOM(0.25),
        OFTEN(0.60),
        ALWAYS(Double.MAX_VALUE);

        private final double most;

        Meeting(double most) {
            this.most = most;
        }

        @Override
        public double most() {
            return most;
        }
    }

    /** From so many strokes on it tells whether a note meets another. */
    private static final int FEWEST_STROKES = 2;

    private static final int TWELFTHS = 12;
    private static final Place[] PLACES = Place.values();

    private final int[] hits;
    private final int[] strokes = new int[Note.COUNT];
    private final int[] places = new int[Note.COUNT * PLACES.length];
    private final int[] bars = new int[Note.COUNT];
    private final int hitCount;
    private final PartUsage usage;
    private final int[] notes;
    private final @Nullable Meeting[] meetings;
    private final boolean onTheGrid;
    private int barCount;

    Playing(Part part) {
        hits = part.hitsPerNote();
        hitCount = part.hitCount();
        usage = part.usage();
        notes = IntStream.range(0, Note.COUNT).filter(note -> hits[note] > 0).toArray();
        long[] lastTick = new long[Note.COUNT];
        long[] lastBar = new long[Note.COUNT];
        Arrays.fill(lastTick, -1);
        Arrays.fill(lastBar, -1);
        long bar = -1;
        for (int hit : part.hitsInTime()) {
            int note = part.note(hit);
            // Tracks that play the same music make no more strokes than one does.
            if (lastTick[note] == part.tick(hit)) {
                continue;
            }
            lastTick[note] = part.tick(hit);
            TimeMap times = part.timeMap(part.track(hit));
            BarBeat at = times.at(part.tick(hit));
            strokes[note]++;
            places[note * PLACES.length + place(at, times.beatsInBar(at.bar())).ordinal()]++;
            bars[note] += lastBar[note] == at.bar() ? 0 : 1;
            barCount += bar == at.bar() ? 0 : 1;
            lastBar[note] = at.bar();
            bar = at.bar();
        }
        meetings = meetings();
        onTheGrid = lookForTheGrid();
    }

    private @Nullable Meeting[] meetings() {
        @Nullable Meeting[] all = new Meeting[notes.length * notes.length];
        for (int i = 0; i < notes.length; i++) {
            for (int j = 0; j < i; j++) {
                int fewer = Math.min(strokes[notes[i]], strokes[notes[j]]);
                if (fewer >= FEWEST_STROKES) {
                    all[i * notes.length + j] = meeting(notes[i], notes[j], fewer);
                }
            }
        }
        return all;
    }

    private Meeting meeting(int note, int other, int fewer) {
        double softer = Math.min(usage.weight(note) / hits[note], usage.weight(other) / hits[other]);
        double share = usage.together(note, other) / softer / fewer;
        return Bounded.of(Meeting.values(), share);
    }

    /** The notes that are played, from the lowest to the highest. */
    int[] notes() {
        return notes;
    }

    /** How the notes with two indexes in {@link #notes()} meet, of which the first is higher; null when that tells nothing. */
    @Nullable
    Meeting meeting(int index, int lower) {
        return meetings[index * notes.length + lower];
    }

    Share share(int note) {
        double share = (double) hits[note] / hitCount;
        return Bounded.of(Share.values(), share);
    }

    Loudness loudness(int note) {
        double beside = usage.weight(note) / hits[note] / (usage.weight() / hitCount);
        return Bounded.of(Loudness.values(), beside);
    }

    private static Place place(BarBeat at, int beatsInBar) {
        int beat = at.twelfths() / TWELFTHS;
        int within = at.twelfths() % TWELFTHS;
        if (within == TWELFTHS / 2) {
            return Place.HALF_WAY;
        }
        if (within != 0) {
            return Place.ELSEWHERE;
        }
        if (beat == 0) {
            return Place.DOWNBEAT;
        }
        return isBackbeat(beat, beatsInBar) ? Place.BACKBEAT : Place.BEAT;
    }

    /** In bars of an even number of beats every second one; where they come in threes, the middle of the bar. */
    private static boolean isBackbeat(int beat, int beatsInBar) {
        if (beatsInBar % 6 == 0) {
            return beat % 6 == 3;
        }
        return beatsInBar % 2 == 0 ? beat % 2 == 1 : beat > 0;
    }

    /** Whether the part was played to the bars and beats of its file, so that the places of its strokes tell anything. */
    boolean isOnTheGrid() {
        return onTheGrid;
    }

    private boolean lookForTheGrid() {
        int all = IntStream.of(strokes).sum();
        int off =
                IntStream.of(notes).map(note -> strokes(note, Place.ELSEWHERE)).sum();
        return off <= OFF_THE_GRID * all;
    }

    /** Strokes of a note at a place. */
    int strokes(int note, Place place) {
        return places[note * PLACES.length + place.ordinal()];
    }

    int strokes(int note) {
        return strokes[note];
    }

    Density density(int note) {
        double mean = (double) strokes[note] / bars[note];
        return Bounded.of(Density.values(), mean);
    }

    Spread spread(int note) {
        double share = (double) bars[note] / barCount;
        return Bounded.of(Spread.values(), share);
    }

    int hits(int note) {
        return hits[note];
    }

    int hitCount() {
        return hitCount;
    }
}
