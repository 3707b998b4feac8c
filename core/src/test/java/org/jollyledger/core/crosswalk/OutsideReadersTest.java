package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.Recording;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Mending;
import org.jollyledger.core.reconcile.Mending.Mended;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Real files from Debian's planetblupi-music-midi, and what other programs read in what we make of them. */
class OutsideReadersTest {
    private static final NoteMap GM = GeneralMidi.level1();
    /** A map that forces every kind of entry: half the lines, so that much is substituted, folded or silent. */
    private static final NoteMap HALF = new NoteMap(
            "Half",
            "",
            GM.kind(),
            GM.middleC(),
            GM.channel(),
            GM.chokes(),
            GM.openness(),
            GM.lines().stream().filter(line -> line.note().number() % 2 == 0).toList(),
            "");

    private static final String LIST_CHANNEL_EVENTS = """
            import mido, sys
            for path in sys.argv[1:]:
                print(path)
                for index, track in enumerate(mido.MidiFile(path).tracks):
                    tick = 0
                    for message in track:
                        tick += message.time
                        if not message.is_meta and message.type != 'sysex':
                            print(index, tick, message.hex().replace(' ', '').lower())
            """;

    private static final String LIST_STROKES_IN_SECONDS = """
            import mido, sys
            for path in sys.argv[1:]:
                print(path)
                seconds = 0
                for message in mido.MidiFile(path):
                    seconds += message.time
                    if message.type == 'note_on' and message.velocity > 0:
                        print(round(seconds * 1000000), message.note, message.velocity)
            """;

    /** A minute of playing with a pedal, some notes of which never end. */
    private static List<TimedMessage> played(long seed) {
        Random random = new Random(seed);
        List<TimedMessage> came = new ArrayList<>();
        long at = 0;
        for (int stroke = 0; stroke < 150; stroke++) {
            at += 20_000 + random.nextInt(600_000);
            int note = 30 + random.nextInt(30);
            came.add(new TimedMessage(at, 0x99, note, 1 + random.nextInt(127)));
            if (random.nextInt(12) > 0) {
                came.add(new TimedMessage(at + random.nextInt(900_000), 0x89, note, 64));
            }
            came.add(new TimedMessage(at + 500, 0xB9, 4, random.nextInt(128)));
        }
        return came;
    }

    private static byte[] recorded(long seed) {
        return Recording.file("Take", 63 + seed * 11, 3 + (int) seed % 3, played(seed));
    }

    private static List<byte[]> recorded() {
        return LongStream.range(0, 6).mapToObj(OutsideReadersTest::recorded).toList();
    }

    /** In each run some other files are read by the slow readers. */
    private static final int TURN = new Random().nextInt(8);

    private static <T> List<T> oneIn(int many, List<T> all, int turn) {
        return IntStream.range(0, all.size())
                .filter(index -> (index + turn) % many == 0)
                .mapToObj(all::get)
                .toList();
    }

    /** All real files from General MIDI to a map, and back again. */
    private static List<byte[]> conversions(NoteMap target) throws Exception {
        List<byte[]> files = new ArrayList<>();
        Crosswalk to = Crosswalk.propose(GM, target);
        Crosswalk from = Crosswalk.propose(target, GM);
        for (Path path : Outside.realFiles()) {
            Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
            assertThat(part.hitCount()).isPositive();
            Conversion there = Conversion.of(part, to);
            assertThat(there.statement().balances()).isTrue();
            files.add(there.bytes());
            Part converted = Part.of(MidiFile.read(there.bytes()), Channels.only(10));
            Conversion back = Conversion.of(converted, from);
            assertThat(back.statement().balances()).isTrue();
            assertThat(back.statement().totals().hitsIn())
                    .isEqualTo(there.statement().totals().hitsOut());
            files.add(back.bytes());
        }
        return files;
    }

