package org.jollyledger.web.ledger;

import java.util.List;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.Joining;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Lines of another map, put onto free notes of this one. */
@Controller
class JoinController {
    private final LedgerService ledger;

    JoinController(LedgerService ledger) {
        this.ledger = ledger;
    }

    @GetMapping("/maps/{slug}/join")
    String choose(@PathVariable String slug, @RequestParam(defaultValue = "") String from, Model model) {
        StoredMap stored = ledger.get(slug);
        show(stored, model);
        if (!from.isEmpty()) {
            StoredMap other = ledger.get(from);
            model.addAttribute("other", MapView.of(other));
            model.addAttribute(
                    "label",
                    other.slug().equals(slug) ? "copy 2" : label(other.map().name()));
        }
        return "ledger/join";
    }

    private static String label(String name) {
        return name.length() <= Line.LONGEST_CHOKE_GROUP
                ? name
                : name.substring(0, Line.LONGEST_CHOKE_GROUP).strip();
    }

    @PostMapping("/maps/{slug}/join")
    String join(
            @PathVariable String slug,
            @RequestParam int base,
            @RequestParam String from,
            @RequestParam(required = false) @Nullable List<Integer> line,
            @RequestParam String label,
            Model model) {
        NoteMap other = ledger.get(from).map();
        if (line == null || line.isEmpty()) {
            throw Refusal.unreadable("No line of “" + other.name() + "” is chosen; go back and choose one or more.");
        }
        List<Line> lines = line.stream()
                .filter(at -> at >= 0 && at < other.lines().size())
                .map(other.lines()::get)
                .toList();
        Joining joining = Refusal.unlessValid(() -> Joining.of(ledger.get(slug).map(), other, lines, label.strip()));
        String what = lines.size() == 1 ? "“" + lines.get(0).name() + "”" : lines.size() + " lines";
        StoredMap joined = ledger.change(slug, base, "Joined " + what + " of " + other.name(), before -> joining.map());
        show(joined, model);
        model.addAttribute("joinedFrom", other.name());
        model.addAttribute("label", label.strip());
        model.addAttribute(
                "setUp",
                IntStream.range(0, lines.size())
                        .mapToObj(at -> joining.placements().get(at).setUp(other, joined.map()))
                        .toList());
        return "ledger/joined";
    }

    private void show(StoredMap stored, Model model) {
        model.addAttribute("map", MapView.of(stored));
        model.addAttribute("base", stored.revision());
        model.addAttribute("maps", ledger.names());
    }
}
