package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.notemap.FreeNotes;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.Correction.Action;
import org.jollyledger.core.sound.Sound;

/** Notes that play nothing, or something else than was meant. */
final class NoteFinder {
    private static final int MOST_LINES = 3;
    /** Keys so far from all drums are there to switch something (common practice). */
    private static final int FAR_FROM_DRUMS = 12;

    private NoteFinder() {}

    /** What is wrong with all hits of a note. */
    record Finding(DiscrepancyKind kind, String sentence, List<Line> lines) {}

    static void silent(Study study) {
        each(study, DiscrepancyKind.SILENT);
    }

    static void otherSound(Study study) {
        each(study, DiscrepancyKind.OTHER_SOUND);
    }

    static void keySwitch(Study study) {
        each(study, DiscrepancyKind.KEY_SWITCH);
    }

    private static void each(Study study, DiscrepancyKind kind) {
        Part part = study.part();
        boolean[] concerned = new boolean[Note.COUNT];
        boolean any = false;
        for (int note = 0; note < Note.COUNT; note++) {
            concerned[note] = study.isPlayed(note)
                    && study.finding(note)
                            .filter(finding -> finding.kind == kind)
                            .isPresent();
            any |= concerned[note];
        }
        if (!any) {
            return;
        }
        for (int hit : study.order()) {
            if (concerned[part.note(hit)]) {
                Finding finding = study.finding(part.note(hit)).orElseThrow();
                study.found(kind, List.of(hit), finding.sentence, corrections(study, hit, finding));
            }
        }
    }

    /** What is wrong with all hits of a note, if anything. */
    static Optional<Finding> find(Study study, int note) {
        Optional<Line> line = study.instrument().line(note);
        Optional<Sound> meant = meant(study, note);
        if (line.isPresent() && !line.get().sound().isDrum() || line.isEmpty() && isKeySwitch(study, note, meant)) {
            return Optional.of(new Finding(
                    DiscrepancyKind.KEY_SWITCH,
                    study.name(note) + " is no drum on " + study.instrument().name() + ": it plays nothing.",
                    List.of()));
        }
        if (line.isEmpty()) {
            boolean changesForm =
                    meant.map(Chokes::isChoke).orElse(false) && study.written().isPresent();
            return changesForm ? Optional.empty() : Optional.of(silence(study, note, meant, nearest(study, note)));
        }
        if (meant.isEmpty() || meant.get().equals(line.get().sound())) {
            return Optional.empty();
        }
        List<Line> nearest = nearest(study, note);
        return meant.filter(sound -> isOther(line.get(), sound, nearest))
                .map(sound -> new Finding(
                        DiscrepancyKind.OTHER_SOUND,
                        study.name(note) + " was meant for " + sound.words() + ", and is "
                                + line.get().sound().words() + " on "
                                + study.instrument().name() + ".",
                        nearest.stream().filter(other -> other != line.get()).toList()));
    }

    private static List<Line> nearest(Study study, int note) {
        return BetterLine.find(
                        Note.of(note), study.instrument().map(), study.written().map(Instrument::map), MOST_LINES)
                .stream()
                .map(BetterLine::line)
                .toList();
    }

    private static Finding silence(Study study, int note, Optional<Sound> meant, List<Line> nearest) {
        boolean known = study.written().flatMap(written -> written.line(note)).isPresent();
        String what = meant.map(sound -> known
                        ? "; it was meant for " + sound.words()
                        : "; General MIDI has " + sound.words() + " there")
                .orElse("");
        return new Finding(
                DiscrepancyKind.SILENT,
                study.label(note) + " plays nothing on " + study.instrument().name() + what + ".",
                nearest);
    }

    /** What a note was meant for; what General MIDI has there says so only where the map has nothing. */
    private static Optional<Sound> meant(Study study, int note) {
        Optional<Sound> written =
                study.written().flatMap(map -> map.sound(note)).filter(Sound::isDrum);
        return written.isPresent() || study.instrument().line(note).isPresent()
                ? written
                : GeneralMidi.level2().lineAt(Note.of(note)).map(Line::sound);
    }

    private static boolean isKeySwitch(Study study, int note, Optional<Sound> meant) {
        return meant.isEmpty() && study.instrument().isFarFromDrums(note, FAR_FROM_DRUMS);
    }

