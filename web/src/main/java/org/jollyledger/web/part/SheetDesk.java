package org.jollyledger.web.part;

import java.util.Optional;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.play.Schedule;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartRepository.Standing;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Parts laid out on the rows of maps; those looked at last are at hand. */
@Component
public class SheetDesk {
    private static final int MOST_SHEETS = 12;
    /** What a part of unknown origin is read with. */
    private static final String USUAL_MAP = "general-midi-1";

    /**
     * A part on a map.
     *
     * @param part the part as it is now
     * @param map the map that names its rows
     * @param drums which hits those are
     * @param sheet where they stand
     */
    public record Open(StoredPart part, StoredMap map, DrumChannel drums, Sheet sheet) {}

    private record Key(Standing part, long map, int mapRevision, Shown shown) {}

    private final PartService parts;
    private final LedgerService ledger;
    private final Recently<Key, Open> sheets = new Recently<>(MOST_SHEETS);
    private final Recently<Key, Schedule> schedules = new Recently<>(MOST_SHEETS);

    SheetDesk(PartService parts, LedgerService ledger) {
        this.parts = parts;
        this.ledger = ledger;
    }

    /**
     * Opens a part on a map.
     *
     * @param map the address of the map; null or "" for the one it was written for
     * @param rows the code of the rows that are shown; null or "" for those that are played
     */
    public Open open(String part, @Nullable String map, @Nullable String rows) {
        Standing standing = parts.standing(part);
        StoredMap shownMap = map(standing, map);
        Shown shown = shown(rows);
        Key key = new Key(standing, shownMap.id(), shownMap.revision(), shown);
        return sheets.get(key, () -> {
            StoredPart stored = parts.get(part);
            DrumChannel drums = DrumChannel.find(stored.file(), shownMap.map().channel());
            return new Open(stored, shownMap, drums, Sheet.of(drums.part(), shownMap.map(), shown));
        });
    }

    /** What sounds when an opened part is played on its map. */
    public Schedule schedule(Open open) {
        Key key = new Key(
                new Standing(open.part().id(), open.part().revision(), "", null),
                open.map().id(),
                open.map().revision(),
                Shown.PLAYED);
        return schedules.get(
                key, () -> Schedule.of(open.drums().part(), open.map().map()));
    }

    /** The map that an opened part was written for, when that is known. */
    Optional<NoteMap> written(Open open) {
        return open.part().writtenForId().map(id -> ledger.get(id).map());
    }

    private StoredMap map(Standing part, @Nullable String slug) {
        if (slug != null && !slug.isEmpty()) {
            return ledger.get(slug);
        }
        return Optional.ofNullable(part.writtenForId()).map(ledger::get).orElseGet(() -> ledger.get(USUAL_MAP));
    }

    private static Shown shown(@Nullable String code) {
        if (code == null || code.isEmpty()) {
            return Shown.PLAYED;
        }
        return Refusal.unlessValid(() -> Shown.parse(code));
    }
}
