package org.jollyledger.web.batch;

import java.util.List;
import java.util.Optional;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Which crosswalk a batch is to use: a kept one, that of a part, or the proposal between two maps. */
@Component
public class BatchChoice {
    /** Stands for the map that the parts were written for when the pack is to say it. */
    static final String OF_THE_PACK = "pack";

    private final Crosswalks crosswalks;
    private final LedgerService ledger;

    BatchChoice(Crosswalks crosswalks, LedgerService ledger) {
        this.crosswalks = crosswalks;
        this.ledger = ledger;
    }

    /**
     * What a request says.
     *
     * @param crosswalk the address of a kept crosswalk
     * @param walk the key of a part's crosswalk
     * @param from the address of the map the parts were written for
     * @param to the address of the map they are to play on
     * @param proposing whether routes are proposed for all files together or for each; empty for together
     * @param name what the batch is called
     * @param repairs the codes of the kinds of discrepancies that are put right before, besides those of a kept crosswalk
     */
    public record Form(
            @Nullable String crosswalk,
            @Nullable Long walk,
            @Nullable String from,
            @Nullable String to,
            @Nullable String proposing,
            @Nullable String name,
            @Nullable List<String> repairs) {
        public String title() {
            return name == null ? "" : name;
        }
    }

    /**
     * What is meant.
     *
     * @param crosswalk the routes, or those that are typically best where they are proposed only when the batch runs;
     *     empty when it is still to be said which map the parts were written for
     * @param target the map they are to play on
     * @param proposing how the routes come about
     * @param repairs what is put right before
     */
    public record Chosen(
            Optional<Crosswalks.Named> crosswalk, NoteMap target, Proposing proposing, BatchRepairs repairs) {
        static Chosen of(Crosswalks.Named crosswalk, Proposing proposing, BatchRepairs repairs) {
            return new Chosen(Optional.of(crosswalk), crosswalk.crosswalk().target(), proposing, repairs);
        }
    }

    /**
     * The crosswalk that is meant, or the map to play on where the pack is to say what its parts were written for.
     *
     * @throws Refusal when none is
     */
    public Chosen find(Form form) {
        if (form.crosswalk != null && !form.crosswalk.isEmpty()) {
            Crosswalks.Named kept = crosswalks.kept(form.crosswalk);
            return Chosen.of(kept, Proposing.GIVEN, repairs(form).and(kept.repairs()));
        }
        if (form.walk != null) {
            return Chosen.of(crosswalks.ofPart(form.walk), Proposing.GIVEN, repairs(form));
        }
        if (form.from == null || form.to == null || form.from.isEmpty() || form.to.isEmpty()) {
            throw Refusal.incomplete(
                    "Choose a saved crosswalk, or the map the parts were written for and the map to play them on.");
        }
        return form.from.equals(OF_THE_PACK)
                ? new Chosen(Optional.empty(), ledger.get(form.to).map(), proposing(form), repairs(form))
                : Chosen.of(crosswalks.proposed(form.from, form.to), proposing(form), repairs(form));
    }

    private static BatchRepairs repairs(Form form) {
        return form.repairs == null
                ? BatchRepairs.NONE
                : Refusal.unlessValid(() -> RepairKinds.parse(String.join(",", form.repairs)));
    }

    private static Proposing proposing(Form form) {
        return form.proposing == null || form.proposing.isEmpty()
                ? Proposing.TOGETHER
                : Refusal.unlessValid(() -> Proposing.parse(form.proposing));
    }

    /** What is chosen already, in words; "" when nothing is. */
    String words(Form form) {
        return form.walk != null ? find(form).crosswalk().orElseThrow().name() : "";
    }
}
