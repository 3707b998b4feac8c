package org.jollyledger.web.reconcile;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.comparison.PartComparison;
import org.jollyledger.core.comparison.PartComparison.Kind;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.reconcile.Correction;
import org.jollyledger.core.reconcile.Discrepancy;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartComparisonView;
import org.jollyledger.web.part.SheetDrawing;
import org.jollyledger.web.part.SheetView;
import org.jollyledger.web.reconcile.ReconcileView.AccountView;
import org.jollyledger.web.reconcile.ReconcileView.Changed;
import org.jollyledger.web.reconcile.ReconcileView.CorrectionView;
import org.jollyledger.web.reconcile.ReconcileView.GroupView;
import org.jollyledger.web.reconcile.ReconcileView.KindView;
import org.jollyledger.web.reconcile.ReconcileView.MapHead;
import org.jollyledger.web.reconcile.ReconcileView.OpenedView;
import org.jollyledger.web.reconcile.ReconcileView.PlaceView;
import org.jollyledger.web.reconcile.ReconcileView.WithdrawView;
import org.jollyledger.web.revision.Steps;
import org.jspecify.annotations.Nullable;
import org.springframework.util.StringUtils;

/** Shows a part that is held against a map. */
final class ReconcileDrawing {
    private static final int MOST_GROUPS = 12;
    private static final int MOST_PLACES = 6;
    private static final int BARS_HEARD = 2;
    /** The revision of a part that was not changed since it was uploaded. */
    private static final int AS_IT_CAME = 1;

    private final ReconcileService service;
    private final ReconcileService.Open open;
    private final List<Discrepancy> unsettled;

    ReconcileDrawing(ReconcileService service, ReconcileService.Open open) {
        this.service = service;
        this.open = open;
        unsettled = open.unsettled();
    }

    /**
     * @param at the key of the discrepancy that is looked at; the first one when it is not there
     * @param by the code of the correction that is looked at; the proposed one when it is not there
     */
    ReconcileView draw(@Nullable String at, @Nullable String by, Steps steps) {
        Optional<Discrepancy> opened = open.find(at).or(() -> inOrder().stream().findFirst());
        int safe = (int) unsettled.stream()
                .filter(discrepancy -> discrepancy.kind().isSafe())
                .count();
        return new ReconcileView(
                open.part().slug(),
                open.part().title(),
                open.part().revision(),
                head(open.sheet().map()),
                open.meant().map(ReconcileDrawing::head),
                steps,
                unsettled.size(),
                safe,
                kinds(opened),
                opened.map(discrepancy -> opened(discrepancy, by)).orElse(null),
                withdrawable(),
                FigureForm.view(open.figures()),
                account());
    }

    private static MapHead head(StoredMap map) {
        return new MapHead(map.slug(), map.map().name());
    }

    /** The discrepancies kind by kind, and in each in the order of the music. */
    private List<Discrepancy> inOrder() {
        return byKind().values().stream().flatMap(List::stream).toList();
    }

    private Map<DiscrepancyKind, List<Discrepancy>> byKind() {
        return unsettled.stream()
                .collect(Collectors.groupingBy(
                        Discrepancy::kind, () -> new EnumMap<>(DiscrepancyKind.class), Collectors.toList()));
    }

    private record NoteOn(OptionalInt note, int channel) {
        static NoteOn of(Discrepancy discrepancy) {
            return new NoteOn(discrepancy.note(), discrepancy.channel());
        }
    }

    private List<KindView> kinds(Optional<Discrepancy> opened) {
        List<KindView> kinds = new ArrayList<>();
        byKind().forEach((kind, all) -> {
            Map<NoteOn, List<Discrepancy>> byNote =
                    all.stream().collect(Collectors.groupingBy(NoteOn::of, LinkedHashMap::new, Collectors.toList()));
            kinds.add(new KindView(
                    kind.code(),
                    StringUtils.capitalize(kind.words()),
                    all.size(),
                    kind.isSafe(),
                    byNote.values().stream()
                            .limit(MOST_GROUPS)
                            .map(group -> group(group, opened))
                            .toList(),
                    Math.max(0, byNote.size() - MOST_GROUPS)));
        });
        return kinds;
    }

    private static GroupView group(List<Discrepancy> group, Optional<Discrepancy> opened) {
        Discrepancy first = group.get(0);
        boolean isOpened = opened.isPresent()
                && first.kind() == opened.get().kind()
                && NoteOn.of(first).equals(NoteOn.of(opened.get()));
        List<PlaceView> places = group.stream()
                .limit(MOST_PLACES)
                .map(discrepancy -> new PlaceView(
                        discrepancy.key(), discrepancy.place().words(), opened.equals(Optional.of(discrepancy))))
                .toList();
        return new GroupView(
                first.key(), first.sentence(), group.size(), places, Math.max(0, group.size() - MOST_PLACES), isOpened);
    }

