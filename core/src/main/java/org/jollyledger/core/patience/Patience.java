package org.jollyledger.core.patience;

import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Lets work be broken off by whoever asked for it. Work asks now and then whether to go on; who asks for it
 * says within which patience. Work that was not asked for in this way, such as that of a batch, always goes on.
 */
public final class Patience {
    private static final ThreadLocal<@Nullable Supplier<Optional<GivenUp>>> ASKED = new ThreadLocal<>();

    private Patience() {}

    /** Why work was broken off; what it had made is lost. */
    public static class GivenUp extends RuntimeException {
        private static final long serialVersionUID = 1L;

        /** @param why in a sentence */
        public GivenUp(String why) {
            super(why);
        }
    }

    /** Ends what it began. */
    public interface Scope extends AutoCloseable {
        @Override
        void close();
    }

    /**
     * What this thread does from now on is done as long as there is patience.
     *
     * @param end why to give up, once it is time to; asked often, by this thread
     * @return to be closed by this thread; then it is as before
     */
    public static Scope within(Supplier<Optional<GivenUp>> end) {
        Supplier<Optional<GivenUp>> before = ASKED.get();
        ASKED.set(end);
        return () -> ASKED.set(before);
    }

    /**
     * To be called by work that may take long.
     *
     * @throws GivenUp when nobody waits for it any more
     */
    public static void goOn() {
        Supplier<Optional<GivenUp>> asked = ASKED.get();
        if (asked != null) {
            asked.get().ifPresent(end -> {
                throw end;
            });
        }
    }
}
