package org.jollyledger.core.midi;

/**
 * A MIDI message of three bytes at most, as it comes or goes while somebody plays.
 *
 * @param at when, in microseconds from any beginning
 * @param status command and channel, 0x80 to 0xFF
 * @param data1 0 to 127
 * @param data2 0 to 127; 0 where there is none
 */
public record TimedMessage(long at, int status, int data1, int data2) {
    public static final int NOTE_OFF = 0x80;
    public static final int NOTE_ON = 0x90;
    public static final int PRESSURE = 0xA0;
    public static final int CONTROL = 0xB0;

    /** {@return the command without its channel, such as {@value #NOTE_ON}} */
    public int command() {
        return status & 0xF0;
    }

    /** {@return the channel, from 0} */
    public int channel() {
        return status & 0x0F;
    }

    /** {@return whether a note begins} */
    public boolean isStroke() {
        return command() == NOTE_ON && data2 > 0;
    }

    /** {@return whether a note ends} */
    public boolean isEnd() {
        return command() == NOTE_OFF || command() == NOTE_ON && data2 == 0;
    }
}