    private OpenedView opened(Discrepancy discrepancy, @Nullable String by) {
        Correction chosen = discrepancy.correction(by == null ? "" : by).orElse(discrepancy.proposed());
        List<CorrectionView> corrections = discrepancy.corrections().stream()
                .map(correction -> correction(correction, correction == chosen, discrepancy))
                .toList();
        Sheet sheet = open.sheet().sheet();
        TimeMap times = sheet.times();
        long barCount = sheet.part().bars().barCount();
        long bar = times.barAt(discrepancy.tick());
        long first = Math.max(times.firstBar(), bar);
        Set<Integer> marked = new HashSet<>(discrepancy.hits());
        Part after = chosen.changesPart() ? service.after(open, discrepancy, chosen) : null;
        return new OpenedView(
                discrepancy.key(),
                StringUtils.capitalize(discrepancy.kind().words()),
                discrepancy.kind().code(),
                discrepancy.place().words(),
                discrepancy.sentence(),
                corrections,
                correction(chosen, true, discrepancy),
                (int) unsettled.stream()
                        .filter(other -> other.kind() == discrepancy.kind()
                                && NoteOn.of(other).equals(NoteOn.of(discrepancy)))
                        .count(),
                (int) unsettled.stream()
                        .filter(other -> other.kind() == discrepancy.kind())
                        .count(),
                times.startOfBar(first),
                times.startOfBar(first + BARS_HEARD),
                after == null ? "" : effect(sheet.part(), after),
                new SheetDrawing(sheet, marked::contains, barCount).drawClosely(bar),
                after == null ? null : drawn(after, bar, barCount));
    }

    private SheetView drawn(Part after, long bar, long barCount) {
        return new SheetDrawing(Sheet.of(after, open.map(), Shown.PLAYED), hit -> false, barCount).drawClosely(bar);
    }

    private CorrectionView correction(Correction correction, boolean chosen, Discrepancy discrepancy) {
        String map = open.sheet().map().slug();
        String link = switch (correction.action()) {
            case CHANGE_MAP ->
                "/maps/" + map
                        + discrepancy.note().stream()
                                .mapToObj(note -> "?note=" + note)
                                .findFirst()
                                .orElse("");
            case CHANGE_CROSSWALK ->
                open.usual().map(slug -> "/crosswalks/kept/" + slug).orElse("");
            default -> "";
        };
        return new CorrectionView(
                correction.code(),
                correction.words(),
                chosen,
                correction.changesPart() || correction.action() == Correction.Action.KEEP,
                link,
                correction.action() == Correction.Action.CONVERT);
    }

    /** What differs after a correction, in words. */
    private static String effect(Part before, Part after) {
        PartComparison comparison = PartComparison.between(before.file(), after.file());
        return comparison.changes().isEmpty() ? "Nothing changes." : PartComparisonView.differences(comparison) + ".";
    }

    private List<WithdrawView> withdrawable() {
        Map<DiscrepancyKind, Long> counts = open.found().discrepancies().stream()
                .filter(open::isAccepted)
                .collect(Collectors.groupingBy(
                        Discrepancy::kind, () -> new EnumMap<>(DiscrepancyKind.class), Collectors.counting()));
        return counts.entrySet().stream()
                .map(entry -> new WithdrawView(
                        entry.getKey().code(),
                        entry.getKey().words(),
                        entry.getValue().intValue()))
                .toList();
    }

    private AccountView account() {
        MidiFile now = open.part().file();
        int accepted = open.found().discrepancies().size() - unsettled.size();
        if (open.part().revision() == AS_IT_CAME) {
            int found = unsettled.size() + accepted;
            int hits = hits(now);
            return new AccountView(hits, 0, 0, List.of(), hits, found, 0, unsettled.size(), accepted);
        }
        MidiFile then = service.asItCame(open).file();
        Map<Kind, Integer> counts = PartComparison.between(then, now).counts();
        Set<String> left =
                open.found().discrepancies().stream().map(Discrepancy::key).collect(Collectors.toSet());
        int settled = (int) service.foundAtFirst(open).discrepancies().stream()
                .filter(discrepancy -> !left.contains(discrepancy.key()))
                .count();
        return new AccountView(
                hits(then),
                counts.getOrDefault(Kind.ADDED, 0),
                counts.getOrDefault(Kind.DELETED, 0),
                counts.entrySet().stream()
                        .filter(entry -> entry.getKey() != Kind.ADDED && entry.getKey() != Kind.DELETED)
                        .map(entry -> new Changed(entry.getKey().words(), entry.getValue()))
                        .toList(),
                hits(now),
                settled + left.size(),
                settled,
                unsettled.size(),
                accepted);
    }

    /** On all channels: a hit that moved from one to another is one hit still. */
    private static int hits(MidiFile file) {
        return Part.of(file, Channels.ALL).hitCount();
    }
}
