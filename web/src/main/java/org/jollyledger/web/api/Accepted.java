package org.jollyledger.web.api;

import java.util.ArrayList;
import java.util.List;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.http.InvalidMediaTypeException;
import org.springframework.http.MediaType;

/** What a request accepts as an answer, where it may be a MIDI file or an account of it. */
final class Accepted {
    private static final MediaType MIDI = MediaType.parseMediaType("audio/midi");

    private Accepted() {}

    /** Whether JSON is accepted, and no MIDI before it. */
    static boolean wantsJson(@Nullable String accept) {
        if (accept == null) {
            return false;
        }
        List<MediaType> types;
        try {
            types = new ArrayList<>(MediaType.parseMediaTypes(accept));
        } catch (InvalidMediaTypeException e) {
            throw Refusal.incomplete("The header Accept is \"" + accept + "\"; use audio/midi or application/json.");
        }
        types.sort((one, other) -> Double.compare(other.getQualityValue(), one.getQualityValue()));
        for (MediaType type : types) {
            if (type.includes(MIDI)) {
                return false;
            }
            if (type.includes(MediaType.APPLICATION_JSON)) {
                return true;
            }
        }
        return false;
    }
}
