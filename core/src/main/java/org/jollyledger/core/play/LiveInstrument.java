package org.jollyledger.core.play;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.Ringing;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * What an instrument does with each message while it is played, as tables: what a note sounds as, and what that stops. It
 * sounds as a {@link Schedule} of the same music does.
 *
 * @param sounds everything that it can sound as
 * @param notes for each note that it has the sounds it strikes, by their index; those that its pedal opens for every openness
 * @param pressureFrom from which key pressure on a cymbal is grabbed; 0 when key pressure stops nothing
 * @param pressed for each note the sounds that pressing it stops
 * @param openings what each value of its pedal means, 128 of them
 * @param controller which controller its pedal sends
 * @param gains how loud each velocity is, 0 to 1, 128 of them
 * @param cutoffs above which frequency each velocity is damped, in hertz
 */
public record LiveInstrument(
        List<Voiced> sounds,
        SortedMap<Integer, List<Struck>> notes,
        int pressureFrom,
        SortedMap<Integer, List<Integer>> pressed,
        List<Openness> openings,
        int controller,
        List<Double> gains,
        List<Double> cutoffs) {
    /**
     * A sound of one of its lines.
     *
     * @param sound the sound
     * @param stops the sounds that it stops when it is struck, by their index
     * @param stopsOnRelease whether it stops when its note is let go
     * @param closedBy how far the pedal must close to stop it: at every openness in the list; none when the pedal does not
     */
    public record Voiced(Sound sound, List<Integer> stops, boolean stopsOnRelease, List<Openness> closedBy) {}

    /**
     * What a note strikes.
     *
     * @param sound the index of its sound
     * @param byOpenness the index for each openness in its place, where the pedal says so
     */
    public record Struck(int sound, Map<Openness, Integer> byOpenness) {}

    private record Entry(Line line, Sound sound) {}

    /** {@return the instrument of a map} */
    public static LiveInstrument of(NoteMap map) {
        Kit kit = Kit.of(map);
        List<Entry> entries = new ArrayList<>();
        SortedMap<Integer, List<Struck>> notes = new TreeMap<>();
        for (int note = 0; note < Note.COUNT; note++) {
            List<Struck> struck = new ArrayList<>();
            for (Line line : kit.lines(note)) {
                if (line.sound().isDrum()) {
                    struck.add(enter(line, entries));
                }
            }
            if (!struck.isEmpty()) {
                notes.put(note, struck);
            }
        }
        List<Voiced> sounds = entries.stream()
                .map(entry -> new Voiced(
                        entry.sound,
                        IntStream.range(0, entries.size())
                                .filter(other -> Ringing.stops(
                                        entry.line, entry.sound, entries.get(other).line, entries.get(other).sound))
                                .boxed()
                                .toList(),
                        kit.stopsOnRelease() && Chokes.canBeChoked(entry.sound),
                        closedBy(entry)))
                .toList();
        return new LiveInstrument(
                sounds,
                notes,
                kit.grabs(127) ? map.chokes().pressureFrom() : 0,
                pressed(kit, entries),
                Hats.openings(kit.pedal()),
                kit.pedal().controller(),
                IntStream.rangeClosed(0, 127).mapToObj(Loudness::gain).toList(),
                IntStream.rangeClosed(0, 127).mapToObj(Loudness::cutoff).toList());
    }

    private static Struck enter(Line line, List<Entry> entries) {
        int plain = entries.size();
        entries.add(new Entry(line, line.sound()));
        Map<Openness, Integer> byOpenness = new LinkedHashMap<>();
        if (Hats.isByPedal(line.sound())) {
            for (Openness openness : Openness.values()) {
                if (openness != Openness.PEDAL) {
                    byOpenness.put(openness, entries.size());
                    entries.add(new Entry(line, line.sound().withOpenness(openness)));
                }
            }
        }
        return new Struck(plain, byOpenness);
    }

    private static List<Openness> closedBy(Entry entry) {
        if (!Hats.isByPedal(entry.line.sound())) {
            return List.of();
        }
        double open = Hats.position(entry.sound);
        return List.of(Openness.values()).stream()
                .filter(openness -> openness != Openness.PEDAL && openness.position() < open)
                .toList();
    }

    private static SortedMap<Integer, List<Integer>> pressed(Kit kit, List<Entry> entries) {
        SortedMap<Integer, List<Integer>> pressed = new TreeMap<>();
        for (int note = 0; kit.grabs(127) && note < Note.COUNT; note++) {
            List<Line> lines = kit.lines(note);
            List<Integer> stopped = IntStream.range(0, entries.size())
                    .filter(other -> Chokes.canBeChoked(entries.get(other).sound)
                            && lines.stream().anyMatch(line -> line.sound().isSamePieceAs(entries.get(other).sound)))
                    .boxed()
                    .toList();
            if (!stopped.isEmpty()) {
                pressed.put(note, stopped);
            }
        }
        return pressed;
    }

    /** {@return the voices of all its sounds, by their codes} */
    public Map<String, Voice> voices() {
        Map<String, Voice> voices = new TreeMap<>();
        sounds.forEach(voiced -> voices.computeIfAbsent(voiced.sound.code(), any -> Voices.of(voiced.sound)));
        return voices;
    }
}
