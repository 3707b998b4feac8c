package org.jollyledger.web.ledger;

import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.problem.Refusal;

/** The notes of a MIDI file as a list that can be read like any other. */
final class MidiList {
    private MidiList() {}

    /**
     * A list of the notes in order of their first appearance, named as General MIDI 2 names them; or, where a list of
     * names is given, those names with the notes as they arrive, one after another.
     */
    static String of(byte[] content, String names) {
        List<Integer> arrived = arrived(content);
        List<String> wanted =
                names.lines().map(String::strip).filter(line -> !line.isEmpty()).toList();
        if (wanted.isEmpty()) {
            return arrived.stream()
                    .distinct()
                    .map(number -> number + "\t" + usualName(Note.of(number)))
                    .collect(Collectors.joining("\n"));
        }
        return IntStream.range(0, wanted.size())
                .mapToObj(at -> at < arrived.size() ? arrived.get(at) + "\t" + wanted.get(at) : "\t" + wanted.get(at))
                .collect(Collectors.joining("\n"));
    }

    /** The notes that the drums of a file play, one after another. */
    static List<Integer> arrived(byte[] content) {
        try {
            MidiFile file = MidiFile.read(content);
            List<Integer> notes =
                    DrumChannel.find(file, OptionalInt.empty()).part().notesAsTheyArrive();
            if (notes.isEmpty()) {
                throw Refusal.unreadable("The MIDI file has no notes; choose another.");
            }
            return notes;
        } catch (MidiFormatException e) {
            throw Refusal.unreadable(String.valueOf(e.getMessage()));
        }
    }

    private static String usualName(Note note) {
        return GeneralMidi.level2().lineAt(note).map(line -> line.name()).orElse("Note " + note.number());
    }
}
