package org.jollyledger.core.crosswalk;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.support.DemoMaps;
import org.junit.jupiter.api.Test;

/**
 * Scans real music for what a drummer would call wrong: every General MIDI file of a folder, on every demo map. Run alone,
 * with {@code -Dtest=FaultScan -Dcorpus=FOLDER}.
 */
class FaultScan {
    private static final int FEWEST_HITS = 30;

    @Test
    void scan() throws Exception {
        NoteMap source = GeneralMidi.level2();
        List<NoteMap> targets = new ArrayList<>(DemoMaps.all());
        targets.add(GeneralMidi.level1());
        int conversions = 0;
        int faulty = 0;
        int unnamed = 0;
        int proven = 0;
        int files = 0;
        Map<String, Integer> counts = new TreeMap<>();
        Map<String, String> examples = new HashMap<>();
        try (Stream<Path> paths = Files.list(Path.of(System.getProperty("corpus")))) {
            for (Path path : paths.sorted().toList()) {
                Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
                if (part.hitCount() < FEWEST_HITS) {
                    continue;
                }
                files++;
                for (NoteMap target : targets) {
                    Crosswalk crosswalk = Crosswalk.propose(source, target, part);
                    List<Faults.Fault> faults =
                            Faults.of(Conversion.of(part, crosswalk).statement());
                    conversions++;
                    proven += crosswalk.gap() == 0 ? 1 : 0;
                    faulty += faults.isEmpty() ? 0 : 1;
                    unnamed += faults.stream().anyMatch(fault -> !fault.named()) ? 1 : 0;
                    for (Faults.Fault fault : faults) {
                        String key = fault.what() + (fault.named() ? "" : " (UNNAMED)");
                        counts.merge(key, 1, Integer::sum);
                        examples.putIfAbsent(
                                key,
                                path.getFileName() + " on " + target.name() + ": " + fault.detail() + ": "
                                        + crosswalk.reason(crosswalk
                                                .routeFrom(fault.note())
                                                .orElseThrow()));
                    }
                }
            }
        }
        System.out.printf(
                "%d files, %d conversions, %d proven, %d with a fault, %d with one that is not named%n",
                files, conversions, proven, faulty, unnamed);
        counts.forEach((what, count) -> System.out.printf("FAULT %5d %s: %s%n", count, what, examples.get(what)));
    }
}
