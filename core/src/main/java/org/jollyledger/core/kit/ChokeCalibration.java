package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapEdits;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Sound;

/**
 * How a kit says that a cymbal is grabbed, from what it sent while each was struck and grabbed once: by a note of its own, by
 * key pressure, or by letting go of a note that would otherwise be held (common practice).
 *
 * @param chokes the form that most cymbals have; the map's own where none was found
 * @param grabbed what came of each cymbal that was struck, in the order of the strokes
 * @param warnings what may be wrong with it, in words; none when all is well
 */
public record ChokeCalibration(ChokeExpression chokes, List<Grabbed> grabbed, List<String> warnings) {
    /** A hand is on a struck cymbal within that time, in microseconds. */
    private static final long SOON = 6_000_000;
    /** Notes that are not held end sooner than that. */
    private static final long HELD = 250_000;
    /** Pressure that is meant reaches the half of what was reached here. */
    private static final int MEANT = 2;

    /**
     * What came of one cymbal.
     *
     * @param struck its note
     * @param form the form of its choke; empty when nothing came
     * @param note the note that chokes it, is pressed, or let go
     * @param value how hard that was
     */
    public record Grabbed(int struck, Optional<Form> form, int note, int value) {}

    public ChokeCalibration {
        grabbed = List.copyOf(grabbed);
        warnings = List.copyOf(warnings);
    }

    /**
     * Finds how cymbals are grabbed.
     *
     * @param map the map of the kit; its lines say which notes are cymbals
     * @param came what it sent, in any order
     * @throws IllegalArgumentException when no cymbal was struck
     */
    public static ChokeCalibration of(NoteMap map, List<TimedMessage> came) {
        Map<Sound.Instrument, Grabbed> byCymbal = new LinkedHashMap<>();
        List<TimedMessage> inTime = came.stream()
                .sorted((one, other) -> Long.compare(one.at(), other.at()))
                .toList();
        for (int at = 0; at < inTime.size(); at++) {
            TimedMessage stroke = inTime.get(at);
            Optional<Sound> sound = cymbal(map, stroke);
            if (sound.isPresent()) {
                Grabbed found = grabbed(map, inTime, at, sound.get());
                byCymbal.merge(sound.get().instrument(), found, (before, now) -> now.form.isPresent() ? now : before);
            }
        }
        if (byCymbal.isEmpty()) {
            throw new IllegalArgumentException("No cymbal was struck; strike each cymbal, let it ring, and grab it.");
        }
        return summed(map, List.copyOf(byCymbal.values()));
    }

    private static Optional<Sound> cymbal(NoteMap map, TimedMessage message) {
        return message.isStroke()
                ? map.lineAt(Note.of(message.data1()))
                        .map(Line::sound)
                        .filter(sound -> Chokes.canBeChoked(sound) && !Chokes.isChoke(sound) && !Hats.isStruck(sound))
                : Optional.empty();
    }

    /** What came between a stroke and the next stroke on something else. */
    private static Grabbed grabbed(NoteMap map, List<TimedMessage> inTime, int stroke, Sound sound) {
        TimedMessage struck = inTime.get(stroke);
        Optional<Grabbed> letGo = Optional.empty();
        for (TimedMessage message : inTime.subList(stroke + 1, inTime.size())) {
            if (message.at() - struck.at() > SOON) {
                break;
            }
            boolean same = message.data1() == struck.data1();
            if (message.command() == TimedMessage.PRESSURE
                    && message.data2() > 0
                    && isOf(map, message.data1(), sound)) {
                return new Grabbed(
                        struck.data1(), Optional.of(Form.PRESSURE), message.data1(), highest(inTime, message));
            }
            if (message.isStroke()) {
                if (chokes(map, message.data1(), sound)) {
                    return new Grabbed(struck.data1(), Optional.of(Form.NOTE), message.data1(), message.data2());
                }
                break;
            }
            if (message.isEnd() && same && letGo.isEmpty() && message.at() - struck.at() >= HELD) {
                letGo = Optional.of(
                        new Grabbed(struck.data1(), Optional.of(Form.RELEASE), struck.data1(), message.data2()));
            }
        }
        return letGo.orElse(new Grabbed(struck.data1(), Optional.empty(), struck.data1(), 0));
    }

