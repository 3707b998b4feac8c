package org.jollyledger.core.batch;

import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.Totals;

/**
 * How far a batch has come, and what it has lost so far.
 *
 * @param files files that were looked at
 * @param parts those that were converted
 * @param others those that went through untouched
 * @param problems files that had a problem; each is also counted as one of the above, or was left out
 * @param hitsIn hits of all parts
 * @param carried hits that became the same sound
 * @param substituted hits that became another sound
 * @param far those of them whose sound is far
 * @param layered hits added
 * @param folded hits that joined another
 * @param silent hits without a target
 * @param unlisted hits on notes that the source map does not list
 * @param passed hits that pass unchanged on purpose
 * @param formed hits that come out as key pressure or a release
 * @param putIn hits put in for chokes that went in as key pressure or a release, and for a foot that closes without a note
 */
public record Tally(
        int files,
        int parts,
        int others,
        int problems,
        long hitsIn,
        long carried,
        long substituted,
        long far,
        long layered,
        long folded,
        long silent,
        long unlisted,
        long passed,
        long formed,
        long putIn) {
    /** Before the first file. */
    public static final Tally NONE = new Tally(0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0);

    /** {@return hits that came out} */
    public long hitsOut() {
        return hitsIn + layered + putIn - folded - silent - formed;
    }

    Tally withPart(Statement statement) {
        Totals totals = statement.totals();
        return new Tally(
                files + 1,
                parts + 1,
                others,
                problems,
                hitsIn + totals.hitsIn(),
                carried + totals.carried(),
                substituted + totals.substituted(),
                far + statement.far(),
                layered + totals.layered(),
                folded + totals.folded(),
                silent + totals.silent(),
                unlisted + totals.unlisted(),
                passed + totals.passed(),
                formed + totals.formed(),
                putIn + totals.putIn());
    }

    Tally withOther() {
        return with(1, 1, 0);
    }

    Tally withLeftOut() {
        return with(1, 0, 0);
    }

    Tally withProblem() {
        return with(0, 0, 1);
    }

    private Tally with(int moreFiles, int moreOthers, int moreProblems) {
        return new Tally(
                files + moreFiles,
                parts,
                others + moreOthers,
                problems + moreProblems,
                hitsIn,
                carried,
                substituted,
                far,
                layered,
                folded,
                silent,
                unlisted,
                passed,
                formed,
                putIn);
    }
}