    /** The unlucky cue and one in eight real files with everything in them that does not sound as meant put right. */
    private static List<byte[]> mended(int turn) throws Exception {
        List<byte[]> files = new ArrayList<>();
        NoteMap kit = DemoMaps.named("Otterbrook E7");
        files.add(mended(DemoMaps.cue("Rain on the Tent"), kit, kit));
        files.add(mended(DemoMaps.cue("Rain on the Tent"), DemoMaps.named("Barley Row"), kit));
        for (Path path : oneIn(8, Outside.realFiles(), turn)) {
            files.add(mended(MidiFile.read(Files.readAllBytes(path)), HALF, GM));
        }
        return files;
    }

    private static byte[] mended(MidiFile file, NoteMap map, NoteMap meant) {
        Mended mended = Mending.mend(
                file, map, Optional.of(meant), Figures.USUAL, EnumSet.allOf(DiscrepancyKind.class), any -> false);
        assertThat(mended.account().settled()).isNotEmpty();
        return mended.file().toBytes();
    }

    @Test
    void realFilesComeBackByteForByte() throws Exception {
        Crosswalk same = Crosswalk.propose(GM, GM);
        for (Path path : Outside.realFiles()) {
            byte[] bytes = Files.readAllBytes(path);
            MidiFile file = MidiFile.read(bytes);
            assertThat(file.damages()).isEmpty();
            Part part = Part.of(file, Channels.only(10));
            assertThat(Conversion.of(part, same).bytes()).isEqualTo(bytes);
        }
    }

    @Test
    void theJdkReadsTheSameEventsOnEveryMap() throws Exception {
        List<NoteMap> targets = new ArrayList<>(DemoMaps.all());
        targets.add(HALF);
        targets.add(GeneralMidi.level2());
        for (NoteMap target : targets) {
            for (byte[] bytes : oneIn(4, conversions(target), TURN + targets.indexOf(target))) {
                assertThat(Events.readByJdk(bytes)).as(target.name()).isEqualTo(Events.read(MidiFile.read(bytes)));
            }
        }
    }

    /** The lines that a program in Python prints for each file. Python starts slowly, so one call reads all files. */
    private static List<List<String>> printed(String program, Path folder, List<byte[]> files) throws Exception {
        List<String> command = new ArrayList<>(List.of("/usr/bin/python3", "-c", program));
        for (byte[] bytes : files) {
            command.add(
                    Files.write(folder.resolve(command.size() + ".mid"), bytes).toString());
        }
        List<List<String>> printed = new ArrayList<>();
        for (String line : Outside.run(command)) {
            if (line.startsWith(folder.toString())) {
                printed.add(new ArrayList<>());
            } else {
                printed.get(printed.size() - 1).add(line);
            }
        }
        assertThat(printed).hasSameSizeAs(files);
        return printed;
    }

    @Test
    void midoReadsTheSameChannelEvents(@TempDir Path folder) throws Exception {
        List<byte[]> files = new ArrayList<>(oneIn(8, conversions(HALF), TURN));
        files.addAll(mended(TURN));
        files.addAll(oneIn(4, recorded(), TURN));
        List<List<String>> read = printed(LIST_CHANNEL_EVENTS, folder, files);
        for (int index = 0; index < files.size(); index++) {
            assertThat(read.get(index)).isEqualTo(channelEvents(files.get(index)));
        }
    }

    @Test
    void midoHearsWhatWasPlayedWhenItWasPlayed(@TempDir Path folder) throws Exception {
        List<List<String>> heard = printed(LIST_STROKES_IN_SECONDS, folder, recorded());
        for (int seed = 0; seed < heard.size(); seed++) {
            List<TimedMessage> strokes = played(seed).stream()
                    .filter(TimedMessage::isStroke)
                    .sorted(Comparator.comparingLong(TimedMessage::at))
                    .toList();
            assertThat(heard.get(seed)).hasSameSizeAs(strokes);
            for (int at = 0; at < strokes.size(); at++) {
                String[] stroke = heard.get(seed).get(at).split(" ");
                assertThat(Math.abs(Long.parseLong(stroke[0]) - strokes.get(at).at()))
                        .isLessThanOrEqualTo(1_000);
                assertThat(stroke[1] + " " + stroke[2])
                        .isEqualTo(
                                strokes.get(at).data1() + " " + strokes.get(at).data2());
            }
        }
    }

