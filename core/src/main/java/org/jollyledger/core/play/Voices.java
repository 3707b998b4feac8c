package org.jollyledger.core.play;

import static org.jollyledger.core.play.Voice.Filter.BANDPASS;
import static org.jollyledger.core.play.Voice.Filter.HIGHPASS;
import static org.jollyledger.core.play.Voice.Filter.LOWPASS;
import static org.jollyledger.core.play.Voice.Layer.metal;
import static org.jollyledger.core.play.Voice.Layer.noise;
import static org.jollyledger.core.play.Voice.Layer.tone;
import static org.jollyledger.core.play.Voice.Wave.SINE;
import static org.jollyledger.core.play.Voice.Wave.SQUARE;
import static org.jollyledger.core.play.Voice.Wave.TRIANGLE;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.play.Voice.Layer;
import org.jollyledger.core.play.Voice.VoiceStroke;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Side;
import org.jollyledger.core.sound.Sound;

/**
 * The voices of the simulated instrument: a plain one for each kit piece, changed by how it is struck. All values are our
 * own, chosen by ear and by measuring so that sounds can be told apart; none imitates a real instrument.
 */
public final class Voices {
    private static final double HIGHEST_TOM = 215;
    private static final double NEXT_TOM = 0.81;

    /** How long a hi-hat rings, from tight to open. */
    private static final Map<Openness, Double> HAT_DECAY = Map.of(
            Openness.TIGHT, 0.045,
            Openness.CLOSED, 0.075,
            Openness.QUARTER, 0.19,
            Openness.HALF, 0.36,
            Openness.THREE_QUARTER, 0.6,
            Openness.OPEN, 1.0,
            Openness.PEDAL, 0.19);

    /** How an articulation changes what a piece sounds like plainly. */
    private record Manner(double louder, double longer, double attack, List<VoiceStroke> strokes) {}

    private static final List<VoiceStroke> ONCE = List.of(new VoiceStroke(0, 1));

    private static final Map<Articulation, Manner> MANNERS = manners();

    private Voices() {}

    private static Map<Articulation, Manner> manners() {
        Map<Articulation, Manner> manners = new EnumMap<>(Articulation.class);
        manners.put(Articulation.MUTED, new Manner(0.9, 0.3, 0, ONCE));
        manners.put(Articulation.SHORT, new Manner(1, 0.4, 0, ONCE));
        manners.put(Articulation.LONG, new Manner(1, 1.8, 0, ONCE));
        manners.put(Articulation.CHOKE, new Manner(0.45, 0.06, 0, ONCE));
        manners.put(Articulation.STRUCK_CHOKE, new Manner(0.95, 0.12, 0, ONCE));
        manners.put(Articulation.SWELL, new Manner(0.8, 0.8, 0.7, ONCE));
        manners.put(Articulation.ROLL, new Manner(0.7, 0.7, 0, Voice.row(9, 0.055, 0.6, 1.05)));
        manners.put(Articulation.BUZZ, new Manner(0.6, 0.5, 0, Voice.row(10, 0.026, 0.9, 0.86)));
        manners.put(
                Articulation.FLAM, new Manner(1, 1, 0, List.of(new VoiceStroke(0, 0.45), new VoiceStroke(0.032, 1))));
        manners.put(
                Articulation.DRAG,
                new Manner(
                        1,
                        1,
                        0,
                        List.of(new VoiceStroke(0, 0.35), new VoiceStroke(0.045, 0.4), new VoiceStroke(0.09, 1))));
        manners.put(
                Articulation.RUFF,
                new Manner(
                        1,
                        1,
                        0,
                        List.of(
                                new VoiceStroke(0, 0.3),
                                new VoiceStroke(0.04, 0.35),
                                new VoiceStroke(0.08, 0.4),
                                new VoiceStroke(0.12, 1))));
        return manners;
    }

    /** {@return how a sound is made} */
    public static Voice of(Sound sound) {
        Manner manner = MANNERS.getOrDefault(sound.articulation(), new Manner(1, 1, 0, ONCE));
        List<Layer> layers = plain(sound).stream()
                .map(layer -> layer.scaled(manner.louder, manner.longer))
                .map(layer -> manner.attack > 0 ? layer.rising(manner.attack) : layer)
                .toList();
        return Voice.struck(layers, manner.strokes);
    }

