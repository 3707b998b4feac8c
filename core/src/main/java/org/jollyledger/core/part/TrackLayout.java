package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.midi.MidiEdit;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;

/** How the hits of a part are spread over the tracks of its file. */
public enum TrackLayout implements Coded {
    /** As they are. */
    AS_IT_IS("as it is"),
    /** A track for each kit piece. */
    PIECES("a track for each kit piece"),
    /** A track for each line of the map. */
    LINES("a track for each line"),
    /** A track for each output that lines of the map name. */
    OUTPUTS("a track for each output"),
    /** One track with all hits. */
    ONE("all hits in one track");

    private static final int TRACK_NAME = 0x03;
    private static final String NOT_ON_THE_MAP = "Not on the map";
    private static final String NO_OUTPUT = "No output named";
    private static final String ALL = "Drums";

    /** A message of a hit, with its place in the file it comes from. */
    private record Message(int track, int event) {}

    private final String words;

    TrackLayout(String words) {
        this.words = words;
    }

    /** {@return the layout in words} */
    public String words() {
        return words;
    }

    /**
     * Reads a code.
     *
     * @return the layout
     * @throws IllegalArgumentException when there is no such layout
     */
    public static TrackLayout parse(String code) {
        return Codes.parse(TrackLayout.class, "track layout", code);
    }

    /**
     * Spreads the hits of a part. New tracks are behind those of the file, in the order of the map, with their names;
     * a file of format 0 becomes one of format 1. Key pressure goes with its hits; everything else stays where it is,
     * byte for byte.
     *
     * @param map names the tracks
     * @return the bytes of the file
     * @throws IllegalArgumentException when the tracks of the file are pieces of their own (format 2)
     */
    public byte[] arrange(Part part, NoteMap map) {
        if (this == AS_IT_IS || part.hitCount() == 0) {
            return part.file().toBytes();
        }
        if (part.file().format() == 2) {
            throw new IllegalArgumentException(
                    "The tracks of this file are pieces of their own (format 2), so their hits cannot change tracks;"
                            + " take the file as it is.");
        }
        Map<String, List<Integer>> hitsByTrack = spread(part, map);
        if (hitsByTrack.size() == 1 && isInOneTrack(part)) {
            return part.file().toBytes();
        }
        MidiEdit edit = part.file().edit();
        MidiFileBuilder added = MidiFile.builder(1, part.file().division());
        hitsByTrack.forEach((name, hits) -> move(part, name, hits, edit, added));
        try {
            edit.append(MidiFile.read(added.build(0)));
        } catch (MidiFormatException e) {
            throw new IllegalStateException(e);
        }
        return edit.toBytes();
    }

    private Map<String, List<Integer>> spread(Part part, NoteMap map) {
        Map<String, List<Integer>> hitsByTrack = new LinkedHashMap<>();
        map.firstLines().forEach(line -> hitsByTrack.put(trackOf(Optional.of(line)), new ArrayList<>()));
        for (int hit : part.hitsInTime()) {
            String track = trackOf(map.lineAt(Note.of(part.note(hit))));
            hitsByTrack.computeIfAbsent(track, any -> new ArrayList<>()).add(hit);
        }
        hitsByTrack.values().removeIf(List::isEmpty);
        return hitsByTrack;
    }

    private String trackOf(Optional<Line> line) {
        if (this == ONE) {
            return ALL;
        }
        return line.map(this::trackOf).orElse(NOT_ON_THE_MAP);
    }

    private String trackOf(Line line) {
        return switch (this) {
            case LINES -> line.name();
            case OUTPUTS -> line.output().orElse(NO_OUTPUT);
            default -> pieceName(line);
        };
    }

    private static String pieceName(Line line) {
        String words = line.sound().pieceWords();
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }

    private static boolean isInOneTrack(Part part) {
        return part.track(0) == part.track(part.hitCount() - 1);
    }

    private static void move(Part part, String name, List<Integer> hits, MidiEdit edit, MidiFileBuilder added) {
        List<Message> messages = new ArrayList<>();
        for (int hit : hits) {
            messages.add(new Message(part.track(hit), part.onEvent(hit)));
            if (!part.hangs(hit)) {
                messages.add(new Message(part.track(hit), part.endEvent(hit)));
            }
            for (int pressure : part.pressuresOf(hit)) {
                messages.add(new Message(part.pressureTrack(pressure), part.pressureEvent(pressure)));
            }
        }
        List<MidiTrack> tracks = part.file().tracks();
        messages.sort(Comparator.comparingLong(
                        (Message message) -> tracks.get(message.track).tick(message.event))
                .thenComparingInt(Message::track)
                .thenComparingInt(Message::event));
        added.track().meta(0, TRACK_NAME, name.getBytes(java.nio.charset.StandardCharsets.UTF_8));
        for (Message message : messages) {
            MidiTrack track = tracks.get(message.track);
            int event = message.event;
            edit.remove(message.track, event);
            added.message(
                    track.tick(event),
                    track.command(event),
                    track.channel(event),
                    track.data1(event),
                    track.data2(event));
        }
    }
}
