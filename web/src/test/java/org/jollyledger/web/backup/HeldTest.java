package org.jollyledger.web.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import org.jollyledger.web.revision.Difference;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What a thing holds now, however its revision is kept. */
class HeldTest {
    private static final byte[] FIRST =
            "{ \"name\" : \"As it began\", \"lines\" : [] }".getBytes(StandardCharsets.UTF_8);
    private static final byte[] SECOND =
            "{ \"name\" : \"As it is now\", \"lines\" : [] }".getBytes(StandardCharsets.UTF_8);

    private final Held held = Held.byRevision("thing", "thing_revision", "thing_id");
    private Connection ledger;

    @BeforeEach
    void open() throws SQLException {
        ledger = DriverManager.getConnection("jdbc:h2:mem:");
        ledger.createStatement().execute("create table thing (id bigint, revision integer, name varchar(20))");
        ledger.createStatement()
                .execute("create table thing_revision (thing_id bigint, number integer, base integer, difference blob,"
                        + " document clob)");
        ledger.createStatement().execute("insert into thing values (7, 2, 'Seven')");
    }

    @AfterEach
    void close() throws SQLException {
        ledger.close();
    }

    private void keep(int number, @Nullable Integer base, byte @Nullable [] difference, @Nullable String document)
            throws SQLException {
        try (PreparedStatement row = ledger.prepareStatement("insert into thing_revision values (7, ?, ?, ?, ?)")) {
            row.setInt(1, number);
            row.setObject(2, base);
            row.setBytes(3, difference);
            row.setString(4, document);
            row.executeUpdate();
        }
    }

    @Test
    void asADocumentOfAnEarlierSchema() throws SQLException {
        keep(2, null, null, "as it is");
        assertThat(held.of(ledger, 7)).asString().isEqualTo("as it is");
    }

    @Test
    void asAWhole() throws SQLException {
        keep(2, null, Difference.whole(SECOND), null);
        assertThat(held.of(ledger, 7)).isEqualTo(SECOND);
    }

    @Test
    void asWhatDiffersFromAnotherOne() throws SQLException {
        keep(1, null, Difference.whole(FIRST), null);
        keep(2, 1, Difference.between(FIRST, SECOND), null);
        assertThat(held.of(ledger, 7)).isEqualTo(SECOND);
    }

    @Test
    void asWhatDiffersFromADocumentOfAnEarlierSchema() throws SQLException {
        keep(1, null, null, new String(FIRST, StandardCharsets.UTF_8));
        keep(2, 1, Difference.between(FIRST, SECOND), null);
        assertThat(held.of(ledger, 7)).isEqualTo(SECOND);
    }

    @Test
    void inAColumnOfItsOwn() throws SQLException {
        assertThat(Held.in("thing", "name").of(ledger, 7)).asString().isEqualTo("Seven");
        assertThat(Held.in("thing", "name").of(ledger, 8)).isEmpty();
        assertThat(held.of(ledger, 8)).isEmpty();
    }
}
