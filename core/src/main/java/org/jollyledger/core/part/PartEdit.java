package org.jollyledger.core.part;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToLongFunction;
import java.util.function.IntUnaryOperator;
import org.jollyledger.core.midi.MidiEdit;
import org.jollyledger.core.midi.MidiTrack;

/**
 * Changes to the hits of a part. What is not changed stays byte for byte: other notes and velocities are patched in
 * place, and only a track that gains or loses hits, or in which some move in time, is written anew. Key pressure goes
 * with the hit it follows; a hit that moves keeps its length and the way it ends.
 */
public final class PartEdit {
    private static final int NOTE_ON = 0x90;
    private static final int NOTE_OFF = 0x80;
    /** The velocity with which new notes are released: the middle one, for want of a better. */
    private static final int RELEASE = 64;

    /** In which order the messages of one tick are added. */
    private enum Order {
        END,
        BEGIN,
        PRESSURE,
        /** Beginning and end of a hit without a length, which stay in this order. */
        MOMENT
    }

    /** A message that is added. */
    private record Message(int track, long tick, Order order, int status, int data1, int data2) {}

    /** What identifies a hit in the changed part. */
    private record Key(int track, int channel, long tick, int note, int velocity) {}

    private final Part part;
    private final MidiEdit edit;
    private final List<Message> messages = new ArrayList<>();
    private final List<Key> results = new ArrayList<>();
    private final boolean[] touched;
    private int changes;

    private PartEdit(Part part) {
        this.part = part;
        edit = part.file().edit();
        touched = new boolean[part.hitCount()];
    }

    /**
     * Begins to change a part.
     *
     * @return an edit without changes so far
     */
    public static PartEdit of(Part part) {
        return new PartEdit(part);
    }

    /**
     * Moves hits to other notes, each to what the function answers for its note, 0–127.
     *
     * @return this edit, to go on with
     */
    public PartEdit toNotes(int[] hits, IntUnaryOperator noteFor) {
        for (int hit : untouched(hits)) {
            int note = noteFor.applyAsInt(part.note(hit));
            if (note != part.note(hit)) {
                changes++;
                int track = part.track(hit);
                edit.setNote(track, part.onEvent(hit), note);
                if (!part.hangs(hit)) {
                    edit.setNote(track, part.endEvent(hit), note);
                }
                for (int pressure : part.pressuresOf(hit)) {
                    edit.setNote(part.pressureTrack(pressure), part.pressureEvent(pressure), note);
                }
            }
            results.add(key(hit, part.tick(hit), note, part.velocity(hit)));
        }
        return this;
    }

    /**
     * Gives hits other velocities; what the function answers is brought into 1 to 127.
     *
     * @return this edit, to go on with
     */
    public PartEdit velocities(int[] hits, IntUnaryOperator velocityFor) {
        for (int hit : untouched(hits)) {
            int velocity = Math.max(1, Math.min(Stroke.LOUDEST, velocityFor.applyAsInt(part.velocity(hit))));
            if (velocity != part.velocity(hit)) {
                changes++;
                edit.setVelocity(part.track(hit), part.onEvent(hit), velocity);
            }
            results.add(key(hit, part.tick(hit), part.note(hit), velocity));
        }
        return this;
    }

    /**
     * Takes hits out, with their ends and the key pressure on them.
     *
     * @return this edit, to go on with
     */
    public PartEdit remove(int[] hits) {
        for (int hit : untouched(hits)) {
            changes++;
            takeOut(hit);
        }
        return this;
    }

    /**
     * Moves hits in time by some ticks, all alike; no farther than the first of them reaches tick 0.
     *
     * @return this edit, to go on with
     */
    public PartEdit shift(int[] hits, long ticks) {
        long earliest = Arrays.stream(hits).mapToLong(part::tick).min().orElse(0);
        long shift = Math.max(ticks, -earliest);
        return toTicks(hits, hit -> part.tick(hit) + shift);
    }

