package org.jollyledger.web.part;

import java.util.Map;
import org.jollyledger.core.play.Voices;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.web.problem.Refusal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** How a single sound is made, for pages on which a line can be clicked and heard. */
@RestController
class VoiceController {
    @GetMapping("/sounds/{code}/voice")
    ScheduleView.Instrument voice(@PathVariable String code) {
        Sound sound = Refusal.unlessFound(() -> Sound.parse(code));
        return ScheduleView.Instrument.of(Map.of(code, Voices.of(sound)));
    }
}
