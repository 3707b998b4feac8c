package org.jollyledger.web.part;

import java.util.Optional;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.web.file.FileName;

/**
 * A part with its place in the house.
 *
 * @param id its key
 * @param slug its address
 * @param title its name for people
 * @param fileName the name it was uploaded under
 * @param file its MIDI file
 * @param revision which of its states this is; 1 is the file as uploaded
 * @param writtenForId the key of the map it was written for, when that is known
 */
public record StoredPart(
        long id,
        String slug,
        String title,
        FileName fileName,
        MidiFile file,
        int revision,
        Optional<Long> writtenForId) {}