    /** The highest pressure on a note from one message until it is let go. */
    private static int highest(List<TimedMessage> inTime, TimedMessage first) {
        int highest = first.data2();
        for (TimedMessage message : inTime.subList(inTime.indexOf(first), inTime.size())) {
            if (message.command() == TimedMessage.PRESSURE && message.data1() == first.data1()) {
                if (message.data2() == 0) {
                    break;
                }
                highest = Math.max(highest, message.data2());
            }
        }
        return highest;
    }

    private static boolean isOf(NoteMap map, int note, Sound sound) {
        return map.lineAt(Note.of(note))
                .map(line -> line.sound().instrument().equals(sound.instrument()))
                .orElse(false);
    }

    /** Whether a note may be the choke of a cymbal: it says so, or nobody has said what it is. */
    private static boolean chokes(NoteMap map, int note, Sound sound) {
        return map.lineAt(Note.of(note))
                .map(line -> Chokes.isChoke(line.sound()))
                .orElse(true);
    }

    private static ChokeCalibration summed(NoteMap map, List<Grabbed> grabbed) {
        List<String> warnings = new ArrayList<>();
        Map<Form, Integer> count = new EnumMap<>(Form.class);
        Map<Integer, Integer> takenBy = new TreeMap<>();
        for (Grabbed one : grabbed) {
            one.form.ifPresentOrElse(
                    form -> count.merge(form, 1, Integer::sum),
                    () -> warnings.add("Nothing came when " + name(map, one.struck)
                            + " was grabbed; grab it again, at its edge and firmly."));
            if (one.form.equals(Optional.of(Form.NOTE))) {
                Integer other = takenBy.put(one.note, one.struck);
                if (other != null) {
                    warnings.add(name(map, other) + " and " + name(map, one.struck) + " are choked by one note, "
                            + Note.of(one.note).label(map.middleC()) + "; either choke stops both.");
                }
            }
        }
        Optional<Form> most =
                count.entrySet().stream().max(Map.Entry.comparingByValue()).map(Map.Entry::getKey);
        if (count.size() > 1) {
            warnings.add("The cymbals are grabbed in different ways; what most of them send is taken.");
        }
        int least = grabbed.stream()
                .filter(one -> one.form.equals(Optional.of(Form.PRESSURE)))
                .mapToInt(Grabbed::value)
                .min()
                .orElse(ChokeExpression.USUAL_PRESSURE * MEANT);
        ChokeExpression chokes = most.map(form -> new ChokeExpression(
                        form, form == Form.PRESSURE ? Math.max(1, least / MEANT) : ChokeExpression.USUAL_PRESSURE))
                .orElse(map.chokes());
        return new ChokeCalibration(chokes, grabbed, warnings);
    }

    private static String name(NoteMap map, int note) {
        return map.lineAt(Note.of(note)).map(Line::name).orElse("note " + note);
    }

    /** {@return a map with what was found: its form of chokes, and a line for each note that chokes a cymbal} */
    public NoteMap applied(NoteMap map) {
        NoteMap after = map.withChokes(chokes);
        for (Grabbed one : grabbed) {
            if (one.form.equals(Optional.of(Form.NOTE)) && chokes.form() == Form.NOTE) {
                after = withChoke(after, one);
            }
        }
        return after;
    }

    private static NoteMap withChoke(NoteMap map, Grabbed found) {
        Line cymbal = map.lineAt(Note.of(found.struck)).orElseThrow();
        Sound sound = cymbal.sound();
        Sound choke = new Sound(sound.piece(), sound.number(), sound.side(), Articulation.CHOKE, Optional.empty());
        Optional<Line> there = map.lineAt(Note.of(found.note));
        if (there.isPresent()) {
            int at = map.lines().indexOf(there.get());
            return Chokes.chokes(there.get().sound(), sound)
                    ? map
                    : MapEdits.change(map, List.of(at), line -> line.withSound(choke));
        }
        String piece = sound.pieceWords();
        String name = Character.toUpperCase(piece.charAt(0)) + piece.substring(1) + " choke";
        return MapEdits.insert(map, map.lines().indexOf(cymbal) + 1, Line.of(found.note, name, choke));
    }
}
