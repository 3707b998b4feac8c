package org.jollyledger.core.support;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Writes lists of notes in the styles of manuals, spreadsheets, posts and readme files (common practice), with the noise that
 * they come with, and knows what is in them.
 */
public final class MadeLists {
    /** Drums and how people write them; what they mean is what they are read as alone. */
    private static final List<String> NAMES = List.of(
            "Kick",
            "Bass Drum",
            "Kick 2",
            "Snare",
            "Snare Rim Shot",
            "Side Stick",
            "Snare Drum",
            "Snare Cross Stick",
            "Snare Edge",
            "Closed Hi-Hat",
            "Open Hi-Hat",
            "Pedal Hi-Hat",
            "Half Open Hi-Hat",
            "Hi-Hat Closed Edge",
            "High Tom",
            "Mid Tom",
            "Low Tom",
            "Floor Tom",
            "Tom 1",
            "Tom 2",
            "Tom 3",
            "Tom 1 Rim",
            "Tom 2 Rim Shot",
            "Crash",
            "Crash 1",
            "Crash 2",
            "Crash 1 Choke",
            "Crash 2 Bow",
            "Ride",
            "Ride Bell",
            "Ride Edge",
            "Ride 2",
            "China",
            "Splash",
            "Splash Choke",
            "Cowbell",
            "Tambourine",
            "Hand Clap",
            "Maracas",
            "Claves",
            "Low Wood Block",
            "High Bongo",
            "Low Conga",
            "Open Triangle",
            "Vibraslap",
            "Shaker");

    private static final List<String> ARTICULATED = List.of(
            "Snare Drum, rim shot",
            "Ride, bell",
            "Tom 1, rim",
            "Snare / side stick",
            "Crash 1 - choke",
            "Hi-Hat, closed",
            "Hi-Hat, half open",
            "Ride / edge",
            "Tom 2 - rim shot",
            "Hi-hat, pedal");

    private static final String[] FLATS = {"C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B"};
    private static final String[] SHARPS = {"C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"};
    private static final String[] GERMAN = {"C", "Cis", "D", "Dis", "E", "F", "Fis", "G", "Gis", "A", "B", "H"};
    private static final String[] FRENCH = {
        "Do", "Do#", "Ré", "Ré#", "Mi", "Fa", "Fa#", "Sol", "Sol#", "La", "La#", "Si"
    };
    private static final String[] ITALIAN = {
        "Do", "Do diesis", "Re", "Mi bemolle", "Mi", "Fa", "Fa diesis", "Sol", "La bemolle", "La", "Si bemolle", "Si"
    };

    /** A style of lists. */
    public enum Style {
        NUMBER_FIRST,
        NAME_FIRST,
        TABS,
        TWO_COLUMNS_SINGLE_SPACES,
        TWO_COLUMNS_WIDE,
        THREE_COLUMNS_TABS,
        COLUMNS_NAME_FIRST,
        COLUMNS_WITH_HEADS,
        MANY_WITH_EQUALS,
        MANY_NAME_FIRST,
        MANY_WITH_PIPES,
        MANY_IN_PROSE,
        ARTICULATION_IN_CELL,
        ARTICULATION_IN_LINE,
        HEXADECIMAL,
        HEXADECIMAL_UNDER_HEAD,
        GERMAN_NAMES,
        FRENCH_NAMES,
        ITALIAN_NAMES,
        OCTAVE_BEFORE,
        OCTAVE_HEADINGS,
        HEADED_BLOCKS,
        CELL_A_LINE,
        CELL_A_LINE_OF_THREE,
        MARKDOWN,
        HTML,
        RAGGED,
        MORE_COLUMNS,
        UNUSED_ROWS,
        DOTTED,
        NOTE_AND_NAME_TRIPLES,
        BRACKETED,
        NAME_IN_FRONT_WITH_PITCH,
        QUOTED_CELLS,
        SEMICOLONS_WITH_HEAD,
        COUNTED_WITH_INDEX,
        FLATS,
        SLIPS,
        JSON,
        PROGRAM_TEXT,
        VALUES_IN_TAGS,
        HTML_A_CELL_A_LINE,
        DECIMALS,
        WITH_VELOCITIES,
        COLUMNS_ONE_BELOW_THE_OTHER,
        NOTES_OVER_NAMES,
        SENTENCES,
        EMPHASIS,
        PITCH_AND_NUMBER_IN_BRACKETS;

