package org.jollyledger.web.part;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartEdit;
import org.jollyledger.core.part.Stroke;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Changes the hits of parts; every change is a revision. */
@Service
public class HitEditing {
    private static final int USUAL_CHANNEL = 10;
    private static final int USUAL_VELOCITY = 96;
    /** How much of a quarter a new hit lasts. */
    private static final double NEW_LENGTH = 0.125;

    /**
     * What came of a change.
     *
     * @param revision the revision that holds now
     * @param message what was done, in one line
     * @param hits the hits that were changed or put in, as they are numbered now
     */
    public record Done(int revision, String message, String hits) {}

    /** A change that was made, and what it is called. */
    private record Made(PartEdit edit, String summary) {}

    private final SheetDesk desk;
    private final PartService parts;

    HitEditing(SheetDesk desk, PartService parts) {
        this.desk = desk;
        this.parts = parts;
    }

    /**
     * Makes a change.
     *
     * @throws Refusal when it cannot be made, or the part has changed since
     */
    public Done edit(String slug, HitEdit wanted) {
        SheetDesk.Open open = desk.open(slug, wanted.map(), wanted.rows());
        int base = required(wanted.base(), "base", "the revision it is made on");
        if (open.part().revision() != base) {
            throw Refusal.overtaken("This part was changed elsewhere since you opened it; here it is as it stands now,"
                    + " make your change again.");
        }
        Made made;
        byte[] bytes;
        try {
            made = make(open.sheet(), wanted);
            bytes = made.edit.toBytes();
        } catch (IllegalArgumentException e) {
            throw Refusal.unreadable(String.valueOf(e.getMessage()));
        }
        if (made.edit.changeCount() == 0) {
            return new Done(base, "Nothing changed: it stands so already.", chosen(open.sheet(), wanted));
        }
        StoredPart after = parts.change(slug, base, made.summary, bytes);
        Part changed = Part.of(after.file(), open.drums().part().channels());
        return new Done(after.revision(), made.summary + ".", HitSet.format(made.edit.find(changed)));
    }

    private static String chosen(Sheet sheet, HitEdit wanted) {
        return wanted.hits() == null && wanted.where() == null ? "" : HitSet.format(hits(sheet, wanted));
    }

    private static Made make(Sheet sheet, HitEdit wanted) {
        HitEdit.What what = HitEdit.What.parse(required(wanted.what(), "what", "the change"));
        return switch (what) {
            case ADD -> add(sheet, wanted);
            case COPY -> copy(sheet, wanted);
            default -> change(sheet, wanted, what, hits(sheet, wanted));
        };
    }

    /** The hits that are meant. */
    static int[] hits(Sheet sheet, HitEdit wanted) {
        int[] hits = wanted.where() != null
                ? wanted.where().query().find(sheet.part())
                : HitSet.parse(
                        required(wanted.hits(), "hits", "the hits that are changed"),
                        sheet.part().hitCount());
        if (hits.length == 0) {
            throw Refusal.unreadable("No hits are chosen; choose some first.");
        }
        return hits;
    }

    private static Made change(Sheet sheet, HitEdit wanted, HitEdit.What what, int[] hits) {
        PartEdit edit = PartEdit.of(sheet.part());
        String chosen = words(sheet, hits);
        return switch (what) {
            case LINE -> {
                int note = Note.of(required(wanted.note(), "note", "the note they go to"))
                        .number();
                yield new Made(edit.toNotes(hits, any -> note), chosen + " moved to " + name(sheet, note));
            }
            case ROWS -> rows(sheet, wanted, hits, chosen);
            case REMOVE -> new Made(edit.remove(hits), chosen + " taken out");
            case VELOCITY -> {
                int velocity = required(wanted.velocity(), "velocity", "the velocity they get");
                if (velocity < 1 || velocity > Stroke.LOUDEST) {
                    throw new IllegalArgumentException("A velocity is 1 to 127, not " + velocity + ".");
                }
                yield new Made(edit.velocities(hits, any -> velocity), chosen + " set to velocity " + velocity);
            }
            case LOUDER -> {
                int by = required(wanted.by(), "by", "how much louder");
                yield new Made(
                        edit.velocities(hits, velocity -> velocity + by),
                        chosen + (by < 0 ? " softer by " + -by : " louder by " + by));
            }
            case SCALE -> {
                int percent = required(wanted.by(), "by", "to how many percent");
                yield new Made(
                        edit.velocities(hits, velocity -> (int) Math.round(velocity * percent / 100.0)),
                        chosen + " scaled to " + percent + " % of their velocity");
            }
            case SHIFT ->
                shift(
                        edit,
                        hits,
                        onGrid(sheet, hits, required(wanted.by(), "by", "how many ticks later"), wanted.grid()),
                        chosen);
            case NUDGE ->
                shift(
                        edit,
                        hits,
                        required(wanted.by(), "by", "how many steps later") * step(sheet, hits, wanted.grid()),
                        chosen);
            case GRID -> {
                Grid grid = new Grid(required(wanted.grid(), "grid", "how many lines to a beat"));
                yield new Made(
                        edit.toGrid(hits, grid), chosen + " put on the grid of " + grid.perBeat() + " to a beat");
            }
            default -> throw new IllegalStateException(what.name());
        };
    }

