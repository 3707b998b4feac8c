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
    private static final Pattern NUMBER_FOLLOWS = Pattern.compile("\\s?/\\s?\\d");
    private static final Pattern AROUND_A_NOTE = Pattern.compile("[()\\[\\]|=:]");
    private static final Pattern JOINED =
            Pattern.compile("(?i)\\s*(?:,|/|&|\\+|,?\\s(?:and|or|und|oder|et|ou|y|e)\\s)\\s*");
    private static final Pattern SENTENCES = Pattern.compile("(?<=[\\p{L}\\d)][.!?])\\s+(?=\\p{Lu})");
    private static final Pattern HEAD_AND_NAME = Pattern.compile("[\\s,;.|]*(\\p{L}[\\p{L}\\d -]*):\\s+(.*)");
    private static final Pattern HEAD = Pattern.compile("\\s*[\\p{L}][\\p{L}\\d -]*:\\s*");
    private static final Pattern IN_BRACKETS = Pattern.compile("\\s?\\(([^()\\d]*\\p{L}[^()\\d]*)\\)");
    /** As in "the snare is on 38"; snares that are on are a sound. */
    private static final Pattern LEADS_TO_A_NOTE = Pattern.compile(
            "(?iu)(?:(?<!snares|wires)\\s(?:on|at|is|are|to|lives?|sits?|plays?|goes|auf|ist|sind|liegt|est|sur|sont|en|es|su)|(?<!ghost|grace)[\\s,;:(]+(?:midi|notes?|keys?|number|taste|nota)[\\s:]*)+$");

    private static final Pattern BEGINS_A_CLAUSE = Pattern.compile(
            "(?iu)^(?:(?:and|or|then|with|the|its|my|your|und|dann|mit|die|der|das|et|puis|les?|y|con|los|las|il|el)\\s+)+(?=\\p{L}{2})");
    private static final int MOST_OF_ONE_NAME = 16;
    /** A name stands next to its note, whatever else is between it and the next one. */
    private static final int LONGEST_BETWEEN = 1_000;

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
        List<Stretch> whole = IntStream.range(0, lines.size())
                .mapToObj(at -> Stretch.of(at + 1, lines.get(at)))
                .toList();
        List<Stretch> sentences = whole.stream()
                .flatMap(line -> SENTENCES
                        .splitAsStream(line.text)
                        .map(sentence ->
                                sentence.length() == line.text.length() ? line : Stretch.of(line.line, sentence)))
                .toList();
        for (boolean smallNotes : new boolean[] {false, true}) {
            for (boolean noteFirst : new boolean[] {true, false}) {
                RunningRecords way = new RunningRecords(noteFirst, smallNotes);
                layouts.add(way.read(whole));
                if (sentences.size() > whole.size()) {
                    layouts.add(way.read(sentences));
                }
            }
        }
        return layouts;
    }

    /** A line, or a sentence of it, with what may be a note in it. */
    private record Stretch(int line, String text, List<Reference> found) {
        static Stretch of(int line, String text) {
            return new Stretch(line, text, references(text));
        }
    }

    private ListLayout read(List<Stretch> stretches) {
        List<ListLine> records = new ArrayList<>();
        List<List<ListLine>> block = new ArrayList<>();
        int likeThis = 0;
        for (Stretch stretch : stretches) {
            RunningRecords way = wayOf(stretch.text, stretch.found);
            likeThis += stretch.found.isEmpty() ? 0 : way == this ? 1 : -1;
            List<ListLine> inLine = way.records(stretch.line, stretch.text, way.notes(stretch.text, stretch.found));
            boolean sideBySide = inLine.size() > 1
                    && GAP.matcher(stretch.text.strip()).results().count() >= inLine.size() - 1;
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
                noteFirst == likeThis >= 0
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
        String outside = noteFirst && isHead(before) ? "" : noteFirst ? before : behind;
        String name = name(noteFirst ? behind : before);
        return !ListLine.hasLetters(outside) && SoundReader.read(name).sound().isPresent();
    }

    /** Such as "Hats:" in front of notes. */
    private static boolean isHead(String before) {
        return HEAD.matcher(before).matches()
                && SoundReader.read(before).sound().isPresent();
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

    private record Reference(int from, int to, NoteText note) {
        /** Whether only "and" or a comma is between two notes. */
        boolean sharesItsName(Reference next, String line) {
            return note.numbers().size() + note.pitches().size() < MOST_OF_ONE_NAME
                    && JOINED.matcher(line.substring(to, next.from)).matches()
                    && note.numbers().isEmpty() == next.note.numbers().isEmpty()
                    && note.pitches().isEmpty() == next.note.pitches().isEmpty()
                    && next.note.numbers().stream().noneMatch(ListLayout::isSmall);
        }

        Reference and(Reference next) {
            return new Reference(from, next.to, note.and(next.note));
        }
    }

    private List<ListLine> records(int number, String line, List<Reference> references) {
        List<ListLine> records = new ArrayList<>();
        String head = references.isEmpty() ? "" : line.substring(0, references.get(0).from);
        if (noteFirst && references.size() > 1 && isHead(head)) {
            records.add(ListLine.of(number, line, Optional.empty(), head.strip()));
        }
        int behind = 0;
        for (int at = 0; at < references.size(); at++) {
            Reference reference = references.get(at);
            int begin = noteFirst ? reference.to : behind;
            headInside(number, line, behind, reference).ifPresent(records::add);
            int end = noteFirst
                    ? at + 1 < references.size() ? references.get(at + 1).from : line.length()
                    : reference.from;
            String name = name(line.substring(begin, end));
            behind = reference.to;
            Matcher more = IN_BRACKETS.matcher(line).region(behind, line.length());
            if (!noteFirst && more.lookingAt()) {
                name = BEGINS_A_CLAUSE
                        .matcher(name + " " + more.group(1).strip())
                        .replaceFirst("")
                        .strip();
                behind = more.end();
            }
            if (ListLine.hasLetters(name) && name.length() <= Line.LONGEST_NAME) {
                records.add(ListLine.of(number, line, Optional.of(reference.note), name));
            }
        }
        return records.isEmpty() || records.size() > MOST_IN_A_LINE
                ? List.of(ListLine.of(number, line, Optional.empty(), line))
                : records;
    }

    /** A heading in a line, as "Snare:" is in "HH: closed 42; Snare: center 38, rim 40". */
    private Optional<ListLine> headInside(int number, String line, int behind, Reference reference) {
        if (noteFirst) {
            return Optional.empty();
        }
        Matcher head = HEAD_AND_NAME.matcher(line.substring(behind, reference.from));
        if (!head.matches() || !SoundReader.read(head.group(1)).pieceNamed()) {
            return Optional.empty();
        }
        String name = name(head.group(2));
        return ListLine.hasLetters(name) && !SoundReader.read(name).pieceNamed()
                ? Optional.of(ListLine.of(number, line, Optional.empty(), head.group(1)))
                : Optional.empty();
    }

    /** What stands between two notes, without what only holds them apart and without the prose around. */
    private String name(String text) {
        int length = Math.min(text.length(), LONGEST_BETWEEN);
        String between = noteFirst ? text.substring(0, length) : text.substring(text.length() - length);
        String name = between;
        Matcher end = SENTENCE_END.matcher(name);
        if (noteFirst && end.find()) {
            name = name.substring(0, end.start());
        } else if (!noteFirst) {
            while (end.find()) {
                name = between.substring(Math.min(between.length(), end.start() + 1));
            }
            String inside = EDGES.matcher(name).replaceAll("");
            int colon = inside.lastIndexOf(": ");
            name = colon > 0 ? inside.substring(colon + 1) : name;
        }
        String before;
        do {
            before = name;
            name = EDGES.matcher(name).replaceAll("");
        } while (!name.equals(before));
        String tidy = LineTemplate.tidy(name);
        if (noteFirst || tidy.length() > Line.LONGEST_NAME) {
            return tidy;
        }
        String bare = LEADS_TO_A_NOTE.matcher(tidy).replaceFirst("");
        return BEGINS_A_CLAUSE.matcher(bare).replaceFirst("");
    }

    /** What may be a note of a line, in its order. */
    private static List<Reference> references(String line) {
        List<Reference> found = new ArrayList<>();
        Matcher matcher = REFERENCE.matcher(line);
        int from = 0;
        while (matcher.find(from)) {
            Optional<NoteText> note =
                    NoteText.of(AROUND_A_NOTE.matcher(matcher.group()).replaceAll(" "));
            if (note.isPresent() && countsBeforeAPitch(note.get(), line, matcher)) {
                from = matcher.start()
                        + String.valueOf(note.get().numbers().get(0)).length();
                continue;
            }
            from = matcher.end();
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

    /** As in "Crash 2 (A#0)", where the number is none of the note. */
    private static boolean countsBeforeAPitch(NoteText note, String line, Matcher found) {
        return !note.numbers().isEmpty()
                && !note.pitches().isEmpty()
                && Character.isDigit(line.charAt(found.start()))
                && ListLayout.isSmall(note.numbers().get(0))
                && isBehindAWord(line, found.start())
                && (note.agreement().isEmpty()
                        || NUMBER_FOLLOWS
                                .matcher(line)
                                .region(found.end(), line.length())
                                .lookingAt());
    }

    private List<Reference> notes(String line, List<Reference> found) {
        List<Reference> notes = new ArrayList<>();
        for (int at = 0; at < found.size(); at++) {
            if (countsInAName(line, found, at)) {
                continue;
            }
            Reference note = found.get(at);
            Reference before = notes.isEmpty() ? null : notes.get(notes.size() - 1);
            if (before != null && before.sharesItsName(note, line)) {
                notes.set(notes.size() - 1, before.and(note));
            } else {
                notes.add(note);
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
