package org.jollyledger.web.ledger;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Sort;

/**
 * What is looked for in the ledger.
 *
 * @param q words in the name, the maker's text or a line's name; null or empty for any
 * @param kind the code of a kind; null or empty for any
 * @param piece the code of a kit piece that the map must have; null or empty for any
 * @param sort the order; null for recently used first
 */
public record LedgerQuery(
        @Nullable String q,
        @Nullable String kind,
        @Nullable String piece,
        @Nullable Order sort) {
    public static final LedgerQuery ALL = new LedgerQuery("", "", "", Order.USED);

    /** The orders of the ledger. */
    public enum Order {
        USED("recently used first", Sort.by(Sort.Order.desc("usedAt"), Sort.Order.asc("name"), Sort.Order.asc("id"))),
        NAME("by name", Sort.by("name", "id")),
        CHANGED("recently changed first", Sort.by(Sort.Order.desc("changedAt"), Sort.Order.asc("id"))),
        LINES("most lines first", Sort.by(Sort.Order.desc("lineCount"), Sort.Order.asc("name"), Sort.Order.asc("id")));

        private final String words;
        private final Sort sort;

        Order(String words, Sort sort) {
            this.words = words;
            this.sort = sort;
        }

        public String words() {
            return words;
        }
    }

    public String words() {
        return q == null ? "" : q.strip();
    }

    public String kindCode() {
        return kind == null ? "" : kind;
    }

    public String pieceCode() {
        return piece == null ? "" : piece;
    }

    public Order order() {
        return sort == null ? Order.USED : sort;
    }

    Sort sorting() {
        return order().sort;
    }

    /** Whether anything narrows the ledger. */
    public boolean narrows() {
        return !(words() + kindCode() + pieceCode()).isEmpty();
    }

    String textPattern() {
        return "%" + literal(words().toLowerCase(Locale.ROOT)) + "%";
    }

    String kindPattern() {
        return kindCode().isEmpty() ? "%" : literal(kindCode());
    }

    String piecePattern() {
        return pieceCode().isEmpty() ? "%" : "% " + literal(pieceCode()) + " %";
    }

    private static String literal(String text) {
        return text.replaceAll("([\\\\%_])", "\\\\$1");
    }
}
