package org.jollyledger.web.ledger;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jspecify.annotations.Nullable;

/**
 * A map as its editor shows it.
 *
 * @param slug its address
 * @param revision which of its states this is
 * @param map the map
 * @param rows its lines in display order
 * @param strip its fingerprint
 * @param doubled where on the strip notes are taken more than once, in strip units
 * @param legend the families
 * @param undoable the change that can be taken back
 * @param redoable the change that can be done again
 * @param changed when it was changed last
 * @param chosen how many lines are chosen
 * @param choices what is to be decided before a change is made; null when nothing is
 * @param shared how many notes are taken more than once
 * @param homeless how many lines have no note yet
 * @param chokes its lines that are chokes
 * @param thresholds those of its pedal, from open to tight
 */
public record EditorView(
        String slug,
        int revision,
        NoteMap map,
        List<RowView> rows,
        StripView strip,
        List<Integer> doubled,
        List<FamilyMark> legend,
        Optional<String> undoable,
        Optional<String> redoable,
        String changed,
        int chosen,
        @Nullable Choices choices,
        int shared,
        long homeless,
        List<ChokeView> chokes,
        List<ThresholdView> thresholds) {
    private static final int CELL = 4;
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofLocalizedDateTime(
                    FormatStyle.MEDIUM, FormatStyle.SHORT)
            .withLocale(Locale.UK)
            .withZone(ZoneId.systemDefault());

    /** A line. */
    public record RowView(
            int at,
            String note,
            String name,
            String shortName,
            String sound,
            String soundCode,
            FamilyMark family,
            String chokeGroup,
            String output,
            String remark,
            boolean shared,
            boolean chosen) {}

    /**
     * A line that is a choke.
     *
     * @param at which line
     * @param name its name
     * @param tail the code of the same choke as a damped tail
     * @param struck the code of the same choke as a stroke that is damped
     * @param isTail whether it is a damped tail now
     */
    public record ChokeView(int at, String name, String tail, String struck, boolean isTail) {
        static ChokeView of(NoteMap map, int at) {
            Line line = map.lines().get(at);
            return new ChokeView(
                    at,
                    line.name(),
                    Chokes.as(true, line.sound()).code(),
                    Chokes.as(false, line.sound()).code(),
                    Chokes.isTail(line.sound()));
        }
    }

    /**
     * A threshold of the pedal.
     *
     * @param property the name of its field
     * @param words how far the hat is open from there on
     * @param from the value, or "" when it is never reached
     */
    public record ThresholdView(String property, String words, String from) {
        private static final List<MapProperty> PROPERTIES = List.of(
                MapProperty.THREE_QUARTER_FROM,
                MapProperty.HALF_FROM,
                MapProperty.QUARTER_FROM,
                MapProperty.CLOSED_FROM,
                MapProperty.TIGHT_FROM);
        private static final List<Openness> OPENINGS =
                List.of(Openness.THREE_QUARTER, Openness.HALF, Openness.QUARTER, Openness.CLOSED, Openness.TIGHT);

        static List<ThresholdView> of(HatPedal pedal) {
            return IntStream.range(0, PROPERTIES.size())
                    .mapToObj(at -> new ThresholdView(
                            PROPERTIES.get(at).code(),
                            OPENINGS.get(at).words(),
                            words(pedal.thresholds().get(at))))
                    .toList();
        }

        private static String words(int threshold) {
            return threshold == HatPedal.NEVER ? "" : String.valueOf(threshold);
        }
    }

    /** Something to decide, and the ways to decide it. */
    public record Choices(String question, List<Choice> ways) {}

    /** One way to decide: a change like any other. */
    public record Choice(String words, String op, int at, String value, String taken) {}

    /** The outputs that lines name, each once. */
    public List<String> outputs() {
        return rows.stream()
                .map(RowView::output)
                .filter(output -> !output.isEmpty())
                .distinct()
                .toList();
    }

    static EditorView of(StoredMap stored, EditState state, List<Integer> chosen, @Nullable Choices choices) {
        NoteMap map = stored.map();
        Set<Note> shared = map.sharedNotes();
        List<RowView> rows = IntStream.range(0, map.lines().size())
                .mapToObj(at -> row(map, at, shared, chosen.contains(at)))
                .toList();
        return new EditorView(
                stored.slug(),
                stored.revision(),
                map,
                rows,
                StripView.of(map),
                shared.stream().map(note -> note.number() * CELL).sorted().toList(),
                rows.stream().map(RowView::family).distinct().toList(),
                state.steps().undoable(),
                state.steps().redoable(),
                TIME.format(state.changedAt()),
                chosen.size(),
                choices,
                shared.size(),
                map.lines().stream().filter(line -> !line.hasNote()).count(),
                IntStream.range(0, map.lines().size())
                        .filter(at -> Chokes.isChoke(map.lines().get(at).sound()))
                        .mapToObj(at -> ChokeView.of(map, at))
                        .toList(),
                ThresholdView.of(map.openness().pedal()));
    }

    private static RowView row(NoteMap map, int at, Set<Note> shared, boolean chosen) {
        Line line = map.lines().get(at);
        return new RowView(
                at,
                line.place().map(note -> note.label(map.middleC())).orElse(""),
                line.name(),
                line.shortName(),
                line.sound().words(),
                line.sound().code(),
                FamilyMark.of(line.sound().family()),
                line.chokeGroup().orElse(""),
                line.output().orElse(""),
                line.remark(),
                line.place().filter(shared::contains).isPresent(),
                chosen);
    }
}
