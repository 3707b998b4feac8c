package org.jollyledger.core.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;

/** The maps and cues that ship with the application. */
public final class DemoMaps {
    private static final Path FOLDER = Path.of("../web/src/main/resources/demo");

    private DemoMaps() {}

    public static List<NoteMap> all() throws Exception {
        List<NoteMap> maps = new ArrayList<>();
        try (Stream<Path> files = Files.list(FOLDER.resolve("maps"))) {
            for (Path file : files.sorted().toList()) {
                maps.add(NoteMapJson.read(Files.readString(file)));
            }
        }
        assertThat(maps).hasSizeGreaterThan(5);
        return maps;
    }

    /** The map with a name that ends so. */
    public static NoteMap named(String end) throws Exception {
        return all().stream()
                .filter(map -> map.name().endsWith(end))
                .findFirst()
                .orElseThrow();
    }

    public static MidiFile cue(String name) throws Exception {
        return MidiFile.read(Files.readAllBytes(FOLDER.resolve("cues").resolve(name + ".mid")));
    }
}