    private static List<Layer> plain(Sound sound) {
        return switch (sound.piece()) {
            case KICK -> kick(sound);
            case SNARE -> snare(sound.articulation());
            case TOM -> tom(sound);
            case HIHAT -> hat(sound);
            case RIDE -> ride(sound);
            case CRASH -> crash(sound);
            case SPLASH -> cymbal(sound, 640, 5_200, 0.42, 0.5);
            case CHINA -> china(sound);
            case STACK ->
                List.of(
                        metal(410 * higher(sound.number()), HIGHPASS, 3_000, 0.5, 0.16),
                        noise(BANDPASS, 4_800, 0.8, 0.6, 0.2));
            case GONG -> gong(sound.number());
            default -> percussion(sound);
        };
    }

    /** Of several alike, the later ones a little higher. */
    private static double higher(int number) {
        return Math.pow(1.16, number - 1);
    }

    private static double lower(int number) {
        return Math.pow(0.84, number - 1);
    }

    private static List<Layer> kick(Sound sound) {
        double size = sound.side().equals(Optional.of(Side.LEFT)) ? 1.12 : 1;
        double low = 46 * size * lower(sound.number());
        return List.of(tone(SINE, 3.4 * low, 1, 0.42).bending(low, 0.07), noise(LOWPASS, 2_600, 0.7, 0.3, 0.02));
    }

    private static List<Layer> snare(Articulation articulation) {
        return switch (articulation) {
            case RIM_SHOT ->
                List.of(
                        tone(TRIANGLE, 205, 0.6, 0.2),
                        tone(SQUARE, 468, 0.32, 0.13),
                        noise(BANDPASS, 3_400, 0.6, 0.9, 0.3),
                        noise(HIGHPASS, 6_000, 0.7, 0.4, 0.12));
            case SIDE_STICK ->
                List.of(
                        tone(SQUARE, 1_720, 0.4, 0.028),
                        tone(SINE, 560, 0.5, 0.06),
                        noise(BANDPASS, 2_300, 3, 0.5, 0.035));
            case RIM_CLICK -> List.of(tone(SQUARE, 2_650, 0.3, 0.02), noise(BANDPASS, 3_800, 4, 0.6, 0.022));
            case SNARES_OFF -> List.of(tone(TRIANGLE, 196, 0.9, 0.34), noise(LOWPASS, 1_500, 0.7, 0.2, 0.03));
            case EDGE -> snare(238, 0.35, 0.42, 0.34);
            case OFF_CENTRE -> snare(208, 0.45, 0.55, 0.27);
            case BRUSH_TAP -> List.of(noise(BANDPASS, 3_000, 0.6, 0.5, 0.11), tone(TRIANGLE, 200, 0.18, 0.08));
            case BRUSH_SWEEP -> List.of(noise(BANDPASS, 4_200, 0.5, 0.42, 0.3).rising(0.14));
            case BRUSH_SWIRL -> List.of(noise(BANDPASS, 3_400, 0.5, 0.36, 0.5).rising(0.3));
            default -> snare(186, 0.55, 0.75, 0.24);
        };
    }

    private static List<Layer> snare(double hertz, double skin, double wires, double decay) {
        return List.of(
                tone(TRIANGLE, hertz * 1.25, skin, 0.16).bending(hertz, 0.03),
                noise(HIGHPASS, 1_900, 0.7, wires, decay));
    }

    private static List<Layer> tom(Sound sound) {
        double hertz = HIGHEST_TOM * Math.pow(NEXT_TOM, sound.number() - 1);
        double decay = 0.5 + 0.06 * Math.min(8, sound.number());
        return switch (sound.articulation()) {
            case RIM -> List.of(tone(SQUARE, 6.2 * hertz, 0.45, 0.04), noise(BANDPASS, 2_900, 3, 0.9, 0.04));
            case RIM_SHOT ->
                List.of(
                        tone(SINE, 1.5 * hertz, 0.8, decay).bending(hertz, 0.05),
                        tone(SQUARE, 3.1 * hertz, 0.22, 0.08),
                        noise(BANDPASS, 2_600, 0.8, 0.5, 0.06));
            case BRUSH_TAP, BRUSH_SWEEP ->
                List.of(tone(SINE, 1.2 * hertz, 0.4, 0.25).bending(hertz, 0.05), noise(BANDPASS, 3_000, 0.6, 0.3, 0.1));
            default ->
                List.of(
                        tone(SINE, 1.45 * hertz, 0.95, decay).bending(hertz, 0.06),
                        noise(LOWPASS, 1_300, 0.7, 0.22, 0.03));
        };
    }

