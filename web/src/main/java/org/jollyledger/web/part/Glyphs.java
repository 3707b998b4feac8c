package org.jollyledger.web.part;

import java.util.Arrays;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.sheet.Notation;
import org.springframework.stereotype.Component;

/** The heads and marks of notes as symbols that pages refer to; each page has them, and they never change. */
@Component("glyphs")
public class Glyphs {
    private static final String SYMBOLS = Stream.concat(
                    Arrays.stream(Notation.Head.values())
                            .map(head ->
                                    symbol("head-" + head.code(), head.path(), head.filled() ? "" : " fill=\"none\"")),
                    Arrays.stream(Notation.Mark.values())
                            .map(mark ->
                                    symbol("mark-" + mark.code(), mark.path(), " fill=\"none\" stroke-width=\"1.4\"")))
            .collect(Collectors.joining());

    private static String symbol(String id, String path, String more) {
        return "<symbol id=\"" + id + "\" overflow=\"visible\"><path d=\"" + path + "\"" + more + "/></symbol>";
    }

    public String symbols() {
        return SYMBOLS;
    }
}
