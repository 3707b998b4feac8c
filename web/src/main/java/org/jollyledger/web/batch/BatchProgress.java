package org.jollyledger.web.batch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.BooleanSupplier;
import org.jollyledger.core.batch.BatchListener;
import org.jollyledger.core.batch.Tally;
import org.jollyledger.web.cache.Recently;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * How far a batch has come, what it lost, and what was wrong. Of very many only the worst and the first are kept here;
 * the result holds all.
 *
 * @param tally the counts
 * @param worst the files that lost most, the worst first
 * @param losers how many files lost anything
 * @param problems what was wrong, in the order it came
 */
public record BatchProgress(
        Tally tally, List<BatchListener.FileLosses> worst, int losers, List<BatchListener.Problem> problems) {
    private static final int MOST = 100;
    private static final int MOST_READ = 200;

    public static final BatchProgress NONE = new BatchProgress(Tally.NONE, List.of(), 0, List.of());

    /** Batches of older versions lack the counts that came later; those are 0. */
    private static final JsonMapper JSON = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    /** What finished batches came to does not change any more. */
    private static final Recently<String, BatchProgress> READ = new Recently<>(MOST_READ);

    /** Reads what {@link #document()} wrote; of a batch that is not begun, nothing was written. */
    static BatchProgress read(String document) {
        return document.isEmpty() ? NONE : READ.get(document, () -> JSON.readValue(document, BatchProgress.class));
    }

    /** As JSON, to be kept. */
    String document() {
        return JSON.writeValueAsString(this);
    }

    /** Follows a running batch; read by others while it runs. */
    static final class Follower implements BatchListener {
        private final List<FileLosses> worst = new ArrayList<>();
        private final List<Problem> problems = new ArrayList<>();
        private int losers;
        private Tally tally = Tally.NONE;
        private final BooleanSupplier stopped;

        /** @param stopped whether to stop before the next file */
        Follower(BooleanSupplier stopped) {
            this.stopped = stopped;
        }

        @Override
        public synchronized void reached(Tally reached) {
            tally = reached;
        }

        @Override
        public synchronized void met(Problem problem) {
            if (problems.size() < MOST) {
                problems.add(problem);
            }
        }

        @Override
        public synchronized void lost(FileLosses losses) {
            losers++;
            worst.add(losses);
            worst.sort(Comparator.comparingInt(FileLosses::weight).reversed());
            if (worst.size() > MOST) {
                worst.remove(MOST);
            }
        }

        @Override
        public boolean isStopped() {
            return stopped.getAsBoolean();
        }

        synchronized BatchProgress progress() {
            return new BatchProgress(tally, List.copyOf(worst), losers, List.copyOf(problems));
        }
    }
}
