package org.jollyledger.core.crosswalk;

import java.util.Arrays;
import java.util.function.IntUnaryOperator;
import org.jollyledger.core.midi.MidiEdit;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.core.pitch.Note;

/**
 * A part taken along the routes of a crosswalk: the bytes of the new file, and the statement.
 *
 * <p>A hit goes to every target whose velocities hold it, or to the first of them; the first is its own, others are
 * layers. A hit keeps its own end, unless its target fixes a length; a fixed length ends where the next hit on its note
 * begins. Hits from different lines that land on one note at one moment fold into the loudest; hits that already stood on
 * one note at one moment stay as they were. Key pressure goes with the hit it follows. When the target map uses one
 * channel, hits move to it. Nothing else in the file is touched.
 */
public final class Conversion {
    private static final int NONE = Part.NONE;
    /** The velocity with which notes of fixed length are released: the middle one, for want of a better. */
    private static final int RELEASE = 64;

    /** How many earlier hits of a note are looked at for one that ends as the next begins. */
    private static final int MOST_OPEN_HITS = 16;

    private final Part part;
    private final Booking booking;
    private final Statement statement;
    private final Lazy<byte[]> bytes = new Lazy<>(this::write);

    private Conversion(Part part, Crosswalk crosswalk) {
        this.part = part;
        booking = Booking.of(part, crosswalk.booked());
        statement = booking.ledger().close(part, crosswalk, booking.sounding(), booking.plan());
    }

    /**
     * Converts a part. The file is written when it is first asked for.
     *
     * @return the conversion with its statement
     */
    public static Conversion of(Part part, Crosswalk crosswalk) {
        return new Conversion(part, crosswalk);
    }

    /** {@return the converted file} */
    public byte[] bytes() {
        return bytes.get().clone();
    }

    /** {@return the account of what became of every hit} */
    public Statement statement() {
        return statement;
    }

    /** {@return the channels on which the hits come out} */
    public Channels channels() {
        return booking.channels();
    }

