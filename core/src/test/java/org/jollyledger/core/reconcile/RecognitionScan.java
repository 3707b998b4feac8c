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
    private static final Channels NO_DRUMS =
            new Channels(Channels.ALL.mask() ^ Channels.only(10).mask());
    private static final int LAYOUTS_FOR_EACH = 6;
    /** With few notes nobody can tell. */
    private static final int FEWEST_NOTES = 5;

    private static final int SEVERAL_NOTES = 8;

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
            System.out.printf("SCAN %-35s %5d: right %.1f %%;", what, all, 100.0 * right / all);
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
        NoteMap source = GeneralMidi.level2();
        List<Count> whole = counts("whole parts");
        List<Count> fourBars = counts("four bars");
        List<Count> ofMany = counts("whole parts, 500 maps");
        List<Count> absent = counts("the right map taken out");
        Count melodic = new Count("one instrument that is no drum");
        Count drumless = new Count("all instruments but the drums");
        List<Double> milliseconds = new ArrayList<>();
        Random random = new Random(1);
        try (Stream<Path> paths = Files.list(Path.of(System.getProperty("corpus")))) {
            for (Path path : paths.sorted().toList()) {
                MidiFile file = MidiFile.read(Files.readAllBytes(path));
                Part part = Part.of(file, Channels.only(10));
                Part others = Part.of(file, NO_DRUMS);
                if (others.hitCount() >= FEWEST_HITS) {
                    drumless.add(LayoutRecognition.recognise(Layouts.alone(others), few, 3)
                            .confidence());
                }
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
                    long notes = notes(converted);
                    if (converted.hitCount() < FEWEST_HITS || notes < FEWEST_NOTES) {
                        continue;
                    }
                    int several = notes < SEVERAL_NOTES ? 1 : 2;
                    MidiFile drums = Layouts.alone(converted);
                    trial(whole.subList(0, several), drums, few, layout, converted);
                    MidiFile four = Layouts.bars(converted, 4);
                    trial(fourBars.subList(0, several), four, few, layout, Part.of(four, Channels.ALL));
                    long begin = System.nanoTime();
                    trial(ofMany.subList(0, several), drums, all, layout, converted);
                    milliseconds.add((System.nanoTime() - begin) / 1e6);
                    List<Layout> without = few.stream()
                            .filter(other -> !Layouts.playAlike(other.map(), layout, converted))
                            .toList();
                    Answer left = LayoutRecognition.recognise(drums, without, 3);
                    NoteMap best = left.candidates().get(0).map();
                    absent.subList(0, several).forEach(count -> count.add(best, layout, converted, left.confidence()));
                }
            }
        }
        Stream.of(whole, fourBars, ofMany, absent, List.of(melodic, drumless))
                .flatMap(List::stream)
                .forEach(Count::print);
        double[] sorted =
                milliseconds.stream().mapToDouble(time -> time).sorted().toArray();
        System.out.printf(
                "SCAN 500 maps: median %.1f ms, 99 in 100 %.1f ms, most %.1f ms%n",
                sorted[sorted.length / 2],
                sorted[sorted.length * 99 / 100],
                Arrays.stream(sorted).max().orElse(0));
    }

    private static List<Count> counts(String what) {
        return List.of(
                new Count(what + ", " + FEWEST_NOTES + " notes"), new Count(what + ", " + SEVERAL_NOTES + " notes"));
    }

    private static void trial(List<Count> counts, MidiFile file, List<Layout> layouts, NoteMap right, Part part) {
        Answer answer = LayoutRecognition.recognise(file, layouts, 3);
        NoteMap best = answer.candidates().get(0).map();
        counts.forEach(count -> count.add(best, right, part, answer.confidence()));
    }
}
