package org.jollyledger.core.sound;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Takes a name apart into words and numbers, and words that nobody knows into those they are made of or mean. */
final class NameTokens {
    /**
     * A word or a number.
     *
     * @param text in lower case, without accents; a known word where one could be found
     * @param written as it is in the name
     * @param kind what it is
     * @param likeness 0 to 1: how surely the written word is the known one; 0 when it is none
     */
    record Token(String text, String written, Kind kind, double likeness) {}

    enum Kind {
        WORD,
        /** Near to several known words that mean different things. */
        UNCLEAR,
        NUMBER,
        INCHES
    }

    static final double JOINED = 0.95;
    static final double WITHOUT_VOWELS = 0.88;
    static final double CUT_OFF = 0.85;
    static final double MISSPELT = 0.8;

    private static final Pattern MARKS = Pattern.compile("\\p{M}+");
    private static final Pattern CAMEL = Pattern.compile("(?<=\\p{Ll})(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll}{2})");
    private static final Pattern TOKEN = Pattern.compile("(?<inches>\\d{1,2})\\s?(?:\"|''|”|″|inch\\b|zoll\\b|in\\b)"
            + "|(?<word>\\d(?:st|nd|rd|th)\\b|cc\\s?4\\b|\\d+/\\d+|\\d+%|\\p{L}+)|(?<number>\\d+)");

    private static final Pattern SPACES = Pattern.compile("\\s+");
    private static final int SHORTEST_OF_JOINED = 3;
    private static final Set<String> SHORT_ONES = Set.of("hi", "lo", "hh", "bd", "sd");
    private static final int SHORTEST_CUT_OFF = 3;
    /** As in "crashcymbalb": a, b, c, d behind joined words count. */
    private static final int LETTERS_FOR_NUMBERS = 4;

    private static final int SHORTEST_MISSPELT = 4;
    /** Shorter words are only taken for those whose letters changed places. */
    private static final int SHORTEST_SWAPPED = 3;

    private final SoundWords table;
    private final NavigableSet<String> inOrder;
    private final Set<String> words;
    private final Map<String, List<String>> skeletons;
    private final Map<Character, List<String>> byLetter;

    NameTokens(SoundWords table) {
        this.table = table;
        this.inOrder = fragments(table.fragments());
        this.words = new HashSet<>(inOrder);
        this.skeletons = inOrder.stream().collect(Collectors.groupingBy(NameTokens::withoutVowels));
        this.byLetter = inOrder.stream().collect(Collectors.groupingBy(word -> word.charAt(0)));
    }

