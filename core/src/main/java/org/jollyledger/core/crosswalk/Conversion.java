package org.jollyledger.core.crosswalk;

import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.Statement.Ledger;
import org.jollyledger.core.midi.MidiEdit;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jspecify.annotations.Nullable;

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
    private static final int CHANNELS = 16;
    /** The velocity with which notes of fixed length are released: the middle one, for want of a better. */
    private static final int RELEASE = 64;

    private static final int[] NO_LAYERS = {};
    /** How many earlier hits of a note are looked at for one that ends as the next begins. */
    private static final int MOST_OPEN_HITS = 16;

    private final Part part;
    private final Crosswalk crosswalk;
    private final RouteTable table;
    private final boolean tracksApart;
    private final OptionalInt newChannel;
    /** Whether all hits come out on one channel, so that a note alone tells where they meet. */
    private final boolean oneChannel;

    private final int keyCount;

    /** Outputs: number {@code hit} is the hit's first, those from {@code hitCount} on are layers. */
    private int outputCount;

    private final int hitCount;
    /** The hits of the outputs that are layers. */
    private int[] layerHits = NO_LAYERS;

    private byte[] outputNotes;
    private boolean[] gone;
    /** The targets of outputs that change more than their note; empty where there are none. */
    private @Nullable Target[] shaping = {};

    private final byte[] bytes;
    private final Statement statement;

    private Conversion(Part part, Crosswalk crosswalk) {
        this.part = part;
        this.crosswalk = crosswalk;
        hitCount = part.hitCount();
        table = crosswalk.table();
        tracksApart = part.file().format() == 2;
        boolean ontoItself = crosswalk.source().equals(crosswalk.target());
        newChannel = ontoItself ? OptionalInt.empty() : crosswalk.target().channel();

        boolean apart = crosswalk.routes().stream()
                .flatMap(route -> route.targets().stream())
                .anyMatch(target -> target.channel().isPresent());
        oneChannel = !apart && (newChannel.isPresent() || part.channels().count() == 1);
        keyCount = oneChannel ? Note.COUNT : CHANNELS * Note.COUNT;

        int[] hitsPerNote = part.hitsPerNote();
        Ledger ledger = new Ledger(hitsPerNote);
        takeRoutes(hitsPerNote, ledger);
        boolean[] contested = contestedNotes(hitsPerNote);
        if (contested != null) {
            fold(ledger, contested);
        }
        ledger.sortLosses();
        bytes = write(contested);
        statement = ledger.close(part, crosswalk, countOutputs());
    }

    /** Converts a part. */
    public static Conversion of(Part part, Crosswalk crosswalk) {
        return new Conversion(part, crosswalk);
    }

    /** The converted file. */
    public byte[] bytes() {
        return bytes.clone();
    }

    public Statement statement() {
        return statement;
    }

    /** The channels on which the hits come out. */
    public Channels channels() {
        int mask = newChannel.isPresent()
                ? 1 << newChannel.getAsInt() - 1
                : part.channels().mask();
        for (Target target : shaping) {
            if (target != null && target.channel().isPresent()) {
                mask |= 1 << target.channel().getAsInt() - 1;
            }
        }
        return new Channels(mask);
    }

    private void takeRoutes(int[] hitsPerNote, Ledger ledger) {
        outputCount = hitCount;
        outputNotes = new byte[hitCount];
        gone = new boolean[hitCount];
        for (int note = 0; note < Note.COUNT; note++) {
            if (hitsPerNote[note] > 0 && table.onlyTarget[note] != RouteTable.SEVERAL_OR_NONE) {
                ledger.book(table.entry[note], note, hitsPerNote[note]);
            }
        }
        for (int hit = 0; hit < hitCount; hit++) {
            int note = part.note(hit);
            int only = table.onlyTarget[note];
            if (only == RouteTable.SEVERAL_OR_NONE) {
                takeRoute(hit, note, part.velocity(hit), ledger);
                continue;
            }
            outputNotes[hit] = (byte) only;
            if (table.onlyIsFar[note]) {
                ledger.lose(Entry.SUBSTITUTED, hit, only);
            }
        }
    }

    /** Books and sends one hit of a route that leads to several targets, to some velocities, or nowhere. */
    private void takeRoute(int hit, int note, int velocity, Ledger ledger) {
        int[] targets = table.notes[note];
        boolean sounds = false;
        for (int i = 0; i < targets.length; i++) {
            if (velocity < table.from[note][i] || velocity > table.to[note][i]) {
                continue;
            }
            if (sounds && table.firstOnly[note]) {
                break;
            }
            if (sounds) {
                addLayer(hit, targets[i]);
                shape(outputCount - 1, note, i);
                ledger.book(Entry.LAYERED, note, 1);
                continue;
            }
            shape(hit, note, i);
            sounds = true;
            outputNotes[hit] = (byte) targets[i];
            ledger.book(table.entries[note][i], note, 1);
            if (table.far[note][i]) {
                ledger.lose(Entry.SUBSTITUTED, hit, targets[i]);
            }
        }
        if (!sounds) {
            outputNotes[hit] = (byte) note;
            gone[hit] = true;
            ledger.book(Entry.SILENT, note, 1);
            ledger.lose(Entry.SILENT, hit, Ledger.NOWHERE);
        }
    }

    private void shape(int output, int note, int target) {
        if (!table.shapes[note][target]) {
            return;
        }
        if (output >= shaping.length) {
            shaping = Arrays.copyOf(shaping, Math.max(hitCount, output + output / 2 + 16));
        }
        shaping[output] = table.targets[note][target];
    }

    private @Nullable Target shaping(int output) {
        return output < shaping.length ? shaping[output] : null;
    }

    private void addLayer(int hit, int note) {
        if (outputCount == outputNotes.length) {
            int larger = outputCount + outputCount / 2 + 16;
            layerHits = Arrays.copyOf(layerHits, larger - hitCount);
            outputNotes = Arrays.copyOf(outputNotes, larger);
            gone = Arrays.copyOf(gone, larger);
        }
        layerHits[outputCount - hitCount] = hit;
        outputNotes[outputCount] = (byte) note;
        outputCount++;
    }

    /** The notes on which outputs of different origin can meet; null when there are none. */
    private boolean @Nullable [] contestedNotes(int[] hits) {
        boolean channelsMeet = newChannel.isPresent() && part.channels().count() > 1;
        int[] origins = new int[Note.COUNT];
        for (int note = 0; note < Note.COUNT; note++) {
            if (hits[note] == 0) {
                continue;
            }
            if (table.onlyTarget[note] != RouteTable.SEVERAL_OR_NONE) {
                origins[table.onlyTarget[note]]++;
                continue;
            }
            for (int target : table.notes[note]) {
                origins[target]++;
            }
        }
        boolean[] contested = new boolean[Note.COUNT];
        boolean any = false;
        for (int note = 0; note < Note.COUNT; note++) {
            contested[note] = origins[note] > 1 || channelsMeet && origins[note] > 0;
            any |= contested[note];
        }
        return any ? contested : null;
    }

    private int hitOf(int output) {
        return output < hitCount ? output : layerHits[output - hitCount];
    }

    private int newChannel(int output) {
        Target shaped = shaping(output);
        return shaped != null && shaped.channel().isPresent()
                ? shaped.channel().getAsInt()
                : newChannel.orElse(part.channel(hitOf(output)));
    }

    private int newVelocity(int output) {
        Target shaped = shaping(output);
        int velocity = part.velocity(hitOf(output));
        return shaped == null ? velocity : shaped.curve().apply(velocity);
    }

    private Optional<NoteLength> newLength(int output) {
        Target shaped = shaping(output);
        return shaped == null ? Optional.empty() : shaped.length();
    }

    private int key(int output) {
        int note = outputNotes[output];
        return oneChannel ? note : newChannel(output) - 1 << 7 | note;
    }

    private int origin(int output) {
        int hit = hitOf(output);
        return part.channel(hit) << 7 | part.note(hit);
    }

    private boolean sameMoment(int output, int other) {
        int one = hitOf(output);
        int two = hitOf(other);
        return part.tick(one) == part.tick(two) && (!tracksApart || part.track(one) == part.track(two));
    }

    /** Folds outputs of different origin that meet on one note at one moment. */
    private void fold(Ledger ledger, boolean[] contested) {
        int[] layersOfHit = firstLayers();
        int[] group = new int[keyCount];
        Arrays.fill(group, NONE);
        // Outputs that stand together, as a chain for each key; a folded group is a chain of one.
        int[] previous = new int[outputCount];
        boolean[] mixed = new boolean[keyCount];
        int[] order = tracksApart ? null : part.hitsInTime();
        for (int i = 0; i < hitCount; i++) {
            int hit = order == null ? i : order[i];
            if (contested[outputNotes[hit]] && !gone[hit]) {
                join(hit, group, previous, mixed, ledger);
            }
            for (int layer = layersOfHit[hit]; layer != NONE && hitOf(layer) == hit; layer++) {
                if (contested[outputNotes[layer]]) {
                    join(layer, group, previous, mixed, ledger);
                }
                if (layer + 1 == outputCount) {
                    break;
                }
            }
        }
    }

    private void join(int output, int[] group, int[] previous, boolean[] mixed, Ledger ledger) {
        int key = key(output);
        int last = group[key];
        group[key] = output;
        previous[output] = NONE;
        if (last == NONE || !sameMoment(last, output)) {
            mixed[key] = false;
            return;
        }
        if (!mixed[key] && origin(last) == origin(output)) {
            previous[output] = last;
            return;
        }
        mixed[key] = true;
        int loudest = output;
        for (int other = last; other != NONE; other = previous[other]) {
            if (newVelocity(other) >= newVelocity(loudest)) {
                loudest = other;
            }
        }
        for (int other = last; other != NONE; other = previous[other]) {
            foldAway(other, loudest, ledger);
        }
        foldAway(output, loudest, ledger);
        group[key] = loudest;
        previous[loudest] = NONE;
    }

    private void foldAway(int output, int loudest, Ledger ledger) {
        if (output == loudest) {
            return;
        }
        gone[output] = true;
        int hit = hitOf(output);
        ledger.book(Entry.FOLDED, part.note(hit), 1);
        ledger.lose(Entry.FOLDED, hit, outputNotes[output]);
    }

    /** For each hit its first layer, or NONE; the layers of one hit stand side by side. */
    private int[] firstLayers() {
        int[] first = new int[hitCount];
        Arrays.fill(first, NONE);
        for (int output = outputCount - 1; output >= hitCount; output--) {
            first[hitOf(output)] = output;
        }
        return first;
    }

    private int countOutputs() {
        int count = 0;
        for (int output = 0; output < outputCount; output++) {
            count += gone[output] ? 0 : 1;
        }
        return count;
    }

    private byte[] write(boolean @Nullable [] contested) {
        MidiEdit edit = part.file().edit();
        for (int hit = 0; hit < hitCount; hit++) {
            if (gone[hit]) {
                remove(edit, hit);
            } else {
                move(edit, hit);
            }
        }
        for (int layer = hitCount; layer < outputCount; layer++) {
            if (!gone[layer]) {
                insert(edit, layer);
            }
        }
        if (contested != null) {
            endBeforeNextBegins(edit, contested);
        }
        if (shaping.length > 0) {
            setLengths(edit);
        }
        movePressures(edit);
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
        if (shaping(hit) != null) {
            edit.setVelocity(part.track(hit), part.onEvent(hit), newVelocity(hit));
        }
        if (newLength(hit).isPresent()) {
            removeEnd(edit, hit);
        } else if (!part.hangs(hit)) {
            moveEvent(edit, hit, part.endEvent(hit));
        }
    }

    private void moveEvent(MidiEdit edit, int hit, int event) {
        int track = part.track(hit);
        edit.setNote(track, event, outputNotes[hit]);
        if (newChannel.isPresent() || shaping(hit) != null) {
            edit.setChannel(track, event, newChannel(hit));
        }
    }

    private void insert(MidiEdit edit, int layer) {
        int hit = hitOf(layer);
        int track = part.track(hit);
        int channelBits = newChannel(layer) - 1;
        edit.insertAfter(track, part.onEvent(hit), 0x90 | channelBits, outputNotes[layer], newVelocity(layer));
        if (!part.hangs(hit) && newLength(layer).isEmpty()) {
            MidiTrack source = part.file().tracks().get(track);
            int end = part.endEvent(hit);
            edit.insertAfter(track, end, source.command(end) | channelBits, outputNotes[layer], source.data2(end));
        }
    }

    /** Ends the outputs of fixed length: backwards, so that it is known where the next one on a note begins. */
    private void setLengths(MidiEdit edit) {
        long[] next = new long[CHANNELS * Note.COUNT];
        int track = NONE;
        int[] layersOfHit = firstLayers();
        for (int hit = hitCount - 1; hit >= 0; hit--) {
            if (part.track(hit) != track) {
                track = part.track(hit);
                Arrays.fill(next, Long.MAX_VALUE);
            }
            setLength(edit, hit, next);
            for (int layer = layersOfHit[hit]; layer != NONE && layer < outputCount && hitOf(layer) == hit; layer++) {
                setLength(edit, layer, next);
            }
        }
    }

    private void setLength(MidiEdit edit, int output, long[] next) {
        if (gone[output]) {
            return;
        }
        int hit = hitOf(output);
        int channelBits = newChannel(output) - 1;
        int key = channelBits << 7 | outputNotes[output];
        long begin = part.tick(hit);
        newLength(output).ifPresent(length -> {
            long wanted = begin + length.ticks(part.file().division());
            long end = next[key] > begin ? Math.min(wanted, next[key]) : wanted;
            edit.insertAt(part.track(hit), end, 0x80 | channelBits, outputNotes[output], RELEASE);
        });
        next[key] = begin;
    }

    /**
     * Where two lines meet on one note, the end of the earlier hit can stand behind the beginning of the later one at
     * the same moment, and would cut it off. It is put before it.
     */
    private void endBeforeNextBegins(MidiEdit edit, boolean[] contested) {
        int[] newestOpen = new int[keyCount];
        Arrays.fill(newestOpen, NONE);
        int[] olderOpen = new int[hitCount];
        for (int hit = 0; hit < hitCount; hit++) {
            if (gone[hit] || !contested[outputNotes[hit]]) {
                continue;
            }
            int key = key(hit);
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
                && newLength(earlier).isEmpty()
                && part.endEvent(earlier) > part.onEvent(later);
    }

    private boolean endsBehindBeginning(int earlier, int later) {
        return origin(earlier) != origin(later)
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
                source.command(end) | newChannel(earlier) - 1,
                outputNotes[earlier],
                source.data2(end));
    }

    private void movePressures(MidiEdit edit) {
        for (int pressure = 0; pressure < part.pressureCount(); pressure++) {
            int hit = part.pressureHit(pressure);
            if (hit == NONE) {
                continue;
            }
            int track = part.pressureTrack(pressure);
            int event = part.pressureEvent(pressure);
            edit.setNote(track, event, outputNotes[hit]);
            if (newChannel.isPresent() || shaping(hit) != null) {
                edit.setChannel(track, event, newChannel(hit));
            }
        }
    }
}
