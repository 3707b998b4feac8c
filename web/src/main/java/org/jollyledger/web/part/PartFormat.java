package org.jollyledger.web.part;

import java.io.BufferedWriter;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.exchange.HitRows;
import org.jollyledger.core.exchange.MusicXml;
import org.jollyledger.core.exchange.SheetSvg;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.file.Pdf;
import org.jollyledger.web.problem.Refusal;

/** The ways in which a part goes out besides as a MIDI file. */
public enum PartFormat implements Coded {
    MUSICXML(
            "application/vnd.recordare.musicxml+xml",
            ".musicxml",
            "score as MusicXML",
            open -> utf8(MusicXml.write(open.sheet(), open.part().title()))),
    PDF(
            "application/pdf",
            ".pdf",
            "sheet as PDF",
            open -> bytes(printed(SheetSvg.pages(open.sheet(), open.part().title())))),
    SVG(
            "image/svg+xml",
            ".svg",
            "sheet as SVG",
            open -> utf8(SheetSvg.write(open.sheet(), open.part().title()))),
    CSV("text/csv", ".csv", "hits as CSV", open -> hits(open.sheet()));

    private static final int PRINTED_AT_ONCE = 4;

    private final String mediaType;
    private final String ending;
    private final String words;
    private final Function<SheetDesk.Open, Content> writer;

    PartFormat(String mediaType, String ending, String words, Function<SheetDesk.Open, Content> writer) {
        this.mediaType = mediaType;
        this.ending = ending;
        this.words = words;
        this.writer = writer;
    }

    private static byte[] printed(List<SheetSvg.Page> pages) {
        List<Map<String, Object>> some = IntStream.iterate(
                        0, from -> from < pages.size(), from -> from + PRINTED_AT_ONCE)
                .mapToObj(from -> Map.<String, Object>of(
                        "pages", pages.subList(from, Math.min(pages.size(), from + PRINTED_AT_ONCE))))
                .toList();
        return Pdf.write("part/sheet-pdf", some);
    }

    private static Content utf8(String text) {
        return bytes(text.getBytes(StandardCharsets.UTF_8));
    }

    private static Content bytes(byte[] bytes) {
        return out -> out.write(bytes);
    }

    /** Many times as large as the part. */
    private static Content hits(Sheet sheet) {
        return out -> {
            Writer rows = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
            HitRows.write(sheet.part(), sheet.map(), rows);
            rows.flush();
        };
    }

    /**
     * The format with a code such as "musicxml".
     *
     * @throws Refusal when there is none
     */
    public static PartFormat parse(String code) {
        return Codes.find(PartFormat.class, code)
                .orElseThrow(() -> Refusal.notFound(
                        "There is no format \"" + code + "\"; use midi, " + Codes.list(List.of(values())) + "."));
    }

    public String mediaType() {
        return mediaType;
    }

    public String ending() {
        return ending;
    }

    public String words() {
        return words;
    }

    /**
     * Writes a part on a map.
     *
     * @throws Refusal when it is too long for the format
     */
    public Content write(SheetDesk.Open open) {
        return Refusal.unlessValid(() -> writer.apply(open));
    }
}
