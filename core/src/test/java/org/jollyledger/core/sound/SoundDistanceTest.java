package org.jollyledger.core.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;

class SoundDistanceTest {
    private static final List<Sound> CATALOGUE = catalogue();

    /** Every piece with every articulation and openness, with and without a side, the first few of its kind. */
    private static List<Sound> catalogue() {
        List<Sound> sounds = new ArrayList<>();
        for (KitPiece piece : KitPiece.values()) {
            for (Articulation articulation : piece.articulations()) {
                for (int number = 1; number <= 6; number++) {
                    Sound plain = Sound.of(piece, number, articulation);
                    sounds.addAll(plain.openness().isEmpty() ? sides(plain) : openings(plain));
                }
            }
        }
        return sounds;
    }

    private static List<Sound> sides(Sound sound) {
        return List.of(
                sound,
                new Sound(
                        sound.piece(), sound.number(), Optional.of(Side.LEFT), sound.articulation(), Optional.empty()),
                new Sound(
                        sound.piece(),
                        sound.number(),
                        Optional.of(Side.RIGHT),
                        sound.articulation(),
                        Optional.empty()));
    }

    private static List<Sound> openings(Sound sound) {
        return List.of(Openness.values()).stream().map(sound::withOpenness).toList();
    }

    @Provide
    Arbitrary<Sound> sounds() {
        return Arbitraries.of(CATALOGUE);
    }

    @ParameterizedTest
    @CsvFileSource(resources = "rather.csv", useHeadersInDisplayName = true)
    void aDrummerTakesTheOneRatherThanTheOther(String wanted, String rather, String than, String reason) {
        Sound sound = Sound.parse(wanted);
        SoundDistance better = sound.distanceTo(Sound.parse(rather));
        assertThat(better.isSubstitute()).as("%s can stand in", rather).isTrue();
        assertThat(better.value())
                .as(reason)
                .isLessThan(sound.distanceTo(Sound.parse(than)).value());
    }

    /** What must not happen whatever else is there. */
    @ParameterizedTest
    @CsvSource({
        "ride.1, crash.1, time is not kept on what marks",
        "ride.1, splash.1, time is not kept on what marks",
        "hihat.tip.closed, crash.1, time is not kept on what marks",
        "hihat.tip.closed, china.1, time is not kept on what marks",
        "snare, snare.roll, one stroke does not go on",
        "snare.brush-tap, snare.buzz, one stroke does not go on",
        "crash.1, crash.1.swell, one stroke does not go on",
        "crash.1, hihat.tip.closed, a crash on a shut hat is gone",
        "crash.1, hihat.edge.closed, a crash on a shut hat is gone",
        "splash.1, hihat.tip.closed, a splash on a shut hat is gone",
        "china.1, hihat.edge.tight, a china on a shut hat is gone",
        "hihat.pedal-close, hihat.tip.open, the foot shuts the hat",
        "hihat.pedal-close, hihat.edge.open, the foot shuts the hat",
        "hihat.pedal-splash, hihat.tip.closed, a splash rings",
        "hihat.pedal-splash, hihat.pedal-close, a splash rings",
        "hihat.tip.closed, hihat.pedal-splash, a stroke on a shut hat does not ring",
        "crash.1.choke, crash.1, a choke is no stroke",
        "kick, snare, the beat would be turned over",
        "snare, kick, the beat would be turned over",
        "snare, hihat.tip.closed, a drum is no cymbal",
        "tom.1, crash.1, a drum is no cymbal",
        "control.1, kick, a control is no drum"
    })
    void someSoundsNeverStandIn(String wanted, String found, String reason) {
        assertThat(Sound.parse(wanted).distanceTo(Sound.parse(found)).isSubstitute())
                .as(reason)
                .isFalse();
    }

    /** Nothing is left to the order of notes: of any two substitutes one is nearer. */
    @Property
    void noTwoSoundsAreEquallyFar(@ForAll("sounds") Sound wanted) {
        List<SoundDistance> substitutes = CATALOGUE.stream()
                .map(wanted::distanceTo)
                .filter(SoundDistance::isSubstitute)
                .sorted(Comparator.comparingDouble(SoundDistance::value))
                .toList();
        for (int i = 1; i < substitutes.size(); i++) {
            SoundDistance nearer = substitutes.get(i - 1);
            SoundDistance farther = substitutes.get(i);
            assertThat(farther.value() - nearer.value())
                    .as("%s: %s and %s", wanted, nearer.to(), farther.to())
                    .isGreaterThan(1e-8);
        }
    }

    /** Of a kit piece the very same articulation comes first, whatever else the map has of the same instrument. */
    @Property
    void theSameSoundIsTheNearest(@ForAll("sounds") Sound wanted) {
        assertThat(CATALOGUE.stream()
                        .min(Comparator.comparingDouble(
                                sound -> wanted.distanceTo(sound).value())))
                .contains(wanted);
    }

    @Test
    void eachPairOfKitPiecesIsListedOnceAndHasItsReason() {
        Set<Set<KitPiece>> pairs = new HashSet<>();
        for (Kinship.Pair pair : Kinship.PAIRS) {
            assertThat(pairs.add(Set.of(pair.first(), pair.second())))
                    .as("%s and %s", pair.first(), pair.second())
                    .isTrue();
            assertThat(pair.reason()).isNotBlank();
            assertThat(pair.distance()).isBetween(0.05, 0.65);
        }
        assertThat(pairs.stream().flatMap(Set::stream).collect(Collectors.toSet()))
                .as("all but those that nothing can stand in for")
                .doesNotContain(
                        KitPiece.CONTROL, KitPiece.EFFECT, KitPiece.CUICA, KitPiece.VIBRASLAP, KitPiece.WHISTLE);
    }
}
