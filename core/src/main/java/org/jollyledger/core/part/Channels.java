package org.jollyledger.core.part;

import java.util.List;
import java.util.stream.IntStream;

/**
 * A set of MIDI channels.
 *
 * @param mask one bit for each channel; bit 0 is channel 1
 */
public record Channels(int mask) {
    /** How many there are. */
    public static final int COUNT = 16;

    private static final int ALL_BITS = (1 << COUNT) - 1;

    /** All sixteen channels. */
    public static final Channels ALL = new Channels(ALL_BITS);
    /** No channel. */
    public static final Channels NONE = new Channels(0);

    public Channels {
        if ((mask & ~ALL_BITS) != 0) {
            throw new IllegalArgumentException("There are sixteen channels only.");
        }
    }

    /**
     * {@return one channel}
     *
     * @param channel 1 to 16
     */
    public static Channels only(int channel) {
        if (channel < 1 || channel > COUNT) {
            throw new IllegalArgumentException("Channel " + channel + " does not exist; channels are 1 to 16.");
        }
        return new Channels(1 << channel - 1);
    }

    /** {@return whether a channel, 1 to 16, is among them} */
    public boolean contains(int channel) {
        return (mask >> channel - 1 & 1) == 1;
    }

    /** {@return how many channels there are, 0 to 16} */
    public int count() {
        return Integer.bitCount(mask);
    }

    /** {@return the channels from low to high} */
    public List<Integer> list() {
        return IntStream.rangeClosed(1, COUNT).filter(this::contains).boxed().toList();
    }

    /** {@return in words, such as "channel 10", "channels 1 and 10" or "all channels"} */
    public String words() {
        if (mask == ALL_BITS) {
            return "all channels";
        }
        List<String> names = list().stream().map(String::valueOf).toList();
        return switch (names.size()) {
            case 0 -> "no channel";
            case 1 -> "channel " + names.get(0);
            default ->
                "channels " + String.join(", ", names.subList(0, names.size() - 1)) + " and "
                        + names.get(names.size() - 1);
        };
    }
}
