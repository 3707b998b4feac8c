package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jspecify.annotations.Nullable;

/**
 * One way in which a line of running text can say its note and its name: number first, name first, an index before
 * both, and so on. The way that explains most lines of a list is taken for its layout.
 */
final class LineTemplate {
    /** What can be before or behind the name. */
    private enum Part {
        INDEX(NoteText.NUMBER, 0),
        NUMBER(NoteText.NUMBER, 1),
        PITCH(NoteText.NAME, 1);

        private final String pattern;
        private final int worth;

        Part(String reference, int worth) {
            this.worth = worth;
            String more = "(?:(?:\\s?(?:-|,|/|&|\\+|\\bto\\b)\\s?|\\.{2,3})" + reference + ")*";
            pattern = reference + (worth == 0 ? "" : more);
        }
    }

    private static final double SHARE_WANTED = 0.5;
    private static final double DISTINCT_WANTED = 0.6;
    private static final double AGREEMENT_WANTED = 0.7;
    private static final double WORTH_OF_A_PART = 0.3;
    /** A list in which no number is larger counts its drums rather than naming notes. */
    private static final int HIGHEST_OF_COUNTS = 16;

    private static final int LONGEST_LINE = 240;
    private static final Pattern COUNTED = Pattern.compile("(\\d{1,2})\\s*[-,/&]\\s*(\\d{1,3})");
    private static final int LONGEST_RANGE_FROM_SMALL = 6;

    private static final String LABEL = "(?:(?:(?i:" + NoteText.LABELS + ")\\b[\\s.:#]*)+)?";
    private static final String INSIDE = "(?=[\\s()\\[\\]/:=,;|-])[\\s()\\[\\]/:=,;|]*-?[\\s()\\[\\]/:=,;|]*" + LABEL;

    private static final Pattern LEADING = Pattern.compile("^[\\s.:;,=|>_/*†‡→⇒@-]+");
    private static final String AT_ITS_END = ":;,=|>_/-*†‡→⇒←@~";
    private static final Pattern LABEL_FIRST = Pattern.compile("(?i:" + NoteText.LABELS + ")\\b");

    private static final List<LineTemplate> ALL = all();

    private final List<Part> lead;
    private final List<Part> trail;
    private final Pattern pattern;

    private LineTemplate(List<Part> lead, List<Part> trail) {
        this.lead = lead;
        this.trail = trail;
        String before = lead.isEmpty()
                ? "^(?<name>"
                : "^[^\\w#]*" + LABEL + "#?" + parts("l", lead) + "(?=\\W)[\\s)\\]:;,.=>|/-]*(?<name>";
        String behind = trail.isEmpty()
                ? ".*)$"
                // The name ends before the dots that lead to the note, so that no way through them is tried twice.
                : ".*?)(?<![\\s.:;,=(\\[|>_/-])[\\s.:;,=(\\[|>_/-]++" + LABEL + "#?" + parts("t", trail)
                        + "[\\s)\\].]*$";
        pattern = Pattern.compile(before + behind);
    }

    private static String parts(String prefix, List<Part> parts) {
        StringBuilder pattern = new StringBuilder();
        for (int i = 0; i < parts.size(); i++) {
            pattern.append(i == 0 ? "" : INSIDE)
                    .append("(?<")
                    .append(prefix)
                    .append(i)
                    .append('>')
                    .append(parts.get(i).pattern)
                    .append(')');
        }
        return pattern.toString();
    }

    private static List<LineTemplate> all() {
        List<List<Part>> notes = List.of(
                List.of(Part.NUMBER),
                List.of(Part.PITCH),
                List.of(Part.NUMBER, Part.PITCH),
                List.of(Part.PITCH, Part.NUMBER));
        List<LineTemplate> all = new ArrayList<>();
        for (List<Part> note : notes) {
            all.add(new LineTemplate(note, List.of()));
            all.add(new LineTemplate(List.of(), note));
            all.add(new LineTemplate(List.of(Part.INDEX), note));
            all.add(new LineTemplate(
                    Stream.concat(Stream.of(Part.INDEX), note.stream()).toList(), List.of()));
        }
        all.add(new LineTemplate(List.of(Part.NUMBER), List.of(Part.PITCH)));
        all.add(new LineTemplate(List.of(Part.PITCH), List.of(Part.NUMBER)));
        return List.copyOf(all);
    }

