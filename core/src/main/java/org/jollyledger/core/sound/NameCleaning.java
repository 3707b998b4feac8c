package org.jollyledger.core.sound;

import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Takes out of a name what is no part of it: round robins and variants, microphones, keys that were left over; and writes in full
 * what is dotted, slurred or counted by letters. All of this is common practice.
 */
final class NameCleaning {
    /**
     * A pattern and what stands in its place.
     *
     * @param only what a name has in which the pattern may be found, in small letters, so that most names are not
     *     searched for it
     * @param with may name groups of the pattern
     */
    private record Rule(String only, Pattern pattern, String with) {
        static Rule of(String only, String pattern, String with) {
            return new Rule(only, Pattern.compile(pattern), with);
        }
    }

    private static final String DIGIT = "0";

    private static final List<Rule> RULES = List.of(
            // A key that was left over from another column: "C1 Bassdrum".
            Rule.of(DIGIT, "^[A-G][#b]?-?\\d\\s*[:.)-]?\\s+(?=\\p{L}{2})", ""),
            Rule.of(DIGIT, "(?<=\\p{L}{3}|\\p{L}{2} \\d|\\p{L}{3}\\d)\\s+[(\\[]?[A-G][#b]?-?[0-8][)\\]]?$", ""),
            // Round robins, layers, variants and takes.
            Rule.of(
                    DIGIT,
                    "(?i)[\\s_(\\[-]*\\b(?:rr|round[ -]?robins?|variants?|variations?|var|takes?|vers?|version)[\\s.:#_-]*\\d+[)\\]]?",
                    " "),
            Rule.of(DIGIT, "(?i)[\\s_(\\[-]+v\\.?\\d{1,2}[)\\]]?(?!\\w)", " "),
            Rule.of(
                    DIGIT,
                    "(?i)[\\s_(\\[-]*\\b\\d+\\s*(?:x\\s*)?(?:rr|round[ -]?robins?|layers?|lyrs?|vel(?:ocity)? layers?|variations?|samples?|takes?)\\b[)\\]]?",
                    " "),
            Rule.of("alt", "(?i)[\\s_(\\[-]+alt(?:ernat(?:e|ive))?\\b\\.?\\s*\\d*[)\\]]?", " "),
            // Choke groups, as manuals of sound modules print them.
            Rule.of(DIGIT, "(?i)[\\s(\\[]*\\bexc(?:l(?:usive)?)?\\.?\\s?\\d{1,2}[)\\]]?", " "),
            // Microphones.
            Rule.of(
                    "mic",
                    "(?i)[\\s_(\\[-]+(?:close|overheads?|oh|room|top|bottom|btm|bot|in|out|inside|outside|sub|spot|direct)?\\s*mic(?:rophone)?s?\\b[)\\]]?",
                    " "),
            // Dots between letters: "B.D.", "H.H."
            Rule.of(".", "(?<![\\p{L}.])(\\p{L})\\.\\s?(\\p{L})\\.(?:\\s?(\\p{L})\\.)?", "$1$2$3 "),
            Rule.of("/", "(?i)(?<!\\w)r\\s?/\\s?s(?!\\w)", "rim shot"),
            Rule.of("stick", "(?i)(?<!\\w)s\\.?\\s?/?\\s?(?=stick\\b)(?<!x)", "side "),
            Rule.of("op", "(?i)(?<!\\w)(?:sl|slgt|slt)\\.?\\s?(?=op)", "slightly "),
            Rule.of("-", "(?<![\\d/-])([13])-([24])(?![\\d/-])", "$1/$2"),
            Rule.of("pd", "(?i)(?<!\\w)pd\\s?(?=hh|hat|hi-?hat)", "pedal "),
            Rule.of("rt", "(?i)(?<!\\w)rt\\s?(?=\\d)", "rack tom "),
            // The letters of a series: "Crash B" is the second crash.
            Rule.of(" a", "(?i:\\b(crash|china|splash|kick|snare|tom|cymbal|ride cymbal|crash cymbal))\\s+A$", "$1 1"),
            Rule.of(" b", "(?i:\\b(crash|china|splash|kick|snare|tom|cymbal|ride cymbal|crash cymbal))\\s+B$", "$1 2"),
            Rule.of(" c", "(?i:\\b(crash|china|splash|kick|snare|tom|cymbal|ride cymbal|crash cymbal))\\s+C$", "$1 3"));

    /** What is no drum, whatever words it holds. */
    private static final Pattern NO_DRUM = Pattern.compile(
            "(?i)\\b(?:(?:sustain|expression|damper|volume|soft) pedal|(?:choke|mute|exclusive|output) groups?"
                    + "|guitar|piano|organ|violin|trumpet|saxophone|flute|pitch bend|pitch wheel|mod(?:ulation)? wheel"
                    + "|program change|key ?switch octave|aftertouch)\\b"
                    + "|^(?:(?:ctrl|cc|controller) ?#?(?!4\\b)\\d{1,3}|all ?(?:notes|sounds?) ?off|soft ?pedal|bass [a-g][#b]?\\d?)$"
                    + "|^(?:electric|acoustic|slap|synth|finger) bass(?! drum)");

    private NameCleaning() {}

    static boolean isNoDrum(String name) {
        return NO_DRUM.matcher(name.strip()).find();
    }

    /** A name without what is no part of it; as it was where nothing would be left. */
    static String plain(String name) {
        String plain = name;
        String small = name.toLowerCase(Locale.ROOT);
        boolean digits = name.chars().anyMatch(letter -> letter >= '0' && letter <= '9');
        for (Rule rule : RULES) {
            if (rule.only.equals(DIGIT) ? !digits : !small.contains(rule.only)) {
                continue;
            }
            Matcher matcher = rule.pattern.matcher(plain);
            if (matcher.find()) {
                String without = matcher.replaceAll(found -> expanded(rule.with, found));
                plain = without.codePoints().anyMatch(Character::isLetter) ? without : plain;
            }
        }
        return plain;
    }

    private static String expanded(String with, java.util.regex.MatchResult found) {
        String text = with;
        for (int group = 1; group <= found.groupCount(); group++) {
            text = text.replace("$" + group, found.group(group) == null ? "" : found.group(group));
        }
        return Matcher.quoteReplacement(text);
    }
}
