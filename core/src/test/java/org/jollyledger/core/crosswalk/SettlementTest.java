package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.jollyledger.core.support.SmallMaps.map;
import static org.jollyledger.core.support.SmallMaps.part;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.RandomMaps;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What gets lost, and the ways to settle it. */
class SettlementTest {
    private static final int SOURCE = 36;
    private static final int TARGET = 60;

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    private static Route route(int source, int target) {
        return Route.chosen(Note.of(SOURCE + source), List.of(Target.all(Note.of(TARGET + target))));
    }

    /** "kind source(-other)→landed×count" of each loss, counted from the first lines. */
    private static List<String> words(List<Losses.Group> losses) {
        return losses.stream()
                .map(group -> group.key().kind().code() + " "
                        + (group.key().note().number() - SOURCE)
                        + group.key()
                                .other()
                                .map(note -> "-" + (note.number() - SOURCE))
                                .orElse("")
                        + group.key()
                                .landed()
                                .map(note -> ">" + (note.number() - TARGET))
                                .orElse("")
                        + " x" + group.count())
                .toList();
    }

    @Test
    void lossesAreGatheredAndWeighed() throws Exception {
        NoteMap source = map(SOURCE, "crash.1", "crash.2", "tom.1", "tom.2", "tom.3", "crash.1.choke", "ride.1");
        NoteMap target = map(TARGET, "crash.1", "tom.1", "tom.2");
        Part part = part(source, "0+1 . 0+1 . 2 3 4 . 5 . 6 . 6 . 6");
        Crosswalk crosswalk = Crosswalk.propose(source, target)
                .with(List.of(route(0, 0), route(1, 0), route(2, 1), route(3, 1), route(4, 2), route(6, 0)));
        List<Losses.Group> losses = Losses.of(Conversion.of(part, crosswalk).statement());
        assertThat(words(losses))
                .containsExactly("far 6>0 x3", "folded 1>0 x2", "silent 5 x1", "fill-on-one-drum 2-3>1 x1");
        assertThat(losses)
                .extracting(Losses.Group::weight)
                .isSortedAccordingTo((one, other) -> Double.compare(other, one));
        // A silent hit of velocity 100 weighs 0.4 + 0.6 * 100/127.
        assertThat(losses.get(2).weight()).isCloseTo(0.8724, within(1e-3));
    }

    @Test
    void aFillThatTurnsRoundIsALoss() throws Exception {
        NoteMap source = map(SOURCE, "tom.1", "tom.2");
        NoteMap target = map(TARGET, "tom.1", "tom.2");
        Crosswalk turned = Crosswalk.propose(source, target).with(List.of(route(0, 1), route(1, 0)));
        assertThat(words(
                        Losses.of(Conversion.of(part(source, "0 0 1 1"), turned).statement())))
                .containsExactly("fill-turned 0-1>0 x1");
    }

    /** The count of each kind of lost hit is that of the statement. */
    @Property
    void lossesHoldTheHitsOfTheStatement(@ForAll("files") byte[] bytes, @ForAll("crosswalks") Crosswalk crosswalk)
            throws Exception {
        Part part = DrumChannel.find(MidiFile.read(bytes), crosswalk.source().channel())
                .part();
        Statement statement = Conversion.of(part, crosswalk).statement();
        Map<Losses.Kind, Integer> counts = Losses.of(statement).stream()
                .collect(
                        Collectors.groupingBy(group -> group.key().kind(), Collectors.summingInt(Losses.Group::count)));
        assertThat(counts.getOrDefault(Losses.Kind.SILENT, 0))
                .isEqualTo(statement.totals().silent());
        assertThat(counts.getOrDefault(Losses.Kind.FOLDED, 0))
                .isEqualTo(statement.totals().folded());
        assertThat(counts.getOrDefault(Losses.Kind.SILENT, 0)
                        + counts.getOrDefault(Losses.Kind.FOLDED, 0)
                        + counts.getOrDefault(Losses.Kind.FAR, 0))
                .isEqualTo(statement.losses().size());
    }

    /** What a settlement foretells is what comes true. */
    @Property
    void whatIsForetoldComesTrue(@ForAll("files") byte[] bytes, @ForAll("crosswalks") Crosswalk crosswalk)
            throws Exception {
        Part part = DrumChannel.find(MidiFile.read(bytes), crosswalk.source().channel())
                .part();
        Statement statement = Conversion.of(part, crosswalk).statement();
        List<Losses.Group> losses = Losses.of(statement);
        for (Losses.Group loss : losses) {
            for (Settlement settlement : Settlement.of(statement, loss.key())) {
                Crosswalk settled =
                        Settlement.apply(crosswalk, settlement.source(), settlement.from(), settlement.to());
                List<Losses.Group> then = Losses.of(Conversion.of(part, settled).statement());
                assertThat(sum(then) - sum(losses)).isCloseTo(settlement.weight(), within(1e-9));
                int before = losses.stream().mapToInt(Losses.Group::count).sum();
                int after = then.stream().mapToInt(Losses.Group::count).sum();
                int gone =
                        settlement.gone().stream().mapToInt(Losses.Group::count).sum();
                int come =
                        settlement.come().stream().mapToInt(Losses.Group::count).sum();
                assertThat(after).isEqualTo(before - gone + come);
                assertThat(settlement.gone())
                        .anySatisfy(group -> assertThat(group.key()).isEqualTo(loss.key()));
                Map<Losses.Key, Integer> change = counts(losses);
                counts(then).forEach((key, count) -> change.merge(key, -count, Integer::sum));
                change.values().removeIf(count -> count == 0);
                Map<Losses.Key, Integer> told = counts(settlement.gone());
                counts(settlement.come()).forEach((key, count) -> told.merge(key, -count, Integer::sum));
                assertThat(told).isEqualTo(change);
            }
        }
    }