    private static List<Layer> hat(Sound sound) {
        double pitch = higher(sound.number());
        return switch (sound.articulation()) {
            case PEDAL_CLOSE ->
                List.of(metal(300 * pitch, HIGHPASS, 4_200, 0.6, 0.055), noise(LOWPASS, 520, 0.8, 0.5, 0.035));
            case PEDAL_SPLASH ->
                List.of(
                        metal(300 * pitch, HIGHPASS, 4_600, 0.42, 0.7).rising(0.012),
                        noise(LOWPASS, 520, 0.8, 0.2, 0.035));
            case CHOKE, STRUCK_CHOKE -> List.of(metal(330 * pitch, HIGHPASS, 6_800, 0.4, 1));
            default -> {
                double decay = HAT_DECAY.get(sound.openness().orElse(Openness.CLOSED));
                boolean edge = sound.articulation() == Articulation.EDGE;
                List<Layer> layers = new ArrayList<>(List.of(
                        metal((edge ? 290 : 330) * pitch, HIGHPASS, edge ? 5_200 : 7_200, edge ? 0.78 : 0.68, decay),
                        noise(HIGHPASS, edge ? 6_000 : 8_200, 0.7, edge ? 0.6 : 0.46, decay * 0.8)));
                if (sound.articulation() == Articulation.BELL) {
                    layers.add(tone(SINE, 2_480 * pitch, 0.4, 0.25));
                }
                yield layers;
            }
        };
    }

    private static List<Layer> ride(Sound sound) {
        double pitch = higher(sound.number());
        return switch (sound.articulation()) {
            case BELL ->
                List.of(
                        tone(SINE, 1_240 * pitch, 0.5, 1.5),
                        tone(SINE, 2_090 * pitch, 0.34, 1.1),
                        tone(SINE, 3_310 * pitch, 0.2, 0.7),
                        metal(420 * pitch, HIGHPASS, 6_000, 0.08, 0.4));
            case EDGE -> List.of(metal(356 * pitch, HIGHPASS, 3_000, 0.42, 1.9), noise(HIGHPASS, 4_800, 0.7, 0.4, 1.3));
            default ->
                List.of(
                        tone(SINE, 3_480 * pitch, 0.16, 0.35),
                        metal(388 * pitch, HIGHPASS, 6_200, 0.5, 1.3),
                        noise(HIGHPASS, 9_000, 0.7, 0.16, 0.08));
        };
    }

    private static List<Layer> crash(Sound sound) {
        double brighter = Math.pow(1.24, sound.number() - 1);
        double decay = 1.75 * Math.pow(0.85, sound.number() - 1);
        return cymbal(sound, 330 * brighter, 3_000 * brighter, decay, 0.62);
    }

    private static List<Layer> cymbal(Sound sound, double hertz, double edgeHertz, double decay, double gain) {
        double pitch = sound.piece() == KitPiece.CRASH ? hertz : hertz * higher(sound.number());
        return switch (sound.articulation()) {
            case BELL ->
                List.of(
                        tone(SINE, 3.1 * pitch, 0.45, 0.8 * decay),
                        tone(SINE, 5.3 * pitch, 0.26, 0.5 * decay),
                        metal(pitch, HIGHPASS, 1.8 * edgeHertz, 0.08, 0.4 * decay));
            case BOW ->
                List.of(
                        metal(pitch, HIGHPASS, 1.5 * edgeHertz, 0.6 * gain, 0.7 * decay),
                        noise(HIGHPASS, 2 * edgeHertz, 0.7, 0.3 * gain, 0.2 * decay));
            default ->
                List.of(
                        metal(pitch, HIGHPASS, edgeHertz, gain, decay),
                        noise(HIGHPASS, 1.3 * edgeHertz, 0.7, 0.9 * gain, 0.75 * decay));
        };
    }

    private static List<Layer> china(Sound sound) {
        double pitch = higher(sound.number());
        return List.of(metal(205 * pitch, BANDPASS, 2_300, 0.75, 1.1), noise(BANDPASS, 1_900, 0.7, 0.6, 0.8));
    }

    private static List<Layer> gong(int number) {
        double low = 88 * lower(number);
        return List.of(
                tone(SINE, low, 0.7, 3.6),
                tone(SINE, 1.53 * low, 0.5, 3.2),
                tone(SINE, 2.27 * low, 0.36, 2.4),
                metal(3.1 * low, BANDPASS, 900, 0.22, 2.6).rising(0.12));
    }

