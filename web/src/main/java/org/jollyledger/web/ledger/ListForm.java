package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Pattern;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteList;
import org.jollyledger.core.exchange.NoteList.Row;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.exchange.NoteListReader.Direction;
import org.jollyledger.core.exchange.NoteListReader.Settings;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jspecify.annotations.Nullable;

/**
 * A list as it is pasted, with what its owner decided and corrected. The fields of one row are at the same place of
 * each list; what was read is next to what was sent, so that a correction outlives another reading.
 *
 * @param text the list
 * @param name what to call the map
 * @param kind the code of its kind
 * @param middleC what the list calls note 60; empty to let it be guessed
 * @param start the note of the first name of a list without notes
 * @param direction which way the others go
 * @param tidy whether names are tidied by the owner's rules
 * @param key which row
 * @param note its note as sent
 * @param readNote its note as it was read then
 * @param rowName its name as sent
 * @param readName its name as it was read then
 * @param sound its sound as sent
 * @param readSound its sound as it was read then
 * @param skip the rows that are left out
 * @param then the page of the application to go on to when the map is kept; empty for the map's own
 */
public record ListForm(
        @Nullable String text,
        @Nullable String name,
        @Nullable String kind,
        @Nullable String middleC,
        @Nullable String start,
        @Nullable String direction,
        @Nullable Boolean tidy,
        @Nullable List<String> key,
        @Nullable List<String> note,
        @Nullable List<String> readNote,
        @Nullable List<String> rowName,
        @Nullable List<String> readName,
        @Nullable List<String> sound,
        @Nullable List<String> readSound,
        @Nullable List<String> skip,
        @Nullable String then) {

    private static final int USUAL_START = 36;
    private static final Pattern PAGE = Pattern.compile("(?:/[A-Za-z0-9-]+)+");

    /** What was corrected in a row; null where nothing was. */
    record Correction(
            @Nullable String note,
            @Nullable String name,
            @Nullable String sound,
            boolean skipped) {
        static final Correction NONE = new Correction(null, null, null, false);
    }

    static ListForm ofText(String text, @Nullable String name) {
        return ofText(text, name, "");
    }

    static ListForm ofText(String text, @Nullable String name, String then) {
        return new ListForm(
                text, name, null, null, null, null, null, null, null, null, null, null, null, null, null, then);
    }

    /** Where to go on when the map is kept, which is never outside the application; empty for the map's own page. */
    public String next() {
        return then != null && PAGE.matcher(then).matches() ? then : "";
    }

    public String list() {
        return text == null ? "" : text;
    }

    /** Whether names are tidied; said by its own name, since a box that is not ticked sends nothing. */
    public boolean isTidied() {
        return Boolean.TRUE.equals(tidy);
    }

    public String mapName() {
        return name == null ? "" : name.strip();
    }

    public MapKind mapKind() {
        return kind == null || kind.isEmpty()
                ? MapKind.LIBRARY
                : Codes.find(MapKind.class, kind).orElse(MapKind.LIBRARY);
    }

    Settings settings() {
        return new Settings(
                middleC == null || middleC.isEmpty() ? Optional.empty() : Optional.of(OctaveConvention.parse(middleC)),
                startNote(),
                "down".equals(direction) ? Direction.DOWN : Direction.UP);
    }

    int startNote() {
        String typed = start == null ? "" : start.strip();
        if (typed.isEmpty()) {
            return USUAL_START;
        }
        return typed.matches("\\d{1,9}")
                ? Note.of(Integer.parseInt(typed)).number()
                : Note.parse(typed, OctaveConvention.C3).number();
    }

    public boolean countsDown() {
        return "down".equals(direction);
    }

    /** Reads the list. */
    NoteList read() throws DocumentException {
        return NoteListReader.read(list(), settings());
    }

    /** The corrections, each by the key of its row. */
    Map<String, Correction> corrections() {
        Map<String, Correction> corrections = new HashMap<>();
        for (int at = 0; key != null && at < key.size(); at++) {
            corrections.put(
                    key.get(at),
                    new Correction(
                            changed(note, readNote, at),
                            changed(rowName, readName, at),
                            changed(sound, readSound, at),
                            skip != null && skip.contains(key.get(at))));
        }
        return corrections;
    }

    private static @Nullable String changed(@Nullable List<String> sent, @Nullable List<String> read, int at) {
        if (sent == null || read == null || at >= sent.size() || at >= read.size()) {
            return null;
        }
        String value = sent.get(at).strip();
        return value.equals(read.get(at).strip()) ? null : value;
    }

    /** The keys of the rows of a list: what is in them, and which of those that say the same. */
    static List<String> keys(NoteList list) {
        Map<String, Integer> seen = new HashMap<>();
        List<String> keys = new ArrayList<>();
        for (Row row : list.rows()) {
            String content = Integer.toHexString(row.original().hashCode());
            keys.add(content + "." + seen.merge(content, 1, Integer::sum));
        }
        return keys;
    }

    NoteMap map(String itsName, OctaveConvention convention, OptionalInt channel, List<Line> lines) {
        return new NoteMap(
                itsName, "", mapKind(), convention, channel, ChokeExpression.NOTE, OpennessExpression.NOTES, lines, "");
    }
}