    @Test
    void midicsvReadsTheSameNotes(@TempDir Path folder) throws Exception {
        Pattern note = Pattern.compile("(\\d+), (\\d+), (Note_on|Note_off)_c, (\\d+), (\\d+), (\\d+)");
        List<byte[]> files = new ArrayList<>(oneIn(4, conversions(HALF), TURN + 1));
        files.addAll(recorded());
        for (byte[] bytes : files) {
            Path path = Files.write(folder.resolve("converted.mid"), bytes);
            List<String> notes = Outside.run(List.of("midicsv", path.toString())).stream()
                    .map(note::matcher)
                    .filter(java.util.regex.Matcher::matches)
                    .map(row -> String.format(
                            Locale.ROOT,
                            "%d %s %s%x%02x%02x",
                            Integer.parseInt(row.group(1)) - 1,
                            row.group(2),
                            row.group(3).equals("Note_on") ? "9" : "8",
                            Integer.parseInt(row.group(4)),
                            Integer.parseInt(row.group(5)),
                            Integer.parseInt(row.group(6))))
                    .toList();
            assertThat(notes)
                    .isNotEmpty()
                    .isEqualTo(channelEvents(bytes).stream()
                            .filter(line -> line.matches("\\d+ \\d+ [89].*"))
                            .toList());
        }
    }

    /** Every note of every conversion is one that the target lists, or one that the source did not list. */
    @Test
    void onlyNotesOfTheTargetComeOut() throws Exception {
        Crosswalk toHalf = Crosswalk.propose(GM, HALF);
        for (Path path : Outside.realFiles()) {
            Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
            Conversion conversion = Conversion.of(part, toHalf);
            Part after = Part.of(MidiFile.read(conversion.bytes()), Channels.only(10));
            List<Integer> allowed = Stream.concat(
                            HALF.lines().stream().map(Line::note).map(listed -> listed.number()),
                            IntStream.range(0, 128).boxed().filter(number -> number < 35 || number > 81))
                    .toList();
            assertThat(IntStream.range(0, after.hitCount()).map(after::note).boxed())
                    .isSubsetOf(allowed);
        }
    }

    private static List<String> channelEvents(byte[] bytes) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        List<String> all = Events.read(file);
        List<String> kept = new ArrayList<>();
        int line = 0;
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++, line++) {
                if (track.status(event) < 0xF0) {
                    kept.add(all.get(line));
                }
            }
        }
        return kept;
    }

    /** General MIDI parts with two snares, toms, ride, crash and clap onto the small library, without a manual change. */
    @ParameterizedTest
    @ValueSource(strings = {"music003.mid", "music004.mid", "music007.mid"})
    void realPartsAreProposedRight(String name) throws Exception {
        NoteMap small = DemoMaps.named("Tin Parade");
        Path path = Outside.realFiles().stream()
                .filter(file -> file.endsWith(name))
                .findFirst()
                .orElseThrow();
        Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
        Statement statement =
                Conversion.of(part, Crosswalk.propose(GM, small, part)).statement();
        assertThat(statement.totals().silent()).isZero();
        assertThat(statement.balances()).isTrue();
        assertThat(Losses.of(statement))
                .extracting(loss -> loss.key().kind())
                .doesNotContain(Losses.Kind.FILL_TURNED, Losses.Kind.FILL_ON_ONE_DRUM);
        for (Statement.LineAccount account : statement.lines()) {
            Sound from = account.line().orElseThrow().sound();
            Sound to = small.lineAt(
                            account.route().orElseThrow().targets().get(0).note())
                    .orElseThrow()
                    .sound();
            if (from.piece() != KitPiece.CLAP) {
                assertThat(to.family()).as(from.code()).isEqualTo(from.family());
            }
        }
    }
}