    private static Map<Losses.Key, Integer> counts(List<Losses.Group> losses) {
        return losses.stream()
                .collect(Collectors.groupingBy(Losses.Group::key, Collectors.summingInt(Losses.Group::count)));
    }

    private static double sum(List<Losses.Group> losses) {
        return losses.stream().mapToDouble(Losses.Group::weight).sum();
    }

    @Test
    void aFoldedCrashIsSettledByEitherOfTheTwo() throws Exception {
        NoteMap source = map(SOURCE, "crash.1", "crash.2");
        NoteMap target = map(TARGET, "crash.1", "splash.1", "china.1");
        Crosswalk crosswalk = Crosswalk.propose(source, target).with(List.of(route(0, 0), route(1, 0)));
        Statement statement =
                Conversion.of(part(source, "0+1 . 0 . 0"), crosswalk).statement();
        List<Losses.Group> losses = Losses.of(statement);
        List<Settlement> settlements = Settlement.of(statement, losses.get(0).key());
        assertThat(settlements).hasSize(3);
        Settlement best = settlements.get(0);
        assertThat(best.source()).isEqualTo(Note.of(SOURCE + 1));
        assertThat(best.to()).contains(Note.of(TARGET + 2));
        assertThat(words(best.gone())).containsExactly("folded 1>0 x1");
        assertThat(best.weight()).isNegative();
        assertThat(settlements).anySatisfy(other -> assertThat(other.source()).isEqualTo(Note.of(SOURCE)));
    }

    /** Of a route with several targets, only the one in question goes elsewhere; its range and curve stay. */
    @Test
    void aLayerIsSettledAlone() {
        NoteMap source = map(SOURCE, "snare");
        NoteMap target = map(TARGET, "snare", "clap", "tambourine");
        Target layer = new Target(Note.of(TARGET + 1), new VelocityRange(115, 127)).withCurve(VelocityCurve.fixed(90));
        Crosswalk crosswalk = Crosswalk.propose(source, target)
                .with(Route.chosen(Note.of(SOURCE), List.of(Target.all(Note.of(TARGET)), layer)));
        Crosswalk settled = Settlement.apply(
                crosswalk, Note.of(SOURCE), Optional.of(Note.of(TARGET + 1)), Optional.of(Note.of(TARGET + 2)));
        assertThat(settled.routeFrom(Note.of(SOURCE)).orElseThrow().targets())
                .containsExactly(Target.all(Note.of(TARGET)), layer.withNote(Note.of(TARGET + 2)));
    }

    @Property
    void aLossIsFoundAgainByItsCode(@ForAll("files") byte[] bytes, @ForAll("crosswalks") Crosswalk crosswalk)
            throws Exception {
        Part part = DrumChannel.find(MidiFile.read(bytes), crosswalk.source().channel())
                .part();
        for (Losses.Group group : Losses.of(Conversion.of(part, crosswalk).statement())) {
            assertThat(Losses.Key.parse(group.key().code())).isEqualTo(group.key());
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "folded",
                "folded.49",
                "folded.x..",
                "gone.49..",
                "folded.300..",
                "folded.49...",
                "folded.-1.."
            })
    void whatIsNoLossIsRefused(String code) {
        assertThatThrownBy(() -> Losses.Key.parse(code)).isInstanceOf(IllegalArgumentException.class);
    }

    /** What nobody hears is no difference. */
    @ParameterizedTest
    @CsvSource({
        "-7, BETTER",
        "-0.02, BETTER",
        "-0.019, AS_GOOD",
        "0, AS_GOOD",
        "0.019, AS_GOOD",
        "0.02, WORSE",
        "7, WORSE"
    })
    void aWayIsComparedByWhatIsHeard(double weight, Settlement.Comparison comparison) {
        Settlement way = new Settlement(Note.of(36), Optional.empty(), Optional.empty(), List.of(), List.of(), weight);
        assertThat(way.comparison()).isEqualTo(comparison);
    }

