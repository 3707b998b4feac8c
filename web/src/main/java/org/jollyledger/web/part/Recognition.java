package org.jollyledger.web.part;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.reconcile.Confidence;
import org.jollyledger.core.reconcile.Layout;
import org.jollyledger.core.reconcile.LayoutRecognition;
import org.jollyledger.core.reconcile.LayoutRecognition.Candidate;
import org.jollyledger.web.cache.Recently;
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

    /** As many as the ledger keeps read. */
    private static final int MOST_LAYOUTS = 2_000;

    private final LedgerService ledger;
    private final Recently<RevisionKey, Layout> layouts = new Recently<>(MOST_LAYOUTS);

    /** A revision of a map, which never changes. */
    private record RevisionKey(long id, int number) {}

    Recognition(LedgerService ledger) {
        this.ledger = ledger;
    }

    /**
     * What a part was written for.
     *
     * @param ranked the likeliest maps, the likeliest first
     */
    public record Answer(Confidence confidence, String sentence, List<Ranked> ranked) {}

    /** The map that a file was written for, where that is certain or likely. */
    public Optional<String> writtenFor(MidiFile file) {
        Answer answer = recognise(file, 1);
        return answer.confidence().isClear()
                ? Optional.of(answer.ranked().get(0).slug())
                : Optional.empty();
    }

    /** What a part was written for, with so many maps at most. */
    public Answer recognise(MidiFile file, int most) {
        Map<Layout, String> slugs = new LinkedHashMap<>();
        ledger.all()
                .forEach(stored -> slugs.putIfAbsent(
                        layouts.get(new RevisionKey(stored.id(), stored.revision()), () -> Layout.of(stored.map())),
                        stored.slug()));
        LayoutRecognition.Answer answer = LayoutRecognition.recognise(file, List.copyOf(slugs.keySet()), most);
        return new Answer(
                answer.confidence(),
                answer.sentence(),
                answer.candidates().stream()
                        .map(candidate -> new Ranked(slugs.get(Layout.of(candidate.map())), candidate))
                        .toList());
    }
}
