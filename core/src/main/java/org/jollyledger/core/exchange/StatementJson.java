package org.jollyledger.core.exchange;

import java.io.StringWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.pitch.Note;
import tools.jackson.core.JsonGenerator;

/**
 * The statement of a file as a JSON object: its counts, its lines, and where hits were lost, as pairs of bar and beat. Of
 * a line only the counts above 0 are told.
 */
public final class StatementJson {
    /** Of very many hits lost alike only the first places are told; the counts tell all. */
    private static final int MOST_PLACES = 100;

    private final JsonGenerator json;

    private StatementJson(JsonGenerator json) {
        this.json = json;
    }

    /** The object, without an end of line. */
    public static String of(String file, Statement statement) {
        StringWriter text = new StringWriter();
        try (JsonGenerator json = Fields.JSON.createGenerator(text)) {
            new StatementJson(json).write(file, statement);
        }
        return text.toString();
    }

    private void write(String file, Statement statement) {
        json.writeStartObject();
        json.writeStringProperty("file", file);
        Totals totals = statement.totals();
        json.writeNumberProperty("hitsIn", totals.hitsIn());
        counts(totals, true);
        json.writeBooleanProperty("balances", statement.balances());
        json.writeArrayPropertyStart("lines");
        statement.lines().forEach(this::line);
        json.writeEndArray();
        json.writeArrayPropertyStart("lost");
        gathered(statement).forEach(this::lost);
        json.writeEndArray();
        json.writeEndObject();
    }

    private void counts(Totals totals, boolean all) {
        count("carried", totals.carried(), all);
        count("substituted", totals.substituted(), all);
        count("layered", totals.layered(), all);
        count("folded", totals.folded(), all);
        count("silent", totals.silent(), all);
        count("unlisted", totals.unlisted(), all);
        count("passed", totals.passed(), all);
        json.writeNumberProperty("hitsOut", totals.hitsOut());
    }

    private void count(String name, int count, boolean all) {
        if (all || count > 0) {
            json.writeNumberProperty(name, count);
        }
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
        json.writeNumberProperty("hitsIn", account.totals().hitsIn());
        counts(account.totals(), false);
        json.writeEndObject();
    }

    /** What happened to the hits of a line, and where they landed. */
    private record Lost(Entry entry, Note note, Optional<Note> landed) {}

    private static Map<Lost, List<BarBeat>> gathered(Statement statement) {
        Map<Lost, List<BarBeat>> gathered = new LinkedHashMap<>();
        for (Loss loss : statement.losses()) {
            gathered.computeIfAbsent(new Lost(loss.entry(), loss.note(), loss.landed()), lost -> new ArrayList<>())
                    .add(loss.place());
        }
        return gathered;
    }

    private void lost(Lost lost, List<BarBeat> places) {
        json.writeStartObject();
        json.writeStringProperty("entry", lost.entry.code());
        json.writeNumberProperty("note", lost.note.number());
        lost.landed.ifPresent(note -> json.writeNumberProperty("landedOn", note.number()));
        json.writeNumberProperty("count", places.size());
        json.writeArrayPropertyStart("places");
        for (BarBeat place : places.subList(0, Math.min(MOST_PLACES, places.size()))) {
            json.writeStartArray();
            json.writeNumber(place.bar());
            json.writeNumber(place.beat().toString());
            json.writeEndArray();
        }
        json.writeEndArray();
        json.writeEndObject();
    }
}
