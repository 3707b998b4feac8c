package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * What a drummer would call wrong in a conversion, whoever proposed it: looked for in where the lines of a part land,
 * without asking the planner. Common practice.
 */
final class Faults {
    /**
     * A fault.
     *
     * @param what what is wrong
     * @param note the source note
     * @param named whether a loss says so
     */
    record Fault(String what, Note note, boolean named, String detail) {}

    /** A fault of one line that lands on another, by their sounds alone. */
    private interface OfLine {
        boolean isThere(Sound from, Sound to, Context context);
    }

    /** Of two lines that both are played. */
    private interface OfPair {
        boolean isThere(Sound one, Sound oneTo, Sound other, Sound otherTo, Context context);
    }

    /** What the target map has, and how a line is played. */
    private record Context(Set<Sound> targets, double loudness) {
        boolean has(Sound sound) {
            return targets.contains(sound);
        }

        int lowestTom() {
            return targets.stream()
                    .filter(sound -> sound.piece() == KitPiece.TOM)
                    .mapToInt(Sound::number)
                    .max()
                    .orElse(0);
        }

        boolean hasHat(boolean open) {
            return targets.stream().anyMatch(sound -> isHat(sound, open));
        }
    }

    private static final Set<KitPiece> MARKS =
            Set.of(KitPiece.CRASH, KitPiece.SPLASH, KitPiece.CHINA, KitPiece.STACK, KitPiece.GONG);
    private static final Set<Articulation> MORE_THAN_ONE_STROKE = Set.of(
            Articulation.ROLL,
            Articulation.BUZZ,
            Articulation.FLAM,
            Articulation.DRAG,
            Articulation.RUFF,
            Articulation.SWELL,
            Articulation.BRUSH_SWEEP,
            Articulation.BRUSH_SWIRL);
    private static final Set<Articulation> BY_FOOT = Set.of(Articulation.PEDAL_CLOSE, Articulation.PEDAL_SPLASH);

    private static boolean keepsTime(Sound sound) {
        return Hats.isStruck(sound)
                || sound.piece() == KitPiece.RIDE
                        && (sound.articulation() == Articulation.BOW || sound.articulation() == Articulation.BELL);
    }

    private static boolean isHat(Sound sound, boolean open) {
        boolean told = Hats.isStruck(sound) && !Hats.isByPedal(sound);
        return told && (open ? Hats.position(sound) >= Openness.HALF.position() : Hats.position(sound) <= 0);
    }

    private static boolean isLow(Sound sound) {
        return sound.piece() == KitPiece.KICK || sound.piece() == KitPiece.SURDO;
    }

    private static final Map<String, OfLine> OF_LINES = Map.of(
            "time kept on a cymbal that marks",
            (from, to, context) -> keepsTime(from) && MARKS.contains(to.piece()),
            "a crash on a shut hat",
            (from, to, context) -> MARKS.contains(from.piece()) && isHat(to, false),
            "a foot that shuts the hat opens it",
            (from, to, context) -> from.articulation() == Articulation.PEDAL_CLOSE
                    && (isHat(to, true) || to.articulation() == Articulation.PEDAL_SPLASH),
            "a stick becomes a foot",
            (from, to, context) -> Hats.isStruck(from) && BY_FOOT.contains(to.articulation()),
            "the low drum goes up",
            (from, to, context) -> isLow(from) && to.piece() == KitPiece.TOM && to.number() < context.lowestTom(),
            "one stroke becomes several",
            (from, to, context) -> !MORE_THAN_ONE_STROKE.contains(from.articulation())
                    && MORE_THAN_ONE_STROKE.contains(to.articulation()),
            "soft strokes become rim shots",
            (from, to, context) -> context.loudness < 0.6
                    && to.articulation() == Articulation.RIM_SHOT
                    && from.articulation() != Articulation.RIM_SHOT,
            "a drum becomes a cymbal",
            (from, to, context) -> Set.of(Family.KICK, Family.SNARE, Family.TOM).contains(from.family())
                    && Set.of(Family.CYMBAL, Family.HIHAT).contains(to.family()),
            "open becomes shut where it could be open",
            (from, to, context) -> isHat(from, true) && isHat(to, false) && context.hasHat(true),
            "shut becomes open where it could be shut",
            (from, to, context) -> isHat(from, false) && isHat(to, true) && context.hasHat(false));

    private static final Map<String, OfPair> OF_PAIRS = Map.of(
            "open and shut meet on one note",
            (one, oneTo, other, otherTo, context) -> isHat(one, true)
                    && isHat(other, false)
                    && oneTo.equals(otherTo)
                    && context.hasHat(true)
                    && context.hasHat(false),
            "toms change their order",
            (one, oneTo, other, otherTo, context) -> allToms(one, oneTo, other, otherTo)
                    && (one.number() - other.number()) * (oneTo.number() - otherTo.number()) < 0);

