package org.jollyledger.web.crosswalk;

import org.jollyledger.core.play.Schedule;
import org.jollyledger.web.part.ScheduleView;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the converted part sounds like on the instrument it was converted for. */
@RestController
@RequestMapping("/crosswalks/{id:\\d+}")
class HearingController {
    private final CrosswalkService crosswalks;

    HearingController(CrosswalkService crosswalks) {
        this.crosswalks = crosswalks;
    }

    @GetMapping("/schedule")
    ScheduleView schedule(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") long from,
            @RequestParam(required = false) @Nullable Long to) {
        Schedule heard = heard(id);
        long end = to == null ? heard.endTick() : to;
        return ScheduleView.of(heard, Math.max(0, from), end);
    }

    @GetMapping("/instrument")
    ScheduleView.Instrument instrument(@PathVariable long id) {
        return ScheduleView.Instrument.of(heard(id).voices());
    }

    private Schedule heard(long id) {
        return crosswalks.get(id).findings().schedule();
    }
}
