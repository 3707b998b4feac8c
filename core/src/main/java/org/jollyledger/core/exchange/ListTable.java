package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundReader;

/**
 * A list in columns. Which column holds what is given by a head row where there is one, else by what is in the
 * columns.
 */
final class ListTable {
    /** What a column can hold. */
    private enum Role {
        NOTE,
        NAME,
        SHORT_NAME,
        CHOKE_GROUP,
        CHANNEL,
        OTHER
    }

    private static final Map<Role, Set<String>> HEADS = Map.of(
            Role.NOTE,
            Set.of(
                    "note",
                    "notes",
                    "midi",
                    "key",
                    "pitch",
                    "number",
                    "no",
                    "nr",
                    "taste",
                    "touche",
                    "nota",
                    "midinote",
                    "notenumber",
                    "notename",
                    "midinotenumber",
                    "midinumber",
                    "keyname",
                    "midikey",
                    "notenr",
                    "notenumero"),
            Role.NAME,
            Set.of(
                    "name",
                    "sound",
                    "instrument",
                    "drum",
                    "articulation",
                    "description",
                    "piece",
                    "kitpiece",
                    "klang",
                    "element",
                    "sample",
                    "voice",
                    "son",
                    "nom",
                    "sonido",
                    "nombre",
                    "stroke",
                    "drumname",
                    "soundname",
                    "instrumentname",
                    "zone",
                    "hit",
                    "part",
                    "beschreibung",
                    "artikulation"),
            Role.SHORT_NAME,
            Set.of("short", "shortname", "abbreviation", "abbr", "label", "kurz", "kurzname", "abrev"),
            Role.CHOKE_GROUP,
            Set.of("choke", "chokegroup", "group", "exclusive", "mutegroup", "excl", "exclusivegroup"),
            Role.CHANNEL,
            Set.of("channel", "ch", "chan", "chn", "midichannel", "midich", "kanal", "midikanal", "canal", "canale"));

    private static final Pattern CHANNEL = Pattern.compile("(?i)\\s*(?:ch\\.?|#)?\\s*\\d{1,2}\\s*");

    private static final List<Function<String, List<String>>> SEPARATORS =
            List.of(by("\t"), by("\s*;\s*"), ListTable::byPipes);
    private static final Function<String, List<String>> COMMAS = by("\s*,\s*");

    private static final double SHARE_WANTED = 0.6;
    private static final double NOTES_WANTED = 0.5;
    private static final double SOUNDS_WANTED = 0.3;
    private static final int LONGEST_HEAD = 80;
    private static final int HIGHEST_OF_COUNTS = 16;
    private static final int MOST_COLUMNS = 40;
    private static final Pattern ONLY_RULE = Pattern.compile("[-=+:|\\s]*");

    private final List<List<String>> rows;
    private final List<String> originals;
    /** The rows that are neither the head nor a rule. */
    private final BitSet body;

    private final Map<Integer, Role> roles;
    private boolean severalNotes;

    private ListTable(List<List<String>> rows, List<String> originals, int headRow, Map<Integer, Role> roles) {
        this.rows = rows;
        this.originals = originals;
        this.body = new BitSet(rows.size());
        for (int row = 0; row < rows.size(); row++) {
            body.set(
                    row,
                    row != headRow
                            && !ONLY_RULE
                                    .matcher(String.join("", rows.get(row)))
                                    .matches());
        }
        this.roles = roles;
    }

    private static Function<String, List<String>> by(String separator) {
        Pattern pattern = Pattern.compile(separator);
        return line -> Arrays.stream(pattern.split(line, -1)).map(String::strip).toList();
    }

    private static List<String> byPipes(String line) {
        String bare = line.strip().replaceAll("^\\||\\|$", "");
        return Arrays.stream(bare.split("\\|", -1)).map(String::strip).toList();
    }

    /** Every table that lines can be, separated in one way or another. */
    static List<ListLayout> of(List<String> lines) {
        Map<String, List<List<String>>> separated = new LinkedHashMap<>();
        separated.put("columns held apart by tabs", split(lines, SEPARATORS.get(0)));
        separated.put("columns held apart by semicolons", split(lines, SEPARATORS.get(1)));
        separated.put("columns held apart by upright strokes", split(lines, SEPARATORS.get(2)));
        separated.put("columns as they are printed", PrintedColumns.of(lines));
        separated.put("columns held apart by commas", split(lines, COMMAS));
        return separated.entrySet().stream()
                .filter(table -> isEven(table.getValue()))
                .flatMap(table -> of(table.getValue(), lines).stream().map(found -> found.layout(table.getKey())))
                .toList();
    }

    private static List<List<String>> split(List<String> lines, Function<String, List<String>> separator) {
        return lines.stream().map(separator).toList();
    }

    /** Takes rows apart whose cells are known; empty when no column holds notes. */
    static Optional<ListLayout> takeApart(List<List<String>> rows, List<String> originals) {
        return of(rows, originals).map(table -> table.layout(""));
    }

