package org.jollyledger.core.comparison;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.BiPredicate;
import java.util.function.Function;

/** What is left of two lists, each in the order of the music, once what belongs together is taken out of both. */
final class Pairing<T> {
    private List<T> gone;
    private List<T> come;

    Pairing(List<T> gone, List<T> come) {
        this.gone = gone;
        this.come = come;
    }

    /**
     * Takes off what is the same at both beginnings and at both ends: most of a file, without looking anything up.
     *
     * @return how many pairs that were
     */
    int trim(BiPredicate<T, T> same) {
        int most = Math.min(gone.size(), come.size());
        int begin = 0;
        while (begin < most && same.test(gone.get(begin), come.get(begin))) {
            begin++;
        }
        int end = 0;
        while (end < most - begin && same.test(gone.get(gone.size() - 1 - end), come.get(come.size() - 1 - end))) {
            end++;
        }
        gone = gone.subList(begin, gone.size() - end);
        come = come.subList(begin, come.size() - end);
        return begin + end;
    }

    /** Takes out pairs that share something, the earliest first. */
    void match(Function<T, ?> inGone, Function<T, ?> inCome, BiConsumer<T, T> found) {
        if (gone.isEmpty() || come.isEmpty()) {
            return;
        }
        Map<Object, Deque<Integer>> waiting = new HashMap<>();
        for (int at = 0; at < come.size(); at++) {
            waiting.computeIfAbsent(inCome.apply(come.get(at)), any -> new ArrayDeque<>(1))
                    .add(at);
        }
        boolean[] taken = new boolean[come.size()];
        List<T> unmatched = new ArrayList<>();
        for (T one : gone) {
            Deque<Integer> matching = waiting.get(inGone.apply(one));
            if (matching == null || matching.isEmpty()) {
                unmatched.add(one);
            } else {
                int other = matching.poll();
                taken[other] = true;
                found.accept(one, come.get(other));
            }
        }
        List<T> left = new ArrayList<>();
        for (int at = 0; at < taken.length; at++) {
            if (!taken[at]) {
                left.add(come.get(at));
            }
        }
        gone = unmatched;
        come = left;
    }

    /** Replaces each element. */
    <R> Pairing<R> map(Function<T, R> ofGone, Function<T, R> ofCome) {
        return new Pairing<>(
                gone.stream().map(ofGone).toList(), come.stream().map(ofCome).toList());
    }

    List<T> gone() {
        return gone;
    }

    List<T> come() {
        return come;
    }
}
