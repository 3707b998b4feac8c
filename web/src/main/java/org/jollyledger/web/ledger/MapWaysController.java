package org.jollyledger.web.ledger;

import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.jollyledger.core.notemap.Chart;
import org.jollyledger.core.notemap.KitOrder;
import org.jollyledger.web.file.Download;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What can be done with a whole map: copy, remove, bring back, print, download. */
@Controller
class MapWaysController {
    /** An address of this application: never one that a browser takes for another site's. */
    private static final Pattern HERE = Pattern.compile("/(?:[\\w-][\\w./-]*)?(?:\\?[\\w&=,.-]*)?");

    private final LedgerService ledger;
    private final List<MapUse.Users> users;

    MapWaysController(LedgerService ledger, List<MapUse.Users> users) {
        this.ledger = ledger;
        this.users = users;
    }

    @PostMapping("/maps/{slug}/copies")
    String copy(@PathVariable String slug, @RequestParam(defaultValue = "") String name, RedirectAttributes redirect) {
        StoredMap copy = ledger.derive(slug, name);
        redirect.addFlashAttribute("message", "This is your copy; change what you like.");
        return "redirect:/maps/" + copy.slug();
    }

    @PostMapping("/maps/{slug}/removal")
    String remove(@PathVariable String slug, RedirectAttributes redirect) {
        long id = ledger.get(slug).id();
        redirect.addFlashAttribute("removedName", ledger.remove(slug));
        MapUse.words(users.stream().map(one -> one.useOf(id)).toList())
                .ifPresent(use -> redirect.addFlashAttribute("removedUse", use));
        redirect.addFlashAttribute("removedSlug", slug);
        return "redirect:/";
    }

    @GetMapping("/removed-maps")
    String removed(Model model) {
        model.addAttribute("maps", ledger.removed());
        return "ledger/removed";
    }

    /** @param back the page that missed the map; "" for the map's own */
    @PostMapping("/maps/{slug}/return")
    String bringBack(
            @PathVariable String slug, @RequestParam(defaultValue = "") String back, RedirectAttributes redirect) {
        redirect.addFlashAttribute("message", "Restored “" + ledger.bringBack(slug) + "”.");
        return "redirect:" + (HERE.matcher(back).matches() ? back : "/maps/" + slug);
    }

    @GetMapping("/maps/{slug}/chart")
    String chart(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable Set<Chart.Column> show,
            @RequestParam(required = false) @Nullable KitOrder order,
            Model model) {
        model.addAttribute("slug", slug);
        model.addAttribute("chart", ChartView.of(ledger.get(slug).map(), ChartView.Choice.of(show, order)));
        model.addAttribute("columns", Chart.Column.values());
        model.addAttribute("orders", KitOrder.values());
        return "ledger/chart";
    }

    @GetMapping("/maps/{slug}/download/{format}")
    ResponseEntity<byte[]> download(
            @PathVariable String slug,
            @PathVariable String format,
            @RequestParam(required = false) @Nullable Set<Chart.Column> show,
            @RequestParam(required = false) @Nullable KitOrder order) {
        MapFormat out = MapFormat.parse(format);
        StoredMap stored = ledger.get(slug);
        ChartView.Choice choice = ChartView.Choice.of(show, order);
        return Download.of(out.fileName(slug), out.mediaType(), out.write(stored.map(), choice));
    }
}
