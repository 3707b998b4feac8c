package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Provide;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;

class CrosswalkTest {
    private static final NoteMap GM1 = GeneralMidi.level1();
    private static final NoteMap GM2 = GeneralMidi.level2();

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    @Test
    void whatBothGeneralMidiListsHaveIsCarried() {
        Crosswalk crosswalk = Crosswalk.propose(GM1, GM2);
        assertThat(crosswalk.routes()).hasSize(47).allSatisfy(route -> {
            assertThat(route.targets()).containsExactly(Target.all(route.source()));
            assertThat(crosswalk.reason(route)).isEqualTo("the same sound");
        });
    }

    @Test
    void alternativesComeFromTheNearestToTheFarthest() {
        Crosswalk crosswalk = Crosswalk.propose(GM2, GM1);
        List<Crosswalk.SoundDistanceToLine> alternatives = crosswalk.alternatives(Note.of(82));
        assertThat(alternatives).hasSize(47);
        assertThat(alternatives.get(0).line().name()).isEqualTo("Maracas");
        assertThat(alternatives)
                .isSortedAccordingTo((one, other) ->
                        Double.compare(one.distance().value(), other.distance().value()));
    }

    @Test
    void aChosenRouteSaysSoAndTheProposalCanComeBack() {
        Crosswalk proposed = Crosswalk.propose(GM1, GM2);
        Crosswalk changed = proposed.with(Route.chosen(Note.of(37), List.of(Target.all(Note.of(38)))));
        Route route = changed.routeFrom(Note.of(37)).orElseThrow();
        assertThat(changed.reason(route)).isEqualTo("your choice: snare, centre in place of side stick");
        Crosswalk silenced = changed.with(Route.chosen(Note.of(37), List.of()));
        assertThat(silenced.reason(silenced.routeFrom(Note.of(37)).orElseThrow()))
                .isEqualTo("left silent on purpose");
        assertThat(changed.withProposalFor(Note.of(37)).routes()).isEqualTo(proposed.routes());
    }

    @Test
    void routesEndAtLinesThatExistAndBeginAnywhere() {
        Crosswalk proposed = Crosswalk.propose(GM1, GM2);
        assertThat(proposed.routeFrom(Note.of(3))).isEmpty();
        Crosswalk exception = proposed.with(Route.chosen(Note.of(3), List.of(Target.all(Note.of(38)))));
        Route route = exception.routeFrom(Note.of(3)).orElseThrow();
        assertThat(exception.reason(route)).isEqualTo("your choice for a note that is not on \"General MIDI 1\"");
        assertThatThrownBy(() -> proposed.with(Route.chosen(Note.of(38), List.of(Target.all(Note.of(99))))))
                .hasMessage(
                        "\"General MIDI 2\" has no line on note 99, so no route can lead there; choose one of its lines.");
        assertThatThrownBy(() -> Route.chosen(Note.of(38), List.of(Target.all(Note.of(40)), Target.all(Note.of(40)))))
                .hasMessageContaining("leads to one note twice");
        assertThatThrownBy(() -> new VelocityRange(90, 80)).hasMessageContaining("are no range");
    }
}
