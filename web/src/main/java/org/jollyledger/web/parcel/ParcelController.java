package org.jollyledger.web.parcel;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Set;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.parcel.ParcelService.Contents;
import org.jollyledger.web.parcel.ParcelService.Item;
import org.jollyledger.web.parcel.ParcelService.Standing;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.rig.RigService;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Packing parcels, and opening them. */
@Controller
@RequestMapping("/parcels")
class ParcelController {
    private final ParcelService parcels;
    private final ParcelDesk desk;
    private final LedgerService ledger;
    private final RigService rigs;

    ParcelController(ParcelService parcels, ParcelDesk desk, LedgerService ledger, RigService rigs) {
        this.parcels = parcels;
        this.desk = desk;
        this.ledger = ledger;
        this.rigs = rigs;
    }

    @GetMapping
    ModelAndView show() {
        return page("", HttpStatus.OK);
    }

    private ModelAndView page(String refusal, HttpStatus status) {
        ModelAndView page = new ModelAndView("parcel/parcels", status);
        page.addObject("parts", parcels.allParts());
        page.addObject("rigs", rigs.all());
        page.addObject("maps", ledger.names());
        page.addObject("refusal", refusal);
        return page;
    }

    /** The parcel, or the page with what is wrong. */
    @PostMapping("/packed")
    Object pack(
            @RequestParam(required = false) @Nullable List<String> part,
            @RequestParam(required = false) @Nullable List<String> rig,
            @RequestParam(required = false) @Nullable List<String> map) {
        try {
            return ParcelDesk.download(parcels.pack(new Contents(given(part), given(rig), given(map))));
        } catch (Refusal refused) {
            return page(refused.sentence(), refused.status());
        }
    }

    private static List<String> given(@Nullable List<String> slugs) {
        return slugs == null ? List.of() : slugs;
    }

    @PostMapping
    ModelAndView open(@RequestParam MultipartFile file) throws IOException {
        try (InputStream sent = file.getInputStream()) {
            if (file.isEmpty()) {
                throw Refusal.incomplete("No file was sent; choose a parcel first.");
            }
            String token = desk.keep(sent);
            desk.open(token);
            return new ModelAndView("redirect:/parcels/" + token);
        } catch (Refusal refused) {
            return page(refused.sentence(), refused.status());
        }
    }

    @GetMapping("/{token}")
    ModelAndView look(@PathVariable String token) {
        List<Item> items = parcels.look(desk.open(token));
        ModelAndView page = new ModelAndView("parcel/opened");
        page.addObject("token", token);
        page.addObject("items", items);
        page.addObject(
                "differs",
                items.stream()
                        .filter(item -> item.standing() == Standing.DIFFERS)
                        .count());
        page.addObject(
                "fresh",
                items.stream().filter(item -> item.standing() == Standing.NEW).count());
        return page;
    }

    @PostMapping("/{token}/taken")
    String take(
            @PathVariable String token,
            @RequestParam(required = false) @Nullable List<String> beside,
            RedirectAttributes redirect)
            throws IOException {
        String done = parcels.take(desk.open(token), Set.copyOf(given(beside)));
        desk.remove(token);
        redirect.addFlashAttribute("message", done);
        return "redirect:/parcels";
    }
}
