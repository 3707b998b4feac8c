package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.SoundReader;

/**
 * Records that follow one another in a line: side by side in the columns of a page, or one after another with commas, semicolons
 * or upright strokes, and prose around them. Each has its note before its name, or behind it.
 */
final class RunningRecords {
    private static final String PITCH = "(?<![\\w#])[A-Ga-g](?:#|b)?-?\\d(?!\\w)";
    private static final String BESIDE = "\\s?[\\s(\\[/|:,=-]\\s?\\(?";
    private static final Pattern REFERENCE = Pattern.compile("(?:" + NoteText.NUMBER + "(?:" + BESIDE + PITCH
            + "[)\\]]?)?|" + PITCH + "(?:" + BESIDE + NoteText.NUMBER + "[)\\]]?)?)");
    /** Units and the like, before which a number is no note. */
    private static final Pattern NO_NOTE =
            Pattern.compile("^(?:\\s?(?:\"|''|″|'|in\\b|inch|mm\\b|cm\\b|%|ms\\b|bpm\\b|st\\b|nd\\b|rd\\b|th\\b))");

    private static final Pattern BARELY_APART = Pattern.compile("[\\s:=(\\[-]*");
    private static final Pattern SENTENCE_END = Pattern.compile("[.!?]\\s+\\p{Lu}|[.!?]$");
    private static final Pattern EDGES = Pattern.compile("^[\\s,;|:=>/_.\\])}-]+|[\\s,;|:=>/_\\[({-]+$");
    private static final Pattern GAP = Pattern.compile("\\S(?:\\s{3,}|\\s*\\t\\s*)(?=\\S)");
    private static final int FEWEST_TO_SHOW = 2;
    private static final Pattern AROUND_A_NOTE = Pattern.compile("[()\\[\\]|=:]");
    private static final int MOST_IN_A_LINE = 400;

    private final boolean noteFirst;
    private final boolean smallNotes;

    private RunningRecords(boolean noteFirst, boolean smallNotes) {
        this.noteFirst = noteFirst;
        this.smallNotes = smallNotes;
    }

    /** Every way to read lines so. */
    static List<ListLayout> of(List<String> lines) {
        List<ListLayout> layouts = new ArrayList<>();
        List<List<Reference>> references =
                lines.stream().map(RunningRecords::references).toList();
        for (boolean smallNotes : new boolean[] {false, true}) {
            layouts.add(new RunningRecords(true, smallNotes).read(lines, references));
            layouts.add(new RunningRecords(false, smallNotes).read(lines, references));
        }
        return layouts;
    }

    private ListLayout read(List<String> lines, List<List<Reference>> references) {
        List<ListLine> records = new ArrayList<>();
        List<List<ListLine>> block = new ArrayList<>();
        for (int at = 0; at < lines.size(); at++) {
            String line = lines.get(at);
            RunningRecords way = wayOf(line, references.get(at));
            List<ListLine> inLine = way.records(at + 1, line, way.notes(line, references.get(at)));
            boolean sideBySide =
                    inLine.size() > 1 && GAP.matcher(line.strip()).results().count() >= inLine.size() - 1;
            if (!sideBySide && !(inLine.size() == 1 && inLine.get(0).hasNoteAndName() && !block.isEmpty())) {
                records.addAll(downwards(block));
                block.clear();
                records.addAll(inLine);
            } else {
                block.add(inLine);
            }
        }
        records.addAll(downwards(block));
        return new ListLayout(
                noteFirst
                        ? "several records in a line, each with its note before its name"
                        : "several records in a line, each with its note behind its name",
                records);
    }

    /** Where a table goes the other way than the rest of a page, each of its lines shows it at both ends. */
    private RunningRecords wayOf(String line, List<Reference> found) {
        RunningRecords other = new RunningRecords(!noteFirst, smallNotes);
        return other.fits(line, found) && !fits(line, found) ? other : this;
    }

    /** Whether a line of several records begins and ends as this way has it. */
    private boolean fits(String line, List<Reference> found) {
        List<Reference> notes = notes(line, found);
        if (notes.size() < FEWEST_TO_SHOW) {
            return false;
        }
        String before = line.substring(0, notes.get(0).from);
        String behind = line.substring(notes.get(notes.size() - 1).to);
        String outside = noteFirst ? before : behind;
        String name = name(noteFirst ? behind : before);
        return !ListLine.hasLetters(outside) && SoundReader.read(name).sound().isPresent();
    }

