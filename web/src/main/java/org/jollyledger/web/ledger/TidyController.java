package org.jollyledger.web.ledger;

import java.util.List;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NameRules;
import org.jollyledger.core.notemap.NameRules.Action;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.template.Extent;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Tidying the names of a map by the owner's rules, with the effect shown before it is kept. */
@Controller
public class TidyController {
    /** A line before and after the rules. */
    public record TidyRow(
            String note, String name, String tidied, String shortName, String newShortName, boolean changes) {}

    private final LedgerService ledger;
    private final NameRuleService rules;

    TidyController(LedgerService ledger, NameRuleService rules) {
        this.ledger = ledger;
        this.rules = rules;
    }

    @GetMapping("/maps/{slug}/tidy")
    String tidy(@PathVariable String slug, Model model) {
        show(slug, rules.get(), false, model);
        return "ledger/tidy";
    }

    /** Shows the effect of rules as they are typed, and keeps them for the next map. */
    @PostMapping("/maps/{slug}/tidy/rules")
    String tryRules(@PathVariable String slug, RuleForm form, Extent extent, Model model) {
        NameRules tried = form.rules();
        rules.keep(tried);
        show(slug, tried, form.makesShortNamesAnew(), model);
        return extent.choose("ledger/tidy", "ledger/tidy :: tidy");
    }

    @PostMapping("/maps/{slug}/tidy")
    String keep(@PathVariable String slug, @RequestParam int base, RuleForm form, RedirectAttributes redirect) {
        NameRules kept = form.rules();
        rules.keep(kept);
        ledger.change(
                slug,
                base,
                "Tidied the names",
                map -> map.withLines(kept.apply(map.lines(), form.makesShortNamesAnew())));
        redirect.addFlashAttribute("message", "Names tidied.");
        return "redirect:/maps/" + slug;
    }

    private void show(String slug, NameRules tried, boolean anew, Model model) {
        StoredMap stored = ledger.get(slug);
        if (ledger.editState(slug).builtIn()) {
            throw Refusal.forbidden("“" + stored.map().name() + "” is built in; make a copy to change it.");
        }
        List<Line> before = stored.map().lines();
        List<Line> after = tried.apply(before, anew);
        model.addAttribute("slug", slug);
        model.addAttribute("name", stored.map().name());
        model.addAttribute("base", stored.revision());
        model.addAttribute("anew", anew);
        model.addAttribute("rules", tried.rules());
        model.addAttribute("actions", Action.values());
        model.addAttribute(
                "rows",
                IntStream.range(0, before.size())
                        .mapToObj(at -> new TidyRow(
                                before.get(at)
                                        .place()
                                        .map(note -> note.label(stored.map().middleC()))
                                        .orElse(""),
                                before.get(at).name(),
                                after.get(at).name(),
                                before.get(at).shortName(),
                                after.get(at).shortName(),
                                !before.get(at).equals(after.get(at))))
                        .toList());
    }
}
