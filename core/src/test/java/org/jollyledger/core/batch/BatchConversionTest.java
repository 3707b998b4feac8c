package org.jollyledger.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.Outside;
import org.jollyledger.core.support.PlantedPart;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class BatchConversionTest {
    private static final NoteMap SOURCE =
            SmallMaps.map(36, "kick", "snare", "hihat.tip.closed", "crash.1", "crash.2", "whistle.short");
    private static final NoteMap TARGET = SmallMaps.map(60, "kick", "snare", "hihat.tip.closed", "crash.1");
    private static final Crosswalk CROSSWALK = Crosswalk.propose(SOURCE, TARGET);
    private static final String GROOVE = "0+2+3+4 2 1+2 2 0+2 2 1+2 5";
    private static final BatchLimits SMALL = new BatchLimits(10_000, 40_000, 1_000_000, 1_000);

    @TempDir
    Path folder;

    private static byte[] loop() {
        return Grooves.file(SOURCE, GROOVE);
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** Keeps what it is told, and stops after some files. */
    private static final class Notes implements BatchListener {
        private final List<Problem> problems = new ArrayList<>();
        private final List<FileLosses> losses = new ArrayList<>();
        private final List<Tally> tallies = new ArrayList<>();
        private int stopAfter = Integer.MAX_VALUE;

        @Override
        public void reached(Tally tally) {
            tallies.add(tally);
        }

        @Override
        public void met(Problem problem) {
            problems.add(problem);
        }

        @Override
        public void lost(FileLosses lost) {
            losses.add(lost);
        }

        @Override
        public boolean isStopped() {
            return tallies.size() >= stopAfter;
        }

        List<String> sentences() {
            return problems.stream()
                    .map(problem -> problem.file() + ": " + problem.sentence())
                    .toList();
        }
    }

    private final Notes notes = new Notes();

    /** An archive written by the JDK. */
    private static byte[] zip(Map<String, byte[]> files) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue());
                zip.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    private static Map<String, byte[]> files(Object... namesAndContents) {
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (int i = 0; i < namesAndContents.length; i += 2) {
            files.put((String) namesAndContents[i], (byte[]) namesAndContents[i + 1]);
        }
        return files;
    }

    private Tally run(OutputStream out, BatchLimits limits, byte[]... archives) throws IOException {
        List<Path> paths = new ArrayList<>();
        for (byte[] archive : archives) {
            paths.add(Files.write(folder.resolve("in-" + paths.size() + ".zip"), archive));
        }
        Tally tally = BatchConversion.run(
                paths, new BatchRoutes.Given(CROSSWALK), BatchRepairs.NONE, out, folder, limits, notes);
        try (var left = Files.list(folder)) {
            assertThat(left).as("no passing file stays").hasSize(paths.size());
        }
        return tally;
    }

    /** The result as the JDK reads it. */
    private Map<String, byte[]> convert(byte[]... archives) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        run(out, SMALL, archives);
        return unzip(out.toByteArray());
    }

    private static Map<String, byte[]> unzip(byte[] archive) throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(archive))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                assertThat(files.put(entry.getName(), zip.readAllBytes()))
                        .as(entry.getName())
                        .isNull();
            }
        }
        return files;
    }

    private static byte[] converted(byte[] file) throws Exception {
        return Conversion.of(Part.of(MidiFile.read(file), Channels.only(10)), CROSSWALK)
                .bytes();
    }

    @Test
    void foldersAndNamesStayAndOtherFilesGoThroughUntouched() throws Exception {
        byte[] picture = {1, 2, 3, 0, -1};
        Map<String, byte[]> result = convert(zip(files(
                "Fair/", new byte[0],
                "Fair/fills/one.mid", loop(),
                "Fair/fills/two.MID", Grooves.file(SOURCE, "0 1 0 1"),
                "Fair/read me.txt", text("Dear puppets"),
                "Fair/café ♯.png", picture)));
        assertThat(result.keySet())
                .containsExactly(
                        "Fair/",
                        "Fair/fills/one.mid",
                        "Fair/fills/two.MID",
                        "Fair/read me.txt",
                        "Fair/café ♯.png",
                        "Jolly Ledger/statements.csv",
                        "Jolly Ledger/statements.json",
                        "Jolly Ledger/problems.txt");
        assertThat(result.get("Fair/fills/one.mid")).isEqualTo(converted(loop()));
        assertThat(result.get("Fair/read me.txt")).asString().isEqualTo("Dear puppets");
        assertThat(result.get("Fair/café ♯.png")).isEqualTo(picture);
        assertThat(result.get("Jolly Ledger/problems.txt")).isEmpty();
        assertThat(notes.losses).containsExactly(new BatchListener.FileLosses("Fair/fills/one.mid", 14, 1, 1, 0));
    }

    @Test
    void theStatementsBalanceAndAgreeWithTheTally() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Tally tally = run(out, SMALL, zip(files("a.mid", loop(), "b, \"c\".mid", loop(), "d.txt", text("d"))));
        assertThat(tally.files()).isEqualTo(3);
        assertThat(tally.parts()).isEqualTo(2);
        assertThat(tally.others()).isEqualTo(1);
        assertThat(tally.hitsIn())
                .isEqualTo(28)
                .isEqualTo(tally.carried() + tally.substituted() + tally.silent() + tally.unlisted());
        assertThat(notes.tallies).last().isEqualTo(tally);
        Map<String, byte[]> result = unzip(out.toByteArray());
        String csv = new String(result.get("Jolly Ledger/statements.csv"), StandardCharsets.UTF_8);
        List<CSVRecord> rows = CSVParser.parse(
                        csv, CSVFormat.RFC4180.builder().setHeader().get())
                .getRecords();
        assertThat(sum(rows, false, "in")).isEqualTo(28).isEqualTo(sum(rows, true, "in"));
        assertThat(sum(rows, false, "silent")).isEqualTo(tally.silent());
        assertThat(sum(rows, false, "out")).isEqualTo(tally.hitsOut());
        assertThat(rows).extracting(row -> row.get("file")).contains("a.mid", "b, \"c\".mid");
        JsonNode documents = JsonMapper.shared().readTree(result.get("Jolly Ledger/statements.json"));
        assertThat(documents.size()).isEqualTo(2);
        assertThat(documents.get(1).get("file").asString()).isEqualTo("b, \"c\".mid");
        assertThat(documents.get(0).get("hitsOut").asInt()).isEqualTo(12);
        JsonNode lost = documents.get(0).findValues("places").stream()
                .flatMap(JsonNode::valueStream)
                .findFirst()
                .orElseThrow();
        assertThat(lost.get("entry").asString()).isEqualTo("folded");
        assertThat(lost.get("bar").asInt()).isEqualTo(1);
    }

    private static long sum(List<CSVRecord> rows, boolean lines, String column) {
        return rows.stream()
                .filter(row -> row.get("line").equals("all lines") != lines)
                .mapToLong(row -> Long.parseLong(row.get(column)))
                .sum();
    }

    @ParameterizedTest
    @CsvSource({
        "../../evil.mid, evil.mid",
        "/etc/drums.mid, etc/drums.mid",
        "C:\\loops\\one.mid, loops/one.mid",
        "a/./b//c.mid, a/b/c.mid",
        "'a/\tb.mid', a/b.mid",
        ".., unnamed"
    })
    void namesThatLeadOutAreToldAndHarmless(String name, String safe) throws Exception {
        Map<String, byte[]> result = convert(zip(files(name, loop())));
        assertThat(result).containsKey(safe);
        assertThat(result.get(safe)).isEqualTo(converted(loop()));
        assertThat(notes.sentences())
                .containsExactly(name
                        + ": has a name that leads out of the archive or cannot be shown; it is " + safe
                        + " in the result");
    }

    @Test
    void namesThatComeTwiceAreToldAndBothKept() throws Exception {
        Map<String, byte[]> result = convert(
                zip(files("x/one.mid", loop(), "other", text("1"))),
                zip(files("x/one.mid", loop(), "other", text("2"))));
        assertThat(result).containsKeys("x/one.mid", "x/one (2).mid", "other", "other (2)");
        assertThat(notes.sentences())
                .containsExactly(
                        "x/one.mid: comes more than once; this one is x/one (2).mid in the result",
                        "other: comes more than once; this one is other (2) in the result");
    }

    @Test
    void whatIsNoPartIsToldWhereOneWasMeant() throws Exception {
        byte[] nested = zip(files("inner.mid", loop()));
        byte[] cutOff = Arrays.copyOf(loop(), 40);
        Map<String, byte[]> result = convert(zip(files(
                "letter.mid", text("Dear puppets"), "more.zip", nested, "cut.mid", cutOff, "head.mid", text("MThd"))));
        assertThat(result.get("letter.mid")).asString().isEqualTo("Dear puppets");
        assertThat(result.get("more.zip")).isEqualTo(nested);
        assertThat(result.get("head.mid")).asString().isEqualTo("MThd");
        assertThat(notes.sentences()).hasSize(4);
        assertThat(notes.sentences().get(0))
                .isEqualTo("letter.mid: is named as a MIDI file and is none; it goes through untouched");
        assertThat(notes.sentences().get(1))
                .startsWith("more.zip: is an archive in the archive and goes through untouched");
        assertThat(notes.sentences().get(2)).startsWith("cut.mid: is converted as far as it can be read: ");
        assertThat(notes.sentences().get(3)).startsWith("head.mid: goes through untouched: ");
        assertThat(result.get("Jolly Ledger/problems.txt"))
                .asString()
                .hasLineCount(4)
                .startsWith("letter.mid: is named");
    }

    /** The flag of encryption is bit 0 of the general purpose flags (PKWARE APPNOTE 4.4.4). */
    @Test
    void encryptedFilesAreLeftOutAndTold() throws Exception {
        byte[] archive = zip(files("secret.mid", loop(), "open.mid", loop()));
        archive[6] |= 1;
        Map<String, byte[]> result = convert(archive);
        assertThat(result).containsKey("open.mid").doesNotContainKey("secret.mid");
        assertThat(notes.sentences()).containsExactly("secret.mid: is encrypted and left out");
    }

    /** It would be unpacked on the way to what comes after it. */
    @Test
    void aFolderWithContentEndsTheArchive() throws Exception {
        Map<String, byte[]> result = convert(zip(files("a.mid", loop(), "bomb/", new byte[20 << 20], "b.mid", loop())));
        assertThat(result).containsKey("a.mid").doesNotContainKey("b.mid");
        assertThat(notes.sentences()).hasSize(1).allMatch(sentence -> sentence.contains("damaged here"));
    }

    @Test
    void bombsAreLeftOutWhereTheyPassTheLimit() throws Exception {
        byte[] zeros = new byte[60_000];
        Map<String, byte[]> result = convert(zip(files("a.mid", loop(), "bomb.bin", zeros, "b.mid", loop())));
        assertThat(result).containsKeys("a.mid", "b.mid").doesNotContainKey("bomb.bin");
        assertThat(notes.sentences()).containsExactly("bomb.bin: unpacks to more than 1 MB and left out");
    }

    /** A stored file says its length before it, so what follows is found without unpacking. */
    @Test
    void afterALargeFileThatSaysItsLengthTheNextOneIsFound() throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            stored(zip, "large.bin", new byte[60_000]);
            stored(zip, "large.mid", Arrays.copyOf(loop(), 20_000));
            stored(zip, "b.mid", loop());
        }
        Map<String, byte[]> result = convert(bytes.toByteArray());
        assertThat(result).containsKeys("large.mid", "b.mid").doesNotContainKey("large.bin");
        assertThat(result.get("large.mid")).isEqualTo(Arrays.copyOf(loop(), 20_000));
        assertThat(notes.sentences())
                .containsExactly(
                        "large.bin: unpacks to more than 1 MB and left out",
                        "large.mid: is larger than 1 MB, the most a part may have, and goes through untouched");
    }

    private static void stored(ZipOutputStream zip, String name, byte[] content) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        CRC32 sum = new CRC32();
        sum.update(content);
        entry.setMethod(ZipEntry.STORED);
        entry.setSize(content.length);
        entry.setCrc(sum.getValue());
        zip.putNextEntry(entry);
        zip.write(content);
        zip.closeEntry();
    }

    @Test
    void moreThanABatchTakesEndsIt() throws Exception {
        BatchLimits two = new BatchLimits(10_000, 10_000, 1_000_000, 2);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Tally tally = run(out, two, zip(files("a.mid", loop(), "b.mid", loop(), "c.mid", loop())));
        assertThat(tally.files()).isEqualTo(2);
        assertThat(notes.sentences())
                .containsExactly("c.mid: is more than a batch takes; it and all after it are left out");
        assertThat(unzip(out.toByteArray())).containsKeys("a.mid", "b.mid").doesNotContainKey("c.mid");
    }

    @Test
    void aDamagedArchiveIsConvertedAsFarAsItGoes() throws Exception {
        byte[] archive = zip(files("a.mid", loop(), "b.mid", loop(), "c.mid", loop()));
        Map<String, byte[]> result = convert(Arrays.copyOf(archive, archive.length / 2));
        assertThat(result).containsKey("a.mid");
        assertThat(notes.sentences())
                .isNotEmpty()
                .allSatisfy(sentence -> assertThat(sentence).contains("damaged"));
    }

    @Test
    void aBatchThatIsStoppedKeepsWhatIsDone() throws Exception {
        notes.stopAfter = 2;
        Map<String, byte[]> result = convert(zip(files("a.mid", loop(), "b.mid", loop(), "c.mid", loop())));
        assertThat(result)
                .containsKeys("a.mid", "b.mid", "Jolly Ledger/statements.csv")
                .doesNotContainKey("c.mid");
    }

    /** Names in UTF-8 that are not marked as such, as many programs write them. */
    @Test
    void unmarkedNamesInUtf8AreRead() throws Exception {
        byte[] archive = zip(files("Café.mid", loop()));
        archive[7] &= ~8;
        Map<String, byte[]> result = convert(archive);
        assertThat(result).containsKey("Café.mid");
    }

    /** Real files through a batch, read by another program; source of the music: Debian's planetblupi-music-midi. */
    @Test
    void otherProgramsReadTheResult() throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (Path path : Outside.realFiles()) {
            files.put("music/" + path.getFileName(), Files.readAllBytes(path));
        }
        NoteMap gm = GeneralMidi.level1();
        Path in = Files.write(folder.resolve("in.zip"), zip(files));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        BatchConversion.run(
                List.of(in),
                new BatchRoutes.Given(Crosswalk.propose(gm, TARGET)),
                BatchRepairs.NONE,
                out,
                folder,
                BatchLimits.USUAL,
                notes);
        Map<String, byte[]> result = unzip(out.toByteArray());
        for (String name : files.keySet()) {
            Path file = Files.write(folder.resolve("one.mid"), result.get(name));
            assertThat(Outside.run(List.of("midicsv", file.toString())))
                    .as(name)
                    .first()
                    .asString()
                    .startsWith("0, 0, Header");
            assertThat(javax.sound.midi.MidiSystem.getSequence(new ByteArrayInputStream(result.get(name)))
                            .getTracks())
                    .isNotEmpty();
        }
    }

    private record Named(String name, byte[] content) {}

    /** Loops that want different routes: the second crash is struck with the first in some, and the whistle alone in others. */
    private static Map<String, byte[]> loops(Random random) {
        Map<String, byte[]> loops = new LinkedHashMap<>();
        for (int i = 0; i < 6; i++) {
            loops.put("loop " + i + ".mid", Grooves.file(PLAYED, Grooves.random(random, PLAYED)));
        }
        loops.put("none.mid", text("no part"));
        return loops;
    }

    private static final NoteMap PLAYED =
            SmallMaps.map(36, "kick", "tom.1", "tom.2", "tom.3", "tom.4", "crash.1", "crash.2", "crash.3", "ride.1");
    private static final NoteMap PLAYED_ON =
            SmallMaps.map(60, "kick", "tom.1", "tom.3", "crash.1", "china.1", "hihat.tip.closed");

    private static Part part(byte[] file) throws Exception {
        return DrumChannel.find(MidiFile.read(file), PLAYED.channel()).part();
    }

    /** Proposed for each file, a batch gives what each gives alone; proposed together, what one crosswalk for all gives. */
    @Property(tries = 60)
    void proposedRoutesAreThoseOfEachFileOrOfAll(@ForAll Random random) throws Exception {
        Map<String, byte[]> loops = loops(random);
        folder = Files.createTempDirectory("property");
        Path archive = Files.write(folder.resolve("in.zip"), zip(loops));
        ByteArrayOutputStream each = new ByteArrayOutputStream();
        BatchConversion.run(
                List.of(archive),
                new BatchRoutes.ProposedForEach(PLAYED, PLAYED_ON),
                BatchRepairs.NONE,
                each,
                folder,
                BatchLimits.USUAL,
                new Notes());
        Crosswalk.ForMany many = Crosswalk.forMany(PLAYED, PLAYED_ON);
        for (byte[] file : List.copyOf(loops.values()).subList(0, loops.size() - 1)) {
            many.add(part(file));
        }
        Crosswalk together = BatchUse.propose(
                List.of(archive), PLAYED, PLAYED_ON, BatchRepairs.NONE, BatchLimits.USUAL, () -> false);
        assertThat(together.routes()).isEqualTo(many.propose().routes());
        Map<String, byte[]> converted = unzip(each.toByteArray());
        for (Map.Entry<String, byte[]> loop : loops.entrySet()) {
            if (loop.getKey().startsWith("loop")) {
                Crosswalk alone = Crosswalk.propose(PLAYED, PLAYED_ON, part(loop.getValue()));
                assertThat(converted.get(loop.getKey()))
                        .isEqualTo(Conversion.of(part(loop.getValue()), alone).bytes());
            }
        }
        Files.delete(archive);
        Files.delete(folder);
    }

    /** A damaged archive, an encrypted or a large file: what can be read is gathered. */
    @Test
    void whatCannotBeReadIsLeftOutWhenUseIsGathered() throws Exception {
        byte[] whole = zip(files("a.mid", loop(), "b.mid", loop(), "large.mid", new byte[50_000]));
        Path cut = Files.write(folder.resolve("cut.zip"), Arrays.copyOf(whole, whole.length / 2));
        Path good = Files.write(folder.resolve("good.zip"), whole);
        Crosswalk proposed =
                BatchUse.propose(List.of(cut, good), SOURCE, TARGET, BatchRepairs.NONE, SMALL, () -> false);
        assertThat(proposed.routes()).hasSize(SOURCE.lines().size());
        assertThat(BatchUse.propose(List.of(good), SOURCE, TARGET, BatchRepairs.NONE, SMALL, () -> true)
                        .routes())
                .as("stopped before the first file, what is typical is proposed")
                .isEqualTo(Crosswalk.forMany(SOURCE, TARGET).propose().routes());
    }

    /** What is put right on the way is what a repair alone puts right, and the account of it lies beside the statements. */
    @Test
    void partsAreMendedOnTheWay() throws Exception {
        PlantedPart planted = new PlantedPart(GeneralMidi.level1(), new Random(5));
        int note = planted.note(0);
        planted.clear(note, PlantedPart.MIDDLE - 960, PlantedPart.MIDDLE + 960);
        planted.hit(PlantedPart.MIDDLE, note, 100, 10);
        planted.hit(PlantedPart.MIDDLE + 15, note, 60, 30);
        MidiFile file = planted.file();
        BatchRepairs repairs = new BatchRepairs(EnumSet.of(DiscrepancyKind.STRUCK_TWICE));
        Crosswalk crosswalk = Crosswalk.propose(GeneralMidi.level1(), TARGET);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Path archive = folder.resolve("planted.zip");
        Files.write(archive, zip(files("planted.mid", file.toBytes())));
        BatchConversion.run(
                List.of(archive),
                new BatchRoutes.Given(crosswalk),
                repairs,
                out,
                folder,
                BatchLimits.USUAL,
                new Notes());
        Map<String, byte[]> result = unzip(out.toByteArray());
        MidiFile mended = repairs.apply(file, GeneralMidi.level1()).file();
        assertThat(result.get("planted.mid"))
                .isEqualTo(Conversion.of(Part.of(mended, Channels.only(10)), crosswalk)
                        .bytes());
        assertThat(new String(result.get("Jolly Ledger/repairs.csv"), StandardCharsets.UTF_8))
                .isEqualTo("file,kind,fixed\r\nplanted.mid,struck-twice,1\r\n");
    }

    @Provide
    Arbitrary<List<Named>> archives() {
        Arbitrary<byte[]> content = Arbitraries.oneOf(
                RandomMidi.files(), Arbitraries.bytes().array(byte[].class).ofMaxSize(300));
        Arbitrary<String> name = Arbitraries.strings()
                .withChars("abé/.\\\\: ♯鼓")
                .withCharRange('0', '9')
                .ofMinLength(1)
                .ofMaxLength(12)
                .map(text -> text + ".mid");
        return Combinators.combine(name, content).as(Named::new).list().ofMaxSize(12);
    }

    /** Whatever comes in: each file comes out once, parts as they are converted alone, the others byte for byte. */
    @Property
    void eachFileComesOutOnce(@ForAll("archives") List<Named> files) throws Exception {
        folder = Files.createTempDirectory("property");
        Map<String, byte[]> byName = new LinkedHashMap<>();
        files.forEach(file -> byName.putIfAbsent(file.name, file.content));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Tally tally = run(out, BatchLimits.USUAL, zip(byName));
        Map<String, byte[]> result = unzip(out.toByteArray());
        assertThat(result).hasSize(byName.size() + 3);
        List<byte[]> came = List.copyOf(byName.values());
        List<byte[]> went = List.copyOf(result.values());
        int hits = 0;
        for (int i = 0; i < came.size(); i++) {
            assertThat(went.get(i)).isEqualTo(alone(came.get(i)));
            hits += hits(came.get(i));
        }
        assertThat(tally.files()).isEqualTo(byName.size()).isEqualTo(tally.parts() + tally.others());
        assertThat(tally.hitsIn()).isEqualTo(hits);
        assertThat(result.keySet())
                .allSatisfy(name -> assertThat(("/" + name + "/")).doesNotContain("/../", "//", "\\\\"));
        Files.delete(folder.resolve("in-0.zip"));
        Files.delete(folder);
    }

    private static byte[] alone(byte[] file) {
        try {
            return Conversion.of(
                            DrumChannel.find(MidiFile.read(file), SOURCE.channel())
                                    .part(),
                            CROSSWALK)
                    .bytes();
        } catch (MidiFormatException e) {
            return file;
        }
    }

    private static int hits(byte[] file) {
        try {
            return DrumChannel.find(MidiFile.read(file), SOURCE.channel())
                    .part()
                    .hitCount();
        } catch (MidiFormatException e) {
            return 0;
        }
    }
}