    private ListLayout layout(String words) {
        List<Integer> channels = columns(Role.CHANNEL).stream()
                .flatMap(column -> cells(column).stream())
                .filter(cell -> CHANNEL.matcher(cell).matches())
                .map(cell -> Integer.parseInt(cell.replaceAll("\\D", "")))
                .filter(channel -> channel >= 1 && channel <= Channels.COUNT)
                .distinct()
                .sorted()
                .toList();
        return new ListLayout(
                words + (severalNotes ? "; of several columns of notes the first" : ""), lines(), channels);
    }

    private static boolean isEven(List<List<String>> rows) {
        List<List<String>> full =
                rows.stream().filter(row -> !String.join("", row).isBlank()).toList();
        long several = full.stream()
                .filter(row -> row.size() > 1 && row.size() <= MOST_COLUMNS)
                .count();
        return several > 0 && several >= SHARE_WANTED * full.size();
    }

    private static Optional<ListTable> of(List<List<String>> rows, List<String> originals) {
        int width =
                Math.min(MOST_COLUMNS, rows.stream().mapToInt(List::size).max().orElse(0));
        int head = headRow(rows);
        Map<Integer, Role> roles = new TreeMap<>();
        if (head >= 0) {
            for (int column = 0; column < Math.min(width, rows.get(head).size()); column++) {
                roles.put(column, role(rows.get(head).get(column)).orElse(Role.OTHER));
            }
        }
        ListTable table = new ListTable(rows, originals, head, roles);
        table.findNotes(width);
        table.findNames(width);
        return roles.containsValue(Role.NOTE) && roles.containsValue(Role.NAME) ? Optional.of(table) : Optional.empty();
    }

    /** The first row in which at least two cells are heads of columns. */
    private static int headRow(List<List<String>> rows) {
        return IntStream.range(0, Math.min(rows.size(), 20))
                .filter(row -> rows.get(row).stream()
                                .filter(cell -> role(cell).isPresent())
                                .count()
                        >= 2)
                .findFirst()
                .orElse(-1);
    }

