package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Crosswalk.OtherWay;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityCurve.Point;
import org.jollyledger.core.notemap.VelocityCurve.Points;
import org.jollyledger.core.notemap.VelocityCurve.Shape;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.sound.SoundDistance;
import org.jollyledger.web.crosswalk.OpenRoute.Alternative;
import org.jollyledger.web.crosswalk.OpenRoute.Handle;
import org.jollyledger.web.crosswalk.OpenRoute.TargetForm;
import org.jollyledger.web.crosswalk.OpenRoute.Way;
import org.jollyledger.web.ledger.MapView.FamilyMark;

/** Lays out one route in full. */
final class RouteDrawing {
    /** How wide and high the drawing of a velocity curve is: one unit for each velocity. */
    private static final int SIDE = VelocityRange.HIGHEST;

    private static final int MOST_WAYS = 4;
    /** Costs that are closer than this are the same. */
    private static final double NOTHING = 0.005;

    private final OpenCrosswalk open;
    private final Crosswalk crosswalk;
    private final NoteMap source;
    private final NoteMap target;

    RouteDrawing(OpenCrosswalk open) {
        this.open = open;
        crosswalk = open.crosswalk();
        source = open.source().map();
        target = open.target().map();
    }

    OpenRoute draw(Line line, int hits) {
        Route route = crosswalk.routeFrom(line.note()).orElseThrow();
        int[] velocities = velocities(line);
        return new OpenRoute(
                line.note().number(),
                line.note().label(source.middleC()),
                line.name(),
                line.sound().words(),
                FamilyMark.of(line.sound().family()),
                hits,
                goesTo(route, target),
                route.passes(),
                route.passes() ? "as you chose" : crosswalk.reason(route),
                route.origin() == Route.Origin.CHOSEN
                        && open.choices().routes().stream()
                                .anyMatch(chosen -> chosen.source().equals(line.note())),
                choice(route),
                ways(line),
                alternatives(line, choice(route)),
                route.sends() == Route.Sends.TO_FIRST,
                route.targets().stream().map(this::form).toList(),
                histogram(velocities),
                IntStream.rangeClosed(0, SIDE)
                        .filter(velocity -> velocities[velocity] > 0)
                        .findFirst()
                        .orElse(0),
                IntStream.rangeClosed(0, SIDE)
                        .filter(velocity -> velocities[velocity] > 0)
                        .max()
                        .orElse(0));
    }

    static List<String> goesTo(Route route, NoteMap target) {
        return route.targets().stream().map(end -> targetWords(end, target)).toList();
    }

    private static String targetWords(Target end, NoteMap map) {
        Line line = map.lineAt(end.note()).orElseThrow();
        String words = label(line, map);
        return end.velocities().equals(VelocityRange.FULL)
                ? words
                : words + " for velocities " + end.velocities().from() + " to "
                        + end.velocities().to();
    }

    private static String label(Line line, NoteMap map) {
        return line.name() + " (" + line.note().label(map.middleC()) + ")";
    }

    private static String choice(Route route) {
        if (route.passes()) {
            return Decisions.UNCHANGED;
        }
        return route.isSilent()
                ? Decisions.SILENT
                : String.valueOf(route.targets().get(0).note().number());
    }

    private List<Way> ways(Line line) {
        return crosswalk.otherWays(line.note()).stream()
                .limit(MOST_WAYS)
                .map(way -> new Way(
                        way.line().map(to -> String.valueOf(to.note().number())).orElse(Decisions.SILENT),
                        way.line().map(to -> label(to, target)).orElse("leave it silent"),
                        cost(way.extra()),
                        way.because()))
                .toList();
    }

    /** What a way costs, in strokes left silent in a song of a thousand. */
    private static String cost(double extra) {
        double silent = extra / OtherWay.SILENT_STROKE;
        if (Math.abs(silent) < NOTHING) {
            return "as good";
        }
        String amount = String.format(Locale.ROOT, Math.abs(silent) < 10 ? "%.1f" : "%.0f", Math.abs(silent));
        return silent < 0
                ? "saves " + amount + " silent hits per 1,000"
                : "costs as much as " + amount + " silent hits per 1,000";
    }

    private List<Alternative> alternatives(Line line, String current) {
        return crosswalk.alternatives(line.note()).stream()
                .map(candidate -> {
                    String value = String.valueOf(candidate.line().note().number());
                    return new Alternative(
                            value,
                            label(candidate.line(), target),
                            nearness(candidate.distance()),
                            value.equals(current));
                })
                .toList();
    }

    private static String nearness(SoundDistance distance) {
        if (distance.value() == 0) {
            return "the same sound";
        }
        String degree = !distance.isSubstitute() ? "no substitute" : distance.isFar() ? "far" : "near";
        return degree + String.format(Locale.ROOT, ", distance %.2f", distance.value());
    }

    private TargetForm form(Target end) {
        Shape shape = end.curve() instanceof Shape numbers ? numbers : (Shape) VelocityCurve.STRAIGHT;
        List<Point> points = end.curve() instanceof Points drawn
                ? drawn.points()
                : IntStream.of(VelocityRange.LOWEST, (SIDE + 1) / 2, SIDE)
                        .mapToObj(in -> new Point(in, end.curve().apply(in)))
                        .toList();
        return new TargetForm(
                end.note().number(),
                Decisions.name(target, end.note()),
                end.velocities().from(),
                end.velocities().to(),
                end.curve() instanceof Points ? "points" : "numbers",
                shape.scale(),
                shape.add(),
                shape.bend(),
                shape.floor(),
                shape.ceiling(),
                points.stream().map(point -> point.in() + "," + point.out()).collect(Collectors.joining(" ")),
                points.stream()
                        .map(point -> new Handle(
                                point.in(), SIDE - point.out(), "velocity " + point.in() + " becomes " + point.out()))
                        .toList(),
                path(end),
                end.channel().isPresent() ? String.valueOf(end.channel().getAsInt()) : "",
                end.length()
                        .map(length -> String.format(Locale.ROOT, "%.4f", length.quarters())
                                .replaceFirst("\\.?0+$", ""))
                        .orElse(""),
                end.leavesHitsAlone() && end.velocities().equals(VelocityRange.FULL));
    }

    private static String path(Target end) {
        return IntStream.rangeClosed(end.velocities().from(), end.velocities().to())
                .mapToObj(in -> in + " " + (SIDE - end.curve().apply(in)))
                .collect(Collectors.joining(" L", "M", ""));
    }

    /** How often the part plays each velocity of a line. */
    private int[] velocities(Line line) {
        Part part = open.drums().part();
        int[] counts = new int[SIDE + 1];
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (part.note(hit) == line.note().number()) {
                counts[part.velocity(hit)]++;
            }
        }
        return counts;
    }

    private static String histogram(int[] velocities) {
        int most = IntStream.of(velocities).max().orElse(0);
        return IntStream.rangeClosed(0, SIDE)
                .filter(velocity -> velocities[velocity] > 0)
                .mapToObj(velocity ->
                        "M" + velocity + " " + SIDE + " v-" + Math.max(3, velocities[velocity] * (SIDE - 8) / most))
                .collect(Collectors.joining(" "));
    }
}
