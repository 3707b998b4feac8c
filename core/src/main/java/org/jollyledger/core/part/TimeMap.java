package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;

/**
 * Where the bars and beats of a file lie, from its time signatures (RP-001, meta event 58). Before the first one a bar
 * has four quarters. A time signature inside a bar begins a new bar. In a file that counts film frames, beats are those
 * of the default tempo, 120 a minute.
 *
 * <p>A single bar at the beginning that is shorter than those of the time signature after it is a pick-up: it is bar 0,
 * and its beats are counted as the last ones of a whole bar (common practice).
 */
public final class TimeMap {
    private static final int TIME_SIGNATURE = 0x58;
    private static final int HIGHEST_DENOMINATOR_POWER = 6;

    /**
     * A stretch under one time signature.
     *
     * @param startTick where it begins
     * @param firstBar the number of its first bar; 0 for a pick-up, else 1 or more
     * @param numerator beats in a bar
     * @param denominator what note a beat is: 1, 2, 4, 8 … 64
     */
    public record Stretch(long startTick, long firstBar, int numerator, int denominator) {}

    private record Signature(long tick, int numerator, int denominator) {}

    private final double ticksPerQuarter;
    private final List<Stretch> stretches;

    private TimeMap(double ticksPerQuarter, List<Stretch> stretches) {
        this.ticksPerQuarter = ticksPerQuarter;
        this.stretches = stretches;
    }

    /** {@return the time map of a file whose tracks play together; of a format 2 file, that of its first track} */
    public static TimeMap of(MidiFile file) {
        return of(file, 0);
    }

    /** {@return the time map that holds for one track: its own in format 2, else the one all tracks share} */
    public static TimeMap of(MidiFile file, int track) {
        List<Signature> signatures = new ArrayList<>();
        for (MidiTrack candidate : file.tracks()) {
            if (file.format() != 2 || candidate.index() == track) {
                collectSignatures(candidate, signatures);
            }
        }
        signatures.sort(Comparator.comparingLong(Signature::tick));
        double ticksPerQuarter = file.division().ticksPerQuarter();
        return new TimeMap(ticksPerQuarter, stretches(signatures, ticksPerQuarter));
    }

    private static void collectSignatures(MidiTrack track, List<Signature> signatures) {
        for (int event = 0; event < track.eventCount(); event++) {
            if (track.metaType(event) == TIME_SIGNATURE && track.payloadLength(event) >= 2) {
                int numerator = track.payloadByte(event, 0);
                int power = track.payloadByte(event, 1);
                if (numerator > 0 && power <= HIGHEST_DENOMINATOR_POWER) {
                    signatures.add(new Signature(track.tick(event), numerator, 1 << power));
                }
            }
        }
    }

    private static List<Stretch> stretches(List<Signature> signatures, double ticksPerQuarter) {
        List<Stretch> stretches = new ArrayList<>();
        stretches.add(new Stretch(0, 1, 4, 4));
        for (Signature signature : signatures) {
            Stretch last = stretches.get(stretches.size() - 1);
            double bars = (signature.tick - last.startTick) / ticksPerBar(last, ticksPerQuarter);
            if (signature.tick == last.startTick) {
                stretches.remove(stretches.size() - 1);
            }
            stretches.add(new Stretch(
                    signature.tick,
                    last.firstBar + (long) Math.ceil(bars),
                    signature.numerator,
                    signature.denominator));
        }
        return List.copyOf(beginsWithPickUp(stretches, ticksPerQuarter) ? countedFromPickUp(stretches) : stretches);
    }

    private static boolean beginsWithPickUp(List<Stretch> stretches, double ticksPerQuarter) {
        return stretches.size() > 1
                && stretches.get(1).firstBar == 2
                && stretches.get(1).startTick < Math.floor(ticksPerBar(stretches.get(1), ticksPerQuarter));
    }

    private static List<Stretch> countedFromPickUp(List<Stretch> stretches) {
        return stretches.stream()
                .map(stretch ->
                        new Stretch(stretch.startTick, stretch.firstBar - 1, stretch.numerator, stretch.denominator))
                .toList();
    }

    /** {@return the number of the first bar: 0 where the file begins with a pick-up, else 1} */
    public long firstBar() {
        return stretches.get(0).firstBar;
    }

    /** {@return the stretches in the order of time; the first begins at tick 0} */
    public List<Stretch> stretches() {
        return stretches;
    }

    /** {@return where a tick is, rounded to the nearest twelfth of a beat} */
    public BarBeat at(long tick) {
        int index = stretchAt(tick);
        Stretch stretch = stretches.get(index);
        double ticksPerTwelfth = ticksPerBeat(stretch) / BarBeat.TWELFTHS;
        long twelfths = Math.round((tick - stretch.startTick) / ticksPerTwelfth);
        int inBar = stretch.numerator * BarBeat.TWELFTHS;
        long bar = stretch.firstBar + twelfths / inBar;
        // Rounded up to where the next time signature begins: that is its downbeat.
        if (index + 1 < stretches.size() && bar >= stretches.get(index + 1).firstBar) {
            return new BarBeat(stretches.get(index + 1).firstBar, 0);
        }
        int before = bar == 0 ? twelfthsMissing() : 0;
        return new BarBeat(bar, (int) (twelfths % inBar) + before);
    }

    /** What the pick-up lacks of a whole bar, in twelfths of its own beat. */
    private int twelfthsMissing() {
        double missing = ticksPerBar(stretches.get(1), ticksPerQuarter) - stretches.get(1).startTick;
        return (int) Math.round(missing / (ticksPerBeat(stretches.get(0)) / BarBeat.TWELFTHS));
    }

    /** {@return the tick at which a bar begins} */
    public long startOfBar(long bar) {
        int begun = Ordered.countBefore(stretches.size(), stretch -> stretches.get(stretch).firstBar <= bar);
        int index = Math.max(0, begun - 1);
        Stretch stretch = stretches.get(index);
        long start = stretch.startTick + Math.round((bar - stretch.firstBar) * ticksPerBar(stretch, ticksPerQuarter));
        return index + 1 < stretches.size() ? Math.min(start, stretches.get(index + 1).startTick) : start;
    }

    /** {@return the bar in which a tick lies, without rounding} */
    public long barAt(long tick) {
        Stretch stretch = stretches.get(stretchAt(tick));
        return stretch.firstBar + (long) Math.floor((tick - stretch.startTick) / ticksPerBar(stretch, ticksPerQuarter));
    }

    /**
     * {@return how many beats a bar has by its time signature; a bar that the next one cuts short does not last so
     * long}
     */
    public int beatsInBar(long bar) {
        return stretchOf(bar).numerator;
    }

    /** {@return the time signature that holds in a bar} */
    public Stretch stretchOf(long bar) {
        return stretches.get(stretchAt(startOfBar(bar)));
    }

    /** {@return how long a beat of a bar is, in ticks} */
    public double ticksPerBeat(long bar) {
        return ticksPerBeat(stretchOf(bar));
    }

    private double ticksPerBeat(Stretch stretch) {
        return ticksPerQuarter * 4 / stretch.denominator;
    }

    private static double ticksPerBar(Stretch stretch, double ticksPerQuarter) {
        return ticksPerQuarter * 4 / stretch.denominator * stretch.numerator;
    }

    private int stretchAt(long tick) {
        int begun = Ordered.countBefore(stretches.size(), index -> stretches.get(index).startTick <= tick);
        return Math.max(0, begun - 1);
    }
}
