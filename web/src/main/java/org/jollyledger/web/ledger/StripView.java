package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.Family;
import org.jollyledger.web.cache.Recently;

/**
 * A map's fingerprint ready to draw: neighbouring cells of one family joined to a run. A run is as high as its
 * family sits on a drum staff, so that families differ by more than colour.
 *
 * @param runs from note 0 up
 * @param drawing the same as elements of SVG, two paths for each family, so that a page of strips stays small
 * @param words the same for those who do not see it
 */
public record StripView(List<Run> runs, String drawing, String words) {
    /** A page of the ledger draws many, and always the same. */
    private static final Recently<String, StripView> DRAWN = new Recently<>(2_000);

    private static final int CELL = 4;

    private static final int HEIGHT = 28;
    private static final int RUN_HEIGHT = 6;
    /** Lanes overlap a little: a run is six units high. */
    private static final double LANE = 22 / 6.0;

    /** From the top of the strip to its bottom. */
    private static final List<Family> LANES = List.of(
            Family.CYMBAL, Family.HIHAT, Family.TOM, Family.SNARE, Family.KICK, Family.PERCUSSION, Family.CONTROL);

    /**
     * Some neighbouring notes of one family.
     *
     * @param family the code of the family
     * @param x where it begins, in strip units: four to a note
     * @param y where its family's lane begins
     * @param width how long it is
     */
    public record Run(String family, int x, double y, int width) {}

    /** The strip of a map. */
    public static StripView of(NoteMap map) {
        return of(letters(map));
    }

    /** The strip as 128 letters, one for each note: the letter of its family, or {@link NoteMapEntity#FREE}. */
    static String letters(NoteMap map) {
        return map.strip().stream()
                .map(family -> String.valueOf(family.map(Family::letter).orElse(NoteMapEntity.FREE)))
                .collect(Collectors.joining());
    }

    static StripView of(String letters) {
        return DRAWN.get(letters, () -> drawn(letters));
    }

    private static StripView drawn(String letters) {
        List<Run> runs = new ArrayList<>();
        int start = 0;
        for (int note = 1; note <= letters.length(); note++) {
            if (note == letters.length() || letters.charAt(note) != letters.charAt(start)) {
                addRun(runs, letters.charAt(start), start, note);
                start = note;
            }
        }
        return new StripView(List.copyOf(runs), drawing(runs), words(letters));
    }

    private static String drawing(List<Run> runs) {
        Map<String, List<Run>> byFamily =
                runs.stream().collect(Collectors.groupingBy(Run::family, LinkedHashMap::new, Collectors.toList()));
        return byFamily.entrySet().stream()
                .map(family -> path("column", family.getKey(), outline(family.getValue(), run -> 0, HEIGHT))
                        + path("run", family.getKey(), outline(family.getValue(), Run::y, RUN_HEIGHT)))
                .collect(Collectors.joining());
    }

    private static String path(String part, String family, String outline) {
        return "<path class=\"" + part + " fill-" + family + "\" d=\"" + outline + "\"/>";
    }

    private static String outline(List<Run> runs, ToDoubleFunction<Run> top, int height) {
        return runs.stream()
                .map(run -> "M" + run.x() + " " + top.applyAsDouble(run) + "h" + run.width() + "v" + height + "h-"
                        + run.width() + "z")
                .collect(Collectors.joining());
    }

    private static void addRun(List<Run> runs, char letter, int from, int to) {
        family(letter)
                .ifPresent(family -> runs.add(new Run(
                        family.code(),
                        from * CELL,
                        Math.round(LANES.indexOf(family) * LANE * 10) / 10.0,
                        (to - from) * CELL)));
    }

    private static Optional<Family> family(char letter) {
        return Arrays.stream(Family.values())
                .filter(family -> family.letter() == letter)
                .findFirst();
    }

    private static String words(String letters) {
        int first = letters.length() - letters.replaceAll("^\\.+", "").length();
        int last = letters.replaceAll("\\.+$", "").length() - 1;
        if (last < 0) {
            return "no notes taken";
        }
        long taken =
                letters.chars().filter(letter -> letter != NoteMapEntity.FREE).count();
        return taken + " notes taken, from " + first + " to " + last;
    }
}
