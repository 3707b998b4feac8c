package org.jollyledger.core.crosswalk;

import java.util.Arrays;
import java.util.BitSet;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntUnaryOperator;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.Statement.Ledger;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jspecify.annotations.Nullable;

/**
 * Where the hits of a part go along the routes of a crosswalk, and what is booked of each; no file is made yet.
 *
 * <p>What comes out is addressed as <em>outputs</em>: number {@code hit} is a hit's first, those from {@code hitCount} on
 * are layers.
 */
final class Booking {
    private static final int NONE = Part.NONE;
    private static final int[] NO_LAYERS = {};

    private final Part part;
    private final BookedRoutes routes;
    private final int[] hits;
    private final boolean tracksApart;
    private final OptionalInt newChannel;
    /** Whether all hits come out on one channel, so that the note alone says where they meet. */
    private final boolean oneChannel;

    private final int keyCount;
    private final int hitCount;
    private int outputCount;

    /** The hits of the outputs that are layers. */
    private int[] layerHits = NO_LAYERS;

    private byte[] outputNotes;
    private boolean[] gone;
    /** The cells of outputs that change more than their note; empty where there are none. */
    private @Nullable Cell[] shaping = {};

    private final boolean @Nullable [] contested;
    private final Ledger ledger;
    private final Optional<FormPlan> plan;

    /** Books all hits of a part. */
    static Booking of(Part part, BookedRoutes routes) {
        return new Booking(part, routes, part.hitsInTime(), part.hitsPerNote());
    }

    /** Books the hits on some notes, as if there were no others. */
    static Booking ofNotes(Part part, BookedRoutes routes, BitSet notes) {
        int[] counts = part.hitsPerNote();
        for (int note = 0; note < counts.length; note++) {
            counts[note] = notes.get(note) ? counts[note] : 0;
        }
        return new Booking(part, routes, part.hitsInTime(notes), counts);
    }

    private Booking(Part part, BookedRoutes routes, int[] hitsInTime, int[] hitsPerNote) {
        this.part = part;
        this.routes = routes;
        hitCount = part.hitCount();
        outputCount = hitCount;
        outputNotes = new byte[hitCount];
        gone = new boolean[hitCount];
        tracksApart = part.file().format() == 2;
        hits = hitsInTime;
        newChannel = routes.table.channel();
        oneChannel = !routes.table.sendsApart()
                && (newChannel.isPresent() || part.channels().count() == 1);
        keyCount = oneChannel ? Note.COUNT : TranslationTable.CHANNELS * Note.COUNT;
        ledger = new Ledger(hitsPerNote);
        plan = FormPlan.of(part, routes);
        int[] hitsPerKey = new int[TranslationTable.CHANNELS * Note.COUNT];
        takeRoutes(hitsPerKey);
        contested = contestedNotes(hitsPerKey);
        if (contested != null) {
            fold(contested);
        }
        ledger.sortLosses();
    }

    private void takeRoutes(int[] hitsPerKey) {
        for (int hit : hits) {
            int key = TranslationTable.key(part.channel(hit), part.note(hit));
            if (isFormed(hit)) {
                outputNotes[hit] = (byte) part.note(hit);
                gone[hit] = true;
                ledger.book(Entry.FORMED, part.note(hit), 1);
                continue;
            }
            hitsPerKey[key]++;
            int only = routes.onlyTarget[key];
            if (only == BookedRoutes.SEVERAL_OR_NONE) {
                takeRoute(hit, key);
                continue;
            }
            outputNotes[hit] = (byte) noteOf(hit, only);
            if (routes.onlyIsFar[key]) {
                ledger.lose(Entry.SUBSTITUTED, hit, outputNotes[hit]);
            }
        }
        for (int key = 0; key < hitsPerKey.length; key++) {
            if (hitsPerKey[key] > 0 && routes.onlyTarget[key] != BookedRoutes.SEVERAL_OR_NONE) {
                ledger.book(routes.onlyEntry[key], key % Note.COUNT, hitsPerKey[key]);
            }
        }
    }

