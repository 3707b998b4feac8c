package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.kit.SimulatedKit.PadSends;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadKind;
import org.jollyledger.core.notemap.ZoneKind;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;

/** The pads that are made for a map, and what they send. */
class SimulatedKitTest {
    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    /** Every line that can be struck is reached by a pad, by a grab, or by the foot; and nothing is sent that no line has. */
    @Property
    void everyLineCanBePlayedAndNothingElseIsSent(@ForAll("maps") NoteMap map) {
        SimulatedKit kit = SimulatedKit.of(map);
        Set<Integer> sent = new HashSet<>();
        for (PadSends pad : kit.pads()) {
            pad.zones().forEach(zone -> {
                sent.addAll(zone.notes());
                sent.addAll(zone.byOpenness().values());
            });
            pad.grab().filter(grab -> grab.form() == Form.NOTE).ifPresent(grab -> sent.add(grab.note()));
        }
        kit.close().ifPresent(sent::add);
        kit.splash().ifPresent(sent::add);
        Set<Integer> struck = map.firstLines().stream()
                .filter(line -> line.sound().isDrum() && !Chokes.isChoke(line.sound()))
                .filter(line -> NoteFacts.of(map).stream()
                        .noneMatch(facts -> facts.note() == line.note().number()
                                && facts.foot().isPresent()))
                .map(line -> line.note().number())
                .collect(Collectors.toSet());
        // Of hats with the same stroke and openness one is reached.
        Set<Integer> hats = map.firstLines().stream()
                .filter(line -> Hats.isStruck(line.sound()))
                .map(line -> line.note().number())
                .collect(Collectors.toSet());
        struck.removeAll(hats);
        assertThat(sent).containsAll(struck);
        Set<Integer> lines =
                map.firstLines().stream().map(line -> line.note().number()).collect(Collectors.toSet());
        assertThat(lines).containsAll(sent);
    }

    @Test
    void aKitStandsAsADrummerHasIt() throws Exception {
        NoteMap map = DemoMaps.named("Otterbrook E7");
        List<Pad> pads = StagePlan.of(map).pads();
        assertThat(named(pads, "Hi-hat").x()).isLessThan(named(pads, "Snare").x());
        assertThat(named(pads, "Tom 1").x()).isLessThan(named(pads, "Tom 4").x());
        assertThat(named(pads, "Ride 1").x()).isGreaterThan(named(pads, "Kick").x());
        assertThat(named(pads, "Ride 1").zones())
                .extracting(zone -> zone.kind())
                .containsExactly(ZoneKind.BELL, ZoneKind.BOW, ZoneKind.EDGE);
        assertThat(named(pads, "Side stick").kind()).isEqualTo(PadKind.PAD);
    }

    private static Pad named(List<Pad> pads, String name) {
        return pads.stream().filter(pad -> pad.name().equals(name)).findFirst().orElseThrow();
    }

    @Test
    void hatsByNoteFollowThePedalAndCymbalsAreGrabbedAsTheirMapSays() throws Exception {
        NoteMap oak = DemoMaps.named("Quayside Oak");
        SimulatedKit kit = SimulatedKit.of(oak);
        PadSends hat = kit.pads().stream()
                .filter(pad -> pad.pad().kind() == PadKind.HAT)
                .findFirst()
                .orElseThrow();
        assertThat(sound(oak, hat.zones().get(1).byOpenness().get(Openness.HALF)))
                .isEqualTo("hihat.tip.half");
        PadSends crash = kit.pads().stream()
                .filter(pad -> pad.pad().name().equals("Crash 2"))
                .findFirst()
                .orElseThrow();
        assertThat(sound(oak, crash.grab().orElseThrow().note())).isEqualTo("crash.2.choke");
        NoteMap tin = DemoMaps.named("Tin Parade");
        assertThat(SimulatedKit.of(tin).pads())
                .as("nothing chokes there")
                .allSatisfy(pad -> assertThat(pad.grab()).isEmpty());
        PadSends pressed = SimulatedKit.of(DemoMaps.named("Otterbrook E7")).pads().stream()
                .filter(pad -> pad.pad().name().equals("Crash 1"))
                .findFirst()
                .orElseThrow();
        assertThat(pressed.grab())
                .hasValueSatisfying(grab -> assertThat(grab.form()).isEqualTo(Form.PRESSURE));
    }

    private static String sound(NoteMap map, int note) {
        Optional<Line> line = map.lineAt(Note.of(note));
        return line.orElseThrow().sound().code();
    }
}
