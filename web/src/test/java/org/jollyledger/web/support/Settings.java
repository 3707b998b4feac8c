package org.jollyledger.web.support;

import java.nio.file.Path;
import java.util.Map;
import org.jollyledger.web.LedgerProperties;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.MapConfigurationPropertySource;

/** Settings for parts of the application that are tried without starting it. */
public final class Settings {
    private Settings() {}

    /** The usual ones, with a data folder. */
    public static LedgerProperties in(Path folder) {
        return new Binder(new MapConfigurationPropertySource(Map.of("jolly-ledger.data", folder.toString())))
                .bind("jolly-ledger", LedgerProperties.class)
                .get();
    }
}