        /** {@return whether notes are told by their names alone} */
        public boolean namesOnly() {
            return this == GERMAN_NAMES
                    || this == FRENCH_NAMES
                    || this == ITALIAN_NAMES
                    || this == OCTAVE_BEFORE
                    || this == OCTAVE_HEADINGS
                    || this == FLATS;
        }
    }

    /**
     * A list.
     *
     * @param text as it is pasted
     * @param names what each of its notes is called
     */
    public record Made(Style style, String text, Map<Integer, String> names) {}

    private final Random random;
    private final TreeMap<Integer, String> names = new TreeMap<>();
    private final StringBuilder text = new StringBuilder();

    private MadeLists(Random random) {
        this.random = random;
    }

    /** {@return a list in a style} */
    public static Made write(Style style, Random random) {
        MadeLists lists = new MadeLists(random);
        lists.write(style);
        return new Made(style, lists.text.toString(), new LinkedHashMap<>(lists.names));
    }

    private void write(Style style) {
        choose(style == Style.ARTICULATION_IN_CELL || style == Style.ARTICULATION_IN_LINE ? ARTICULATED : NAMES);
        boolean noise = random.nextBoolean();
        if (noise) {
            text.append(one("MIDI note map", "Drum map", "Appendix B: drum kit assignment", "Note list"))
                    .append("\n\n");
        }
        switch (style) {
            case NUMBER_FIRST -> lines(one("%d %s", "%d - %s", "%d: %s", "%d. %s", "%03d  %s", "%d\u2013%s"));
            case NAME_FIRST -> nameFirst(one("%s %d", "%s - %d", "%s: %d", "%s (%d)", "%s = %d"));
            case TABS -> lines("%d\t%s");
            case TWO_COLUMNS_SINGLE_SPACES -> sideBySide(2, "%d %s", " ");
            case TWO_COLUMNS_WIDE -> sideBySide(2, "%-4d%s", null);
            case THREE_COLUMNS_TABS -> sideBySide(3, "%d\t%s", "\t");
            case COLUMNS_NAME_FIRST -> sideBySideNameFirst(2 + random.nextInt(2));
            case COLUMNS_WITH_HEADS -> {
                text.append("Note\tInstrument\tNote\tInstrument\n");
                sideBySide(2, "%d\t%s", "\t");
            }
            case MANY_WITH_EQUALS -> many(one("%d=%s", "%d = %s", "%d: %s"), one(", ", "; "));
            case MANY_NAME_FIRST -> manyNameFirst(one("%s %d", "%s=%d", "%s (%d)"), one(", ", "; "));
            case MANY_WITH_PIPES -> many("%d %s", " | ");
            case MANY_IN_PROSE -> {
                text.append("Hi all, here is what my module sends:\n");
                many(one("%d=%s", "%d: %s"), ", ");
                text.append("\nHope that helps, let me know if anything is missing.\n");
            }
            case ARTICULATION_IN_CELL -> lines("%d\t%s");
            case ARTICULATION_IN_LINE -> lines(one("%d %s", "%d: %s"));
            case HEXADECIMAL -> {
                String hex = one("0x%02X", "%02Xh", "$%02X", "0x%02x");
                names.forEach(
                        (note, name) -> line(String.format(Locale.ROOT, hex, note) + one(" ", "\t", "  ") + name));
            }
            case HEXADECIMAL_UNDER_HEAD -> {
                text.append("Hex\tName\n");
                names.forEach((note, name) -> line(String.format(Locale.ROOT, "%02X\t%s", note, name)));
            }
            case GERMAN_NAMES -> named(GERMAN, "");
            case FRENCH_NAMES -> named(FRENCH, "");
            case ITALIAN_NAMES -> named(ITALIAN, " ");
            case OCTAVE_BEFORE ->
                names.forEach((note, name) -> line((note / 12 - 1) + SHARPS[note % 12] + "\t" + name));
            case OCTAVE_HEADINGS -> octaves();
            case HEADED_BLOCKS -> blocks();
            case CELL_A_LINE ->
                names.forEach((note, name) -> {
                    line(String.valueOf(note));
                    line(name);
                });
            case CELL_A_LINE_OF_THREE ->
                names.forEach((note, name) -> {
                    line(String.valueOf(note));
                    line(SHARPS[note % 12] + (note / 12 - 2));
                    line(name);
                });
            case MARKDOWN -> {
                text.append("| Note | Name |\n|---|---|\n");
                lines("| %d | %s |");
            }
            case HTML -> {
                text.append("<table><tr><th>Note</th><th>Sound</th></tr>\n");
                lines("<tr><td>%d</td><td>%s</td></tr>");
                text.append("</table>\n");
            }
            case RAGGED -> nameFirst("%s  %d");
            case MORE_COLUMNS -> {
                text.append("Channel\tNote\tName\tVelocity\tColour\tComment\n");
                names.forEach((note, name) -> line("10\t" + note + "\t" + name + "\t" + one("1-127", "1-63", "64-127")
                        + "\t" + one("red", "blue", "#3366FF") + "\t" + one("", "tuned low", "see page 4")));
            }
            case DOTTED ->
                names.forEach((note, name) ->
                        line(name + " " + ".".repeat(Math.max(3, 40 - name.length())) + " " + note));
            case NOTE_AND_NAME_TRIPLES -> {
                List<String> cells = names.entrySet().stream()
                        .map(entry -> entry.getKey() + " " + SHARPS[entry.getKey() % 12] + (entry.getKey() / 12 - 1)
                                + " " + entry.getValue())
                        .toList();
                place(2, cells, random.nextBoolean() ? "    " : null);
            }
            case BRACKETED ->
                lines(one("[%d] %s", "(%d) %s", "#%d %s", "Note %d: %s", "%d) %s", "%d => %s", "%d\u2192%s"));
            case NAME_IN_FRONT_WITH_PITCH ->
                names.forEach((note, name) ->
                        line(name + one(" - ", " : ", "\t") + SHARPS[note % 12] + (note / 12 - 2) + " (" + note + ")"));
            case QUOTED_CELLS -> {
                text.append("\"Note\",\"Name\"\n");
                lines("\"%d\",\"%s\"");
            }
            case SEMICOLONS_WITH_HEAD -> {
                text.append("Taste;Klang;Bemerkung\n");
                lines("%d;%s;");
            }
            case COUNTED_WITH_INDEX -> {
                int[] index = {1};
                names.forEach((note, name) -> line(index[0]++ + ". " + name + one("\t", "  ") + note));
            }
            case FLATS ->
                names.forEach((note, name) -> line(FLATS[note % 12] + (note / 12 - 2) + one(" ", "\t") + name));
            case SLIPS -> names.forEach((note, name) -> line(slipped(String.valueOf(note)) + "\t" + name));
            case JSON ->
                text.append(names.entrySet().stream()
                        .map(entry -> one("\"%s\": %d", "\"%s\":%d").formatted(entry.getValue(), entry.getKey()))
                        .collect(Collectors.joining(one(", ", ",\n  "), "{", "}\n")));
            case PROGRAM_TEXT -> {
                String format = one(
                        "#define %s %d",
                        "const int %s = %d;",
                        "%s = %d",
                        "static final int %s = %d;",
                        "    '%s': %d,",
                        "let %s = %d; // a pad");
                names.replaceAll((note, name) -> name.replaceAll("[^A-Za-z0-9]+", "_"));
                names.forEach((note, name) -> line(String.format(Locale.ROOT, format, name, note)));
            }
            case VALUES_IN_TAGS -> {
                text.append("<kit>\n");
                lines(one("  <note number=\"%d\" name=\"%s\"/>", "<pad key='%d' sound='%s' />"));
                text.append("</kit>\n");
            }
            case HTML_A_CELL_A_LINE -> {
                text.append("<table class=\"notes\">\n");
                lines("<tr>\n<td align=\"right\">%d</td>\n<td><b>%s</b></td>\n</tr>");
                text.append("</table>\n");
            }
            case DECIMALS -> {
                text.append("note,name\n");
                lines("%d.0,%s");
            }
            case WITH_VELOCITIES -> lines(one("%d - %s - vel 1-127", "%d\t%s (velocity 1 to 127)", "%d %s, vel. 1-63"));
            case COLUMNS_ONE_BELOW_THE_OTHER -> below();
            case NOTES_OVER_NAMES -> sideways();
            case SENTENCES -> sentences();
            case EMPHASIS -> lines(one("- **%d** %s", "* `%d` %s", "**%d**: %s", "%d **%s**"));
            case PITCH_AND_NUMBER_IN_BRACKETS ->
                wrap(
                        names.entrySet().stream()
                                .map(entry -> entry.getValue() + " (" + SHARPS[entry.getKey() % 12]
                                        + (entry.getKey() / 12 - 2) + "/" + entry.getKey() + ")")
                                .toList(),
                        ", ");
            case UNUSED_ROWS ->
                names.forEach((note, name) -> {
                    line(note + "\t" + name);
                    int unused = note + 1;
                    if (!names.containsKey(unused) && random.nextInt(3) == 0) {
                        line(unused + "\t" + one("-", "n/a", "reserved", "unused", "free", "(not used)", "---"));
                    }
                });
        }
        if (noise && style != Style.CELL_A_LINE && style != Style.CELL_A_LINE_OF_THREE) {
            text.append(one("\nPage 14 of 96\n", "\n(c) 2019 All rights reserved.\n", "\n- 7 -\n", "\n\n"));
        }
    }

