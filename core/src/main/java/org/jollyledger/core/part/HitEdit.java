package org.jollyledger.core.part;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.pitch.Note;

/** What can be done to the hits of a part. Every kind has what it needs and nothing else. */
public sealed interface HitEdit {
    /**
     * Changes a part.
     *
     * @param hits the hits that are changed, by their indexes
     * @return the change; nothing of the part itself is touched
     * @throws IllegalArgumentException when it cannot be made, with a sentence
     */
    PartEdit on(Part part, int[] hits);

    /**
     * {@return what is done, in words, without a full stop: "12 hits of Snare moved to Rim"}
     *
     * @param names what the notes are called, 0 to 127
     */
    String summary(Part part, int[] hits, IntFunction<String> names);

    /** {@return whether it changes hits that must be chosen first} */
    default boolean needsHits() {
        return true;
    }

    /**
     * To another note.
     *
     * @param note 0 to 127
     */
    record ToNote(int note) implements HitEdit {
        public ToNote {
            Note.of(note);
        }

        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).toNotes(hits, any -> note);
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + " moved to " + names.apply(note);
        }
    }

    /**
     * From each note to another, and at the same time later or earlier.
     *
     * @param noteFor for each of the notes 0 to 127 the one it becomes
     * @param ticks how much later; negative for earlier
     * @param grid where the earliest of the hits lands, if anywhere
     */
    record ToNotes(List<Integer> noteFor, long ticks, Optional<Grid> grid) implements HitEdit {
        public ToNotes {
            noteFor = List.copyOf(noteFor);
            if (noteFor.size() != Note.COUNT) {
                throw new IllegalArgumentException(
                        "Each of the 128 notes needs one that it becomes, not " + noteFor.size() + ".");
            }
        }

        @Override
        public PartEdit on(Part part, int[] hits) {
            PartEdit moved = PartEdit.of(part).toNotes(hits, noteFor::get);
            if (ticks == 0) {
                return moved;
            }
            Part there = again(moved, part);
            return PartEdit.of(there).shift(moved.find(there), landing(part, hits, ticks, grid));
        }

        /** A part as an edit leaves it. */
        private static Part again(PartEdit edit, Part part) {
            try {
                return Part.of(MidiFile.read(edit.toBytes()), part.channels());
            } catch (MidiFormatException e) {
                throw new IllegalStateException("A part that was changed cannot be read back.", e);
            }
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            int[] ends = Arrays.stream(hits)
                    .map(hit -> noteFor.get(part.note(hit)))
                    .distinct()
                    .toArray();
            String where = ends.length == 1 ? " moved to " + names.apply(ends[0]) : " moved to other rows";
            long shift = ticks == 0 ? 0 : landing(part, hits, ticks, grid);
            return words(part, hits, names) + where + (shift == 0 ? "" : ", " + later(shift));
        }
    }

    /** Out of the part. */
    record Delete() implements HitEdit {
        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).remove(hits);
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + " deleted";
        }
    }

    /**
     * One velocity for all.
     *
     * @param velocity 1 to 127
     */
    record SetVelocity(int velocity) implements HitEdit {
        public SetVelocity {
            Stroke.requireVelocity(velocity);
        }

        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).velocities(hits, any -> velocity);
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + " set to velocity " + velocity;
        }
    }

    /**
     * Louder, as far as 127; or softer, as far as 1.
     *
     * @param by how much; negative for softer
     */
    record Louder(int by) implements HitEdit {
        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).velocities(hits, velocity -> velocity + by);
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + (by < 0 ? " softer by " + -by : " louder by " + by);
        }
    }

    /**
     * To a share of their velocity.
     *
     * @param percent 0 or more
     */
    record Scale(int percent) implements HitEdit {
        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).velocities(hits, velocity -> (int) Math.round(velocity * percent / 100.0));
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + " scaled to " + percent + " % of their velocity";
        }
    }

    /**
     * Later, or earlier as far as the beginning.
     *
     * @param ticks how much later; negative for earlier
     * @param grid where the earliest of the hits lands, if anywhere
     */
    record Shift(long ticks, Optional<Grid> grid) implements HitEdit {
        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).shift(hits, landing(part, hits, ticks, grid));
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + " moved " + later(landing(part, hits, ticks, grid));
        }
    }

    /**
     * Later by steps of a grid, or by ticks where there is none.
     *
     * @param steps how many; negative for earlier
     */
    record Nudge(int steps, Optional<Grid> grid) implements HitEdit {
        private long ticks(Part part, int[] hits) {
            return steps
                    * grid.map(lines -> lines.step(part.timeMap(0), earliest(part, hits)))
                            .orElse(1L);
        }

        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).shift(hits, ticks(part, hits));
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + " moved " + later(ticks(part, hits));
        }
    }

    /** Each to the nearest line of a grid. */
    record Snap(Grid grid) implements HitEdit {
        @Override
        public PartEdit on(Part part, int[] hits) {
            return PartEdit.of(part).toGrid(hits, grid);
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return words(part, hits, names) + " snapped to the grid of " + grid.perBeat() + " to a beat";
        }
    }

    /**
     * A new hit. It goes to the track and channel of another hit of its note, or else of any hit; in a part without hits
     * to the last track.
     *
     * @param note 0 to 127
     * @param tick where it stands
     * @param grid on whose nearest line it is instead, if any
     * @param velocity 1 to 127
     * @param channel its channel where the part has no hit, 1 to 16
     */
    record Add(int note, long tick, Optional<Grid> grid, int velocity, int channel) implements HitEdit {
        public static final int USUAL_VELOCITY = 96;
        public static final int USUAL_CHANNEL = 10;
        /** How much of a quarter it lasts. */
        private static final double LENGTH = 0.125;

        public Add {
            Note.of(note);
            Stroke.requireVelocity(velocity);
        }

        @Override
        public boolean needsHits() {
            return false;
        }

        private long landing(Part part) {
            return grid.map(lines -> lines.nearest(part.timeMap(0), Math.max(0, tick)))
                    .orElse(tick);
        }

        @Override
        public PartEdit on(Part part, int[] hits) {
            OptionalInt like = like(part);
            int track = like.isPresent() ? part.track(like.getAsInt()) : lastTrack(part);
            int itsChannel = like.isPresent() ? part.channel(like.getAsInt()) : channel;
            long length = Math.max(1, Math.round(part.file().division().ticksPerQuarter() * LENGTH));
            return PartEdit.of(part).add(new Stroke(track, itsChannel, landing(part), note, velocity, length));
        }

        private OptionalInt like(Part part) {
            OptionalInt same = IntStream.range(0, part.hitCount())
                    .filter(hit -> part.note(hit) == note)
                    .findFirst();
            return same.isPresent() || part.hitCount() == 0 ? same : OptionalInt.of(0);
        }

        private static int lastTrack(Part part) {
            int count = part.file().tracks().size();
            if (count == 0) {
                throw new IllegalArgumentException("The file has no track to add a hit to; upload one that has.");
            }
            return count - 1;
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            return "Added " + names.apply(note) + " at "
                    + part.timeMap(0).at(landing(part)).words();
        }
    }

    /**
     * Bars copied to others.
     *
     * @param first the first bar copied
     * @param last the last bar copied
     * @param onto the bar where the first of them goes
     * @param keep whether what is in the bars copied to stays
     */
    record CopyBars(long first, long last, long onto, boolean keep) implements HitEdit {
        @Override
        public boolean needsHits() {
            return false;
        }

        @Override
        public PartEdit on(Part part, int[] hits) {
            long begin = part.timeMap(0).firstBar();
            if (onto < begin) {
                throw new IllegalArgumentException("There is no bar " + onto + "; bars begin at " + begin + ".");
            }
            return PartEdit.of(part).copyBars(first, last, onto, !keep);
        }

        @Override
        public String summary(Part part, int[] hits, IntFunction<String> names) {
            String what = first == last ? "Bar " + first : "Bars " + first + " to " + last;
            return what + " copied to bar " + onto + (keep ? ", added to what was there" : "");
        }
    }

    /**
     * {@return some hits in words, such as "Snare at bar 3, beat 2" or "12 hits of Snare"}
     *
     * @param hits one or more
     * @param names what the notes are called, 0 to 127
     */
    static String words(Part part, int[] hits, IntFunction<String> names) {
        int[] notes = Arrays.stream(hits).map(part::note).distinct().toArray();
        if (hits.length == 1) {
            return names.apply(notes[0]) + " at " + part.place(hits[0]).words();
        }
        return hits.length + " hits" + (notes.length == 1 ? " of " + names.apply(notes[0]) : "");
    }

    private static String later(long ticks) {
        return Math.abs(ticks) + " ticks " + (ticks < 0 ? "earlier" : "later");
    }

    private static long earliest(Part part, int[] hits) {
        return Arrays.stream(hits).mapToLong(part::tick).min().orElseThrow();
    }

    /** By how much hits move so that the earliest of them lands on the grid, where there is one. */
    private static long landing(Part part, int[] hits, long ticks, Optional<Grid> grid) {
        long first = earliest(part, hits);
        return grid.map(lines -> lines.nearest(part.timeMap(0), Math.max(0, first + ticks)) - first)
                .orElse(ticks);
    }
}
