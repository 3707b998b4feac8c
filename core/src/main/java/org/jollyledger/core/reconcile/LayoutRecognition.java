package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.Playing.Meeting;
import org.jollyledger.core.reconcile.Playing.Place;

/**
 * Which layout a part was written for: how likely each map would have a drummer play just these notes at just these
 * places. A map on which hits are silent is unlikely; so is one on which the backbeat falls on a cowbell, or on which
 * rare strokes are played all the time. It also says how sure that is, and when no map fits.
 */
public final class LayoutRecognition {
    /** How unlikely it is that a part plays a note which its map does not have, and more so if it plays it often. */
    private static final double UNLISTED_NOTE = Math.log(1e-7);

    private static final double UNLISTED_SHARE = Math.log(1e-12);
    /** The places of many strokes on one note tell no more than those of so many: music repeats itself. */
    private static final double MOST_TOLD = 2;
    /** What one thing about a note tells is told by others as well, so that not all of it counts. */
    private static final double TOLD_BY_SHARE = 0.5;

    private static final double TOLD_BY_MEETING = 0.2;
    /** What is used and what never is tells more than how. */
    private static final double TOLD_BY_USE = 1.8;
    /** Scores that are closer than this are one as good as the other. */
    private static final double ALIKE = 1e-9;
    /** How much worse than any drum a note does that the map does not have. */
    private static final double MISSING = -4;

    /** How certain is told apart; set where hardly any answer that was called certain was wrong on real music. */
    private static final double CERTAIN_MARGIN = 14;

    private static final double CERTAIN_FIT = 0.4;
    private static final int CERTAIN_NOTES = 5;
    private static final double CERTAIN_SILENT = 0.01;
    private static final double LIKELY_MARGIN = 2.5;
    private static final double LIKELY_FIT = -0.1;
    private static final double LIKELY_SILENT = 0.05;
    private static final double NO_FIT = -0.3;
    private static final double NO_FIT_MARGIN = 6;
    private static final double NO_FIT_SILENT = 0.3;

    private static final int MOST_NAMED = 3;

    /**
     * How well a part goes with a map.
     *
     * @param map the map
     * @param score the higher the likelier, at most 0; comparable within one part only
     * @param hits hits on the channels that the map takes
     * @param silentHits those of them that play nothing on the map
     * @param silentNotes the notes they are on
     * @param alike other maps that have the same sounds for all that is played
     * @param reasons what speaks for the map or against it, in words; at least one
     */
    public record Candidate(
            NoteMap map,
            double score,
            int hits,
            int silentHits,
            List<Note> silentNotes,
            List<NoteMap> alike,
            List<String> reasons) {}

    /**
     * What a part was written for.
     *
     * @param confidence how sure it is that it was the first candidate
     * @param sentence the same as a sentence, with why when no map fits
     * @param candidates the likeliest maps, the likeliest first; they are offered even where none fits
     */
    public record Answer(Confidence confidence, String sentence, List<Candidate> candidates) {}

    private LayoutRecognition() {}

    /** A layout with how well a part goes with it. */
    private record Scored(Layout layout, Playing playing, double score) {
        long rounded() {
            return -Math.round(score / ALIKE);
        }

        /** Whether another layout has the same sounds for all that is played. */
        boolean playsAs(Scored other) {
            return playing == other.playing
                    && IntStream.of(playing.notes())
                            .allMatch(note -> layout.line(note)
                                    .map(Line::sound)
                                    .equals(other.layout.line(note).map(Line::sound)));
        }

        int silentHits() {
            return IntStream.of(playing.notes())
                    .filter(note -> layout.line(note).isEmpty())
                    .map(playing::hits)
                    .sum();
        }
    }

    /**
     * {@return what a part was written for; among maps that are as likely that with the fewest lines comes first, then
     * the one that came first}
     *
     * @param most how many candidates at most
     */
    public static Answer recognise(MidiFile file, List<Layout> layouts, int most) {
        List<Scored> ranked = ranked(file, layouts);
        List<Candidate> candidates = ranked.stream()
                .limit(most)
                .map(scored -> candidate(scored, ranked))
                .toList();
        if (candidates.isEmpty()) {
            return new Answer(Confidence.NONE, "There are no maps to compare with.", candidates);
        }
        DrumChannel drums = DrumChannel.find(file, OptionalInt.empty());
        double tune = Melody.likelihood(drums.part());
        boolean onDrumChannel = drums.part().channels().contains(GeneralMidi.PERCUSSION_CHANNEL);
        if (drums.part().hitCount() == 0) {
            return new Answer(
                    Confidence.NONE, "This file has no notes at all, so there is nothing to go by.", candidates);
        }
        Confidence confidence = confidence(ranked);
        boolean isTune = switch (confidence) {
            case CERTAIN -> false;
            case LIKELY -> tune >= Melody.SURE;
            default -> tune >= (onDrumChannel ? Melody.SURE : Melody.LIKELY);
        };
        if (isTune) {
            return new Answer(
                    Confidence.NONE, "None of your maps: this sounds like a tune, not like drums.", candidates);
        }
        return new Answer(confidence, sentence(confidence, candidates.get(0)), candidates);
    }

    /** {@return the likeliest maps, the likeliest first, without saying how sure that is} */
    public static List<Candidate> rank(MidiFile file, List<Layout> layouts, int most) {
        return recognise(file, layouts, most).candidates();
    }

