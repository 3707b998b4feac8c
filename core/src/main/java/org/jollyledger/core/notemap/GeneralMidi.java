package org.jollyledger.core.notemap;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;

/**
 * The two published percussion lists. General MIDI System Level 1, "Percussion Key Map": notes 35 to 81 on channel 10.
 * General MIDI 2 adds notes 27 to 34 and 82 to 87. Which sounds cut each other off is in both documents.
 */
public final class GeneralMidi {
    /** The channel both lists are on. */
    public static final int PERCUSSION_CHANNEL = 10;

    private record Row(int note, String name, String shortName, String sound, String chokeGroup) {}

    private static final List<Row> LEVEL_1 = List.of(
            new Row(35, "Acoustic Bass Drum", "Kick 2", "kick.2.hit", ""),
            new Row(36, "Bass Drum 1", "Kick 1", "kick.hit", ""),
            new Row(37, "Side Stick", "Side stick", "snare.side-stick", ""),
            new Row(38, "Acoustic Snare", "Snare", "snare.centre", ""),
            new Row(39, "Hand Clap", "Clap", "clap.hit", ""),
            new Row(40, "Electric Snare", "Snare el", "snare.2.centre", ""),
            new Row(41, "Low Floor Tom", "Floor low", "tom.6.head", ""),
            new Row(42, "Closed Hi-Hat", "HH closed", "hihat.tip.closed", "1"),
            new Row(43, "High Floor Tom", "Floor high", "tom.5.head", ""),
            new Row(44, "Pedal Hi-Hat", "HH pedal", "hihat.pedal-close", "1"),
            new Row(45, "Low Tom", "Tom low", "tom.4.head", ""),
            new Row(46, "Open Hi-Hat", "HH open", "hihat.tip.open", "1"),
            new Row(47, "Low-Mid Tom", "Tom lo-mid", "tom.3.head", ""),
            new Row(48, "Hi-Mid Tom", "Tom hi-mid", "tom.2.head", ""),
            new Row(49, "Crash Cymbal 1", "Crash 1", "crash.1.edge", ""),
            new Row(50, "High Tom", "Tom high", "tom.1.head", ""),
            new Row(51, "Ride Cymbal 1", "Ride 1", "ride.1.bow", ""),
            new Row(52, "Chinese Cymbal", "China", "china.1.edge", ""),
            new Row(53, "Ride Bell", "Ride bell", "ride.1.bell", ""),
            new Row(54, "Tambourine", "Tambourine", "tambourine.hit", ""),
            new Row(55, "Splash Cymbal", "Splash", "splash.1.edge", ""),
            new Row(56, "Cowbell", "Cowbell", "cowbell.open", ""),
            new Row(57, "Crash Cymbal 2", "Crash 2", "crash.2.edge", ""),
            new Row(58, "Vibraslap", "Vibraslap", "vibraslap.hit", ""),
            new Row(59, "Ride Cymbal 2", "Ride 2", "ride.2.bow", ""),
            new Row(60, "Hi Bongo", "Bongo hi", "bongo.1.open", ""),
            new Row(61, "Low Bongo", "Bongo lo", "bongo.2.open", ""),
            new Row(62, "Mute Hi Conga", "Conga mute", "conga.1.muted", ""),
            new Row(63, "Open Hi Conga", "Conga hi", "conga.1.open", ""),
            new Row(64, "Low Conga", "Conga lo", "conga.2.open", ""),
            new Row(65, "High Timbale", "Timbale hi", "timbale.1.open", ""),
            new Row(66, "Low Timbale", "Timbale lo", "timbale.2.open", ""),
            new Row(67, "High Agogo", "Agogo hi", "agogo.1.open", ""),
            new Row(68, "Low Agogo", "Agogo lo", "agogo.2.open", ""),
            new Row(69, "Cabasa", "Cabasa", "cabasa.hit", ""),
            new Row(70, "Maracas", "Maracas", "maracas.hit", ""),
            new Row(71, "Short Whistle", "Whistle sh", "whistle.short", "2"),
            new Row(72, "Long Whistle", "Whistle lo", "whistle.long", "2"),
            new Row(73, "Short Guiro", "Guiro sh", "guiro.short", "3"),
            new Row(74, "Long Guiro", "Guiro lo", "guiro.long", "3"),
            new Row(75, "Claves", "Claves", "claves.hit", ""),
            new Row(76, "Hi Wood Block", "Block hi", "wood-block.1.hit", ""),
            new Row(77, "Low Wood Block", "Block lo", "wood-block.2.hit", ""),
            new Row(78, "Mute Cuica", "Cuica mute", "cuica.muted", "4"),
            new Row(79, "Open Cuica", "Cuica", "cuica.open", "4"),
            new Row(80, "Mute Triangle", "Tri mute", "triangle.muted", "5"),
            new Row(81, "Open Triangle", "Triangle", "triangle.open", "5"));

    private static final List<Row> ADDED_BY_LEVEL_2 = List.of(
            new Row(27, "High Q", "High Q", "effect.1.hit", ""),
            new Row(28, "Slap", "Slap", "effect.2.hit", ""),
            new Row(29, "Scratch Push", "Scr push", "scratch.short", "7"),
            new Row(30, "Scratch Pull", "Scr pull", "scratch.long", "7"),
            new Row(31, "Sticks", "Sticks", "sticks.hit", ""),
            new Row(32, "Square Click", "Sq click", "click.hit", ""),
            new Row(33, "Metronome Click", "Metro", "metronome.hit", ""),
            new Row(34, "Metronome Bell", "Metro bell", "metronome.bell", ""),
            new Row(82, "Shaker", "Shaker", "shaker.hit", ""),
            new Row(83, "Jingle Bell", "Jingle", "jingle-bell.hit", ""),
            new Row(84, "Belltree", "Belltree", "bell-tree.hit", ""),
            new Row(85, "Castanets", "Castanets", "castanets.hit", ""),
            new Row(86, "Mute Surdo", "Surdo mute", "surdo.muted", "6"),
            new Row(87, "Open Surdo", "Surdo", "surdo.open", "6"));

    private static final NoteMap GENERAL_MIDI_1 = map("General MIDI 1", LEVEL_1);
    private static final NoteMap GENERAL_MIDI_2 = map(
            "General MIDI 2",
            Stream.concat(LEVEL_1.stream(), ADDED_BY_LEVEL_2.stream()).toList());

    private GeneralMidi() {}

    /** {@return the percussion key map of General MIDI System Level 1: 47 lines} */
    public static NoteMap level1() {
        return GENERAL_MIDI_1;
    }

    /** {@return the standard set of General MIDI 2: the 47 lines of Level 1 and 14 more} */
    public static NoteMap level2() {
        return GENERAL_MIDI_2;
    }

    private static NoteMap map(String name, List<Row> rows) {
        List<Line> lines = rows.stream()
                .map(GeneralMidi::line)
                .sorted(Comparator.comparing(Line::note))
                .sorted(KitOrder.KIT.comparator())
                .toList();
        return new NoteMap(
                name,
                "As published by the MIDI Manufacturers Association",
                MapKind.STANDARD,
                OctaveConvention.C3,
                OptionalInt.of(PERCUSSION_CHANNEL),
                ChokeExpression.NOTE,
                OpennessExpression.NOTES,
                lines,
                "");
    }

    private static Line line(Row row) {
        return new Line(
                Note.of(row.note),
                row.name,
                row.shortName,
                Sound.parse(row.sound),
                row.chokeGroup.isEmpty() ? Optional.empty() : Optional.of(row.chokeGroup),
                "");
    }
}