    private byte[] write() {
        Patience.goOn();
        boolean[] contested = booking.contested();
        MidiEdit edit = part.file().edit();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (booking.isGone(hit)) {
                remove(edit, hit);
            } else {
                move(edit, hit);
            }
        }
        for (int layer = part.hitCount(); layer < booking.outputCount(); layer++) {
            if (!booking.isGone(layer)) {
                insert(edit, layer);
            }
        }
        if (contested != null) {
            endBeforeNextBegins(edit, contested);
        }
        if (booking.shapes()) {
            setLengths(edit);
        }
        movePressures(edit);
        booking.plan().ifPresent(plan -> changeForms(edit, plan));
        return edit.toBytes();
    }

    private void remove(MidiEdit edit, int hit) {
        edit.remove(part.track(hit), part.onEvent(hit));
        removeEnd(edit, hit);
    }

    private void removeEnd(MidiEdit edit, int hit) {
        if (!part.hangs(hit)) {
            edit.remove(part.track(hit), part.endEvent(hit));
        }
    }

    private void move(MidiEdit edit, int hit) {
        moveEvent(edit, hit, part.onEvent(hit));
        if (booking.isShaped(hit)) {
            edit.setVelocity(part.track(hit), part.onEvent(hit), booking.velocity(hit));
        }
        if (booking.length(hit).isPresent()) {
            removeEnd(edit, hit);
        } else if (!part.hangs(hit)) {
            moveEvent(edit, hit, part.endEvent(hit));
        }
    }

    private void moveEvent(MidiEdit edit, int hit, int event) {
        int track = part.track(hit);
        edit.setNote(track, event, booking.note(hit));
        if (booking.changesChannel(hit)) {
            edit.setChannel(track, event, booking.channel(hit));
        }
    }

    private void insert(MidiEdit edit, int layer) {
        int hit = booking.hitOf(layer);
        int track = part.track(hit);
        int channelBits = booking.channel(layer) - 1;
        edit.insertAfter(track, part.onEvent(hit), 0x90 | channelBits, booking.note(layer), booking.velocity(layer));
        if (!part.hangs(hit) && booking.length(layer).isEmpty()) {
            MidiTrack source = part.file().tracks().get(track);
            int end = part.endEvent(hit);
            edit.insertAfter(track, end, source.command(end) | channelBits, booking.note(layer), source.data2(end));
        }
    }

    /** Ends the outputs of fixed length: backwards, so that it is known where the next one on a note begins. */
    private void setLengths(MidiEdit edit) {
        long[] next = new long[TranslationTable.CHANNELS * Note.COUNT];
        int track = NONE;
        IntUnaryOperator layersOfHit = booking.firstLayers();
        for (int hit = part.hitCount() - 1; hit >= 0; hit--) {
            if (part.track(hit) != track) {
                track = part.track(hit);
                Arrays.fill(next, Long.MAX_VALUE);
            }
            setLength(edit, hit, next);
            for (int layer = layersOfHit.applyAsInt(hit); booking.isLayerOf(hit, layer); layer++) {
                setLength(edit, layer, next);
            }
        }
    }

    private void setLength(MidiEdit edit, int output, long[] next) {
        if (booking.isGone(output)) {
            return;
        }
        int hit = booking.hitOf(output);
        int channelBits = booking.channel(output) - 1;
        int key = channelBits << 7 | booking.note(output);
        long begin = part.tick(hit);
        booking.length(output).ifPresent(length -> {
            long wanted = begin + length.ticks(part.file().division());
            long end = next[key] > begin ? Math.min(wanted, next[key]) : wanted;
            edit.insertAt(part.track(hit), end, 0x80 | channelBits, booking.note(output), RELEASE);
        });
        next[key] = begin;
    }

    /**
     * Where two lines meet on one note, the end of the earlier hit can be behind the beginning of the later one at
     * the same moment, and would cut it off. It is put before it.
     */
    private void endBeforeNextBegins(MidiEdit edit, boolean[] contested) {
        int[] newestOpen = new int[booking.keyCount()];
        Arrays.fill(newestOpen, NONE);
        int[] olderOpen = new int[part.hitCount()];
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (booking.isGone(hit) || !contested[booking.note(hit)]) {
                continue;
            }
            int key = booking.key(hit);
            int newest = NONE;
            int kept = 0;
            for (int open = newestOpen[key]; open != NONE && kept < MOST_OPEN_HITS; ) {
                int older = olderOpen[open];
                if (mayStillSound(open, hit)) {
                    if (endsBehindBeginning(open, hit)) {
                        putEndBefore(edit, open, hit);
                    }
                    olderOpen[open] = newest;
                    newest = open;
                    kept++;
                }
                open = older;
            }
            newestOpen[key] = newest;
            olderOpen[hit] = newestOpen[key];
            newestOpen[key] = hit;
        }
    }

    private boolean mayStillSound(int earlier, int later) {
        return part.track(earlier) == part.track(later)
                && !part.hangs(earlier)
                && booking.length(earlier).isEmpty()
                && part.endEvent(earlier) > part.onEvent(later);
    }

    private boolean endsBehindBeginning(int earlier, int later) {
        return booking.origin(earlier) != booking.origin(later)
                && part.endTick(earlier) == part.tick(later)
                && part.tick(earlier) < part.tick(later);
    }

    private void putEndBefore(MidiEdit edit, int earlier, int later) {
        int track = part.track(earlier);
        int end = part.endEvent(earlier);
        MidiTrack source = part.file().tracks().get(track);
        edit.remove(track, end);
        edit.insertBefore(
                track,
                part.onEvent(later),
                source.command(end) | booking.channel(earlier) - 1,
                booking.note(earlier),
                source.data2(end));
    }

    /** Says chokes and the openness of hats in the form of the target map. */
    private void changeForms(MidiEdit edit, FormPlan plan) {
        plan.ends().forEach((hit, tick) -> {
            if (!booking.isGone(hit)) {
                removeEnd(edit, hit);
                edit.insertAt(part.track(hit), tick, 0x80 | booking.channel(hit) - 1, booking.note(hit), RELEASE);
            }
        });
        for (FormPlan.Put put : plan.put()) {
            edit.insertAt(put.track(), put.tick(), put.status(), put.data1(), put.data2());
        }
        for (FormPlan.Value value : plan.values()) {
            int hit = value.hit();
            edit.insertBefore(
                    part.track(hit),
                    part.onEvent(hit),
                    0xB0 | booking.channel(hit) - 1,
                    value.controller(),
                    value.value());
        }
        for (FormPlan.Changed changed : plan.changed()) {
            edit.setNote(changed.track(), changed.event(), changed.data1());
            edit.setVelocity(changed.track(), changed.event(), changed.data2());
            booking.newChannel().ifPresent(channel -> edit.setChannel(changed.track(), changed.event(), channel));
        }
        for (FormPlan.Dropped dropped : plan.dropped()) {
            edit.remove(dropped.track(), dropped.event());
        }
    }

    private void movePressures(MidiEdit edit) {
        for (int pressure = 0; pressure < part.pressureCount(); pressure++) {
            int hit = part.pressureHit(pressure);
            if (hit == NONE) {
                continue;
            }
            int track = part.pressureTrack(pressure);
            int event = part.pressureEvent(pressure);
            edit.setNote(track, event, booking.note(hit));
            if (booking.changesChannel(hit)) {
                edit.setChannel(track, event, booking.channel(hit));
            }
        }
    }
}
