package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.Grab;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.HitChange.Drop;
import org.jollyledger.core.part.HitChange.Send;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.Stroke;
import org.jollyledger.core.sound.KitPiece;

/** Chokes of nothing, of another cymbal, or in a form that the map does not take. */
final class ChokeFinder {
    /** A choke is meant for a cymbal that was struck no longer ago. */
    private static final double MEANT_SECONDS = 4;

    private static final int FULL_PRESSURE = 127;
    /** What keeps time rings always, and says nothing of what a choke was meant for. */
    private static final Set<KitPiece> KEEPS_TIME = EnumSet.of(KitPiece.RIDE, KitPiece.HIHAT);

    private final Study study;
    private final Part part;
    private final Kit kit;
    private final DiscrepancyKind wanted;

    private ChokeFinder(Study study, DiscrepancyKind wanted) {
        this.study = study;
        this.wanted = wanted;
        part = study.part();
        kit = study.instrument().kit();
    }

    static void alone(Study study) {
        new ChokeFinder(study, DiscrepancyKind.CHOKE_ALONE).find();
    }

    static void elsewhere(Study study) {
        new ChokeFinder(study, DiscrepancyKind.CHOKE_ELSEWHERE).find();
    }

    static void form(Study study) {
        new ChokeFinder(study, DiscrepancyKind.CHOKE_FORM).find();
    }

    private void find() {
        Kit meant = study.written().orElse(study.instrument()).kit();
        Set<Form> forms = EnumSet.of(Form.NOTE, Form.PRESSURE);
        if (meant.stopsOnRelease() && !kit.stopsOnRelease()) {
            forms.add(Form.RELEASE);
        }
        Grab.find(part, meant, forms, 1).forEach(this::judge);
    }

    private void judge(Grab choke) {
        if (!isTaken(choke)) {
            if (wanted == DiscrepancyKind.CHOKE_FORM) {
                reportForm(choke);
            }
        } else if (choke.stroke().isEmpty() && !choke.isStruck()) {
            reportNothing(choke);
        }
    }

    /** Whether the map takes a choke in its form. */
    private boolean isTaken(Grab choke) {
        return switch (choke.form()) {
            case NOTE ->
                study.line(choke.hit())
                        .map(Line::sound)
                        .map(here -> Chokes.isChoke(here) && Chokes.isTail(here) == Chokes.isTail(choke.sound()))
                        .orElse(false);
            case PRESSURE ->
                kit.chokes() == Form.PRESSURE
                        && strongest(choke) >= kit.map().chokes().pressureFrom();
            case RELEASE -> kit.stopsOnRelease();
        };
    }

    private int value(int pressure) {
        return part.file().tracks().get(part.pressureTrack(pressure)).data2(part.pressureEvent(pressure));
    }

    private int strongest(Grab choke) {
        return choke.pressures().stream().mapToInt(this::value).max().orElse(0);
    }

    private void report(DiscrepancyKind kind, Grab choke, String sentence, List<Correction> corrections) {
        if (choke.form() == Form.NOTE) {
            study.found(kind, List.of(choke.hit()), sentence, corrections);
        } else {
            study.found(
                    kind,
                    part.track(choke.hit()),
                    part.channel(choke.hit()),
                    OptionalInt.of(part.note(choke.hit())),
                    choke.tick(),
                    sentence,
                    corrections);
        }
    }

    /** A choke while nothing of its cymbal rings. */
    private void reportNothing(Grab choke) {
        List<Integer> others = choke.others().stream()
                .filter(hit -> choke.seconds() - study.seconds(hit) <= MEANT_SECONDS)
                .filter(hit -> study.meant(part.note(hit))
                        .map(sound -> !KEEPS_TIME.contains(sound.piece()))
                        .orElse(false))
                .filter(hit -> toCymbal(choke, hit).isPresent())
                .toList();
        DiscrepancyKind kind = others.size() == 1 ? DiscrepancyKind.CHOKE_ELSEWHERE : DiscrepancyKind.CHOKE_ALONE;
        if (kind != wanted) {
            return;
        }
        String name = choke.sound().pieceWords();
        String which = study.name(part.note(choke.hit()))
                + (choke.form() == Form.NOTE ? " chokes " : ", grabbed, chokes ")
                + name;
        if (kind == DiscrepancyKind.CHOKE_ELSEWHERE) {
            int other = others.get(0);
            report(
                    kind,
                    choke,
                    which + " while only " + study.name(part.note(other)) + " rings.",
                    List.of(toCymbal(choke, other).orElseThrow(), delete(choke), Correction.KEEP));
        } else {
            List<Correction> corrections = new ArrayList<>();
            corrections.add(delete(choke));
            others.stream().limit(1).forEach(hit -> toCymbal(choke, hit).ifPresent(corrections::add));
            corrections.add(Correction.KEEP);
            report(kind, choke, which + ", which is not ringing.", corrections);
        }
    }

    private Correction delete(Grab choke) {
        return choke.form() == Form.RELEASE
                ? Correction.of("ring-on", "Let it ring", ringOn(choke))
                : Correction.of("delete", "Delete the choke", withoutIt(choke));
    }

