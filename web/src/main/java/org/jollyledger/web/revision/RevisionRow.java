package org.jollyledger.web.revision;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** A revision as the page of a history shows it. */
public record RevisionRow(int number, String summary, String time, boolean current) {
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm:ss", Locale.UK).withZone(ZoneId.systemDefault());

    /**
     * @param current the revision that holds
     */
    public static RevisionRow of(RevisionCard card, int current) {
        return new RevisionRow(card.number(), card.summary(), TIME.format(card.createdAt()), card.number() == current);
    }
}
