package org.jollyledger.web.pads;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.crosswalk.PadReach;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.crosswalk.KeptService;
import org.jollyledger.web.crosswalk.StoredKept;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pads on a grid: changes what they send, or where the crosswalk leads that. */
@Service
class GridService {
    private final LedgerService ledger;
    private final Crosswalks crosswalks;
    private final KeptService kept;
    private final PartService parts;
    private final Additions additions;

    GridService(LedgerService ledger, Crosswalks crosswalks, KeptService kept, PartService parts, Additions additions) {
        this.additions = additions;
        this.ledger = ledger;
        this.crosswalks = crosswalks;
        this.kept = kept;
        this.parts = parts;
    }

    /**
     * The pads of a map before an instrument.
     *
     * @param part the address of a part that says what is played much; empty for whatever is typically played
     */
    @Transactional(readOnly = true)
    public OpenGrid open(String pads, String instrument, String part) {
        StoredMap from = ledger.get(pads);
        StoredMap to = ledger.get(instrument);
        PadReach reach = reach(from, to);
        return new OpenGrid(from, to, reach, part.isEmpty() ? reach.typically() : played(part, to));
    }

    private PadReach reach(StoredMap from, StoredMap to) {
        return from.id() == to.id() ? PadReach.straight(from.map()) : PadReach.over(crosswalks.between(from, to));
    }

    private ToDoubleFunction<Line> played(String slug, StoredMap instrument) {
        StoredPart part = parts.get(slug);
        StoredMap writtenFor = part.writtenForId().map(ledger::get).orElse(instrument);
        Part drums = DrumChannel.find(part.file(), writtenFor.map().channel()).part();
        return reach(writtenFor, instrument).playedBy(drums);
    }

    /** Changes what pads send. Returns what was done, in a sentence. */
    public String change(OpenGrid grid, int base, GridOperation operation, GridOperation.Wanted wanted) {
        return additions.inTurn(() -> changed(grid, base, operation, wanted));
    }

    private String changed(OpenGrid grid, int base, GridOperation operation, GridOperation.Wanted wanted) {
        GridOperation.Change change =
                Refusal.unlessValid(() -> operation.with(wanted).apply(grid));
        StoredMap before = grid.pads();
        StoredMap after = ledger.change(
                before.slug(), base, change.words(), map -> change.sent().map());
        if (after.revision() == before.revision()) {
            return "Nothing changed.";
        }
        // A new line needs its route where the crosswalk would lead it elsewhere.
        if (!grid.straight() && !change.sent().routes().isEmpty()) {
            Crosswalk now = crosswalks.between(after, grid.instrument());
            List<Route> missing = change.sent().routes().stream()
                    .filter(route -> !ends(now, route.source())
                            .equals(route.targets().stream().map(Target::note).toList()))
                    .toList();
            if (!missing.isEmpty()) {
                keep(after, grid.instrument(), now, missing, change.words());
            }
        }
        int added = after.map().lines().size() - before.map().lines().size();
        return change.words()
                + (added == 0 ? "." : ". " + after.map().name() + " has " + lines(added) + " for it now.");
    }

    private static String lines(int count) {
        return count == 1 ? "a new line" : count + " new lines";
    }

    private static List<Note> ends(Crosswalk crosswalk, Note note) {
        return crosswalk.routeFrom(note).stream()
                .flatMap(route -> route.targets().stream())
                .map(Target::note)
                .toList();
    }

    /** Leads what a pad sends to a line of the instrument; the pad stays as it is. Returns what was done, in a sentence. */
    public String lead(OpenGrid grid, int base, int pad, int note) {
        return additions.inTurn(() -> led(grid, base, pad, note));
    }

    private String led(OpenGrid grid, int base, int pad, int note) {
        if (grid.straight()) {
            throw Refusal.incomplete(
                    "No crosswalk is between these pads and their own map; change what the pad sends.");
        }
        if (base != grid.pads().revision()) {
            throw Refusal.overtaken("The pads have changed since; they are shown as they are now.");
        }
        NoteMap map = grid.pads().map();
        Pad chosen = Refusal.unlessValid(() -> GridOperation.pad(map, pad));
        Line line = Refusal.unlessValid(() -> grid.line(note));
        Note sent = chosen.zones().stream()
                .flatMap(zone -> zone.notes().stream())
                .findFirst()
                .orElseThrow(() -> Refusal.incomplete(chosen.name()
                        + " sends nothing, so the crosswalk has nothing to lead; let the pad send the sound."));
        String words = sent.label(map.middleC()) + " goes to “" + line.name() + "”";
        Route route = Route.chosen(sent, List.of(Target.all(line.note())));
        keep(grid.pads(), grid.instrument(), grid.reach().crosswalk(), List.of(route), words);
        return words + ".";
    }

    /** Changes some routes of what is usual between two maps; where nothing is, what is proposed is kept before. */
    private void keep(StoredMap from, StoredMap to, Crosswalk now, List<Route> changed, String words) {
        StoredKept usual = usual(from, to).orElseGet(() -> {
            String name = Cut.to(
                    KeptCrosswalk.LONGEST_NAME,
                    from.map().name() + " to " + to.map().name());
            StoredKept added =
                    kept.add(KeptCrosswalk.of(name, "", now, Set.of()), from.id(), to.id(), "As it was proposed");
            kept.makeUsual(added.slug(), true);
            return added;
        });
        kept.change(
                usual.slug(),
                usual.revision(),
                words,
                before -> before.withRoutesOf(
                        KeptCrosswalk.of(before.name(), before.remark(), now.with(changed), before.accepted())));
    }

    /** What was changed last, of the pads or of the crosswalk, is undone. Returns what it was, in a sentence. */
    @Transactional
    public String undo(OpenGrid grid, int base, boolean crosswalk) {
        Optional<String> undone = crosswalk
                ? usual(grid).flatMap(usual -> kept.undo(usual.slug(), usual.revision()))
                : ledger.undo(grid.pads().slug(), base);
        return undone.map(words -> "Undone: " + words + ".").orElse("There is nothing to undo.");
    }

    /** The crosswalk that is usual between the pads and the instrument. */
    Optional<StoredKept> usual(OpenGrid grid) {
        return usual(grid.pads(), grid.instrument());
    }

    private Optional<StoredKept> usual(StoredMap from, StoredMap to) {
        return crosswalks.usual(from.id(), to.id()).map(one -> kept.get(one.slug()));
    }
}
