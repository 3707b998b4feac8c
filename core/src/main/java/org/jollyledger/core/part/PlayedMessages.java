package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.midi.TimedMessage;

/** A part as the stream of messages that it sends when it plays. */
public final class PlayedMessages {
    private static final int FIRST_COMMAND = 0x80;
    private static final int SYSTEM = 0xF0;
    private static final double MICROSECONDS = 1_000_000;

    private PlayedMessages() {}

    /**
     * {@return all channel messages on the channels of a part, in the order of time, with microseconds from its beginning}
     */
    public static List<TimedMessage> of(Part part) {
        List<TimedMessage> messages = new ArrayList<>();
        for (MidiTrack track : part.file().tracks()) {
            TempoMap tempos = part.tempoMap(track.index());
            for (int event = 0; event < track.eventCount(); event++) {
                int command = track.command(event);
                if (command >= FIRST_COMMAND
                        && command < SYSTEM
                        && part.channels().contains(track.channel(event))) {
                    messages.add(new TimedMessage(
                            Math.round(tempos.seconds(track.tick(event)) * MICROSECONDS),
                            command | track.channel(event) - 1,
                            track.data1(event),
                            (command & 0xE0) == 0xC0 ? 0 : track.data2(event)));
                }
            }
        }
        messages.sort(Comparator.comparingLong(TimedMessage::at));
        return messages;
    }
}
