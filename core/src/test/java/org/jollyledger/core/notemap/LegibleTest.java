package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Stream;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class LegibleTest {
    private static final Line KICK = Line.of(36, "Kick", Sound.parse("kick")).withShortName("K");
    private static final NoteMap MAP =
            GeneralMidi.level1().withName("Kit").withLines(List.of(KICK)).withMaker("");

    private static NoteMap with(Line line) {
        return MAP.withLines(List.of(KICK, line));
    }

    /** The fields, as they are called, and a map with a text in each. */
    private static Stream<List<Object>> names() {
        return Stream.of(
                field("name of the map", (map, text) -> map.withName(text)),
                field("name of “K”", (map, text) -> with(KICK.withName(text))),
                field("short name of “Kick”", (map, text) -> with(KICK.withShortName(text))),
                field("choke group", (map, text) -> with(KICK.withChokeGroup(Optional.of(text)))),
                field("output", (map, text) -> with(KICK.withOutput(Optional.of(text)))));
    }

    private static Stream<List<Object>> texts() {
        return Stream.of(
                field("maker's text", (map, text) -> map.withMaker(text)),
                field("remark", (map, text) -> map.withRemark(text)),
                field("remark on “Kick”", (map, text) -> with(KICK.withRemark(text))));
    }

    private static List<Object> field(String name, BiFunction<NoteMap, String, NoteMap> with) {
        return List.of(name, with);
    }

    @SuppressWarnings("unchecked")
    private static String problem(List<Object> field, String text) {
        BiFunction<NoteMap, String, NoteMap> with = (BiFunction<NoteMap, String, NoteMap>) field.get(1);
        return Legible.problem(with.apply(MAP, text)).orElse("");
    }

    /** The signs are those of the Unicode Standard: zero width, fillers, noncharacters, overrides and isolates. */
    @ParameterizedTest
    @MethodSource("names")
    void aNameCanBeSeenAndIsOneLine(List<Object> field) {
        for (String unseen : List.of("\u200B", "\u2060\uFEFF", "\u3164", "\u2800 ", "\u00AD")) {
            assertThat(problem(field, unseen))
                    .isEqualTo("The " + field.get(0) + " is empty; write at least one letter.");
        }
        for (String broken : List.of("a\nb", "a\u2028b", "a\u2029b")) {
            assertThat(problem(field, broken))
                    .isEqualTo("The " + field.get(0) + " has a line break in it; write it in one line.");
        }
        assertThat(problem(field, "Kick 1 \u00E9\u4E2D\uD83E\uDD41")).isEmpty();
        signsAreRefused(field);
    }

    @ParameterizedTest
    @MethodSource("texts")
    void aTextMayHaveLinesAndBeEmpty(List<Object> field) {
        assertThat(problem(field, "a\nb")).isEmpty();
        assertThat(problem(field, "")).isEmpty();
        signsAreRefused(field);
    }

    private static void signsAreRefused(List<Object> field) {
        for (String none : List.of("a\uFFFF", "a\uFFFE", "a\uFDD0", "a\uFDEF", "\uD83F\uDFFF", "a\uD800", "a\uDFFF")) {
            assertThat(problem(field, none))
                    .isEqualTo("The " + field.get(0) + " holds what is no character; take it out.");
        }
        for (String turning : List.of("a\u202Ab", "a\u202E", "\u2066a", "a\u2069")) {
            assertThat(problem(field, turning))
                    .isEqualTo(
                            "The " + field.get(0) + " holds a sign that turns the direction of writing; take it out.");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"\uFFFD", "\uFDCF", "\uFDF0", "\uD7FF", "\uE000", "\u202F", "\u2065a"})
    void theirNeighboursAreLegible(String text) {
        assertThat(Legible.problem(MAP.withRemark(text))).isEmpty();
    }

    @Test
    void ofSeveralTheFirstIsSaid() {
        assertThat(Legible.problem(MAP.withRemark("\uFFFF").withName("\u200B")))
                .hasValueSatisfying(sentence -> assertThat(sentence).startsWith("The name of the map"));
        assertThat(Legible.problem(MAP)).isEmpty();
    }
}
