package org.jollyledger.core.midi;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import org.jollyledger.core.midi.Damage.Kind;

/**
 * A Standard MIDI File (RP-001; formats 0, 1 and 2; also inside a RIFF wrapper), read over its bytes. Immutable: its
 * bytes stay as they came, and {@link #edit()} makes new ones.
 */
public final class MidiFile {
    private static final int MTHD = Bytes.fourLetters("MThd");
    private static final int MTRK = Bytes.fourLetters("MTrk");
    private static final int HEADER_SIZE = 14;
    private static final int LOOK_AHEAD_FOR_HEADER = 1024;
    /** The header counts tracks in sixteen bits. */
    private static final int MOST_TRACKS = 0xFFFF;

    /** A stretch of the file that is kept as it is, or a track. */
    record Segment(int start, int end, int track) {}

    private final byte[] bytes;
    private final int headerStart;
    private final int headerEnd;
    private final boolean wrapped;
    private final int format;
    private final Division division;
    private final List<Segment> segments;
    private final List<MidiTrack> tracks;
    private final List<Damage> damages;
    private final int damageCount;

    private MidiFile(Parsed parsed) {
        bytes = parsed.bytes;
        headerStart = parsed.headerStart;
        headerEnd = parsed.headerEnd;
        wrapped = parsed.wrapped;
        format = parsed.format;
        division = parsed.division;
        segments = List.copyOf(parsed.segments);
        tracks = List.copyOf(parsed.tracks);
        damages = parsed.log.kept();
        damageCount = parsed.log.count();
    }

    /**
     * Reads a file as far as it goes.
     *
     * @param bytes the whole file; the array must not be changed afterwards
     * @return the file with what is damaged in it
     * @throws MidiFormatException when there is nothing in it to read
     */
    public static MidiFile read(byte[] bytes) throws MidiFormatException {
        return new MidiFile(new Parsed(bytes));
    }

    /**
     * Reads a file from a stream.
     *
     * @param limit the most bytes to accept
     * @return the file with what is damaged in it
     * @throws MidiFormatException when there is nothing in it to read, or more than {@code limit} bytes
     */
    public static MidiFile read(InputStream stream, int limit) throws IOException, MidiFormatException {
        byte[] bytes = stream.readNBytes(limit);
        if (bytes.length == limit && stream.read() >= 0) {
            throw new MidiFormatException("The file is larger than " + limit + " bytes; choose a smaller one.");
        }
        return read(bytes);
    }

    /**
     * Starts a new file with nothing in it.
     *
     * @return a builder of the file
     */
    public static MidiFileBuilder builder(int format, Division division) {
        return new MidiFileBuilder(format, division);
    }

    /** {@return 0 (one track), 1 (tracks that play together) or 2 (tracks that are pieces of their own)} */
    public int format() {
        return format;
    }

    /** {@return what a tick is} */
    public Division division() {
        return division;
    }

    /** {@return the tracks in the order of the file} */
    public List<MidiTrack> tracks() {
        return tracks;
    }

    /** {@return what is damaged, in the order it was found; of very many the first 200} */
    public List<Damage> damages() {
        return damages;
    }

    /** {@return how many damages there are, those beyond the first 200 included} */
    public int damageCount() {
        return damageCount;
    }

    /** {@return whether the file came inside a RIFF wrapper} */
    public boolean wrapped() {
        return wrapped;
    }

    /** {@return the length of the file in bytes} */
    public int size() {
        return bytes.length;
    }

    /** {@return the bytes of the file exactly as they were read; a fresh copy} */
    public byte[] toBytes() {
        return bytes.clone();
    }

    /** Writes the bytes of the file exactly as they were read. */
    public void writeTo(OutputStream stream) throws IOException {
        stream.write(bytes);
    }

    /**
     * Collects changes, from which {@link MidiEdit#toBytes()} makes a new file.
     *
     * @return an edit without changes so far
     */
    public MidiEdit edit() {
        return new MidiEdit(this);
    }

    byte[] rawBytes() {
        return bytes;
    }

    int headerStart() {
        return headerStart;
    }

    int headerEnd() {
        return headerEnd;
    }

    List<Segment> segments() {
        return segments;
    }

    /** The state of a file while it is being read. */
    private static final class Parsed {
        private final byte[] bytes;
        private final DamageLog log = new DamageLog();
        private final List<Segment> segments = new ArrayList<>();
        private final List<MidiTrack> tracks = new ArrayList<>();
        private int end;
        private int headerStart;
        private int headerEnd;
        private boolean wrapped;
        private int format;
        private int announced;
        private Division division = Division.ASSUMED;

