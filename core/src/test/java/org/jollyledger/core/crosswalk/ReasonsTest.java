package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.jollyledger.core.support.SmallMaps.map;
import static org.jollyledger.core.support.SmallMaps.part;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Why lines go where they go, and what else they could do. Common practice. */
class ReasonsTest {
    private static final int SOURCE = 20;
    private static final int TARGET = 60;

    private static Crosswalk propose(String source, String groove, String target) throws Exception {
        NoteMap from = map(SOURCE, source.split(" "));
        NoteMap to = target == null ? map("Nothing yet", List.of()) : map(TARGET, target.split(" "));
        return groove == null ? Crosswalk.propose(from, to) : Crosswalk.propose(from, to, part(from, groove));
    }

    /** The last of the source sounds goes, or does not go, to a target sound for this reason. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // Silence.
                "snare | | | \"Nothing yet\" has no lines yet",
                "snare click | | snare | nothing here comes near a click",
                "snare agogo | | snare | nothing here comes near an agogo",
                "snare clap | | snare | no hand clap here: snare, centre is the nearest sound",
                "snare maracas | | snare | nothing here comes near maracas",
                "crash.1 crash.1.choke | 0 1 | crash.1 | "
                        + "no choke of that cymbal here, and a stroke in its place would sound instead of stopping",
                "crash.1 crash.1.choke | 0 1 | crash.1 crash.1.struck-choke | "
                        + "only a choke that is struck here, which would be heard as another stroke",
                // Another line than the nearest.
                "tom.1 tom.3 | 0 . . . 1 | tom.2 tom.4 | "
                        + "tom 4, head in place of tom 3, to keep it apart from tom 1, head",
                "crash.1.left crash.2.right | 0 . 1 | crash.1.right crash.2.left | "
                        + "right crash 1, edge in place of right crash 2, so that it stays on its side",
                "snare.muted | 0:20 0:25 0:22 | snare.rim-shot snare.side-stick | "
                        + "snare, side stick in place of muted, because it is played softly",
                "crash.1 crash.2 crash.3 | 0+1 0+2 1+2 | crash.1 ride.1.edge | "
                        + "ride 1, edge in place of crash 3, so that it and crash 2, edge still sound together as two",
                "tom.3 tom.2 | 0 0 1 1 | tom.1 tom.2 | "
                        + "tom 1, head in place of tom 2, so that the fill with tom 3, head stays on two drums",
                "tom.1 tom.3 tom.4 tom.2 | 0 0 3 3 1 1 2 2 | tom.1 tom.2 | "
                        + "tom 1, head in place of tom 2, so that the fill with tom 3, head stays on two drums",
                // The nearest line.
                "hihat.tip.closed hihat.tip.open | 0 0 1 0 | hihat.tip.closed | "
                        + "no hi-hat open here: closed is the nearest opening",
                "surdo | 0 . 0 | tom.1 tom.2 tom.3 | no surdo here: tom 3, head is the nearest sound",
                "snare.off-centre | 0 | snare | no off-centre here: snare, centre is the nearest stroke",
                "crash.1 crash.2.right | 0 . 1 | crash.1.right crash.2 | no right crash 2 here: crash 2 is the nearest",
                "snare | 0 | snare | the same sound",
            })
    void theReasonIsTold(String source, String groove, String target, String reason) throws Exception {
        Crosswalk crosswalk = propose(source, groove, target);
        Note last = crosswalk.source().lines().get(source.split(" ").length - 1).note();
        assertThat(crosswalk.reason(crosswalk.routeFrom(last).orElseThrow())).isEqualTo(reason);
    }

    @Test
    void aLineAwayFromDrumsIsAControl() throws Exception {
        Crosswalk crosswalk = propose("snare control", null, "snare control");
        assertThat(crosswalk.reason(crosswalk.routeFrom(Note.of(SOURCE + 1)).orElseThrow()))
                .isEqualTo("a control of its own instrument, no drum");
    }

    /** For the last of the source sounds: where else it could go, and what would be wrong with that, from the least on. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "crash.1 | 0 | crash.1 | -: it stays silent",
                "crash.1 crash.1.choke crash.2 crash.2.choke | 0+2 0+2 0+2 1 2 3 | crash.1 crash.1.choke china.1 "
                        + "| crash.1.choke: it chokes another cymbal than crash 2, edge rings on",
                "snare.muted | 0:20 0:25 0:22 | snare.rim-shot snare.side-stick "
                        + "| snare.rim-shot: its soft strokes become loud; -: it stays silent",
                "hihat.tip.closed hihat.tip.half hihat.tip.open | 0 0 0 1 0 0 0 2 | hihat.tip.closed hihat.tip.open "
                        + "| hihat.tip.closed: open and closed, it and hi-hat, tip, closed can no longer be told apart; "
                        + "-: it stays silent",
                "kick surdo | 0 . 1 . 0 . 1 | tom.1 tom.2 tom.3 | tom.2.head: the low drum becomes a high one; "
                        + "tom.1.head: the low drum becomes a high one; -: it stays silent",
                "ride.1.edge | 0 0 0 0 | hihat.edge.open crash.1 "
                        + "| hihat.edge.open: hi-hat, edge, open in place of ride 1; -: it stays silent",
                "tom.1 tom.2 tom.3 tom.4 | | tom.1 tom.2 "
                        + "| -: it stays silent; tom.1.head: it and tom 3, head change their order",
            })
    void otherWaysAreTold(String source, String groove, String target, String expected) throws Exception {
        Crosswalk crosswalk = propose(source, groove, target);
        Note last = crosswalk.source().lines().get(source.split(" ").length - 1).note();
        List<String> ways = new ArrayList<>();
        for (Crosswalk.OtherWay way : crosswalk.otherWays(last)) {
            ways.add(way.line().map(line -> line.sound().code()).orElse("-") + ": " + way.because());
        }
        assertThat(String.join("; ", ways)).isEqualTo(expected);
    }

    /** Another crash is as far off as its sound, and leaves the very sound unused. */
    @Test
    void whatAnotherWayCostsIsTheDifference() throws Exception {
        List<Crosswalk.OtherWay> ways =
                propose("crash.1", "0:127", "crash.1 crash.2").otherWays(Note.of(SOURCE));
        double distance =
                Sound.parse("crash.1").distanceTo(Sound.parse("crash.2")).value();
        assertThat(ways.get(0).extra() / ways.get(1).extra())
                .isCloseTo((distance + Harm.LEFT.cost()) / Harm.SILENCE.cost(), within(1e-6));
    }

