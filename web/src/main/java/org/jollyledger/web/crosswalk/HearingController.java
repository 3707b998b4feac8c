package org.jollyledger.web.crosswalk;

import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.play.Schedule;
import org.jollyledger.web.part.Recently;
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
    private static final int MOST_SCHEDULES = 8;

    private final CrosswalkService crosswalks;
    private final Recently<CrosswalkService.Standing, Schedule> lately = new Recently<>(MOST_SCHEDULES);

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
        return lately.get(crosswalks.standing(id), () -> hear(crosswalks.get(id)));
    }

    private static Schedule hear(OpenCrosswalk open) {
        try {
            Part after = Part.of(
                    MidiFile.read(open.conversion().bytes()), open.conversion().channels());
            return Schedule.of(after, open.target().map());
        } catch (MidiFormatException e) {
            throw new IllegalStateException("The converted part cannot be read back.", e);
        }
    }
}
