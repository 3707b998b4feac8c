package org.jollyledger.core.midi;

/** Says in one sentence why some bytes cannot be read as a MIDI file at all, and what to do. */
public final class MidiFormatException extends Exception {
    private static final long serialVersionUID = 1L;

    MidiFormatException(String sentence) {
        super(sentence);
    }
}
