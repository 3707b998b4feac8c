package org.jollyledger.web.part;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.reconcile.LayoutRecognition;
import org.jollyledger.core.reconcile.LayoutRecognition.Candidate;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
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
        Map<NoteMap, String> slugs = new HashMap<>();
        List<NoteMap> maps = ledger.all().stream()
                .peek(stored -> slugs.putIfAbsent(stored.map(), stored.slug()))
                .map(StoredMap::map)
                .distinct()
                .toList();
        return LayoutRecognition.rank(file, maps).stream()
                .limit(most)
                .map(candidate -> new Ranked(slugs.get(candidate.map()), candidate))
                .toList();
    }
}
