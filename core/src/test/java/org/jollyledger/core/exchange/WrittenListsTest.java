package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Lists in many ways of writing, each with what it says: see {@code written-lists.txt}. */
class WrittenListsTest {
    private static final String SAYS = "\n>>> ";

    /** @param says notes with sounds and choke groups, in the order of the list */
    record Written(String text, String says) {
        @Override
        public String toString() {
            return text.lines().findFirst().orElse("");
        }
    }

    static Stream<Written> lists() throws Exception {
        try (var stream = Objects.requireNonNull(WrittenListsTest.class.getResourceAsStream("written-lists.txt"))) {
            String all = new String(stream.readAllBytes(), StandardCharsets.UTF_8);
            return Arrays.stream(all.substring(all.indexOf("\n\n") + 2).split("(?m)(?<=^>>> .{1,2000})\n\n"))
                    .map(list -> list.split(SAYS))
                    .map(parts -> new Written(parts[0] + "\n", parts[1].strip()));
        }
    }

    @ParameterizedTest
    @MethodSource("lists")
    void everyRowIsReadAsItIsMeant(Written written) throws Exception {
        NoteList list = NoteListReader.read(written.text, NoteListReader.Settings.USUAL);
        assertThat(list.rows().stream()
                        .filter(NoteList.Row::isLine)
                        .map(WrittenListsTest::said)
                        .collect(Collectors.joining(", ")))
                .isEqualTo(written.says);
        assertThat(list.explained()).isGreaterThanOrEqualTo(NoteList.EXPLAINED);
    }

    private static String said(NoteList.Row row) {
        return row.number().orElseThrow() + " "
                + row.sound().map(Sound::code).orElse("?")
                + row.chokeGroup().map(group -> " group " + group).orElse("");
    }
}
