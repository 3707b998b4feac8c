package org.jollyledger.web.cache;

import java.lang.ref.SoftReference;
import java.util.Collections;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * The values that were asked for last. A key must tell all that its value is made from, so that a value never has to be
 * forgotten because something changed. Each is worked out once; who asks for one that is under way waits for it, and
 * nobody waits for another one. Where memory runs short, values are forgotten that nobody uses at the moment, so that
 * large ones never stand in the way of work.
 */
public final class Recently<K, V> {
    /** All there are; weakly, so that one which nobody uses goes. */
    private static final Set<Recently<?, ?>> ALL = Collections.newSetFromMap(new WeakHashMap<>());

    private final int most;
    private final Map<K, Held<V>> values = new LinkedHashMap<>(16, 0.75f, true);

    private static final class Held<V> {
        private SoftReference<@Nullable V> value = new SoftReference<>(null);

        synchronized V get(Supplier<V> work) {
            V known = value.get();
            if (known == null) {
                known = work.get();
                value = new SoftReference<>(known);
            }
            return known;
        }
    }

    /** Keeps so many values. */
    public Recently(int most) {
        this.most = most;
        synchronized (ALL) {
            ALL.add(this);
        }
    }

    /** Forgets everything: keys mean something else once the whole ledger was replaced. */
    public static void forgetAll() {
        synchronized (ALL) {
            ALL.forEach(Recently::forget);
        }
    }

    private void forget() {
        synchronized (values) {
            values.clear();
        }
    }

    /** The value for a key, worked out when it is not there; work that fails is tried again the next time. */
    public V get(K key, Supplier<V> work) {
        return held(key).get(work);
    }

    private Held<V> held(K key) {
        synchronized (values) {
            Held<V> held = values.computeIfAbsent(key, any -> new Held<>());
            Iterator<K> oldest = values.keySet().iterator();
            if (values.size() > most) {
                oldest.next();
                oldest.remove();
            }
            return held;
        }
    }
}
