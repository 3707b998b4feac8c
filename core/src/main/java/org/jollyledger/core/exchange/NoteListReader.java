package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.exchange.NoteList.Row;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.Texts;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Says;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;

/**
 * Reads a list of notes as manuals print them: numbers, names or both, before or behind the drum's name, in columns or
 * in running text, with heads, page numbers and headings between. Nothing is guessed in silence: what is not certain is
 * said with its row.
 */
public final class NoteListReader {
    public static final int LONGEST_TEXT = 400_000;
    public static final int MOST_LINES = 3_000;
    /** Some lists are one long line; none is longer. */
    public static final int LONGEST_LINE = 20_000;

    /** Which way notes are counted for a list that names none. */
    public enum Direction {
        UP(1),
        DOWN(-1);

        private final int step;

        Direction(int step) {
            this.step = step;
        }
    }

    /**
     * What the reader of the list has decided.
     *
     * @param middleC what the list calls note 60; empty to let it be guessed
     * @param startNote the note of the first name of a list without notes, 0 to 127
     * @param direction which way its other notes go
     */
    public record Settings(Optional<OctaveConvention> middleC, int startNote, Direction direction) {
        /** Guess the convention; count up from 36. */
        public static final Settings USUAL = new Settings(Optional.empty(), 36, Direction.UP);
    }

    private static final Pattern PAGE = Pattern.compile(
            "(?i)[-\\s]*(?:(?:page|seite|pagina|p\\.)\\s*)?\\d+(?:\\s*(?:/|of|von|de|-)\\s*\\d+)?[-\\s]*");
    private static final Pattern NOTHING = Pattern.compile(
            "(?iu)[\\s(\\[<]*(?:-+|—|\\.{2,}|n\\s?/\\s?a|reserved|unused|unassigned|not (?:used|assigned)|free|empty|none|blank|nothing|"
                    + "frei|leer|reserviert|nicht (?:belegt|benutzt)|unbelegt|libre|réservé|inutilisé|non utilisé|vuoto|non usato|"
                    + "vacío|reservado|sin usar|não usado|vazio|vrij|leeg|niet gebruikt)[\\s)\\]>]*");
    /** Small words of sentences, which names of drums do not hold. */
    private static final Pattern PROSE = Pattern.compile(
            "(?iu)(?<!\\p{L})(?:with|that|this|the|is|are|was|were|you|your|my|we|our|it|please|und|der|die|das|mit|für|sie|ist|"
                    + "les|des|avec|pour|vous|que|para|con el|con la)(?!\\p{L})");

    private static final Pattern RIGHTS =
            Pattern.compile("(?iu).*(?:©|\\(c\\)\\s*\\d{4}|all rights reserved|copyright).*");
    private static final Pattern PARTS = Pattern.compile("\\s*(?:(?<!\\d)/|/(?!\\d)|,|;|\\+|\\||\\s&\\s)\\s*");
    private static final Pattern PIECE_FILLER =
            Pattern.compile("(?iu)[\\s.-]*(?:drum|cymbal|hats?|hi-?hats?|tom|\\d{1,2}|[ivx]+|left|right|l|r)?[\\s.]*");
    private static final Pattern PLURAL =
            Pattern.compile("(?i)^(kick|snare|tom|ride|china|hat|hi-hat|cymbal|stack|crash|splash)e?s$");
    private static final int LONGEST_HEADING = 40;
    /** Such as "DRUMS", "Snares" and "Snare 1" over one another. */
    private static final int MOST_HEADINGS = 3;

    /** As many names show whether all begin alike. */
    private static final int MOST_COMPARED = 60;

    private static final String HEADING = "no note: a heading";

    private final Settings settings;
    private final OctaveConvention convention;
    private final boolean counted;
    private final ListSiblings siblings;
    private final String shared;
    private final List<Row> rows = new ArrayList<>();
    /** The numbers of the lines with each name. */
    private final Map<String, List<Integer>> lines = new HashMap<>();
    /** For each row that is a line, the words its sound is read from. */
    private final List<String> spokenNames = new ArrayList<>();

