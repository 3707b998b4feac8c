package org.jollyledger.web.part;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.MapName;
import org.jollyledger.web.ledger.StoredMap;
import org.jspecify.annotations.Nullable;

/**
 * Where an opened part comes from, as its page says and asks it.
 *
 * @param writtenFor the map that it was written for; null when that is not known
 * @param doubt asks whether it is a drum part at all; "" when that is clear
 * @param mostlySilent says that most hits are silent on the map that is shown; "" when they are not
 * @param wayOut the map from which it could be converted then; null when none is likely
 * @param missing maps that the page uses and that were removed
 */
record PartOrigin(
        @Nullable Head writtenFor,
        String doubt,
        String mostlySilent,
        @Nullable Head wayOut,
        List<MapName> missing) {
    /** A map with its address. */
    public record Head(String slug, String name) {
        static Head of(StoredMap map) {
            return new Head(map.slug(), map.map().name());
        }
    }

    static PartOrigin of(SheetDesk.Open open, LedgerService ledger, Recognition recognition) {
        Optional<StoredMap> written = open.part().writtenForId().map(ledger::get);
        int silent = open.sheet().silentHits();
        int hits = open.sheet().part().hitCount();
        boolean mostlySilent = 2 * silent > hits;
        List<Long> used = new ArrayList<>(List.of(open.map().id()));
        written.map(StoredMap::id).ifPresent(used::add);
        return new PartOrigin(
                written.map(Head::of).orElse(null),
                DrumChannel.doubt(open.part().file(), open.map().map().channel())
                        .orElse(""),
                mostlySilent
                        ? "Most hits are silent on " + open.map().map().name() + ": " + silent + " of " + hits + "."
                        : "",
                mostlySilent
                        ? wayOut(open, written, ledger, recognition)
                                .map(Head::of)
                                .orElse(null)
                        : null,
                ledger.removedOf(used));
    }

    /** The map it was written for, or the likeliest on which most of it sounds. */
    private static Optional<StoredMap> wayOut(
            SheetDesk.Open open, Optional<StoredMap> written, LedgerService ledger, Recognition recognition) {
        return written.or(() -> recognition.recognise(open.part().file(), 1).ranked().stream()
                        .filter(ranked -> 2 * ranked.candidate().silentHits()
                                < ranked.candidate().hits())
                        .map(ranked -> ledger.get(ranked.slug()))
                        .findFirst())
                .filter(map -> map.id() != open.map().id());
    }
}
