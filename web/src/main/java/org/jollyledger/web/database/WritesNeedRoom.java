package org.jollyledger.web.database;

import java.util.Locale;
import java.util.Map;
import org.hibernate.cfg.AvailableSettings;
import org.hibernate.resource.jdbc.spi.StatementInspector;
import org.jollyledger.web.room.DiskRoom;
import org.springframework.boot.hibernate.autoconfigure.HibernatePropertiesCustomizer;
import org.springframework.stereotype.Component;

/** Every statement that would write is refused while the disk is full; all others are made. */
@Component
class WritesNeedRoom implements HibernatePropertiesCustomizer {
    private static final String READS = "select";

    private final DiskRoom room;

    WritesNeedRoom(DiskRoom room) {
        this.room = room;
    }

    @Override
    public void customize(Map<String, Object> settings) {
        StatementInspector inspector = statement -> {
            if (!statement.stripLeading().toLowerCase(Locale.ROOT).startsWith(READS)) {
                room.need();
            }
            return statement;
        };
        settings.put(AvailableSettings.STATEMENT_INSPECTOR, inspector);
    }
}
