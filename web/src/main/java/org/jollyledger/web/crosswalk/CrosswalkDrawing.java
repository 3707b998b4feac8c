package org.jollyledger.web.crosswalk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.midi.Damage;
import org.jollyledger.core.notemap.KitOrder;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.crosswalk.CrosswalkView.BaseView;
import org.jollyledger.web.crosswalk.CrosswalkView.MapLink;
import org.jollyledger.web.crosswalk.CrosswalkView.PartLink;
import org.jollyledger.web.crosswalk.CrosswalkView.RouteLine;
import org.jollyledger.web.crosswalk.CrosswalkView.SourceRow;
import org.jollyledger.web.crosswalk.CrosswalkView.TargetRow;
import org.jollyledger.web.crosswalk.OpenCrosswalk.KeptLink;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.ledger.StripView;
import org.jollyledger.web.part.SheetDrawing;
import org.jollyledger.web.part.SheetView;

/** Lays out a crosswalk. */
final class CrosswalkDrawing {
    private static final double THINNEST = 1.2;
    private static final double THICKEST = 9;
    /** Half the height of the bar at which a silent route stops. */
    private static final int STOP = 7;

    /** Both sides have one order, whatever that of their maps: so routes cross only where a drum becomes another. */
    private static final Comparator<Line> IN_ORDER = KitOrder.KIT.comparator();

    private final OpenCrosswalk open;
    private final Crosswalk crosswalk;
    private final NoteMap source;
    private final NoteMap target;
    private final Map<Note, LineAccount> accounts;
    private final int mostHits;

    private final List<KeptLink> between;

    /** @param between the crosswalks kept for the same two maps */
    CrosswalkDrawing(OpenCrosswalk open, List<KeptLink> between) {
        this.open = open;
        this.between = between;
        crosswalk = open.crosswalk();
        source = open.source().map();
        target = open.target().map();
        accounts = open.conversion().statement().lines().stream()
                .collect(Collectors.toMap(LineAccount::note, Function.identity()));
        mostHits = Math.max(
                1,
                accounts.values().stream()
                        .mapToInt(account -> account.totals().hitsIn())
                        .max()
                        .orElse(1));
    }

    /**
     * @param openedNote the source note whose route is opened
     * @param showAll whether lines that the part does not play are shown as well
     * @param bar the first bar of before and after
     * @param openedLoss the loss whose ways are wanted in any case
     */
    CrosswalkView draw(Optional<Integer> openedNote, boolean showAll, long bar, Optional<Losses.Key> openedLoss) {
        List<Line> sources = source.firstLines().stream()
                .filter(line -> showAll || accounts.containsKey(line.note()))
                .sorted(IN_ORDER)
                .toList();
        Set<Note> reached = sources.stream()
                .flatMap(line -> crosswalk.routeFrom(line.note()).orElseThrow().targets().stream())
                .map(Target::note)
                .collect(Collectors.toSet());
        List<Line> targets = target.firstLines().stream()
                .filter(line -> reached.contains(line.note()))
                .sorted(IN_ORDER)
                .toList();
        Part after = open.findings().after();
        long barCount = open.drums().part().bars().barCount();
        Statement statement = open.conversion().statement();
        Optional<Line> opened = openedNote.flatMap(note ->
                sources.stream().filter(line -> line.note().number() == note).findFirst());
        List<LossView> losses = LossView.of(open.findings(), openedLoss);
        return new CrosswalkView(
                open.id(),
                open.revision(),
                new PartLink(open.part().slug(), open.part().title()),
                link(open.source()),
                link(open.target()),
                sources.stream().map(line -> sourceRow(line, opened)).toList(),
                targets.stream().map(line -> targetRow(line, after)).toList(),
                routeLines(sources, targets, opened),
                Math.max(sources.size(), targets.size()) * CrosswalkView.ROW_HEIGHT,
                source.firstLines().size() - accountsOnMap(),
                showAll,
                opened.map(line ->
                                new RouteDrawing(open).draw(line, totals(line).hitsIn()))
                        .orElse(null),
                overtaken(),
                losses.stream().filter(loss -> !accepted(loss)).toList(),
                losses.stream().filter(this::accepted).toList(),
                StatementView.of(statement),
                before(bar, barCount),
                new SheetDrawing(open.findings().sheetAfter(), hit -> false, barCount).drawClosely(bar),
                notices(),
                choices(),
                open.steps().undoable(),
                open.steps().redoable());
    }

    private boolean accepted(LossView loss) {
        return open.choices().accepted().contains(Losses.Key.parse(loss.code()));
    }

    /** What the routes lie on, and what else they could lie on. */
    private BaseView choices() {
        return new BaseView(
                open.kept().map(KeptLink::slug).orElse(""),
                open.kept().map(KeptLink::name).orElse(""),
                between,
                open.choices().routes().size());
    }

