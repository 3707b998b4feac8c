package org.jollyledger.core.kit;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.notemap.ZoneKind;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;

/**
 * What a kit sends when it is hit: the same that a device with its map would. A zone sends its notes; that of a hi-hat whose
 * openness is in its notes the one that is as far open as its pedal.
 *
 * @param map its map
 * @param plan its pads
 * @param pads what each pad sends, in their order
 * @param close the note that the foot sends when it closes the hi-hat; empty when it sends none
 * @param splash the note that it sends when it closes it and lets go at once
 */
public record SimulatedKit(NoteMap map, PadPlan plan, List<PadSends> pads, OptionalInt close, OptionalInt splash) {
    /**
     * What a pad sends.
     *
     * @param pad the pad
     * @param zones what its zones send, in their order
     * @param grab how it says that it is grabbed; empty when it cannot be
     */
    public record PadSends(Pad pad, List<ZoneSends> zones, Optional<Grabbing> grab) {}

    /**
     * What a zone sends.
     *
     * @param notes its notes; none when it is not set
     * @param byOpenness in place of the first of them, for how far the hi-hat is open; empty where that does not matter
     */
    public record ZoneSends(ZoneKind kind, List<Integer> notes, Map<Openness, Integer> byOpenness) {}

    /**
     * How a cymbal says that it is grabbed.
     *
     * @param form in which form
     * @param note the note that is sent, or pressed; in case of a release the one that is let go
     */
    public record Grabbing(ChokeExpression.Form form, int note) {}

    public SimulatedKit {
        pads = List.copyOf(pads);
    }

    /** {@return the kit of a map} */
    public static SimulatedKit of(NoteMap map) {
        PadPlan plan = StagePlan.of(map);
        Kit kit = Kit.of(map);
        KitChange same = KitChange.between(kit, kit);
        return new SimulatedKit(
                map,
                plan,
                plan.pads().stream().map(pad -> sends(pad, map, same)).toList(),
                foot(same, NoteFacts.Foot.CLOSE),
                foot(same, NoteFacts.Foot.SPLASH));
    }

    private static OptionalInt foot(KitChange same, NoteFacts.Foot foot) {
        return same.from().stream()
                .filter(facts -> facts.foot().equals(Optional.of(foot)))
                .mapToInt(NoteFacts::note)
                .findFirst();
    }

    private static PadSends sends(Pad pad, NoteMap map, KitChange same) {
        List<ZoneSends> zones =
                pad.zones().stream().map(zone -> sends(zone, map, same)).toList();
        return new PadSends(pad, zones, grabbing(pad, map, same));
    }

    private static ZoneSends sends(Zone zone, NoteMap map, KitChange same) {
        List<Integer> notes = zone.notes().stream().map(Note::number).toList();
        SortedMap<Integer, Map<Openness, Integer>> hats = same.hats().notes();
        boolean byNotes = !notes.isEmpty()
                && map.lineAt(zone.notes().get(0))
                        .map(line -> Hats.isStruck(line.sound()) && !Hats.isByPedal(line.sound()))
                        .orElse(false);
        return new ZoneSends(zone.kind(), notes, byNotes ? hats.getOrDefault(notes.get(0), Map.of()) : Map.of());
    }

    private static Optional<Grabbing> grabbing(Pad pad, NoteMap map, KitChange same) {
        ChokeExpression.Form form = map.chokes().form();
        return pad.zones().stream()
                .flatMap(zone -> zone.notes().stream())
                .filter(note -> map.lineAt(note)
                        .map(line -> Chokes.canBeChoked(line.sound()))
                        .orElse(false))
                .map(note -> form == ChokeExpression.Form.NOTE
                        ? Optional.ofNullable(same.chokes().chokedBy().get(note.number()))
                                .map(by -> new Grabbing(form, by))
                        : Optional.of(new Grabbing(form, note.number())))
                .flatMap(Optional::stream)
                .findFirst();
    }
}
