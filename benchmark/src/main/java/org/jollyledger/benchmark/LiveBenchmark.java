package org.jollyledger.benchmark;

import java.util.concurrent.TimeUnit;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.LiveTranslator;
import org.jollyledger.core.exchange.TranslationTableJson;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
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

/** Making the table of a crosswalk ready for the page, against proposing its routes. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3)
@Measurement(iterations = 5)
@Fork(1)
public class LiveBenchmark {
    private final NoteMap from = GeneralMidi.level2();
    private final NoteMap to = MadeMaps.moved(GeneralMidi.level1());
    private Crosswalk crosswalk = Crosswalk.propose(from, to);

    @Setup
    public void prepare() {
        crosswalk = Crosswalk.propose(from, to);
    }

    @Benchmark
    public int propose() {
        return Crosswalk.propose(from, to).routes().size();
    }

    @Benchmark
    public LiveTranslator compile() {
        return LiveTranslator.by(crosswalk.with(crosswalk.routes()).table());
    }

    @Benchmark
    public String write() {
        return TranslationTableJson.write(crosswalk.with(crosswalk.routes()).table());
    }
}
