package org.jollyledger.benchmark;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.util.concurrent.TimeUnit;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Statement;
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
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/**
 * Reading, converting and writing one part: ours, with the statement, against the JDK's reader and writer with the notes
 * on channel 10 changed in between and no statement at all.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(
        value = 2,
        jvmArgs = {"-Xms1g", "-Xmx1g"})
public class ConvertBenchmark {
    private static final int CHANNEL = 10;

    /** A loop of four bars, or 5 MB of the same. */
    @Param({"loop", "large"})
    public String file;

    /**
     * Onto a map of the same sounds on other notes, where every byte stays in its place, or onto half of the lines,
     * where hits fold and fall silent and the track is written anew.
     */
    @Param({"same-sounds", "half-the-lines"})
    public String target;

    private byte[] bytes;
    private Crosswalk crosswalk;
    private int[] newNotes;

    @Setup
    public void prepare() {
        bytes = MadeParts.of(file.equals("loop") ? 4 : MadeParts.BARS_OF_FIVE_MEGABYTES);
        NoteMap source = GeneralMidi.level1();
        crosswalk = Crosswalk.propose(
                source, target.equals("same-sounds") ? MadeMaps.moved(source) : MadeMaps.half(source));
        newNotes = new int[128];
        for (int note = 0; note < newNotes.length; note++) {
            newNotes[note] = note;
        }
        crosswalk.routes().stream()
                .filter(route -> !route.isSilent())
                .forEach(route -> newNotes[route.source().number()] =
                        route.targets().get(0).note().number());
    }

    @Benchmark
    public Statement.Totals ours(Blackhole hole) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.only(CHANNEL));
        Conversion conversion = Conversion.of(part, crosswalk);
        hole.consume(conversion.bytes());
        return conversion.statement().totals();
    }

    @Benchmark
    public byte[] jdk() throws Exception {
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(bytes));
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                MidiEvent event = track.get(i);
                if (event.getMessage() instanceof ShortMessage message
                        && message.getChannel() == CHANNEL - 1
                        && (message.getCommand() == ShortMessage.NOTE_ON
                                || message.getCommand() == ShortMessage.NOTE_OFF)) {
                    message.setMessage(
                            message.getCommand(),
                            message.getChannel(),
                            newNotes[message.getData1()],
                            message.getData2());
                }
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length);
        MidiSystem.write(sequence, sequence.getTracks().length > 1 ? 1 : 0, out);
        return out.toByteArray();
    }
}
