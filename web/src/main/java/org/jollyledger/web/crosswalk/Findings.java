package org.jollyledger.web.crosswalk;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Settlement;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.play.Schedule;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.springframework.util.function.SingletonSupplier;

/** A conversion with what is found out about it, each thing once and when it is first asked for. */
final class Findings {
    private final Conversion conversion;
    private final SingletonSupplier<List<Losses.Group>> losses;
    private final SingletonSupplier<Part> after;
    private final SingletonSupplier<Schedule> schedule;
    private final SingletonSupplier<Sheet> before;
    private final SingletonSupplier<Sheet> sheetAfter;
    private final SingletonSupplier<BitSet> lost;
    private final Map<Losses.Key, List<Settlement>> settlements = new ConcurrentHashMap<>();

    /**
     * @param before where the hits are as they go in
     * @param target the map that it is to play on
     */
    Findings(Conversion conversion, SingletonSupplier<Sheet> before, NoteMap target) {
        this.conversion = conversion;
        this.before = before;
        losses = SingletonSupplier.of(() -> Losses.of(conversion.statement()));
        after = SingletonSupplier.of(this::readBack);
        schedule = SingletonSupplier.of(() -> Schedule.of(after(), target));
        sheetAfter = SingletonSupplier.of(() -> Sheet.of(after(), target, Shown.PLAYED));
        lost = SingletonSupplier.of(() -> conversion.statement().goneHits());
    }

    Conversion conversion() {
        return conversion;
    }

    Statement statement() {
        return conversion.statement();
    }

    /** What gets lost, the weightiest first. */
    List<Losses.Group> losses() {
        return losses.obtain();
    }

    /** The ways to settle a loss. */
    List<Settlement> settlements(Losses.Key loss) {
        return settlements.computeIfAbsent(loss, key -> Settlement.of(statement(), key));
    }

    /** Whether the ways to settle a loss were worked out already. */
    boolean isSettlementKnown(Losses.Key loss) {
        return settlements.containsKey(loss);
    }

    /** The hits that are folded or silent, by their indexes in the part. */
    BitSet lost() {
        return lost.obtain();
    }

    /** The part as it comes out. */
    Part after() {
        return after.obtain();
    }

    /** Where its hits are as they go in. */
    Sheet sheetBefore() {
        return before.obtain();
    }

    /** Where its hits are as they come out. */
    Sheet sheetAfter() {
        return sheetAfter.obtain();
    }

    /** What sounds when it is played. */
    Schedule schedule() {
        return schedule.obtain();
    }

    private Part readBack() {
        try {
            return Part.of(MidiFile.read(conversion.bytes()), conversion.channels());
        } catch (MidiFormatException e) {
            throw new IllegalStateException("A converted part cannot be read: " + e.getMessage(), e);
        }
    }
}
