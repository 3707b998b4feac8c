package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.exchange.NoteList.Row;
import org.jollyledger.core.exchange.NoteListReader.Direction;
import org.jollyledger.core.exchange.NoteListReader.Settings;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NoteListReaderTest {
    private static final Settings FROM_21 = new Settings(Optional.empty(), 21, Direction.UP);

    private static String resource(String name) throws IOException {
        try (InputStream stream =
                Objects.requireNonNull(NoteListReaderTest.class.getResourceAsStream("lists/" + name))) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static Map<Integer, String> expected() throws IOException {
        return resource("foghorn-maple.expected.txt")
                .lines()
                .filter(line -> !line.startsWith("#"))
                .map(line -> line.split(" "))
                .collect(Collectors.toMap(
                        words -> Integer.valueOf(words[0]),
                        words -> Sound.parse(words[1]).code(),
                        (one, other) -> one,
                        TreeMap::new));
    }

    private static NoteList read(String text) throws DocumentException {
        return NoteListReader.read(text, Settings.USUAL);
    }

    @ParameterizedTest
    @CsvSource({
        "1-columns-with-merged-cells.txt, C4",
        "2-note-names-from-the-top.txt, C3",
        "3-spreadsheet.csv, C3",
        "4-dotted-leaders.txt, C3",
        "5-names-without-notes.txt, C3",
        "6-ranges.txt, C3"
    })
    void oneInstrumentIsReadFromSixLayouts(String file, OctaveConvention middleC) throws Exception {
        NoteList list = NoteListReader.read(resource(file), FROM_21);
        Map<Integer, String> read = list.lines().stream()
                .collect(Collectors.toMap(
                        line -> line.note().number(),
                        line -> line.sound().code(),
                        (one, other) -> "twice",
                        TreeMap::new));
        assertThat(read).isEqualTo(expected());
        assertThat(list.middleC()).isEqualTo(middleC);
        assertThat(list.unsureCount()).isZero();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '>',
            value = {
                "36 Kick > 36 Kick",
                "Kick 36 > 36 Kick",
                "Kick, 36 > 36 Kick",
                "036\tKick > 36 Kick",
                "Note 36: Kick > 36 Kick",
                "#36 - Kick > 36 Kick",
                "MIDI note 36 = Kick > 36 Kick",
                "36) Kick > 36 Kick",
                "[36] Kick > 36 Kick",
                "Kick (36) > 36 Kick",
                "36 (C1) Kick > 36 Kick",
                "C1 (36) Kick > 36 Kick",
                "C1 / 36: Kick > 36 Kick",
                "Kick – C1 – 36 > 36 Kick",
                "36 | C1 | Kick > 36 Kick",
                "C1;Kick;36 > 36 Kick",
                "C♯1 Side stick > 37 Side stick",
                "Db1: Side stick > 37 Side stick",
                "D♭1 Side stick > 37 Side stick",
                "Crash 2 ...... C#2 > 49 Crash 2",
                "49 Crash 2 > 49 Crash 2",
                "Crash 2 49 > 49 Crash 2"
            })
    void aLineSaysItsNoteInManyWays(String line, String wanted) throws Exception {
        String other = line.contains("36") || line.contains("49")
                ? line.replace("36", "38")
                        .replace("49", "55")
                        .replace("C1", "D1")
                        .replaceAll("Kick|Crash 2", "Snare")
                : line.replaceAll("Side stick|Crash 2", "Snare")
                        .replaceAll("(C♯1|Db1|D♭1)", "D1")
                        .replace("C#2", "D1");
        Row row = NoteListReader.read(
                        line + "\n" + other, new Settings(Optional.of(OctaveConvention.C3), 36, Direction.UP))
                .rows()
                .get(0);
        assertThat(row.number().orElse(-1) + " " + row.name()).isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource({
        "'C1 Kick;D1 Snare;F#1 Closed HH', C3",
        "'C2 Kick;D2 Snare;F#2 Closed HH', C4",
        "'C3 Kick;D3 Snare;F#3 Closed HH', C5",
        "'Middle C = C4;C1 Kick;D1 Snare', C4",
        "'60 = C5;C3 Kick;D3 Snare', C5",
        "'36 C2 Something;40 E2 Else', C4",
        "'G10 Kick;D3 Snare', C5",
        "'C-2 Kick;D-2 Snare', C3"
    })
    void theOctaveConventionIsBelievedForAReason(String lines, OctaveConvention middleC) throws Exception {
        NoteList list = read(lines.replace(';', '\n'));
        assertThat(list.middleC()).isEqualTo(middleC);
        assertThat(list.middleCReason()).isNotBlank();
    }

    @Test
    void choosingAnotherConventionMovesAllNotesThatAreNamed() throws Exception {
        String list = "C1 Kick\nD1 Snare";
        assertThat(NoteListReader.read(list, new Settings(Optional.of(OctaveConvention.C4), 36, Direction.UP))
                        .lines())
                .extracting(line -> line.note().number())
                .containsExactly(24, 26);
    }

    @Test
    void theOriginalStandsAsItWasGiven() throws Exception {
        assertThat(read("C♯1\u00A0–\u00A0Side stick\nD1 – Snare").rows().get(0).original())
                .isEqualTo("C♯1\u00A0–\u00A0Side stick");
    }

    @Test
    void aNumberThatContradictsItsNameIsAsked() throws Exception {
        NoteList list = read("36 C1 Kick\n38 D1 Snare\n41 F#1 Closed hat\n46 A#1 Open hat");
        assertThat(list.rows().get(2).doubts()).contains("number and name of the note disagree; the number was taken");
        assertThat(list.unsureCount()).isEqualTo(1);
    }

    @Test
    void aHeadingNamesThePieceForTheLinesUnderIt() throws Exception {
        NoteList list = read("Snare\n38 Center\n37 Rim shot\nToms:\n48 High\n45 Low\n\nPage 3\n49 Crash");
        assertThat(list.lines())
                .extracting(line -> line.sound().code())
                .containsExactly("snare.centre", "snare.rim-shot", "tom.1.head", "tom.2.head", "crash.1.edge");
        assertThat(list.rows()).filteredOn(row -> !row.isLine()).hasSize(4);
    }

    @Test
    void rangesAndSharedCellsAreTakenApart() throws Exception {
        NoteList list = read("36-37 Kick: open / muted\n38, 40 Snare center / edge\n41–43 Tom\n46 HH closed / open");
        assertThat(list.lines())
                .extracting(line -> line.note().number() + " " + line.sound().code())
                .containsExactly(
                        "36 kick.hit",
                        "37 kick.muted",
                        "38 snare.centre",
                        "40 snare.edge",
                        "41 tom.1.head",
                        "42 tom.2.head",
                        "43 tom.3.head",
                        "46 hihat.tip.closed");
        assertThat(list.rows().get(4).doubts()).contains("one name for 3 notes");
        assertThat(list.rows().get(7).doubts())
                .contains("several articulations on one note; the sound is that of the first");
    }

    @Test
    void whatAPostSaysAroundItsRecordsIsNoLine() throws Exception {
        NoteList list =
                read("Hi all, my module sends 36=Kick, 38=Snare, 42=HH closed, 46=HH open,\n49: Crash 1; 51 Ride | "
                        + "5O=China\nhope that helps! 99 problems with chapter 7\n(c) 2019 by me");
        assertThat(list.lines())
                .extracting(line -> line.note().number() + " " + line.name())
                .containsExactly(
                        "36 Kick", "38 Snare", "42 HH closed", "46 HH open", "49 Crash 1", "51 Ride", "50 China");
        assertThat(list.layout()).isEqualTo("several records in a line, each with its note before its name");
        assertThat(list.leftOut())
                .extracting(row -> row.skipped().orElseThrow())
                .contains("a line about rights");
        assertThat(list.remarks()).anyMatch(remark -> remark.contains("“5O” was read as 50"));
    }

    @Test
    void namesWithoutNotesAreCountedUpOrDown() throws Exception {
        NoteList down = NoteListReader.read(
                "Kick 1\nKick 2\nTom 1\nTom 2\nCrash 1", new Settings(Optional.empty(), 60, Direction.DOWN));
        assertThat(down.counted()).isTrue();
        assertThat(down.lines()).extracting(line -> line.note().number()).containsExactly(60, 59, 58, 57, 56);
    }

    @Test
    void whatIsNotUnderstoodIsMarked() throws Exception {
        NoteList list = read("36 Kick\n37 Blorp\n38 Snare\n38 Snare left\n130 Cowbell\n40 Hi-hat");
        assertThat(list.rows())
                .extracting(Row::doubts)
                .containsExactly(
                        List.of(),
                        List.of("no word of the name is known; choose its sound"),
                        List.of(),
                        List.of("note 38 stands in line 3 too"),
                        List.of("note 130 does not exist; notes are 0 to 127"),
                        List.of("the sound is a guess"));
        assertThat(list.lines()).hasSize(5);
    }

    @Test
    void aQuotationMarkThatNeverClosesIsTold() throws Exception {
        NoteList list = read("36,\"Kick\n38,Snare\n40,Clap");
        assertThat(list.remarks()).hasSize(1);
        assertThat(list.lines()).hasSize(3);
    }

    @Test
    void aListWithoutADrumIsRefused() {
        assertThatThrownBy(() -> read("Dear diary,\ntoday it rained.\nAgain."))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("No line of this holds a note");
        assertThatThrownBy(() -> read("")).isInstanceOf(DocumentException.class);
    }

    @Test
    void aListThatIsTooLongIsRefused() {
        assertThatThrownBy(() -> read("36 Kick\n".repeat(1_300_000)))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("characters; it may have 400000 at most");
        assertThatThrownBy(() -> read("36 Kick\n".repeat(NoteListReader.MOST_LINES + 1)))
                .hasMessageContaining("lines; it may have 3000 at most");
    }

    @Provide
    Arbitrary<String> texts() {
        Arbitrary<String> words = Arbitraries.of(
                "36",
                "C1",
                "Kick",
                "HH",
                "1/2",
                "-",
                "|",
                ";",
                ",",
                "\t",
                "  ",
                "\"",
                "(",
                ")",
                "D#2-F2",
                "...",
                "Snare",
                "page 3",
                "\n",
                "\u00A0",
                "🥁",
                "note",
                ":",
                "127",
                "999",
                "x".repeat(300),
                "Tom 2",
                "السنير");
        return words.list().ofMaxSize(60).map(list -> String.join(" ", list));
    }

    /** Nothing is lost: every line of the text is in a row, whether it was understood or not. */
    @Property
    void everyLineOfTheTextComesBackInARow(@ForAll("texts") String text) {
        try {
            NoteList list = read(text);
            long lines = text.lines().count();
            // Columns are read down, so the last row need not be of the last line.
            long last = list.rows().stream().mapToInt(Row::line).max().orElse(0);
            assertThat(list.rows().stream().map(Row::line).distinct().count()).isEqualTo(last);
            assertThat(last).isLessThanOrEqualTo(lines);
            list.rows().stream()
                    .filter(Row::isLine)
                    .forEach(row -> assertThat(row.toLine().isPresent() || row.isUnsure())
                            .as(row.toString())
                            .isTrue());
        } catch (DocumentException e) {
            assertThat(e.getMessage()).contains("No line of this holds");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"OK", "Oak ", "Quayside Oak - ", "MT_", "808 ", "Kit A: "})
    void whatAllNamesBeginWithIsNoPartOfTheirSounds(String beginning) throws Exception {
        List<String> names = List.of(
                "Bass Drum", "Snare Rim", "High Tom", "Floor Tom", "Crash Cym", "Ride Bell", "Cowbell", "High Conga");
        String list = IntStream.range(0, names.size())
                .mapToObj(at -> 36 + at + " " + beginning + names.get(at))
                .collect(Collectors.joining("\n"));
        List<Row> rows = NoteListReader.read(list, Settings.USUAL).rows();
        List<SoundReading> wanted = SoundReader.readTogether(names);
        assertThat(rows)
                .extracting(row -> row.sound().orElseThrow())
                .isEqualTo(wanted.stream()
                        .map(reading -> reading.sound().orElseThrow())
                        .toList());
        assertThat(rows.get(0).name()).endsWith("Bass Drum");
    }

    /** Names that stand without notes among those that have some are not passed over as headings. */
    @Test
    void namesWhoseNotesAreMissingAreTold() throws Exception {
        NoteList list = NoteListReader.read(
                "\"Acoustic Bass Drum\", # 35\n\"Bass Drum\",\n\"Side Stick\",\n\"Snare\",\n\"Hand Clap\",\n\"Cowbell\",",
                Settings.USUAL);
        assertThat(list.unexplained()).hasSize(5);
        assertThat(list.explained()).isLessThan(NoteList.EXPLAINED);
    }

    /** What one name leaves open, the others of its list say; what was taken from them is said beside it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "44 HH Pedal; 38 Snare; 42 Closed; 46 Open|hi-hat, tip, closed; hi-hat, tip, open|after the other lines",
                "38 Snare; 48 High; 47 Mid; 45 Low|tom 1, head; tom 2, head; tom 3, head|",
                "49 Crash 1; 57 Crash 2; 51 Ride; 1 Choke 1; 2 Choke 2|ride 1, bow; crash 1, choke; crash 2, choke|",
                "49 Crash 1; 51 Ride; 2 Choke|ride 1, bow; ride 1, choke|going on from the line before",
                "55 Splash 1; 42 Hat; 44 Foot; 1 Splash|hi-hat, pedal splash|after the other lines",
                "42 Hat; 44 Foot; 1 Splash|splash 1, edge|",
                "49 Crash; 57 Crash|crash 1, edge; crash 2, edge|named like line 1, and taken as “Crash 2”",
                "49 Crash; 52 Crash 2; 57 Crash|crash 2, edge; crash 1, edge|named like line 1",
                "36 Snare drum; 38 Snare drum|snare, centre; snare, centre|named like line 1",
                "38 Snare; 37 Side; 40 Rim|snare, side stick; snare, rim shot|",
                "60 Conga; 61 Open; 62 Slap|conga 1, open; conga 1, slap|",
                "36 Kick; 37 Perc 1|-|no word of the name is known",
                "49 Cymbal 1 Crash; 51 Cymbal 2 Ride; 55 Cymbal 3 Splash|crash 1, edge; ride 1, bow; splash 1, edge|",
                "49 Crash 1; 51 Ride 2; 59 Ride 1|crash 1, edge; ride 2, bow; ride 1, bow|"
            })
    void theOtherNamesOfAListHelp(String list, String sounds, @Nullable String doubt) throws Exception {
        List<Row> rows =
                NoteListReader.read(list.replace("; ", "\n"), Settings.USUAL).rows();
        List<String> wanted = List.of(sounds.split("; "));
        List<Row> last = rows.subList(rows.size() - wanted.size(), rows.size());
        assertThat(last)
                .extracting(row -> row.sound().map(Sound::words).orElse("-"))
                .isEqualTo(wanted);
        if (doubt != null) {
            assertThat(last).flatExtracting(Row::doubts).anyMatch(said -> said.contains(doubt));
        }
    }

    @Test
    void theChannelThatAListNamesIsTaken() throws Exception {
        String list = "Note\tName\tChannel\tChoke group\tVelocity\tColour\n36\tKick\t3\t\t1-127\tred\n"
                + "42\tClosed Hat\t3\tA\t1-127\tblue\n46\tOpen Hat\t3\tA\t1-127\tblue\n49\tCrash\t3\t\t1-127\tgreen";
        NoteList one = NoteListReader.read(list, Settings.USUAL);
        assertThat(one.channel()).hasValue(3);
        assertThat(one.lines()).extracting(line -> line.chokeGroup().orElse("")).containsExactly("", "A", "A", "");
        NoteList two = NoteListReader.read(list.replace("green", "").replace("Crash\t3", "Crash\t10"), Settings.USUAL);
        assertThat(two.channel()).isEmpty();
        assertThat(two.remarks()).anyMatch(remark -> remark.contains("channels 3, 10"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Oktave 1; C   Kick; Cis  Side Stick; D   Snare; Fis Closed Hat; B   Open Hat; H  Tom 1|36 37 38 42 46 47",
                "Ottava 1; Do Kick; Do diesis Side Stick; Re Snare; Fa# Closed Hat; La Tom 1; Si Tom 2|36 37 38 42 45 47",
                "Octave 1; Do  Kick; Ré  Snare; Fa dièse  Closed Hat; Si bémol  Open Hat|36 38 42 46",
                "Octave 1; Kick C; Snare D; Closed Hat F#; Octave 2; Crash C#; Ride D#|36 38 42 49 51"
            })
    void anOctaveOverItsNotesGoesToThem(String text, String notes) throws Exception {
        NoteList list = NoteListReader.read(
                text.replace("; ", "\n"), new Settings(Optional.of(OctaveConvention.C3), 36, Direction.UP));
        assertThat(list.lines().stream()
                        .map(line -> String.valueOf(line.note().number()))
                        .collect(Collectors.joining(" ")))
                .isEqualTo(notes);
        assertThat(list.unexplained()).isEmpty();
    }

    /** Columns are read down, so that a bare name goes on from the one above it. */
    @Test
    void recordsSideBySideAreReadDownTheirColumns() throws Exception {
        NoteList list = NoteListReader.read(
                "Notes\n36 Kick              42 HH Closed         49 Crash 1\n38 Snare             44 Pedal             57 Crash 2\n"
                        + "40 Rim Shot          46 Open              51 Ride\n37 Side Stick        48 Tom 1             53 Bell\n"
                        + "47 Tom 2\nPage 3",
                Settings.USUAL);
        assertThat(list.lines())
                .extracting(line -> line.note().number())
                .containsExactly(36, 38, 40, 37, 47, 42, 44, 46, 48, 49, 57, 51, 53);
        assertThat(list.lines())
                .extracting(line -> line.sound().words())
                .contains("hi-hat, tip, open", "ride 1, bell", "snare, rim shot");
        NoteList prose = NoteListReader.read(
                "It sends 36=Kick, 38=Snare, 40=Rim shot,\n42=Closed hat, 46=Open hat, 49=Crash", Settings.USUAL);
        assertThat(prose.lines()).extracting(line -> line.note().number()).containsExactly(36, 38, 40, 42, 46, 49);
    }
}
