package org.jollyledger.core.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SoundTest {
    @Provide
    Arbitrary<Sound> sounds() {
        return Arbitraries.of(catalogue());
    }

    /** Every piece with every articulation and openness, with and without sides, with some numbers. */
    private static List<Sound> catalogue() {
        List<Sound> sounds = new ArrayList<>();
        List<Optional<Side>> sides = List.of(Optional.empty(), Optional.of(Side.LEFT), Optional.of(Side.CENTRE));
        for (KitPiece piece : KitPiece.values()) {
            for (Articulation articulation : piece.articulations()) {
                for (int number : new int[] {1, 2, 3, 32}) {
                    for (Optional<Side> side : sides) {
                        Sound plain = Sound.of(piece, number, articulation);
                        if (plain.openness().isEmpty()) {
                            sounds.add(new Sound(piece, number, side, articulation, Optional.empty()));
                        } else {
                            for (Openness openness : Openness.values()) {
                                sounds.add(new Sound(piece, number, side, articulation, Optional.of(openness)));
                            }
                        }
                    }
                }
            }
        }
        return sounds;
    }

    @Property
    void everyCodeReadsBack(@ForAll("sounds") Sound sound) {
        assertThat(Sound.parse(sound.code())).isEqualTo(sound);
        assertThat(sound.words()).doesNotContain("-close", "_").isNotBlank();
    }

    @Property
    void distanceIsZeroOnlyToItself(@ForAll("sounds") Sound one, @ForAll("sounds") Sound other) {
        assertThat(one.distanceTo(one).value()).isZero();
        SoundDistance distance = one.distanceTo(other);
        assertThat(distance.value()).isBetween(0.0, 1.0);
        assertThat(distance.value() == 0).isEqualTo(one.equals(other));
        assertThat(distance.reason()).isNotBlank().doesNotContain("  ");
        assertThat(distance.difference()).isNotBlank();
    }

    @Property
    void aChokeIsNoStrokeAndAStrokeNoChoke(@ForAll("sounds") Sound one, @ForAll("sounds") Sound other) {
        boolean oneChokes = one.articulation() == Articulation.CHOKE;
        boolean otherChokes = other.articulation() == Articulation.CHOKE;
        if (oneChokes != otherChokes) {
            assertThat(one.distanceTo(other).isSubstitute()).isFalse();
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "snare.rim-shot | snare.centre | no rim shot here: snare, centre is the nearest stroke",
                "crash.3.edge | crash.2.edge | no crash 3 here: crash 2 is the nearest crash",
                "splash.1.edge | crash.1.edge | no splash here: crash 1, edge is the nearest cymbal",
                "hihat.tip.half | hihat.tip.closed | no hi-hat half open here: closed is the nearest opening",
                "kick.left.hit | kick.right.hit | no left kick here: right kick is the nearest",
                "tom.4.head | tom.3.head | no tom 4 here: tom 3 is the nearest tom"
            })
    void saysWhyInWords(String wanted, String found, String reason) {
        assertThat(Sound.parse(wanted).distanceTo(Sound.parse(found)).reason()).isEqualTo(reason);
    }

    @ParameterizedTest
    @CsvSource({
        "kick, kick.hit", "snare, snare.centre", "tom.2, tom.2.head", "hihat, hihat.tip.closed",
        "hihat.open, hihat.tip.open", "crash, crash.1.edge", "KICK.1, kick.hit", "hihat.pedal, hihat.tip.pedal"
    })
    void leftOutPartsHaveTheirUsualValue(String code, String full) {
        assertThat(Sound.parse(code).code()).isEqualTo(full);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "banjo | its first part must be a kit piece",
                "snare.bow | A snare has no articulation \"bow\"; it has centre, off-centre",
                "tom.2.squash | \"squash\" is no part of a tom",
                "tom.0.head | has a number from 1 to 32, not 0",
                "tom.33 | has a number from 1 to 32, not 33",
                "tom.99999999999 | has a number from 1 to 32",
                "ride.1.bow.open | Only a struck hi-hat has an openness",
                "hihat.pedal-close.open | Only a struck hi-hat has an openness",
                "kick.hit.hit | \"hit\" is no part of a kick"
            })
    void refusesWhatIsNoSoundAndSaysWhichPart(String code, String words) {
        assertThatThrownBy(() -> Sound.parse(code))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(words);
    }
}
