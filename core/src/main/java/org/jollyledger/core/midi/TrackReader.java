package org.jollyledger.core.midi;

import java.util.Arrays;
import org.jollyledger.core.midi.Damage.Kind;

/**
 * Reads the events of one track chunk. Every turn of its loop moves on by at least a byte or ends, so that it takes
 * time in proportion to the bytes it is given, whatever they are.
 */
final class TrackReader {
    /** A note with a short time and its own status byte; running status makes events shorter, text longer. */
    static final int BYTES_OF_USUAL_EVENT = 4;

    /** Two bytes of time, a status, two of data. */
    private static final int LONGEST_USUAL_EVENT = 5;

    private static final int MTRK = 0x4D54726B;

    private final byte[] bytes;
    private final int fileEnd;
    private final int index;
    private final int chunkStart;
    private final int declaredEnd;
    private final DamageLog log;
    private final int damagesBefore;
    private final int reserved;

    private int position;
    private int limit;
    private boolean beyondDeclared;
    private boolean ended;
    private boolean statusComesNext;
    private boolean runningStatusNamed;
    private int running;
    private long tick;

    private int count;
    private int[] starts;
    private int[] dataStarts;
    private byte[] statuses;
    private long[] ticks;

    /**
     * @param room how many events may be made room for beforehand; more room is made as events are found, so that
     *     lengths that lie cost nothing
     */
    TrackReader(byte[] bytes, int chunkStart, int fileEnd, int index, int room, DamageLog log) {
        this.bytes = bytes;
        this.fileEnd = fileEnd;
        this.index = index;
        this.chunkStart = chunkStart;
        this.log = log;
        this.damagesBefore = log.count();
        long length = Bytes.unsignedInt(bytes, chunkStart + 4);
        position = chunkStart + 8;
        declaredEnd = (int) Math.min(Integer.MAX_VALUE, position + length);
        limit = Math.min(declaredEnd, fileEnd);
        reserved = Math.max(1, Math.min(room, (limit - position) / BYTES_OF_USUAL_EVENT));
        starts = new int[reserved];
        dataStarts = new int[reserved];
        statuses = new byte[reserved];
        ticks = new long[reserved];
    }

    MidiTrack read() {
        while (!ended && (position < limit || goBeyondDeclared())) {
            if (lengthIsWrong() && !statusComesNext && startsTrack(position)) {
                break;
            }
            readUsualEvents();
            if (position < limit && !readEvent()) {
                break;
            }
        }
        int chunkEnd = closeChunk();
        if (count < starts.length / 2) {
            resize(count);
        }
        boolean damaged = log.count() > damagesBefore;
        return new MidiTrack(bytes, index, chunkStart, chunkEnd, damaged, count, starts, dataStarts, statuses, ticks);
    }

    /**
     * Reads channel messages with short times for as long as there is nothing unusual about them: they are nearly all
     * there is in a file, and need none of the care of {@link #readEvent()}.
     */
    private void readUsualEvents() {
        if (statusComesNext || lengthIsWrong()) {
            return;
        }
        byte[] source = bytes;
        int at = position;
        int status = runningStatusNamed ? 0 : running;
        long now = tick;
        int found = count;
        int room = starts.length;
        int last = limit - LONGEST_USUAL_EVENT;
        while (at <= last && found < room) {
            int next = at;
            int delta = source[next++];
            if (delta < 0) {
                delta = (delta & 0x7F) << 7 | source[next];
                if (source[next++] < 0) {
                    break;
                }
            }
            int first = source[next];
            int itsStatus = status;
            if (first < 0) {
                itsStatus = first & 0xFF;
                next++;
            }
            int needed = (itsStatus & 0xE0) == 0xC0 ? 1 : 2;
            if (itsStatus < 0x80 || itsStatus >= 0xF0 || (source[next] | source[next + needed - 1]) < 0) {
                break;
            }
            now += delta;
            starts[found] = at;
            dataStarts[found] = next;
            statuses[found] = (byte) itsStatus;
            ticks[found] = now;
            found++;
            status = itsStatus;
            at = next + needed;
        }
        if (found > count) {
            position = at;
            running = status;
            runningStatusNamed = false;
            tick = now;
            count = found;
        }
    }

