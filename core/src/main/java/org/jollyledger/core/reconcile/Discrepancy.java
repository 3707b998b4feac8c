package org.jollyledger.core.reconcile;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.DiscrepancyKind;

/**
 * Something in a part that will not sound as meant on a map.
 *
 * @param kind which kind
 * @param track the track it is in, from 0
 * @param channel its channel, 1 to 16
 * @param note the note it is about, 0 to 127; empty when it is about none
 * @param tick where it begins
 * @param place the same in bars and beats
 * @param hits the hits it is about, by their indexes; none where it is about other messages or other channels
 * @param sentence what it is, in one sentence
 * @param corrections what settles it, the proposed one first; at least one
 */
public record Discrepancy(
        DiscrepancyKind kind,
        int track,
        int channel,
        OptionalInt note,
        long tick,
        BarBeat place,
        List<Integer> hits,
        String sentence,
        List<Correction> corrections) {
    public Discrepancy {
        hits = List.copyOf(hits);
        corrections = List.copyOf(corrections);
    }

    /** {@return a name by which it is known again as long as it stands where it stands} */
    public String key() {
        return kind.code() + "/" + track + "/" + channel + "/" + (note.isPresent() ? note.getAsInt() : "-") + "/"
                + tick;
    }

    /** {@return the correction that is proposed} */
    public Correction proposed() {
        return corrections.get(0);
    }

    /** {@return its correction with a code} */
    public Optional<Correction> correction(String code) {
        return corrections.stream()
                .filter(correction -> correction.code().equals(code))
                .findFirst();
    }
}
