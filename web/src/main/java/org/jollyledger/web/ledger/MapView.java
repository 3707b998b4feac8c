package org.jollyledger.web.ledger;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;

/**
 * A map as its page shows it.
 *
 * @param slug its address
 * @param name what the owner calls it
 * @param maker the maker's text
 * @param remark the owner's remark
 * @param facts what is true of the whole map, in words
 * @param strip its fingerprint
 * @param lines its lines in display order
 * @param legend the families it has
 */
public record MapView(
        String slug,
        String name,
        String maker,
        String remark,
        List<Fact> facts,
        StripView strip,
        List<LineRow> lines,
        List<FamilyMark> legend) {
    /** A property of the map and its value in words. */
    public record Fact(String name, String value) {}

    /** A line: number and note name apart, so that both are in columns. */
    public record LineRow(
            String note,
            String name,
            String shortName,
            String sound,
            String soundCode,
            FamilyMark family,
            String chokeGroup,
            String output,
            boolean shared) {}

    /** A family with its colour's name and its letter. */
    public record FamilyMark(String code, String words, char letter) {
        public static FamilyMark of(Family family) {
            return new FamilyMark(family.code(), family.words(), family.letter());
        }
    }

    /** Whether a line says by which output its sound leaves. */
    public boolean namesOutputs() {
        return lines.stream().anyMatch(line -> !line.output.isEmpty());
    }

    static MapView of(StoredMap stored) {
        NoteMap map = stored.map();
        List<Family> present = map.lines().stream()
                .map(line -> line.sound().family())
                .distinct()
                .toList();
        Set<Note> shared = map.sharedNotes();
        return new MapView(
                stored.slug(),
                map.name(),
                map.maker(),
                map.remark(),
                facts(map),
                StripView.of(map),
                map.lines().stream().map(line -> row(map, line, shared)).toList(),
                Arrays.stream(Family.values())
                        .filter(present::contains)
                        .map(FamilyMark::of)
                        .toList());
    }

    private static List<Fact> facts(NoteMap map) {
        String channel = map.channel().isPresent() ? "channel " + map.channel().getAsInt() : "all channels";
        return List.of(
                new Fact("Kind", map.kind().words()),
                new Fact("Lines", String.valueOf(map.lines().size())),
                new Fact("Middle C (note 60)", map.middleC().name()),
                new Fact("Listens on", channel),
                new Fact("Chokes by", map.chokes().words()),
                new Fact("Hi-hat opens by", map.openness().words()));
    }

    private static LineRow row(NoteMap map, Line line, Set<Note> shared) {
        return new LineRow(
                line.place().map(note -> note.label(map.middleC())).orElse(""),
                line.name(),
                line.shortName(),
                line.sound().words(),
                line.sound().code(),
                FamilyMark.of(line.sound().family()),
                line.chokeGroup().orElse(""),
                line.output().orElse(""),
                line.place().filter(shared::contains).isPresent());
    }
}
