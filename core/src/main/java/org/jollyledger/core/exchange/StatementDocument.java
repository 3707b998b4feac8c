package org.jollyledger.core.exchange;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.FormAccount;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.midi.Damage;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.pitch.Note;
import org.jspecify.annotations.Nullable;

/**
 * The statement of a conversion as JSON, the same wherever a statement is given; docs/api.md describes its fields.
 *
 * @param file the name of the file in a batch; left out where there is only one
 * @param channels which channels were read, and why
 */
public record StatementDocument(
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String file,
        int hitsIn,
        int carried,
        int substituted,
        int layered,
        int folded,
        int silent,
        int unlisted,
        int passed,
        int formed,
        int putIn,
        int hitsOut,
        boolean balances,
        FormAccount forms,
        String channels,
        List<LineDocument> lines,
        List<LossDocument> losses,
        List<DamageDocument> damage) {

    /**
     * What gets lost, gathered by what happens to which line.
     *
     * @param code which loss, as crosswalk documents accept it
     * @param weight how much it matters, in strokes of full loudness left silent
     */
    public record LossDocument(
            String code,
            String loss,
            int note,
            @Nullable Integer other,
            @Nullable Integer landedOn,
            int count,
            double weight) {
        public static LossDocument of(Losses.Group group) {
            Losses.Key key = group.key();
            return new LossDocument(
                    key.code(),
                    key.kind().code(),
                    key.note().number(),
                    key.other().map(Note::number).orElse(null),
                    key.landed().map(Note::number).orElse(null),
                    group.count(),
                    hundredths(group.weight()));
        }
    }

    /** One source note. Distance and reason are those of its first target. */
    public record LineDocument(
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
            int formed,
            int putIn,
            int hitsOut,
            List<PlaceDocument> places) {}

    /** Where hits go, with the velocities that go there. */
    public record TargetDocument(int note, String noteName, String name, String sound, int from, int to) {}

    /** Where a hit was substituted by a far sound, folded or left silent. */
    public record PlaceDocument(
            String entry,
            long bar,
            BigDecimal beat,
            long tick,
            int velocity,
            @Nullable Integer landedOn) {}

    /** What is damaged in the file: its offset in bytes and its track from 1, or null outside of tracks. */
    public record DamageDocument(int offset, @Nullable Integer track, String kind, String sentence) {}

    /**
     * {@return the statement of one file}
     *
     * @param file its name, where it is one of several
     * @param drums the hits that were converted
     * @param mostPlaces of the hits lost from one line, the first so many are listed with their places
     */
    public static StatementDocument of(Optional<String> file, Statement statement, DrumChannel drums, int mostPlaces) {
        Map<Note, List<PlaceDocument>> places = new HashMap<>();
        for (Loss loss : statement.losses()) {
            List<PlaceDocument> ofLine = places.computeIfAbsent(loss.note(), note -> new ArrayList<>());
            if (ofLine.size() < mostPlaces) {
                ofLine.add(place(loss));
            }
        }
        Totals totals = statement.totals();
        return new StatementDocument(
                file.orElse(null),
                totals.hitsIn(),
                totals.carried(),
                totals.substituted(),
                totals.layered(),
                totals.folded(),
                totals.silent(),
                totals.unlisted(),
                totals.passed(),
                totals.formed(),
                totals.putIn(),
                totals.hitsOut(),
                statement.balances(),
                statement.forms(),
                drums.reason(),
                statement.lines().stream()
                        .map(account ->
                                line(statement.crosswalk(), account, places.getOrDefault(account.note(), List.of())))
                        .toList(),
                Losses.of(statement).stream().map(LossDocument::of).toList(),
                drums.part().file().damages().stream()
                        .map(StatementDocument::damage)
                        .toList());
    }

    /** {@return this document as a JSON object, without an end of line} */
    public String json() {
        return Fields.JSON.writeValueAsString(this);
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
                totals.formed(),
                totals.putIn(),
                totals.hitsOut(),
                places);
    }

    private static OptionalDouble distance(Crosswalk crosswalk, Route route) {
        return route.targets().stream()
                .limit(1)
                .mapToDouble(
                        target -> hundredths(crosswalk.distance(route, target).value()))
                .findFirst();
    }

    private static double hundredths(double value) {
        return Math.round(value * 100) / 100.0;
    }

    private static List<TargetDocument> targets(Crosswalk crosswalk, Route route) {
        return route.targets().stream()
                .map(target -> {
                    Line line = crosswalk.target().lineAt(target.note()).orElseThrow();
                    return new TargetDocument(
                            target.note().number(),
                            target.note().name(crosswalk.target().middleC()),
                            line.name(),
                            line.sound().code(),
                            target.velocities().from(),
                            target.velocities().to());
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
