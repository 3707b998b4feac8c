package org.jollyledger.core.reconcile;

import java.util.EnumSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.HitChange.Drop;
import org.jollyledger.core.part.HitChange.Send;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.sound.Articulation;

/** Hits that never end, end too soon or too late, or are struck again before they end. */
final class LengthFinder {
    /** What goes on for as long as its note is held, in some libraries. */
    private static final Set<Articulation> SUSTAINED = EnumSet.of(
            Articulation.ROLL,
            Articulation.BUZZ,
            Articulation.SWELL,
            Articulation.BRUSH_SWEEP,
            Articulation.BRUSH_SWIRL,
            Articulation.LONG);

    private LengthFinder() {}

    static void hanging(Study study) {
        Part part = study.part();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (study.ends().hangs(hit)) {
                study.found(
                        DiscrepancyKind.HANGING,
                        List.of(hit),
                        study.name(part.note(hit)) + " never ends.",
                        List.of(
                                Correction.of("end", endWords(study, hit), end(study, hit, study.usualEnd(hit))),
                                delete(hit)));
            }
        }
        for (int stray = 0; stray < part.strayEndCount(); stray++) {
            MidiTrack track = part.file().tracks().get(part.strayEndTrack(stray));
            int event = part.strayEndEvent(stray);
            study.found(
                    DiscrepancyKind.HANGING,
                    track.index(),
                    track.channel(event),
                    OptionalInt.of(track.data1(event)),
                    track.tick(event),
                    "An end on " + study.label(track.data1(event)) + " belongs to no hit.",
                    List.of(
                            Correction.of("delete", "Delete this end", new Drop(track.index(), event)),
                            Correction.KEEP));
        }
    }

    private static String endWords(Study study, int hit) {
        int again = study.next(hit);
        boolean untilNext =
                again != Study.NONE && study.usualEnd(hit) == study.part().tick(again);
        return untilNext ? "End it where it is struck again" : "Give it its usual length";
    }

    static void noLength(Study study) {
        Part part = study.part();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (study.ends().hangs(hit) || !study.isTooShort(hit) || isSoonStruckAgain(study, hit)) {
                continue;
            }
            study.found(
                    DiscrepancyKind.NO_LENGTH,
                    List.of(hit),
                    study.name(part.note(hit)) + " lasts " + Math.round(study.lengthInMilliseconds(hit))
                            + " ms; some players skip notes this short.",
                    List.of(
                            Correction.of("usual-length", endWords(study, hit), end(study, hit, study.usualEnd(hit))),
                            Correction.KEEP));
        }
    }

    /** Whether there is no room for a longer hit. */
    private static boolean isSoonStruckAgain(Study study, int hit) {
        int again = study.next(hit);
        return again != Study.NONE
                && study.milliseconds(hit, again) < study.figures().shortestMilliseconds();
    }

    static void overlap(Study study) {
        Part part = study.part();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            int again = study.next(hit);
            // A bounce is told as such, and takes the overlap along when it is deleted.
            if (again == Study.NONE || study.ends().hangs(hit) || TriggerFinder.mayBounce(study, hit)) {
                continue;
            }
            long end = study.ends().tick(hit);
            boolean behind = part.track(again) == part.track(hit)
                    && end == part.tick(again)
                    && study.ends().event(hit) > part.onEvent(again);
            if (end > part.tick(again) || behind) {
                long justBefore = Math.max(part.tick(hit) + 1, part.tick(again) - 1);
                study.found(
                        DiscrepancyKind.OVERLAP,
                        List.of(hit, again),
                        study.name(part.note(hit)) + " is struck again before it ends.",
                        List.of(
                                Correction.of(
                                        "end-before",
                                        "End it just before the next stroke",
                                        end(study, hit, Math.min(justBefore, part.tick(again)))),
                                Correction.KEEP));
            }
        }
    }

    static void held(Study study) {
        Part part = study.part();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            boolean unusual = !study.ends().hangs(hit)
                    && study.isHeld(hit)
                    && study.length(hit) > 2 * study.usualLength(part.note(hit))
                    && study.usualLength(part.note(hit))
                            <= study.bars(hit, study.figures().longestBars());
            if (unusual && !mayBeHeld(study, hit)) {
                double bars = study.length(hit) / study.bars(hit, 1);
                study.found(
                        DiscrepancyKind.HELD,
                        List.of(hit),
                        study.name(part.note(hit)) + " is held for " + Math.round(bars * 10) / 10.0 + " bars.",
                        List.of(
                                Correction.of(
                                        "usual-length", endWords(study, hit), end(study, hit, study.usualEnd(hit))),
                                Correction.KEEP));
            }
        }
    }

    /** Whether the end of a hit is heard, or it is damped by something else. */
    private static boolean mayBeHeld(Study study, int hit) {
        return study.line(hit)
                .map(line -> SUSTAINED.contains(line.sound().articulation())
                        || study.instrument().kit().stopsOnRelease() && Chokes.canBeChoked(line.sound()))
                .orElse(false);
    }

    /** What gives a hit another end. */
    static List<HitChange> end(Study study, int hit, long tick) {
        Part part = study.part();
        Send end = Send.end(part.track(hit), tick, part.channel(hit), part.note(hit));
        return study.ends().hangs(hit)
                ? List.of(end)
                : List.of(new Drop(part.track(hit), study.ends().event(hit)), end);
    }

    private static Correction delete(int hit) {
        return Correction.of("delete", "Delete", new HitChange.Delete(hit));
    }
}