    /** As a scanned page has it: an O for a nought, an l for a one. */
    private String slipped(String number) {
        return random.nextInt(4) == 0 ? number.replace('0', 'O').replace('1', 'l') : number;
    }

    private String one(String... of) {
        return of[random.nextInt(of.length)];
    }

    private void choose(List<String> from) {
        List<String> shuffled = new ArrayList<>(from);
        Collections.shuffle(shuffled, random);
        int count = Math.min(shuffled.size(), 8 + random.nextInt(24));
        int note = 22 + random.nextInt(16);
        for (String name : shuffled.subList(0, count)) {
            names.put(note, name);
            note += random.nextInt(6) == 0 ? 2 + random.nextInt(3) : 1;
        }
    }

    private void line(String line) {
        text.append(line).append('\n');
    }

    private void lines(String format) {
        names.forEach((note, name) -> line(String.format(Locale.ROOT, format, note, name)));
    }

    private void nameFirst(String format) {
        names.forEach((note, name) -> line(String.format(Locale.ROOT, format, name, note)));
    }

    private void sideBySide(int columns, String format, String between) {
        List<String> cells = names.entrySet().stream()
                .map(entry -> String.format(Locale.ROOT, format, entry.getKey(), entry.getValue()))
                .toList();
        place(columns, cells, between);
    }