    /** To other rows, and at the same time later or earlier when hits are dragged across both. */
    private static Made rows(Sheet sheet, HitEdit wanted, int[] hits, String chosen) {
        int by = required(wanted.by(), "by", "how many rows down");
        int[] target = rowsAway(sheet, by);
        PartEdit moved = PartEdit.of(sheet.part()).toNotes(hits, note -> target[note]);
        boolean toOneLine = Arrays.stream(hits)
                        .map(hit -> target[sheet.part().note(hit)])
                        .distinct()
                        .count()
                == 1;
        String where = toOneLine
                ? " moved to " + name(sheet, target[sheet.part().note(hits[0])])
                : " moved " + (by < 0 ? "up" : "down");
        int ticks = wanted.ticks() == null ? 0 : wanted.ticks();
        if (ticks == 0) {
            return new Made(moved, chosen + where);
        }
        Part onItsRow = again(moved, sheet.part());
        long shift = onGrid(sheet, hits, ticks, wanted.grid());
        return new Made(
                PartEdit.of(onItsRow).shift(moved.find(onItsRow), shift),
                chosen + where + ", " + Math.abs(shift) + " ticks " + (shift < 0 ? "earlier" : "later"));
    }

    /** A part as an edit leaves it. */
    private static Part again(PartEdit edit, Part part) {
        try {
            return Part.of(MidiFile.read(edit.toBytes()), part.channels());
        } catch (MidiFormatException e) {
            throw new IllegalStateException("A part that was changed cannot be read back.", e);
        }
    }

    private static Made shift(PartEdit edit, int[] hits, long ticks, String chosen) {
        return new Made(
                edit.shift(hits, ticks),
                chosen + " moved " + Math.abs(ticks) + " ticks " + (ticks < 0 ? "earlier" : "later"));
    }

    private static long earliest(Sheet sheet, int[] hits) {
        return Arrays.stream(hits).mapToLong(sheet.part()::tick).min().orElseThrow();
    }

    /** How long a step of a grid is where the earliest hit stands; a tick where there is none. */
    private static long step(Sheet sheet, int[] hits, @Nullable Integer grid) {
        return grid == null || grid == 0 ? 1 : new Grid(grid).step(sheet.times(), earliest(sheet, hits));
    }

    /** By how much hits move so that the earliest of them lands on the grid, where there is one. */
    private static long onGrid(Sheet sheet, int[] hits, long ticks, @Nullable Integer grid) {
        if (grid == null || grid == 0) {
            return ticks;
        }
        long first = earliest(sheet, hits);
        return new Grid(grid).nearest(sheet.times(), Math.max(0, first + ticks)) - first;
    }

    /** Of every note that stands in a row the note some rows away; at the end of the rows the last one. */
    private static int[] rowsAway(Sheet sheet, int by) {
        int[] target = IntStream.range(0, Note.COUNT).toArray();
        List<SheetRow> rows = sheet.rows();
        for (int row = 0; row < rows.size(); row++) {
            int to = Math.max(0, Math.min(rows.size() - 1, row + by));
            target[rows.get(row).note().number()] = rows.get(to).note().number();
        }
        return target;
    }

