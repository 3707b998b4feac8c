package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IntSummaryStatistics;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.FreeNotes;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
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
    private record Finding(DiscrepancyKind kind, String sentence, List<Line> lines) {}

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
        Map<Integer, Optional<Finding>> byNote = new HashMap<>();
        for (int hit : study.order()) {
            byNote.computeIfAbsent(part.note(hit), note -> finding(study, note))
                    .filter(finding -> finding.kind == kind)
                    .ifPresent(finding ->
                            study.found(kind, List.of(hit), finding.sentence, corrections(study, hit, finding)));
        }
    }

    private static Optional<Finding> finding(Study study, int note) {
        Optional<Line> line = study.lineOn(note);
        Optional<Sound> meant = meant(study, note);
        if (line.isPresent() && !line.get().sound().isDrum() || line.isEmpty() && isKeySwitch(study, note, meant)) {
            return Optional.of(new Finding(
                    DiscrepancyKind.KEY_SWITCH,
                    study.name(note) + " is no drum on " + study.map().name() + ": it plays nothing.",
                    List.of()));
        }
        List<Line> nearest =
                BetterLine.find(Note.of(note), study.map(), study.meant().map(Kit::map), MOST_LINES).stream()
                        .map(BetterLine::line)
                        .toList();
        if (line.isEmpty()) {
            boolean changesForm =
                    meant.map(Chokes::isChoke).orElse(false) && study.meant().isPresent();
            return changesForm ? Optional.empty() : Optional.of(silence(study, note, meant, nearest));
        }
        return meant.filter(sound -> isOther(study, line.get(), sound, nearest))
                .map(sound -> new Finding(
                        DiscrepancyKind.OTHER_SOUND,
                        study.name(note) + " was meant for " + sound.words() + ", and is "
                                + line.get().sound().words() + " on "
                                + study.map().name() + ".",
                        nearest.stream().filter(other -> other != line.get()).toList()));
    }

    private static Finding silence(Study study, int note, Optional<Sound> meant, List<Line> nearest) {
        String what = meant.map(sound -> "; it was meant for " + sound.words()).orElse("");
        return new Finding(
                DiscrepancyKind.SILENT,
                study.label(note) + " plays nothing on " + study.map().name() + what + ".",
                nearest);
    }

    /** What a note was meant for; what General MIDI has there says so only where the map has nothing. */
    private static Optional<Sound> meant(Study study, int note) {
        if (study.meant().isPresent()) {
            return study.meant()
                    .flatMap(kit -> kit.map().lineAt(Note.of(note)))
                    .map(Line::sound)
                    .filter(Sound::isDrum);
        }
        return study.lineOn(note).isPresent()
                ? Optional.empty()
                : GeneralMidi.level2().lineAt(Note.of(note)).map(Line::sound);
    }

    private static boolean isKeySwitch(Study study, int note, Optional<Sound> meant) {
        IntSummaryStatistics drums = study.map().firstLines().stream()
                .filter(line -> line.sound().isDrum())
                .mapToInt(line -> line.note().number())
                .summaryStatistics();
        return meant.isEmpty() && (note < drums.getMin() - FAR_FROM_DRUMS || note > drums.getMax() + FAR_FROM_DRUMS);
    }

    /** Whether a line is another sound than was meant, and the map has a nearer one or that one is far. */
    private static boolean isOther(Study study, Line line, Sound meant, List<Line> nearest) {
        Sound here = line.sound();
        boolean otherForm = Chokes.isChoke(meant)
                || Hats.isStruck(meant) && Hats.isStruck(here) && (Hats.isByPedal(meant) || Hats.isByPedal(here));
        if (here.equals(meant) || otherForm) {
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
                    "add-line", "Add a line for it to " + study.map().name(), Action.CHANGE_MAP, List.of()));
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
        if (study.meant().isEmpty() || part.hitCount() == 0) {
            return;
        }
        NoteMap written = study.meant().orElseThrow().map();
        int[] hits = part.hitsPerNote();
        int elsewhere = IntStream.range(0, Note.COUNT)
                .filter(note -> hits[note] > 0)
                .filter(note -> finding(study, note)
                        .filter(finding -> finding.kind != DiscrepancyKind.KEY_SWITCH)
                        .isPresent())
                .map(note -> hits[note])
                .sum();
        if (2 * elsewhere > part.hitCount()) {
            study.found(
                    DiscrepancyKind.OTHER_LAYOUT,
                    part.track(study.order()[0]),
                    part.channel(study.order()[0]),
                    OptionalInt.empty(),
                    part.tick(study.order()[0]),
                    "This part was written for " + written.name() + ": on "
                            + study.map().name() + " " + elsewhere + " of " + part.hitCount()
                            + " hits are silent or another sound.",
                    List.of(
                            new Correction("convert", "Convert it from " + written.name(), Action.CONVERT, List.of()),
                            Correction.KEEP));
        }
    }

    /** Two lines on one note that are no layer: of one family, and yet two sounds. */
    static void sharedNote(Study study) {
        Part part = study.part();
        for (Note note : study.map().sharedNotes()) {
            List<Line> lines = study.map().linesAt(note);
            Line first = lines.get(0);
            lines.stream()
                    .skip(1)
                    .filter(line -> line.sound().family() == first.sound().family()
                            && !line.sound().equals(first.sound()))
                    .findFirst()
                    .ifPresent(line -> {
                        int hit = firstOn(study, note.number());
                        String free = FreeNotes.beside(study.map(), line.sound(), Optional.of(note)).stream()
                                .findFirst()
                                .map(place -> "Put " + line.name() + " on "
                                        + place.label(study.map().middleC()) + ", which is free")
                                .orElse("Put " + line.name() + " on another note");
                        study.found(
                                DiscrepancyKind.SHARED_NOTE,
                                hit == Study.NONE ? 0 : part.track(hit),
                                hit == Study.NONE ? study.map().channel().orElse(10) : part.channel(hit),
                                OptionalInt.of(note.number()),
                                hit == Study.NONE ? 0 : part.tick(hit),
                                first.name() + " and " + line.name() + " are both on " + study.label(note.number())
                                        + " on " + study.map().name() + ": they always sound together.",
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
