package org.jollyledger.core.reconcile;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.LayoutRecognition.Candidate;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.Outside;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LayoutRecognitionTest {
    private static final NoteMap GM = GeneralMidi.level1();

    /** The maps that ship with the application, General MIDI, and invented ones of the same sounds up to twenty. */
    private static List<NoteMap> layouts() throws Exception {
        List<NoteMap> layouts = new ArrayList<>(DemoMaps.all());
        layouts.add(GM);
        layouts.add(moved("An octave down", note -> note - 12));
        layouts.add(moved("An octave up", note -> note + 12));
        layouts.add(moved("Top down", note -> 116 - note));
        NoteMap large = DemoMaps.named("Quayside Oak");
        layouts.add(inOrder("Families from 24", large, 24, List.of(Family.values())));
        List<Family> backwards = new ArrayList<>(List.of(Family.values()));
        Collections.reverse(backwards);
        layouts.add(inOrder("Families backwards from 12", large, 12, backwards));
        Random random = new Random(4);
        while (layouts.size() < 20) {
            layouts.add(shuffled("Shuffled " + layouts.size(), random));
        }
        return layouts;
    }

    private static NoteMap moved(String name, IntUnaryOperator notes) {
        return GM.withName(name)
                .withLines(GM.lines().stream()
                        .map(line -> Line.of(notes.applyAsInt(line.note().number()), line.name(), line.sound()))
                        .toList());
    }

    private static NoteMap inOrder(String name, NoteMap map, int first, List<Family> order) {
        List<Sound> sounds = order.stream()
                .flatMap(family -> map.firstLines().stream()
                        .map(Line::sound)
                        .filter(sound -> sound.family() == family)
                        .distinct())
                .toList();
        return map.withName(name)
                .withLines(IntStream.range(0, sounds.size())
                        .mapToObj(i -> Line.of(first + i, sounds.get(i).words(), sounds.get(i)))
                        .toList());
    }

    /** The hardest case: the same notes, in another order. */
    private static NoteMap shuffled(String name, Random random) {
        List<Integer> notes = new ArrayList<>(
                GM.lines().stream().map(line -> line.note().number()).toList());
        Collections.shuffle(notes, random);
        return GM.withName(name)
                .withLines(IntStream.range(0, notes.size())
                        .mapToObj(i -> Line.of(
                                notes.get(i),
                                GM.lines().get(i).name(),
                                GM.lines().get(i).sound()))
                        .toList());
    }

    private static boolean playAlike(NoteMap one, NoteMap other, Part part) {
        return IntStream.range(0, part.hitCount())
                .map(part::note)
                .distinct()
                .mapToObj(Note::of)
                .allMatch(note -> sound(one, note).equals(sound(other, note)));
    }

    private static Optional<Sound> sound(NoteMap map, Note note) {
        return map.lineAt(note).map(Line::sound);
    }

    private static List<Candidate> rank(MidiFile file, List<NoteMap> maps) {
        return LayoutRecognition.rank(file, maps.stream().map(Layout::of).toList(), maps.size());
    }

    private record Trial(String file, NoteMap right, Part part, List<Candidate> ranked) {
        boolean isRight() {
            NoteMap best = ranked.get(0).map();
            return best.equals(right) || playAlike(best, right, part);
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

    private static List<Trial> trials(List<NoteMap> layouts) throws Exception {
        List<Trial> trials = new ArrayList<>();
        for (Path path : Outside.realFiles()) {
            Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
            for (NoteMap layout : layouts) {
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
        List<Trial> trials = trials(layouts());
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