    private static List<Layer> percussion(Sound sound) {
        double high = higher(sound.number());
        double low = lower(sound.number());
        boolean slap = sound.articulation() == Articulation.SLAP || sound.articulation() == Articulation.RIM;
        return switch (sound.piece()) {
            case COWBELL -> List.of(tone(SQUARE, 562 * low, 0.3, 0.26), tone(SQUARE, 845 * low, 0.3, 0.22));
            case AGOGO -> List.of(tone(TRIANGLE, 1_060 * low, 0.6, 0.3), tone(SINE, 1_700 * low, 0.3, 0.2));
            case WOOD_BLOCK -> List.of(tone(SINE, 1_150 * low, 0.8, 0.06), noise(BANDPASS, 1_600, 4, 0.3, 0.02));
            case TEMPLE_BLOCK -> List.of(tone(SINE, 720 * low, 0.9, 0.11), tone(SINE, 1_490 * low, 0.2, 0.05));
            case CLAVES -> List.of(tone(SINE, 2_450, 0.8, 0.07));
            case CASTANETS -> List.of(tone(SQUARE, 1_980, 0.25, 0.02), noise(BANDPASS, 2_800, 5, 0.6, 0.03));
            case BONGO -> drum(slap ? 520 : 395, low, 0.16, slap);
            case CONGA -> drum(slap ? 410 : 262, low, 0.26, slap);
            case TIMBALE -> List.of(tone(TRIANGLE, 330 * low, 0.7, 0.3), tone(SQUARE, 905 * low, 0.12, 0.12));
            case SURDO -> List.of(tone(SINE, 92, 1, 0.6).bending(74, 0.08));
            case CAJON ->
                slap
                        ? List.of(noise(BANDPASS, 2_400, 0.7, 0.7, 0.1), tone(SINE, 240, 0.3, 0.06))
                        : List.of(tone(SINE, 112, 0.9, 0.2).bending(84, 0.05));
            case CUICA -> List.of(tone(TRIANGLE, 420, 0.6, 0.25).bending(640, 0.2));
            case TAMBOURINE -> List.of(metal(880, HIGHPASS, 7_800, 0.4, 0.18), noise(HIGHPASS, 8_800, 0.7, 0.4, 0.12));
            case SHAKER -> List.of(noise(BANDPASS, 6_400, 1.2, 0.5, 0.09).rising(0.02));
            case MARACAS -> List.of(noise(BANDPASS, 7_900, 1.6, 0.5, 0.055).rising(0.008));
            case CABASA -> List.of(noise(BANDPASS, 5_000, 1, 0.5, 0.07).rising(0.03));
            case JINGLE_BELL -> List.of(metal(1_240, HIGHPASS, 6_000, 0.35, 0.45));
            case BELL_TREE ->
                List.of(
                        tone(SINE, 2_300, 0.25, 1.6).bending(5_200, 1.1),
                        tone(SINE, 3_150, 0.2, 1.4).bending(6_900, 1.1));
            case TRIANGLE -> List.of(tone(SINE, 4_150, 0.3, 1.4), tone(SINE, 6_230, 0.16, 1.0));
            case GUIRO -> List.of(noise(BANDPASS, 3_000, 2.4, 0.5, 0.2).rising(0.06));
            case VIBRASLAP -> List.of(tone(SQUARE, 2_150, 0.12, 0.6), noise(BANDPASS, 2_500, 8, 0.7, 0.7));
            case WHISTLE -> List.of(tone(SINE, 2_320, 0.5, 0.3).rising(0.03));
            case CLAP ->
                List.of(
                        noise(BANDPASS, 1_350, 1.1, 0.9, 0.14),
                        noise(BANDPASS, 1_500, 1.4, 0.6, 0.03).rising(0.02));
            case FINGER_SNAP -> List.of(noise(BANDPASS, 2_050, 3, 0.9, 0.05));
            case STICKS -> List.of(tone(SINE, 1_830, 0.4, 0.03), noise(BANDPASS, 3_300, 2.5, 0.6, 0.03));
            case CLICK -> List.of(tone(SQUARE, 1_500, 0.4, 0.02));
            case METRONOME -> List.of(tone(SINE, sound.articulation() == Articulation.BELL ? 2_790 : 1_860, 0.6, 0.05));
            case SCRATCH -> List.of(noise(BANDPASS, 1_200, 2, 0.8, 0.12).rising(0.04));
            default -> List.of(tone(SINE, 900 * high, 0.5, 0.5).bending(300 * high, 0.4));
        };
    }

    private static List<Layer> drum(double hertz, double lower, double decay, boolean slap) {
        return slap
                ? List.of(tone(SINE, hertz * lower, 0.5, decay / 2), noise(BANDPASS, 2_700, 0.9, 0.6, 0.05))
                : List.of(tone(SINE, 1.2 * hertz * lower, 0.9, decay).bending(hertz * lower, 0.03));
    }
}
