package org.jollyledger.web.crosswalk;

import java.util.List;
import org.jollyledger.core.crosswalk.FormAccount;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;

/**
 * The statement as a page shows it.
 *
 * @param totals the sums
 * @param far the substituted hits among them whose sound is far
 * @param balances whether it balances
 * @param lines the account of each line that is played
 */
record StatementView(Totals totals, int far, boolean balances, FormAccount forms, List<LineView> lines) {
    record LineView(String label, String name, boolean listed, Totals totals, int far) {}

    static StatementView of(Statement statement) {
        NoteMap source = statement.crosswalk().source();
        return new StatementView(
                statement.totals(),
                statement.far(),
                statement.balances(),
                statement.forms(),
                statement.lines().stream().map(account -> line(source, account)).toList());
    }

    private static LineView line(NoteMap source, LineAccount account) {
        return new LineView(
                account.note().label(source.middleC()),
                account.line().map(Line::name).orElse("not on the map"),
                account.line().isPresent(),
                account.totals(),
                account.far());
    }
}
