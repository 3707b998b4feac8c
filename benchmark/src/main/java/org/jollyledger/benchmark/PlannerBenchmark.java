package org.jollyledger.benchmark;

import java.util.concurrent.TimeUnit;
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

/** Proposing the routes from ninety lines to forty, for whatever is typically played and for a part of 64 bars. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(2)
public class PlannerBenchmark {
    private static final int BARS = 64;

    private NoteMap large;
    private NoteMap small;
    private Part part;

    @Setup
    public void prepare() throws Exception {
        large = MadeMaps.large();
        small = MadeMaps.small();
        NoteMap general = GeneralMidi.level1();
        Part written = Part.of(MidiFile.read(MadeParts.of(BARS)), Channels.only(10));
        Crosswalk crosswalk = Crosswalk.propose(general, large, written);
        part = Part.of(MidiFile.read(Conversion.of(written, crosswalk).bytes()), Channels.only(10));
    }

    @Benchmark
    public Crosswalk typical() {
        return Crosswalk.propose(large, small);
    }

    @Benchmark
    public Crosswalk forPart() {
        return Crosswalk.propose(large, small, part);
    }
}
