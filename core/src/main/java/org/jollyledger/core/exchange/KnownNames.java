package org.jollyledger.core.exchange;

import java.util.HashMap;
import java.util.Map;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;

/** What names are read as, each read once. */
final class KnownNames {
    private final Map<String, SoundReading> readings = new HashMap<>();

    private SoundReading reading(String name) {
        return readings.computeIfAbsent(name, SoundReader::read);
    }

    boolean isKnown(String name) {
        return reading(name).sound().isPresent() && !reading(name).isUnsure();
    }

    boolean isGuessed(String name) {
        return reading(name).sound().isPresent();
    }
}