    /** Reads one event, or passes over what is none; false when the track cannot be read any further. */
    private boolean readEvent() {
        int start = position;
        long tickBefore = tick;
        if (!statusComesNext && !readDelta(start)) {
            return cutOff(start, tickBefore);
        }
        statusComesNext = false;
        if (position >= limit) {
            return cutOff(start, tickBefore);
        }
        int first = bytes[position] & 0xFF;
        if (first < 0x80) {
            if (running == 0) {
                passOverStrayData();
                return true;
            }
            return readChannelMessage(start, running, tickBefore);
        }
        if (first < 0xF0) {
            running = first;
            runningStatusNamed = false;
            position++;
            return readChannelMessage(start, first, tickBefore);
        }
        return switch (first) {
            case 0xF0, 0xF7, MidiTrack.META -> readLongEvent(start, first, tickBefore);
            default -> {
                passOverSystemMessage(first);
                yield true;
            }
        };
    }

    private boolean readDelta(int start) {
        int delta = 0;
        for (int i = 0; i < VariableLength.MAX_BYTES; i++) {
            if (position >= limit) {
                return false;
            }
            byte next = bytes[position++];
            delta = delta << 7 | next & 0x7F;
            if (next >= 0) {
                tick += delta;
                return true;
            }
        }
        tick += delta;
        damage(Kind.TIME_TOO_LONG, start, 0);
        return true;
    }

    private boolean readChannelMessage(int start, int status, long tickBefore) {
        int needed = (status & 0xE0) == 0xC0 ? 1 : 2;
        int dataStart = position;
        if (position + needed > limit) {
            return cutOff(start, tickBefore);
        }
        if ((bytes[position] | bytes[position + needed - 1]) < 0) {
            return readAwkwardMessage(start, status, needed, tickBefore);
        }
        position += needed;
        nameKeptRunningStatus(start);
        add(start, dataStart, status);
        return true;
    }

    private void nameKeptRunningStatus(int start) {
        if (runningStatusNamed && count > 0 && (statuses[count - 1] & 0xFF) >= 0xF0) {
            damage(Kind.RUNNING_STATUS_KEPT, start, 0);
        }
    }

    /** A channel message with something between its data bytes that does not belong there. */
    private boolean readAwkwardMessage(int start, int status, int needed, long tickBefore) {
        int dataStart = position;
        int found = 0;
        while (found < needed) {
            if (position >= limit) {
                return cutOff(start, tickBefore);
            }
            int next = bytes[position] & 0xFF;
            if (next < 0x80) {
                found++;
                position++;
            } else if (next >= 0xF8 && next != MidiTrack.META) {
                damage(Kind.REAL_TIME_BYTE, position, next);
                position++;
            } else {
                damage(Kind.EVENT_INCOMPLETE, start, 0);
                statusComesNext = true;
                return true;
            }
        }
        add(start, dataStart, status);
        return true;
    }

    private boolean readLongEvent(int start, int status, long tickBefore) {
        position++;
        int dataStart = position;
        int type = -1;
        if (status == MidiTrack.META) {
            if (position >= limit) {
                return cutOff(start, tickBefore);
            }
            type = bytes[position++] & 0xFF;
        }
        int lengthStart = position;
        if (lengthStart >= limit) {
            return cutOff(start, tickBefore);
        }
        int length = VariableLength.read(bytes, lengthStart);
        position = VariableLength.end(bytes, lengthStart);
        if (position > limit || length > limit - position) {
            return cutOff(start, tickBefore);
        }
        if (bytes[position - 1] < 0) {
            damage(Kind.TIME_TOO_LONG, lengthStart, 0);
        }
        position += length;
        add(start, dataStart, status);
        runningStatusNamed = running != 0;
        ended = type == MidiTrack.END_OF_TRACK;
        return true;
    }

