package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartEdit;

/** A part held against a map: everything in it that will not sound as meant, and what settles it. Immutable. */
public final class Reconciling {
    /** A discrepancy with one of its corrections. */
    public record Chosen(Discrepancy discrepancy, Correction correction) {}

    /**
     * What came of settling.
     *
     * @param choices what was settled, and how
     * @param bytes the file that is put right
     */
    public record Settled(List<Chosen> choices, byte[] bytes) {}

    private final Part part;
    private final List<Discrepancy> discrepancies;

    Reconciling(Part part, List<Discrepancy> discrepancies) {
        this.part = part;
        this.discrepancies = discrepancies;
    }

    /**
     * Holds a part against a map.
     *
     * @param part the hits on the drums' channels
     * @param map the map it plays on
     * @param meant the map it was written for, when that is known
     * @return what was found, in the order of the music
     */
    public static Reconciling of(Part part, NoteMap map, Optional<NoteMap> meant, Figures figures) {
        return Reconciler.of(map, meant, figures).look(part);
    }

    /** {@return the part that was looked at} */
    public Part part() {
        return part;
    }

    /** {@return what was found, in the order of the music} */
    public List<Discrepancy> discrepancies() {
        return discrepancies;
    }

    /** {@return how many of each kind were found; kinds without any are left out} */
    public Map<DiscrepancyKind, Integer> counts() {
        Map<DiscrepancyKind, Integer> counts = new EnumMap<>(DiscrepancyKind.class);
        discrepancies.forEach(discrepancy -> counts.merge(discrepancy.kind(), 1, Integer::sum));
        return counts;
    }

    /**
     * Settles discrepancies, all of them in the part as it was looked at. Of several corrections that change one message only
     * the first is made; what the others were for is found again.
     *
     * @return what was settled, with the bytes of the part that is put right
     */
    public Settled settle(Collection<Chosen> chosen) {
        PartEdit edit = PartEdit.of(part);
        Set<Message> claimed = new HashSet<>();
        List<Chosen> settled = new ArrayList<>();
        for (Chosen choice : chosen) {
            Set<Message> claims = claims(choice.correction());
            if (choice.correction().changesPart() && Collections.disjoint(claimed, claims)) {
                claimed.addAll(claims);
                edit.make(choice.correction().changes());
                settled.add(choice);
            }
        }
        return new Settled(settled, edit.toBytes());
    }

    /** A message of the file. */
    private record Message(int track, int event) {}

    private Set<Message> claims(Correction correction) {
        Set<Message> claims = new HashSet<>();
        for (HitChange change : correction.changes()) {
            if (change instanceof HitChange.ToNote moved) {
                claim(moved.hit(), claims);
            } else if (change instanceof HitChange.Delete deleted) {
                claim(deleted.hit(), claims);
            } else if (change instanceof HitChange.Drop dropped) {
                claims.add(new Message(dropped.track(), dropped.event()));
            }
        }
        return claims;
    }

    private void claim(int hit, Set<Message> claims) {
        claims.add(new Message(part.track(hit), part.onEvent(hit)));
        if (!part.hangs(hit)) {
            claims.add(new Message(part.track(hit), part.endEvent(hit)));
        }
    }
}
