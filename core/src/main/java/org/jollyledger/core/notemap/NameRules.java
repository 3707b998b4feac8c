package org.jollyledger.core.notemap;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/**
 * The owner's rules for tidying names, applied one after another. A name that rules leave with nothing stays as it was.
 *
 * @param rules in the order in which they apply
 */
public record NameRules(List<Rule> rules) {
    public static final int MOST_RULES = 100;
    public static final int LONGEST_WORD = 60;

    public static final NameRules NONE = new NameRules(List.of());

    /** What a rule does. */
    public enum Action implements Coded {
        /** Leaves a word out, wherever it is. */
        DROP_WORD("drop the word"),
        /** Puts another word in its place. */
        REPLACE_WORD("replace the word"),
        /** Leaves out note names and numbers that repeat the note: "C1", "(36)" at the ends of a name. */
        DROP_NOTES("drop note names"),
        /** Leaves out signs: everything but letters, digits, spaces, and signs inside of words and fractions. */
        DROP_SIGNS("drop signs");

        private final String words;

        Action(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /**
         * {@return the action with a code}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Action parse(String code) {
            return Codes.parse(Action.class, "naming rule", code);
        }

        /** {@return whether it needs a word} */
        public boolean takesWord() {
            return this == DROP_WORD || this == REPLACE_WORD;
        }
    }

    /**
     * A rule.
     *
     * @param action what it does
     * @param word the word it looks for, whole and in any case; empty for actions that take none
     * @param replacement what comes in its place; empty for others than replacing
     */
    public record Rule(Action action, String word, String replacement) {
        public Rule {
            if (action.takesWord()) {
                Texts.require("word of the rule", word, LONGEST_WORD);
            }
            Texts.requireAtMost("replacement", replacement, LONGEST_WORD);
        }

        /** {@return the rule in words, such as "replace “Snare” by “Snr”"} */
        public String words() {
            return switch (action) {
                case DROP_WORD -> "drop “" + word + "”";
                case REPLACE_WORD -> "replace “" + word + "” by “" + replacement + "”";
                case DROP_NOTES, DROP_SIGNS -> action.words();
            };
        }

        private UnaryOperator<String> operator() {
            return switch (action) {
                case DROP_WORD -> name -> whole(word).matcher(name).replaceAll(" ");
                case REPLACE_WORD ->
                    name -> whole(word).matcher(name).replaceAll(Matcher.quoteReplacement(replacement));
                case DROP_NOTES -> name -> NOTES.matcher(name).replaceAll(" ");
                case DROP_SIGNS -> name -> SIGNS.matcher(name).replaceAll(" ");
            };
        }

        private static Pattern whole(String word) {
            return Pattern.compile(
                    "(?<![\\p{L}\\p{N}])" + Pattern.quote(word.strip()) + "(?![\\p{L}\\p{N}])",
                    Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
        }
    }

    private static final Pattern NOTES =
            Pattern.compile("^\\s*[(\\[]?(?:\\d{1,3}\\b\\s*[·:.)\\]-]?\\s*)?[A-G][#♯b♭]?-?\\d{1,2}(?!\\w)[)\\]:.-]?\\s+"
                    + "|\\s*[(\\[](?:[A-G][#♯b♭]?-?\\d{1,2}|\\d{2,3})[)\\]]"
                    + "|\\s+[A-G][#♯b♭]?-?\\d{1,2}\\s*$");
    private static final Pattern SIGNS =
            Pattern.compile("(?<![\\p{L}\\p{N}])[^\\p{L}\\p{N}\\s]+|[^\\p{L}\\p{N}\\s]+(?![\\p{L}\\p{N}])");

    public NameRules {
        if (rules.size() > MOST_RULES) {
            throw new IllegalArgumentException(
                    "There are " + rules.size() + " rules; there may be " + MOST_RULES + " at most.");
        }
        rules = List.copyOf(rules);
    }

    /** {@return a name after all rules} */
    public String apply(String name) {
        String tidied = name;
        for (Rule rule : rules) {
            tidied = rule.operator().apply(tidied);
        }
        String spaced = tidied.replaceAll("\\s+", " ").strip();
        return spaced.isEmpty() ? name : spaced;
    }

    /**
     * {@return lines with their names tidied} A short name that fits, and whose name stays, is kept; others are made
     * anew, all distinct.
     *
     * @param anew whether all short names are made anew
     */
    public List<Line> apply(List<Line> lines, boolean anew) {
        List<Line> named = lines.stream()
                .map(line -> line.withName(Texts.cut(apply(line.name()), Line.LONGEST_NAME)))
                .toList();
        Set<Integer> kept = new HashSet<>();
        Set<String> taken = new HashSet<>();
        for (int at = 0; at < lines.size() && !anew; at++) {
            Line line = lines.get(at);
            boolean fits = ShortNames.fits(line.shortName()) && named.get(at).equals(line);
            if (fits && taken.add(line.shortName().toLowerCase(Locale.ROOT))) {
                kept.add(at);
            }
        }
        List<Line> tidied = new ArrayList<>();
        for (int at = 0; at < named.size(); at++) {
            Line line = named.get(at);
            tidied.add(kept.contains(at) ? line : line.withShortName(ShortNames.add(line.name(), taken)));
        }
        return tidied;
    }
}
