package org.jollyledger.core.exchange;

import java.io.Closeable;
import java.io.Writer;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import tools.jackson.core.JsonGenerator;

/**
 * The statements of many files as one JSON array: of each file its counts, its lines, and where hits were lost. Written
 * as they come.
 */
public final class StatementsJson implements Closeable {
    /** Of a file that loses very much only the first places are told; the counts tell all. */
    private static final int MOST_PLACES = 100;

    private final JsonGenerator json;

    /** Writes to a writer, which is closed with this. */
    public StatementsJson(Writer writer) {
        json = Fields.JSON.createGenerator(writer);
        json.writeStartArray();
    }

    /** Adds the statement of a file. */
    public void add(String file, Statement statement) {
        json.writeStartObject();
        json.writeStringProperty("file", file);
        counts(statement.totals());
        json.writeBooleanProperty("balances", statement.balances());
        json.writeArrayPropertyStart("lines");
        statement.lines().forEach(this::line);
        json.writeEndArray();
        json.writeArrayPropertyStart("lost");
        List<Loss> losses = statement.losses();
        losses.subList(0, Math.min(MOST_PLACES, losses.size())).forEach(this::loss);
        json.writeEndArray();
        json.writeEndObject();
    }

    private void counts(Totals totals) {
        json.writeNumberProperty("hitsIn", totals.hitsIn());
        json.writeNumberProperty("carried", totals.carried());
        json.writeNumberProperty("substituted", totals.substituted());
        json.writeNumberProperty("layered", totals.layered());
        json.writeNumberProperty("folded", totals.folded());
        json.writeNumberProperty("silent", totals.silent());
        json.writeNumberProperty("unlisted", totals.unlisted());
        json.writeNumberProperty("passed", totals.passed());
        json.writeNumberProperty("hitsOut", totals.hitsOut());
    }

    private void line(LineAccount account) {
        json.writeStartObject();
        json.writeNumberProperty("note", account.note().number());
        Optional<String> name = account.line().map(Line::name);
        if (name.isPresent()) {
            json.writeStringProperty("name", name.get());
        }
        json.writeArrayPropertyStart("targets");
        for (Target target : account.route().map(Route::targets).orElse(List.of())) {
            json.writeNumber(target.note().number());
        }
        json.writeEndArray();
        counts(account.totals());
        json.writeEndObject();
    }

    private void loss(Loss loss) {
        json.writeStartObject();
        json.writeStringProperty("entry", loss.entry().name().toLowerCase(Locale.ROOT));
        json.writeNumberProperty("note", loss.note().number());
        Optional<Note> landed = loss.landed();
        if (landed.isPresent()) {
            json.writeNumberProperty("landedOn", landed.get().number());
        }
        json.writeNumberProperty("bar", loss.place().bar());
        json.writeNumberProperty("beat", loss.place().beat());
        json.writeNumberProperty("velocity", loss.velocity());
        json.writeEndObject();
    }

    @Override
    public void close() {
        json.writeEndArray();
        json.close();
    }
}
