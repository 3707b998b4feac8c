package org.jollyledger.benchmark;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.batch.BatchConversion;
import org.jollyledger.core.batch.BatchLimits;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.batch.BatchRoutes;
import org.jollyledger.core.batch.Tally;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/** Converting a zip of 2,000 small files, with statements, against only unpacking it and packing it again. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 5, time = 3)
@Fork(
        value = 2,
        jvmArgs = {"-Xms512m", "-Xmx512m"})
public class BatchBenchmark {
    private static final int FILES = 2_000;

    /** Loops of four bars onto a map of the same sounds, or onto half of the lines. */
    @Param({"same-sounds", "half-the-lines"})
    public String target;

    private Path folder;
    private Path archive;
    private byte[] bytes;
    private Crosswalk crosswalk;

    @Setup
    public void prepare() throws IOException {
        folder = Files.createTempDirectory("batch");
        archive = folder.resolve("in.zip");
        bytes = MadeArchives.of(FILES);
        Files.write(archive, bytes);
        NoteMap source = GeneralMidi.level1();
        crosswalk = Crosswalk.propose(
                source, target.equals("same-sounds") ? MadeMaps.moved(source) : MadeMaps.half(source));
    }

    @TearDown
    public void tidy() throws IOException {
        Files.delete(archive);
        Files.delete(folder);
    }

    @Benchmark
    public Tally batch() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length);
        return BatchConversion.run(
                List.of(archive),
                new BatchRoutes.Given(crosswalk),
                BatchRepairs.NONE,
                out,
                folder,
                BatchLimits.USUAL,
                new MadeArchives.Silent());
    }

    @Benchmark
    public byte[] unpackAndPack() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length);
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(bytes));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                zip.putNextEntry(new ZipEntry(entry.getName()));
                in.transferTo(zip);
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }
}