    private void sideBySideNameFirst(int columns) {
        List<String> cells = names.entrySet().stream()
                .map(entry -> entry.getValue() + " " + entry.getKey())
                .toList();
        place(columns, cells, random.nextBoolean() ? "   " : null);
    }

    /** One below the other, and then the next column, as pages are set; the last column may be shorter. */
    private void place(int columns, List<String> cells, String between) {
        int rows = (cells.size() + columns - 1) / columns;
        int width = cells.stream().mapToInt(String::length).max().orElse(0) + 3;
        for (int row = 0; row < rows; row++) {
            StringBuilder line = new StringBuilder();
            for (int column = 0; column < columns; column++) {
                int at = column * rows + row;
                if (at < cells.size()) {
                    boolean last = column == columns - 1 || at + rows >= cells.size();
                    line.append(
                            last || between != null ? cells.get(at) : String.format("%-" + width + "s", cells.get(at)));
                    line.append(last || between == null ? "" : between);
                }
            }
            line(line.toString());
        }
    }

    private void many(String format, String between) {
        wrap(
                names.entrySet().stream()
                        .map(entry -> String.format(Locale.ROOT, format, entry.getKey(), entry.getValue()))
                        .toList(),
                between);
    }

    private void manyNameFirst(String format, String between) {
        wrap(
                names.entrySet().stream()
                        .map(entry -> String.format(Locale.ROOT, format, entry.getValue(), entry.getKey()))
                        .toList(),
                between);
    }

