package org.jollyledger.web.revision;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/**
 * A revision as the page of a history shows it.
 *
 * @param number counted from 1
 * @param summary what was done, in words
 * @param time when
 * @param current whether it is the one that holds
 * @param comparison the address where it is compared with the one that holds; "" when there is none
 * @param download the address of its file; "" when there is none
 */
public record RevisionRow(
        int number, String summary, String time, boolean current, String comparison, String download) {
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm:ss", Locale.UK).withZone(ZoneId.systemDefault());

    /** @param current the revision that holds */
    public static RevisionRow of(RevisionCard card, int current) {
        return new RevisionRow(
                card.number(), card.summary(), TIME.format(card.createdAt()), card.number() == current, "", "");
    }

    public RevisionRow withComparison(String address) {
        return new RevisionRow(number, summary, time, current, current ? "" : address, download);
    }

    public RevisionRow withDownload(String address) {
        return new RevisionRow(number, summary, time, current, comparison, address);
    }
}
