package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.PadPlan.Triggers;
import org.jollyledger.core.pitch.Note;

/**
 * How the triggers of a kit bounce and speak with their neighbours, from a minute of playing (common practice): a pad that
 * strikes again at once and no louder, and a pad that is softly heard each time another is struck hard.
 *
 * @param triggers the figures for this kit
 * @param seen what they rest on, in words
 */
public record TriggerCalibration(Triggers triggers, List<String> seen) {
    /** What is usual, where nothing was seen; as Reconcile has it. */
    private static final Triggers USUAL = new Triggers(25, 8, 25);
    /** Nobody strikes one pad again so soon, and softer, but in a roll. */
    private static final long LONGEST_BOUNCE = 60_000;
    /** Of a bounce little is left. */
    private static final double BOUNCE_SHARE = 0.7;

    private static final long LONGEST_CROSSTALK = 20_000;
    private static final double LOUDEST_CROSSTALK = 0.5;
    /** How often a pad is heard so with another one at least. */
    private static final int OFTEN = 3;
    /** A pad that is mostly played so softly is meant. */
    private static final double MOSTLY = 0.5;
    /** A little more than what was seen counts too. */
    private static final int ROOM_MILLISECONDS = 2;

    private static final int ROOM_PERCENT = 4;
    private static final int FEW = 20;

    public TriggerCalibration {
        seen = List.copyOf(seen);
    }

    private record Pair(int loud, int soft) {}

    private record Meeting(long apart, double share) {}

    /**
     * Works out the figures.
     *
     * @param map the map of the kit; notes of one drum are one pad
     * @param came what it sent, in any order
     * @throws IllegalArgumentException when too little was played
     */
    public static TriggerCalibration of(NoteMap map, List<TimedMessage> came) {
        List<TimedMessage> hits = came.stream()
                .filter(one -> one.isStroke())
                .sorted((one, other) -> Long.compare(one.at(), other.at()))
                .toList();
        if (hits.size() < FEW) {
            throw new IllegalArgumentException("Only " + hits.size()
                    + " strokes came; play a minute, loud and soft, on all pads, then try again.");
        }
        List<String> seen = new ArrayList<>();
        List<TimedMessage> struck = new ArrayList<>(hits);
        int bounce = bounces(map, struck, seen);
        Triggers found = crosstalk(map, struck, bounce, seen);
        return new TriggerCalibration(found, seen);
    }

    /** Takes bounces out of the hits, and says for how long there are any. */
    private static int bounces(NoteMap map, List<TimedMessage> hits, List<String> seen) {
        TreeMap<Integer, List<Long>> byNote = new TreeMap<>();
        Map<Integer, TimedMessage> last = new HashMap<>();
        for (TimedMessage hit : List.copyOf(hits)) {
            TimedMessage before = last.get(hit.data1());
            if (before != null
                    && hit.at() - before.at() <= LONGEST_BOUNCE
                    && hit.data2() <= BOUNCE_SHARE * before.data2()) {
                byNote.computeIfAbsent(hit.data1(), any -> new ArrayList<>()).add(hit.at() - before.at());
                hits.remove(hit);
            } else {
                last.put(hit.data1(), hit);
            }
        }
        int longest = 0;
        for (Map.Entry<Integer, List<Long>> one : byNote.entrySet()) {
            int within = milliseconds(
                    one.getValue().stream().mapToLong(Long::longValue).max().orElse(0));
            seen.add(name(map, one.getKey()) + " bounced "
                    + times(one.getValue().size()) + ", within " + within + " ms.");
            longest = Math.max(longest, within);
        }
        if (byNote.isEmpty()) {
            seen.add("No pad bounced.");
            return USUAL.bounceMilliseconds();
        }
        return longest + ROOM_MILLISECONDS;
    }

    private static Triggers crosstalk(NoteMap map, List<TimedMessage> hits, int bounce, List<String> seen) {
        Map<Pair, List<Meeting>> meetings = new java.util.LinkedHashMap<>();
        TreeMap<Integer, Integer> strokes = new TreeMap<>();
        for (int at = 0; at < hits.size(); at++) {
            TimedMessage soft = hits.get(at);
            strokes.merge(soft.data1(), 1, Integer::sum);
            loudestNear(map, hits, at).ifPresent(loud -> {
                double share = (double) soft.data2() / loud.data2();
                if (share <= LOUDEST_CROSSTALK) {
                    meetings.computeIfAbsent(new Pair(loud.data1(), soft.data1()), any -> new ArrayList<>())
                            .add(new Meeting(Math.abs(soft.at() - loud.at()), share));
                }
            });
        }
        int within = 0;
        int percent = 0;
        for (Map.Entry<Pair, List<Meeting>> one : meetings.entrySet()) {
            List<Meeting> heard = one.getValue();
            int loudStrokes = strokes.get(one.getKey().loud);
            if (heard.size() < OFTEN || heard.size() < MOSTLY * Math.min(loudStrokes, strokes.get(one.getKey().soft))) {
                continue;
            }
            int far =
                    milliseconds(heard.stream().mapToLong(Meeting::apart).max().orElse(0));
            int most = (int) Math.ceil(
                    100 * heard.stream().mapToDouble(Meeting::share).max().orElse(0));
            seen.add(name(map, one.getKey().soft) + " was heard " + times(heard.size()) + " with "
                    + name(map, one.getKey().loud) + ", at up to " + most + " % of it, within " + far + " ms.");
            within = Math.max(within, far);
            percent = Math.max(percent, most);
        }
        if (percent == 0) {
            seen.add("No pad was heard with another.");
            return new Triggers(bounce, USUAL.crosstalkMilliseconds(), USUAL.crosstalkPercent());
        }
        return new Triggers(bounce, within + ROOM_MILLISECONDS, Math.min(100, percent + ROOM_PERCENT));
    }

    private static Optional<TimedMessage> loudestNear(NoteMap map, List<TimedMessage> hits, int at) {
        TimedMessage soft = hits.get(at);
        int first = at;
        while (first > 0 && soft.at() - hits.get(first - 1).at() <= LONGEST_CROSSTALK) {
            first--;
        }
        int last = at;
        while (last + 1 < hits.size() && hits.get(last + 1).at() - soft.at() <= LONGEST_CROSSTALK) {
            last++;
        }
        return hits.subList(first, last + 1).stream()
                .filter(other -> !onePad(map, other.data1(), soft.data1()))
                .max(Comparator.comparingInt(TimedMessage::data2));
    }

    private static boolean onePad(NoteMap map, int one, int other) {
        return one == other
                || map.lineAt(Note.of(one))
                        .flatMap(line -> map.lineAt(Note.of(other))
                                .map(there -> line.sound().isSamePieceAs(there.sound())))
                        .orElse(false);
    }

    private static int milliseconds(long microseconds) {
        return (int) Math.max(1, Math.round(microseconds / 1_000.0));
    }

    private static String times(int count) {
        return count == 1 ? "once" : count == 2 ? "twice" : count + " times";
    }

    private static String name(NoteMap map, int note) {
        return map.lineAt(Note.of(note)).map(Line::name).orElse("note " + note);
    }
}
