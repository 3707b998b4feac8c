package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.Optional;
import org.jollyledger.web.crosswalk.OpenCrosswalk.KeptLink;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.ledger.StripView;
import org.jollyledger.web.part.SheetView;
import org.jspecify.annotations.Nullable;

/** A crosswalk as its page shows it: two columns joined by routes, one route opened, before and after, the statement. */
record CrosswalkView(
        long id,
        int revision,
        PartLink part,
        MapLink source,
        MapLink target,
        List<SourceRow> sources,
        List<TargetRow> targets,
        List<RouteLine> routes,
        int routesHeight,
        int unplayed,
        boolean showsAll,
        @Nullable OpenRoute opened,
        List<String> overtaken,
        List<LossView> losses,
        List<LossView> accepted,
        StatementView statement,
        SheetView before,
        SheetView after,
        List<String> notices,
        BaseView base,
        Optional<String> undoable,
        Optional<String> redoable) {
    /** How high a row of the two columns is. */
    static final int ROW_HEIGHT = 30;
    /** How wide the space between the two columns is. */
    static final int GAP = 150;

    record PartLink(String slug, String title) {}

    record MapLink(String slug, String name, StripView strip) {}

    /**
     * A line of the source map.
     *
     * @param decided whether its route was set for this part
     * @param loss "" when nothing is lost; else what, in a word
     */
    record SourceRow(
            int note,
            String label,
            String name,
            FamilyMark family,
            String sound,
            int hits,
            boolean opened,
            boolean decided,
            String loss,
            String goesTo) {}

    /** A line of the target map that is reached. */
    record TargetRow(String label, String name, FamilyMark family, String sound, int hits) {}

    /** A route as a drawn line; a silent one stops short. */
    record RouteLine(String path, double width, boolean lost, boolean opened) {}

    /**
     * What the routes lie on.
     *
     * @param slug the address of the kept crosswalk; "" for the proposal
     * @param name its name
     * @param others the crosswalks kept for the same maps, the default first
     * @param decided how many routes were set for this part
     */
    record BaseView(String slug, String name, List<KeptLink> others, int decided) {}
}