    private int accountsOnMap() {
        return (int) accounts.values().stream()
                .filter(account -> account.line().isPresent())
                .count();
    }

    private static MapLink link(StoredMap stored) {
        return new MapLink(stored.slug(), stored.map().name(), StripView.of(stored.map()));
    }

    private SheetView before(long bar, long barCount) {
        return new SheetDrawing(open.findings().sheetBefore(), open.findings().lost()::get, barCount).drawClosely(bar);
    }

    /** What changes of the maps have done to the kept crosswalk and to what was set for this part. */
    private List<String> overtaken() {
        List<String> words = new ArrayList<>();
        open.overtaken().stream()
                .map(overtaken -> Overtakings.words(overtaken, crosswalk))
                .forEach(words::add);
        if (open.misfits() > 0) {
            words.add(
                    Counted.of(open.misfits(), "route") + " set for this part no longer fit; the others still apply.");
        }
        return words;
    }

    private List<String> notices() {
        List<String> notices = new ArrayList<>();
        notices.add(open.drums().reason());
        if (crosswalk.gap() > 0) {
            notices.add("So many lines sound at once here that not every way was tried: other routes could lose up to "
                    + Math.max(1, Math.round(100 * crosswalk.gap())) + "% less.");
        }
        notices.addAll(Damage.summary(open.part().file()));
        return notices;
    }

    private SourceRow sourceRow(Line line, Optional<Line> opened) {
        Totals totals = totals(line);
        Route route = route(line);
        return new SourceRow(
                line.note().number(),
                line.note().label(source.middleC()),
                line.name(),
                FamilyMark.of(line.sound().family()),
                line.sound().code(),
                totals.hitsIn(),
                opened.filter(line::equals).isPresent(),
                open.choices().routes().stream()
                        .anyMatch(decided -> decided.source().equals(line.note())),
                loss(totals, route),
                goesTo(route));
    }

    private static String loss(Totals totals, Route route) {
        List<String> words = new ArrayList<>();
        if (totals.silent() > 0 || route.isSilent()) {
            words.add("silent");
        }
        if (totals.folded() > 0) {
            words.add(totals.folded() + " folded");
        }
        return String.join(", ", words);
    }

    private Totals totals(Line line) {
        LineAccount account = accounts.get(line.note());
        return account == null ? Totals.NONE : account.totals();
    }

    private Route route(Line line) {
        return crosswalk.routeFrom(line.note()).orElseThrow();
    }

    private String goesTo(Route route) {
        if (route.passes()) {
            return "the same note, unchanged";
        }
        return route.isSilent() ? "silent" : String.join(" and ", RouteDrawing.goesTo(route, target));
    }

    private TargetRow targetRow(Line line, Part after) {
        return new TargetRow(
                line.note().label(target.middleC()),
                line.name(),
                FamilyMark.of(line.sound().family()),
                line.sound().code(),
                after.hitsPerNote()[line.note().number()]);
    }

    private List<RouteLine> routeLines(List<Line> sources, List<Line> targets, Optional<Line> opened) {
        List<Note> rows = targets.stream().map(Line::note).toList();
        return IntStream.range(0, sources.size())
                .boxed()
                .flatMap(row -> routeLines(sources.get(row), row, rows, opened).stream())
                // The opened route is drawn last, above all others.
                .sorted((one, other) -> Boolean.compare(one.opened(), other.opened()))
                .toList();
    }

    private List<RouteLine> routeLines(Line line, int row, List<Note> targetRows, Optional<Line> opened) {
        Route route = route(line);
        Totals totals = totals(line);
        boolean isOpened = opened.filter(line::equals).isPresent();
        double width = THINNEST + (THICKEST - THINNEST) * totals.hitsIn() / mostHits;
        boolean lost = totals.folded() > 0 || totals.silent() > 0;
        int from = middle(row);
        if (route.passes()) {
            return List.of(new RouteLine("M0 " + from + " H" + CrosswalkView.GAP / 2, round(width), false, isOpened));
        }
        if (route.isSilent()) {
            int end = CrosswalkView.GAP / 5;
            String stub = "M0 " + from + " H" + end + " M" + end + " " + (from - STOP) + " V" + (from + STOP);
            return List.of(new RouteLine(stub, round(width), true, isOpened));
        }
        return route.targets().stream()
                .map(end -> {
                    int to = middle(targetRows.indexOf(end.note()));
                    int bend = CrosswalkView.GAP / 2;
                    String path = "M0 " + from + " C" + bend + " " + from + " " + bend + " " + to + " "
                            + CrosswalkView.GAP + " " + to;
                    return new RouteLine(path, round(width), lost, isOpened);
                })
                .toList();
    }

    private static int middle(int row) {
        return row * CrosswalkView.ROW_HEIGHT + CrosswalkView.ROW_HEIGHT / 2;
    }

    private static double round(double value) {
        return Math.round(value * 10) / 10.0;
    }
}