    /**
     * Moves hits to the nearest line of a grid.
     *
     * @return this edit, to go on with
     */
    public PartEdit toGrid(int[] hits, Grid grid) {
        return toTicks(hits, hit -> grid.nearest(part.timeMap(part.track(hit)), part.tick(hit)));
    }

    private PartEdit toTicks(int[] hits, IntToLongFunction tickFor) {
        for (int hit : untouched(hits)) {
            long tick = tickFor.applyAsLong(hit);
            if (tick != part.tick(hit)) {
                changes++;
                putAt(hit, tick);
            }
            results.add(key(hit, tick, part.note(hit), part.velocity(hit)));
        }
        return this;
    }

    /**
     * Puts a hit in.
     *
     * @return this edit, to go on with
     */
    public PartEdit add(Stroke stroke) {
        changes++;
        strike(stroke, NOTE_OFF, RELEASE);
        results.add(new Key(stroke.track(), stroke.channel(), stroke.tick(), stroke.note(), stroke.velocity()));
        return this;
    }

    /**
     * Copies the hits of some bars to others.
     *
     * @param first the first bar copied
     * @param last the last bar copied
     * @param onto the bar where the first of them goes
     * @param replace whether what is in the bars copied to is deleted first
     * @return this edit, to go on with
     * @throws IllegalArgumentException when the bars are not in order
     */
    public PartEdit copyBars(long first, long last, long onto, boolean replace) {
        if (first > last) {
            throw new IllegalArgumentException(
                    "Bars " + first + " to " + last + " hold nothing; give the earlier bar first.");
        }
        int[] copied = part.bars().hits(first, last);
        if (copied.length == 0) {
            throw new IllegalArgumentException("Bars " + first + " to " + last + " have no hits to copy.");
        }
        if (replace) {
            int[] there = part.bars().hits(onto, onto + last - first);
            if (onto > last || onto + last - first < first) {
                remove(there);
            } else if (onto != first) {
                throw new IllegalArgumentException("Bars " + first + " to " + last + " cannot replace bars " + onto
                        + " to " + (onto + last - first) + ", which they overlap; lay them in without replacing.");
            }
        }
        TimeMap times = part.timeMap(0);
        for (int hit : copied) {
            // A hit played early belongs to the bar it is meant for.
            long bar = part.place(hit).bar();
            long tick = times.startOfBar(onto + bar - first) + part.tick(hit) - times.startOfBar(bar);
            add(Stroke.of(part, hit).at(Math.max(0, tick)));
        }
        return this;
    }

    /**
     * Makes changes to single messages and hits; of several to one hit only the first is made.
     *
     * @return this edit, to go on with
     */
    public PartEdit make(Iterable<HitChange> wanted) {
        wanted.forEach(change -> change.makeIn(this));
        return this;
    }

    void toChannel(int track, int event, int channel) {
        changes++;
        edit.setChannel(track, event, channel);
    }

    void drop(int track, int event) {
        changes++;
        edit.remove(track, event);
    }

    void send(HitChange.Send sent) {
        changes++;
        messages.add(new Message(sent.track(), sent.tick(), Order.END, sent.status(), sent.data1(), sent.data2()));
    }

    void sendBefore(HitChange.SendBefore sent) {
        changes++;
        edit.insertBefore(sent.track(), sent.event(), sent.status(), sent.data1(), sent.data2());
    }

    /** {@return how many hits were changed, deleted or added so far} */
    public int changeCount() {
        return changes;
    }

    /** {@return the bytes of the changed file} They are handed over: an edit that made its bytes is at its end. */
    public byte[] toBytes() {
        messages.sort(Comparator.comparingLong(Message::tick).thenComparing(Message::order));
        for (Message message : messages) {
            put(message);
        }
        return edit.toBytes();
    }

