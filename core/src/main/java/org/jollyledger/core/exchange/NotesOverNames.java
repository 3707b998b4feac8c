package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** A table that lies on its side: a line of notes over a line of names, or under it. */
final class NotesOverNames {
    private static final int FEWEST = 3;
    private static final double SHARE_WANTED = 0.7;
    private static final Pattern APART = Pattern.compile("\\s*[\\t|;]\\s*|\\s{2,}|\\s*,\\s*");
    private static final Pattern EDGES = Pattern.compile("^[\\s|]+|(?<![\\s|])[\\s|]+$");

    private NotesOverNames() {}

    static Optional<ListLayout> of(List<String> lines) {
        List<ListLine> all = new ArrayList<>();
        boolean any = false;
        for (int at = 0; at < lines.size(); at++) {
            List<String> cells = cells(lines.get(at));
            List<String> next = at + 1 < lines.size() ? cells(lines.get(at + 1)) : List.of();
            List<ListLine> records = records(at + 1, lines.get(at), cells, next);
            if (records.isEmpty()) {
                all.add(ListLine.of(at + 1, lines.get(at), Optional.empty(), lines.get(at)));
                continue;
            }
            any = true;
            // Names and numbers of the notes may have a row each.
            if (at > 0
                    && isRowOfNotes(cells(lines.get(at - 1)), cells.size())
                    && all.get(all.size() - 1).number() == at) {
                all.set(all.size() - 1, ListLine.elsewhere(at, lines.get(at - 1)));
            }
            all.addAll(records);
            at++;
            all.add(ListLine.elsewhere(at + 1, lines.get(at)));
            if (at + 1 < lines.size() && notes(cells) == 0 && isRowOfNotes(cells(lines.get(at + 1)), cells.size())) {
                at++;
                all.add(ListLine.elsewhere(at + 1, lines.get(at)));
            }
        }
        return any ? Optional.of(new ListLayout("a row of notes and a row of names", all)) : Optional.empty();
    }

    private static boolean isRowOfNotes(List<String> cells, int size) {
        return cells.size() == size && notes(cells) >= Math.max(FEWEST, SHARE_WANTED * size);
    }

    private static List<String> cells(String line) {
        return Arrays.asList(APART.split(EDGES.matcher(line).replaceAll(""), -1));
    }

    /** The records of two lines; none where they are no such rows. */
    private static List<ListLine> records(int number, String line, List<String> upper, List<String> lower) {
        if (upper.size() != lower.size() || upper.size() < FEWEST) {
            return List.of();
        }
        boolean notesAbove = notes(upper) >= notes(lower);
        List<String> notes = notesAbove ? upper : lower;
        List<String> names = notesAbove ? lower : upper;
        if (notes(notes) < Math.max(FEWEST, SHARE_WANTED * notes.size()) || notes(names) > 0) {
            return List.of();
        }
        return IntStream.range(0, notes.size())
                .boxed()
                .filter(at -> ListLine.hasLetters(names.get(at)))
                .flatMap(at -> NoteText.of(notes.get(at)).stream()
                        .map(note -> ListLine.of(number, line, Optional.of(note), names.get(at))))
                .toList();
    }

    private static long notes(List<String> cells) {
        return cells.stream().filter(cell -> NoteText.of(cell).isPresent()).count();
    }
}
