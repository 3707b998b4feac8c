package org.jollyledger.core.notemap;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.stream.Stream;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.sound.SoundDistance;

/**
 * What differs between two maps, line by line. Lines are paired by what they share, most first: all, note and name,
 * name and sound, note and sound, name, sound of one note. Lines that find no partner are added or gone.
 *
 * @param pairs in the order of the second map, with lines that are gone where they stood in the first
 * @param facts what differs in the maps as a whole, each as a sentence
 */
public record MapComparison(List<Pair> pairs, List<String> facts) {
    /** How the two sides of a pair differ. */
    public enum Difference implements Coded {
        ADDED("added"),
        GONE("gone"),
        MOVED("moved"),
        RENAMED("renamed"),
        OTHER_SOUND("with another sound"),
        OTHER_DETAILS("with other details"),
        REORDERED("reordered");

        private final String words;

        Difference(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** Two lines that stand for each other, or one without a partner. */
    public record Pair(Optional<Line> before, Optional<Line> after, Set<Difference> differences) {
        public Pair {
            differences = Set.copyOf(differences);
        }

        public boolean isSame() {
            return differences.isEmpty();
        }
    }

    public MapComparison {
        pairs = List.copyOf(pairs);
        facts = List.copyOf(facts);
    }

    /** From the nearest likeness to the farthest. */
    private static final List<BiPredicate<Line, Line>> LIKENESSES = List.of(
            Line::equals,
            (one, other) -> sameNote(one, other) && one.name().equals(other.name()),
            (one, other) -> one.name().equals(other.name()) && one.sound().equals(other.sound()),
            (one, other) -> sameNote(one, other) && one.sound().equals(other.sound()),
            (one, other) -> one.name().equalsIgnoreCase(other.name()),
            (one, other) -> sameNote(one, other) && near(one, other),
            (one, other) -> one.sound().equals(other.sound()));

    private static boolean sameNote(Line one, Line other) {
        return one.hasNote() && one.place().equals(other.place());
    }

    private static boolean near(Line one, Line other) {
        return one.sound().piece() == other.sound().piece()
                || one.sound().distanceTo(other.sound()).value() < SoundDistance.FAR;
    }

    /**
     * Compares two maps.
     *
     * @return what differs, line by line
     */
    public static MapComparison between(NoteMap before, NoteMap after) {
        int[] partnerOf = partners(before.lines(), after.lines());
        List<Pair> pairs = new ArrayList<>();
        boolean[] listed = new boolean[before.lines().size()];
        Set<Integer> inOrder = longestRun(partnerOf);
        for (int at = 0; at < partnerOf.length; at++) {
            Line line = after.lines().get(at);
            int partner = partnerOf[at];
            if (partner < 0) {
                pairs.add(new Pair(Optional.empty(), Optional.of(line), EnumSet.of(Difference.ADDED)));
                continue;
            }
            listed[partner] = true;
            Line old = before.lines().get(partner);
            Set<Difference> differences = differences(old, line);
            if (!inOrder.contains(at)) {
                differences.add(Difference.REORDERED);
            }
            pairs.add(new Pair(Optional.of(old), Optional.of(line), differences));
        }
        addGone(before.lines(), listed, pairs);
        return new MapComparison(pairs, facts(before, after));
    }

    private static int[] partners(List<Line> before, List<Line> after) {
        int[] partnerOf = new int[after.size()];
        Arrays.fill(partnerOf, -1);
        boolean[] taken = new boolean[before.size()];
        for (BiPredicate<Line, Line> alike : LIKENESSES) {
            for (int at = 0; at < partnerOf.length; at++) {
                for (int old = 0; partnerOf[at] < 0 && old < taken.length; old++) {
                    if (!taken[old] && alike.test(before.get(old), after.get(at))) {
                        partnerOf[at] = old;
                        taken[old] = true;
                    }
                }
            }
        }
        return partnerOf;
    }

    private static Set<Difference> differences(Line before, Line after) {
        Set<Difference> differences = EnumSet.noneOf(Difference.class);
        if (!before.place().equals(after.place())) {
            differences.add(Difference.MOVED);
        }
        if (!before.name().equals(after.name())) {
            differences.add(Difference.RENAMED);
        }
        if (!before.sound().equals(after.sound())) {
            differences.add(Difference.OTHER_SOUND);
        }
        boolean details = before.shortName().equals(after.shortName())
                && before.chokeGroup().equals(after.chokeGroup())
                && before.output().equals(after.output())
                && before.remark().equals(after.remark());
        if (!details) {
            differences.add(Difference.OTHER_DETAILS);
        }
        return differences;
    }

    /** Lines that are gone are behind the line that they stood behind. */
    private static void addGone(List<Line> before, boolean[] listed, List<Pair> pairs) {
        for (int old = 0; old < listed.length; old++) {
            if (listed[old]) {
                continue;
            }
            int place = 0;
            if (old > 0) {
                Line above = before.get(old - 1);
                for (int at = 0; at < pairs.size(); at++) {
                    if (pairs.get(at).before().filter(line -> line == above).isPresent()) {
                        place = at + 1;
                    }
                }
            }
            pairs.add(place, new Pair(Optional.of(before.get(old)), Optional.empty(), EnumSet.of(Difference.GONE)));
        }
    }

    /** The places in the second map whose partners rise in the first: the fewest others count as moved in the order. */
    private static Set<Integer> longestRun(int[] partnerOf) {
        int[] length = new int[partnerOf.length];
        int[] previous = new int[partnerOf.length];
        int best = -1;
        for (int at = 0; at < partnerOf.length; at++) {
            previous[at] = -1;
            if (partnerOf[at] < 0) {
                continue;
            }
            length[at] = 1;
            for (int other = 0; other < at; other++) {
                if (partnerOf[other] >= 0 && partnerOf[other] < partnerOf[at] && length[other] + 1 > length[at]) {
                    length[at] = length[other] + 1;
                    previous[at] = other;
                }
            }
            best = best < 0 || length[at] > length[best] ? at : best;
        }
        Set<Integer> run = new HashSet<>();
        for (int at = best; at >= 0; at = previous[at]) {
            run.add(at);
        }
        return run;
    }

    private static List<String> facts(NoteMap before, NoteMap after) {
        List<String> facts = new ArrayList<>();
        fact(facts, "Name", before.name(), after.name());
        fact(facts, "Maker's text", before.maker(), after.maker());
        fact(facts, "Kind", before.kind().words(), after.kind().words());
        fact(facts, "Middle C", before.middleC().name(), after.middleC().name());
        fact(facts, "Channel", channel(before), channel(after));
        fact(facts, "Chokes", before.chokes().words(), after.chokes().words());
        fact(
                facts,
                "Hi-hat opening",
                before.openness().words(),
                after.openness().words());
        fact(facts, "Remark", before.remark(), after.remark());
        pads(facts, before.pads(), after.pads());
        return facts;
    }

    private static String channel(NoteMap map) {
        return map.channel().isPresent() ? String.valueOf(map.channel().getAsInt()) : "all";
    }

    private static void pads(List<String> facts, PadPlan before, PadPlan after) {
        Set<String> names = new LinkedHashSet<>();
        Stream.concat(before.pads().stream(), after.pads().stream()).forEach(pad -> names.add(pad.name()));
        List<String> differ = names.stream()
                .filter(name -> !named(before, name).equals(named(after, name)))
                .toList();
        if (!differ.isEmpty()) {
            facts.add("Pads that differ: " + String.join(", ", differ) + ".");
        }
        if (!before.place().equals(after.place())) {
            facts.add("How the snare's position is told differs.");
        }
        if (!before.splash().equals(after.splash())) {
            facts.add("The splash of the foot differs.");
        }
    }

    private static List<Pad> named(PadPlan plan, String name) {
        return plan.pads().stream().filter(pad -> pad.name().equals(name)).toList();
    }

    private static void fact(List<String> facts, String what, String before, String after) {
        if (!before.equals(after)) {
            facts.add(what + ": “" + before + "” became “" + after + "”.");
        }
    }

    /** {@return how many pairs differ in a way} */
    public long count(Difference difference) {
        return pairs.stream()
                .filter(pair -> pair.differences().contains(difference))
                .count();
    }

    /** {@return whether nothing differs at all} */
    public boolean isSame() {
        return facts.isEmpty() && pairs.stream().allMatch(Pair::isSame);
    }

    /** {@return what differs in one line of words, such as "2 added, 1 moved"; at most 200 characters} */
    public String summary() {
        List<String> words = new ArrayList<>();
        for (Difference difference : Difference.values()) {
            long count = count(difference);
            if (count > 0) {
                words.add(count + " " + difference.words());
            }
        }
        if (!facts.isEmpty()) {
            words.add(Counted.of(facts.size(), "property", "properties"));
        }
        return words.isEmpty() ? "nothing differs" : String.join(", ", words);
    }
}
