package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Part;

/**
 * Which message ends which hit, as it was played: where an end is missing in the midst of a part, the hit that lacks it
 * hangs, and not, as when hits take ends in turn, the last one of its note.
 */
final class Ends {
    /** An end that belongs to no hit. */
    record Stray(int track, int event) {}

    private static final int NONE = Part.NONE;
    private static final int SLOTS = 16 * 128;

    private final Part part;
    private final int[] endEvents;
    private final boolean[] hangs;
    private final List<Stray> strays = new ArrayList<>();
    /** The last hit of each channel and note that has not ended, and of each hit the one before it. */
    private final int[] open = new int[SLOTS];

    private final int[] before;

    Ends(Part part) {
        this.part = part;
        endEvents = new int[part.hitCount()];
        hangs = new boolean[part.hitCount()];
        before = new int[part.hitCount()];
        Arrays.fill(endEvents, NONE);
        int hit = 0;
        for (MidiTrack track : part.file().tracks()) {
            int first = hit;
            hit = findHanging(track, first);
            pair(track, first);
        }
    }

    private int slot(MidiTrack track, int event) {
        return track.channel(event) - 1 << 7 | track.data1(event);
    }

    private boolean isOn(MidiTrack track, int event) {
        return track.isNoteOn(event) && part.channels().contains(track.channel(event));
    }

    private boolean isEnd(MidiTrack track, int event) {
        return track.isNoteOff(event) && part.channels().contains(track.channel(event));
    }

    /** Each end closes the newest open hit, as brackets do: what stays open has no end. Returns the first hit behind. */
    private int findHanging(MidiTrack track, int first) {
        Arrays.fill(open, NONE);
        int hit = first;
        for (int event = 0; event < track.eventCount(); event++) {
            if (isOn(track, event)) {
                int slot = slot(track, event);
                before[hit] = open[slot];
                open[slot] = hit++;
            } else if (isEnd(track, event)) {
                int slot = slot(track, event);
                if (open[slot] == NONE) {
                    strays.add(new Stray(track.index(), event));
                } else {
                    open[slot] = before[open[slot]];
                }
            }
        }
        for (int left : open) {
            for (int hanging = left; hanging != NONE; hanging = before[hanging]) {
                hangs[hanging] = true;
            }
        }
        return hit;
    }

    /** The hits that end do so in the order in which they began. */
    private void pair(MidiTrack track, int first) {
        int[] newest = new int[SLOTS];
        Arrays.fill(open, NONE);
        Arrays.fill(newest, NONE);
        int hit = first;
        for (int event = 0; event < track.eventCount(); event++) {
            if (isOn(track, event)) {
                if (!hangs[hit]) {
                    int slot = slot(track, event);
                    before[hit] = NONE;
                    if (open[slot] == NONE) {
                        open[slot] = hit;
                    } else {
                        before[newest[slot]] = hit;
                    }
                    newest[slot] = hit;
                }
                hit++;
            } else if (isEnd(track, event)) {
                int slot = slot(track, event);
                if (open[slot] != NONE) {
                    endEvents[open[slot]] = event;
                    open[slot] = before[open[slot]];
                }
            }
        }
    }

    /** Whether nothing ends a hit. */
    boolean hangs(int hit) {
        return hangs[hit];
    }

    /** The message that ends a hit, in its track; {@link Part#NONE} when it hangs. */
    int event(int hit) {
        return endEvents[hit];
    }

    /** The tick at which a hit ends; of one that hangs, the tick at which it begins. */
    long tick(int hit) {
        return hangs[hit]
                ? part.tick(hit)
                : part.file().tracks().get(part.track(hit)).tick(endEvents[hit]);
    }

    /** The ends that belong to no hit. */
    List<Stray> strays() {
        return strays;
    }
}
