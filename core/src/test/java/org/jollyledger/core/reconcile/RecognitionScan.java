package org.jollyledger.core.reconcile;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.reconcile.LayoutRecognition.Answer;
import org.jollyledger.core.support.Layouts;
import org.junit.jupiter.api.Test;

/**
 * How often the layout of real music is recognised, and how often what is said to be certain is wrong. Run alone, with
 * {@code -Dtest=RecognitionScan -Dcorpus=FOLDER}: a folder of General MIDI files with percussion on channel 10.
 */
class RecognitionScan {
    private static final int FEWEST_HITS = 30;
    private static final int LAYOUTS_FOR_EACH = 6;
    /** With one or two notes nobody can tell. */
    private static final int FEWEST_NOTES = Integer.getInteger("notes", 5);

    private static long notes(Part part) {
        return Arrays.stream(part.hitsPerNote()).filter(hits -> hits > 0).count();
    }

    private static final class Count {
        private final String what;
        private int all;
        private int right;
        private final Map<Confidence, Integer> said = new EnumMap<>(Confidence.class);
        private final Map<Confidence, Integer> otherwise = new EnumMap<>(Confidence.class);

        Count(String what) {
            this.what = what;
        }

        void add(NoteMap best, NoteMap expected, Part part, Confidence confidence) {
            all++;
            right += Layouts.playAlike(best, expected, part) ? 1 : 0;
            said.merge(confidence, 1, Integer::sum);
            if (Layouts.playsOtherwise(best, expected, part)) {
                otherwise.merge(confidence, 1, Integer::sum);
            }
        }

        void add(Confidence confidence) {
            all++;
            said.merge(confidence, 1, Integer::sum);
            otherwise.merge(confidence, 1, Integer::sum);
        }

        void print() {
            System.out.printf("SCAN %-34s %5d: right %.1f %%;", what, all, 100.0 * right / all);
            for (Confidence confidence : Confidence.values()) {
                int count = said.getOrDefault(confidence, 0);
                System.out.printf(
                        " %s %.1f %% (of these otherwise %.2f %%)",
                        confidence.words(),
                        100.0 * count / all,
                        100.0 * otherwise.getOrDefault(confidence, 0) / Math.max(1, count));
            }
            System.out.println();
        }
    }

    @Test
    void scan() throws Exception {
        List<NoteMap> twenty = Layouts.twenty();
        List<NoteMap> many = Layouts.many(500);
        List<Layout> few = twenty.stream().map(Layout::of).toList();
        List<Layout> all = many.stream().map(Layout::of).toList();
        NoteMap source = GeneralMidi.level1();
        Count whole = new Count("whole parts");
        Count fourBars = new Count("four bars");
        Count ofMany = new Count("whole parts, 500 maps");
        Count absent = new Count("the right map taken out");
        Count melodic = new Count("melodies");
        List<Double> milliseconds = new ArrayList<>();
        Random random = new Random(1);
        try (Stream<Path> paths = Files.list(Path.of(System.getProperty("corpus")))) {
            for (Path path : paths.sorted().toList()) {
                MidiFile file = MidiFile.read(Files.readAllBytes(path));
                Part part = Part.of(file, Channels.only(10));
                for (int channel = 1; channel <= 16; channel++) {
                    Part tune = Part.of(file, Channels.only(channel));
                    if (channel != 10 && tune.hitCount() >= FEWEST_HITS) {
                        melodic.add(LayoutRecognition.recognise(Layouts.alone(tune), few, 3)
                                .confidence());
                    }
                }
                if (part.hitCount() < FEWEST_HITS) {
                    continue;
                }
                for (int i = 0; i < LAYOUTS_FOR_EACH; i++) {
                    NoteMap layout = twenty.get(random.nextInt(twenty.size()));
                    Part converted = Part.of(
                            MidiFile.read(Conversion.of(part, Crosswalk.propose(source, layout, part))
                                    .bytes()),
                            Channels.only(layout.channel().orElse(10)));
                    if (converted.hitCount() < FEWEST_HITS || notes(converted) < FEWEST_NOTES) {
                        continue;
                    }
                    MidiFile drums = Layouts.alone(converted);
                    trial(whole, drums, few, layout, converted);
                    MidiFile four = Layouts.bars(converted, 4);
                    trial(fourBars, four, few, layout, Part.of(four, Channels.ALL));
                    long begin = System.nanoTime();
                    trial(ofMany, drums, all, layout, converted);
                    milliseconds.add((System.nanoTime() - begin) / 1e6);
                    List<Layout> without = few.stream()
                            .filter(other -> !Layouts.playAlike(other.map(), layout, converted))
                            .toList();
                    Answer left = LayoutRecognition.recognise(drums, without, 3);
                    absent.add(left.candidates().get(0).map(), layout, converted, left.confidence());
                }
            }
        }
        for (Count count : List.of(whole, fourBars, ofMany, absent, melodic)) {
            count.print();
        }
        double[] sorted =
                milliseconds.stream().mapToDouble(time -> time).sorted().toArray();
        System.out.printf(
                "SCAN 500 maps: median %.1f ms, 99 in 100 %.1f ms, most %.1f ms%n",
                sorted[sorted.length / 2],
                sorted[sorted.length * 99 / 100],
                Arrays.stream(sorted).max().orElse(0));
    }

    private static void trial(Count count, MidiFile file, List<Layout> layouts, NoteMap right, Part part) {
        Answer answer = LayoutRecognition.recognise(file, layouts, 3);
        NoteMap best = answer.candidates().get(0).map();
        count.add(best, right, part, answer.confidence());
    }
}
