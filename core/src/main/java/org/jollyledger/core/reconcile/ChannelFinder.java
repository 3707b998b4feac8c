package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;

/** Hits on channels that the map does not listen to. */
final class ChannelFinder {
    private static final int PROGRAM_CHANGE = 0xC0;
    /** How many of the hits on another channel must be on lines of the map, that they are drums gone astray. */
    private static final double ON_LINES = 0.9;

    private ChannelFinder() {}

    static void stray(Study study) {
        OptionalInt listens = study.instrument().map().channel();
        if (listens.isEmpty()) {
            return;
        }
        int wanted = listens.getAsInt();
        MidiFile file = study.part().file();
        List<Integer> played = Part.channelsWithHits(file).list();
        if (played.equals(List.of(wanted))) {
            return;
        }
        Channels others = channelsThatChooseAnInstrument(file);
        for (int channel : played) {
            boolean mayBeDrums = channel != wanted && (played.size() == 1 || !others.contains(channel));
            if (mayBeDrums) {
                Part astray = Part.of(file, Channels.only(channel));
                if (played.size() == 1 || areDrums(study, astray)) {
                    report(study, astray, wanted);
                }
            }
        }
    }

    private static Channels channelsThatChooseAnInstrument(MidiFile file) {
        int mask = 0;
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.command(event) == PROGRAM_CHANGE) {
                    mask |= Channels.only(track.channel(event)).mask();
                }
            }
        }
        return new Channels(mask);
    }

    private static boolean areDrums(Study study, Part astray) {
        int[] hits = astray.hitsPerNote();
        int onLines = IntStream.range(0, Note.COUNT)
                .filter(note -> study.instrument().line(note).isPresent()
                        || study.written()
                                .flatMap(written -> written.line(note))
                                .isPresent())
                .map(note -> hits[note])
                .sum();
        return onLines >= ON_LINES * astray.hitCount() && Melody.likelihood(astray) < Melody.LIKELY;
    }

    private static void report(Study study, Part astray, int wanted) {
        for (int hit : astray.hitsInTime()) {
            List<HitChange> moves = new ArrayList<>();
            int track = astray.track(hit);
            moves.add(new HitChange.ToChannel(track, astray.onEvent(hit), wanted));
            if (!astray.hangs(hit)) {
                moves.add(new HitChange.ToChannel(track, astray.endEvent(hit), wanted));
            }
            for (int pressure : astray.pressuresOf(hit)) {
                moves.add(new HitChange.ToChannel(
                        astray.pressureTrack(pressure), astray.pressureEvent(pressure), wanted));
            }
            study.found(
                    DiscrepancyKind.STRAY_CHANNEL,
                    track,
                    astray.channel(hit),
                    OptionalInt.of(astray.note(hit)),
                    astray.tick(hit),
                    study.name(astray.note(hit)) + " is on channel " + astray.channel(hit) + "; "
                            + study.instrument().name() + " listens on channel " + wanted + ".",
                    List.of(
                            Correction.of("to-channel-" + wanted, "Put it on channel " + wanted, moves),
                            Correction.KEEP));
        }
    }
}
