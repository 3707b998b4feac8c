package org.jollyledger.benchmark;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jollyledger.core.comparison.PartComparison;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Settlement;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.HitRows;
import org.jollyledger.core.exchange.MusicXml;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.exchange.SheetSvg;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartEdit;
import org.jollyledger.core.play.Schedule;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Layout;
import org.jollyledger.core.reconcile.LayoutRecognition;
import org.jollyledger.core.reconcile.Reconciling;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow;

/**
 * Searches for inputs that take long, not for such that fail: each kind of work is done on inputs of many shapes, of one size and of
 * twice that. What takes more than three times as long for twice the size grows with the square of it. Given are the smaller
 * size, and a part of the name of what is looked at alone.
 */
public final class SlowInputs {
    private static final System.Logger LOG = System.getLogger(SlowInputs.class.getName());
    private static final double GROWS_TOO_FAST = 3;
    private static final double MATTERS_FROM_MILLISECONDS = 150;

    private interface Work<T> {
        void on(T input) throws Exception;
    }

    private SlowInputs() {}

    public static void main(String[] arguments) throws Exception {
        int hits = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 15_000;
        String only = arguments.length > 1 ? arguments[1] : "";
        int found = parts(hits, only) + (only.isEmpty() ? lists(200_000) : 0);
        System.out.println(found + " grow too fast.");
    }

    private static int parts(int hits, String only) throws Exception {
        NoteMap map = GeneralMidi.level1();
        Map<String, Work<byte[]>> works = new LinkedHashMap<>();
        works.put("read", SlowInputs::read);
        for (Form form : Form.values()) {
            NoteMap kit = MadeMaps.large()
                    .withName("By " + form)
                    .withChokes(ChokeExpression.of(form))
                    .withOpenness(OpennessExpression.CONTROLLER);
            Crosswalk from = Crosswalk.propose(map, kit);
            Crosswalk to = Crosswalk.propose(kit, map);
            works.put(
                    "convert to " + form,
                    bytes -> Conversion.of(read(bytes), from).bytes());
            works.put(
                    "convert from " + form,
                    bytes -> Conversion.of(read(bytes), to).bytes());
            works.put(
                    "reconcile for " + form,
                    bytes -> Reconciling.of(read(bytes), kit, Optional.of(map), Figures.USUAL));
        }
        Crosswalk half = Crosswalk.propose(map, MadeMaps.half(map));
        works.put("what is lost", bytes -> {
            Statement statement = Conversion.of(read(bytes), half).statement();
            for (Losses.Group loss : Losses.of(statement)) {
                Settlement.of(statement, loss.key());
            }
        });
        works.put("propose", bytes -> Crosswalk.propose(map, MadeMaps.half(map), read(bytes)));
        works.put("reconcile", bytes -> Reconciling.of(read(bytes), map, Optional.of(map), Figures.USUAL));
        works.put("repair", SlowInputs::repair);
        works.put("move and copy", SlowInputs::edit);
        works.put("play", bytes -> Schedule.of(read(bytes), map));
        works.put("sheet", bytes -> Sheet.of(read(bytes), map, SheetRow.Shown.values()[0]));
        works.put(
                "score",
                unlessRefused(
                        bytes -> MusicXml.write(Sheet.of(read(bytes), map, SheetRow.Shown.values()[0]), "A part")));
        works.put(
                "print",
                unlessRefused(
                        bytes -> SheetSvg.write(Sheet.of(read(bytes), map, SheetRow.Shown.values()[0]), "A part")));
        works.put("list of hits", bytes -> HitRows.write(read(bytes), map, new StringBuilder()));
        works.put("recognise", bytes -> LayoutRecognition.rank(MidiFile.read(bytes), List.of(Layout.of(map)), 3));
        int found = 0;
        for (String name : StrangeParts.names()) {
            IntFunction<byte[]> made = size -> StrangeParts.file(name, size);
            for (Map.Entry<String, Work<byte[]>> work : works.entrySet()) {
                String what = work.getKey() + ", " + name;
                found += what.contains(only) ? look(what, work.getValue(), made, hits) : 0;
            }
        }
        return found;
    }

