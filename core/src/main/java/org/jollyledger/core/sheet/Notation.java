package org.jollyledger.core.sheet;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * How percussion notation draws a hit (common practice).
 *
 * @param head the note head
 * @param marks what is around it
 * @param size compared with the loudest hit's, up to 1
 */
public record Notation(Head head, List<Mark> marks, double size) {
    /** The loudest velocity of a ghost note. */
    public static final int LOUDEST_GHOST = 40;
    /** The softest velocity of an accent. */
    public static final int SOFTEST_ACCENT = 112;

    private static final double SMALLEST = 0.55;
    private static final int LOUDEST = 127;

    /** A note head. */
    public enum Head implements Coded {
        /** Drums. */
        ROUND("M-5.6 0A5.6 4.4 0 1 0 5.6 0A5.6 4.4 0 1 0 -5.6 0Z", true),
        /** Cymbals, hats, and whatever is struck on its rim. */
        CROSS("M-4.4 -4.4L4.4 4.4M-4.4 4.4L4.4 -4.4", false),
        /** Bells of cymbals. */
        DIAMOND("M0 -5.4L5.4 0L0 5.4L-5.4 0Z", true),
        /** Hand percussion and effects. */
        TRIANGLE("M0 -5L5.4 4.4L-5.4 4.4Z", true);

        private final String path;
        private final boolean filled;

        Head(String path, boolean filled) {
            this.path = path;
            this.filled = filled;
        }

        /**
         * {@return its outline as the data of an SVG path, around the middle of the head; some eleven units
         * wide}
         */
        public String path() {
            return path;
        }

        public boolean filled() {
            return filled;
        }
    }

    /** A sign around a note head. */
    public enum Mark implements Coded {
        /** A circle above: an open hi-hat. */
        OPEN("M-2.6 -9.4A2.6 2.6 0 1 0 2.6 -9.4A2.6 2.6 0 1 0 -2.6 -9.4Z"),
        /** A circle with a stroke: one that is partly open. */
        PARTLY_OPEN("M-2.6 -9.4A2.6 2.6 0 1 0 2.6 -9.4A2.6 2.6 0 1 0 -2.6 -9.4ZM0 -12.6V-6.2"),
        /** A cross above: one that is closed by the foot. */
        FOOT("M-2.6 -9.2H2.6M0 -11.8V-6.6"),
        /** A bar behind: the sound is choked or muted. */
        DAMPED("M8 -4V4"),
        /** Strokes through the stem: a roll. */
        ROLL("M-4 8.4L4 6.2M-4 11L4 8.8"),
        /** A small note before: a flam, a drag or a ruff. */
        GRACE("M-13 1.6A2.4 1.9 0 1 0 -8.2 1.6A2.4 1.9 0 1 0 -13 1.6ZM-8.4 1V-5.4M-11 -1.6L-6.4 -4.4"),
        /** A wavy line: brushes that sweep. */
        SWEEP("M-6 8.6Q-3 5.4 0 8.6T6 8.6"),
        /** Parentheses: a ghost note. */
        GHOST("M-7.5 -6Q-11 0 -7.5 6M7.5 -6Q11 0 7.5 6"),
        /** A wedge above: an accent. */
        ACCENT("M-4.5 -12L4.5 -9.4L-4.5 -6.8");

        private final String path;

        Mark(String path) {
            this.path = path;
        }

        /** {@return its strokes as the data of an SVG path, around the middle of the head} */
        public String path() {
            return path;
        }
    }

    private static final Map<Articulation, Mark> BY_ARTICULATION = Map.ofEntries(
            Map.entry(Articulation.PEDAL_CLOSE, Mark.FOOT),
            Map.entry(Articulation.PEDAL_SPLASH, Mark.OPEN),
            Map.entry(Articulation.CHOKE, Mark.DAMPED),
            Map.entry(Articulation.STRUCK_CHOKE, Mark.DAMPED),
            Map.entry(Articulation.MUTED, Mark.DAMPED),
            Map.entry(Articulation.ROLL, Mark.ROLL),
            Map.entry(Articulation.BUZZ, Mark.ROLL),
            Map.entry(Articulation.SWELL, Mark.ROLL),
            Map.entry(Articulation.FLAM, Mark.GRACE),
            Map.entry(Articulation.DRAG, Mark.GRACE),
            Map.entry(Articulation.RUFF, Mark.GRACE),
            Map.entry(Articulation.BRUSH_SWEEP, Mark.SWEEP),
            Map.entry(Articulation.BRUSH_SWIRL, Mark.SWEEP));

    private static final Map<Openness, Mark> BY_OPENNESS = Map.of(
            Openness.QUARTER, Mark.PARTLY_OPEN,
            Openness.HALF, Mark.PARTLY_OPEN,
            Openness.THREE_QUARTER, Mark.PARTLY_OPEN,
            Openness.OPEN, Mark.OPEN);

    public Notation {
        marks = List.copyOf(marks);
    }

    /**
     * {@return how a hit is drawn}
     *
     * @param sound what it sounds as; empty when it plays nothing on the map
     * @param velocity 1–127
     */
    public static Notation of(Optional<Sound> sound, int velocity) {
        return new Notation(
                sound.map(Notation::head).orElse(Head.CROSS),
                marks(sound, velocity),
                SMALLEST + (1 - SMALLEST) * velocity / LOUDEST);
    }

    private static Head head(Sound sound) {
        if (sound.family() == Family.PERCUSSION || sound.family() == Family.CONTROL) {
            return Head.TRIANGLE;
        }
        if (sound.articulation() == Articulation.BELL) {
            return Head.DIAMOND;
        }
        return sound.family() == Family.CYMBAL || sound.family() == Family.HIHAT || isOnTheRim(sound.articulation())
                ? Head.CROSS
                : Head.ROUND;
    }

    private static boolean isOnTheRim(Articulation articulation) {
        return switch (articulation) {
            case SIDE_STICK, RIM, RIM_CLICK -> true;
            default -> false;
        };
    }

    private static List<Mark> marks(Optional<Sound> sound, int velocity) {
        List<Mark> marks = new ArrayList<>(2);
        sound.flatMap(Sound::openness).map(BY_OPENNESS::get).ifPresent(marks::add);
        sound.map(Sound::articulation).map(BY_ARTICULATION::get).ifPresent(marks::add);
        if (velocity <= LOUDEST_GHOST) {
            marks.add(Mark.GHOST);
        } else if (velocity >= SOFTEST_ACCENT) {
            marks.add(Mark.ACCENT);
        }
        return marks;
    }
}
