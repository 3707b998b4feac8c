package org.jollyledger.core.exchange;

import java.util.HashSet;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.pitch.Note;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Accepted losses as fields: {@code {"loss": "folded", "note": 49, "landed": 55}}. */
final class LossFields {
    private static final int MOST = 10_000;

    private LossFields() {}

    static Set<Losses.Key> read(Fields document) {
        Set<Losses.Key> losses = new HashSet<>();
        if (document.has("accepted")) {
            for (Fields fields : document.lines("accepted", MOST)) {
                fields.allowOnly(Set.of("loss", "note", "other", "landed"));
                fields.parsed("loss", Losses.Kind::parse)
                        .flatMap(kind -> fields.made(
                                "note",
                                () -> new Losses.Key(
                                        kind,
                                        Note.of(fields.number("note")),
                                        note(fields.optionalNumber("other")),
                                        note(fields.optionalNumber("landed")))))
                        .ifPresent(losses::add);
            }
        }
        return losses;
    }

    private static Optional<Note> note(OptionalInt number) {
        return number.isPresent() ? Optional.of(Note.of(number.getAsInt())) : Optional.empty();
    }

    static void write(Set<Losses.Key> losses, ObjectNode document) {
        ArrayNode array = document.putArray("accepted");
        losses.stream()
                .sorted((one, other) -> one.toString().compareTo(other.toString()))
                .forEach(loss -> {
                    ObjectNode object = array.addObject();
                    object.put("loss", loss.kind().code());
                    object.put("note", loss.note().number());
                    loss.other().ifPresent(note -> object.put("other", note.number()));
                    loss.landed().ifPresent(note -> object.put("landed", note.number()));
                });
    }
}
