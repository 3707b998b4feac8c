package org.jollyledger.web.bench;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jollyledger.core.kit.PadEdits;
import org.jollyledger.core.kit.PedalCalibration;
import org.jollyledger.core.kit.PedalCalibration.Moved;
import org.jollyledger.core.kit.PedalCalibration.Pose;
import org.jollyledger.core.kit.PedalCalibration.Stand;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Sets a kit on the bench: what its zones send, what that shall be, how hard it is felt, and its pedal. */
@Service
public class KitSetting {
    private static final double MICROSECONDS = 1_000;
    /** How long the last value of a pose counts, in microseconds, when nobody says how long it lasted. */
    private static final long AFTERWARDS = 500_000;

    private final LedgerService ledger;

    KitSetting(LedgerService ledger) {
        this.ledger = ledger;
    }

    /**
     * What is to be set on a zone.
     *
     * @param base the revision of the map that it was made on
     * @param notes what it sends; null to leave that
     * @param bend how the middle of its velocities is bent, -100 to 100; null to leave that
     */
    record ZoneSetting(
            int base,
            int pad,
            int zone,
            @Nullable List<Integer> notes,
            @Nullable Integer bend) {}

    /** Where a pad stands. */
    record PlaceSetting(int base, int pad, int x, int y) {}

    Done set(String slug, PlaceSetting wanted) {
        StoredMap before = ledger.get(slug);
        String words = Refusal.unlessValid(() -> PadEdits.move(before.map(), wanted.pad, wanted.x, wanted.y)
                        .pads()
                        .pads()
                        .get(wanted.pad)
                        .name())
                + " moved";
        return done(
                ledger.change(slug, wanted.base, words, map -> PadEdits.move(map, wanted.pad, wanted.x, wanted.y)),
                before,
                words + ".");
    }

    /** What a note shall be. */
    record LineSetting(int base, int note, String name) {}

    /** The figures of a pedal. */
    record PedalSetting(
            int base,
            int controller,
            boolean countsDown,
            List<Integer> thresholds,
            @Nullable Integer lowest,
            @Nullable Integer highest) {}

    /** What was done, and the revision that it made. */
    record Done(String message, int revision) {}

    Done set(String slug, ZoneSetting wanted) {
        StoredMap before = ledger.get(slug);
        NoteMap after = Refusal.unlessValid(() -> changed(before.map(), wanted));
        String words = words(after, wanted);
        return done(ledger.change(slug, wanted.base, words, map -> changed(map, wanted)), before, words + ".");
    }

    private static NoteMap changed(NoteMap map, ZoneSetting wanted) {
        NoteMap after = map;
        if (wanted.notes != null) {
            List<Note> notes = wanted.notes.stream().map(Note::of).toList();
            after = PadEdits.setNotes(after, wanted.pad, wanted.zone, notes);
        }
        if (wanted.bend != null) {
            VelocityCurve.Shape plain = (VelocityCurve.Shape) VelocityCurve.STRAIGHT;
            after = PadEdits.setCurve(
                    after,
                    wanted.pad,
                    wanted.zone,
                    new VelocityCurve.Shape(plain.scale(), plain.add(), wanted.bend, plain.floor(), plain.ceiling()));
        }
        return after;
    }

    private static String words(NoteMap map, ZoneSetting wanted) {
        Pad pad = map.pads().pads().get(wanted.pad);
        Zone zone = pad.zones().get(wanted.zone);
        String name = BenchView.zoneName(pad, zone);
        if (wanted.notes == null) {
            return wanted.bend == null || wanted.bend == 0
                    ? name + " is felt as it is struck"
                    : name + " is felt " + (wanted.bend > 0 ? "harder" : "softer");
        }
        return zone.notes().isEmpty()
                ? name + " is not set"
                : name + " sends "
                        + BenchView.notes(
                                zone.notes().stream().map(Note::number).toList(), map);
    }

