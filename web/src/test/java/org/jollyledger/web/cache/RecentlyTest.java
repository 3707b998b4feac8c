package org.jollyledger.web.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class RecentlyTest {
    @Test
    void theOldestIsForgotten() {
        AtomicInteger worked = new AtomicInteger();
        Recently<String, Integer> lately = new Recently<>(2);
        for (String key : new String[] {"a", "b", "a", "c", "a", "b"}) {
            lately.get(key, worked::incrementAndGet);
        }
        assertThat(worked).as("a, b, c, and b again").hasValue(4);
    }

    @Test
    void largeOnesMakeTheOldestGo() {
        AtomicInteger worked = new AtomicInteger();
        Recently<String, String> lately = new Recently<>(10, String::length);
        for (String key :
                new String[] {"aaaa", "bbb", "cc", "aaaa", "dd", "aaaa", "bbb", "far too long to be kept", "aaaa"}) {
            lately.get(key, () -> {
                worked.incrementAndGet();
                return key;
            });
        }
        assertThat(worked).as("each of five, bbb again, and aaaa again").hasValue(7);
    }

    @Test
    void workThatFailsIsTriedAgain() {
        Recently<String, Integer> lately = new Recently<>(2);
        assertThatThrownBy(() -> lately.get("a", () -> {
                    throw new IllegalStateException("not today");
                }))
                .hasMessage("not today");
        assertThat(lately.get("a", () -> 1)).isEqualTo(1);
    }

    /** Who asks for one value while another is worked out does not wait for it. */
    @Test
    void oneValueDoesNotHoldUpAnother() throws Exception {
        Recently<String, Integer> lately = new Recently<>(2);
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch asked = new CountDownLatch(1);
        ExecutorService threads = Executors.newSingleThreadExecutor();
        try {
            Future<Integer> slow = threads.submit(() -> lately.get("slow", () -> {
                begun.countDown();
                try {
                    return asked.await(10, TimeUnit.SECONDS) ? 1 : -1;
                } catch (InterruptedException e) {
                    throw new IllegalStateException(e);
                }
            }));
            begun.await();
            assertThat(lately.get("quick", () -> 2)).isEqualTo(2);
            asked.countDown();
            assertThat(slow.get(20, TimeUnit.SECONDS)).isEqualTo(1);
        } finally {
            threads.shutdownNow();
        }
    }
}