    private String heading = "";
    private String before = "";
    private int next;

    private NoteListReader(
            Settings settings, OctaveConvention convention, boolean counted, ListSiblings siblings, String shared) {
        this.shared = shared;
        this.siblings = siblings;
        this.settings = settings;
        this.convention = convention;
        this.counted = counted;
        this.next = settings.startNote;
    }

    /**
     * Reads a list.
     *
     * @return the list with what is unsure in it
     * @throws DocumentException when it is too long, or holds neither a note nor the name of a drum
     */
    public static NoteList read(String text, Settings settings) throws DocumentException {
        if (text.length() > LONGEST_TEXT) {
            throw DocumentException.of("The list has " + text.length() + " characters; it may have " + LONGEST_TEXT
                    + " at most. Paste only its pages with notes.");
        }
        List<String> lines = ListText.lines(ListText.plain(text));
        if (lines.size() > MOST_LINES) {
            throw DocumentException.of("The list has " + lines.size() + " lines; it may have " + MOST_LINES
                    + " at most. Paste only its pages with notes.");
        }
        for (int at = 0; at < lines.size(); at++) {
            if (lines.get(at).length() > LONGEST_LINE) {
                throw DocumentException.of("Line " + (at + 1) + " of the list has "
                        + lines.get(at).length() + " characters; a line may have " + LONGEST_LINE
                        + " at most. Break it up, or paste only its part with notes.");
            }
        }
        List<String> remarks = new ArrayList<>();
        List<String> originals = ListText.originals(text);
        ListLayout layout = QuotedCells.rows(lines, remarks)
                .flatMap(cells -> ListTable.takeApart(cells, QuotedCells.originals(cells)))
                .map(found -> found.as("cells in quotation marks", found.lines()))
                .orElseGet(() -> {
                    List<String> plain = ListRewriting.plain(lines, remarks);
                    ListLayout best = layout(plain);
                    return best.as(
                            best.words(),
                            best.lines().stream()
                                    .map(line -> plain.get(line.number() - 1).isBlank()
                                            ? line.leftOut(NoteList.NOTHING_OF_ITS_OWN)
                                            : line)
                                    .map(line -> line.withOriginal(originals.get(line.number() - 1)))
                                    .toList());
                });
        List<ListLine> parsed =
                layout.lines().stream().map(ListLine::withGroupOfName).toList();
        boolean counted = parsed.stream().noneMatch(ListLine::hasNoteAndName);
        ConventionGuess guess = ConventionGuess.of(text, parsed);
        OctaveConvention convention = settings.middleC.orElse(guess.convention());
        List<String> names = parsed.stream()
                .filter(line -> (counted || line.note().isPresent()) && ListLine.hasLetters(line.name()))
                .map(ListLine::name)
                .toList();
        String shared = ListSiblings.sharedBeginning(names.stream()
                .filter(name -> name.length() <= Line.LONGEST_NAME)
                .limit(MOST_COMPARED)
                .toList());
        if (!shared.isEmpty()) {
            remarks.add("All names begin with “" + shared.strip() + "”, which was not taken as part of the sound.");
        }
        ListSiblings siblings = new ListSiblings(
                names.stream().map(name -> without(shared, name)).toList());
        NoteListReader reader = new NoteListReader(settings, convention, counted, siblings, shared);
        parsed.forEach(reader::add);
        List<Row> rows = usedInTheirLines(doubled(namesWithoutNotes(reader.together(), counted)));
        if (rows.stream().noneMatch(Row::isLine)
                || counted && rows.stream().noneMatch(row -> row.sound().isPresent())) {
            throw DocumentException.of("No line of this holds a note or the name of a drum;"
                    + " paste the part of the manual that lists them, such as “36 Kick”.");
        }
        return new NoteList(
                rows,
                convention,
                guess.reason(),
                guess.sure(),
                counted,
                counted ? "names without notes" : layout.words(),
                channel(layout, remarks),
                remarks);
    }

