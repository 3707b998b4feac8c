package org.jollyledger.core.batch;

/** Whoever wants to know how a batch goes, and may stop it. Called after each file, from the thread that converts. */
public interface BatchListener {
    /** How far it has come. */
    void reached(Tally tally);

    /** Something was wrong with a file. */
    void met(Problem problem);

    /** What a file lost, when it lost anything. */
    void lost(FileLosses losses);

    /** {@return whether to stop before the next file} */
    boolean isStopped();

    /**
     * Something that was wrong.
     *
     * @param file the name of the file in the archive, as uploaded
     * @param sentence what, and what became of the file
     */
    record Problem(String file, String sentence) {}

    /**
     * What a file lost.
     *
     * @param file its name in the result
     * @param hits its hits
     * @param folded hits that joined another
     * @param silent hits without a target
     * @param far hits that became a far sound
     */
    record FileLosses(String file, int hits, int folded, int silent, int far) {
        /**
         * {@return how bad that is compared with other files: a hit that is gone counts as two that are heard as
         * something else}
         */
        public int weight() {
            return 2 * (folded + silent) + far;
        }
    }
}