    /** Records side by side are read down their columns, as they are printed; a short line ends the last of them. */
    private static List<ListLine> downwards(List<List<ListLine>> lines) {
        int columns = lines.stream().mapToInt(List::size).max().orElse(0);
        return IntStream.range(0, columns)
                .boxed()
                .flatMap(column ->
                        lines.stream().filter(line -> column < line.size()).map(line -> line.get(column)))
                .toList();
    }

    private record Reference(int from, int to, NoteText note) {}

    private List<ListLine> records(int number, String line, List<Reference> references) {
        List<ListLine> records = new ArrayList<>();
        for (int at = 0; at < references.size(); at++) {
            Reference reference = references.get(at);
            int begin = noteFirst ? reference.to : at == 0 ? 0 : references.get(at - 1).to;
            int end = noteFirst
                    ? at + 1 < references.size() ? references.get(at + 1).from : line.length()
                    : reference.from;
            String name = name(line.substring(begin, end));
            if (ListLine.hasLetters(name) && name.length() <= Line.LONGEST_NAME) {
                records.add(ListLine.of(number, line, Optional.of(reference.note), name));
            }
        }
        return records.isEmpty() || records.size() > MOST_IN_A_LINE
                ? List.of(ListLine.of(number, line, Optional.empty(), line))
                : records;
    }

    /** What stands between two notes, without what only holds them apart and without the prose around. */
    private String name(String between) {
        String name = between;
        Matcher end = SENTENCE_END.matcher(name);
        if (noteFirst && end.find()) {
            name = name.substring(0, end.start());
        } else if (!noteFirst) {
            while (end.find()) {
                name = between.substring(Math.min(between.length(), end.start() + 1));
            }
            int colon = name.lastIndexOf(": ");
            name = colon > 0 ? name.substring(colon + 1) : name;
        }
        String before;
        do {
            before = name;
            name = EDGES.matcher(name).replaceAll("");
        } while (!name.equals(before));
        return LineTemplate.tidy(name);
    }

    /** What may be a note of a line, in its order. */
    private static List<Reference> references(String line) {
        List<Reference> found = new ArrayList<>();
        Matcher matcher = REFERENCE.matcher(line);
        while (matcher.find()) {
            Optional<NoteText> note =
                    NoteText.of(AROUND_A_NOTE.matcher(matcher.group()).replaceAll(" "));
            boolean unit = NO_NOTE.matcher(line)
                    .region(matcher.end(), line.length())
                    .useTransparentBounds(true)
                    .lookingAt();
            if (note.isPresent() && !unit) {
                found.add(new Reference(matcher.start(), matcher.end(), note.get()));
            }
        }
        return found;
    }

    private List<Reference> notes(String line, List<Reference> found) {
        List<Reference> notes = new ArrayList<>();
        for (int at = 0; at < found.size(); at++) {
            if (!countsInAName(line, found, at)) {
                notes.add(found.get(at));
            }
        }
        return notes;
    }

    static boolean isBehindAWord(String line, int at) {
        int before = at > 0 && line.charAt(at - 1) == ' ' ? at - 2 : at - 1;
        return before >= 0
                && (Character.isLetter(line.charAt(before))
                        || before > 0
                                && ".'-".indexOf(line.charAt(before)) >= 0
                                && Character.isLetter(line.charAt(before - 1)));
    }

    /** A small number behind a word counts drums, as in "Tom 1". */
    private boolean countsInAName(String line, List<Reference> found, int at) {
        Reference reference = found.get(at);
        boolean small = reference.note.pitches().isEmpty()
                && ListLayout.isSmall(reference.note.numbers().get(0));
        boolean behindAWord = isBehindAWord(line, reference.from);
        if (!small || !behindAWord) {
            return false;
        }
        boolean anotherFollows = at + 1 < found.size()
                && BARELY_APART
                        .matcher(line.substring(reference.to, found.get(at + 1).from))
                        .matches();
        return noteFirst || anotherFollows || !smallNotes;
    }
}
