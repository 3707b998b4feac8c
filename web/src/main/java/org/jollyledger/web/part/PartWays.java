package org.jollyledger.web.part;

import org.jollyledger.core.part.TrackLayout;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Sends parts out. */
@Component
public class PartWays {
    private static final String MIDI = "midi";

    private final SheetDesk desk;

    PartWays(SheetDesk desk) {
        this.desk = desk;
    }

    /**
     * A part as a file to keep.
     *
     * @param map the address of the map that names its lines; null for the one it was written for
     * @param format "midi" or the code of another format
     * @param tracks the code of the layout of its tracks, for a MIDI file
     * @throws Refusal when it cannot go out so
     */
    public ResponseEntity<Content> download(String part, @Nullable String map, String format, String tracks) {
        SheetDesk.Open open = desk.open(part, map, null);
        if (!format.equals(MIDI)) {
            PartFormat wanted = PartFormat.parse(format);
            return Download.of(open.part().title() + wanted.ending(), wanted.mediaType(), wanted.write(open));
        }
        TrackLayout layout = Refusal.unlessValid(() -> TrackLayout.parse(tracks));
        String name = layout == TrackLayout.AS_IT_IS
                ? open.part().fileName().text()
                : open.part().fileName().madeFor(layout.words(), ".mid");
        byte[] arranged = Refusal.unlessValid(
                () -> layout.arrange(open.drums().part(), open.map().map()));
        return Download.midi(name, out -> out.write(arranged));
    }
}