    private static List<Scored> ranked(MidiFile file, List<Layout> layouts) {
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
                .toList();
    }

    private static Scored scored(Layout layout, Playing playing) {
        Patience.goOn();
        double score = TOLD_BY_USE * layout.logLikelihoodOfUse(playing) + TOLD_BY_MEETING * meetings(layout, playing);
        for (int note : playing.notes()) {
            score += layout.role(note)
                    .map(role -> logLikelihood(role, note, playing))
                    .orElse(UNLISTED_NOTE + UNLISTED_SHARE * playing.hits(note) / playing.hitCount());
        }
        return new Scored(layout, playing, score);
    }

    private static double meetings(Layout layout, Playing playing) {
        int[] notes = playing.notes();
        Company[] companies = IntStream.of(notes)
                .mapToObj(note -> layout.role(note).map(Company::of).orElse(Company.OTHER))
                .toArray(Company[]::new);
        double sum = 0;
        for (int i = 0; i < notes.length; i++) {
            for (int j = 0; j < i; j++) {
                Meeting meeting = playing.meeting(i, j);
                if (meeting != null) {
                    sum += companies[i].logLikelihood(companies[j], meeting);
                }
            }
        }
        return sum;
    }

    private static double logLikelihood(Role role, int note, Playing playing) {
        double perStroke = 0;
        for (Place place : Place.values()) {
            perStroke += playing.strokes(note, place) * Math.log(role.share(place)) / playing.strokes(note);
        }
        double tells = playing.isOnTheGrid() ? Math.min(MOST_TOLD, playing.strokes(note)) : 0;
        return perStroke * tells
                + Math.log(role.share(playing.density(note)))
                + Math.log(role.share(playing.spread(note)))
                + TOLD_BY_SHARE * Math.log(role.share(playing.share(note)))
                + Math.log(role.share(playing.loudness(note)));
    }

    private static Confidence confidence(List<Scored> ranked) {
        Scored best = ranked.get(0);
        if (best.playing.hitCount() == 0) {
            return Confidence.NONE;
        }
        double silent = (double) best.silentHits() / best.playing.hitCount();
        double fit = fit(best);
        double margin = ranked.stream()
                .filter(other -> !other.playsAs(best))
                .findFirst()
                .map(other -> best.score - other.score)
                .orElse(CERTAIN_MARGIN);
        if (silent > NO_FIT_SILENT || fit < NO_FIT && margin < NO_FIT_MARGIN) {
            return Confidence.NONE;
        }
        boolean certain = margin >= CERTAIN_MARGIN
                && fit >= CERTAIN_FIT
                && silent <= CERTAIN_SILENT
                && best.playing.notes().length >= CERTAIN_NOTES;
        if (certain) {
            return Confidence.CERTAIN;
        }
        return margin >= LIKELY_MARGIN && fit >= LIKELY_FIT && silent <= LIKELY_SILENT
                ? Confidence.LIKELY
                : Confidence.PERHAPS;
    }

    /** How much better the notes go with what they are on this map than with any drum taken at random, for each note. */
    private static double fit(Scored scored) {
        double sum = 0;
        for (int note : scored.playing.notes()) {
            double any = Math.log(IntStream.range(0, Role.DRUMS.size())
                    .mapToDouble(i -> Math.exp(logLikelihood(Role.DRUMS.get(i), note, scored.playing)))
                    .average()
                    .orElseThrow());
            sum += scored.layout
                            .role(note)
                            .map(role -> logLikelihood(role, note, scored.playing))
                            .orElse(any + MISSING)
                    - any;
        }
        return sum / scored.playing.notes().length;
    }

    private static String sentence(Confidence confidence, Candidate best) {
        String name = best.map().name();
        return switch (confidence) {
            case CERTAIN -> "Certain: this was written for " + name + ".";
            case LIKELY -> "This was likely written for " + name + ".";
            case PERHAPS -> "Perhaps this was written for " + name + "; other maps fit nearly as well.";
            case NONE ->
                best.hits() == 0
                        ? "None of your maps uses a channel that this file plays on."
                        : best.silentHits() > NO_FIT_SILENT * best.hits()
                                ? "None of your maps: even on the nearest, " + best.silentHits() + " of " + best.hits()
                                        + " hits are silent."
                                : "None of your maps: on each of them drums would be played as nobody plays them.";
        };
    }

    private static Candidate candidate(Scored scored, List<Scored> ranked) {
        Playing playing = scored.playing;
        List<Note> silent = IntStream.of(playing.notes())
                .filter(note -> scored.layout.line(note).isEmpty())
                .mapToObj(Note::of)
                .toList();
        List<NoteMap> alike = playing.hitCount() == 0
                ? List.of()
                : ranked.stream()
                        .filter(other -> other != scored && other.playsAs(scored))
                        .map(other -> other.layout.map())
                        .toList();
        List<String> reasons =
                new ArrayList<>(new Reasons(scored.layout, playing).inWords(silent.size(), scored.silentHits()));
        if (!alike.isEmpty()) {
            reasons.add("plays the same as "
                    + alike.stream().map(NoteMap::name).limit(MOST_NAMED).collect(Collectors.joining(", "))
                    + (alike.size() > MOST_NAMED ? " and " + (alike.size() - MOST_NAMED) + " more" : ""));
        }
        return new Candidate(
                scored.layout.map(), scored.score, playing.hitCount(), scored.silentHits(), silent, alike, reasons);
    }
}