    /** An event runs beyond the end: either the chunk's length is too small, or the file stops here. */
    private boolean cutOff(int start, long tickBefore) {
        if (goBeyondDeclared()) {
            position = start;
            tick = tickBefore;
            return true;
        }
        damage(Kind.EVENT_CUT_OFF, start, 0);
        position = limit;
        return false;
    }

    private void passOverStrayData() {
        int from = position;
        while (position < limit && bytes[position] >= 0) {
            position++;
        }
        damage(Kind.STRAY_DATA, from, position - from);
        statusComesNext = true;
    }

    private void passOverSystemMessage(int first) {
        if (first >= 0xF8) {
            damage(Kind.REAL_TIME_BYTE, position, first);
            position++;
            statusComesNext = looksLikeMessage(position);
            return;
        }
        damage(Kind.SYSTEM_COMMON, position, first);
        position++;
        int data = first == 0xF2 ? 2 : first == 0xF1 || first == 0xF3 ? 1 : 0;
        while (data-- > 0 && position < limit && bytes[position] >= 0) {
            position++;
        }
    }

    /** Whether a whole message with its own status could begin here, rather than a delta time. */
    private boolean looksLikeMessage(int at) {
        if (at + 2 >= limit || bytes[at] >= 0) {
            return false;
        }
        int status = bytes[at] & 0xFF;
        if (status >= 0xF0) {
            return status == MidiTrack.META || status == 0xF0 || status == 0xF7;
        }
        return bytes[at + 1] >= 0 && ((status & 0xE0) == 0xC0 || bytes[at + 2] >= 0);
    }

    /** Widens the limit to the end of the file when the declared length is evidently too small. */
    private boolean goBeyondDeclared() {
        if (beyondDeclared || declaredEnd >= fileEnd || Bytes.looksLikeChunk(bytes, declaredEnd, fileEnd)) {
            return false;
        }
        beyondDeclared = true;
        limit = fileEnd;
        damage(Kind.LENGTH_TOO_SHORT, chunkStart + 4, 0);
        return true;
    }

    /** Compares where the track really ended with where it said it would; returns where the next chunk begins. */
    private int closeChunk() {
        if (!ended) {
            damage(Kind.NO_END_OF_TRACK, position, 0);
            return position;
        }
        if (beyondDeclared || position == declaredEnd) {
            return position;
        }
        if (declaredEnd > fileEnd || startsTrack(position)) {
            damage(Kind.LENGTH_TOO_LONG, chunkStart + 4, (long) declaredEnd - position);
            return position;
        }
        damage(Kind.BYTES_AFTER_END, position, (long) declaredEnd - position);
        return declaredEnd;
    }

    private boolean lengthIsWrong() {
        return beyondDeclared || declaredEnd > fileEnd;
    }

    private boolean startsTrack(int at) {
        return at + 8 <= fileEnd && Bytes.signedInt(bytes, at) == MTRK;
    }

    private void add(int start, int dataStart, int status) {
        if (count == starts.length) {
            resize(count + (count >> 1) + 4);
        }
        starts[count] = start;
        dataStarts[count] = dataStart;
        statuses[count] = (byte) status;
        ticks[count] = tick;
        count++;
    }

    private void resize(int size) {
        starts = Arrays.copyOf(starts, size);
        dataStarts = Arrays.copyOf(dataStarts, size);
        statuses = Arrays.copyOf(statuses, size);
        ticks = Arrays.copyOf(ticks, size);
    }

    /** How many events room was made for beforehand. */
    int reserved() {
        return reserved;
    }

    private void damage(Kind kind, int offset, long amount) {
        log.add(kind, offset, index, amount);
    }
}
