package org.jollyledger.web.bench;

import java.util.List;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.MapCard;
import org.jollyledger.web.ledger.MapName;
import org.jollyledger.web.problem.Refusal;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The bench. */
@Controller
@RequestMapping("/bench")
class BenchController {
    private static final int RECENT = 100;

    private final BenchService bench;
    private final KitSetting setting;
    private final KitFinding finding;
    private final LedgerService ledger;

    BenchController(BenchService bench, KitSetting setting, KitFinding finding, LedgerService ledger) {
        this.bench = bench;
        this.setting = setting;
        this.finding = finding;
        this.ledger = ledger;
    }

    @GetMapping
    ModelAndView show(@RequestParam(defaultValue = "") String kit, @RequestParam(defaultValue = "") String to) {
        List<MapName> maps = ledger.names();
        ModelAndView page = new ModelAndView("bench/bench");
        page.addObject("maps", maps);
        page.addObject("parts", bench.parts());
        if (maps.isEmpty()) {
            throw Refusal.notFound("The ledger has no maps yet; make one first.");
        }
        String from = kit.isEmpty() ? first(MapKind.KIT, "") : kit;
        String target = to.isEmpty() ? first(MapKind.LIBRARY, from) : to;
        page.addObject(
                "view", BenchView.of(ledger.get(from), !ledger.editState(from).builtIn(), ledger.get(target)));
        return page;
    }

    /** The kit that was used last, or the library; where there is none of the kind, whichever map was. */
    private String first(MapKind wanted, String but) {
        List<MapCard> recent = ledger.recent(RECENT);
        return recent.stream()
                .filter(map -> map.kind() == wanted && !map.slug().equals(but))
                .findFirst()
                .orElse(recent.get(0))
                .slug();
    }

    @GetMapping("/kits/{slug}")
    @ResponseBody
    KitDocument kit(@PathVariable String slug) {
        return KitDocument.of(ledger.get(slug));
    }

    @GetMapping("/instruments/{slug}")
    @ResponseBody
    InstrumentDocument instrument(@PathVariable String slug) {
        return InstrumentDocument.of(ledger.get(slug).map());
    }

    @GetMapping("/translation")
    ResponseEntity<String> translation(@RequestParam String from, @RequestParam String to) {
        return ResponseEntity.ok().contentType(MediaType.APPLICATION_JSON).body(bench.translation(from, to));
    }

    @PostMapping("/kits/{slug}/zones")
    @ResponseBody
    KitSetting.Done setZone(@PathVariable String slug, @RequestBody KitSetting.ZoneSetting wanted) {
        return setting.set(slug, wanted);
    }

    @PostMapping("/kits/{slug}/places")
    @ResponseBody
    KitSetting.Done setPad(@PathVariable String slug, @RequestBody KitSetting.PlaceSetting wanted) {
        return setting.set(slug, wanted);
    }

    @PostMapping("/kits/{slug}/lines")
    @ResponseBody
    KitSetting.Done setLine(@PathVariable String slug, @RequestBody KitSetting.LineSetting wanted) {
        return setting.set(slug, wanted);
    }

    @PostMapping("/kits/{slug}/pedal")
    @ResponseBody
    KitSetting.Done setPedal(@PathVariable String slug, @RequestBody KitSetting.PedalSetting wanted) {
        return setting.set(slug, wanted);
    }

    /** What the pedal's poses say; nothing is changed. */
    @PostMapping("/kits/{slug}/calibration")
    @ResponseBody
    KitSetting.CalibrationDocument calibrate(
            @PathVariable String slug, @RequestBody KitSetting.CalibrationRequest request) {
        return setting.calibrate(slug, request);
    }

    @PostMapping("/kits/{slug}/splash")
    @ResponseBody
    KitSetting.Done setSplash(@PathVariable String slug, @RequestBody KitFinding.SplashSetting wanted) {
        return finding.setSplash(slug, wanted);
    }

    @PostMapping("/kits/{slug}/steady")
    @ResponseBody
    KitSetting.Done setSteady(@PathVariable String slug, @RequestBody KitFinding.SteadySetting wanted) {
        return finding.setSteady(slug, wanted);
    }

    /** What grabbed cymbals say; nothing is changed. */
    @PostMapping("/kits/{slug}/found/chokes")
    @ResponseBody
    KitFinding.ChokesDocument chokes(@PathVariable String slug, @RequestBody KitFinding.Recorded recorded) {
        return finding.chokes(slug, recorded);
    }

    @PostMapping("/kits/{slug}/chokes")
    @ResponseBody
    KitSetting.Done setChokes(@PathVariable String slug, @RequestBody KitFinding.Recorded recorded) {
        return finding.setChokes(slug, recorded);
    }

    /** Where a drum was struck; nothing is changed. */
    @PostMapping("/kits/{slug}/found/place")
    @ResponseBody
    KitFinding.PlaceDocument place(@PathVariable String slug, @RequestBody KitFinding.Recorded recorded) {
        return finding.place(slug, recorded);
    }

    @PostMapping("/kits/{slug}/place")
    @ResponseBody
    KitSetting.Done setPlace(@PathVariable String slug, @RequestBody KitFinding.PlaceSetting wanted) {
        return finding.setPlace(slug, wanted);
    }

    /** How the triggers behave in a minute of playing; nothing is changed. */
    @PostMapping("/kits/{slug}/found/triggers")
    @ResponseBody
    KitFinding.TriggersDocument triggers(@PathVariable String slug, @RequestBody KitFinding.Recorded recorded) {
        return finding.triggers(slug, recorded);
    }

    @PostMapping("/kits/{slug}/triggers")
    @ResponseBody
    KitSetting.Done setTriggers(@PathVariable String slug, @RequestBody KitFinding.TriggersSetting wanted) {
        return finding.setTriggers(slug, wanted);
    }

    /** A kit of one's own, to set it as this one is. */
    @PostMapping("/kits/{slug}/own")
    String own(
            @PathVariable String slug,
            @RequestParam(defaultValue = "") String name,
            @RequestParam String to,
            RedirectAttributes redirect) {
        redirect.addAttribute("kit", ledger.derive(slug, name).slug());
        redirect.addAttribute("to", to);
        return "redirect:/bench";
    }

    /** What a part sends while it plays: microseconds, status, two data bytes. */
    @GetMapping("/parts/{slug}/messages")
    @ResponseBody
    List<long[]> messages(@PathVariable String slug, @RequestParam String kit) {
        return bench.messages(slug, kit);
    }

    /** How everything that the page has asked for is now. */
    @GetMapping("/state")
    @ResponseBody
    String state(@RequestParam String from, @RequestParam String to) {
        return bench.state(from, to);
    }

    /** A part that was kept. */
    record Kept(String address) {}

    @PostMapping("/takes")
    @ResponseBody
    Kept keep(@RequestBody BenchService.Take take) {
        return new Kept("/parts/" + bench.keep(take));
    }
}
