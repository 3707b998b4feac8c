package org.jollyledger.web.api;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.midi.Damage;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jspecify.annotations.Nullable;

/** A statement as JSON; described in docs/api.md. */
record StatementDocument(
        int hitsIn,
        int carried,
        int substituted,
        int layered,
        int folded,
        int silent,
        int unlisted,
        int passed,
        int hitsOut,
        boolean balances,
        String channels,
        List<LineDocument> lines,
        List<LossDocument> losses,
        List<DamageDocument> damage) {

    /**
     * What is lost, gathered by what happens to which line.
     *
     * @param code which loss, as crosswalk documents accept it
     * @param weight how much it matters, in strokes of full loudness left silent
     */
    record LossDocument(
            String code,
            String loss,
            int note,
            @Nullable Integer other,
            @Nullable Integer landedOn,
            int count,
            double weight) {
        static LossDocument of(Losses.Group group) {
            Losses.Key key = group.key();
            return new LossDocument(
                    key.code(),
                    key.kind().code(),
                    key.note().number(),
                    key.other().map(Note::number).orElse(null),
                    key.landed().map(Note::number).orElse(null),
                    group.count(),
                    Math.round(group.weight() * 100) / 100.0);
        }
    }

    /** One source note. Distance and reason are those of its first target. */
    record LineDocument(
            int note,
            String noteName,
            @Nullable String name,
            @Nullable String sound,
            List<TargetDocument> targets,
            @Nullable Double distance,
            String reason,
            int hitsIn,
            int carried,
            int substituted,
            int layered,
            int folded,
            int silent,
            int unlisted,
            int passed,
            int hitsOut,
            List<PlaceDocument> places) {}

    record TargetDocument(int note, String noteName, String name, String sound, int from, int to) {}

    /** Where a hit was substituted by a far sound, folded or left silent. */
    record PlaceDocument(
            String entry,
            long bar,
            BigDecimal beat,
            long tick,
            int velocity,
            @Nullable Integer landedOn) {}

    record DamageDocument(int offset, @Nullable Integer track, String kind, String sentence) {}

    static StatementDocument of(Statement statement, MidiFile file, String channels) {
        Map<Note, List<PlaceDocument>> places = new HashMap<>();
        for (Loss loss : statement.losses()) {
            places.computeIfAbsent(loss.note(), note -> new ArrayList<>()).add(place(loss));
        }
        Totals totals = statement.totals();
        return new StatementDocument(
                totals.hitsIn(),
                totals.carried(),
                totals.substituted(),
                totals.layered(),
                totals.folded(),
                totals.silent(),
                totals.unlisted(),
                totals.passed(),
                totals.hitsOut(),
                statement.balances(),
                channels,
                statement.lines().stream()
                        .map(account ->
                                line(statement.crosswalk(), account, places.getOrDefault(account.note(), List.of())))
                        .toList(),
                Losses.of(statement).stream().map(LossDocument::of).toList(),
                file.damages().stream().map(StatementDocument::damage).toList());
    }

    private static PlaceDocument place(Loss loss) {
        return new PlaceDocument(
                loss.entry().code(),
                loss.place().bar(),
                loss.place().beat(),
                loss.tick(),
                loss.velocity(),
                loss.landed().map(Note::number).orElse(null));
    }

    private static LineDocument line(Crosswalk crosswalk, LineAccount account, List<PlaceDocument> places) {
        Totals totals = account.totals();
        return new LineDocument(
                account.note().number(),
                account.note().name(crosswalk.source().middleC()),
                account.line().map(Line::name).orElse(null),
                account.line().map(line -> line.sound().code()).orElse(null),
                account.route().map(route -> targets(crosswalk, route)).orElse(List.of()),
                account.route()
                        .map(route -> distance(crosswalk, route))
                        .filter(OptionalDouble::isPresent)
                        .map(OptionalDouble::getAsDouble)
                        .orElse(null),
                account.route().map(crosswalk::reason).orElse("not on the source map: passes unchanged"),
                totals.hitsIn(),
                totals.carried(),
                totals.substituted(),
                totals.layered(),
                totals.folded(),
                totals.silent(),
                totals.unlisted(),
                totals.passed(),
                totals.hitsOut(),
                places);
    }

    private static OptionalDouble distance(Crosswalk crosswalk, Route route) {
        return route.targets().stream()
                .limit(1)
                .mapToDouble(end -> Math.round(crosswalk.distance(route, end).value() * 100) / 100.0)
                .findFirst();
    }

    private static List<TargetDocument> targets(Crosswalk crosswalk, Route route) {
        return route.targets().stream()
                .map(end -> {
                    Line line = crosswalk.target().lineAt(end.note()).orElseThrow();
                    return new TargetDocument(
                            end.note().number(),
                            end.note().name(crosswalk.target().middleC()),
                            line.name(),
                            line.sound().code(),
                            end.velocities().from(),
                            end.velocities().to());
                })
                .toList();
    }

    private static DamageDocument damage(Damage damage) {
        return new DamageDocument(
                damage.offset(),
                damage.track() < 0 ? null : damage.track() + 1,
                damage.kind().code(),
                damage.sentence());
    }
}
