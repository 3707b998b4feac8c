package org.jollyledger.core.midi;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jollyledger.core.code.Coded;

/**
 * Something in a file that is not as the standard wants it, and what the reader made of it.
 *
 * @param kind what is wrong
 * @param offset the byte of the file it begins at, from 0
 * @param track the track it is in, from 0, or -1 when it is in none
 * @param amount what the kind counts: bytes, tracks or a value found
 */
public record Damage(Kind kind, int offset, int track, long amount) {

    /** The ways in which a file can be damaged; {@code %d} in the words is the amount. */
    public enum Kind implements Coded {
        BYTES_BEFORE_HEADER("%d bytes stand before the header; they were passed over"),
        HEADER_LENGTH("the header says it is %d bytes long, which cannot be; it was read as 6"),
        UNKNOWN_FORMAT("the header gives format %d, which does not exist; the file was read as format 1"),
        UNUSABLE_DIVISION("the header gives an unusable length of tick; 480 ticks a beat were assumed"),
        FEWER_TRACKS("the header announces %d more tracks than there are; those that are there were read"),
        MORE_TRACKS("there are %d more tracks than the header announces; all were read"),
        WRAPPER_LENGTH("the wrapper around the file gives a wrong length; the file was read to its end"),
        NOT_A_CHUNK("%d bytes belong to no chunk; they were passed over"),
        TRAILING_BYTES("%d stray bytes follow the last chunk; they were passed over"),
        LENGTH_TOO_LONG("the track says it is %d bytes longer than it is; it was read to its real end"),
        LENGTH_TOO_SHORT("the track goes on beyond the length it gives; it was read to its real end"),
        BYTES_AFTER_END("%d bytes follow the end of the track inside it; they were passed over"),
        NO_END_OF_TRACK("the track has no end-of-track event; it was taken to end here"),
        EVENT_CUT_OFF("an event is cut off; what stood before it was read"),
        EVENT_INCOMPLETE("an event lacks a data byte; it was passed over"),
        STRAY_DATA("%d data bytes stand where an event should begin; they were passed over"),
        REAL_TIME_BYTE("a real-time byte (%d) does not belong in a file; it was passed over"),
        SYSTEM_COMMON("a system message (%d) does not belong in a file; it was passed over"),
        RUNNING_STATUS_KEPT("running status goes on after a meta or system exclusive event; it was read as meant"),
        TIME_TOO_LONG("a time or length takes more than four bytes; its first four were read");

        private final String words;

        Kind(String words) {
            this.words = words;
        }
    }

    /** {@return one plain sentence with the place: the track counted from 1, and the byte offset} */
    public String sentence() {
        String what = String.format(Locale.ROOT, kind.words, amount);
        String where = track < 0 ? "At byte " + offset : "Track " + (track + 1) + ", byte " + offset;
        return where + ": " + what + ".";
    }

    /**
     * {@return a sentence for each kind of damage, with the place of the first and how many more of its kind there are, in
     * the order of the file}
     *
     * @param file whose damages they are
     */
    public static List<String> summary(MidiFile file) {
        Map<Kind, List<Damage>> byKind = file.damages().stream()
                .collect(Collectors.groupingBy(Damage::kind, LinkedHashMap::new, Collectors.toList()));
        List<String> sentences = new ArrayList<>();
        byKind.values().forEach(alike -> sentences.add(alike.get(0).sentence() + moreLikeIt(alike.size() - 1)));
        int untold = file.damageCount() - file.damages().size();
        if (untold > 0) {
            sentences.add(untold + " more damaged places.");
        }
        return sentences;
    }

    private static String moreLikeIt(int count) {
        return count == 0 ? "" : count == 1 ? " One more like it." : " " + count + " more like it.";
    }
}
