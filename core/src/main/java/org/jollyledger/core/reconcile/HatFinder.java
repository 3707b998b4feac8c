package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Controllers;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.FootClose;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.Stroke;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.Correction.Action;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;
import org.jspecify.annotations.Nullable;

/** Hi-hats whose pedal says something else than their note, or says it in a form that the map does not take. */
final class HatFinder {
    /** From here on the note of a hi-hat is one for an open one, and from there on its foot says so: pedals are not exact. */
    private static final double OPEN_FROM = Openness.HALF.position();

    private static final double FOOT_OPEN_FROM = Openness.THREE_QUARTER.position();

    private static final int CONTROL_CHANGE = 0xB0;
    private static final double CLOSED_TO = Openness.CLOSED.position();
    /** An open hi-hat that was struck so long ago is hardly heard any more. */
    private static final double RINGS_SECONDS = 2;

    private final Study study;
    private final Part part;

    private HatFinder(Study study) {
        this.study = study;
        part = study.part();
    }

    static void contradiction(Study study) {
        HatFinder finder = new HatFinder(study);
        finder.againstPedal();
        finder.ringsOn();
    }

    static void form(Study study) {
        study.written().ifPresent(written -> new HatFinder(study).otherForm(written.kit()));
    }

    /** What a note strikes: a hi-hat whose openness is in its note. */
    private Optional<Sound> hatByNote(int hit) {
        return study.line(hit).map(Line::sound).filter(sound -> Hats.isStruck(sound) && !Hats.isByPedal(sound));
    }

    /** The note of the same stroke that is as far open, or nearly; null when there is none. */
    private @Nullable Integer noteFor(int hit, Openness openness) {
        return study.instrument()
                .forms()
                .hats()
                .notes()
                .getOrDefault(part.note(hit), Map.of())
                .get(openness);
    }

    private void againstPedal() {
        Kit feet = study.written().orElse(study.instrument()).kit();
        if (part.pedal(feet).changes().isEmpty()) {
            return;
        }
        for (int hit : study.order()) {
            Optional<Sound> note = hatByNote(hit);
            OptionalInt value = part.pedalAt(feet, hit);
            // What was meant to be something else is told as that, and what its pedal opened as its other form.
            boolean otherThere = study.written().isPresent()
                    && study.meant(part.note(hit))
                            .map(sound -> !Hats.isStruck(sound) || Hats.isByPedal(sound))
                            .orElse(false);
            if (note.isEmpty() || value.isEmpty() || otherThere) {
                continue;
            }
            Openness foot = Hats.openness(feet.pedal(), value.getAsInt());
            double struck = Hats.position(note.get());
            boolean contradicts = foot.position() <= CLOSED_TO && struck >= OPEN_FROM
                    || foot.position() >= FOOT_OPEN_FROM && struck <= CLOSED_TO;
            if (contradicts) {
                reportContradiction(hit, note.get(), foot, feet.pedal(), value.getAsInt());
            }
        }
    }

    private void reportContradiction(int hit, Sound note, Openness foot, HatPedal pedal, int value) {
        List<Correction> corrections = new ArrayList<>();
        Integer follows = noteFor(hit, foot);
        if (follows != null && follows != part.note(hit)) {
            corrections.add(Correction.of(
                    "note-follows-foot",
                    "The note follows the foot: " + study.name(follows),
                    new HitChange.ToNote(hit, follows)));
        }
        Openness wanted = note.openness().orElseThrow();
        Hats.value(pedal, wanted)
                .ifPresent(meant -> corrections.add(Correction.of(
                        "foot-follows-note",
                        "The foot follows the note: " + wanted.words(),
                        foot(hit, pedal.controller(), meant, OptionalInt.of(value)))));
        corrections.add(Correction.KEEP);
        study.found(
                DiscrepancyKind.HAT_CONTRADICTION,
                List.of(hit),
                "The foot says " + foot.words() + ", " + study.name(part.note(hit)) + " says " + wanted.words() + ".",
                corrections);
    }

    /** A value of the pedal for one stroke, and what it was behind it. */
    private List<HitChange> foot(int hit, int controller, int value, OptionalInt before) {
        List<HitChange> changes = new ArrayList<>();
        int track = part.track(hit);
        changes.add(new HitChange.SendBefore(
                track, part.onEvent(hit), CONTROL_CHANGE | part.channel(hit) - 1, controller, value));
        before.ifPresent(old ->
                changes.add(HitChange.Send.controller(track, part.tick(hit) + 1, part.channel(hit), controller, old)));
        return changes;
    }

    /** An open hi-hat rings on through a closed stroke when nothing on the map says that one damps the other. */
    private void ringsOn() {
        if (!playsHats()) {
            return;
        }
        Instrument instrument = study.instrument();
        Set<Integer> told = new HashSet<>();
        int open = Study.NONE;
        for (int hit : study.order()) {
            int note = part.note(hit);
            if (instrument.isHatFrom(note, OPEN_FROM)) {
                open = hit;
            } else if (open != Study.NONE && instrument.isHatTo(note, CLOSED_TO)) {
                boolean rings = study.seconds(hit) - study.seconds(open) <= RINGS_SECONDS;
                int pair = part.note(open) << 7 | note;
                if (rings && !shareGroup(open, hit) && told.add(pair)) {
                    reportRingsOn(open, hit);
                }
                open = Study.NONE;
            }
        }
    }

