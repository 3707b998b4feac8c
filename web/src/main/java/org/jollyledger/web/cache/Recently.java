package org.jollyledger.web.cache;

import java.lang.ref.SoftReference;
import java.util.Collections;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.function.ToLongFunction;
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

    private final long most;
    private final ToLongFunction<V> weight;
    private final Map<K, Held<V>> values = new LinkedHashMap<>(16, 0.75f, true);
    private long weighed;

    private static final class Held<V> {
        private SoftReference<@Nullable V> value = new SoftReference<>(null);
        /** Guarded as all the values are. */
        private long weight;

        synchronized V get(Supplier<V> work, Consumer<V> told) {
            V known = value.get();
            if (known == null) {
                known = work.get();
                value = new SoftReference<>(known);
                told.accept(known);
            }
            return known;
        }
    }

    /** Keeps so many values. */
    public Recently(int most) {
        this(most, value -> 1);
    }

    /** Keeps so many values that together they weigh so much at the most. */
    public Recently(long most, ToLongFunction<V> weight) {
        this.most = most;
        this.weight = weight;
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
            weighed = 0;
        }
    }

    /** The value for a key, worked out when it is not there; work that fails is tried again the next time. */
    public V get(K key, Supplier<V> work) {
        Held<V> held = held(key);
        return held.get(work, value -> weigh(key, held, weight.applyAsLong(value)));
    }

    private Held<V> held(K key) {
        synchronized (values) {
            return values.computeIfAbsent(key, any -> new Held<>());
        }
    }

    /** Those that nobody asked for the longest make room. */
    private void weigh(K key, Held<V> held, long now) {
        synchronized (values) {
            if (values.get(key) != held) {
                return;
            }
            weighed += now - held.weight;
            held.weight = now;
            Iterator<Held<V>> oldest = values.values().iterator();
            while (weighed > most && oldest.hasNext()) {
                weighed -= oldest.next().weight;
                oldest.remove();
            }
        }
    }
}
