package org.jollyledger.core.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is no part of a name does not change its sound, and a slip of the hand is recognised or marked; common practice. */
class NameCleaningTest {
    private static final List<String> NAMES = List.of(
            "Kick",
            "Snare",
            "Snare Rim Shot",
            "Side Stick",
            "Closed Hi-Hat",
            "Hi-Hat Pedal",
            "Tom 2",
            "Tom 1 Rim",
            "Crash 2 Choke",
            "Ride Bell",
            "China",
            "Splash",
            "Cowbell",
            "Tambourine",
            "Hand Clap");

    private static final List<String> DECORATIONS = List.of(
            "%s RR3",
            "%s rr 12",
            "%s (RR2)",
            "%s_v3",
            "%s v2",
            "%s alt",
            "%s (alt 2)",
            "%s 4 layers",
            "%s 127 layers",
            "%s var 2",
            "%s round robin 5",
            "%s take 4",
            "%s overhead mic",
            "%s room mics",
            "%s (close mic)",
            "C1 %s",
            "F#2 %s",
            "%s C1",
            "%s (D#2)");

    @Property
    void whatIsNoPartOfANameDoesNotChangeItsSound(@ForAll Random random) {
        String name = NAMES.get(random.nextInt(NAMES.size()));
        String decorated = String.format(DECORATIONS.get(random.nextInt(DECORATIONS.size())), name);
        assertThat(SoundReader.read(decorated).sound())
                .as(decorated)
                .isEqualTo(SoundReader.read(name).sound());
    }

    private static final String KEYBOARD = "qwertyuiop asdfghjkl zxcvbnm";

    /** A dropped, doubled, swapped or neighbouring letter in a word of five or more, its first letter right. */
    static String slip(String name, Random random) {
        String[] words = name.split(" ");
        List<Integer> longOnes = new ArrayList<>();
        for (int at = 0; at < words.length; at++) {
            if (words[at].matches("\\p{L}{5,}")) {
                longOnes.add(at);
            }
        }
        if (longOnes.isEmpty()) {
            return name;
        }
        int word = longOnes.get(random.nextInt(longOnes.size()));
        String old = words[word];
        int at = 1 + random.nextInt(old.length() - 2);
        words[word] = switch (random.nextInt(4)) {
            case 0 -> old.substring(0, at) + old.substring(at + 1);
            case 1 -> old.substring(0, at) + old.charAt(at) + old.substring(at);
            case 2 -> old.substring(0, at) + old.charAt(at + 1) + old.charAt(at) + old.substring(at + 2);
            default -> {
                int key = KEYBOARD.indexOf(old.charAt(at));
                char beside = key > 0 && KEYBOARD.charAt(key - 1) != ' '
                        ? KEYBOARD.charAt(key - 1)
                        : KEYBOARD.charAt(key + 1);
                yield old.substring(0, at) + (beside == ' ' ? 'x' : beside) + old.substring(at + 1);
            }
        };
        return String.join(" ", words);
    }

    @Test
    void aSlipOfTheHandIsRecognisedOrMarked() {
        Random random = new Random(15);
        int right = 0;
        int sureButWrong = 0;
        int count = 4_000;
        for (int at = 0; at < count; at++) {
            String name = NAMES.get(random.nextInt(NAMES.size()));
            String written = slip(name, random);
            SoundReading reading = SoundReader.read(written);
            if (reading.sound().equals(SoundReader.read(name).sound())) {
                right++;
            } else if (!reading.isUnsure()) {
                sureButWrong++;
            }
        }
        assertThat((double) right / count).as("right").isGreaterThanOrEqualTo(0.9);
        assertThat((double) sureButWrong / count).as("wrong although sure").isLessThanOrEqualTo(0.01);
    }

    @ParameterizedTest
    @CsvSource({
        "B.D., kick.hit",
        "S.D., snare.centre",
        "H.H. cl., hihat.tip.closed",
        "S. Stick, snare.side-stick",
        "Sn. r/s, snare.rim-shot",
        "HH sl. open, hihat.tip.quarter",
        "HH 1-2 open, hihat.tip.half",
        "BsDr, kick.hit",
        "HiHtCl, hihat.tip.closed",
        "PdHH, hihat.pedal-close",
        "RT2 rim, tom.2.rim",
        "Crash B, crash.2.edge",
        "Crash A, crash.1.edge",
        "C1 Bassdrum, kick.hit",
        "Kcik, kick.hit",
        "Snre, snare.centre",
        "Crash abafado, crash.1.choke",
        "Prato de condução, ride.1.bow",
        "Basdrum, kick.hit",
        "Ride 20'', ride.1.bow",
        "Crash 18″, crash.1.edge",
        "Splash 8\", splash.1.edge",
        "China 18in, china.1.edge"
    })
    void whatIsDottedSlurredOrCountedByLettersIsRead(String name, String code) {
        assertThat(SoundReader.read(name).sound().map(Sound::code))
                .as(name)
                .hasValue(Sound.parse(code).code());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Sustain Pedal",
                "Choke Group 2",
                "Bass Guitar E",
                "Expression pedal",
                "Pitch Bend",
                "Bass E",
                "Grand Piano"
            })
    void whatIsNoDrumIsNone(String name) {
        assertThat(SoundReader.read(name).sound()).isEmpty();
    }
}
