package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Part;

/** Hits on channels that the map does not listen to. */
final class ChannelFinder {
    private static final int PROGRAM_CHANGE = 0xC0;
    /** How many of the hits on another channel must be on lines of the map, that they are drums gone astray. */
    private static final double ON_LINES = 0.9;

    private ChannelFinder() {}

    static void stray(Study study) {
        OptionalInt listens = study.map().channel();
        if (listens.isEmpty()) {
            return;
        }
        int wanted = listens.getAsInt();
        List<Integer> played = Part.channelsWithHits(study.part().file()).list();
        for (int channel : played) {
            if (channel == wanted) {
                continue;
            }
            Part astray = Part.of(study.part().file(), Channels.only(channel));
            if (played.size() == 1 || areDrums(study, astray, channel)) {
                report(study, astray, wanted);
            }
        }
    }

    private static boolean areDrums(Study study, Part astray, int channel) {
        long onLines = Arrays.stream(astray.hitsInTime())
                .filter(hit -> study.lineOn(astray.note(hit)).isPresent())
                .count();
        return onLines >= ON_LINES * astray.hitCount()
                && !choosesAnInstrument(astray, channel)
                && Melody.likelihood(astray) < Melody.LIKELY;
    }

    private static boolean choosesAnInstrument(Part part, int channel) {
        return part.file().tracks().stream().anyMatch(track -> hasProgram(track, channel));
    }

    private static boolean hasProgram(MidiTrack track, int channel) {
        for (int event = 0; event < track.eventCount(); event++) {
            if (track.command(event) == PROGRAM_CHANGE && track.channel(event) == channel) {
                return true;
            }
        }
        return false;
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
                            + study.map().name() + " listens on channel " + wanted + ".",
                    List.of(
                            Correction.of("to-channel-" + wanted, "Put it on channel " + wanted, moves),
                            Correction.KEEP));
        }
    }
}