    /** Books and sends one hit of a route that leads to several targets, to some velocities, or nowhere. */
    private void takeRoute(int hit, int key) {
        Cell[] cells = routes.cells[key];
        int note = part.note(hit);
        int velocity = part.velocity(hit);
        boolean sounds = false;
        for (int i = 0; i < cells.length; i++) {
            Cell cell = cells[i];
            if (!cell.takes(velocity)) {
                continue;
            }
            if (sounds && routes.firstOnly[key]) {
                break;
            }
            if (sounds) {
                addLayer(hit, cell.note());
                shape(outputCount - 1, key, i);
                ledger.book(Entry.LAYERED, note, 1);
                continue;
            }
            shape(hit, key, i);
            sounds = true;
            outputNotes[hit] = (byte) noteOf(hit, cell.note());
            ledger.book(routes.entries[key][i], note, 1);
            if (routes.far[key][i]) {
                ledger.lose(Entry.SUBSTITUTED, hit, outputNotes[hit]);
            }
        }
        if (!sounds) {
            outputNotes[hit] = (byte) note;
            gone[hit] = true;
            ledger.book(Entry.SILENT, note, 1);
            ledger.lose(Entry.SILENT, hit, Ledger.NOWHERE);
        }
    }

    private boolean isFormed(int hit) {
        return plan.isPresent() && plan.get().isFormed(hit);
    }

    private int noteOf(int hit, int routed) {
        return plan.isPresent() ? plan.get().noteOf(hit, routed) : routed;
    }

    private void shape(int output, int key, int cell) {
        if (!routes.shapes[key][cell]) {
            return;
        }
        if (output >= shaping.length) {
            shaping = Arrays.copyOf(shaping, Math.max(hitCount, output + output / 2 + 16));
        }
        shaping[output] = routes.cells[key][cell];
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
    private boolean @Nullable [] contestedNotes(int[] hitsPerKey) {
        boolean channelsMeet = (newChannel.isPresent() || routes.table.sendsApart())
                && part.channels().count() > 1;
        int[] origins = new int[Note.COUNT];
        int[] lastOrigin = new int[Note.COUNT];
        Arrays.fill(lastOrigin, NONE);
        for (int note = 0; note < Note.COUNT; note++) {
            for (int channel = 1; channel <= TranslationTable.CHANNELS; channel++) {
                int key = TranslationTable.key(channel, note);
                if (hitsPerKey[key] == 0) {
                    continue;
                }
                if (routes.onlyTarget[key] != BookedRoutes.SEVERAL_OR_NONE) {
                    reach(routes.onlyTarget[key], note, origins, lastOrigin);
                }
                for (Cell cell : routes.cells[key]) {
                    reach(cell.note(), note, origins, lastOrigin);
                }
            }
        }
        BitSet elsewhere = plan.map(FormPlan::otherNotes).orElseGet(BitSet::new);
        boolean[] found = new boolean[Note.COUNT];
        boolean any = false;
        for (int note = 0; note < Note.COUNT; note++) {
            found[note] = origins[note] > 1 || channelsMeet && origins[note] > 0 || elsewhere.get(note);
            any |= found[note];
        }
        return any ? found : null;
    }

    private static void reach(int target, int from, int[] origins, int[] lastOrigin) {
        origins[target] += lastOrigin[target] == from ? 0 : 1;
        lastOrigin[target] = from;
    }

    /** Folds outputs of different origin that meet on one note at one moment. */
    private void fold(boolean[] contested) {
        IntUnaryOperator layersOfHit = firstLayers();
        int[] group = new int[keyCount];
        Arrays.fill(group, NONE);
        // Outputs that belong together, as a chain for each key; a folded group is a chain of one.
        int[] previous = new int[outputCount];
        boolean[] mixed = new boolean[keyCount];
        for (int hit : hits) {
            if (contested[outputNotes[hit]] && !gone[hit]) {
                join(hit, group, previous, mixed);
            }
            for (int layer = layersOfHit.applyAsInt(hit); isLayerOf(hit, layer); layer++) {
                if (contested[outputNotes[layer]]) {
                    join(layer, group, previous, mixed);
                }
            }
        }
    }

    private void join(int output, int[] group, int[] previous, boolean[] mixed) {
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
            if (velocity(other) >= velocity(loudest)) {
                loudest = other;
            }
        }
        for (int other = last; other != NONE; other = previous[other]) {
            foldAway(other, loudest);
        }
        foldAway(output, loudest);
        group[key] = loudest;
        previous[loudest] = NONE;
    }

