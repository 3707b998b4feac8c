package org.jollyledger.benchmark;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.jollyledger.core.batch.MatrixCell;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** The matrix of 200 parts on 20 maps, against the 4,000 conversions it stands for, each with its proposal. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 1)
@Measurement(iterations = 3)
@Fork(
        value = 1,
        jvmArgs = {"-Xms1g", "-Xmx1g"})
public class MatrixBenchmark {
    private static final int PARTS = 200;
    private static final int MAPS = 20;
    private static final int CHANNEL = 10;

    private final NoteMap written = GeneralMidi.level1();
    private final List<NoteMap> maps = new ArrayList<>();
    private final List<byte[]> files = new ArrayList<>();

    @Setup
    public void prepare() {
        for (int i = 0; i < MAPS; i++) {
            maps.add((i % 2 == 0 ? MadeMaps.moved(written) : MadeMaps.half(written)).withName("Map " + i));
        }
        for (int i = 0; i < PARTS; i++) {
            files.add(MadeParts.of(4 + i % 60));
        }
    }

    @Benchmark
    public long matrix() throws Exception {
        long lost = 0;
        for (byte[] file : files) {
            Part part = Part.of(MidiFile.read(file), Channels.only(CHANNEL));
            for (NoteMap map : maps) {
                lost += MatrixCell.of(part, written, map, Optional.empty()).lostConverted();
            }
        }
        return lost;
    }

    @Benchmark
    public long singly() throws Exception {
        long out = 0;
        for (byte[] file : files) {
            for (NoteMap map : maps) {
                Part part = Part.of(MidiFile.read(file), Channels.only(CHANNEL));
                Conversion conversion = Conversion.of(part, Crosswalk.propose(written, map, part));
                out += conversion.bytes().length + conversion.statement().hitsOut();
            }
        }
        return out;
    }
}
