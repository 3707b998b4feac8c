package org.jollyledger.core.reconcile;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.LayoutRecognition.Answer;
import org.jollyledger.core.reconcile.LayoutRecognition.Candidate;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.Layouts;
import org.jollyledger.core.support.Outside;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LayoutRecognitionTest {
    private static final NoteMap GM = GeneralMidi.level1();

    private static List<NoteMap> layouts() throws Exception {
        return Layouts.twenty();
    }

    private static List<Candidate> rank(MidiFile file, List<NoteMap> maps) {
        return LayoutRecognition.rank(file, maps.stream().map(Layout::of).toList(), maps.size());
    }

    private record Trial(String file, NoteMap right, Part part, List<Candidate> ranked) {
        boolean isRight() {
            NoteMap best = ranked.get(0).map();
            return best.equals(right) || Layouts.playAlike(best, right, part);
        }

        @Override
        public String toString() {
            int place = ranked.stream().map(Candidate::map).toList().indexOf(right);
            return "%s on %s: %s %.3f, right one in place %d %.3f"
                    .formatted(
                            file,
                            right.name(),
                            ranked.get(0).map().name(),
                            ranked.get(0).score(),
                            place + 1,
                            ranked.get(place).score());
        }
    }

    private static List<Trial> trials;

    /** Real music, each piece on every other layout; made once. */
    private static List<Trial> trials() throws Exception {
        if (trials == null) {
            trials = makeTrials(layouts());
        }
        return trials;
    }

    private static List<Trial> makeTrials(List<NoteMap> layouts) throws Exception {
        List<Trial> trials = new ArrayList<>();
        List<Path> files = Outside.realFiles();
        for (Path path : files) {
            Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
            for (int index = files.indexOf(path) % 2; index < layouts.size(); index += 2) {
                NoteMap layout = layouts.get(index);
                byte[] converted =
                        Conversion.of(part, Crosswalk.propose(GM, layout, part)).bytes();
                MidiFile file = MidiFile.read(converted);
                trials.add(new Trial(
                        path.getFileName().toString(),
                        layout,
                        Part.of(file, Channels.only(layout.channel().orElse(10))),
                        rank(file, layouts)));
            }
        }
        return trials;
    }

    /** Source of the music: Debian's planetblupi-music-midi, General MIDI parts. */
    @Test
    void namesTheLayoutOfRealPartsInNineOfTen() throws Exception {
        List<Trial> trials = trials();
        List<Trial> wrong = trials.stream().filter(trial -> !trial.isRight()).toList();
        assertThat(wrong).as("of %d", trials.size()).hasSizeLessThanOrEqualTo(trials.size() / 10);
    }

    @ParameterizedTest
    @CsvSource({
        "Lamplighter's Round, Pebbledash 16",
        "Puppets' March, Otterbrook E7",
        "The Tightrope, Quayside Oak",
        "Clockmaker's Waltz, Candle Brushes",
        "Harbour Overture, Quayside Oak",
        "Storm at Sea, Quayside Oak"
    })
    void namesTheMapThatEachDemoCueWasWrittenFor(String cue, String map) throws Exception {
        MidiFile file = DemoMaps.cue(cue);
        assertThat(rank(file, layouts()).get(0).map().name()).isEqualTo(map);
    }

    @Test
    void saysWhyInWords() throws Exception {
        NoteMap kit = SmallMaps.map(36, "kick", "snare", "hihat.tip.closed", "tom.1", "tom.2", "crash.1");
        String bar = "5+0 2 1+2 2 0+2 2 1+2 2 ";
        MidiFile file = MidiFile.read(Grooves.file(kit, bar + bar + bar + "0+2 2 1+2 2 3 3 4 4"));
        NoteMap odd = SmallMaps.map(36, "cowbell", "crash.1", "snare", "kick", "tom.1");
        List<Candidate> ranked = rank(file, List.of(odd, kit));
        assertThat(ranked).extracting(Candidate::map).containsExactly(kit, odd);
        assertThat(ranked.get(0).reasons())
                .containsExactly(
                        "it has all 6 notes that are played",
                        "the backbeat falls on snare, centre",
                        "time is kept on hi-hat, tip, closed",
                        "downbeats are struck on crash 1, edge",
                        "fills run across tom 1, head, tom 2, head",
                        "3 of 3 crash strokes mark a downbeat");
        assertThat(ranked.get(1).silentNotes()).containsExactly(Note.of(41));
        assertThat(ranked.get(1).silentHits()).isEqualTo(3);
        assertThat(ranked.get(1).reasons())
                .startsWith("3 hits of 46 would be silent, on 1 note", "the backbeat falls on crash 1, edge, unusual");
    }

    private static Answer recognise(MidiFile file, List<NoteMap> maps) {
        return LayoutRecognition.recognise(file, maps.stream().map(Layout::of).toList(), 3);
    }

    /**
     * What is said to be certain is so: of real parts on twenty maps, with the right one there and taken out, at most one
     * in a hundred is heard as something else on a map that is said to be certain. With the right one taken out, most
     * answers are cautious.
     */
    @Test
    void whatIsCertainIsRight() throws Exception {
        List<NoteMap> layouts = layouts();
        int certain = 0;
        int wrong = 0;
        int absentButSure = 0;
        List<Trial> trials = trials();
        for (Trial trial : trials) {
            MidiFile file = Layouts.alone(trial.part);
            Answer there = recognise(file, layouts);
            List<NoteMap> others = layouts.stream()
                    .filter(map -> !Layouts.playAlike(map, trial.right, trial.part))
                    .toList();
            Answer absent = recognise(file, others);
            for (Answer answer : List.of(there, absent)) {
                boolean sure = answer.confidence() == Confidence.CERTAIN;
                NoteMap best = answer.candidates().get(0).map();
                certain += sure ? 1 : 0;
                wrong += sure && Layouts.playsOtherwise(best, trial.right, trial.part) ? 1 : 0;
            }
            boolean sure = absent.confidence() == Confidence.CERTAIN || absent.confidence() == Confidence.LIKELY;
            absentButSure += sure ? 1 : 0;
        }
        assertThat(certain).isGreaterThan(trials.size() / 4);
        assertThat(wrong).isLessThanOrEqualTo(2 * trials.size() / 100);
        assertThat(absentButSure).isLessThan(trials.size() / 4);
    }

    /** Of the tunes of real files hardly one is said to be drums for certain, and most are told to be none. */
    @Test
    void aFileWithoutDrumsIsToldSo() throws Exception {
        List<NoteMap> layouts = layouts();
        int tunes = 0;
        int none = 0;
        int certain = 0;
        for (Path path : Outside.corpus()) {
            MidiFile file = MidiFile.read(Files.readAllBytes(path));
            for (int channel = 1; channel <= 16; channel++) {
                Part tune = Part.of(file, Channels.only(channel));
                if (channel != GM.channel().orElseThrow() && tune.hitCount() >= 30) {
                    Confidence confidence =
                            recognise(Layouts.alone(tune), layouts).confidence();
                    tunes++;
                    none += confidence == Confidence.NONE ? 1 : 0;
                    certain += confidence == Confidence.CERTAIN ? 1 : 0;
                }
            }
        }
        assertThat(tunes).isGreaterThan(150);
        assertThat(none).isGreaterThan(tunes * 3 / 4);
        assertThat(certain).isLessThanOrEqualTo(tunes / 50);
    }

    @Test
    void mapsThatPlayAPartAlikeAreNamed() throws Exception {
        NoteMap small = SmallMaps.map(36, "kick", "snare", "hihat.tip.closed");
        NoteMap large = SmallMaps.map(36, "kick", "snare", "hihat.tip.closed", "crash.1", "tom.1");
        MidiFile file = MidiFile.read(Grooves.file(small, "0+2 2 1+2 2 0+2 2 1+2 2"));
        Candidate best = rank(file, List.of(large, small, GM)).get(0);
        assertThat(best.map()).isEqualTo(small);
        assertThat(best.alike()).containsExactly(large);
        assertThat(best.reasons()).contains("plays the same as " + large.name());
    }

    @Test
    void noMapFitsWhereHardlyAnythingSounds() throws Exception {
        MidiFile file =
                MidiFile.read(Grooves.file(SmallMaps.map(36, "kick", "snare", "hihat.tip.closed"), "0+2 2 1+2 2"));
        Answer answer = recognise(file, List.of(SmallMaps.map(90, "kick", "snare")));
        assertThat(answer.confidence()).isEqualTo(Confidence.NONE);
        assertThat(answer.sentence()).isEqualTo("None of your maps: even on the nearest, 6 of 6 hits are silent.");
        assertThat(answer.candidates()).as("offered all the same").hasSize(1);
        assertThat(recognise(file, List.of()).confidence()).isEqualTo(Confidence.NONE);
    }

    @Test
    void aPartWithoutHitsIsAsGoodForEveryMap() throws Exception {
        MidiFile file = MidiFile.read(Grooves.file(GM, ". . ."));
        NoteMap small = SmallMaps.map(36, "kick");
        List<Candidate> ranked = rank(file, List.of(GM, small));
        assertThat(ranked).extracting(Candidate::hits).containsExactly(0, 0);
        assertThat(ranked)
                .allSatisfy(candidate -> assertThat(candidate.reasons())
                        .containsExactly("the part has no hits on the channel of this map"));
        assertThat(rank(file, List.of())).isEmpty();
    }
}
