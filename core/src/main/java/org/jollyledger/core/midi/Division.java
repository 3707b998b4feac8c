package org.jollyledger.core.midi;

/**
 * What one tick of a file means, as the division field of its header says (RP-001, "Header Chunks").
 */
public sealed interface Division {

    /** What a file is read with when its header gives no usable division. */
    TicksPerBeat ASSUMED = new TicksPerBeat(480);

    /** {@return the sixteen bits of the header field} */
    int code();

    /**
     * {@return ticks in a quarter note} Where film frames are counted there are no quarters; those of the
     * default tempo stand in for them, 120 a minute (MIDI 1.0).
     */
    double ticksPerQuarter();

    /**
     * Musical time: a number of ticks to the quarter note.
     *
     * @param ticks 1 to 32767
     */
    record TicksPerBeat(int ticks) implements Division {
        public TicksPerBeat {
            if (ticks < 1 || ticks > 0x7FFF) {
                throw new IllegalArgumentException("Ticks per beat must be 1 to 32767, not " + ticks + ".");
            }
        }

        @Override
        public int code() {
            return ticks;
        }

        @Override
        public double ticksPerQuarter() {
            return ticks;
        }
    }

    /**
     * Clock time: a number of ticks to the film or video frame.
     *
     * @param framesPerSecond 24, 25, 29 (which stands for 29.97, drop frame) or 30
     * @param ticksPerFrame 1 to 255
     */
    record Smpte(int framesPerSecond, int ticksPerFrame) implements Division {
        private static final double DEFAULT_QUARTERS_PER_SECOND = 2;

        public Smpte {
            if (framesPerSecond != 24 && framesPerSecond != 25 && framesPerSecond != 29 && framesPerSecond != 30) {
                throw new IllegalArgumentException(
                        "Frames per second must be 24, 25, 29 or 30, not " + framesPerSecond + ".");
            }
            if (ticksPerFrame < 1 || ticksPerFrame > 0xFF) {
                throw new IllegalArgumentException("Ticks per frame must be 1 to 255, not " + ticksPerFrame + ".");
            }
        }

        /** {@return ticks in one second of time; 29 counts as 29.97} */
        public double ticksPerSecond() {
            return (framesPerSecond == 29 ? 30_000.0 / 1_001.0 : framesPerSecond) * ticksPerFrame;
        }

        @Override
        public double ticksPerQuarter() {
            return ticksPerSecond() / DEFAULT_QUARTERS_PER_SECOND;
        }

        @Override
        public int code() {
            return (-framesPerSecond & 0xFF) << 8 | ticksPerFrame;
        }
    }
}
