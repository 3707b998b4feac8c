package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;
import org.jollyledger.web.crosswalk.CrosswalkView.MapLink;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.ledger.StripView;

/**
 * A kept crosswalk as its page shows it.
 *
 * @param overtaken what changes of the maps do to it, in words
 * @param routes its routes as they are with the maps as they are now
 * @param repairs the codes of what is put right on the way
 * @param back what comes back along the reversed crosswalk, and what cannot
 */
record KeptView(
        String slug,
        int revision,
        String name,
        boolean usual,
        MapLink source,
        MapLink target,
        List<String> overtaken,
        List<RouteRow> routes,
        int accepted,
        List<String> repairs,
        BackView back) {
    private static final Map<KeptCrosswalk.NotBack, String> NOT_BACK = Map.of(
            KeptCrosswalk.NotBack.VELOCITIES_LEFT_OUT, "hits of some velocities are silent, so they do not come back",
            KeptCrosswalk.NotBack.LOUDNESS, "velocities come back as the curve made them",
            KeptCrosswalk.NotBack.LENGTH, "lengths come back as they were set");

    /** A route, and whether it was chosen. */
    record RouteRow(
            String label,
            String name,
            FamilyMark family,
            String goesTo,
            boolean silent,
            String reason,
            boolean chosen) {}

    /**
     * The way back.
     *
     * @param lossless whether everything that went comes back
     * @param cannot what does not come back, in words
     */
    record BackView(boolean lossless, List<String> cannot) {}

    static KeptView of(StoredKept stored) {
        KeptCrosswalk.Reopened reopened = stored.reopened();
        Crosswalk crosswalk = reopened.crosswalk();
        return new KeptView(
                stored.slug(),
                stored.revision(),
                stored.kept().name(),
                stored.usual(),
                link(stored.source().slug(), stored.source().map()),
                link(stored.target().slug(), stored.target().map()),
                reopened.overtaken().stream()
                        .map(overtaken -> Overtakings.words(overtaken, crosswalk))
                        .toList(),
                rows(crosswalk),
                stored.kept().accepted().size(),
                stored.kept().repairs().stream().map(DiscrepancyKind::code).toList(),
                back(crosswalk));
    }

    private static MapLink link(String slug, NoteMap map) {
        return new MapLink(slug, map.name(), StripView.of(map));
    }

    /** The routes of the lines as they are shown on the map, then those of notes that it does not list. */
    private static List<RouteRow> rows(Crosswalk crosswalk) {
        Stream<Route> ofLines = crosswalk.source().firstLines().stream()
                .map(line -> crosswalk.routeFrom(line.note()).orElseThrow());
        Stream<Route> ofOthers = crosswalk.routes().stream()
                .filter(route -> crosswalk.sourceLine(route.source()).isEmpty());
        return Stream.concat(ofLines, ofOthers)
                .map(route -> row(route, crosswalk))
                .toList();
    }

    private static RouteRow row(Route route, Crosswalk crosswalk) {
        Optional<Line> line = crosswalk.sourceLine(route.source());
        String goesTo = String.join(" and ", RouteDrawing.goesTo(route, crosswalk.target()));
        return new RouteRow(
                route.source().label(crosswalk.source().middleC()),
                line.map(Line::name).orElse("not on this map"),
                FamilyMark.of(line.map(there -> there.sound().family()).orElse(Family.CONTROL)),
                route.passes() ? "the same note, unchanged" : route.isSilent() ? "silent" : goesTo,
                route.isSilent(),
                route.passes() ? "" : crosswalk.reason(route),
                route.origin() == Route.Origin.CHOSEN);
    }

    private static BackView back(Crosswalk crosswalk) {
        KeptCrosswalk.Reversed reversed = KeptCrosswalk.reversed(crosswalk);
        Stream<String> merged = reversed.merged().entrySet().stream()
                .map(entry -> list(crosswalk.source(), entry.getValue()) + " comes back as "
                        + Decisions.name(crosswalk.source(), endOf(reversed.crosswalk(), entry.getKey())) + ", from "
                        + Decisions.name(crosswalk.target(), entry.getKey()));
        Stream<String> lost = reversed.lost().stream()
                .map(note -> Decisions.name(crosswalk.source(), note) + " is silent, so nothing comes back to it");
        Stream<String> changed = reversed.changed().entrySet().stream()
                .map(entry -> Decisions.name(crosswalk.source(), entry.getKey()) + ": "
                        + entry.getValue().stream().map(NOT_BACK::get).collect(Collectors.joining("; ")));
        return new BackView(
                reversed.isLossless(),
                Stream.of(merged, lost, changed).flatMap(words -> words).toList());
    }

    private static Note endOf(Crosswalk back, Note note) {
        return back.routeFrom(note).orElseThrow().targets().get(0).note();
    }

    private static String list(NoteMap map, List<Note> notes) {
        return String.join(
                ", ", notes.stream().map(note -> Decisions.name(map, note)).toList());
    }
}