    private void wrap(List<String> records, String between) {
        int inLine = 3 + random.nextInt(records.size());
        for (int at = 0; at < records.size(); at += inLine) {
            line(String.join(between, records.subList(at, Math.min(records.size(), at + inLine))));
        }
    }

    private void named(String[] pitches, String beforeOctave) {
        int lowest = one("1", "2").equals("1") ? 1 : 2;
        names.forEach((note, name) -> line(pitches[note % 12] + beforeOctave + (note / 12 - lowest) + "\t" + name));
    }

    private void octaves() {
        int octave = Integer.MIN_VALUE;
        String[] pitches = random.nextBoolean() ? SHARPS : FLATS;
        for (Map.Entry<Integer, String> entry : names.entrySet()) {
            int now = entry.getKey() / 12 - 1;
            if (now != octave) {
                line("Octave " + now);
                octave = now;
            }
            line(pitches[entry.getKey() % 12] + " " + entry.getValue());
        }
    }

    private void below() {
        List<String> notes = names.keySet().stream().map(String::valueOf).toList();
        List<String> pitches = names.keySet().stream()
                .map(note -> SHARPS[note % 12] + (note / 12 - 2))
                .toList();
        boolean heads = random.nextBoolean();
        boolean namesFirst = random.nextBoolean();
        if (namesFirst) {
            column(heads ? "Sound" : "", List.copyOf(names.values()));
        }
        column(heads ? "Note number" : "", notes);
        if (!heads && random.nextBoolean()) {
            column("", pitches);
        }
        if (!namesFirst) {
            column(heads ? "Sound" : "", List.copyOf(names.values()));
        }
    }

    private void column(String head, List<String> cells) {
        if (!head.isEmpty()) {
            line(head);
        }
        cells.forEach(this::line);
    }

    private void sideways() {
        List<Integer> notes = List.copyOf(names.keySet());
        String between = one("\t", " | ", ";");
        boolean namesAbove = random.nextBoolean();
        boolean labels = random.nextBoolean();
        int inRow = 4 + random.nextInt(6);
        while (notes.size() % inRow > 0 && notes.size() % inRow < 3) {
            inRow++;
        }
        for (int at = 0; at < notes.size(); at += inRow) {
            List<Integer> some = notes.subList(at, Math.min(notes.size(), at + inRow));
            String numbers = (labels ? "Note" + between : "")
                    + some.stream().map(String::valueOf).collect(Collectors.joining(between));
            String called = (labels ? "Name" + between : "")
                    + some.stream().map(names::get).collect(Collectors.joining(between));
            line(namesAbove ? called : numbers);
            line(namesAbove ? numbers : called);
        }
    }

    private void sentences() {
        List<String> said = new ArrayList<>();
        names.forEach((note, name) -> said.add(String.format(
                Locale.ROOT, one("the %s is on %d", "the %s is %d", "%s sits on %d", "the %s plays %d"), name, note)));
        for (int at = 0; at < said.size(); at += 3) {
            String sentence = String.join(", ", said.subList(at, Math.min(said.size(), at + 3)));
            text.append(Character.toUpperCase(sentence.charAt(0)))
                    .append(sentence.substring(1))
                    .append(". ");
        }
        text.append('\n');
    }

    private void blocks() {
        names.clear();
        int note = 30;
        for (String block : List.of(
                "Snare|Center,Rim Shot,Side Stick",
                "CYMBALS|",
                "Ride|Bow,Bell,Edge",
                "Crash 1|Bow,Edge,Choke",
                "Hi-Hat|Closed,Open,Pedal")) {
            String[] parts = block.split("\\|", -1);
            line(random.nextBoolean() ? parts[0].toUpperCase(Locale.ROOT) : parts[0] + ":");
            for (String row : parts[1].split(",")) {
                if (!row.isEmpty()) {
                    line(row + " " + note);
                    names.put(note++, parts[0] + " " + row);
                }
            }
        }
    }
}
