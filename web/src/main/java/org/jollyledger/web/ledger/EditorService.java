package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.FreeNotes;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapEdits;
import org.jollyledger.core.notemap.MapEdits.WhenTaken;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.ledger.EditorView.Choice;
import org.jollyledger.web.ledger.EditorView.Choices;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Makes the changes that the editor asks for, and asks back where there is something to decide. */
@Service
class EditorService {
    private static final int FREE_NOTES_OFFERED = 12;
    private static final String FREE = "free";
    private static final String STRIP = "strip";

    /** What came of a request: a line about what happened, what is chosen, what is to be decided. */
    record Outcome(
            String message, List<Integer> chosen, @Nullable Choices choices) {}

    private final LedgerService ledger;

    EditorService(LedgerService ledger) {
        this.ledger = ledger;
    }

    Outcome edit(String slug, EditRequest request) {
        NoteMap map = ledger.get(slug).map();
        Optional<Choices> choices = Refusal.unlessValid(() -> choices(map, request));
        if (choices.isPresent()) {
            return new Outcome("", request.chosen(), choices.get());
        }
        EditOperation.Change change =
                Refusal.unlessValid(() -> EditOperation.parse(request.op()).make(map, request));
        ledger.change(slug, request.base(), change.summary(), before -> change.map());
        String doubled = doubled(map, change.map());
        return new Outcome(
                change.map().equals(map) ? "Nothing changed." : change.summary() + "." + doubled,
                change.chosen(),
                null);
    }

    /** Says when a change of many lines made notes that are taken twice. */
    private static String doubled(NoteMap before, NoteMap after) {
        int was = before.sharedNotes().size();
        int is = after.sharedNotes().size();
        return is > was ? " Notes used more than once: " + is + "." : "";
    }

    private static Optional<Choices> choices(NoteMap map, EditRequest request) {
        return switch (request.op()) {
            case FREE -> Optional.of(freeNotes(map, request));
            case STRIP -> Optional.of(cell(map, request));
            case "note" -> taken(map, request);
            default -> Optional.empty();
        };
    }

    private static int line(NoteMap map, @Nullable Integer at) {
        if (at == null || at < 0 || at >= map.lines().size()) {
            throw new IllegalArgumentException("Select a line first, to find free notes near it.");
        }
        return at;
    }

    private static Choices freeNotes(NoteMap map, EditRequest request) {
        int at = line(
                map,
                request.chosen().isEmpty() ? request.at() : request.chosen().get(0));
        Line line = map.lines().get(at);
        List<Choice> ways = Stream.concat(
                        FreeNotes.beside(map, line.sound(), line.place()).stream(),
                        FreeNotes.beside(map, line.sound(), Optional.empty()).stream()
                                .limit(FREE_NOTES_OFFERED / 2))
                .distinct()
                .limit(FREE_NOTES_OFFERED)
                .map(note -> new Choice(note.label(map.middleC()), "note", at, String.valueOf(note.number()), ""))
                .toList();
        return new Choices(ways.isEmpty() ? "No note is free." : "Free notes near “" + line.name() + "”:", ways);
    }

    /** What can be done with a cell of the strip. */
    private static Choices cell(NoteMap map, EditRequest request) {
        Note note = EditOperation.readNote(request.text(), map)
                .orElseThrow(() -> new IllegalArgumentException("Choose a cell of the strip."));
        String number = String.valueOf(note.number());
        String label = note.label(map.middleC());
        List<Choice> ways = new ArrayList<>();
        List<Line> there = map.linesAt(note);
        Integer at =
                request.chosen().isEmpty() ? request.at() : request.chosen().get(0);
        if (at != null && at >= 0 && at < map.lines().size()) {
            ways.add(new Choice("Assign it to “" + map.lines().get(at).name() + "”", "note", at, number, ""));
        }
        if (there.isEmpty()) {
            int behind = at == null ? map.lines().size() - 1 : at;
            ways.add(new Choice("Add a line here", "add", Math.max(0, behind), number, ""));
        }
        if (note.number() > Note.LOWEST) {
            ways.add(new Choice("‹ one lower", STRIP, at == null ? -1 : at, String.valueOf(note.number() - 1), ""));
        }
        if (note.number() < Note.HIGHEST) {
            ways.add(new Choice("higher ›", STRIP, at == null ? -1 : at, String.valueOf(note.number() + 1), ""));
        }
        String who = there.isEmpty()
                ? " is free."
                : " plays "
                        + String.join(
                                " and ",
                                there.stream()
                                        .map(line -> "“" + line.name() + "”")
                                        .toList()) + ".";
        return new Choices(label + who, ways);
    }

    /** What to do about the lines that have the note already, unless that is said. */
    private static Optional<Choices> taken(NoteMap map, EditRequest request) {
        Optional<Note> note = EditOperation.readNote(request.text(), map);
        int at = line(map, request.at());
        if (request.taken() != null && !request.taken().isEmpty() || note.isEmpty()) {
            return Optional.empty();
        }
        List<Integer> others = MapEdits.takenBy(map, at, note.get());
        Line line = map.lines().get(at);
        if (others.isEmpty() || line.place().equals(note)) {
            return Optional.empty();
        }
        String value = String.valueOf(note.get().number());
        String other = "“" + map.lines().get(others.get(0)).name() + "”";
        List<Choice> ways = new ArrayList<>();
        if (line.hasNote()) {
            ways.add(new Choice(
                    "Swap: " + other + " takes " + line.note().label(map.middleC()),
                    "note",
                    at,
                    value,
                    WhenTaken.SWAP.code()));
        }
        ways.add(new Choice("Move " + other + " to a free note", "note", at, value, WhenTaken.MOVE_OTHER.code()));
        ways.add(new Choice("Layer both", "note", at, value, WhenTaken.LAYER.code()));
        return Optional.of(new Choices(note.get().label(map.middleC()) + " is taken by " + other + ".", ways));
    }
}