    /** The lines of a list, taken apart as most of them are laid out; lines that say no note keep their whole text. */
    static List<ListLine> takeApart(List<String> lines) {
        Optional<LineTemplate> best = best(lines);
        List<ListLine> parsed = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i);
            int number = i + 1;
            Optional<ListLine> regular = best.flatMap(template -> template.parse(number, line));
            Optional<ListLine> irregular = regular.isPresent() || best.isEmpty()
                    ? Optional.empty()
                    : best.get().kindred().stream()
                            .flatMap(template -> template.parse(number, line).stream())
                            .findFirst()
                            .map(ListLine::markedUnlike);
            parsed.add(regular.or(() -> irregular).orElseGet(() -> {
                Optional<NoteText> note = noteAlone(best, line);
                return ListLine.of(number, line, note, note.isPresent() ? "" : line);
            }));
        }
        return parsed;
    }

    private static Optional<NoteText> noteAlone(Optional<LineTemplate> best, String line) {
        return best.isEmpty() ? Optional.empty() : NoteText.of(line);
    }

    private static Optional<LineTemplate> best(List<String> lines) {
        long full = lines.stream().filter(ListLine::hasLetters).count();
        LineTemplate best = null;
        double bestScore = 0;
        for (LineTemplate template : ALL) {
            List<ListLine> parsed = template.parse(lines, full);
            double score = parsed.isEmpty() ? 0 : template.score(lines, parsed);
            if (score > bestScore) {
                best = template;
                bestScore = score;
            }
        }
        return Optional.ofNullable(best);
    }

    /** The records of lines; none when it is too small a share of them that this template explains. */
    private List<ListLine> parse(List<String> lines, long full) {
        List<ListLine> parsed = new ArrayList<>();
        double mayFail = full - SHARE_WANTED * full;
        for (String line : lines) {
            Optional<ListLine> record = parse(0, line);
            if (record.isPresent()) {
                parsed.add(record.get());
            } else if (ListLine.hasLetters(line) && --mayFail < 0) {
                return List.of();
            }
        }
        return parsed;
    }

    private double score(List<String> lines, List<ListLine> parsed) {
        List<NoteText> notes =
                parsed.stream().map(line -> line.note().orElseThrow()).toList();
        boolean numbered = !notes.isEmpty() && !notes.get(0).numbers().isEmpty();
        boolean pitched = !notes.isEmpty() && !notes.get(0).pitches().isEmpty();
        double worth = 1 + WORTH_OF_A_PART * ((numbered ? 1 : 0) + (pitched ? 1 : 0));
        if (numbered) {
            List<Integer> numbers =
                    notes.stream().map(note -> note.numbers().get(0)).toList();
            boolean inRange =
                    numbers.stream().filter(number -> number <= Note.HIGHEST).count()
                            > DISTINCT_WANTED * numbers.size();
            boolean countsOnly =
                    numbers.stream().mapToInt(Integer::intValue).max().orElse(0) <= HIGHEST_OF_COUNTS;
            if (!inRange
                    || countsOnly && !pitched
                    || new HashSet<>(numbers).size() < DISTINCT_WANTED * numbers.size()) {
                return 0;
            }
        }
        if (numbered && pitched && mostCommonAgreement(notes) < AGREEMENT_WANTED * notes.size()) {
            return 0;
        }
        if (lead.contains(Part.INDEX) && !countsUp(lines)) {
            return 0;
        }
        // Where an index explains a number that would else be a part of the name or a note, it explains more.
        return parsed.size() * (worth + (lead.contains(Part.INDEX) ? WORTH_OF_A_PART : 0));
    }

    private static long mostCommonAgreement(List<NoteText> notes) {
        Map<OctaveConvention, Long> votes = notes.stream()
                .flatMap(note -> note.agreement().stream())
                .collect(Collectors.groupingBy(convention -> convention, Collectors.counting()));
        return votes.values().stream().mapToLong(Long::longValue).max().orElse(0);
    }

    /** Whether the first numbers of the lines go up one by one for the most part. */
    private boolean countsUp(List<String> lines) {
        List<Integer> indices = new ArrayList<>();
        for (String line : lines) {
            Matcher matcher = match(line);
            if (matcher != null) {
                indices.add(Integer.parseInt(matcher.group("l0")));
            }
        }
        int steps = 0;
        for (int i = 1; i < indices.size(); i++) {
            steps += indices.get(i) == indices.get(i - 1) + 1 ? 1 : 0;
        }
        return !indices.isEmpty() && indices.get(0) <= 1 && steps >= DISTINCT_WANTED * (indices.size() - 1);
    }

    private @Nullable Matcher match(String line) {
        if (line.length() > LONGEST_LINE || !mayMatch(line)) {
            return null;
        }
        Matcher matcher = pattern.matcher(line.strip());
        return matcher.matches() ? matcher : null;
    }

    /** Whether the ends of a line are as the pattern wants them: that is seen much faster than the pattern is tried. */
    private boolean mayMatch(String line) {
        return (lead.isEmpty() || mayBegin(line, lead.get(0) == Part.PITCH))
                && (trail.isEmpty() || mayEnd(line, trail.get(trail.size() - 1) == Part.PITCH));
    }

    private static boolean mayBegin(String line, boolean withPitch) {
        int first = 0;
        while (first < line.length() && !isWord(line.charAt(first)) && line.charAt(first) != '#') {
            first++;
        }
        if (first == line.length()) {
            return false;
        }
        char sign = line.charAt(first);
        return sign >= '0' && sign <= '9'
                ? !withPitch
                : sign == '#'
                        || withPitch && "abcdefg".indexOf(Character.toLowerCase(sign)) >= 0
                        || LABEL_FIRST
                                .matcher(line)
                                .region(first, line.length())
                                .lookingAt();
    }

    private static boolean mayEnd(String line, boolean withPitch) {
        int last = line.length() - 1;
        while (last >= 0 && !isWord(line.charAt(last))) {
            last--;
        }
        int first = last;
        while (first >= 0 && line.charAt(first) >= '0' && line.charAt(first) <= '9') {
            first--;
        }
        if (first == last) {
            return false;
        }
        boolean letter = first >= 0 && isWord(line.charAt(first));
        return withPitch ? letter || first >= 0 && "#-".indexOf(line.charAt(first)) >= 0 : !letter;
    }

    /** As the patterns have it. */
    private static boolean isWord(char sign) {
        return sign >= 'a' && sign <= 'z' || sign >= 'A' && sign <= 'Z' || sign >= '0' && sign <= '9' || sign == '_';
    }

    private Optional<ListLine> parse(int number, String line) {
        Matcher matcher = match(line);
        if (matcher == null) {
            return Optional.empty();
        }
        String name = tidy(Objects.requireNonNull(matcher.group("name")));
        if (!ListLine.hasLetters(name)) {
            return Optional.empty();
        }
        List<String> references = new ArrayList<>();
        for (int i = 0; i < lead.size(); i++) {
            if (lead.get(i) != Part.INDEX) {
                references.add(matcher.group("l" + i));
            }
        }
        for (int i = 0; i < trail.size(); i++) {
            String reference = matcher.group("t" + i);
            Matcher counted = COUNTED.matcher(reference);
            // "Crash 2 - 49" is the second crash on one note, and no range of them.
            if (counted.matches() && isFarApart(counted)) {
                name = name + " " + counted.group(1);
                reference = counted.group(2);
            }
            references.add(reference);
        }
        NoteText note = new NoteText(List.of(), List.of());
        for (String reference : references) {
            Optional<NoteText> read = NoteText.of(reference);
            if (read.isEmpty()) {
                // It looks like notes and is none, such as 2/187.
                return Optional.empty();
            }
            note = note.with(read.get());
        }
        return Optional.of(ListLine.of(number, line, Optional.of(note), name));
    }

    private static boolean isFarApart(Matcher counted) {
        int first = Integer.parseInt(counted.group(1));
        return ListLayout.isSmall(first) && Integer.parseInt(counted.group(2)) - first > LONGEST_RANGE_FROM_SMALL;
    }

    /** Without what only led from the note to the name: dots, dashes, brackets that opened for the note. */
    static String tidy(String name) {
        String begun = LEADING.matcher(name.strip()).replaceFirst("");
        String tidy = withoutDots(withoutSeparators(begun)).strip();
        return withoutHalf(withoutHalf(tidy, '(', ')'), '[', ']');
    }

    /** Without a bracket at an end whose other half is not there. */
    private static String withoutHalf(String name, char open, char close) {
        long opened = name.chars().filter(letter -> letter == open).count();
        long closed = name.chars().filter(letter -> letter == close).count();
        if (opened == closed || name.isEmpty()) {
            return name;
        }
        char extra = opened > closed ? open : close;
        if (name.charAt(0) == extra) {
            return name.substring(1).strip();
        }
        return name.charAt(name.length() - 1) == extra
                ? name.substring(0, name.length() - 1).strip()
                : name;
    }

    private static String withoutSeparators(String name) {
        int end = name.length();
        while (end > 0
                && (Character.isWhitespace(name.charAt(end - 1)) || AT_ITS_END.indexOf(name.charAt(end - 1)) >= 0)) {
            end--;
        }
        return name.substring(0, end);
    }

    /** One dot may shorten a word, several lead on to the note. */
    private static String withoutDots(String name) {
        int end = name.length();
        int dots = 0;
        int at = end;
        while (at > 0 && (Character.isWhitespace(name.charAt(at - 1)) || name.charAt(at - 1) == '.')) {
            at--;
            dots += name.charAt(at) == '.' ? 1 : 0;
            end = name.charAt(at) == '.' ? at : end;
        }
        return dots > 1 ? name.substring(0, end) : name;
    }

    /** Layouts that differ from this one by one part: for lines that lack something. */
    private List<LineTemplate> kindred() {
        return ALL.stream()
                .filter(other -> other != this && !other.lead.contains(Part.INDEX))
                .filter(other -> lead.isEmpty() == other.lead.isEmpty() || trail.isEmpty() == other.trail.isEmpty())
                .filter(other -> other.parts() == 1)
                .filter(other -> (lead.containsAll(other.lead) && trail.containsAll(other.trail)))
                .toList();
    }

    private int parts() {
        return lead.size() + trail.size();
    }

    @Override
    public String toString() {
        return (lead + " name " + trail).toLowerCase(Locale.ROOT);
    }
}
