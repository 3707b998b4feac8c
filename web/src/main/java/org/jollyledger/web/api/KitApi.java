package org.jollyledger.web.api;

import org.jollyledger.web.bench.KitSetting;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Kits: the figures of a pedal from what it sent. */
@RestController
class KitApi {
    private final KitSetting setting;

    KitApi(KitSetting setting) {
        this.setting = setting;
    }

    @PostMapping("/api/kits/{slug}/calibration")
    KitSetting.CalibrationDocument calibrate(
            @PathVariable String slug, @RequestBody KitSetting.CalibrationRequest request) {
        return setting.calibrate(slug, request);
    }
}