    /** The channel that a list names, when it is the same for all. */
    private static OptionalInt channel(ListLayout layout, List<String> remarks) {
        if (layout.channels().size() > 1) {
            remarks.add("The list names channels "
                    + layout.channels().stream().map(String::valueOf).collect(Collectors.joining(", "))
                    + "; a map has one channel or all, so none was set.");
        }
        return layout.channels().size() == 1 ? OptionalInt.of(layout.channels().get(0)) : OptionalInt.empty();
    }

    /** The layout that explains most of the lines. */
    private static ListLayout layout(List<String> lines) {
        List<ListLayout> layouts = new ArrayList<>(ListTable.of(lines));
        ListLayout plain = new ListLayout("a line for each record", LineTemplate.takeApart(lines));
        layouts.add(plain);
        layouts.addAll(RunningRecords.of(lines));
        layouts.addAll(CellsInLines.of(lines));
        ColumnsBelow.of(lines).ifPresent(layouts::add);
        NotesOverNames.of(lines).ifPresent(layouts::add);
        return ListLayout.best(layouts).orElse(plain);
    }

    private void add(ListLine line) {
        Patience.goOn();
        Optional<String> reason = reasonToSkip(line);
        if (reason.isPresent()) {
            if (isHeading(line)) {
                heading = line.name().replaceAll("[:\\s]+$", "");
                before = "";
            }
            rows.add(new Row(
                    line.number(),
                    line.original(),
                    reason,
                    OptionalInt.empty(),
                    line.name(),
                    "",
                    Optional.empty(),
                    Optional.empty(),
                    "",
                    List.of()));
            return;
        }
        if (counted) {
            add(row(line, OptionalInt.of(next), line.name(), new ArrayList<>()), bare(line.name()));
            next += settings.direction.step;
            return;
        }
        addNotes(line);
    }

    private Optional<String> reasonToSkip(ListLine line) {
        if (line.original().isBlank()) {
            return Optional.of("empty");
        }
        if (line.skipped().isPresent()) {
            return line.skipped();
        }
        if (line.note().isEmpty() && ListRewriting.isOctaveHeading(line.original())) {
            return Optional.of("the octave of the notes under it");
        }
        if (RIGHTS.matcher(line.original()).matches()) {
            return Optional.of("a line about rights");
        }
        if (PAGE.matcher(line.original()).matches() && ListLine.hasLetters(line.original())) {
            return Optional.of("a page number");
        }
        if (line.note().isPresent() && NOTHING.matcher(line.name()).matches()) {
            return Optional.of("nothing is on this note");
        }
        if (!ListLine.hasLetters(line.name())
                && (line.note().isEmpty() || PAGE.matcher(line.original()).matches())) {
            return Optional.of(
                    PAGE.matcher(line.original()).matches()
                            ? "a page number, or a number without a name"
                            : NoteList.NO_NAME);
        }
        if (counted) {
            return PAGE.matcher(line.original()).matches() ? Optional.of("a page number") : Optional.empty();
        }
        if (line.note().isEmpty()) {
            return Optional.of(isHeading(line) ? HEADING : NoteList.NO_NOTE);
        }
        if (PROSE.matcher(line.name()).find()
                && SoundReader.read(line.name()).sound().isEmpty()) {
            return Optional.of("a sentence that names no drum");
        }
        return ListLine.hasLetters(line.name()) ? Optional.empty() : Optional.of(NoteList.NO_NAME);
    }

    private boolean isHeading(ListLine line) {
        return !counted
                && line.note().isEmpty()
                && line.name().length() <= LONGEST_HEADING
                && SoundReader.read(line.name()).sound().isPresent();
    }

