package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.jollyledger.core.support.SmallMaps.map;
import static org.jollyledger.core.support.SmallMaps.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DenseParts;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.RandomMaps;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlanTest {
    private static final int SOURCE = 36;
    private static final int TARGET = 60;

    /** The target sounds of the source sounds, in their order; "-" for silence. */
    private static List<String> plan(NoteMap source, NoteMap target, String groove) throws Exception {
        Crosswalk crosswalk = groove.isEmpty()
                ? Crosswalk.propose(source, target)
                : Crosswalk.propose(source, target, part(source, groove));
        return source.lines().stream()
                .map(line -> crosswalk.routeFrom(line.note()).orElseThrow())
                .map(route -> route.isSilent()
                        ? "-"
                        : target.lineAt(route.targets().get(0).note())
                                .orElseThrow()
                                .sound()
                                .code())
                .toList();
    }

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    @Provide
    Arbitrary<Random> randoms() {
        return Arbitraries.randomValue(random -> new Random(random.nextLong()));
    }

    private static NoteMap smallMap(Random random, int firstNote, int count) {
        KitPiece[] pieces = {
            KitPiece.TOM,
            KitPiece.TOM,
            KitPiece.CRASH,
            KitPiece.CRASH,
            KitPiece.RIDE,
            KitPiece.HIHAT,
            KitPiece.SNARE,
            KitPiece.CHINA
        };
        List<Line> lines = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            KitPiece piece = pieces[random.nextInt(pieces.length)];
            List<Articulation> articulations = piece.articulations()
                    .subList(0, Math.min(4, piece.articulations().size()));
            Sound sound =
                    Sound.of(piece, 1 + random.nextInt(4), articulations.get(random.nextInt(articulations.size())));
            lines.add(Line.of(firstNote + i, "Line " + i, sound));
        }
        return SmallMaps.map("Map of " + count, lines);
    }

    /** Against trying every assignment. */
    @Property
    void noAssignmentIsCheaperThanThePlan(@ForAll("randoms") Random random) throws Exception {
        NoteMap source = smallMap(random, SOURCE, 1 + random.nextInt(6));
        NoteMap target = smallMap(random, TARGET, random.nextInt(6));
        Plan plan = random.nextBoolean()
                ? new Plan(new MapPair(source, target), new TypicalUse())
                : new Plan(
                        new MapPair(source, target),
                        new PartUse(source).add(part(source, Grooves.random(random, source))));
        CostNetwork network = plan.network();
        int[] choices = source.lines().stream()
                .mapToInt(line -> plan.choiceCount(line.note()))
                .toArray();
        double cheapest = CostNetworkTest.leastOfAll(network, choices);
        assertThat(plan.cost()).isCloseTo(cheapest, within(1e-9));
    }

    /** Eight or ten lines at once, in maps of up to 128 lines: the work ends, and its answer is one. */
    @Property(tries = 10)
    void densePartsAreAnswered(@ForAll("randoms") Random random) throws Exception {
        NoteMap source = DenseParts.map(random, "Source", 4 + random.nextInt(125));
        NoteMap target = DenseParts.map(random, "Target", 1 + random.nextInt(128));
        Part part = part(source, DenseParts.groove(random, source, 4 + random.nextInt(60), 1 + random.nextInt(20)));
        Plan plan =
                new Plan(new MapPair(source, target), new LeaningUse(new PartUse(source).add(part), new TypicalUse()));
        assertThat(plan.routes()).hasSameSizeAs(source.lines());
        assertThat(plan.gap()).isBetween(0.0, plan.cost());
        assertThat(plan.isProven()).isEqualTo(plan.gap() == 0);
    }

    /** Where nothing is played together or in a row, the nearest sound on the same side and as low is the least harm. */
    @Property
    void aLineAloneGoesToTheNearestSound(@ForAll("maps") NoteMap source, @ForAll("maps") NoteMap target) {
        for (Line line : source.firstLines()) {
            NoteMap alone = source.withLines(List.of(line));
            if (alone.equals(target)) {
                continue;
            }
            Crosswalk crosswalk = Crosswalk.propose(alone, target);
            Route route = crosswalk.routeFrom(line.note()).orElseThrow();
            assertThat(crosswalk.reason(route)).isNotBlank();
            if (!line.sound().isDrum()) {
                assertThat(route.isSilent()).isTrue();
                continue;
            }
            double taken = route.targets().stream()
                    .map(to -> target.lineAt(to.note()).orElseThrow())
                    .mapToDouble(to -> harmAlone(line.sound(), to.sound(), target))
                    .findFirst()
                    .orElse(Harm.SILENCE.cost());
            assertThat(target.firstLines())
                    .filteredOn(to -> line.sound().distanceTo(to.sound()).isSubstitute())
                    .filteredOn(to -> !to.sound().articulation().isForceful())
                    .allSatisfy(to -> assertThat(harmAlone(line.sound(), to.sound(), target))
                            .isGreaterThan(taken - 1e-9));
        }
    }

    /** What a substitute does at any loudness. */
    private static double harmAlone(Sound wanted, Sound found, NoteMap target) {
        boolean otherSide = wanted.side().isPresent()
                && found.side().isPresent()
                && !wanted.side().equals(found.side());
        boolean isRaised = wanted.piece().isLowDrum()
                && found.piece() == KitPiece.TOM
                && target.firstLines().stream()
                        .map(Line::sound)
                        .anyMatch(other -> other.piece() == KitPiece.TOM && other.number() > found.number());
        return wanted.distanceTo(found).value()
                + (otherSide ? Harm.SIDE.cost() : 0)
                + (isRaised ? Harm.RAISED.cost() : 0);
    }

    @Property
    void otherWaysAreToldFromTheLeastHarmOn(@ForAll("maps") NoteMap source, @ForAll("maps") NoteMap target) {
        Crosswalk crosswalk = Crosswalk.propose(source, target);
        for (Line line : source.firstLines()) {
            List<Crosswalk.OtherWay> ways = crosswalk.otherWays(line.note());
            assertThat(ways).isSortedAccordingTo(Comparator.comparingDouble(Crosswalk.OtherWay::extra));
            assertThat(ways).allSatisfy(way -> {
                assertThat(way.extra()).isGreaterThan(-1e-9);
                assertThat(way.because()).isNotBlank().doesNotContain("%s");
            });
        }
    }

    /**
     * The facts of check-values (common practice). Sounds from the first column go to those of the third when the
     * second is what a part plays: moments by spaces, what is struck together joined by "+", numbers are lines from 0.
     */
    @ParameterizedTest
    @CsvSource({
        // Two crashes struck together are one for each hand.
        "crash.2 crash.3, 0+1 . 0+1, crash.1 crash.2, crash.2.edge crash.1.edge",
        "crash.1 crash.2 crash.3, 1+2 . 0, crash.1 crash.2, crash.1.edge crash.2.edge crash.1.edge",
        // With only one hanging tom left, the next falls to a floor tom.
        "tom.1 tom.2 tom.3 tom.4, 0 0 1 1 2 2 3 3, tom.1 tom.2 tom.3, tom.1.head tom.2.head tom.3.head tom.3.head",
        "tom.1 tom.2 tom.3 tom.4, 0 0 1 1 2 2 3 3, tom.1 tom.2, tom.1.head tom.1.head tom.2.head tom.2.head",
        // A second crash that is only struck with the first one becomes another cymbal rather than nothing.
        "crash.1 crash.2, 0+1 . 0+1, crash.1 ride.1.edge, crash.1.edge ride.1.edge",
        // Struck alone, it may as well be the same crash.
        "crash.1 crash.2, 0 . 1 . 0 . 1, crash.1 ride.1.edge, crash.1.edge crash.1.edge",
        // Two pedals on one kick drum are one drum.
        "kick.left kick.right, 0 1 0 1 0+1, kick, kick.hit kick.hit",
        // A choke stops its own cymbal or none.
        "crash.1 crash.1.choke crash.2 crash.2.choke, 0+2 0+2 0+2 1 2 3, crash.1 crash.1.choke china.1, "
                + "crash.1.edge crash.1.choke china.1.edge -",
        // Cymbals keep their sides where both are told.
        "crash.1.left crash.2.right, 0 . 1, crash.1.right crash.2.left, crash.2.left.edge crash.1.right.edge",
    })
    void theProposalKeepsTheMusic(String source, String groove, String target, String expected) throws Exception {
        assertThat(plan(map(SOURCE, source.split(" ")), map(TARGET, target.split(" ")), groove))
                .containsExactly(expected.split(" "));
    }

    /** Without a part, typical use says the same. */
    @ParameterizedTest
    @CsvSource({
        "crash.1 crash.2 crash.3, crash.1 crash.2, crash.1.edge crash.2.edge crash.2.edge",
        "tom.1 tom.2 tom.3 tom.4, tom.1 tom.2 tom.3, tom.1.head tom.2.head tom.3.head tom.3.head",
        "tom.1 tom.2 tom.3 tom.4 tom.5 tom.6, tom.1 tom.2, "
                + "tom.1.head tom.1.head tom.1.head tom.2.head tom.2.head tom.2.head",
        "hihat.tip.closed hihat.tip.half hihat.tip.open, hihat.tip.closed hihat.tip.open, "
                + "hihat.tip.closed hihat.tip.open hihat.tip.open",
    })
    void typicalUseKeepsTheMusic(String source, String target, String expected) throws Exception {
        assertThat(plan(map(SOURCE, source.split(" ")), map(TARGET, target.split(" ")), ""))
                .containsExactly(expected.split(" "));
    }

    @Test
    void theReasonTellsWhatWasKeptApart() throws Exception {
        NoteMap source = map(SOURCE, "crash.1", "crash.2");
        NoteMap target = map(TARGET, "crash.1", "ride.1.edge");
        Crosswalk crosswalk = Crosswalk.propose(source, target, part(source, "0+1 . 0+1"));
        assertThat(crosswalk.reason(crosswalk.routeFrom(Note.of(SOURCE + 1)).orElseThrow()))
                .isEqualTo("ride 1, edge in place of crash 2, "
                        + "so that it and crash 1, edge still sound together as two");
        assertThat(crosswalk.otherWays(Note.of(SOURCE + 1)).get(0).because())
                .isEqualTo("it and crash 1, edge, struck together, become one");
    }

    /** A hit counts by its loudness: what is played often and loudly has its way. */
    @Test
    void whatIsPlayedMoreHasItsWay() throws Exception {
        NoteMap source = map(SOURCE, "crash.1", "crash.2", "crash.3");
        NoteMap target = map(TARGET, "crash.1", "china.1");
        assertThat(plan(source, target, "0+2 0+2 0+2 1 1 1 1 1 1 1"))
                .containsExactly("crash.1.edge", "crash.1.edge", "china.1.edge");
        assertThat(plan(source, target, "0+1 0+1 0+1 2 2 2 2 2 2 2"))
                .containsExactly("crash.1.edge", "china.1.edge", "crash.1.edge");
    }
}
