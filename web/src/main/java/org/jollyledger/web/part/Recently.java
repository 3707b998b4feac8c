package org.jollyledger.web.part;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;

/** What was worked out lately, so that the next question about it is quick; the oldest is forgotten. */
public final class Recently<K, V> {
    private final int most;
    private final Map<K, V> values = new LinkedHashMap<>(16, 0.75f, true);

    /** Keeps so many values. */
    public Recently(int most) {
        this.most = most;
    }

    /** The value for a key, worked out when it is not there. */
    public synchronized V get(K key, Supplier<V> work) {
        V known = values.get(key);
        if (known != null) {
            return known;
        }
        V made = work.get();
        values.put(key, made);
        if (values.size() > most) {
            values.remove(values.keySet().iterator().next());
        }
        return made;
    }
}