    private void addNotes(ListLine line) {
        NoteText text = line.note().orElseThrow();
        List<Integer> notes = text.notes(convention);
        List<String> doubts = new ArrayList<>();
        if (line.unlike()) {
            doubts.add("laid out unlike the other lines");
        }
        if (!text.numbers().isEmpty()
                && !text.pitches().isEmpty()
                && NoteText.number(text.pitches().get(0), convention)
                        != text.numbers().get(0)) {
            doubts.add("number and name of the note disagree; the number was taken");
        }
        String bare = bare(line.name());
        String name = underHeading(bare, doubts);
        String shown = name.equals(bare) ? line.name() : name;
        List<String> parts = parts(name);
        if (notes.size() == 1) {
            boolean several = saysSeveral(parts) && !isPieceWithStroke(name);
            if (several) {
                doubts.add("several articulations on one note; the sound is that of the first");
            }
            add(row(line, OptionalInt.of(notes.get(0)), shown, doubts), several ? parts.get(0) : name);
            return;
        }
        boolean paired = parts.size() == notes.size();
        for (int i = 0; i < notes.size(); i++) {
            List<String> own = new ArrayList<>(doubts);
            if (!paired) {
                own.add("one name for " + notes.size() + " notes");
            }
            String each = paired ? parts.get(i) : name + " " + (i + 1);
            add(row(line, OptionalInt.of(notes.get(i)), each, own), each);
        }
    }

    /** A name without what all names of the list begin with. */
    private String bare(String name) {
        return without(shared, name);
    }

    private static String without(String shared, String name) {
        return name.startsWith(shared) ? name.substring(shared.length()) : name;
    }

    private void add(Row row, String spoken) {
        String key = spoken.strip().toLowerCase(Locale.ROOT);
        List<Integer> alike = lines.computeIfAbsent(key, name -> new ArrayList<>());
        if (alike.isEmpty()) {
            rows.add(row);
            spokenNames.add(spoken);
        } else {
            Optional<String> numbered = siblings.numbered(spoken, alike.size() + 1);
            String taken =
                    numbered.map(whole -> ", and taken as “" + whole + "”").orElse("");
            rows.add(doubting(row, "named like line " + alike.get(0) + taken));
            spokenNames.add(numbered.orElse(spoken));
        }
        alike.add(row.line());
    }

    private static Row doubting(Row row, String doubt) {
        List<String> doubts = new ArrayList<>(row.doubts());
        doubts.add(doubt);
        return with(row, row.sound(), row.reading(), doubts);
    }

    /** The name with the kit piece before it that its heading, or else the line before it, names. */
    private String underHeading(String name, List<String> doubts) {
        SoundReading alone = SoundReader.read(name);
        Optional<String> instead = siblings.instead(name, heading.isEmpty() ? before : heading);
        if (alone.pieceNamed() && !isOfHeading(alone)) {
            heading = "";
        }
        if (alone.pieceNamed() && instead.isEmpty()) {
            before = pieceWords(name, alone);
            return name;
        }
        Optional<String> whole = withPiece(heading, name);
        if (whole.isPresent()) {
            return whole.get();
        }
        if (instead.isPresent()) {
            doubts.add("read as “" + instead.get() + "”, after the other lines");
            before = pieceWords(instead.get(), SoundReader.read(instead.get()));
            return instead.get();
        }
        Optional<String> continued = withPiece(goingOn(name), name)
                .filter(text -> ListSiblings.mayGoOn(before, name, text))
                .filter(text -> alone.isUnsure()
                        || !alone.sound().equals(SoundReader.read(text).sound()));
        continued.ifPresent(text -> doubts.add("read as “" + text + "”, going on from the line before"));
        return continued.orElse(name);
    }

    /** What a name goes on from; of "Toms low" only the toms where it is "mid". */
    private String goingOn(String name) {
        boolean pitchOnly = SoundReader.says(name).equals(EnumSet.of(Says.PITCH));
        Optional<KitPiece> piece = SoundReader.read(before).sound().map(Sound::piece);
        String first = before.split("\\s+")[0];
        return pitchOnly
                        && piece.isPresent()
                        && SoundReader.read(first).sound().map(Sound::piece).equals(piece)
                ? first
                : before;
    }

