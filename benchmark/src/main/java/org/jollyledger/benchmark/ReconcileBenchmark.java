package org.jollyledger.benchmark;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.reconcile.Discrepancy;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Reconciler;
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
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/** Finding all discrepancies of a part, against converting it. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(
        value = 2,
        jvmArgs = {"-Xms1g", "-Xmx1g"})
public class ReconcileBenchmark {
    private static final int CHANNEL = 10;

    /** A loop of four bars, a song of 64, or 5 MB of the same. */
    @Param({"4", "64", "18000"})
    public int bars;

    private final NoteMap map = GeneralMidi.level1();
    private byte[] bytes;
    private Crosswalk crosswalk;
    private Reconciler reconciler;

    @Setup
    public void prepare() {
        bytes = MadeParts.of(bars);
        reconciler = Reconciler.of(map, Optional.of(map), Figures.USUAL);
        crosswalk = Crosswalk.propose(map, MadeMaps.half(map));
    }

    @Benchmark
    public List<Discrepancy> found() throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.only(CHANNEL));
        return reconciler.look(part).discrepancies();
    }

    @Benchmark
    public Object converted(Blackhole hole) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.only(CHANNEL));
        Conversion conversion = Conversion.of(part, crosswalk);
        hole.consume(conversion.bytes());
        return conversion.statement().totals();
    }
}
