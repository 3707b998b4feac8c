package org.jollyledger.web.part;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.comparison.ComparedHit;
import org.jollyledger.core.comparison.ComparedMessage;
import org.jollyledger.core.comparison.PartComparison;
import org.jollyledger.core.comparison.PartComparison.Change;
import org.jollyledger.core.comparison.PartComparison.Item;
import org.jollyledger.core.comparison.PartComparison.Kind;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.pitch.Note;

/**
 * What differs between two versions of a part, as its page shows it.
 *
 * @param summary everything in one sentence or two
 * @param sections the changes kind by kind
 */
public record PartComparisonView(String summary, List<Section> sections) {
    private static final int FIRST_OF_EACH_KIND = 200;
    private static final int PAGE_SIZE = 1_000;

    /** One thing that differs. */
    public record Row(String place, String kind, String before, String after) {}

    /**
     * The changes of one kind.
     *
     * @param code the kind
     * @param omitted how many are not listed here
     * @param page which thousand of them is listed, from 0
     * @param pages how many thousands there are
     */
    public record Section(String code, String heading, List<Row> rows, int omitted, int page, int pages) {}

    /** How items are put into words: by the names of a map, on the channels that are the drums'. */
    private record Words(NoteMap map, Channels drums) {
        Row row(Change change) {
            String kind = change.before().isPresent() && change.after().isPresent()
                    ? change.kinds().stream().map(Kind::words).collect(Collectors.joining(", "))
                    : change.before().isPresent() ? "deleted" : "added";
            return new Row(
                    change.either().place().words(),
                    kind,
                    words(change.before(), change.kinds()),
                    words(change.after(), change.kinds()));
        }

        private String words(Optional<Item> item, Set<Kind> kinds) {
            return item.map(there ->
                            there instanceof ComparedHit hit ? hit(hit, kinds) : message((ComparedMessage) there))
                    .orElse("");
        }

        private String hit(ComparedHit hit, Set<Kind> kinds) {
            List<String> words = new ArrayList<>();
            words.add(note(hit.note(), hit.channel()));
            words.add("velocity " + hit.velocity());
            words.add("tick " + hit.tick());
            if (kinds.contains(Kind.TIME)) {
                words.add(hit.place().words());
            }
            if (kinds.contains(Kind.CHANNEL)) {
                words.add("channel " + hit.channel());
            }
            if (kinds.contains(Kind.TRACK)) {
                words.add("track " + (hit.track() + 1));
            }
            if (kinds.contains(Kind.LENGTH)) {
                words.add(hit.length() == ComparedHit.HANGS ? "no end" : "length " + hit.length() + " ticks");
            }
            if (kinds.contains(Kind.RELEASE) && hit.length() != ComparedHit.HANGS) {
                words.add(
                        hit.release() == ComparedHit.BY_NOTE_ON
                                ? "ended by a note-on with velocity 0"
                                : "release velocity " + hit.release());
            }
            return String.join(", ", words);
        }

        private String message(ComparedMessage message) {
            String what = message.hasNote()
                    ? message.words() + " on " + note(message.data1(), message.channel())
                    : message.words();
            return what + (message.channel() == 0 ? "" : ", channel " + message.channel()) + ", tick " + message.tick();
        }

        private String note(int number, int channel) {
            Note note = Note.of(number);
            String label = note.label(map.middleC());
            if (!drums.contains(channel)) {
                return "note " + label;
            }
            return map.lineAt(note).map(Line::name).orElse("silent") + ", " + label;
        }
    }

    /**
     * @param drums the channels on which hits are the drums'
     * @param only the kind that is listed; empty for the first of each kind
     * @param page which thousand of it, from 0
     */
    static PartComparisonView of(
            PartComparison comparison, NoteMap map, Channels drums, Optional<Kind> only, int page) {
        Words words = new Words(map, drums);
        List<Section> sections = new ArrayList<>();
        comparison.byKind().forEach((kind, changes) -> {
            if (only.isEmpty()) {
                sections.add(section(kind, changes, 0, FIRST_OF_EACH_KIND, words));
            } else if (only.get() == kind) {
                sections.add(section(kind, changes, page, PAGE_SIZE, words));
            }
        });
        return new PartComparisonView(summary(comparison), sections);
    }

    private static Section section(Kind kind, List<Change> changes, int page, int size, Words words) {
        int pages = (changes.size() + PAGE_SIZE - 1) / PAGE_SIZE;
        int at = Math.max(0, Math.min(page, pages - 1));
        List<Row> rows = changes.stream()
                .skip((long) at * size)
                .limit(size)
                .map(words::row)
                .toList();
        return new Section(kind.code(), kind.words(changes.size()), rows, changes.size() - rows.size(), at, pages);
    }

    private static String summary(PartComparison comparison) {
        String same = Counted.of(comparison.same(), "hit is", "hits are") + " the same.";
        return comparison.changes().isEmpty() ? same + " Nothing differs." : same + " " + differences(comparison) + ".";
    }

    /** {@return how many things of each kind differ, in words; "" when nothing does} */
    public static String differences(PartComparison comparison) {
        return comparison.counts().entrySet().stream()
                .map(entry -> entry.getKey().words(entry.getValue()))
                .collect(Collectors.joining(", "));
    }
}
