package org.jollyledger.core.reconcile;

import java.util.Arrays;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.Note;

/** How a part plays each note: at which places of a bar, how densely, and in how many of its bars. */
final class Playing {
    /** Where in a bar a stroke is. */
    enum Place {
        DOWNBEAT,
        BACKBEAT,
        BEAT,
        HALF_WAY,
        ELSEWHERE
    }

    /** How many strokes there are in a bar that has any. */
    enum Density {
        ONE(1.2),
        TWO(2.5),
        FOUR(4.5),
        EIGHT(8.5),
        MORE(Double.MAX_VALUE);

        private final double most;

        Density(double most) {
            this.most = most;
        }
    }

    /** In which share of the bars there are strokes. */
    enum Spread {
        FEW(0.1),
        SOME(0.5),
        MOST(1);

        private final double most;

        Spread(double most) {
            this.most = most;
        }
    }

    private static final int TWELFTHS = 12;
    private static final Place[] PLACES = Place.values();

    private final int[] hits;
    private final int[] strokes = new int[Note.COUNT];
    private final int[] places = new int[Note.COUNT * PLACES.length];
    private final int[] bars = new int[Note.COUNT];
    private final int hitCount;
    private int barCount;

    Playing(Part part) {
        hits = part.hitsPerNote();
        hitCount = part.hitCount();
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

    /** Strokes of a note at a place. */
    int strokes(int note, Place place) {
        return places[note * PLACES.length + place.ordinal()];
    }

    int strokes(int note) {
        return strokes[note];
    }

    Density density(int note) {
        double mean = (double) strokes[note] / bars[note];
        return Arrays.stream(Density.values())
                .filter(density -> mean <= density.most)
                .findFirst()
                .orElseThrow();
    }

    Spread spread(int note) {
        double share = (double) bars[note] / barCount;
        return Arrays.stream(Spread.values())
                .filter(spread -> share <= spread.most)
                .findFirst()
                .orElseThrow();
    }

    int hits(int note) {
        return hits[note];
    }

    int hitCount() {
        return hitCount;
    }
}
