package org.jollyledger.core.sheet;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Caption;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;

/**
 * Everything there is to say about a hit, in words.
 *
 * @param hit its index in the part
 * @param name what plays it
 * @param facts names and values
 */
public record HitFacts(int hit, String name, List<Fact> facts) {
    /** A property of a hit and its value in words. */
    public record Fact(String name, String value) {}

    private static final double MILLISECONDS = 1_000;

    /** {@return what there is to say about a hit of a sheet} */
    public static HitFacts of(Sheet sheet, int hit) {
        Part part = sheet.part();
        Note note = Note.of(part.note(hit));
        Optional<Line> line = sheet.map().lineAt(note);
        List<Fact> facts = new ArrayList<>();
        facts.add(new Fact("Place", part.place(hit).words()));
        facts.add(new Fact("Tick", part.tick(hit) + " · " + seconds(sheet, part.tick(hit))));
        facts.add(new Fact("Note", note.label(sheet.map().middleC())));
        facts.add(new Fact(
                "Sound",
                line.map(known -> known.sound().words())
                        .orElse("silent on " + sheet.map().name())));
        facts.add(new Fact("Velocity", part.velocity(hit) + loudness(part.velocity(hit))));
        facts.add(new Fact("Length", length(sheet, hit)));
        facts.add(new Fact("Channel", String.valueOf(part.channel(hit))));
        MidiTrack track = part.file().tracks().get(part.track(hit));
        facts.add(new Fact(
                "Track",
                part.track(hit)
                        + 1
                        + Caption.trackName(track).map(name -> " · " + name).orElse("")));
        figure(sheet, hit).ifPresent(words -> facts.add(new Fact("Figure", words)));
        if (line.filter(known -> known.sound().family() == Family.HIHAT).isPresent()) {
            part.pedalAt(sheet.kit(), hit)
                    .ifPresent(value -> facts.add(new Fact(
                            "Pedal",
                            "controller " + sheet.kit().pedal().controller() + " at " + value
                                    + sheet.soundOf(hit)
                                            .flatMap(sound -> sound.openness())
                                            .map(openness -> ", " + openness.words())
                                            .orElse(""))));
        }
        for (int pressure : part.pressuresOf(hit)) {
            MidiTrack in = part.file().tracks().get(part.pressureTrack(pressure));
            int event = part.pressureEvent(pressure);
            facts.add(new Fact(
                    "Key pressure",
                    in.data2(event) + " at "
                            + part.timeMap(in.index()).at(in.tick(event)).words()));
        }
        return new HitFacts(
                hit, line.map(Line::name).orElse(note.label(sheet.map().middleC())), List.copyOf(facts));
    }

    /** {@return in one line, such as "Snare, bar 3, beat 2, velocity 98"} */
    public String words() {
        return name + ", " + facts.get(0).value() + ", velocity "
                + facts.stream()
                        .filter(fact -> fact.name().equals("Velocity"))
                        .map(Fact::value)
                        .findFirst()
                        .orElseThrow();
    }

    private static String loudness(int velocity) {
        if (velocity <= Notation.LOUDEST_GHOST) {
            return ", ghost";
        }
        return velocity >= Notation.SOFTEST_ACCENT ? ", accent" : "";
    }

    private static String length(Sheet sheet, int hit) {
        Part part = sheet.part();
        if (part.hangs(hit)) {
            return "hangs, it has no end";
        }
        long ticks = part.endTick(hit) - part.tick(hit);
        double seconds = part.tempoMap(part.track(hit)).seconds(part.endTick(hit))
                - part.tempoMap(part.track(hit)).seconds(part.tick(hit));
        return ticks + " ticks · " + Math.round(seconds * MILLISECONDS) + " ms";
    }

    private static String seconds(Sheet sheet, long tick) {
        long milliseconds = Math.round(sheet.tempos().seconds(tick) * MILLISECONDS);
        return String.format(
                Locale.ROOT, "%d:%02d.%03d", milliseconds / 60_000, milliseconds / 1_000 % 60, milliseconds % 1_000);
    }

    private static Optional<String> figure(Sheet sheet, int hit) {
        int main = sheet.figures().mainOf(hit);
        if (main != Part.NONE) {
            return Optional.of(
                    "leads into the stroke on " + sheet.part().place(main).words());
        }
        int roll = sheet.figures().rollOf(hit);
        return roll == Part.NONE
                ? Optional.empty()
                : Optional.of("of a roll from " + sheet.part().place(roll).words());
    }
}