    private boolean playsHats() {
        Instrument instrument = study.instrument();
        return IntStream.range(0, Note.COUNT)
                        .anyMatch(note -> study.isPlayed(note) && instrument.isHatFrom(note, OPEN_FROM))
                && IntStream.range(0, Note.COUNT)
                        .anyMatch(note -> study.isPlayed(note) && instrument.isHatTo(note, CLOSED_TO));
    }

    private boolean shareGroup(int one, int other) {
        return study.line(one)
                        .flatMap(Line::chokeGroup)
                        .equals(study.line(other).flatMap(Line::chokeGroup))
                && study.line(one).flatMap(Line::chokeGroup).isPresent();
    }

    private void reportRingsOn(int open, int closed) {
        study.found(
                DiscrepancyKind.HAT_CONTRADICTION,
                List.of(closed, open),
                study.name(part.note(open)) + " rings on through " + study.name(part.note(closed)) + ": on "
                        + study.instrument().name() + " they share no choke group.",
                List.of(
                        new Correction(
                                "choke-group",
                                "Put both in one choke group of "
                                        + study.instrument().name(),
                                Action.CHANGE_MAP,
                                List.of()),
                        Correction.KEEP));
    }

    private void otherForm(Kit written) {
        if (FootClose.needsNote(written.map(), study.instrument().map())) {
            FootClose.find(part, written, this::isHat).forEach(this::withoutNote);
        }
        for (int hit : study.order()) {
            Optional<Sound> meant = study.meant(part.note(hit)).filter(Hats::isStruck);
            Optional<Sound> here = study.line(hit).map(Line::sound).filter(Hats::isStruck);
            if (meant.isEmpty() || here.isEmpty()) {
                continue;
            }
            if (Hats.isByPedal(meant.get()) && !Hats.isByPedal(here.get())) {
                intoNote(hit, part.played(written, meant.get(), hit));
            } else if (!Hats.isByPedal(meant.get()) && Hats.isByPedal(here.get())) {
                intoPedal(hit, meant.get().openness().orElseThrow());
            }
        }
    }

    private boolean isHat(int hit) {
        return study.meant(part.note(hit))
                .or(() -> study.line(hit).map(Line::sound))
                .map(sound -> sound.family() == Family.HIHAT)
                .orElse(false);
    }

    /** The foot closes the hi-hat, and the map has a note for that. */
    private void withoutNote(FootClose close) {
        Line line = FootClose.line(study.instrument().map(), close.opensAgain()).orElseThrow();
        Controllers.Change change = close.change();
        int note = line.note().number();
        Stroke stroke = new Stroke(
                change.track(), change.channel(), change.tick(), note, close.velocity(), study.usualLength(note));
        study.found(
                DiscrepancyKind.HAT_FORM,
                change.track(),
                change.channel(),
                OptionalInt.of(note),
                change.tick(),
                "The foot closes the hi-hat without a note; "
                        + study.instrument().name() + " has one for it.",
                List.of(
                        Correction.of("into-form", "Put in " + study.name(note), new HitChange.Strike(stroke)),
                        Correction.KEEP));
    }

    /** The pedal tells how far open, and the map has notes for it. */
    private void intoNote(int hit, Sound played) {
        Openness openness = played.openness().orElseThrow();
        Integer note = noteFor(hit, openness);
        if (note == null || note == part.note(hit)) {
            return;
        }
        study.found(
                DiscrepancyKind.HAT_FORM,
                List.of(hit),
                "The pedal says " + openness.words() + "; " + study.instrument().name() + " has a note for it.",
                List.of(
                        Correction.of("into-form", "Move to " + study.name(note), new HitChange.ToNote(hit, note)),
                        Correction.KEEP));
    }

    /** The note tells how far open, and the map wants to hear it from the pedal. */
    private void intoPedal(int hit, Openness openness) {
        HatPedal pedal = study.instrument().kit().pedal();
        OptionalInt before = part.pedalAt(study.instrument().kit(), hit);
        boolean right = before.isPresent() && Hats.openness(pedal, before.getAsInt()) == openness;
        OptionalInt value = Hats.value(pedal, openness);
        if (right || value.isEmpty()) {
            return;
        }
        study.found(
                DiscrepancyKind.HAT_FORM,
                List.of(hit),
                study.label(part.note(hit)) + " was meant to be " + openness.words() + "; "
                        + study.instrument().name() + " hears that from controller " + pedal.controller() + ".",
                List.of(
                        Correction.of(
                                "into-form",
                                "Send " + value.getAsInt() + " before it",
                                foot(hit, pedal.controller(), value.getAsInt(), OptionalInt.empty())),
                        Correction.KEEP));
    }
}
