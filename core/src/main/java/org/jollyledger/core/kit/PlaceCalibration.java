package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.jollyledger.core.midi.TimedMessage;

/**
 * Where a drum was struck, by the controller that told it just before each stroke (common practice).
 *
 * @param controller which controller tells it
 * @param note the note of the drum
 * @param strokes where it was struck, in the order of time: 0 in the middle, 127 at the edge
 * @param offCentreFrom from which value on a stroke is off the centre
 * @param edgeFrom from which value on it is at the edge
 */
public record PlaceCalibration(int controller, int note, List<Integer> strokes, int offCentreFrom, int edgeFrom) {
    /** What tells the place comes no earlier before its stroke, in microseconds. */
    private static final long JUST_BEFORE = 10_000;
    /** Fewer strokes tell nothing. */
    private static final int FEW = 3;

    public PlaceCalibration {
        strokes = List.copyOf(strokes);
    }

    /**
     * Finds the controller, and borders that part the strokes into thirds of the range that they used.
     *
     * @param pedal the controller of the hi-hat's pedal, which is none of them
     * @param came what the kit sent while one drum was struck all over, in any order
     * @throws IllegalArgumentException when too few strokes came, or no controller came with them
     */
    public static PlaceCalibration of(int pedal, List<TimedMessage> came) {
        List<TimedMessage> inTime = came.stream()
                .sorted((one, other) -> Long.compare(one.at(), other.at()))
                .toList();
        int note = mostStruck(inTime);
        TreeMap<Integer, List<Integer>> byController = new TreeMap<>();
        for (int at = 0; at < inTime.size(); at++) {
            if (inTime.get(at).isStroke() && inTime.get(at).data1() == note) {
                TreeMap<Integer, Integer> told = new TreeMap<>();
                for (int before = at - 1;
                        before >= 0 && inTime.get(at).at() - inTime.get(before).at() <= JUST_BEFORE;
                        before--) {
                    TimedMessage message = inTime.get(before);
                    if (message.command() == TimedMessage.CONTROL
                            && message.data1() != pedal
                            && message.data1() < 120) {
                        told.putIfAbsent(message.data1(), message.data2());
                    }
                }
                told.forEach((controller, value) -> byController
                        .computeIfAbsent(controller, any -> new ArrayList<>())
                        .add(value));
            }
        }
        int controller = byController.entrySet().stream()
                .filter(one -> one.getValue().size() >= FEW)
                .max((one, other) -> Integer.compare(distinct(one.getValue()), distinct(other.getValue())))
                .orElseThrow(
                        () -> new IllegalArgumentException(
                                "No controller came with these strokes, so this kit does not say where a drum is struck, or does not send it now; look in its settings."))
                .getKey();
        List<Integer> strokes = byController.get(controller);
        int lowest = strokes.stream().mapToInt(Integer::intValue).min().orElse(0);
        int highest = strokes.stream().mapToInt(Integer::intValue).max().orElse(127);
        int third = Math.max(1, (highest - lowest) / 3);
        int offCentre = Math.max(1, lowest + third);
        return new PlaceCalibration(
                controller, note, strokes, offCentre, Math.max(offCentre, Math.min(127, lowest + 2 * third)));
    }

    private static int mostStruck(List<TimedMessage> inTime) {
        TreeMap<Integer, Integer> strokes = new TreeMap<>();
        inTime.stream().filter(TimedMessage::isStroke).forEach(one -> strokes.merge(one.data1(), 1, Integer::sum));
        return strokes.entrySet().stream()
                .filter(one -> one.getValue() >= FEW)
                .max((one, other) -> Integer.compare(one.getValue(), other.getValue()))
                .orElseThrow(() -> new IllegalArgumentException(
                        "Too few strokes came; strike one drum a dozen times, from its middle to its edge."))
                .getKey();
    }

    private static int distinct(List<Integer> values) {
        return (int) values.stream().distinct().count();
    }
}