    /** A heading ends where the list goes on with other drums than it names. */
    private boolean isOfHeading(SoundReading reading) {
        Optional<Sound> headed = SoundReader.read(heading).sound();
        return headed.isEmpty()
                || headed.get().family() == reading.sound().orElseThrow().family();
    }

    private static Optional<String> withPiece(String piece, String name) {
        String whole = PLURAL.matcher(piece).replaceAll("$1") + " " + name;
        if (piece.isEmpty()) {
            return Optional.empty();
        }
        SoundReading together = SoundReader.read(whole);
        SoundReading alone = SoundReader.read(name);
        boolean meansThePiece = alone.sound().isPresent()
                && alone.sound().equals(together.sound())
                && together.confidence() >= alone.confidence();
        boolean surer = together.confidence() >= SoundReader.read(piece).confidence();
        return Optional.of(whole).filter(text -> together.pieceNamed() && (surer || meansThePiece));
    }

    /** The words with which a name begins that name its piece, with its number: "Tom 2" of "Tom 2 Rim Shot". */
    private static String pieceWords(String name, SoundReading reading) {
        String[] words = name.split("\\s+");
        for (int count = 1; count < words.length; count++) {
            String begin = String.join(" ", List.of(words).subList(0, count));
            boolean same = SoundReader.read(begin)
                    .sound()
                    .filter(sound -> reading.sound()
                            .filter(whole -> whole.piece() == sound.piece() && whole.number() == sound.number())
                            .isPresent())
                    .isPresent();
            if (same) {
                return begin;
            }
        }
        return name;
    }

    /** The articulations that share a cell, each with the words that they have in common before it. */
    private static List<String> parts(String name) {
        int colon = name.indexOf(':');
        String head = colon > 0 ? name.substring(0, colon).strip() : "";
        List<String> parts = PARTS.splitAsStream(
                        colon > 0 ? name.substring(colon + 1).strip() : name)
                .filter(part -> !part.isBlank())
                .toList();
        if (parts.size() < 2) {
            return List.of(name);
        }
        String common = head.isEmpty() ? parts.get(0).split("\\s+")[0] : head;
        return IntStream.range(0, parts.size())
                .mapToObj(i -> {
                    String part = parts.get(i);
                    boolean first = i == 0 && head.isEmpty();
                    String whole = common + " " + part;
                    return !first
                                    && SoundReader.read(whole).confidence()
                                            > SoundReader.read(part).confidence()
                            ? whole
                            : part;
                })
                .toList();
    }

    /** Whether a name is a piece, and behind a comma or a stroke how it is struck: "Snare drum, rim shot". */
    private static boolean isPieceWithStroke(String name) {
        List<String> parts =
                PARTS.splitAsStream(name).filter(part -> !part.isBlank()).toList();
        if (parts.size() != 2 || SoundReader.read(parts.get(1)).pieceNamed()) {
            return parts.size() == 3 && isPieceWithStroke(parts.get(0) + ", " + parts.get(1) + " " + parts.get(2));
        }
        SoundReading first = SoundReader.read(parts.get(0));
        String piece = pieceWords(parts.get(0), first);
        String more = parts.get(0).substring(piece.length());
        return first.pieceNamed() && PIECE_FILLER.matcher(more).matches();
    }

    private static boolean saysSeveral(List<String> parts) {
        return parts.size() > 1
                && parts.stream()
                                .map(SoundReader::read)
                                .filter(reading -> !reading.isUnsure())
                                .flatMap(reading -> reading.sound().stream())
                                .distinct()
                                .count()
                        > 1;
    }