    private static boolean allToms(Sound... sounds) {
        for (Sound sound : sounds) {
            if (sound.piece() != KitPiece.TOM) {
                return false;
            }
        }
        return true;
    }

    private final Part part;
    private final Crosswalk crosswalk;
    private final Map<Line, Optional<Line>> landings = new TreeMap<>(Comparator.comparing(Line::note));
    private final Set<Note> lost = new TreeSet<>();
    private final Set<Sound> targets = new HashSet<>();
    private final List<Fault> faults = new ArrayList<>();

    private Faults(Statement statement) {
        part = statement.part();
        crosswalk = statement.crosswalk();
        crosswalk.target().firstLines().forEach(line -> targets.add(line.sound()));
        for (Losses.Group group : Losses.of(statement)) {
            lost.add(group.key().note());
            group.key().other().ifPresent(lost::add);
        }
        int[] played = part.hitsPerNote();
        for (Line line : crosswalk.source().firstLines()) {
            if (played[line.note().number()] > 0) {
                landings.put(
                        line,
                        crosswalk.routeFrom(line.note()).orElseThrow().targets().stream()
                                .findFirst()
                                .flatMap(end -> crosswalk.targetLine(end.note())));
            }
        }
    }

    /** The faults of a conversion. */
    static List<Fault> of(Statement statement) {
        Faults faults = new Faults(statement);
        faults.landings.forEach(faults::look);
        faults.lookAtFills();
        return faults.faults;
    }

    private Context context(Line line) {
        PartUsage usage = part.usage();
        int note = line.note().number();
        return new Context(targets, usage.weight(note) / part.hitsPerNote()[note]);
    }

    private void look(Line line, Optional<Line> end) {
        Context context = context(line);
        if (end.isEmpty()) {
            boolean near = crosswalk.target().firstLines().stream()
                    .anyMatch(to -> !line.sound().distanceTo(to.sound()).isFar());
            if (near) {
                add("silent beside a near sound", line, line.sound() + " -");
            }
            return;
        }
        Sound to = end.get().sound();
        OF_LINES.forEach((what, rule) -> {
            if (rule.isThere(line.sound(), to, context)) {
                add(what, line, line.sound() + " > " + to);
            }
        });
        // Toms of which there are too few are squeezed together.
        boolean squeezed = line.sound().piece() == KitPiece.TOM;
        if (context.has(line.sound()) && !to.equals(line.sound()) && !squeezed && !meetsAnother(line)) {
            add("the very sound is there and not taken", line, line.sound() + " > " + to);
        }
        landings.forEach((other, otherEnd) -> otherEnd.ifPresent(otherTo -> OF_PAIRS.forEach((what, rule) -> {
            if (rule.isThere(line.sound(), to, other.sound(), otherTo.sound(), context)) {
                add(what, line, line.sound() + " > " + to + ", " + other.sound() + " > " + otherTo.sound());
            }
        })));
    }

    /** Whether another line that goes where this one belongs is struck together with it, or in one fill. */
    private boolean meetsAnother(Line line) {
        PartUsage usage = part.usage();
        double[][] fills =
                usage.successions(PartUse.notes(crosswalk.source(), Harms::isFillDrum), PartUse.FILL_QUARTERS);
        int note = line.note().number();
        return landings.keySet().stream()
                .mapToInt(other -> other.note().number())
                .anyMatch(other -> other != note
                        && (usage.together(note, other) > 0 || fills[note][other] > 0 || fills[other][note] > 0));
    }

    private void lookAtFills() {
        int[] steps = part.usage().steps(PartUse.notes(crosswalk.source(), Harms::isFillDrum), PartUse.FILL_QUARTERS);
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < steps.length; i += 2) {
            Line one = line(steps[i]);
            Line other = line(steps[i + 1]);
            Optional<Line> first = landings.get(one);
            Optional<Line> second = landings.get(other);
            boolean toms = allToms(one.sound(), other.sound());
            if (toms && first.isPresent() && second.isPresent() && seen.add(one.note() + " " + other.note())) {
                boolean leaves =
                        first.get().sound().family() != second.get().sound().family();
                if (leaves) {
                    add(
                            "a fill leaves the toms",
                            one,
                            one.sound() + " > " + first.get().sound() + ", " + other.sound() + " > "
                                    + second.get().sound());
                }
            }
        }
    }

    private Line line(int hit) {
        return crosswalk.sourceLine(Note.of(part.note(hit))).orElseThrow();
    }

    private void add(String what, Line line, String detail) {
        faults.add(new Fault(what, line.note(), lost.contains(line.note()), detail));
    }
}
