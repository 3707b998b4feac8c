package org.jollyledger.web.ledger;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * A change that the editor asks for.
 *
 * @param base the revision it was made on
 * @param op what to do: see {@link EditOperation}
 * @param at the line it is about, from 0
 * @param line the lines that are chosen, from 0
 * @param value what was typed or picked
 * @param field which property of the map
 * @param taken what becomes of a line that already has the note
 */
record EditRequest(
        int base,
        String op,
        @Nullable Integer at,
        @Nullable List<Integer> line,
        @Nullable String value,
        @Nullable String field,
        @Nullable String taken) {
    EditRequest {
        op = Objects.requireNonNullElse(op, "");
    }

    String text() {
        return value == null ? "" : value.strip();
    }

    String fieldName() {
        return field == null ? "" : field;
    }

    List<Integer> chosen() {
        return line == null
                ? List.of()
                : line.stream().filter(Objects::nonNull).distinct().sorted().toList();
    }
}
