package org.jollyledger.core.play;

import java.util.ArrayList;
import java.util.List;

/**
 * How a sound is made: layers that sound together, struck once or several times.
 *
 * @param layers what it is made of
 * @param strokes when each stroke begins, in seconds, with how loud it is, 0 to 1
 * @param seconds how long it rings at most
 */
public record Voice(List<Layer> layers, List<VoiceStroke> strokes, double seconds) {
    private static final double SILENT_AFTER = 1.15;
    private static final double TAIL = 0.02;

    /**
     * One stroke of a voice.
     *
     * @param after seconds from its beginning
     * @param gain how loud, 0 to 1
     */
    public record VoiceStroke(double after, double gain) {}

    /** What a layer is made of. */
    public enum Source {
        /** One wave, which can bend from one pitch to another. */
        TONE,
        /** White noise. */
        NOISE,
        /** Several square waves in no simple proportion, as of thin metal. */
        METAL
    }

    /** The shape of a tone. */
    public enum Wave {
        SINE,
        TRIANGLE,
        SQUARE
    }

    /** What a filter lets through. */
    public enum Filter {
        ALL,
        LOWPASS,
        BANDPASS,
        HIGHPASS
    }

    /**
     * A layer.
     *
     * @param source what it is made of
     * @param wave its shape, for a tone
     * @param hertz its pitch at the beginning; of metal that of its lowest wave
     * @param toHertz the pitch to which it bends
     * @param bend how long it bends, in seconds
     * @param filter what is let through
     * @param filterHertz the edge or middle of the filter
     * @param resonance how narrow the filter is, 0.5 and more
     * @param gain how loud, 0 to 1
     * @param attack how long it takes to its loudest, in seconds
     * @param decay how long it takes from there to a hundredth, in seconds
     */
    public record Layer(
            Source source,
            Wave wave,
            double hertz,
            double toHertz,
            double bend,
            Filter filter,
            double filterHertz,
            double resonance,
            double gain,
            double attack,
            double decay) {
        private static final double SHORTEST_ATTACK = 0.001;

        static Layer tone(Wave wave, double hertz, double gain, double decay) {
            return new Layer(Source.TONE, wave, hertz, hertz, 0, Filter.ALL, 0, 1, gain, SHORTEST_ATTACK, decay);
        }

        static Layer noise(Filter filter, double filterHertz, double resonance, double gain, double decay) {
            return new Layer(
                    Source.NOISE, Wave.SINE, 0, 0, 0, filter, filterHertz, resonance, gain, SHORTEST_ATTACK, decay);
        }

        static Layer metal(double hertz, Filter filter, double filterHertz, double gain, double decay) {
            return new Layer(
                    Source.METAL, Wave.SQUARE, hertz, hertz, 0, filter, filterHertz, 0.8, gain, SHORTEST_ATTACK, decay);
        }

        Layer bending(double newToHertz, double newBend) {
            return new Layer(
                    source, wave, hertz, newToHertz, newBend, filter, filterHertz, resonance, gain, attack, decay);
        }

        Layer rising(double newAttack) {
            return new Layer(
                    source, wave, hertz, toHertz, bend, filter, filterHertz, resonance, gain, newAttack, decay);
        }

        Layer scaled(double louder, double longer) {
            return new Layer(
                    source,
                    wave,
                    hertz,
                    toHertz,
                    bend,
                    filter,
                    filterHertz,
                    resonance,
                    Math.min(1, gain * louder),
                    attack,
                    decay * longer);
        }
    }

    public Voice {
        layers = List.copyOf(layers);
        strokes = List.copyOf(strokes);
    }

    static Voice struck(List<Layer> layers, List<VoiceStroke> strokes) {
        double longest = layers.stream()
                .mapToDouble(layer -> layer.attack + layer.decay * SILENT_AFTER)
                .max()
                .orElse(0);
        double last = strokes.get(strokes.size() - 1).after;
        return new Voice(layers, strokes, last + longest + TAIL);
    }

    /** Strokes in a row, each as loud as the one before times a factor. */
    static List<VoiceStroke> row(int count, double apart, double first, double factor) {
        List<VoiceStroke> strokes = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            strokes.add(new VoiceStroke(i * apart, Math.min(1, first * Math.pow(factor, i))));
        }
        return strokes;
    }

    /** {@return the pitches of metal above its lowest, so that metal sounds like metal and not like a chord} */
    public static List<Double> metalRatios() {
        return List.of(1.0, 1.342, 1.678, 2.137, 2.713, 3.394);
    }
}
