package org.jollyledger.web.bench;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.SimulatedKit;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.web.ledger.StoredMap;
import org.jspecify.annotations.Nullable;

/**
 * A simulated kit as the page's script plays it.
 *
 * @param revision that of its map
 * @param channel on which it sends, from 0
 * @param pads what its pads send
 * @param openings what each value of the pedal means, 128 codes
 * @param controller which controller its pedal sends
 * @param sendsPedal whether it sends the pedal at all
 * @param countsDown whether the pedal is pressed at 0
 * @param close the note of a foot that closes the hi-hat; null when it sends none
 * @param splash that of one that lets go at once
 * @param place the controller that says where the snare is struck, and the note it belongs to; null when none does
 * @param pedal the steps of its pedal
 * @param names what its lines are called, by their notes
 * @param labels what its notes are called, 128 of them
 */
record KitDocument(
        int revision,
        String name,
        int channel,
        List<PadDocument> pads,
        List<String> openings,
        int controller,
        boolean sendsPedal,
        boolean countsDown,
        @Nullable Integer close,
        @Nullable Integer splash,
        @Nullable PlaceDocument place,
        PedalDocument pedal,
        Map<Integer, String> names,
        List<String> labels) {
    /** The channel of drum parts by common practice, from 0. */
    private static final int DRUMS = 9;

    record PadDocument(
            String name,
            String kind,
            List<ZoneDocument> zones,
            @Nullable GrabDocument grab) {}

    record ZoneDocument(String kind, List<Integer> notes, Map<String, Integer> byOpenness, String words) {}

    record GrabDocument(String form, int note) {}

    /** Where the drum is struck: the controller that says it, the drum's note, and the borders. */
    record PlaceDocument(int controller, int note, int offCentreFrom, int edgeFrom, int offCentre, int edge) {
        static PlaceDocument of(StrikePlace place) {
            return new PlaceDocument(
                    place.controller(),
                    place.note().number(),
                    place.offCentreFrom(),
                    place.edgeFrom(),
                    place.offCentre().number(),
                    place.edge().number());
        }
    }

    /** The steps of the pedal and what it really delivers. */
    record PedalDocument(List<Integer> thresholds, int lowest, int highest) {}

    static KitDocument of(StoredMap stored) {
        NoteMap map = stored.map();
        SimulatedKit kit = SimulatedKit.of(map);
        var pedal = map.openness().pedal();
        return new KitDocument(
                stored.revision(),
                map.name(),
                map.channel().orElse(DRUMS + 1) - 1,
                kit.pads().stream().map(pad -> pad(pad, map)).toList(),
                Hats.openings(pedal).stream().map(Openness::code).toList(),
                pedal.controller(),
                map.openness().form() == OpennessExpression.Form.CONTROLLER,
                pedal.countsDown(),
                boxed(kit.close()),
                boxed(kit.splash()),
                kit.plan().place().map(PlaceDocument::of).orElse(null),
                new PedalDocument(pedal.thresholds(), pedal.lowest(), pedal.highest()),
                names(map),
                labels(map));
    }

    static Map<Integer, String> names(NoteMap map) {
        Map<Integer, String> names = new LinkedHashMap<>();
        for (Line line : map.firstLines()) {
            names.put(line.note().number(), line.name());
        }
        return names;
    }

    static List<String> labels(NoteMap map) {
        return java.util.stream.IntStream.range(0, Note.COUNT)
                .mapToObj(note -> Note.of(note).label(map.middleC()))
                .toList();
    }

    private static @Nullable Integer boxed(OptionalInt note) {
        return note.isPresent() ? note.getAsInt() : null;
    }

    private static PadDocument pad(SimulatedKit.PadSends sends, NoteMap map) {
        return new PadDocument(
                sends.pad().name(),
                sends.pad().kind().code(),
                sends.zones().stream()
                        .map(zone -> new ZoneDocument(
                                zone.kind().code(),
                                zone.notes(),
                                zone.byOpenness().entrySet().stream()
                                        .collect(Collectors.toMap(
                                                open -> open.getKey().code(), Map.Entry::getValue)),
                                BenchView.notes(zone.notes(), map)))
                        .toList(),
                sends.grab()
                        .map(grab -> new GrabDocument(grab.form().code(), grab.note()))
                        .orElse(null));
    }
}