    /** What is too long for paper is told so, which is as well. */
    private static Work<byte[]> unlessRefused(Work<byte[]> work) {
        return bytes -> {
            try {
                work.on(bytes);
            } catch (IllegalArgumentException e) {
                LOG.log(System.Logger.Level.DEBUG, "Refused", e);
            }
        };
    }

    private static Part read(byte[] bytes) throws Exception {
        return Part.of(MidiFile.read(bytes), Channels.only(StrangeParts.CHANNEL));
    }

    /** Everything that is found is settled by its first correction. */
    private static void repair(byte[] bytes) throws Exception {
        Reconciling found = Reconciling.of(read(bytes), GeneralMidi.level1(), Optional.empty(), Figures.USUAL);
        found.settle(found.discrepancies().stream()
                .map(one -> new Reconciling.Chosen(one, one.corrections().get(0)))
                .toList());
    }

    private static void edit(byte[] bytes) throws Exception {
        Part part = read(bytes);
        int[] all = IntStream.range(0, part.hitCount()).toArray();
        Part later = Part.of(MidiFile.read(PartEdit.of(part).shift(all, 7).toBytes()), part.channels());
        PartComparison.between(part.file(), later.file());
        PartEdit.of(part).toNotes(all, hit -> 40).toBytes();
        PartEdit.of(part).remove(all).toBytes();
        if (part.hitCount() == 0) {
            return;
        }
        int first = part.hitsInTime()[0];
        long bar = part.timeMap(part.track(first)).at(part.tick(first)).bar();
        PartEdit.of(part).copyBars(bar, bar + 1, bar + 2, true).toBytes();
    }

    private static int lists(int characters) throws Exception {
        int found = 0;
        for (String unit : List.of(
                " ",
                "\t",
                ",",
                ";",
                "|",
                "-",
                ".",
                "(",
                "[",
                "{",
                "\"",
                "'",
                "*",
                "/",
                "=",
                ":",
                "<a ",
                "<td>",
                "a",
                "a ",
                "1 ",
                "36,",
                "C1 ",
                "Kick ",
                "Kick 36 ",
                "vel 1-",
                "(a ",
                "a. B",
                "on ",
                "and ",
                "name: ",
                "Do ",
                "1O",
                "EXC1 ")) {
            IntFunction<String> line = size -> "36 Kick " + unit.repeat(Math.min(18_000, size) / unit.length());
            IntFunction<String> lines = size -> (unit.repeat(100 / unit.length()) + "\n").repeat(size / 100);
            found += look("a list with a line of “" + unit + "”", SlowInputs::list, line, 9_000);
            found += look("a list with lines of “" + unit + "”", SlowInputs::list, lines, characters / 2);
        }
        return found;
    }

    private static void list(String text) {
        try {
            NoteListReader.read(text, NoteListReader.Settings.USUAL);
        } catch (DocumentException e) {
            // Told that it is no list, which is as well.
        }
    }

    private static <T> int look(String what, Work<T> work, IntFunction<T> made, int size) throws Exception {
        double once = milliseconds(work, made.apply(size));
        double twice = milliseconds(work, made.apply(2 * size));
        if (twice < MATTERS_FROM_MILLISECONDS || twice < GROWS_TOO_FAST * once) {
            return 0;
        }
        System.out.printf(Locale.ROOT, "%s: %.0f ms, twice the size %.0f ms%n", what, once, twice);
        return 1;
    }

    private static <T> double milliseconds(Work<T> work, T input) throws Exception {
        double best = Double.MAX_VALUE;
        for (int time = 0; time < 2; time++) {
            long start = System.nanoTime();
            work.on(input);
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        return best;
    }
}
