package org.jollyledger.web.ledger;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapEdits;
import org.jollyledger.core.notemap.MapEdits.WhenTaken;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.template.Extent;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Stepping through the lines of a map, each filled by the next note that arrives. */
@Controller
public class FillController {
    /**
     * Where filling has got to.
     *
     * @param line the lines that are stepped through, from 0, in order; empty for all
     * @param at which of them is current, from 0
     * @param start the revision at which the filling began
     */
    record Place(
            @Nullable List<Integer> line,
            @Nullable Integer at,
            @Nullable Integer start) {
        int step() {
            return at == null ? 0 : Math.max(0, at);
        }

        List<Integer> lines(NoteMap map) {
            List<Integer> chosen = line == null
                    ? List.of()
                    : line.stream()
                            .filter(one -> one >= 0 && one < map.lines().size())
                            .toList();
            return chosen.isEmpty()
                    ? IntStream.range(0, map.lines().size()).boxed().toList()
                    : chosen;
        }
    }

    /** A line in the list of those that are filled. */
    public record FillRow(int step, FamilyMark family, String name, String sound, String note, boolean current) {}

    /** A key of the strip. */
    public record KeyView(int note, String label, boolean black, String family, String player) {}

    /** The page. */
    public record FillView(
            String slug,
            String name,
            int revision,
            int start,
            List<Integer> chosen,
            int at,
            int count,
            boolean done,
            List<FillRow> rows,
            List<List<KeyView>> octaves,
            boolean changed) {
        public @Nullable FillRow current() {
            return rows.stream().filter(FillRow::current).findFirst().orElse(null);
        }
    }

    private static final List<Integer> BLACK = List.of(1, 3, 6, 8, 10);
    private static final int OCTAVE = 12;

    private final LedgerService ledger;

    FillController(LedgerService ledger) {
        this.ledger = ledger;
    }

    @GetMapping("/maps/{slug}/fill")
    ModelAndView fill(@PathVariable String slug, Place place) {
        return page(slug, place, place.step(), "", Extent.PAGE, HttpStatus.OK);
    }

    /** A note arrives for the current line. */
    @PostMapping("/maps/{slug}/fill/notes")
    ModelAndView arrive(
            @PathVariable String slug, @RequestParam int base, @RequestParam int note, Place place, Extent extent) {
        return after(slug, place, extent, base, List.of(note));
    }

    /** The notes of a MIDI file arrive, for the current line and those behind it. */
    @PostMapping("/maps/{slug}/fill/file")
    ModelAndView arriveFromFile(
            @PathVariable String slug, @RequestParam int base, @RequestParam MultipartFile file, Place place)
            throws IOException {
        return after(slug, place, Extent.PAGE, base, MidiList.arrived(file.getBytes()));
    }

    /** The current line loses its note. */
    @PostMapping("/maps/{slug}/fill/clear")
    ModelAndView clear(@PathVariable String slug, @RequestParam int base, Place place, Extent extent) {
        NoteMap map = ledger.get(slug).map();
        List<Integer> lines = place.lines(map);
        if (place.step() >= lines.size()) {
            return page(slug, place, place.step(), "All lines are filled.", extent, HttpStatus.OK);
        }
        int line = lines.get(place.step());
        String what = "“" + map.lines().get(line).name() + "” has no note";
        try {
            ledger.change(slug, base, what, before -> MapEdits.clearNotes(before, List.of(line)));
        } catch (Refusal refused) {
            return page(slug, place, place.step(), refused.sentence(), extent, refused.status());
        }
        return page(slug, place, place.step(), what + ".", extent, HttpStatus.OK);
    }

    /** The filling stops: what was filled stays, or what was there comes back. */
    @PostMapping("/maps/{slug}/fill/stop")
    String stop(
            @PathVariable String slug,
            @RequestParam int base,
            @RequestParam int start,
            @RequestParam boolean keep,
            RedirectAttributes redirect) {
        if (!keep && start != base) {
            NoteMap then = ledger.get(slug, start).map();
            ledger.change(slug, base, "Restored what was there before filling", now -> then);
            redirect.addFlashAttribute("message", "Restored what was there before filling.");
        }
        return "redirect:/maps/" + slug;
    }

