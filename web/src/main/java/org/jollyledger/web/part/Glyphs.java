package org.jollyledger.web.part;

import java.util.List;
import org.jollyledger.core.sheet.Notation;
import org.springframework.stereotype.Component;

/** The shapes of hits, for the symbols that every page can draw. */
@Component("glyphs")
public class Glyphs {
    public List<Notation.Head> heads() {
        return List.of(Notation.Head.values());
    }

    public List<Notation.Mark> marks() {
        return List.of(Notation.Mark.values());
    }
}
