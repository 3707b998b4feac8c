package org.jollyledger.core.part;

import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.midi.MidiFile;

/**
 * Which channels of a file are the drums', and why. Drum parts come on channel 10, but pads and libraries often listen
 * on all channels (common practice).
 *
 * @param part the hits on those channels
 * @param reason one sentence
 */
public record DrumChannel(Part part, String reason) {
    private static final int USUAL = 10;

    /**
     * {@return a question whether a file is a drum part at all; empty when that is clear: its hits are on one channel, or
     * some are on channel 10, or the map says on which they are}
     *
     * @param listensOn as in {@link #find}
     */
    public static Optional<String> doubt(MidiFile file, OptionalInt listensOn) {
        Channels played = Part.channelsWithHits(file);
        boolean clear = played.count() < 2
                || played.contains(USUAL)
                || listensOn.isPresent() && played.contains(listensOn.getAsInt());
        return clear
                ? Optional.empty()
                : Optional.of("Is this a drum part? Nothing is on channel " + USUAL
                        + ", where drums usually are; there are notes on " + played.words() + ".");
    }

    /**
     * Finds the drums for an instrument.
     *
     * @param listensOn the one channel the instrument uses, 1 to 16, or nothing when it takes all
     * @return the part on the channels that were chosen, and why these
     */
    public static DrumChannel find(MidiFile file, OptionalInt listensOn) {
        if (listensOn.isPresent()) {
            Part part = Part.of(file, Channels.only(listensOn.getAsInt()));
            if (part.hitCount() > 0) {
                return new DrumChannel(part, "The map uses channel " + listensOn.getAsInt() + ".");
            }
        }
        Channels played = Part.channelsWithHits(file);
        if (played.count() == 0) {
            return new DrumChannel(Part.of(file, Channels.ALL), "The file has no hits on any channel.");
        }
        if (played.count() == 1) {
            return new DrumChannel(Part.of(file, played), "The file has hits on " + played.words() + " only.");
        }
        if (listensOn.isPresent()) {
            return new DrumChannel(
                    Part.of(file, Channels.only(listensOn.getAsInt())),
                    "The map uses channel " + listensOn.getAsInt() + ", and the file has hits on " + played.words()
                            + " only; choose a map that uses one of them.");
        }
        if (played.contains(USUAL)) {
            return new DrumChannel(
                    Part.of(file, Channels.only(USUAL)),
                    "The file has several instruments; drums stand on channel " + USUAL + ".");
        }
        return new DrumChannel(
                Part.of(file, played), "The map takes all channels, and the file uses " + played.words() + ".");
    }
}
