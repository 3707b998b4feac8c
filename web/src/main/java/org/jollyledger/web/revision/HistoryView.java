package org.jollyledger.web.revision;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.data.domain.Page;

/**
 * The history of something as its page shows it.
 *
 * @param section the part of the application that it belongs to, as the page's head marks it
 * @param title what the thing is called
 * @param address the address of the thing
 * @param base the revision that holds
 * @param rows its revisions, newest first
 * @param restore where a revision is restored; "" when none can be
 * @param comparing how two of them are compared
 * @param page which page of the history this is, from 0
 * @param pages how many pages there are
 */
public record HistoryView(
        String section,
        String title,
        String address,
        int base,
        List<RevisionRow> rows,
        String restore,
        Comparing comparing,
        int page,
        int pages) {
    /**
     * How two revisions are compared.
     *
     * @param address where; "" when they are not
     * @param from the field that names the earlier one
     * @param to the field that names the later one
     * @param fields what is sent besides
     */
    public record Comparing(String address, String from, String to, Map<String, String> fields) {
        /** They are not compared. */
        public static final Comparing NEVER = new Comparing("", "", "", Map.of());
    }

    /** The history of a thing of which a page of revisions is shown. */
    public static HistoryView of(
            String section,
            String title,
            String address,
            int base,
            Page<RevisionRow> rows,
            String restore,
            Comparing comparing) {
        return new HistoryView(
                section,
                title,
                address,
                base,
                rows.getContent(),
                restore,
                comparing,
                rows.getNumber(),
                rows.getTotalPages());
    }

    /** The same with one more revision at its end, on its last page. */
    public HistoryView endingWith(RevisionRow first) {
        if (page < pages - 1) {
            return this;
        }
        List<RevisionRow> all = new ArrayList<>(rows);
        all.add(first);
        return new HistoryView(section, title, address, base, all, restore, comparing, page, pages);
    }

    /** Whether a row is the one to compare from when nothing else is marked: the second, or the only one. */
    public boolean comparesFrom(int index) {
        return index == 1 || rows.size() == 1;
    }
}
