package org.jollyledger.benchmark;

import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteList;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Reading a list of 200 rows, against only reading the sounds of its names; no name was read before. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 40)
@Measurement(iterations = 60)
@Fork(2)
public class ListBenchmark {
    private static final int ROWS = 200;
    private static final int COLUMNS = 4;
    private static final List<String> PIECES =
            List.of("Kick", "Snare", "Rack Tom", "Floor Tom", "Hi-Hat", "Crash", "Ride", "Splash", "China", "Cowbell");
    private static final List<String> STROKES = List.of("Edge", "Rim Shot", "Tip", "Bell", "Choke", "Muted");

    @Param({"a record in a line", "side by side"})
    public String layout;

    private int round;
    private List<String> names;
    private String text;

    @Setup(Level.Invocation)
    public void makeList() {
        round++;
        names = IntStream.range(0, ROWS)
                .mapToObj(at -> PIECES.get(at % PIECES.size()) + " " + STROKES.get(at / PIECES.size() % STROKES.size())
                        + " Take" + round + "x" + at)
                .toList();
        int rows = ROWS / (layout.startsWith("side") ? COLUMNS : 1);
        text = IntStream.range(0, rows)
                .mapToObj(row -> IntStream.iterate(row, at -> at < ROWS, at -> at + rows)
                        .mapToObj(at -> at % 128 + "  " + names.get(at))
                        .collect(Collectors.joining("    ")))
                .collect(Collectors.joining("\n"));
    }

    @Benchmark
    public NoteList list() throws DocumentException {
        return NoteListReader.read(text, NoteListReader.Settings.USUAL);
    }

    @Benchmark
    public List<SoundReading> names() {
        return SoundReader.readAll(names);
    }
}
