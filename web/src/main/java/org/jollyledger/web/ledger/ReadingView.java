package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.exchange.NoteList;
import org.jollyledger.core.exchange.NoteList.Row;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NameRules;
import org.jollyledger.core.notemap.ShortNames;
import org.jollyledger.core.notemap.Texts;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.web.ledger.ListForm.Correction;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jspecify.annotations.Nullable;

/**
 * A list as it was read, with corrections, next to its original.
 *
 * @param rows row by row
 * @param middleC what the list is taken to call note 60
 * @param middleCReason why, in words
 * @param middleCSure whether that is more than a guess
 * @param counted whether the list names no notes
 * @param layout how its records are laid out, in words
 * @param leftOut how many rows became no line
 * @param unexplained the rows that became none though they may be records
 * @param channel the channel that the list names
 * @param remarks what is to be said of the list as a whole
 * @param lines the lines of the map to be
 * @param unsure how many rows are marked
 */
public record ReadingView(
        List<RowView> rows,
        OctaveConvention middleC,
        String middleCReason,
        boolean middleCSure,
        boolean counted,
        String layout,
        int leftOut,
        List<String> unexplained,
        OptionalInt channel,
        List<String> remarks,
        List<Line> lines,
        long unsure) {

    /** Stands where a short name is to be made. */
    private static final String PENDING = "\u2014";

    /** A row; what was read is next to what it is now. */
    public record RowView(
            String key,
            int line,
            String original,
            boolean isLine,
            boolean skipped,
            String why,
            String note,
            String readNote,
            String name,
            String readName,
            String tidied,
            String sound,
            String readSound,
            @Nullable FamilyMark family,
            String reading,
            List<String> doubts) {
        public boolean isUnsure() {
            return isLine && !skipped && !doubts.isEmpty();
        }
    }

    static ReadingView of(NoteList list, ListForm form, NameRules rules) {
        Map<String, Correction> corrections = form.corrections();
        List<String> keys = ListForm.keys(list);
        List<RowView> rows = new ArrayList<>();
        List<Line> lines = new ArrayList<>();
        for (int at = 0; at < keys.size(); at++) {
            Row row = list.rows().get(at);
            Correction correction = corrections.getOrDefault(keys.get(at), Correction.NONE);
            RowView view = view(list, row, keys.get(at), correction, rules);
            if (!row.isUsedElsewhere()) {
                rows.add(view);
            }
            if (view.isLine && !view.skipped) {
                lines.add(line(list, row, view));
            }
        }
        List<String> shortNames = ShortNames.of(lines.stream().map(Line::name).toList());
        List<Line> named = new ArrayList<>();
        for (int at = 0; at < lines.size(); at++) {
            Line line = lines.get(at);
            named.add(line.shortName().equals(PENDING) ? line.withShortName(shortNames.get(at)) : line);
        }
        return new ReadingView(
                rows,
                list.middleC(),
                list.middleCReason(),
                list.middleCSure(),
                list.counted(),
                list.layout(),
                list.leftOut().size(),
                list.unexplained().stream().map(row -> row.original().strip()).toList(),
                list.channel(),
                list.remarks(),
                named,
                rows.stream().filter(RowView::isUnsure).count());
    }

    private static RowView view(NoteList list, Row row, String key, Correction correction, NameRules rules) {
        String readNote = row.number().isPresent()
                ? row.note()
                        .map(note -> note.label(list.middleC()))
                        .orElse(String.valueOf(row.number().getAsInt()))
                : "";
        String readName = row.isLine() ? row.name() : "";
        String readSound = row.sound().map(Sound::words).orElse("");
        String note = or(correction.note(), readNote);
        String name = or(correction.name(), readName);
        boolean isLine = row.isLine() || !name.isBlank() && correction.name() != null;
        List<String> doubts = new ArrayList<>(correction.equals(Correction.NONE) ? row.doubts() : List.of());
        Optional<Sound> sound = row.sound();
        if (correction.sound() != null || isLine && !row.isLine()) {
            try {
                sound = Optional.of(EditOperation.readSound(or(correction.sound(), name)));
            } catch (IllegalArgumentException e) {
                doubts.add(String.valueOf(e.getMessage()));
                sound = Optional.empty();
            }
        }
        if (isLine && note(note, list.middleC()).isEmpty()) {
            String missing = note.isBlank()
                    ? "no note yet"
                    : "“" + note + "” is not a note from 0 to 127; the line is kept without one";
            if (doubts.stream().noneMatch(doubt -> doubt.contains("does not exist"))) {
                doubts.add(missing);
            }
        }
        return new RowView(
                key,
                row.line(),
                row.original(),
                isLine,
                correction.skipped(),
                row.skipped().orElse(""),
                note,
                readNote,
                name,
                readName,
                rules.apply(name),
                correction.sound() != null && sound.isPresent()
                        ? sound.get().words()
                        : or(correction.sound(), readSound),
                readSound,
                sound.map(one -> FamilyMark.of(one.family())).orElse(null),
                row.reading(),
                doubts);
    }

    private static String or(@Nullable String corrected, String read) {
        return corrected == null ? read : corrected;
    }

    private static Optional<Note> note(String text, OctaveConvention convention) {
        try {
            return EditOperation.readNote(text, convention);
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private static Line line(NoteList list, Row row, RowView view) {
        Sound sound = view.sound.isBlank()
                ? NoteList.UNKNOWN_SOUND
                : view.family == null ? NoteList.UNKNOWN_SOUND : soundOf(view, row);
        String name = view.tidied.isBlank() ? row.original() : view.tidied;
        return new Line(
                note(view.note, list.middleC()),
                Texts.cut(name, Line.LONGEST_NAME),
                row.shortName().isBlank() ? PENDING : row.shortName(),
                sound,
                row.chokeGroup(),
                "");
    }

    private static Sound soundOf(RowView view, Row row) {
        return row.sound()
                .filter(read -> read.words().equals(view.sound))
                .orElseGet(() -> EditOperation.readSound(view.sound));
    }

    /** How many lines the map will have, in words. */
    public String count() {
        return Counted.of(lines.size(), "line");
    }
}
