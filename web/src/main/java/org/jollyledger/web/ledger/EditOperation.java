package org.jollyledger.web.ledger;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.notemap.FreeNotes;
import org.jollyledger.core.notemap.KitOrder;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapEdits;
import org.jollyledger.core.notemap.MapEdits.WhenTaken;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;

/** What the editor can do, each by the name it has in requests. A refusal is an IllegalArgumentException with a sentence. */
enum EditOperation implements Coded {
    NOTE(EditOperation::setNote),
    STEP(EditOperation::step),
    NAME(EditOperation::rename),
    SHORT((map, request) -> changeLine(
            map, request, line -> line.withShortName(request.text()), "short name “" + request.text() + "”,")),
    REMARK((map, request) -> changeLine(map, request, line -> line.withRemark(request.text()), "remark")),
    GROUP((map, request) -> changeLine(
            map,
            request,
            line -> line.withChokeGroup(Optional.of(request.text()).filter(text -> !text.isEmpty())),
            "choke group")),
    OUTPUT((map, request) -> {
        List<Integer> lines = some(map, request);
        Optional<String> output = Optional.of(request.text().strip()).filter(text -> !text.isEmpty());
        return new Change(
                MapEdits.change(map, lines, line -> line.withOutput(output)),
                words(map, lines)
                        + output.map(mixer -> (lines.size() == 1 ? " leaves" : " leave") + " by “" + mixer + "”")
                                .orElse(lines.size() == 1 ? " names no output" : " name no output"),
                request.chosen());
    }),
    SOUND(EditOperation::setSound),
    MOVE(EditOperation::move),
    FAMILY(EditOperation::setFamily),
    CLEAR((map, request) -> {
        List<Integer> lines = some(map, request);
        return new Change(MapEdits.clearNotes(map, lines), "Cleared the notes of " + words(map, lines), lines);
    }),
    REMOVE((map, request) -> {
        List<Integer> lines = some(map, request);
        return new Change(MapEdits.remove(map, lines), "Deleted " + words(map, lines), List.of());
    }),
    SORT(EditOperation::sort),
    ADD(EditOperation::add),
    PROPERTY(EditOperation::setProperty);

    /**
     * What a change makes of a map.
     *
     * @param map the map after it
     * @param summary what was done, in words
     * @param chosen the lines that are chosen after it
     */
    record Change(NoteMap map, String summary, List<Integer> chosen) {}

    /** Makes a change. */
    private interface Maker {
        Change make(NoteMap map, EditRequest request);
    }

    private static final String NEW_NAME = "New line";

    private final Maker maker;

    EditOperation(Maker maker) {
        this.maker = maker;
    }

    static EditOperation parse(String code) {
        return Codes.find(EditOperation.class, code)
                .orElseThrow(() -> new IllegalArgumentException(
                        "There is no change \"" + code + "\"; reload the page and try again."));
    }

    Change make(NoteMap map, EditRequest request) {
        return maker.make(map, request);
    }

    private static int at(NoteMap map, EditRequest request) {
        Integer at = request.at();
        if (at == null || at < 0 || at >= map.lines().size()) {
            throw new IllegalArgumentException("That line is gone; reload the page.");
        }
        return at;
    }

    /** The chosen lines, or the one it is about. */
    private static List<Integer> some(NoteMap map, EditRequest request) {
        List<Integer> chosen = request.chosen().stream()
                .filter(line -> line >= 0 && line < map.lines().size())
                .toList();
        if (!chosen.isEmpty()) {
            return chosen;
        }
        if (request.at() == null) {
            throw new IllegalArgumentException("No lines are selected; select one or more first.");
        }
        return List.of(at(map, request));
    }

    private static String words(NoteMap map, List<Integer> lines) {
        return lines.size() == 1 ? "“" + map.lines().get(lines.get(0)).name() + "”" : lines.size() + " lines";
    }

    private static Change changeLine(NoteMap map, EditRequest request, Function<Line, Line> how, String what) {
        int at = at(map, request);
        NoteMap after = MapEdits.change(map, List.of(at), how::apply);
        return new Change(after, "“" + map.lines().get(at).name() + "”: " + what + " changed", request.chosen());
    }

    /** A short name and a sound that were made of the old name follow the new one. */
    private static Change rename(NoteMap map, EditRequest request) {
        int at = at(map, request);
        Line before = map.lines().get(at);
        String name = request.text();
        Line renamed = before.withName(name);
        if (before.shortName().equals(Line.shorten(before.name()))) {
            renamed = renamed.withShortName(Line.shorten(name));
        }
        SoundReading reading = SoundReader.read(name);
        boolean follows = before.name().equals(NEW_NAME)
                || SoundReader.read(before.name()).sound().equals(Optional.of(before.sound()));
        String told = "";
        if (follows && !reading.isUnsure() && !reading.sound().equals(Optional.of(before.sound()))) {
            renamed = renamed.withSound(reading.sound().orElseThrow());
            told = ", read as " + renamed.sound().words();
        }
        Line after = renamed;
        return new Change(
                MapEdits.change(map, List.of(at), line -> after),
                "“" + before.name() + "” is now “" + name + "”" + told,
                request.chosen());
    }

