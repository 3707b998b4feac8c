package org.jollyledger.core.part;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;

/**
 * Words that a file has for a place in the music.
 *
 * @param tick where they stand
 * @param kind what they are
 * @param text the words, without signs that cannot be seen
 */
public record Caption(long tick, Kind kind, String text) {
    private static final int TRACK_NAME = 0x03;

    /** What words can be (RP-001, meta events 05 to 07). */
    public enum Kind {
        LYRIC(0x05, "lyric"),
        MARKER(0x06, "marker"),
        CUE_POINT(0x07, "cue");

        private final int metaType;
        private final String words;

        Kind(int metaType, String words) {
            this.metaType = metaType;
            this.words = words;
        }

        public String words() {
            return words;
        }

        private static Optional<Kind> of(int metaType) {
            return Arrays.stream(values())
                    .filter(kind -> kind.metaType == metaType)
                    .findFirst();
        }
    }

    /** {@return all captions of a file in the order of time} */
    public static List<Caption> of(MidiFile file) {
        List<Caption> captions = new ArrayList<>();
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                int metaType = track.metaType(event);
                if (metaType >= Kind.LYRIC.metaType && metaType <= Kind.CUE_POINT.metaType) {
                    String text = text(track.payload(event));
                    if (!text.isEmpty()) {
                        captions.add(
                                new Caption(track.tick(event), Kind.of(metaType).orElseThrow(), text));
                    }
                }
            }
        }
        captions.sort(Comparator.comparingLong(Caption::tick));
        return List.copyOf(captions);
    }

    /** {@return what a track is called, where it says so (RP-001, meta event 03)} */
    public static Optional<String> trackName(MidiTrack track) {
        for (int event = 0; event < track.eventCount(); event++) {
            if (track.metaType(event) == TRACK_NAME) {
                return Optional.of(text(track.payload(event))).filter(name -> !name.isEmpty());
            }
        }
        return Optional.empty();
    }

    /** {@return the words in a text event: UTF-8 where they are that, else Latin 1 (common practice; RP-001 leaves it open)} */
    public static String text(byte[] payload) {
        String text;
        try {
            text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(payload))
                    .toString();
        } catch (CharacterCodingException e) {
            text = new String(payload, StandardCharsets.ISO_8859_1);
        }
        return text.replaceAll("[\\p{Cc}\\p{Cf}\\p{Co}\\p{Cn}]+", " ").strip();
    }
}
