package org.jollyledger.core.reconcile;

import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.patience.Patience;

/** Holds parts against a map: any number of them, one after another. */
public final class Reconciler {
    /** Who finds which kind. */
    private static final Map<DiscrepancyKind, Consumer<Study>> FINDERS = new EnumMap<>(Map.ofEntries(
            Map.entry(DiscrepancyKind.OTHER_LAYOUT, NoteFinder::otherLayout),
            Map.entry(DiscrepancyKind.STRAY_CHANNEL, ChannelFinder::stray),
            Map.entry(DiscrepancyKind.PEDAL_FLOOD, PedalFinder::flood),
            Map.entry(DiscrepancyKind.STRUCK_TWICE, TriggerFinder::struckTwice),
            Map.entry(DiscrepancyKind.CROSSTALK, TriggerFinder::crosstalk),
            Map.entry(DiscrepancyKind.HANGING, LengthFinder::hanging),
            Map.entry(DiscrepancyKind.OVERLAP, LengthFinder::overlap),
            Map.entry(DiscrepancyKind.NO_LENGTH, LengthFinder::noLength),
            Map.entry(DiscrepancyKind.HELD, LengthFinder::held),
            Map.entry(DiscrepancyKind.CHOKE_FORM, ChokeFinder::form),
            Map.entry(DiscrepancyKind.CHOKE_ELSEWHERE, ChokeFinder::elsewhere),
            Map.entry(DiscrepancyKind.CHOKE_ALONE, ChokeFinder::alone),
            Map.entry(DiscrepancyKind.HAT_FORM, HatFinder::form),
            Map.entry(DiscrepancyKind.HAT_CONTRADICTION, HatFinder::contradiction),
            Map.entry(DiscrepancyKind.OTHER_SOUND, NoteFinder::otherSound),
            Map.entry(DiscrepancyKind.SILENT, NoteFinder::silent),
            Map.entry(DiscrepancyKind.KEY_SWITCH, NoteFinder::keySwitch),
            Map.entry(DiscrepancyKind.GHOST_LAYER, LayerFinder::ghosts),
            Map.entry(DiscrepancyKind.SHARED_NOTE, NoteFinder::sharedNote)));

    private final Instrument instrument;
    private final Optional<Instrument> written;
    private final Optional<Crosswalk> through;
    private final Figures figures;

    private Reconciler(NoteMap map, Optional<NoteMap> meant, Optional<Crosswalk> through, Figures figures) {
        instrument = new Instrument(map);
        written = meant.filter(other -> !other.equals(map)).map(Instrument::new);
        this.through = through;
        this.figures = figures;
    }

    /**
     * Prepares to hold parts against a map.
     *
     * @param map the map they play on
     * @param meant the map they were written for, when that is known
     * @param figures from where on something counts
     */
    public static Reconciler of(NoteMap map, Optional<NoteMap> meant, Figures figures) {
        return new Reconciler(map, meant, Optional.empty(), figures);
    }

    /** {@return the same, which also looks at the layers of the crosswalk by which the parts are converted} */
    public Reconciler through(Crosswalk crosswalk) {
        return new Reconciler(instrument.map(), written.map(Instrument::map), Optional.of(crosswalk), figures);
    }

    /** {@return everything in a part that will not sound as meant} */
    public Reconciling look(Part part) {
        return look(part, EnumSet.allOf(DiscrepancyKind.class));
    }

    /** {@return what of some kinds is in a part} */
    public Reconciling look(Part part, Set<DiscrepancyKind> kinds) {
        Patience.goOn();
        Study study = new Study(part, instrument, written, through, figures);
        FINDERS.forEach((kind, finder) -> {
            if (kinds.contains(kind)) {
                finder.accept(study);
            }
        });
        return new Reconciling(
                part,
                study.found().stream()
                        .sorted(Comparator.comparingLong(Discrepancy::tick).thenComparing(Discrepancy::kind))
                        .toList());
    }
}