    /** What takes a choke out of the part. */
    private List<HitChange> withoutIt(Grab choke) {
        return switch (choke.form()) {
            case NOTE -> new ArrayList<>(List.of(new HitChange.Delete(choke.hit())));
            case PRESSURE -> dropPressures(choke);
            case RELEASE -> new ArrayList<>();
        };
    }

    private List<HitChange> ringOn(Grab choke) {
        int again = study.next(choke.hit());
        double perTick = part.tempoMap(part.track(choke.hit())).at(choke.tick()).secondsPerTick();
        long out = part.tick(choke.hit()) + Math.round((Grab.RINGS_SECONDS + 1) / perTick);
        return LengthFinder.end(study, choke.hit(), again == Study.NONE ? out : Math.min(out, part.tick(again)));
    }

    private List<HitChange> dropPressures(Grab choke) {
        List<HitChange> drops = new ArrayList<>();
        for (int pressure : choke.pressures()) {
            drops.add(new Drop(part.pressureTrack(pressure), part.pressureEvent(pressure)));
        }
        return drops;
    }

    /** What makes a choke one of another cymbal, which a hit struck, in the form that it has. */
    private Optional<Correction> toCymbal(Grab choke, int ringingHit) {
        int note = part.note(ringingHit);
        String words = "Choke " + study.name(note) + " instead";
        if (choke.form() == Form.PRESSURE) {
            List<HitChange> changes = dropPressures(choke);
            changes.addAll(pressure(choke.tick(), ringingHit));
            return Optional.of(Correction.of("to-other", words, changes));
        }
        return Optional.ofNullable(
                        study.instrument().forms().chokes().chokedBy().get(note))
                .map(by -> Correction.of("to-other", words, new HitChange.ToNote(choke.hit(), by)));
    }

    /** Key pressure on the cymbal that a hit struck, and its end. */
    private List<HitChange> pressure(long tick, int hit) {
        int track = part.track(hit);
        long release = tick + Math.max(1, study.usualLength(part.note(hit)));
        return List.of(
                Send.pressure(track, tick, part.channel(hit), part.note(hit), FULL_PRESSURE),
                Send.pressure(track, release, part.channel(hit), part.note(hit), 0));
    }

    private void reportForm(Grab choke) {
        List<Correction> corrections = new ArrayList<>();
        if (choke.stroke().isPresent()) {
            intoForm(choke, choke.stroke().getAsInt())
                    .ifPresent(changes -> corrections.add(
                            Correction.of("into-form", "Make it " + kit.chokes().words(), changes)));
        }
        corrections.add(delete(choke));
        corrections.add(Correction.KEEP);
        report(DiscrepancyKind.CHOKE_FORM, choke, sentence(choke, corrections.size() > 2), corrections);
    }

    private static String capital(String words) {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    private String sentence(Grab choke, boolean canBeSaid) {
        String cymbal = choke.sound().pieceWords();
        String form = switch (choke.form()) {
            case NOTE ->
                study.label(part.note(choke.hit())) + " is to choke " + cymbal
                        + (choke.isStruck() ? " with a stroke" : "");
            case PRESSURE -> capital(cymbal) + " is choked by key pressure of " + strongest(choke);
            case RELEASE -> capital(cymbal) + " is choked by its release";
        };
        return form + "; " + kit.map().name()
                + (canBeSaid ? " takes " + kit.chokes().words() + "." : " cannot choke it.");
    }

    /** What says the same choke in the form of the map; empty when it cannot say it. */
    private Optional<List<HitChange>> intoForm(Grab choke, int stroke) {
        List<HitChange> changes = withoutIt(choke);
        switch (kit.chokes()) {
            case PRESSURE -> changes.addAll(pressure(choke.tick(), stroke));
            case RELEASE -> changes.addAll(LengthFinder.end(study, stroke, choke.tick()));
            case NOTE -> {
                Integer by = study.instrument().forms().chokes().chokedBy().get(part.note(stroke));
                if (by == null) {
                    return Optional.empty();
                }
                return Optional.of(intoNote(choke, stroke, by));
            }
        }
        return Optional.of(changes);
    }

    private List<HitChange> intoNote(Grab choke, int stroke, int by) {
        boolean tail =
                study.instrument().line(by).map(Line::sound).map(Chokes::isTail).orElse(true);
        if (choke.isStruck() && tail) {
            return List.of(
                    new HitChange.ToNote(choke.hit(), part.note(stroke)),
                    new HitChange.Strike(tail(stroke, choke.tailTick(part), by)));
        }
        boolean replaces = !tail && Grab.canReplace(choke.seconds() - study.seconds(stroke));
        if (choke.form() == Form.NOTE && !replaces && (tail || choke.isStruck())) {
            return List.of(new HitChange.ToNote(choke.hit(), by));
        }
        List<HitChange> changes = withoutIt(choke);
        if (tail) {
            changes.add(new HitChange.Strike(tail(stroke, choke.tick(), by)));
        } else if (replaces) {
            changes.add(new HitChange.ToNote(stroke, by));
        } else {
            changes.addAll(LengthFinder.end(study, stroke, choke.tick()));
        }
        return changes;
    }

    private Stroke tail(int stroke, long tick, int note) {
        return new Stroke(
                part.track(stroke),
                part.channel(stroke),
                tick,
                note,
                part.velocity(stroke),
                Math.max(1, study.usualLength(part.note(stroke)) / 2));
    }
}