    private ModelAndView after(String slug, Place place, Extent extent, int base, List<Integer> notes) {
        NoteMap map = ledger.get(slug).map();
        List<Integer> lines = place.lines(map);
        int from = Math.max(0, place.step());
        int filled = Math.min(notes.size(), lines.size() - from);
        if (filled <= 0) {
            return page(slug, place, from, "All lines are filled.", extent, HttpStatus.OK);
        }
        List<String> told = new ArrayList<>();
        try {
            Note last = Note.of(notes.get(filled - 1));
            String name = map.lines().get(lines.get(from + filled - 1)).name();
            told.add(
                    filled == 1
                            ? "“" + name + "” is on " + last.label(map.middleC())
                            : filled + " lines filled, to “" + name + "” on " + last.label(map.middleC()));
            ledger.change(slug, base, "Filled by playing: " + told.get(0), before -> {
                NoteMap after = before;
                for (int step = 0; step < filled; step++) {
                    after = MapEdits.setNote(after, lines.get(from + step), Note.of(notes.get(step)), WhenTaken.LAYER);
                }
                return after;
            });
            if (filled == 1) {
                others(map, lines.get(from), last).ifPresent(told::add);
            }
        } catch (Refusal refused) {
            return page(slug, place, from, refused.sentence(), extent, refused.status());
        } catch (IllegalArgumentException e) {
            return page(slug, place, from, String.valueOf(e.getMessage()), extent, HttpStatus.UNPROCESSABLE_CONTENT);
        }
        return page(slug, place, from + filled, String.join("; ", told) + ".", extent, HttpStatus.OK);
    }

    private static Optional<String> others(NoteMap map, int line, Note note) {
        return MapEdits.takenBy(map, line, note).stream()
                .findFirst()
                .map(other -> "“" + map.lines().get(other).name() + "” has that note too");
    }

    private ModelAndView page(String slug, Place place, int at, String message, Extent extent, HttpStatus status) {
        ModelAndView page = new ModelAndView(extent.choose("ledger/fill", "ledger/fill :: fill"), status);
        page.addObject("fill", view(slug, place, at));
        page.addObject("message", message);
        page.addObject("refused", status.isError());
        return page;
    }

    private FillView view(String slug, Place place, int at) {
        StoredMap stored = ledger.get(slug);
        if (ledger.editState(slug).builtIn()) {
            throw Refusal.forbidden("“" + stored.map().name() + "” is built in; make a copy to fill it.");
        }
        NoteMap map = stored.map();
        List<Integer> lines = place.lines(map);
        int current = Math.max(0, Math.min(at, lines.size()));
        Integer start = place.start();
        return new FillView(
                slug,
                map.name(),
                stored.revision(),
                start == null ? stored.revision() : start,
                place.line() == null ? List.of() : place.line(),
                current,
                lines.size(),
                current >= lines.size(),
                IntStream.range(0, lines.size())
                        .mapToObj(step -> row(map, map.lines().get(lines.get(step)), step, step == current))
                        .toList(),
                octaves(map),
                start != null && start != stored.revision());
    }

    private static FillRow row(NoteMap map, Line line, int step, boolean current) {
        return new FillRow(
                step,
                FamilyMark.of(line.sound().family()),
                line.name(),
                line.sound().code(),
                line.place().map(note -> note.label(map.middleC())).orElse(""),
                current);
    }

    private static List<List<KeyView>> octaves(NoteMap map) {
        return IntStream.rangeClosed(0, Note.HIGHEST / OCTAVE)
                .mapToObj(octave -> IntStream.range(octave * OCTAVE, Math.min(Note.COUNT, (octave + 1) * OCTAVE))
                        .mapToObj(number -> key(map, Note.of(number)))
                        .toList())
                .toList();
    }

    private static KeyView key(NoteMap map, Note note) {
        Optional<Line> line = map.lineAt(note);
        return new KeyView(
                note.number(),
                note.label(map.middleC()),
                BLACK.contains(note.number() % OCTAVE),
                line.map(one -> one.sound().family().code()).orElse(""),
                line.map(Line::name).orElse("free"));
    }
}
