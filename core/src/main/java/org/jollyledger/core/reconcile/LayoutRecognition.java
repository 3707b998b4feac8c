package org.jollyledger.core.reconcile;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.Playing.Place;

/**
 * Which layout a part was written for: how likely each map would have a drummer play just these notes at just these
 * places. A map on which hits are silent is unlikely; so is one on which the backbeat falls on a cowbell, or on which
 * rare strokes are played all the time.
 */
public final class LayoutRecognition {
    /** How unlikely it is that a part plays a note which its map does not have, and more so if it plays it often. */
    private static final double UNLISTED_NOTE = Math.log(1e-7);

    private static final double UNLISTED_SHARE = Math.log(1e-12);
    /** The places of many strokes on one note tell no more than those of so many: music repeats itself. */
    private static final double MOST_TOLD = 4;
    /** Scores that are closer than this are one as good as the other. */
    private static final double ALIKE = 1e-9;

    /**
     * How well a part goes with a map.
     *
     * @param map the map
     * @param score the higher the likelier, at most 0; comparable within one part only
     * @param hits hits on the channels that the map takes
     * @param silentHits those of them that play nothing on the map
     * @param silentNotes the notes they are on
     * @param reasons what speaks for the map or against it, in words; at least one
     */
    public record Candidate(
            NoteMap map, double score, int hits, int silentHits, List<Note> silentNotes, List<String> reasons) {}

    private LayoutRecognition() {}

    /** A layout with how well a part goes with it. */
    private record Scored(Layout layout, Playing playing, double score) {
        long rounded() {
            return -Math.round(score / ALIKE);
        }
    }

    /**
     * {@return the likeliest maps, the likeliest first; among equals that with the fewest lines, then the one that
     * came first}
     *
     * @param most how many at most
     */
    public static List<Candidate> rank(MidiFile file, List<Layout> layouts, int most) {
        Map<OptionalInt, Playing> byChannel = new HashMap<>();
        return layouts.stream()
                .map(layout -> scored(
                        layout,
                        byChannel.computeIfAbsent(
                                layout.map().channel(),
                                channel -> new Playing(
                                        DrumChannel.find(file, channel).part()))))
                .sorted(Comparator.comparingLong(Scored::rounded)
                        .thenComparing(scored -> scored.layout.map().lines().size()))
                .limit(most)
                .map(LayoutRecognition::candidate)
                .toList();
    }

    private static Scored scored(Layout layout, Playing playing) {
        double score = layout.logLikelihoodOfUse(playing);
        for (int note = 0; note < Note.COUNT; note++) {
            if (playing.strokes(note) > 0) {
                int played = note;
                score += layout.role(note)
                        .map(role -> logLikelihood(role, played, playing))
                        .orElse(UNLISTED_NOTE + UNLISTED_SHARE * playing.hits(note) / playing.hitCount());
            }
        }
        return new Scored(layout, playing, score);
    }

    private static Candidate candidate(Scored scored) {
        Playing playing = scored.playing;
        List<Note> silent = IntStream.range(0, Note.COUNT)
                .filter(note ->
                        playing.strokes(note) > 0 && scored.layout.line(note).isEmpty())
                .mapToObj(Note::of)
                .toList();
        int silentHits =
                silent.stream().mapToInt(note -> playing.hits(note.number())).sum();
        return new Candidate(
                scored.layout.map(),
                scored.score,
                playing.hitCount(),
                silentHits,
                silent,
                new Reasons(scored.layout, playing).inWords(silent.size(), silentHits));
    }

    private static double logLikelihood(Role role, int note, Playing playing) {
        double perStroke = 0;
        for (Place place : Place.values()) {
            perStroke += playing.strokes(note, place) * Math.log(role.share(place)) / playing.strokes(note);
        }
        double tells = Math.min(MOST_TOLD, playing.strokes(note));
        return perStroke * tells
                + Math.log(role.share(playing.density(note)))
                + Math.log(role.share(playing.spread(note)));
    }
}
