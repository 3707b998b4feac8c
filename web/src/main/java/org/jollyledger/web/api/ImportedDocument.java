package org.jollyledger.web.api;

import java.util.List;
import java.util.stream.IntStream;
import org.jollyledger.core.exchange.NoteList;
import org.jollyledger.web.ledger.MapReader;
import org.jollyledger.web.ledger.StoredMap;
import org.jspecify.annotations.Nullable;

/** A map that was brought in; how it was read where it was a list. */
record ImportedDocument(
        String slug,
        String name,
        String kind,
        int lineCount,
        @Nullable ReadingDocument reading) {
    /** A row of a list that was left out, or that should be looked at. */
    record RowDocument(int line, String text, String why) {}

    /**
     * How a list was read.
     *
     * @param layout how its records are laid out, in words
     * @param rows how many rows became lines
     * @param explained which share of the rows that may be records that is
     * @param leftOut the rows that became none
     * @param toCheck the rows that should be looked at
     */
    record ReadingDocument(
            String layout, int rows, double explained, List<RowDocument> leftOut, List<RowDocument> toCheck) {
        static ReadingDocument of(NoteList list) {
            return new ReadingDocument(
                    list.layout(),
                    list.lines().size(),
                    list.explained(),
                    list.leftOut().stream()
                            .map(row -> new RowDocument(
                                    row.line(), row.original(), row.skipped().orElse("")))
                            .toList(),
                    list.rows().stream()
                            .filter(NoteList.Row::isUnsure)
                            .map(row -> new RowDocument(row.line(), row.original(), String.join("; ", row.doubts())))
                            .toList());
        }
    }

    /** The documents of maps that were added as they were brought, in the same order. */
    static List<ImportedDocument> of(List<StoredMap> added, List<MapReader.Brought> brought) {
        return IntStream.range(0, added.size())
                .mapToObj(at -> of(added.get(at), brought.get(at)))
                .toList();
    }

    private static ImportedDocument of(StoredMap stored, MapReader.Brought brought) {
        return new ImportedDocument(
                stored.slug(),
                stored.map().name(),
                stored.map().kind().code(),
                stored.map().lines().size(),
                brought.list().map(ReadingDocument::of).orElse(null));
    }
}