    private void foldAway(int output, int loudest) {
        if (output == loudest) {
            return;
        }
        gone[output] = true;
        int hit = hitOf(output);
        ledger.book(Entry.FOLDED, part.note(hit), 1);
        ledger.lose(Entry.FOLDED, hit, outputNotes[output]);
    }

    private boolean sameMoment(int output, int other) {
        int one = hitOf(output);
        int two = hitOf(other);
        return part.tick(one) == part.tick(two) && (!tracksApart || part.track(one) == part.track(two));
    }

    Part part() {
        return part;
    }

    /** How chokes and hats change their form; empty when nothing does. */
    Optional<FormPlan> plan() {
        return plan;
    }

    Ledger ledger() {
        return ledger;
    }

    int outputCount() {
        return outputCount;
    }

    /** How many outputs sound. */
    int sounding() {
        int count = 0;
        for (int hit : hits) {
            count += gone[hit] ? 0 : 1;
        }
        for (int layer = hitCount; layer < outputCount; layer++) {
            count += gone[layer] ? 0 : 1;
        }
        return count + plan.map(FormPlan::putIn).orElse(0);
    }

    /** The notes on which outputs of different origin can meet; null when there are none. */
    boolean @Nullable [] contested() {
        return contested;
    }

    int hitOf(int output) {
        return output < hitCount ? output : layerHits[output - hitCount];
    }

    /** Of each hit its first layer, or NONE; the layers of one hit are side by side. */
    IntUnaryOperator firstLayers() {
        if (outputCount == hitCount) {
            return hit -> NONE;
        }
        int[] first = new int[hitCount];
        Arrays.fill(first, NONE);
        for (int output = outputCount - 1; output >= hitCount; output--) {
            first[hitOf(output)] = output;
        }
        return hit -> first[hit];
    }

    boolean isLayerOf(int hit, int output) {
        return output != NONE && output < outputCount && hitOf(output) == hit;
    }

    /** Whether an output does not sound: it is silent, or folded into another. */
    boolean isGone(int output) {
        return gone[output];
    }

    int note(int output) {
        return outputNotes[output];
    }

    /** Whether more of an output changes than its note and the channel that all go to. */
    boolean isShaped(int output) {
        return output < shaping.length && shaping[output] != null;
    }

    /** Whether any output is shaped. */
    boolean shapes() {
        return shaping.length > 0;
    }

    private Optional<Cell> shapingOf(int output) {
        return output < shaping.length ? Optional.ofNullable(shaping[output]) : Optional.empty();
    }

    /** The channel that all outputs go to when their cell says nothing else; empty when each keeps its own. */
    OptionalInt newChannel() {
        return newChannel;
    }

    boolean changesChannel(int output) {
        return newChannel.isPresent() || isShaped(output);
    }

    int channel(int output) {
        Cell cell = output < shaping.length ? shaping[output] : null;
        return cell != null && cell.channel().isPresent()
                ? cell.channel().getAsInt()
                : newChannel.orElse(part.channel(hitOf(output)));
    }

    int velocity(int output) {
        int velocity = part.velocity(hitOf(output));
        Cell cell = output < shaping.length ? shaping[output] : null;
        return cell == null ? velocity : cell.curve().get(velocity);
    }

    Optional<NoteLength> length(int output) {
        return shaping.length == 0 ? Optional.empty() : shapingOf(output).flatMap(Cell::length);
    }

    /** The channels on which the outputs come out. */
    Channels channels() {
        int mask = newChannel.isPresent()
                ? 1 << newChannel.getAsInt() - 1
                : part.channels().mask();
        for (Cell cell : shaping) {
            if (cell != null && cell.channel().isPresent()) {
                mask |= 1 << cell.channel().getAsInt() - 1;
            }
        }
        return new Channels(mask);
    }

    /** How many keys there are. */
    int keyCount() {
        return keyCount;
    }

    /** Where an output meets others: its note, and its channel where they come out on several. */
    int key(int output) {
        int note = outputNotes[output];
        return oneChannel ? note : TranslationTable.key(channel(output), note);
    }

    /** Where an output comes from: the channel and note of its hit. */
    int origin(int output) {
        int hit = hitOf(output);
        return part.channel(hit) << 7 | part.note(hit);
    }
}