    /** Reads what is typed for a note: a number, a name in the map's convention, or both; empty for none. */
    static Optional<Note> readNote(String text, NoteMap map) {
        return readNote(text, map.middleC());
    }

    static Optional<Note> readNote(String text, OctaveConvention convention) {
        String bare = text.contains("·") ? text.substring(0, text.indexOf('·')).strip() : text.strip();
        if (bare.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(bare.matches("\\d{1,9}") ? Note.of(Integer.parseInt(bare)) : Note.parse(bare, convention));
    }

    private static Change setNote(NoteMap map, EditRequest request) {
        int at = at(map, request);
        Line line = map.lines().get(at);
        Optional<Note> note = readNote(request.text(), map);
        if (note.isEmpty()) {
            return new Change(
                    MapEdits.clearNotes(map, List.of(at)), "“" + line.name() + "” has no note", request.chosen());
        }
        String taken = request.taken();
        WhenTaken how = taken == null || taken.isEmpty()
                ? WhenTaken.LAYER
                : Codes.parse(WhenTaken.class, "way to treat the line that has the note", taken);
        NoteMap after = MapEdits.setNote(map, at, note.get(), how);
        return new Change(after, "“" + line.name() + "” is on " + note.get().label(map.middleC()), request.chosen());
    }

    private static Change step(NoteMap map, EditRequest request) {
        List<Integer> lines = some(map, request);
        int semitones = number(request.text());
        String how = semitones % 12 == 0
                ? Counted.of(Math.abs(semitones / 12), "octave")
                : Counted.of(Math.abs(semitones), "semitone");
        return new Change(
                MapEdits.shift(map, lines, semitones),
                "Moved " + words(map, lines) + " " + how + (semitones < 0 ? " down" : " up"),
                request.chosen());
    }

    static int number(String text) {
        if (!text.matches("[+-]?\\d{1,4}")) {
            throw new IllegalArgumentException("\"" + text + "\" is not a whole number.");
        }
        return Integer.parseInt(text);
    }

    private static Change setSound(NoteMap map, EditRequest request) {
        Sound sound = readSound(request.text());
        List<Integer> lines = request.at() == null ? some(map, request) : List.of(at(map, request));
        return new Change(
                MapEdits.change(map, lines, line -> line.withSound(sound)),
                words(map, lines) + " stands for " + sound.words(),
                request.chosen());
    }

    /** Reads a sound's code or its words, or whatever the trade calls it. */
    static Sound readSound(String text) {
        if (text.contains(".") && !text.contains(" ")) {
            return Sound.parse(text);
        }
        SoundReading reading = SoundReader.read(text);
        return reading.sound()
                .orElseThrow(() -> new IllegalArgumentException("There is no sound called \"" + text
                        + "\"; write it like “snare rim shot” or “HH half open”."));
    }

    private static Change move(NoteMap map, EditRequest request) {
        List<Integer> lines = some(map, request);
        int steps = number(request.text());
        NoteMap after = MapEdits.moveRows(map, lines, steps);
        int first = Math.max(0, Math.min(lines.get(0) + steps, map.lines().size() - lines.size()));
        return new Change(
                after,
                "Moved " + words(map, lines) + (steps < 0 ? " up" : " down") + "; notes stay",
                request.chosen().isEmpty()
                        ? List.of()
                        : IntStream.range(first, first + lines.size()).boxed().toList());
    }

    private static Change setFamily(NoteMap map, EditRequest request) {
        List<Integer> lines = some(map, request);
        Family family = Family.parse(request.text());
        return new Change(
                MapEdits.setFamily(map, lines, family),
                words(map, lines) + " belong" + (lines.size() == 1 ? "s" : "") + " to " + family.words(),
                request.chosen());
    }

    private static Change sort(NoteMap map, EditRequest request) {
        KitOrder order = KitOrder.parse(request.text());
        return new Change(MapEdits.sort(map, order), "Sorted the lines " + order.words(), List.of());
    }

    /** Adds a line behind the one it is about, or at the end; without a note it takes a free one next to it. */
    private static Change add(NoteMap map, EditRequest request) {
        int behind = request.at() == null ? map.lines().size() - 1 : at(map, request);
        Optional<Line> above =
                behind < 0 ? Optional.empty() : Optional.of(map.lines().get(behind));
        Sound sound = above.map(Line::sound).orElse(Sound.parse("kick.hit"));
        Optional<Note> note = request.text().isEmpty()
                ? FreeNotes.beside(map, sound, above.flatMap(Line::place)).stream()
                        .findFirst()
                : readNote(request.text(), map);
        Line line = new Line(note, NEW_NAME, NEW_NAME, sound, Optional.empty(), "");
        return new Change(
                MapEdits.insert(map, behind + 1, line),
                "Added a line"
                        + note.map(one -> " on " + one.label(map.middleC())).orElse(""),
                List.of());
    }

    private static Change setProperty(NoteMap map, EditRequest request) {
        MapProperty property = MapProperty.parse(request.fieldName());
        return new Change(property.set(map, request.text()), "Changed the " + property.words(), request.chosen());
    }
}