    private static Made add(Sheet sheet, HitEdit wanted) {
        Part part = sheet.part();
        int note = Note.of(required(wanted.note(), "note", "its note")).number();
        long at = required(wanted.tick(), "tick", "where it stands");
        long tick = wanted.grid() == null || wanted.grid() == 0
                ? at
                : new Grid(wanted.grid()).nearest(sheet.times(), Math.max(0, at));
        int velocity = wanted.velocity() == null ? USUAL_VELOCITY : wanted.velocity();
        long length = Math.max(1, Math.round(part.file().division().ticksPerQuarter() * NEW_LENGTH));
        OptionalInt like = like(part, note);
        int track = like.isPresent() ? part.track(like.getAsInt()) : lastTrack(part);
        int channel = like.isPresent()
                ? part.channel(like.getAsInt())
                : sheet.map().channel().orElse(USUAL_CHANNEL);
        PartEdit edit = PartEdit.of(part).add(new Stroke(track, channel, tick, note, velocity, length));
        return new Made(
                edit,
                "Put in " + name(sheet, note) + " at "
                        + part.timeMap(0).at(tick).words());
    }

    private static int lastTrack(Part part) {
        int count = part.file().tracks().size();
        if (count == 0) {
            throw new IllegalArgumentException("The file has no track to put a hit into; upload one that has.");
        }
        return count - 1;
    }

    /** A hit of the same note, or else any hit: a new one goes to its track and channel. */
    private static OptionalInt like(Part part, int note) {
        OptionalInt same = IntStream.range(0, part.hitCount())
                .filter(hit -> part.note(hit) == note)
                .findFirst();
        return same.isPresent() || part.hitCount() == 0 ? same : OptionalInt.of(0);
    }

    private static Made copy(Sheet sheet, HitEdit wanted) {
        long first = required(wanted.firstBar(), "firstBar", "the first bar copied");
        long last = wanted.lastBar() == null ? first : wanted.lastBar();
        long onto = required(wanted.onto(), "onto", "the bar it goes to");
        if (onto < sheet.times().firstBar()) {
            throw new IllegalArgumentException("There is no bar " + onto + "; bars begin at "
                    + sheet.times().firstBar() + ".");
        }
        boolean keep = Boolean.TRUE.equals(wanted.keep());
        PartEdit edit = PartEdit.of(sheet.part()).copyBars(first, last, onto, !keep);
        String what = first == last ? "Bar " + first : "Bars " + first + " to " + last;
        return new Made(edit, what + " copied to bar " + onto + (keep ? ", beside what stood there" : ""));
    }

    private static String name(Sheet sheet, int note) {
        return sheet.map()
                .lineAt(Note.of(note))
                .map(Line::name)
                .orElseGet(() -> Note.of(note).label(sheet.map().middleC()));
    }

    /** The hits in words, such as "Snare at bar 3, beat 2" or "12 hits of Snare". */
    static String words(Sheet sheet, int[] hits) {
        Part part = sheet.part();
        int[] notes = Arrays.stream(hits).map(part::note).distinct().toArray();
        Optional<String> name = notes.length == 1 ? Optional.of(name(sheet, notes[0])) : Optional.empty();
        if (hits.length == 1) {
            return name.orElseThrow() + " at " + part.place(hits[0]).words();
        }
        return hits.length + " hits" + name.map(known -> " of " + known).orElse("");
    }

    private static <T> T required(@Nullable T value, String name, String meaning) {
        return Optional.ofNullable(value)
                .orElseThrow(() ->
                        Refusal.incomplete("The change lacks \"" + name + "\", " + meaning + "; give it as well."));
    }

    /** Takes the last change back, or does it again. */
    Done step(String slug, int base, boolean forward) {
        Optional<String> done = forward ? parts.redo(slug, base) : parts.undo(slug, base);
        String nothing = forward ? "There is nothing to do again." : "There is nothing to undo.";
        String words = forward ? "Done again: " : "Taken back: ";
        return new Done(
                parts.standing(slug).revision(),
                done.map(what -> words + what + ".").orElse(nothing),
                "");
    }
}
