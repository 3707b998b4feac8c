package org.jollyledger.core.part;

/**
 * One change to a hit or a message of a part. Several are made together, all of them to the part as it was before.
 */
public sealed interface HitChange {
    /** Makes the change. */
    void makeIn(PartEdit edit);

    /**
     * A hit goes to another note, with its end and the key pressure on it.
     *
     * @param hit its index
     * @param note 0 to 127
     */
    record ToNote(int hit, int note) implements HitChange {
        @Override
        public void makeIn(PartEdit edit) {
            edit.toNotes(new int[] {hit}, any -> note);
        }
    }

    /**
     * A hit is taken out, with its end and the key pressure on it.
     *
     * @param hit its index
     */
    record Delete(int hit) implements HitChange {
        @Override
        public void makeIn(PartEdit edit) {
            edit.remove(new int[] {hit});
        }
    }

    /** A hit is put in. */
    record Strike(Stroke stroke) implements HitChange {
        @Override
        public void makeIn(PartEdit edit) {
            edit.add(stroke);
        }
    }

    /**
     * A channel message goes to another channel.
     *
     * @param track the track, from 0
     * @param event its index in the track
     * @param channel 1 to 16
     */
    record ToChannel(int track, int event, int channel) implements HitChange {
        @Override
        public void makeIn(PartEdit edit) {
            edit.toChannel(track, event, channel);
        }
    }

    /**
     * A message is taken out.
     *
     * @param track the track, from 0
     * @param event its index in the track
     */
    record Drop(int track, int event) implements HitChange {
        @Override
        public void makeIn(PartEdit edit) {
            edit.drop(track, event);
        }
    }

    /**
     * A channel message is put in, before the messages that stand at its tick.
     *
     * @param track the track, from 0
     * @param tick when
     * @param status command and channel, 0x80 to 0xEF
     * @param data1 0 to 127
     * @param data2 0 to 127
     */
    record Send(int track, long tick, int status, int data1, int data2) implements HitChange {
        private static final int NOTE_OFF = 0x80;
        private static final int KEY_PRESSURE = 0xA0;
        private static final int CONTROL_CHANGE = 0xB0;
        private static final int MIDDLE = 64;

        /** {@return the end of a note} */
        public static Send end(int track, long tick, int channel, int note) {
            return new Send(track, tick, NOTE_OFF | channel - 1, note, MIDDLE);
        }

        /** {@return key pressure on a note} */
        public static Send pressure(int track, long tick, int channel, int note, int value) {
            return new Send(track, tick, KEY_PRESSURE | channel - 1, note, value);
        }

        /** {@return a value of a controller} */
        public static Send controller(int track, long tick, int channel, int controller, int value) {
            return new Send(track, tick, CONTROL_CHANGE | channel - 1, controller, value);
        }

        @Override
        public void makeIn(PartEdit edit) {
            edit.send(this);
        }
    }

    /**
     * A channel message is put in directly before another.
     *
     * @param track the track, from 0
     * @param event the index of the other in the track
     * @param status command and channel, 0x80 to 0xEF
     * @param data1 0 to 127
     * @param data2 0 to 127
     */
    record SendBefore(int track, int event, int status, int data1, int data2) implements HitChange {
        @Override
        public void makeIn(PartEdit edit) {
            edit.sendBefore(this);
        }
    }
}
