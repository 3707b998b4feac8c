package org.jollyledger.web.part;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.reconcile.LayoutRecognition;
import org.jollyledger.core.reconcile.LayoutRecognition.Candidate;
import org.jollyledger.web.ledger.LedgerService;
import org.springframework.stereotype.Service;

/** Holds a part against every map in the ledger to find out which one it was written for. */
@Service
public class Recognition {
    /**
     * A map with its place among the others.
     *
     * @param slug the address of the map
     * @param candidate how well the part goes with it
     */
    public record Ranked(String slug, Candidate candidate) {}

    private final LedgerService ledger;

    Recognition(LedgerService ledger) {
        this.ledger = ledger;
    }

    /** The likeliest maps, the likeliest first. */
    public List<Ranked> rank(MidiFile file, int most) {
        Map<NoteMap, String> slugs = new LinkedHashMap<>();
        ledger.all().forEach(stored -> slugs.putIfAbsent(stored.map(), stored.slug()));
        return LayoutRecognition.rank(file, List.copyOf(slugs.keySet())).stream()
                .limit(most)
                .map(candidate -> new Ranked(slugs.get(candidate.map()), candidate))
                .toList();
    }
}
