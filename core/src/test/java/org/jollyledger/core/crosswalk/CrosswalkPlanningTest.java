package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.core.support.SmallMaps.map;
import static org.jollyledger.core.support.SmallMaps.part;

import java.util.List;
import java.util.Set;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.junit.jupiter.api.Test;

/** The planner runs only when somebody asks for what it alone knows. */
class CrosswalkPlanningTest {
    private static final NoteMap SOURCE = map(36, "kick", "snare", "crash.1");
    private static final NoteMap TARGET = map(60, "snare", "kick", "crash.2");

    private static Route route(int from, int to) {
        return Route.chosen(Note.of(from), List.of(Target.all(Note.of(to))));
    }

    @Test
    void givenRoutesAreNotProposed() throws Exception {
        Crosswalk crosswalk = Crosswalk.of(SOURCE, TARGET, List.of(route(36, 61), route(37, 60), route(38, 62)));
        Part part = part(SOURCE, "0 1 0+2 1");
        Statement statement = Conversion.of(part, crosswalk).statement();
        Losses.of(statement);
        crosswalk.routes().forEach(crosswalk::reason);
        crosswalk.table();
        assertThat(statement.totals().hitsOut()).isEqualTo(5);
        assertThat(crosswalk.isPlanned()).isFalse();
    }

    @Test
    void aMissingRouteIsProposedAndOthersStay() {
        Crosswalk crosswalk = Crosswalk.of(SOURCE, TARGET, List.of(route(36, 60), route(37, 61)));
        assertThat(crosswalk
                        .routeFrom(Note.of(36))
                        .orElseThrow()
                        .targets()
                        .get(0)
                        .note())
                .isEqualTo(Note.of(60));
        assertThat(crosswalk.isPlanned()).isFalse();
        assertThat(crosswalk
                        .routeFrom(Note.of(38))
                        .orElseThrow()
                        .targets()
                        .get(0)
                        .note())
                .isEqualTo(Note.of(62));
        assertThat(crosswalk.isPlanned()).isTrue();
        assertThat(crosswalk.routes())
                .containsAll(List.of(route(36, 60), route(37, 61)))
                .hasSize(3);
    }

    @Test
    void keptRoutesAndTheWayBackAreNotProposed() {
        Crosswalk proposal = Crosswalk.propose(SOURCE, TARGET);
        KeptCrosswalk kept = KeptCrosswalk.of("Kept", "", proposal, Set.of());
        KeptCrosswalk.Reopened reopened = kept.between(SOURCE, TARGET);
        assertThat(reopened.crosswalk().routes()).isEqualTo(proposal.routes());
        KeptCrosswalk.Reversed back = KeptCrosswalk.reversed(reopened.crosswalk());
        assertThat(back.crosswalk().routes()).hasSize(3);
        assertThat(reopened.crosswalk().isPlanned()).isFalse();
        assertThat(back.crosswalk().isPlanned()).isFalse();
    }

    @Test
    void theProposalIsTheSameWhenItIsAskedForLate() throws Exception {
        NoteMap large = DemoMaps.named("Oak");
        Crosswalk early = Crosswalk.propose(large, GeneralMidi.level1());
        List<Route> proposed = early.routes();
        Note note = proposed.get(3).source();
        Crosswalk changed = Crosswalk.propose(large, GeneralMidi.level1()).with(Route.unchanged(note));
        assertThat(changed.withProposalFor(note).routes()).isEqualTo(proposed);
    }
}
