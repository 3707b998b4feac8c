package org.jollyledger.web.bench;

import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.play.LiveInstrument;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.web.part.ScheduleView;

/**
 * A simulated instrument as the page's script sounds it, message by message.
 *
 * @param channel the one it listens to, from 0; -1 for all
 * @param voices what it takes to make its sounds
 */
record InstrumentDocument(
        String name,
        int channel,
        List<SoundDocument> sounds,
        SortedMap<Integer, List<StruckDocument>> notes,
        int pressureFrom,
        SortedMap<Integer, List<Integer>> pressed,
        List<String> openings,
        int controller,
        List<Double> gains,
        List<Double> cutoffs,
        Map<Integer, String> names,
        List<String> labels,
        ScheduleView.Instrument voices) {
    record SoundDocument(String code, List<Integer> stops, boolean stopsOnRelease, List<String> closedBy) {}

    record StruckDocument(int sound, Map<String, Integer> byOpenness) {}

    static InstrumentDocument of(NoteMap map) {
        LiveInstrument instrument = LiveInstrument.of(map);
        SortedMap<Integer, List<StruckDocument>> notes = new TreeMap<>();
        instrument
                .notes()
                .forEach((note, struck) -> notes.put(
                        note, struck.stream().map(InstrumentDocument::struck).toList()));
        return new InstrumentDocument(
                map.name(),
                map.channel().orElse(0) - 1,
                instrument.sounds().stream()
                        .map(voiced -> new SoundDocument(
                                voiced.sound().code(),
                                voiced.stops(),
                                voiced.stopsOnRelease(),
                                codes(voiced.closedBy())))
                        .toList(),
                notes,
                instrument.pressureFrom(),
                instrument.pressed(),
                codes(instrument.openings()),
                instrument.controller(),
                instrument.gains(),
                instrument.cutoffs(),
                KitDocument.names(map),
                KitDocument.labels(map),
                ScheduleView.Instrument.of(instrument.voices()));
    }

    private static StruckDocument struck(LiveInstrument.Struck struck) {
        return new StruckDocument(
                struck.sound(),
                struck.byOpenness().entrySet().stream()
                        .collect(Collectors.toMap(open -> open.getKey().code(), Map.Entry::getValue)));
    }

    private static List<String> codes(List<Openness> openings) {
        return openings.stream().map(Openness::code).toList();
    }
}