    /** Of more than 32 lines that could stand in, the nearest are weighed. */
    @Test
    void theNearestOfManyAreWeighed() {
        NoteMap source = map(SOURCE, "tom.1");
        String[] many = IntStream.rangeClosed(1, 20)
                .map(i -> 21 - i)
                .boxed()
                .flatMap(i -> Stream.of("tom." + i + ".edge", "tom." + i))
                .toArray(String[]::new);
        Plan plan = new Plan(new MapPair(source, map(TARGET, many)), new TypicalUse());
        assertThat(plan.choiceCount(Note.of(SOURCE))).isEqualTo(33);
        assertThat(plan.routes().get(0).targets()).containsExactly(Target.all(Note.of(TARGET + 39)));
        assertThat(plan.isProven()).isTrue();
    }

    @Test
    void amongLinesOfOneSoundTheSameNoteIsTakenThenTheFirst() {
        NoteMap source = map(SOURCE, "snare");
        Target onItself = Target.all(Note.of(SOURCE));
        assertThat(new Plan(new MapPair(source, map(SOURCE - 1, "snare", "snare")), new TypicalUse())
                        .routes()
                        .get(0)
                        .targets())
                .containsExactly(onItself);
        assertThat(new Plan(new MapPair(source, map(TARGET, "snare", "snare")), new TypicalUse())
                        .routes()
                        .get(0)
                        .targets())
                .containsExactly(Target.all(Note.of(TARGET)));
    }

    @Test
    void aMapOntoItselfChangesNothing() {
        NoteMap kit = map(SOURCE, "snare", "snare", "tom.2", "tom.1", "crash.1.choke", "control");
        Plan plan = new Plan(new MapPair(kit, kit), new TypicalUse());
        assertThat(plan.isProven()).isTrue();
        assertThat(plan.gap()).isZero();
        assertThat(plan.routes())
                .allSatisfy(route -> assertThat(route.targets()).containsExactly(Target.all(route.source())));
    }
}