    private static Row row(ListLine line, OptionalInt number, String name, List<String> doubts) {
        String kept = Texts.cut(name, Line.LONGEST_NAME);
        if (!kept.equals(name)) {
            doubts.add("the name is longer than " + Line.LONGEST_NAME + " characters and was cut");
        }
        int note = number.orElse(-1);
        if (note < Note.LOWEST || note > Note.HIGHEST) {
            doubts.add("note " + note + " does not exist; notes are 0 to 127");
        }
        String group = Texts.cut(line.chokeGroup().strip(), Line.LONGEST_CHOKE_GROUP);
        return new Row(
                line.number(),
                line.original(),
                Optional.empty(),
                number,
                kept,
                Texts.cut(line.shortName().strip(), Line.LONGEST_SHORT_NAME),
                Optional.empty(),
                group.isBlank() || group.equals("-") || group.equals("0") ? Optional.empty() : Optional.of(group),
                "",
                doubts);
    }

    /** Gives every line its sound, read together with the others. */
    private List<Row> together() {
        Iterator<SoundReading> readings = SoundReader.readTogether(spokenNames).iterator();
        return rows.stream()
                .map(row -> row.isLine() ? sounding(row, readings.next()) : row)
                .toList();
    }

    private static Row sounding(Row row, SoundReading reading) {
        List<String> doubts = new ArrayList<>(row.doubts());
        if (reading.sound().isEmpty()) {
            doubts.add("no word of the name is known; choose its sound");
        } else if (reading.isUnsure()) {
            doubts.add("the sound is a guess");
        }
        return with(row, reading.sound(), reading.reason(), doubts);
    }

    /** A heading stands over lines; several in a row are names whose notes were not found. */
    private static List<Row> namesWithoutNotes(List<Row> rows, boolean counted) {
        List<Row> result = new ArrayList<>(rows);
        List<Integer> headings = new ArrayList<>();
        for (int at = 0; at <= rows.size() && !counted; at++) {
            boolean ends = at == rows.size() || rows.get(at).isLine();
            if (!ends && rows.get(at).skipped().equals(Optional.of(HEADING))) {
                headings.add(at);
            }
            if (ends) {
                if (headings.size() > MOST_HEADINGS) {
                    headings.forEach(row -> result.set(row, skipping(rows.get(row), NoteList.NAME_WITHOUT_NOTE)));
                }
                headings.clear();
            }
        }
        return result;
    }

    /** A heading in front of records in its own line is not left out. */
    private static List<Row> usedInTheirLines(List<Row> rows) {
        Set<Integer> used = rows.stream().filter(Row::isLine).map(Row::line).collect(Collectors.toSet());
        return rows.stream()
                .map(row -> row.skipped().equals(Optional.of(HEADING)) && used.contains(row.line())
                        ? skipping(row, NoteList.ELSEWHERE)
                        : row)
                .toList();
    }

    private static Row skipping(Row row, String why) {
        return new Row(
                row.line(),
                row.original(),
                Optional.of(why),
                row.number(),
                row.name(),
                row.shortName(),
                row.sound(),
                row.chokeGroup(),
                row.reading(),
                row.doubts());
    }

    /** Says where a note is twice. */
    private static List<Row> doubled(List<Row> rows) {
        Map<Integer, Row> first = new HashMap<>();
        List<Row> result = new ArrayList<>();
        for (Row row : rows) {
            Row other = row.isLine() && row.number().isPresent()
                    ? first.putIfAbsent(row.number().getAsInt(), row)
                    : null;
            if (other == null) {
                result.add(row);
                continue;
            }
            if (row.name().equalsIgnoreCase(other.name())) {
                result.add(skipping(row, "the same as in line " + other.line()));
                continue;
            }
            result.add(doubting(row, "note " + row.number().getAsInt() + " stands in line " + other.line() + " too"));
        }
        return result;
    }

    private static Row with(Row row, Optional<Sound> sound, String reading, List<String> doubts) {
        return new Row(
                row.line(),
                row.original(),
                row.skipped(),
                row.number(),
                row.name(),
                row.shortName(),
                sound,
                row.chokeGroup(),
                reading,
                doubts);
    }
}
