package org.jollyledger.web.crosswalk;

import java.util.ArrayList;
import java.util.List;
import org.jollyledger.web.ledger.MapUse;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Crosswalks that lead from a map or to it: those of parts, and those that are kept by name. */
@Component
class CrosswalkUse implements MapUse.Users {
    private final CrosswalkRepository ofParts;
    private final KeptRepository kept;

    CrosswalkUse(CrosswalkRepository ofParts, KeptRepository kept) {
        this.ofParts = ofParts;
        this.kept = kept;
    }

    @Override
    @Transactional(readOnly = true)
    public MapUse useOf(long map) {
        List<String> names = new ArrayList<>(kept.between(map));
        names.addAll(ofParts.between(map));
        return new MapUse("crosswalk", "crosswalks", names);
    }
}
