package org.jollyledger.core.crosswalk;

import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** A value that is worked out once, when it is first asked for. */
final class Lazy<T> implements Supplier<T> {
    private @Nullable Supplier<T> maker;
    private @Nullable T value;

    Lazy(Supplier<T> maker) {
        this.maker = maker;
    }

    @Override
    public synchronized T get() {
        T known = value;
        if (known == null) {
            known = maker == null ? null : maker.get();
            if (known == null) {
                throw new IllegalStateException("A value that is worked out once came out as nothing.");
            }
            value = known;
            maker = null;
        }
        return known;
    }

    /** Whether it was asked for yet. */
    synchronized boolean isKnown() {
        return value != null;
    }
}