    Done set(String slug, LineSetting wanted) {
        StoredMap before = ledger.get(slug);
        String name = wanted.name.strip();
        Note note = Refusal.unlessValid(() -> Note.of(wanted.note));
        String label = note.label(before.map().middleC());
        return done(
                ledger.change(slug, wanted.base, label + " is " + name, map -> PadEdits.shallBe(map, note, name)),
                before,
                label + " is " + name + " now.");
    }

    Done set(String slug, PedalSetting wanted) {
        StoredMap before = ledger.get(slug);
        return done(
                ledger.change(
                        slug,
                        wanted.base,
                        "Pedal set",
                        map -> map.withOpenness(OpennessExpression.CONTROLLER.withPedal(HatPedal.USUAL
                                .withController(wanted.controller)
                                .withThresholds(wanted.thresholds)
                                .withCountsDown(wanted.countsDown)
                                .withRange(
                                        wanted.lowest == null ? HatPedal.USUAL.lowest() : wanted.lowest,
                                        wanted.highest == null ? HatPedal.USUAL.highest() : wanted.highest)))),
                before,
                "The pedal is set.");
    }

    static Done done(StoredMap after, StoredMap before, String message) {
        return new Done(after.revision() == before.revision() ? "Nothing changed." : message, after.revision());
    }

    /**
     * What came while the foot stood in one pose.
     *
     * @param pose its code
     * @param milliseconds how long it stood; null for as long as values came
     * @param values each as when, in milliseconds from the beginning of the pose, which controller, and its value
     */
    public record PoseDocument(String pose, @Nullable Double milliseconds, List<List<Double>> values) {}

    /** Four poses. */
    public record CalibrationRequest(List<PoseDocument> poses) {}

    /**
     * The figures of a pedal that are proposed.
     *
     * @param thresholds from three quarters open to closed, and tight; 128 is never reached
     * @param readings where the controller stood in each pose, by its code
     */
    public record CalibrationDocument(
            int controller,
            boolean countsDown,
            List<Integer> thresholds,
            int lowest,
            int highest,
            Map<String, Integer> readings,
            List<String> warnings) {}

    /**
     * Works out the figures of a kit's pedal from four poses. Nothing is changed.
     *
     * @throws Refusal when there is no such kit, or the poses tell nothing
     */
    public CalibrationDocument calibrate(String slug, CalibrationRequest request) {
        ledger.get(slug);
        PedalCalibration found = Refusal.unlessValid(() -> PedalCalibration.of(stands(request)));
        Map<String, Integer> readings = new java.util.LinkedHashMap<>();
        found.readings().forEach((pose, value) -> readings.put(pose.code(), value));
        return new CalibrationDocument(
                found.pedal().controller(),
                found.pedal().countsDown(),
                found.pedal().thresholds(),
                found.pedal().lowest(),
                found.pedal().highest(),
                readings,
                found.warnings());
    }

    private static Map<Pose, Stand> stands(CalibrationRequest request) {
        Map<Pose, Stand> stands = new EnumMap<>(Pose.class);
        for (PoseDocument pose : request.poses) {
            List<Moved> moved = pose.values.stream().map(KitSetting::moved).toList();
            long last = moved.stream().mapToLong(Moved::at).max().orElse(0);
            long length = pose.milliseconds == null ? last + AFTERWARDS : Math.round(pose.milliseconds * MICROSECONDS);
            stands.put(Pose.parse(pose.pose), new Stand(length, moved));
        }
        return stands;
    }

    private static Moved moved(List<Double> value) {
        if (value.size() != 3 || Stream.of(1, 2).anyMatch(at -> value.get(at) != Math.rint(value.get(at)))) {
            throw new IllegalArgumentException(
                    "A value of a pose has three numbers: milliseconds, controller, and value.");
        }
        return new Moved(
                Math.round(value.get(0) * MICROSECONDS),
                value.get(1).intValue(),
                value.get(2).intValue());
    }
}
