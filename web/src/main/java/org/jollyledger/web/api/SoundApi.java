package org.jollyledger.web.api;

import java.util.List;
import java.util.Locale;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Side;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/sounds")
class SoundApi {
    private static final int MOST_NAMES = 10_000;

    /** Names to be read. */
    record Names(@Nullable List<@Nullable String> names) {}

    /** A sound's code and its parts; what a sound does not have is null. */
    record SoundDocument(
            String code,
            String family,
            String piece,
            int number,
            @Nullable String side,
            String articulation,
            @Nullable String openness,
            String words) {
        static SoundDocument of(Sound sound) {
            return new SoundDocument(
                    sound.code(),
                    sound.family().code(),
                    sound.piece().code(),
                    sound.number(),
                    sound.side().map(Side::code).orElse(null),
                    sound.articulation().code(),
                    sound.openness().map(Openness::code).orElse(null),
                    sound.words());
        }
    }

    /** A name with what it was taken for. */
    record ReadingDocument(String name, @Nullable SoundDocument sound, double confidence, String reason) {
        static ReadingDocument of(SoundReading reading) {
            return new ReadingDocument(
                    reading.name(),
                    reading.sound().map(SoundDocument::of).orElse(null),
                    reading.confidence(),
                    reading.reason());
        }
    }

    @PostMapping("/read")
    List<ReadingDocument> read(@RequestBody Names body) {
        List<@Nullable String> names = body.names();
        if (names == null) {
            throw Refusal.incomplete("The field \"names\" is missing; send an array of texts.");
        }
        if (names.size() > MOST_NAMES) {
            throw Refusal.unreadable(String.format(
                    Locale.ROOT, "There are %d names; send %d at most in one request.", names.size(), MOST_NAMES));
        }
        if (names.contains(null)) {
            throw Refusal.unreadable("Name " + (names.indexOf(null) + 1) + " is null; send a text.");
        }
        return SoundReader.readAll(names.stream().map(String::valueOf).toList()).stream()
                .map(ReadingDocument::of)
                .toList();
    }
}