        Parsed(byte[] bytes) throws MidiFormatException {
            this.bytes = bytes;
            end = bytes.length;
            if (bytes.length == 0) {
                throw new MidiFormatException("The file is empty; choose a MIDI file that has something in it.");
            }
            findHeader();
            readHeader();
            readChunks();
            compareTrackCount();
        }

        private void findHeader() throws MidiFormatException {
            int from = 0;
            if (end >= 12
                    && Bytes.signedInt(bytes, 0) == Bytes.fourLetters("RIFF")
                    && Bytes.signedInt(bytes, 8) == Bytes.fourLetters("RMID")) {
                wrapped = true;
                from = unwrap();
            }
            headerStart = Bytes.indexOf(bytes, from, Math.min(end, from + LOOK_AHEAD_FOR_HEADER), MTHD);
            if (headerStart < 0) {
                throw new MidiFormatException(
                        "This is not a MIDI file: it has no MThd header at its start; choose a file that ends in .mid.");
            }
            if (headerStart > from) {
                log.add(Kind.BYTES_BEFORE_HEADER, from, -1, headerStart - from);
            }
            if (headerStart + HEADER_SIZE > end) {
                throw new MidiFormatException(
                        "The MIDI file is cut off inside its header, at byte " + end + "; fetch or save it again.");
            }
        }

        /** Finds the data chunk of a RIFF wrapper and narrows the end of the file to it. */
        private int unwrap() {
            int at = 12;
            while (at + 8 <= end) {
                long length = Bytes.unsignedIntLittleEndian(bytes, at + 4);
                if (Bytes.signedInt(bytes, at) == Bytes.fourLetters("data")) {
                    if (length <= end - at - 8) {
                        end = at + 8 + (int) length;
                    } else {
                        log.add(Kind.WRAPPER_LENGTH, at + 4, -1, length);
                    }
                    return at + 8;
                }
                if (length > end - at - 8) {
                    break;
                }
                at += 8 + (int) length + (int) (length & 1);
            }
            log.add(Kind.WRAPPER_LENGTH, 4, -1, 0);
            return 12;
        }

        private void readHeader() {
            long length = Bytes.unsignedInt(bytes, headerStart + 4);
            if (length < 6 || length > end - headerStart - 8) {
                log.add(Kind.HEADER_LENGTH, headerStart + 4, -1, length);
                length = 6;
            }
            headerEnd = headerStart + 8 + (int) length;
            format = Bytes.unsignedShort(bytes, headerStart + 8);
            if (format > 2) {
                log.add(Kind.UNKNOWN_FORMAT, headerStart + 8, -1, format);
                format = 1;
            }
            announced = Bytes.unsignedShort(bytes, headerStart + 10);
            readDivision(Bytes.unsignedShort(bytes, headerStart + 12));
        }

        private void readDivision(int code) {
            int frames = -(byte) (code >> 8);
            int ticksPerFrame = code & 0xFF;
            if (code > 0 && code < 0x8000) {
                division = new Division.TicksPerBeat(code);
            } else if ((frames == 24 || frames == 25 || frames == 29 || frames == 30) && ticksPerFrame > 0) {
                division = new Division.Smpte(frames, ticksPerFrame);
            } else {
                log.add(Kind.UNUSABLE_DIVISION, headerStart + 12, -1, code);
            }
        }

        private void readChunks() {
            int at = headerEnd;
            int room = (end - at) / TrackReader.BYTES_OF_USUAL_EVENT;
            while (at + 8 <= end) {
                if (Bytes.signedInt(bytes, at) == MTRK && tracks.size() < MOST_TRACKS) {
                    TrackReader reader = new TrackReader(bytes, at, end, tracks.size(), room, log);
                    MidiTrack track = reader.read();
                    room = Math.max(0, room - reader.reserved());
                    segments.add(new Segment(at, track.chunkEnd(), tracks.size()));
                    tracks.add(track);
                    at = track.chunkEnd();
                } else if (Bytes.looksLikeChunk(bytes, at, end)) {
                    int next = (int) Math.min(end, at + 8 + Bytes.unsignedInt(bytes, at + 4));
                    segments.add(new Segment(at, next, -1));
                    at = next;
                } else {
                    int next = Bytes.indexOf(bytes, at + 1, end, MTRK);
                    if (next < 0) {
                        next = end;
                    }
                    log.add(Kind.NOT_A_CHUNK, at, -1, next - at);
                    at = next;
                }
            }
            if (at < end) {
                log.add(Kind.TRAILING_BYTES, at, -1, end - at);
            }
        }

        private void compareTrackCount() {
            int found = tracks.size();
            if (found < announced) {
                log.add(Kind.FEWER_TRACKS, headerStart + 10, -1, announced - found);
            } else if (found > announced) {
                log.add(Kind.MORE_TRACKS, headerStart + 10, -1, found - announced);
            }
        }
    }
}
