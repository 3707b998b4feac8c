package org.jollyledger.web.ledger;

import java.util.List;
import java.util.Optional;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapComparison;
import org.jollyledger.core.notemap.MapComparison.Difference;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jspecify.annotations.Nullable;

/**
 * Two maps, or two states of one, side by side.
 *
 * @param before the first
 * @param after the second
 * @param summary what differs, in one line of words
 * @param facts what differs in the maps as a whole
 * @param pairs the lines side by side
 * @param all whether lines that are the same are shown too
 * @param same how many lines are the same
 */
public record ComparisonView(
        SideView before,
        SideView after,
        String summary,
        List<String> facts,
        List<PairView> pairs,
        boolean all,
        long same) {
    /** One of the two. */
    public record SideView(
            String slug, String name, @Nullable Integer revision, int stood, StripView strip, int lineCount) {
        static SideView of(StoredMap stored, @Nullable Integer revision) {
            return new SideView(
                    stored.slug(),
                    stored.map().name(),
                    revision,
                    stored.revision(),
                    StripView.of(stored.map()),
                    stored.map().lines().size());
        }
    }

    /** Two lines that stand for each other; a side is null where there is none. */
    public record PairView(
            @Nullable CellView before,
            @Nullable CellView after,
            String words,
            boolean moved,
            boolean renamed,
            boolean otherSound,
            boolean gone,
            boolean added) {}

    /** A line on one side. */
    public record CellView(
            FamilyMark family, String note, String name, String shortName, String sound, String soundCode) {
        static CellView of(Line line, NoteMap map) {
            return new CellView(
                    FamilyMark.of(line.sound().family()),
                    line.place().map(note -> note.label(map.middleC())).orElse("no note"),
                    line.name(),
                    line.shortName(),
                    line.sound().words(),
                    line.sound().code());
        }
    }

    static ComparisonView of(
            StoredMap before,
            @Nullable Integer beforeRevision,
            StoredMap after,
            @Nullable Integer afterRevision,
            MapComparison comparison,
            boolean all) {
        return new ComparisonView(
                SideView.of(before, beforeRevision),
                SideView.of(after, afterRevision),
                comparison.summary(),
                comparison.facts(),
                comparison.pairs().stream()
                        .filter(pair -> all || !pair.isSame())
                        .map(pair -> view(pair, before.map(), after.map()))
                        .toList(),
                all,
                comparison.pairs().stream().filter(MapComparison.Pair::isSame).count());
    }

    private static PairView view(MapComparison.Pair pair, NoteMap before, NoteMap after) {
        return new PairView(
                cell(pair.before(), before),
                cell(pair.after(), after),
                pair.isSame()
                        ? "the same"
                        : String.join(
                                ", ",
                                pair.differences().stream()
                                        .sorted()
                                        .map(Difference::words)
                                        .toList()),
                pair.differences().contains(Difference.MOVED),
                pair.differences().contains(Difference.RENAMED),
                pair.differences().contains(Difference.OTHER_SOUND),
                pair.differences().contains(Difference.GONE),
                pair.differences().contains(Difference.ADDED));
    }

    private static @Nullable CellView cell(Optional<Line> line, NoteMap map) {
        return line.map(found -> CellView.of(found, map)).orElse(null);
    }
}
