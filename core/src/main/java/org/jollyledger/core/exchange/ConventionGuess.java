package org.jollyledger.core.exchange;

import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;

/**
 * What a list calls middle C, and why that is believed.
 *
 * @param convention what is believed
 * @param reason why, in words
 * @param sure whether it is more than a guess
 */
record ConventionGuess(OctaveConvention convention, String reason, boolean sure) {
    private static final Pattern SAID =
            Pattern.compile("(?:\\bc\\s?([345])\\s*(?:=|is|:)\\s*(?:note\\s*|midi\\s*|key\\s*)*60\\b)"
                    + "|(?:\\b60\\s*(?:=|is|:)\\s*c\\s?([345])\\b)"
                    + "|(?:middle\\s*c\\s*(?:=|is|:|\\()?\\s*c\\s?([345])\\b)");

    /** What drums are on where middle C is C3 in most lists (common practice): worth more than a family alone. */
    private static final Map<String, Integer> TELLING =
            Map.of("kick", 4, "snare", 3, "hihat", 2, "tom", 1, "crash", 1, "ride", 1);

    private static final double CLEARLY = 1.5;
    private static final int ENOUGH = 4;

    /** Guesses for the lines of a list. */
    static ConventionGuess of(String text, List<ListLine> lines) {
        Matcher said = SAID.matcher(text.toLowerCase(Locale.ROOT));
        if (said.find()) {
            String octave = Stream.of(said.group(1), said.group(2), said.group(3))
                    .filter(group -> group != null)
                    .findFirst()
                    .orElseThrow();
            return new ConventionGuess(
                    OctaveConvention.parse("C" + octave),
                    "the list says so: “" + said.group().strip() + "”",
                    true);
        }
        List<ListLine> pitched = lines.stream()
                .filter(line ->
                        line.note().filter(note -> !note.pitches().isEmpty()).isPresent())
                .toList();
        if (pitched.isEmpty()) {
            return new ConventionGuess(
                    OctaveConvention.C3, "the list has numbers only, so any will do; C3 is the most common", true);
        }
        return byNumbers(pitched).orElseGet(() -> bySounds(pitched));
    }

    private static Optional<ConventionGuess> byNumbers(List<ListLine> lines) {
        Map<OctaveConvention, Integer> votes = new EnumMap<>(OctaveConvention.class);
        for (ListLine line : lines) {
            NoteText note = line.note().orElseThrow();
            Optional<OctaveConvention> agreement = note.agreement();
            if (agreement.isPresent()) {
                votes.merge(agreement.get(), 1, Integer::sum);
            }
        }
        Optional<OctaveConvention> best =
                votes.entrySet().stream().max(Map.Entry.comparingByValue()).map(Map.Entry::getKey);
        if (best.isEmpty()) {
            return Optional.empty();
        }
        NoteText first = lines.stream()
                .map(line -> line.note().orElseThrow())
                .filter(note -> note.agreement().equals(best))
                .findFirst()
                .orElseThrow();
        Note note = Note.of(Math.min(Note.HIGHEST, first.numbers().get(0)));
        String example = note.name(best.get()) + " is " + note.number();
        return Optional.of(new ConventionGuess(
                best.get(), "numbers and names agree in " + votes.get(best.get()) + " rows: " + example, true));
    }

    private static ConventionGuess bySounds(List<ListLine> lines) {
        Map<OctaveConvention, Integer> points = new EnumMap<>(OctaveConvention.class);
        Map<OctaveConvention, String> examples = new EnumMap<>(OctaveConvention.class);
        for (OctaveConvention convention : OctaveConvention.values()) {
            int sum = 0;
            int most = 0;
            for (ListLine line : lines) {
                int number = NoteText.number(line.note().orElseThrow().pitches().get(0), convention);
                if (number < Note.LOWEST || number > Note.HIGHEST) {
                    sum -= 2 * ENOUGH;
                    continue;
                }
                int worth = points(line.name(), Note.of(number));
                sum += worth;
                if (worth > most) {
                    most = worth;
                    examples.put(
                            convention,
                            "“" + line.name() + "” on " + Note.of(number).name(convention) + " is then " + number);
                }
            }
            points.put(convention, sum);
        }
        List<OctaveConvention> order = points.keySet().stream()
                .sorted(Comparator.comparing((OctaveConvention convention) -> -points.get(convention)))
                .toList();
        OctaveConvention best = order.get(0);
        int bestPoints = points.get(best);
        int next = points.get(order.get(1));
        if (bestPoints >= ENOUGH && bestPoints >= CLEARLY * Math.max(0, next)) {
            return new ConventionGuess(
                    best, "the drums then stand where most lists have them: " + examples.get(best), true);
        }
        if (bestPoints > next && examples.containsKey(best)) {
            return new ConventionGuess(best, "a guess: " + examples.get(best) + ", as in most lists", false);
        }
        return new ConventionGuess(best, "a guess: nothing in the list tells; look at one note you know", false);
    }

    /** How much a name speaks for standing on a note: by where General MIDI System Level 1 has such a sound. */
    private static int points(String name, Note note) {
        Optional<Sound> sound = SoundReader.read(name).sound();
        Optional<Line> usual = GeneralMidi.level1().lineAt(note);
        if (sound.isEmpty() || usual.isEmpty()) {
            return 0;
        }
        Sound there = usual.get().sound();
        if (there.piece() != sound.get().piece()) {
            return there.family() == sound.get().family() ? 1 : 0;
        }
        return TELLING.getOrDefault(there.piece().code(), 1)
                + (there.articulation() == sound.get().articulation() ? 1 : 0);
    }
}
