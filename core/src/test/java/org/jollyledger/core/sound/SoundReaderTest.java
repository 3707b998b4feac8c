package org.jollyledger.core.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class SoundReaderTest {
    record Spelling(String name, String code) {}

    static Stream<Spelling> spellings() throws IOException {
        try (InputStream stream = Objects.requireNonNull(SoundReaderTest.class.getResourceAsStream("spellings.txt"))) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.isBlank() && !line.startsWith("#"))
                    .map(line -> line.split(" = "))
                    .map(sides -> new Spelling(sides[0].strip(), sides[1].strip()));
        }
    }

    @ParameterizedTest
    @MethodSource("spellings")
    void spellingsOfNoteListsAreRead(Spelling spelling) {
        assertThat(SoundReader.read(spelling.name).sound().map(Sound::code))
                .as(spelling.name)
                .contains(Sound.parse(spelling.code).code());
    }

    static Stream<Line> generalMidi() {
        return GeneralMidi.level2().lines().stream();
    }

    /** The names are those of the published lists; {@code GeneralMidiTest} compares them with libmidi-perl. */
    @ParameterizedTest
    @MethodSource("generalMidi")
    void generalMidiNamesAreReadAsTheirSounds(Line line) {
        assertThat(SoundReader.read(line.name()).sound()).contains(line.sound());
        assertThat(SoundReader.read(line.name()).isUnsure()).isFalse();
    }

    static Stream<Sound> catalogue() {
        List<Sound> sounds = new ArrayList<>();
        for (KitPiece piece : KitPiece.values()) {
            for (Articulation articulation : piece.articulations()) {
                for (int number : new int[] {1, 2, 8}) {
                    Sound sound = Sound.of(piece, number, articulation);
                    sounds.add(sound);
                    sounds.add(new Sound(piece, number, Optional.of(Side.LEFT), articulation, sound.openness()));
                    if (sound.openness().isPresent()) {
                        Stream.of(Openness.values())
                                .map(openness -> new Sound(
                                        piece, number, Optional.of(Side.RIGHT), articulation, Optional.of(openness)))
                                .forEach(sounds::add);
                    }
                }
            }
        }
        return sounds.stream();
    }

    @ParameterizedTest
    @MethodSource("catalogue")
    void theWordsOfASoundAreReadAsThatSound(Sound sound) {
        assertThat(SoundReader.read(sound.words()).sound()).as(sound.words()).contains(sound);
    }

    @Property
    void anyTextIsReadWithAConfidence(@ForAll String name) {
        SoundReading reading = SoundReader.read(name);
        assertThat(reading.confidence()).isBetween(0.0, 1.0);
        assertThat(reading.sound().isEmpty()).isEqualTo(reading.confidence() == 0);
        assertThat(reading.reason()).isNotBlank();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "---", "Marimba", "?", "Xyzzy 7", "🥁", "عربي"})
    void aNameWithoutAWordOfTheTradeHasNoSound(String name) {
        assertThat(SoundReader.read(name).sound()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"Hi-Hat", "Open", "Tom", "14\" Tom", "Djembe", "Crash Ride Splash"})
    void whatANameLeavesOpenIsUnsure(String name) {
        SoundReading reading = SoundReader.read(name);
        assertThat(reading.sound()).isPresent();
        assertThat(reading.confidence()).isLessThan(1);
    }

    @Test
    void theReasonNamesTheWordsTakenAndThosePassedOver() {
        assertThat(SoundReader.read("Vintage HH Tip 1/2").reason())
                .isEqualTo("“hh”, “tip”, “1/2” read as hi-hat, tip, half open; passed over “vintage”");
    }

    @Test
    void aVeryLongNameIsReadByItsBeginning() {
        assertThat(SoundReader.read("Snare " + "x".repeat(10_000) + " Kick").sound())
                .contains(Sound.parse("snare"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '>',
            value = {
                "Tom high, Tom mid, Tom low, Floor tom > 1 2 3 4",
                "Rack tom 1, Rack tom 2, Floor tom 1, Floor tom 2 > 1 2 3 4",
                "Floor tom, Rack tom > 2 1",
                "Tom 1, Tom 2, Tom 4 > 1 2 4",
                "High Tom, Hi-Mid Tom, Low-Mid Tom, Low Tom, High Floor Tom, Low Floor Tom > 1 2 3 4 5 6",
                "HighTom1, HighTom2, MidTom1, MidTom2, LowTom1, LowTom2 > 1 2 3 4 5 6",
                "Low Tom 2, Low Tom 1, Mid Tom 2, Mid Tom 1 > 4 3 2 1",
                "Tom 1 high, Tom 2 mid, Tom 3 low > 1 2 3",
                "Low Tom 1, High Tom 1 > 2 1"
            })
    void theTomsOfOneInstrumentAreCountedTogether(String names, String numbers) {
        List<String> read = SoundReader.readTogether(List.of(names.split(", "))).stream()
                .map(reading -> String.valueOf(reading.sound().orElseThrow().number()))
                .toList();
        assertThat(String.join(" ", read)).isEqualTo(numbers);
    }

    @Property(tries = 60)
    void readingTogetherChangesNothingButToms(@ForAll List<String> names) {
        List<SoundReading> alone = SoundReader.readAll(names);
        List<SoundReading> together = SoundReader.readTogether(names);
        assertThat(together).hasSameSizeAs(names);
        for (int at = 0; at < names.size(); at++) {
            boolean tom = alone.get(at)
                    .sound()
                    .map(Sound::family)
                    .filter(Family.TOM::equals)
                    .isPresent();
            if (!tom) {
                assertThat(together.get(at)).isEqualTo(alone.get(at));
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"crsh, 0.88", "castan, 0.85", "splahs, 0.8", "ridebell, 0.95", "crash, 1.0"})
    void aWordThatIsNotQuiteRightIsReadWithLessConfidence(String name, double confidence) {
        assertThat(SoundReader.read(name).confidence())
                .isLessThanOrEqualTo(confidence + 0.12)
                .isGreaterThan(0.7);
    }
}
