package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.ChokeExpression.Form;

/** A made kit, whose cymbals are struck and grabbed, and whose pads bounce and speak with each other. */
final class GrabbedKit {
    private static final long SECOND = 1_000_000;
    private static final long MILLISECOND = 1_000;

    private final Random random;
    private final List<TimedMessage> sent = new ArrayList<>();
    private long now;

    GrabbedKit(long seed) {
        random = new Random(seed);
    }

    List<TimedMessage> sent() {
        return List.copyOf(sent);
    }

    /** A cymbal is struck, rings a while, and is grabbed. */
    void strikeAndGrab(int note, Form form, int by) {
        int velocity = 40 + random.nextInt(88);
        sent.add(new TimedMessage(now, 0x99, note, velocity));
        long grab = now + 300 * MILLISECOND + random.nextInt(2_000) * MILLISECOND;
        if (form != Form.RELEASE) {
            sent.add(new TimedMessage(now + 40 * MILLISECOND + random.nextInt(60) * MILLISECOND, 0x89, note, 64));
        }
        switch (form) {
            case NOTE -> {
                sent.add(new TimedMessage(grab, 0x99, by, 1 + random.nextInt(127)));
                sent.add(new TimedMessage(grab + 60 * MILLISECOND, 0x89, by, 64));
            }
            case PRESSURE -> {
                for (int value : new int[] {20 + random.nextInt(30), 80 + random.nextInt(48), 0}) {
                    sent.add(new TimedMessage(grab, 0xA9, by, value));
                    grab += 15 * MILLISECOND;
                }
            }
            case RELEASE -> sent.add(new TimedMessage(grab, 0x89, note, 64));
        }
        now = grab + SECOND;
    }

    /** A cymbal is struck, and nothing comes of the hand on it. */
    void strikeInVain(int note) {
        sent.add(new TimedMessage(now, 0x99, note, 100));
        sent.add(new TimedMessage(now + 60 * MILLISECOND, 0x89, note, 64));
        now += 4 * SECOND;
    }

    /**
     * A minute of playing.
     *
     * @param bounces the pads that bounce when they are struck hard, within so many milliseconds
     * @param crosstalk whether the first pad is softly heard on the second, within so many milliseconds; 0 for never
     */
    void play(List<Integer> pads, boolean bounces, int bounceMilliseconds, int crosstalk, double share) {
        for (int stroke = 0; stroke < 240; stroke++) {
            int at = random.nextInt(pads.size());
            int velocity = 50 + random.nextInt(78);
            stroke(now, pads.get(at), velocity);
            if (bounces && velocity > 95 && at == 0) {
                stroke(now + (5 + random.nextInt(bounceMilliseconds - 4)) * MILLISECOND, pads.get(at), velocity / 4);
            }
            if (crosstalk > 0 && at == 0) {
                double part = share * (0.6 + 0.4 * random.nextDouble());
                stroke(now + random.nextInt(crosstalk + 1) * MILLISECOND, pads.get(1), Math.max(1, (int)
                        (velocity * part)));
            }
            // A flam: the softer one comes first.
            if (random.nextInt(10) == 0) {
                stroke(now + 100 * MILLISECOND, pads.get(2), 40);
                stroke(now + 125 * MILLISECOND, pads.get(2), 110);
            }
            now += 250 * MILLISECOND;
        }
    }

    private void stroke(long at, int note, int velocity) {
        sent.add(new TimedMessage(at, 0x99, note, velocity));
        sent.add(new TimedMessage(at + 60 * MILLISECOND, 0x89, note, 64));
    }

    /** A drum is struck all over, and a controller says where just before each stroke. */
    void strikeAllOver(int note, int controller, int lowest, int highest) {
        for (int stroke = 0; stroke < 24; stroke++) {
            int value = lowest + random.nextInt(highest - lowest + 1);
            sent.add(new TimedMessage(now, 0xB9, 4, random.nextInt(128)));
            sent.add(new TimedMessage(now + random.nextInt(3) * MILLISECOND, 0xB9, controller, value));
            stroke(now + 3 * MILLISECOND, note, 60 + random.nextInt(60));
            now += 300 * MILLISECOND;
        }
    }
}