    private static NavigableSet<String> fragments(Collection<String> fragments) {
        return fragments.stream()
                .flatMap(fragment -> Arrays.stream(fragment.split(" ")))
                .filter(word -> !word.isEmpty())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    List<Token> of(String name) {
        String plain = MARKS.matcher(Normalizer.normalize(name, Normalizer.Form.NFKD))
                .replaceAll("")
                .replace('\u2044', '/')
                .replace("ß", "ss")
                .replace('ø', 'o');
        String spaced = CAMEL.matcher(plain).replaceAll(" ").toLowerCase(Locale.ROOT);
        List<Token> tokens = new ArrayList<>();
        Matcher matcher = TOKEN.matcher(spaced);
        while (matcher.find()) {
            if (matcher.group("inches") != null) {
                tokens.add(new Token(matcher.group("inches"), matcher.group(), Kind.INCHES, 1));
            } else if (matcher.group("number") != null) {
                tokens.add(new Token(matcher.group("number"), matcher.group(), Kind.NUMBER, 1));
            } else {
                tokens.addAll(known(SPACES.matcher(matcher.group("word")).replaceAll("")));
            }
        }
        return tokens;
    }

    private List<Token> known(String written) {
        if (isKnown(written)) {
            return List.of(new Token(written, written, Kind.WORD, 1));
        }
        if (written.endsWith("s") && isKnown(written.substring(0, written.length() - 1))) {
            return List.of(new Token(written.substring(0, written.length() - 1), written, Kind.WORD, 1));
        }
        List<String> parts = parts(written);
        if (!parts.isEmpty()) {
            return parts.stream()
                    .map(part -> new Token(part, part, Kind.WORD, JOINED))
                    .toList();
        }
        List<String> lettered = parts(written.substring(0, written.length() - 1));
        int letter = written.charAt(written.length() - 1) - 'a';
        if (lettered.size() > 1 && letter >= 0 && letter < LETTERS_FOR_NUMBERS) {
            List<Token> tokens = new ArrayList<>(lettered.stream()
                    .map(part -> new Token(part, part, Kind.WORD, JOINED))
                    .toList());
            tokens.add(new Token(String.valueOf(letter + 1), written.substring(written.length() - 1), Kind.NUMBER, 1));
            return tokens;
        }
        return List.of(similar(written));
    }

    private boolean isKnown(String word) {
        return words.contains(word) || table.meaningBesidePiece(word).isPresent();
    }

    /** The fewest known words that a word is made of, as in "ridebell"; empty when it is not. */
    private List<String> parts(String written) {
        int length = written.length();
        List<List<String>> best = new ArrayList<>();
        best.add(List.of());
        for (int end = 1; end <= length; end++) {
            List<String> shortest = null;
            for (int start = 0; start < end; start++) {
                String part = written.substring(start, end);
                List<String> before = best.get(start);
                if ((start > 0 && before.isEmpty()) || !mayBeJoined(part)) {
                    continue;
                }
                if (shortest == null || before.size() + 1 < shortest.size()) {
                    shortest = new ArrayList<>(before);
                    shortest.add(part);
                }
            }
            best.add(shortest == null ? List.of() : shortest);
        }
        return best.get(length);
    }

    private boolean mayBeJoined(String part) {
        return (part.length() >= SHORTEST_OF_JOINED || SHORT_ONES.contains(part)) && words.contains(part);
    }

    private Token similar(String written) {
        if (written.length() >= SHORTEST_CUT_OFF) {
            Optional<String> skeleton = only(skeletons.getOrDefault(written, List.of()).stream()
                    .filter(word -> word.length() > written.length())
                    .toList());
            if (skeleton.isPresent()) {
                return new Token(skeleton.get(), written, Kind.WORD, WITHOUT_VOWELS);
            }
            Optional<String> whole = only(inOrder.subSet(written, true, written + Character.MAX_VALUE, false).stream()
                    .filter(word -> word.length() > written.length() + 1)
                    .toList());
            if (whole.isPresent()) {
                return new Token(whole.get(), written, Kind.WORD, CUT_OFF);
            }
        }
        if (written.length() >= SHORTEST_SWAPPED) {
            List<String> near = byLetter.getOrDefault(written.charAt(0), List.of()).stream()
                    .filter(word -> isSlipOf(written, word)
                            && (written.length() > SHORTEST_MISSPELT
                                    ? word.length() >= SHORTEST_MISSPELT
                                    : written.length() == word.length() && isSwap(written, word)
                                            || written.length() == SHORTEST_MISSPELT
                                                    && word.length() > SHORTEST_MISSPELT))
                    .toList();
            Optional<String> meant = only(near);
            if (meant.isPresent()) {
                return new Token(meant.get(), written, Kind.WORD, MISSPELT);
            }
            if (near.stream().anyMatch(this::maySaySomething)) {
                return new Token(written, written, Kind.UNCLEAR, 0);
            }
        }
        return new Token(written, written, Kind.WORD, 0);
    }

    /** One of some words when they all mean the same. */
    private Optional<String> only(List<String> candidates) {
        List<String> meaningful = candidates.stream()
                .filter(word -> table.meaning(word).isPresent() && maySaySomething(word))
                .toList();
        long meanings = meaningful.stream().map(table::meaning).distinct().count();
        return meanings == 1 ? Optional.of(meaningful.get(0)) : Optional.empty();
    }

    /** Alone, or as a part of several words such as "wires off". */
    private boolean maySaySomething(String word) {
        return !(table.meaning(word).orElse(null) instanceof Meaning.Nothing);
    }

    private static String withoutVowels(String word) {
        return word.charAt(0) + word.substring(1).replaceAll("[aeiouy]", "");
    }

    /** Whether the same letters stand in two words. */
    private static boolean isSwap(String written, String word) {
        int[] one = written.chars().sorted().toArray();
        int[] other = word.chars().sorted().toArray();
        return Arrays.equals(one, other);
    }

    /** Whether two words differ by one letter: another one, one too many, one too few, or two changed over. */
    private static boolean isSlipOf(String written, String word) {
        if (written.charAt(0) != word.charAt(0) || Math.abs(written.length() - word.length()) > 1) {
            return false;
        }
        int start = 0;
        int shorter = Math.min(written.length(), word.length());
        while (start < shorter && written.charAt(start) == word.charAt(start)) {
            start++;
        }
        String left = written.substring(start);
        String right = word.substring(start);
        if (left.length() == right.length()) {
            return left.isEmpty()
                    || left.substring(1).equals(right.substring(1))
                    || left.length() >= 2
                            && left.charAt(0) == right.charAt(1)
                            && left.charAt(1) == right.charAt(0)
                            && left.substring(2).equals(right.substring(2));
        }
        return left.length() > right.length()
                ? left.substring(1).equals(right)
                : right.substring(1).equals(left);
    }
}
