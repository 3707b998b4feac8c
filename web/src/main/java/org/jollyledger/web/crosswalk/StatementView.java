package org.jollyledger.web.crosswalk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;

/**
 * The statement as a page shows it.
 *
 * @param totals the sums
 * @param balances whether it balances
 * @param lines the account of each line that is played
 * @param losses what was lost, grouped by what happened to which line
 */
record StatementView(Totals totals, boolean balances, List<LineView> lines, List<LossGroup> losses) {
    private static final int MOST_PLACES = 400;

    record LineView(String label, String name, boolean listed, Totals totals) {}

    /**
     * Hits of one line that were lost alike.
     *
     * @param what what happened, in words
     * @param red whether they are gone, and not only another sound
     * @param count how many
     * @param places bar and beat of each, in the order of time
     * @param omitted how many places are not listed because they are too many
     */
    record LossGroup(String what, boolean red, int count, List<PlaceView> places, int omitted) {}

    /** A bar and beat, and the bar to go to. */
    record PlaceView(String words, long bar) {}

    private record GroupKey(Entry entry, Note note, Optional<Note> landed) {}

    static StatementView of(Statement statement) {
        NoteMap source = statement.crosswalk().source();
        return new StatementView(
                statement.totals(),
                statement.balances(),
                statement.lines().stream().map(account -> line(source, account)).toList(),
                groups(statement));
    }

    private static LineView line(NoteMap source, LineAccount account) {
        return new LineView(
                account.note().label(source.middleC()),
                account.line().map(Line::name).orElse("not on the map"),
                account.line().isPresent(),
                account.totals());
    }

    /** Of very many losses of one kind only the first are kept, so that a huge part makes no huge page. */
    private static final class Gathered {
        private int count;
        private final List<Loss> kept = new ArrayList<>();

        void add(Loss loss) {
            count++;
            if (kept.size() < MOST_PLACES) {
                kept.add(loss);
            }
        }
    }

    private static List<LossGroup> groups(Statement statement) {
        Map<GroupKey, Gathered> byKey = new LinkedHashMap<>();
        for (Loss loss : statement.losses()) {
            byKey.computeIfAbsent(new GroupKey(loss.entry(), loss.note(), loss.landed()), key -> new Gathered())
                    .add(loss);
        }
        return byKey.entrySet().stream()
                .map(group -> group(statement, group.getKey(), group.getValue()))
                .sorted(Comparator.comparing(LossGroup::red)
                        .thenComparing(LossGroup::count)
                        .reversed())
                .toList();
    }

    private static LossGroup group(Statement statement, GroupKey key, Gathered losses) {
        String name = name(statement.crosswalk().source(), key.note);
        String landed = key.landed
                .map(note -> name(statement.crosswalk().target(), note))
                .orElse("");
        String what = switch (key.entry) {
            case SILENT -> name + " stays silent";
            case FOLDED -> name + " folds into " + landed;
            default -> name + " sounds as " + landed;
        };
        return new LossGroup(
                what,
                key.entry != Entry.SUBSTITUTED,
                losses.count,
                losses.kept.stream()
                        .sorted(Comparator.comparingLong(Loss::tick))
                        .map(loss ->
                                new PlaceView(loss.place().words(), loss.place().bar()))
                        .toList(),
                losses.count - losses.kept.size());
    }

    private static String name(NoteMap map, Note note) {
        return map.lineAt(note).map(Line::name).orElse("note " + note.label(map.middleC()));
    }
}