    /** Whether a line is another sound than was meant, and the map has a nearer one or that one is far. */
    private static boolean isOther(Line line, Sound meant, List<Line> nearest) {
        Sound here = line.sound();
        boolean otherForm = Chokes.isChoke(meant)
                || Hats.isStruck(meant) && Hats.isStruck(here) && (Hats.isByPedal(meant) || Hats.isByPedal(here));
        if (otherForm) {
            return false;
        }
        return meant.distanceTo(here).isFar()
                || !nearest.isEmpty()
                        && meant.distanceTo(nearest.get(0).sound()).value()
                                < meant.distanceTo(here).value();
    }

    private static List<Correction> corrections(Study study, int hit, Finding finding) {
        List<Correction> corrections = new ArrayList<>();
        // Where nothing on the map is near, nothing is proposed but to look at it.
        boolean keepFirst = finding.kind != DiscrepancyKind.SILENT && finding.lines.isEmpty();
        if (keepFirst) {
            corrections.add(Correction.KEEP);
        }
        for (Line line : finding.lines) {
            corrections.add(move(study, hit, line));
        }
        corrections.add(Correction.of("delete", "Delete", new HitChange.Delete(hit)));
        if (!keepFirst) {
            corrections.add(Correction.KEEP);
        }
        if (finding.kind == DiscrepancyKind.SILENT) {
            corrections.add(new Correction(
                    "add-line", "Add a line for it to " + study.instrument().name(), Action.CHANGE_MAP, List.of()));
        }
        return corrections;
    }

    static Correction move(Study study, int hit, Line line) {
        int note = line.note().number();
        return Correction.of("to-" + note, "Move to " + study.name(line), new HitChange.ToNote(hit, note));
    }

    /** Most hits mean something else on the map they were written for. */
    static void otherLayout(Study study) {
        Part part = study.part();
        if (study.written().isEmpty() || part.hitCount() == 0) {
            return;
        }
        Instrument written = study.written().orElseThrow();
        int elsewhere = IntStream.range(0, Note.COUNT)
                .filter(study::isPlayed)
                .filter(note -> study.finding(note)
                        .filter(finding -> finding.kind != DiscrepancyKind.KEY_SWITCH)
                        .isPresent())
                .map(study::hitsOn)
                .sum();
        if (2 * elsewhere > part.hitCount()) {
            study.found(
                    DiscrepancyKind.OTHER_LAYOUT,
                    part.track(study.order()[0]),
                    part.channel(study.order()[0]),
                    OptionalInt.empty(),
                    part.tick(study.order()[0]),
                    "This part was written for " + written.name() + ": on "
                            + study.instrument().name() + " " + elsewhere + " of " + part.hitCount()
                            + " hits are silent or another sound.",
                    List.of(
                            new Correction("convert", "Convert it from " + written.name(), Action.CONVERT, List.of()),
                            Correction.KEEP));
        }
    }

    /** Two lines on one note that are no layer: of one family, and yet two sounds. */
    static void sharedNote(Study study) {
        Part part = study.part();
        for (Note note : study.instrument().map().sharedNotes()) {
            List<Line> lines = study.instrument().map().linesAt(note);
            Line first = lines.get(0);
            lines.stream()
                    .skip(1)
                    .filter(line -> line.sound().family() == first.sound().family()
                            && !line.sound().equals(first.sound()))
                    .findFirst()
                    .ifPresent(line -> {
                        int hit = firstOn(study, note.number());
                        String free =
                                FreeNotes.beside(study.instrument().map(), line.sound(), Optional.of(note)).stream()
                                        .findFirst()
                                        .map(place -> "Put " + line.name() + " on "
                                                + place.label(
                                                        study.instrument().map().middleC()) + ", which is free")
                                        .orElse("Put " + line.name() + " on another note");
                        study.found(
                                DiscrepancyKind.SHARED_NOTE,
                                hit == Study.NONE ? 0 : part.track(hit),
                                hit == Study.NONE
                                        ? study.instrument().map().channel().orElse(10)
                                        : part.channel(hit),
                                OptionalInt.of(note.number()),
                                hit == Study.NONE ? 0 : part.tick(hit),
                                first.name() + " and " + line.name() + " are both on " + study.label(note.number())
                                        + " on " + study.instrument().name() + ": they always sound together.",
                                List.of(
                                        new Correction("move-line", free, Action.CHANGE_MAP, List.of()),
                                        Correction.KEEP));
                    });
        }
    }

    private static int firstOn(Study study, int note) {
        return IntStream.of(study.order())
                .filter(hit -> study.part().note(hit) == note)
                .findFirst()
                .orElse(Study.NONE);
    }
}
