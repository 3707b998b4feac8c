package org.jollyledger.core.batch;

import java.util.Optional;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;

/** Which routes the parts of a batch take. */
public sealed interface BatchRoutes {
    /** {@return the map that the parts were written for} */
    NoteMap source();

    /** {@return the crosswalk that a part takes} */
    Crosswalk of(Part part);

    /** {@return the one crosswalk that all parts take; empty when each has its own} */
    Optional<Crosswalk> one();

    /** All parts take the same. */
    record Given(Crosswalk crosswalk) implements BatchRoutes {
        @Override
        public NoteMap source() {
            return crosswalk.source();
        }

        @Override
        public Crosswalk of(Part part) {
            return crosswalk;
        }

        @Override
        public Optional<Crosswalk> one() {
            return Optional.of(crosswalk);
        }
    }

    /** Each part takes what is proposed for it alone, as if it were converted by itself. */
    record ProposedForEach(NoteMap source, NoteMap target) implements BatchRoutes {
        @Override
        public Crosswalk of(Part part) {
            return Crosswalk.propose(source, target, part);
        }

        @Override
        public Optional<Crosswalk> one() {
            return Optional.empty();
        }
    }
}
