package org.jollyledger.core.support;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.NoteLength;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;

/** Maps of any shape, and crosswalks between them with routes of any shape. */
public final class RandomMaps {
    private RandomMaps() {}

    public static Arbitrary<NoteMap> maps() {
        Arbitrary<Line> line = Combinators.combine(
                        Arbitraries.integers().between(33, 50).map(Note::of).optional(0.9),
                        Arbitraries.strings()
                                .withCharRange(' ', '~')
                                .withChars("é♯鼓\"\\<>&")
                                .ofMinLength(1)
                                .ofMaxLength(30)
                                .filter(name -> !name.isBlank()),
                        sounds(),
                        Arbitraries.of("", "1", "hats"),
                        Arbitraries.of("", "", "Toms", "3"))
                .as((note, name, sound, group, output) -> new Line(
                        note,
                        name,
                        Line.shorten(name),
                        sound,
                        Optional.of(group).filter(text -> !text.isEmpty()),
                        Optional.of(output).filter(text -> !text.isEmpty()),
                        ""));
        Arbitrary<OptionalInt> channel = Arbitraries.of(OptionalInt.empty(), OptionalInt.of(10), OptionalInt.of(1));
        Arbitrary<NoteMap> invented = Combinators.combine(
                        line.list().ofMaxSize(20),
                        channel,
                        Arbitraries.of(MapKind.values()),
                        Arbitraries.of(OctaveConvention.values()),
                        chokes(),
                        openness())
                .as((lines, on, kind, middleC, chokes, openness) -> new NoteMap(
                        "Invented", "A maker's text", kind, middleC, on, chokes, openness, lines, "A remark"));
        return Arbitraries.oneOf(invented, invented, Arbitraries.of(GeneralMidi.level1(), GeneralMidi.level2()));
    }

    private static Arbitrary<ChokeExpression> chokes() {
        return Combinators.combine(
                        Arbitraries.of(ChokeExpression.Form.values()),
                        Arbitraries.integers().between(1, 127))
                .as(ChokeExpression::new);
    }

    private static Arbitrary<OpennessExpression> openness() {
        return Combinators.combine(
                        Arbitraries.of(OpennessExpression.Form.values()),
                        Arbitraries.of(4, 1, 11),
                        Arbitraries.integers().between(1, HatPedal.NEVER).list().ofSize(5),
                        Arbitraries.of(true, false))
                .as((form, controller, thresholds, down) -> new OpennessExpression(
                        form,
                        HatPedal.USUAL
                                .withController(controller)
                                .withThresholds(thresholds.stream().sorted().toList())
                                .withCountsDown(down)));
    }

    private static Arbitrary<Sound> sounds() {
        return Combinators.combine(
                        Arbitraries.of(KitPiece.values()),
                        Arbitraries.integers().between(1, 4),
                        Arbitraries.integers())
                .as((piece, number, pick) -> Sound.of(
                        piece,
                        number,
                        piece.articulations()
                                .get(Math.floorMod(pick, piece.articulations().size()))));
    }

    /** Curves of both kinds. */
    public static Arbitrary<VelocityCurve> curves() {
        Arbitrary<Integer> velocity = Arbitraries.integers().between(1, 127);
        Arbitrary<VelocityCurve> shapes = Combinators.combine(
                        Arbitraries.integers().between(0, 400),
                        Arbitraries.integers().between(-127, 127),
                        Arbitraries.integers().between(-100, 100),
                        velocity,
                        velocity)
                .as((scale, add, bend, one, other) ->
                        new VelocityCurve.Shape(scale, add, bend, Math.min(one, other), Math.max(one, other)));
        Arbitrary<VelocityCurve> points = velocity.set()
                .ofMinSize(1)
                .ofMaxSize(16)
                .map(ins -> new VelocityCurve.Points(ins.stream()
                        .sorted()
                        .map(in -> new VelocityCurve.Point(in, 128 - in))
                        .toList()));
        return Arbitraries.oneOf(Arbitraries.just(VelocityCurve.STRAIGHT), shapes, points);
    }

    private static Arbitrary<List<Target>> targets() {
        Arbitrary<Integer> velocity = Arbitraries.integers().between(1, 127);
        Arbitrary<VelocityRange> range = Combinators.combine(velocity, velocity)
                .as((one, other) -> new VelocityRange(Math.min(one, other), Math.max(one, other)));
        return Combinators.combine(
                        Arbitraries.oneOf(range, Arbitraries.just(VelocityRange.FULL)),
                        curves(),
                        Arbitraries.of(OptionalInt.empty(), OptionalInt.of(10), OptionalInt.of(3)),
                        Arbitraries.integers()
                                .between(1, 15_360)
                                .map(NoteLength::new)
                                .optional(0.3))
                .as((velocities, curve, channel, length) -> new Target(Note.of(0), velocities, curve, channel, length))
                .list()
                .ofMaxSize(3);
    }

    /** Proposals, some of whose routes are replaced by layers, splits, other shapes and silence. */
    public static Arbitrary<Crosswalk> crosswalks() {
        return Combinators.combine(maps(), maps(), targets().list().ofMaxSize(6), Arbitraries.randoms())
                .as((source, target, changes, random) -> {
                    Crosswalk crosswalk = Crosswalk.propose(source, target);
                    List<Note> sourceNotes =
                            source.firstLines().stream().map(Line::note).toList();
                    List<Note> targetNotes =
                            target.firstLines().stream().map(Line::note).toList();
                    for (List<Target> change : changes) {
                        if (sourceNotes.isEmpty() || targetNotes.isEmpty()) {
                            break;
                        }
                        Note from = sourceNotes.get(random.nextInt(sourceNotes.size()));
                        int first = random.nextInt(targetNotes.size());
                        List<Target> targets = IntStream.range(0, Math.min(change.size(), targetNotes.size()))
                                .mapToObj(
                                        i -> change.get(i).withNote(targetNotes.get((first + i) % targetNotes.size())))
                                .toList();
                        Route.Sends sends = random.nextBoolean() ? Route.Sends.TO_ALL : Route.Sends.TO_FIRST;
                        crosswalk = crosswalk.with(
                                random.nextInt(6) == 0
                                        ? Route.unchanged(from)
                                        : new Route(from, targets, sends, Route.Origin.CHOSEN));
                    }
                    return crosswalk;
                });
    }
}