    /** {@return the hits of the changed part that were changed or added, by index from low to high} */
    public int[] find(Part changed) {
        Map<Key, Deque<Integer>> byKey = new HashMap<>();
        for (int hit = 0; hit < changed.hitCount(); hit++) {
            Key key = new Key(
                    changed.track(hit),
                    changed.channel(hit),
                    changed.tick(hit),
                    changed.note(hit),
                    changed.velocity(hit));
            byKey.computeIfAbsent(key, any -> new ArrayDeque<>()).add(hit);
        }
        return results.stream()
                .map(byKey::get)
                .filter(left -> left != null && !left.isEmpty())
                .mapToInt(Deque::poll)
                .sorted()
                .toArray();
    }

    /** The hits, each once and none that this edit has changed before. */
    private int[] untouched(int[] hits) {
        return Arrays.stream(hits)
                .distinct()
                .filter(hit -> !touched[hit])
                .peek(hit -> touched[hit] = true)
                .toArray();
    }

    private Key key(int hit, long tick, int note, int velocity) {
        return new Key(part.track(hit), part.channel(hit), tick, note, velocity);
    }

    private void takeOut(int hit) {
        edit.remove(part.track(hit), part.onEvent(hit));
        if (!part.hangs(hit)) {
            edit.remove(part.track(hit), part.endEvent(hit));
        }
        for (int pressure : part.pressuresOf(hit)) {
            edit.remove(part.pressureTrack(pressure), part.pressureEvent(pressure));
        }
    }

    private void putAt(int hit, long tick) {
        int track = part.track(hit);
        MidiTrack source = part.file().tracks().get(track);
        Stroke stroke = Stroke.of(part, hit).at(tick);
        for (int pressure : part.pressuresOf(hit)) {
            int event = part.pressureEvent(pressure);
            long later = source.tick(event) - part.tick(hit);
            messages.add(new Message(
                    track,
                    tick + later,
                    Order.PRESSURE,
                    source.status(event),
                    source.data1(event),
                    source.data2(event)));
        }
        takeOut(hit);
        if (part.hangs(hit)) {
            begin(stroke, Order.BEGIN);
        } else {
            strike(stroke, source.command(part.endEvent(hit)), source.data2(part.endEvent(hit)));
        }
    }

    private void strike(Stroke stroke, int endCommand, int release) {
        boolean noLength = stroke.length() == 0;
        begin(stroke, noLength ? Order.MOMENT : Order.BEGIN);
        messages.add(new Message(
                stroke.track(),
                stroke.tick() + stroke.length(),
                noLength ? Order.MOMENT : Order.END,
                endCommand | stroke.channel() - 1,
                stroke.note(),
                release));
    }

    private void begin(Stroke stroke, Order order) {
        messages.add(new Message(
                stroke.track(),
                stroke.tick(),
                order,
                NOTE_ON | stroke.channel() - 1,
                stroke.note(),
                stroke.velocity()));
    }

    /** Beginnings and pressure are behind the file's own messages of their tick, everything else before them. */
    private void put(Message message) {
        MidiTrack track = part.file().tracks().get(message.track);
        boolean behind = message.order == Order.BEGIN || message.order == Order.PRESSURE;
        int last = behind ? lastAt(track, message.tick) : Part.NONE;
        if (last == Part.NONE) {
            edit.insertAt(message.track, message.tick, message.status, message.data1, message.data2);
        } else {
            edit.insertAfter(message.track, last, message.status, message.data1, message.data2);
        }
    }

    /** The last event of a track at a tick that is not its end, or NONE. */
    private static int lastAt(MidiTrack track, long tick) {
        int last = Ordered.countBefore(track.eventCount(), event -> track.tick(event) <= tick) - 1;
        if (last >= 0 && track.metaType(last) == MidiTrack.END_OF_TRACK) {
            last--;
        }
        return last >= 0 && track.tick(last) == tick ? last : Part.NONE;
    }
}
