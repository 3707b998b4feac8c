package org.jollyledger.web;

import java.nio.file.Path;
import java.util.Map;
import org.springframework.boot.EnvironmentPostProcessor;
import org.springframework.boot.SpringApplication;
import org.springframework.core.Ordered;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.MapPropertySource;

/** A data folder may be named as it is seen from where the application is started; the database wants its full path. */
final class DataFolder implements EnvironmentPostProcessor, Ordered {
    private static final String SETTING = "jolly-ledger.data";

    @Override
    public void postProcessEnvironment(ConfigurableEnvironment environment, SpringApplication application) {
        String named = environment.getProperty(SETTING);
        if (named != null) {
            String full = Path.of(named).toAbsolutePath().normalize().toString();
            environment.getPropertySources().addFirst(new MapPropertySource(SETTING, Map.of(SETTING, full)));
        }
    }

    /** After all that it may be named in has been read. */
    @Override
    public int getOrder() {
        return LOWEST_PRECEDENCE;
    }
}
