package org.jollyledger.web.database;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.SQLExceptionOverride;
import java.sql.SQLException;
import java.util.Set;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Gives up all connections to a database that had to close itself, as it does when its disk runs full in the middle of a
 * write. The next one opens it again.
 */
final class ReopenedDatabase implements SQLExceptionOverride {
    /** H2's codes for a closed database, for files that cannot be read or written, and for failures of its store. */
    private static final Set<Integer> CLOSED = Set.of(90098, 90028, 90031, 50000);

    private final HikariDataSource connections;

    private ReopenedDatabase(HikariDataSource connections) {
        this.connections = connections;
    }

    @java.lang.Override
    public Override adjudicate(SQLException failure) {
        if (!CLOSED.contains(failure.getErrorCode())) {
            return Override.CONTINUE_EVICT;
        }
        connections.getHikariPoolMXBean().softEvictConnections();
        return Override.MUST_EVICT;
    }

    @Configuration(proxyBeanMethods = false)
    static class Setting {
        @Bean
        static BeanPostProcessor reopenedDatabase() {
            return new BeanPostProcessor() {
                @java.lang.Override
                public Object postProcessBeforeInitialization(Object bean, String name) {
                    if (bean instanceof HikariDataSource connections) {
                        connections.setExceptionOverride(new ReopenedDatabase(connections));
                    }
                    return bean;
                }
            };
        }
    }
}
