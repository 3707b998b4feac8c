package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.LongRange;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiEdit;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;

class TempoMapTest {
    private static final int TICKS = 480;

    private static final String TIMES_BY_MIDO = """
            import mido, sys
            file = mido.MidiFile(sys.argv[1])
            seconds = 0
            for message in file:
                seconds += message.time
                if not message.is_meta and message.type == 'note_on' and message.velocity > 0 and message.channel == 9:
                    print('%.9f' % seconds)
            """;

    private static byte[] tempo(int microseconds) {
        return new byte[] {(byte) (microseconds >> 16), (byte) (microseconds >> 8), (byte) microseconds};
    }

    private static MidiFile withTempos(TreeMap<Long, Integer> tempos) throws Exception {
        MidiFileBuilder builder =
                MidiFile.builder(1, new Division.TicksPerBeat(TICKS)).track();
        tempos.forEach((tick, microseconds) -> builder.meta(tick, 0x51, tempo(microseconds)));
        return MidiFile.read(builder.build(10_000));
    }

    @Provide
    Arbitrary<TreeMap<Long, Integer>> tempos() {
        return Arbitraries.maps(
                        Arbitraries.longs().between(0, 9_000),
                        Arbitraries.integers().between(50_000, 3_000_000))
                .ofMaxSize(8)
                .map(TreeMap::new);
    }

    /** Against the sum over every tick. */
    @Property
    void secondsAreTheSumOfAllTicks(
            @ForAll("tempos") TreeMap<Long, Integer> tempos, @ForAll @LongRange(max = 9_500) long tick)
            throws Exception {
        TempoMap map = TempoMap.of(withTempos(tempos), 0);
        double sum = 0;
        for (long at = 0; at < tick; at++) {
            sum += (tempos.floorEntry(at) == null
                            ? 500_000
                            : tempos.floorEntry(at).getValue())
                    / 1e6
                    / TICKS;
        }
        assertThat(map.seconds(tick)).isCloseTo(sum, within(1e-6));
    }

    /** MIDI 1.0: without a tempo there are 120 beats a minute. */
    @Test
    void withoutATempoAQuarterLastsHalfASecond() throws Exception {
        TempoMap map = TempoMap.of(withTempos(new TreeMap<>()), 0);
        assertThat(map.seconds(TICKS)).isEqualTo(0.5);
        assertThat(map.at(77).quartersPerMinute()).isEqualTo(120);
    }

    @Test
    void filmFramesHaveOneTempo() throws Exception {
        MidiFile file = MidiFile.read(MidiFile.builder(0, new Division.Smpte(25, 40))
                .track()
                .meta(0, 0x51, tempo(250_000))
                .build(4_000));
        assertThat(TempoMap.of(file, 0).seconds(3_000)).isCloseTo(3, within(1e-9));
    }

    @Test
    void tracksThatArePiecesOfTheirOwnHaveTheirOwnTempo() throws Exception {
        MidiFile file = MidiFile.read(MidiFile.builder(2, new Division.TicksPerBeat(TICKS))
                .track()
                .meta(0, 0x51, tempo(1_000_000))
                .track()
                .build(100));
        assertThat(TempoMap.of(file, 0).seconds(TICKS)).isEqualTo(1);
        assertThat(TempoMap.of(file, 1).seconds(TICKS)).isEqualTo(0.5);
    }

    /**
     * Real files of Debian's planetblupi-music-midi, which have one tempo each, with changes of tempo laid over them; the
     * times of their drums by python3-mido.
     */
    @Test
    void realFilesSoundWhenMidoSaysSo() throws Exception {
        // mido is slow: in each run it reads another one.
        int one = new Random().nextInt(Outside.realFiles().size());
        for (Path path : Outside.realFiles().subList(one, one + 1)) {
            MidiFile file = MidiFile.read(Files.readAllBytes(path));
            MidiEdit edit = file.edit();
            edit.append(MidiFile.read(MidiFile.builder(1, file.division())
                    .track()
                    .meta(1_000, 0x51, tempo(700_001))
                    .meta(5_003, 0x51, tempo(333_333))
                    .meta(5_003, 0x51, tempo(345_678))
                    .build(9_000)));
            Path changing = Files.createTempFile("tempo", ".mid");
            Files.write(changing, edit.toBytes());
            Part part = Part.of(MidiFile.read(Files.readAllBytes(changing)), Channels.only(10));
            TempoMap map = part.tempoMap(0);
            assertThat(map.stretches()).hasSizeGreaterThan(2);
            List<String> times = Outside.run(List.of("/usr/bin/python3", "-c", TIMES_BY_MIDO, changing.toString()));
            Files.delete(changing);
            int[] order = part.hitsInTime();
            assertThat(order).hasSize(times.size());
            for (int i = 0; i < order.length; i++) {
                assertThat(map.seconds(part.tick(order[i]))).isCloseTo(Double.parseDouble(times.get(i)), within(1e-4));
            }
        }
    }