    /** A note that the source map does not list can be left silent, or go to what General MIDI says it is. */
    @Test
    void whatIsUnlistedStaysSilentOrGoesWhereItBelongs() throws Exception {
        NoteMap target = map(48, "kick", "cowbell", "crash.1", "snare");
        Crosswalk crosswalk = Crosswalk.propose(map(36, "kick"), target);
        Crosswalk silent = Settlement.apply(crosswalk, Note.of(49), Optional.of(Note.of(49)), Optional.empty());
        assertThat(silent.routeFrom(Note.of(49)).orElseThrow().targets()).isEmpty();
        Crosswalk crash = Settlement.apply(crosswalk, Note.of(49), Optional.of(Note.of(49)), Optional.of(Note.of(50)));
        assertThat(crash.routeFrom(Note.of(49)).orElseThrow().targets())
                .extracting(to -> to.note().number())
                .containsExactly(50);
        assertThat(crash.routeFrom(Note.of(36))).isEqualTo(crosswalk.routeFrom(Note.of(36)));
    }

    /**
     * Ways to settle the first loss of a groove when sources go to the targets of the fourth column ("-" for silence): which
     * source goes where, what is gone and what comes.
     */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // A crash struck with the one it is folded into: either goes elsewhere.
                "crash.1 crash.2 | 0+1 . 0 . 0 | crash.1 splash.1 china.1 | 0 0 | 1:0>2 gone [folded 1>0 x1] come [] ; "
                        + "1:0>1 gone [folded 1>0 x1] come [] ; "
                        + "0:0>2 gone [folded 1>0 x1] come []",
                // Folded into the one it is struck with most; a third that is never struck with it does not come into
                // it.
                "crash.1 crash.2 crash.3 ride.1 | 0+1 0+1 2+1 3 | crash.1 china.1 | 0 0 0 1 | 1:0>1 gone [folded 1>0 x3] come [] ; "
                        + "0:0>1 gone [folded 1>0 x2] come []",
                "tom.1 tom.2 | 0 0 1 1 | tom.1 tom.2 tom.3 | 0 0 | 1:0>1 gone [fill-on-one-drum 0-1>0 x1] come [] ; "
                        + "1:0>2 gone [fill-on-one-drum 0-1>0 x1] come [] ; "
                        + "0:0>1 gone [fill-on-one-drum 0-1>0 x1] come [fill-turned 0-1>0 x1]",
                "tom.1 tom.2 | 0 0 1 1 | tom.1 tom.2 | 1 0 | 1:0>1 gone [fill-turned 0-1>0 x1] come [fill-on-one-drum 0-1>1 x1]",
                "crash.1 snare | 0 1 0 1 | crash.1 snare | - 1 | 0:->0 gone [silent 0 x2] come []",
                "ride.1 | 0 . 0 . 0 | crash.1 china.1 ride.1 splash.1 hihat.edge.open | 0 | 0:0>2 gone [far 0>0 x3] come [] ; "
                        + "0:0>4 gone [far 0>0 x3] come [far 0>4 x3]",
                "crash.1 crash.2 | 0+1 . 0+1 | crash.1 | 0 0 | ''",
            })
    void waysToSettleAreTold(String source, String groove, String target, String routes, String expected)
            throws Exception {
        NoteMap from = map(SOURCE, source.split(" "));
        NoteMap to = map(TARGET, target.split(" "));
        List<Route> all = new ArrayList<>();
        for (String end : routes.split(" ")) {
            all.add(
                    end.equals("-")
                            ? Route.chosen(Note.of(SOURCE + all.size()), List.of())
                            : route(all.size(), Integer.parseInt(end)));
        }
        Statement statement = Conversion.of(
                        part(from, groove), Crosswalk.propose(from, to).with(all))
                .statement();
        Losses.Group loss = Losses.of(statement).get(0);
        assertThat(ways(statement, loss)).isEqualTo(expected);
    }

    private static String ways(Statement statement, Losses.Group loss) {
        return Settlement.of(statement, loss.key()).stream()
                .map(way -> String.format(
                        "%s:%s>%s gone %s come %s",
                        way.source().number() - SOURCE,
                        place(way.from()),
                        place(way.to()),
                        words(way.gone()),
                        words(way.come())))
                .collect(Collectors.joining(" ; "));
    }

    private static String place(Optional<Note> note) {
        return note.map(at -> String.valueOf(at.number() - TARGET)).orElse("-");
    }

    /** Note 49, which the source map does not list, is a crash by General MIDI 1, and a snare here. */
    @Test
    void waysForAnUnlistedNoteAreSilenceAndWhatItMostLikelyIs() throws Exception {
        NoteMap target = map(47, "kick", "crash.2", "snare", "crash.1", "china.1");
        Part part = part(map(49, "crash.1"), "0 . 0");
        Statement statement = Conversion.of(part, Crosswalk.propose(map(SOURCE, "kick"), target))
                .statement();
        List<Losses.Group> losses = Losses.of(statement);
        assertThat(losses).hasSize(1);
        assertThat(losses.get(0).key().kind()).isEqualTo(Losses.Kind.STRAY);
        assertThat(Settlement.of(statement, losses.get(0).key()))
                .extracting(Settlement::to)
                .containsExactly(Optional.empty(), Optional.of(Note.of(50)), Optional.of(Note.of(48)));
    }
}
