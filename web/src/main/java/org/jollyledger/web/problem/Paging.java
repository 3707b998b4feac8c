package org.jollyledger.web.problem;

import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Sort;

/** Pages of lists, as addresses ask for them. */
public final class Paging {
    private Paging() {}

    /**
     * A page of a list.
     *
     * @param page counted from 0; what is below means the first
     * @throws Refusal when no list can have so many pages
     */
    public static Pageable of(int page, int size, Sort sort) {
        if ((long) page * size > Integer.MAX_VALUE - size) {
            throw Refusal.incomplete("There is no page " + page + "; go back to the first one.");
        }
        return PageRequest.of(Math.max(0, page), size, sort);
    }

    public static Pageable of(int page, int size) {
        return of(page, size, Sort.unsorted());
    }
}