    /** The tempos and time signatures that midicsv prints. */
    @Test
    void realFilesHaveTheTemposAndSignaturesThatMidicsvPrints() throws Exception {
        for (Path path : Outside.realFiles()) {
            MidiFile file = MidiFile.read(Files.readAllBytes(path));
            TreeMap<Long, Double> tempos = new TreeMap<>();
            TreeMap<Long, String> signatures = new TreeMap<>();
            for (String line : Outside.run(List.of("midicsv", path.toString()))) {
                String[] cells = line.split(", ");
                if (cells[2].equals("Tempo")) {
                    tempos.put(Long.parseLong(cells[1]), 6e7 / Integer.parseInt(cells[3]));
                } else if (cells[2].equals("Time_signature")) {
                    signatures.put(Long.parseLong(cells[1]), cells[3] + "/" + (1 << Integer.parseInt(cells[4])));
                }
            }
            TempoMap map = TempoMap.of(file, 0);
            tempos.forEach((tick, perMinute) ->
                    assertThat(map.at(tick).quartersPerMinute()).isCloseTo(perMinute, within(1e-6)));
            TimeMap times = TimeMap.of(file);
            signatures.forEach((tick, words) -> {
                TimeMap.Stretch stretch = times.stretchOf(times.barAt(tick));
                assertThat(stretch.numerator() + "/" + stretch.denominator()).isEqualTo(words);
            });
        }
    }

    private static TimeMap signatures(Object... ticksAndBeats) throws Exception {
        MidiFileBuilder builder =
                MidiFile.builder(0, new Division.TicksPerBeat(TICKS)).track();
        for (int i = 0; i < ticksAndBeats.length; i += 2) {
            builder.meta((Integer) ticksAndBeats[i], 0x58, new byte[] {
                ((Integer) ticksAndBeats[i + 1]).byteValue(), 2, 24, 8
            });
        }
        return TimeMap.of(MidiFile.read(builder.build(9_999)));
    }

    /** Common practice: a short first bar is not counted, and its beats lead into bar 1. */
    @Test
    void aPickUpIsBarNought() throws Exception {
        TimeMap pickUp = signatures(0, 1, TICKS, 4);
        assertThat(pickUp.firstBar()).isZero();
        assertThat(pickUp.at(0).words()).isEqualTo("bar 0, beat 4");
        assertThat(pickUp.at(240).words()).isEqualTo("bar 0, beat 4.5");
        assertThat(pickUp.at(TICKS).words()).isEqualTo("bar 1, beat 1");
        assertThat(pickUp.startOfBar(0)).isZero();
        assertThat(pickUp.startOfBar(2)).isEqualTo(5L * TICKS);
        assertThat(signatures(2 * TICKS, 4).at(0).words())
                .as("a bar of four cut short by the first time signature")
                .isEqualTo("bar 0, beat 3");
        assertThat(signatures(0, 4, 4 * TICKS, 3).firstBar()).isEqualTo(1);
        assertThat(signatures(0, 3, 6 * TICKS, 4).firstBar())
                .as("two bars are no pick-up")
                .isEqualTo(1);
    }

    @Test
    void captionsAreReadInTheOrderOfTimeAndInEitherEncoding() throws Exception {
        MidiFile file = MidiFile.read(MidiFile.builder(1, new Division.TicksPerBeat(TICKS))
                .track()
                .meta(0, 0x03, "Flöte".getBytes(StandardCharsets.ISO_8859_1))
                .meta(50, 0x06, "Überleitung".getBytes(StandardCharsets.UTF_8))
                .track()
                .meta(10, 0x05, "la\r".getBytes(StandardCharsets.US_ASCII))
                .meta(20, 0x01, "no caption".getBytes(StandardCharsets.US_ASCII))
                .meta(60, 0x07, new byte[0])
                .build(100));
        assertThat(Caption.of(file))
                .containsExactly(
                        new Caption(10, Caption.Kind.LYRIC, "la"), new Caption(50, Caption.Kind.MARKER, "Überleitung"));
        assertThat(Caption.trackName(file.tracks().get(0))).contains("Flöte");
        assertThat(Caption.trackName(file.tracks().get(1))).isEmpty();
    }
}
