package org.jollyledger.core.reconcile;

import java.util.Arrays;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Part;

/**
 * Which message ends which hit, as it was played: where an end is missing in the midst of a part, the hit that lacks it
 * hangs, and not, as when hits take ends in turn, the last one of its note.
 */
final class Ends {
    private static final int NONE = Part.NONE;
    private static final int SLOTS = 16 * 128;

    private final Part part;
    /** The message that ends each hit. */
    private final int[] endEvents;

    private Ends(Part part, int[] endEvents) {
        this.part = part;
        this.endEvents = endEvents;
    }

    static Ends of(Part part) {
        int[] inTurn = new int[part.hitCount()];
        boolean hangs = false;
        for (int hit = 0; hit < inTurn.length; hit++) {
            inTurn[hit] = part.endEvent(hit);
            hangs |= inTurn[hit] == NONE;
        }
        return new Ends(part, hangs ? new Finder(part).find() : inTurn);
    }

    /** Whether nothing ends a hit. */
    boolean hangs(int hit) {
        return endEvents[hit] == NONE;
    }

    /** The message that ends a hit, in its track; {@link Part#NONE} when it hangs. */
    int event(int hit) {
        return endEvents[hit];
    }

    /** The tick at which a hit ends; of one that hangs, the tick at which it begins. */
    long tick(int hit) {
        return hangs(hit)
                ? part.tick(hit)
                : part.file().tracks().get(part.track(hit)).tick(endEvents[hit]);
    }

    /** Goes through a part of which some hits hang. */
    private static final class Finder {
        private final Part part;
        private final int[] endEvents;
        private final boolean[] hangs;
        /** Of each channel and note a hit that has not ended: the newest, and then the oldest. */
        private final int[] open = new int[SLOTS];

        private final int[] newest = new int[SLOTS];
        /** Of each hit another that has not ended: the one before it, and then the one behind it. */
        private final int[] other;

        private int hit;

        Finder(Part part) {
            this.part = part;
            endEvents = new int[part.hitCount()];
            hangs = new boolean[part.hitCount()];
            other = new int[part.hitCount()];
            Arrays.fill(endEvents, NONE);
        }

        int[] find() {
            for (MidiTrack track : part.file().tracks()) {
                int first = hit;
                findHanging(track);
                hit = first;
                pair(track);
            }
            return endEvents;
        }

        private static int slot(MidiTrack track, int event) {
            return track.channel(event) - 1 << 7 | track.data1(event);
        }

        private boolean isOn(MidiTrack track, int event) {
            return track.isNoteOn(event) && part.channels().contains(track.channel(event));
        }

        private boolean isEnd(MidiTrack track, int event) {
            return track.isNoteOff(event) && part.channels().contains(track.channel(event));
        }

        /** Each end closes the newest open hit, as brackets do: what stays open has no end. */
        private void findHanging(MidiTrack track) {
            Arrays.fill(open, NONE);
            for (int event = 0; event < track.eventCount(); event++) {
                if (isOn(track, event)) {
                    int slot = slot(track, event);
                    other[hit] = open[slot];
                    open[slot] = hit++;
                } else if (isEnd(track, event) && open[slot(track, event)] != NONE) {
                    int slot = slot(track, event);
                    open[slot] = other[open[slot]];
                }
            }
            for (int left : open) {
                for (int hanging = left; hanging != NONE; hanging = other[hanging]) {
                    hangs[hanging] = true;
                }
            }
        }

        /** The hits that end do so in the order in which they began. */
        private void pair(MidiTrack track) {
            Arrays.fill(open, NONE);
            for (int event = 0; event < track.eventCount(); event++) {
                if (isOn(track, event)) {
                    begin(slot(track, event));
                } else if (isEnd(track, event) && open[slot(track, event)] != NONE) {
                    int slot = slot(track, event);
                    endEvents[open[slot]] = event;
                    open[slot] = other[open[slot]];
                }
            }
        }

        private void begin(int slot) {
            if (!hangs[hit]) {
                other[hit] = NONE;
                if (open[slot] == NONE) {
                    open[slot] = hit;
                } else {
                    other[newest[slot]] = hit;
                }
                newest[slot] = hit;
            }
            hit++;
        }
    }
}
