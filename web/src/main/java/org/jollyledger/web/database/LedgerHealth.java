package org.jollyledger.web.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.jollyledger.web.room.DiskRoom;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Whether the ledger can be read, and written. */
@Component("ledger")
class LedgerHealth implements HealthIndicator {
    private final DataSource database;
    private final DiskRoom room;

    LedgerHealth(DataSource database, DiskRoom room) {
        this.database = database;
        this.room = room;
    }

    @Override
    public Health health() {
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("select 1 from note_map fetch first row only");
        } catch (SQLException e) {
            return Health.down(e).build();
        }
        return room.isShort() ? Health.outOfService().build() : Health.up().build();
    }
}