    private static Optional<Role> role(String head) {
        if (head.length() > LONGEST_HEAD) {
            return Optional.empty();
        }
        String bare = head.toLowerCase(Locale.ROOT).replaceAll("\\([^)]*\\)|[^a-z]", "");
        return HEADS.entrySet().stream()
                .filter(entry -> entry.getValue().contains(bare))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    /** Keeps the columns of notes that a head names and that hold some, or else finds the one that does. */
    private void findNotes(int width) {
        roles.entrySet()
                .removeIf(entry -> entry.getValue() == Role.NOTE && shareOfNotes(entry.getKey()) < NOTES_WANTED);
        dropIndices();
        if (roles.containsValue(Role.NOTE)) {
            return;
        }
        List<Integer> pitched = new ArrayList<>();
        List<Integer> numbered = new ArrayList<>();
        for (int column = 0; column < width; column++) {
            if (shareOfNotes(column) >= NOTES_WANTED) {
                (notes(column).get(0).pitches().isEmpty() ? numbered : pitched).add(column);
            }
        }
        pitched.stream().findFirst().ifPresent(column -> roles.put(column, Role.NOTE));
        severalNotes = pitched.isEmpty()
                && numbered.stream()
                                .filter(column -> mayBeNotes(column) && !countsUpFromOne(column))
                                .count()
                        > 1;
        numbered.stream()
                .filter(this::mayBeNotes)
                .min((one, other) -> Boolean.compare(countsUpFromOne(one), countsUpFromOne(other)))
                .filter(column -> pitched.isEmpty() || agrees(column, pitched.get(0)))
                .ifPresent(column -> roles.put(column, Role.NOTE));
    }

    /** Of several columns of numbers under heads such as "No." and "Note" those go that only count the rows. */
    private void dropIndices() {
        List<Integer> numbered = columns(Role.NOTE).stream()
                .filter(column -> notes(column).get(0).pitches().isEmpty())
                .toList();
        if (numbered.size() > 1) {
            numbered.stream()
                    .filter(column -> countsUpFromOne(column) || !mayBeNotes(column))
                    .limit(numbered.size() - 1L)
                    .forEach(roles::remove);
        }
    }

    private double shareOfNotes(int column) {
        long full = cells(column).stream().filter(cell -> !cell.isBlank()).count();
        return full == 0 || full < SHARE_WANTED * NOTES_WANTED * bodySize()
                ? 0
                : (double) notes(column).size() / full;
    }

    private long bodySize() {
        return IntStream.range(0, rows.size()).filter(this::isBody).count();
    }

    private List<NoteText> notes(int column) {
        return cells(column).stream()
                .flatMap(cell -> NoteText.of(cell).stream())
                .toList();
    }

    private boolean mayBeNotes(int column) {
        List<Integer> numbers =
                notes(column).stream().flatMap(note -> note.numbers().stream()).toList();
        int highest = numbers.stream().mapToInt(Integer::intValue).max().orElse(0);
        return highest > HIGHEST_OF_COUNTS
                && highest <= 2 * Note.HIGHEST
                && new HashSet<>(numbers).size() >= SHARE_WANTED * numbers.size();
    }

    private boolean countsUpFromOne(int column) {
        List<Integer> numbers =
                notes(column).stream().flatMap(note -> note.numbers().stream()).toList();
        return numbers.get(0) <= 1
                && IntStream.range(1, numbers.size())
                                .filter(at -> numbers.get(at) == numbers.get(at - 1) + 1)
                                .count()
                        >= SHARE_WANTED * (numbers.size() - 1);
    }

    private boolean agrees(int numbers, int pitches) {
        long both = 0;
        long agreeing = 0;
        for (int row = 0; row < rows.size(); row++) {
            Optional<NoteText> number = NoteText.of(cell(row, numbers));
            Optional<NoteText> pitch = NoteText.of(cell(row, pitches));
            if (isBody(row) && number.isPresent() && pitch.isPresent()) {
                both++;
                agreeing += number.get().with(pitch.get()).agreement().isPresent() ? 1 : 0;
            }
        }
        return agreeing >= SHARE_WANTED * both;
    }

    /** Without a head, names are in the columns whose words speak of sounds; else in the first with letters. */
    private void findNames(int width) {
        if (roles.containsValue(Role.NAME)) {
            return;
        }
        List<Integer> lettered = IntStream.range(0, width)
                .filter(column -> !roles.containsKey(column) || roles.get(column) == Role.OTHER)
                .filter(column -> share(column, ListLine::hasLetters) >= SOUNDS_WANTED)
                .boxed()
                .toList();
        List<Integer> sounding = lettered.stream()
                .filter(column ->
                        share(column, cell -> SoundReader.read(cell).sound().isPresent()) >= SOUNDS_WANTED)
                .toList();
        (sounding.isEmpty() ? lettered.stream().limit(1).toList() : sounding)
                .forEach(column -> roles.put(column, Role.NAME));
    }

    private double share(int column, Predicate<String> test) {
        List<String> full =
                cells(column).stream().filter(cell -> !cell.isBlank()).toList();
        return full.isEmpty() ? 0 : (double) full.stream().filter(test).count() / full.size();
    }

    private List<String> cells(int column) {
        return IntStream.range(0, rows.size())
                .filter(this::isBody)
                .mapToObj(row -> cell(row, column))
                .toList();
    }

    private boolean isBody(int row) {
        return body.get(row);
    }

    private String cell(int row, int column) {
        List<String> cells = rows.get(row);
        return column < cells.size() ? cells.get(column) : "";
    }

    private List<ListLine> lines() {
        List<ListLine> lines = new ArrayList<>();
        List<Integer> names = columns(Role.NAME);
        String inherited = "";
        for (int row = 0; row < rows.size(); row++) {
            Optional<NoteText> note = note(row);
            String first = cell(row, names.get(0));
            // A cell that spans several rows is in the first of them only.
            int at = row;
            boolean named = names.stream().anyMatch(column -> !cell(at, column).isBlank());
            if (names.size() > 1 && named && note.isPresent() && isBody(row)) {
                inherited = first.isBlank() ? inherited : first;
                first = inherited;
            }
            List<String> words = new ArrayList<>(List.of(first));
            for (int column : names.subList(1, names.size())) {
                words.add(cell(row, column));
            }
            String name = joined(words);
            boolean body = isBody(row);
            lines.add(new ListLine(
                    row + 1,
                    originals.get(row),
                    body ? note : Optional.empty(),
                    body
                            ? (note.isEmpty() && name.isBlank()
                                    ? String.join(" ", rows.get(row)).strip()
                                    : name)
                            : "",
                    body ? first(row, Role.SHORT_NAME) : "",
                    body ? first(row, Role.CHOKE_GROUP) : "",
                    false,
                    Optional.empty()));
        }
        return lines;
    }

    /** The cells of a name, without what another one of them says already: "Crash" and "Left Crash" is "Left Crash". */
    private static String joined(List<String> cells) {
        List<String> said = new ArrayList<>();
        for (int at = 0; at < cells.size(); at++) {
            String rest = " " + String.join(" ", cells.subList(at + 1, cells.size())) + " ";
            String cell = cells.get(at).strip();
            boolean repeated = Pattern.compile(
                            "(?iu)(?<=[^\\p{L}\\p{N}])" + Pattern.quote(cell) + "(?=[^\\p{L}\\p{N}])")
                    .matcher(rest)
                    .find();
            if (!cell.isEmpty() && !repeated) {
                said.add(cell);
            }
        }
        return String.join(" ", said);
    }

    private Optional<NoteText> note(int row) {
        return columns(Role.NOTE).stream()
                .flatMap(column -> NoteText.of(cell(row, column)).stream())
                .reduce(NoteText::with);
    }

    private String first(int row, Role role) {
        return columns(role).stream()
                .findFirst()
                .map(column -> cell(row, column))
                .orElse("");
    }

    private List<Integer> columns(Role role) {
        return roles.entrySet().stream()
                .filter(entry -> entry.getValue() == role)
                .map(Map.Entry::getKey)
                .toList();
    }
}
