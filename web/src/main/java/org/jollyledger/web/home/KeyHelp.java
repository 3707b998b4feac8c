package org.jollyledger.web.home;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The keys of each page, as the page shows them. */
@Component("keyHelp")
public class KeyHelp {
    /**
     * What some keys do.
     *
     * @param keys the keys, as they are printed on a keyboard
     * @param does what they do, each in turn
     */
    public record Help(List<String> keys, String does) {}

    private static final List<Help> ROWS = List.of(help("move along the lines", "↑", "↓"));

    private static final Map<String, List<Help>> PAGES = Map.of(
            "ledger",
            List.of(help("open the map", "Enter"), help("search", "/"), help("new map", "n")),
            "map",
            List.of(
                    help("type the note of the line", "0–9", "a–g"),
                    help("a semitone up, down", "+", "-"),
                    help("move the row; its note stays", "Alt", "↑", "↓"),
                    help("select the line", "Space"),
                    help("select more lines", "Shift", "↓"),
                    help("edit the line", "Enter"),
                    help("add a line below", "n"),
                    help("free notes near the line", "l"),
                    help("delete the line", "Del"),
                    help("undo, redo", "u", "r"),
                    help("undo, in a field", "Ctrl", "z")),
            "parts",
            List.of(help("open the part", "Enter"), help("search", "/")),
            "part",
            List.of(
                    help("play, pause", "Space"),
                    help("switch between before and after", "x"),
                    help("loop the selection, or what is in view", "o"),
                    help("go to the next hit; hold Shift to select more", "←", "→", "↑", "↓"),
                    help("move the selected hits", "Alt", "←", "→", "↑", "↓"),
                    help("next, previous silent hit", "s", "S"),
                    help("move the hit to one of the nearest lines; hold Shift for the whole row", "1", "2", "3"),
                    help("select the whole row", "w"),
                    help("mute, solo the row", "m", "h"),
                    help("move to a line by name", "Enter"),
                    help("louder, softer", "+", "-"),
                    help("add a hit, delete", "a", "Del"),
                    help("snap to grid", "g"),
                    help("zoom in, out", "z", "Z"),
                    help("earlier, later", "[", "]"),
                    help("go to a bar", "b"),
                    help("undo, redo", "u", "r"),
                    help("download", "d")),
            "crosswalk",
            List.of(
                    help("open the line", "Enter"),
                    help("play", "Space"),
                    help("switch between before and after", "x"),
                    help("earlier, later bars", "[", "]"),
                    help("go to a bar", "b"),
                    help("choose where the open route goes", "c"),
                    help("next loss", "l"),
                    help("fix it in one of the ways shown", "1", "2", "3"),
                    help("accept it", "a"),
                    help("move a point of a curve; Enter adds it, Del deletes it", "←", "→", "↑", "↓"),
                    help("undo, redo", "u", "r"),
                    help("download", "d")),
            "reconcile",
            List.of(
                    help("open the discrepancy", "Enter"),
                    help("next, previous discrepancy", "n", "p"),
                    help("choose a correction", "1", "2", "3"),
                    help("apply it; hold Shift for all on this note", "a"),
                    help("apply it to all of this kind", "Shift", "k"),
                    help("fix what is safe", "f"),
                    help("play, pause", "Space"),
                    help("switch between as it is and as it would be", "x"),
                    help("undo, redo", "u", "r"),
                    help("download", "d")),
            "bench",
            List.of(
                    help("hit the pad that shows the letter; hold Shift to hit hard, Alt to hit softly", "a–z"),
                    help("grab the cymbal that was hit last", "Backspace"),
                    help("lift the foot for as long as it is held", "Space"),
                    help("open the hi-hat a step, close it a step", "↑", "↓"),
                    help("hear the first, second, third map", "Alt", "1", "2", "3"),
                    help("stop all that sounds", "Esc")),
            "pads",
            List.of(
                    help("move among the pads", "←", "→", "↑", "↓"),
                    help("choose the pad or the sound", "Enter"),
                    help("change what the pad sends", "s"),
                    help("change the crosswalk", "c"),
                    help("swap the two pads", "w"),
                    help("undo", "u")),
            "rigs",
            List.of(help("open the part or the rig", "Enter"), help("download as CSV", "d")),
            "batches",
            List.of(help("open the batch", "Enter"), help("download the result", "d")));

    private static final List<Help> EVERYWHERE = List.of(help("leave a field", "Esc"), help("show these keys", "?"));

    private static Help help(String does, String... keys) {
        return new Help(List.of(keys), does);
    }

    /** The keys of a page, as its head names it. */
    public List<Help> of(String page) {
        List<Help> all = new ArrayList<>(page.equals("part") ? List.of() : ROWS);
        all.addAll(PAGES.getOrDefault(page, List.of()));
        all.addAll(EVERYWHERE);
        return all;
    }
}
