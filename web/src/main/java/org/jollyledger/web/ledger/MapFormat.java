package org.jollyledger.web.ledger;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.exchange.ChartSvg;
import org.jollyledger.core.exchange.MidiNamesXml;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.exchange.NoteMapTable;
import org.jollyledger.core.exchange.NoteMapText;
import org.jollyledger.core.notemap.Chart;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.problem.Refusal;

/** The ways out of the ledger. All but the charts read back to the same map. */
public enum MapFormat implements Coded {
    JSON("application/json", "JSON", map -> utf8(NoteMapJson.write(map))),
    CSV("text/csv", "CSV", map -> utf8(NoteMapTable.CSV.write(map))),
    TSV("text/tab-separated-values", "TSV", map -> utf8(NoteMapTable.TSV.write(map))),
    TXT("text/plain", "plain text", map -> utf8(NoteMapText.write(map))),
    XML("application/xml", "MIDI Names XML", map -> utf8(MidiNamesXml.write(map))),
    SVG(
            "image/svg+xml",
            "chart as SVG",
            (map, choice) -> utf8(ChartSvg.write(Chart.of(map, choice.order()), choice.columns()))),
    PDF("application/pdf", "chart as PDF", (map, choice) -> ChartPdf.write(ChartView.of(map, choice)));

    private final String mediaType;
    private final String words;
    private final BiFunction<NoteMap, ChartView.Choice, byte[]> writer;

    MapFormat(String mediaType, String words, Function<NoteMap, byte[]> writer) {
        this(mediaType, words, (map, choice) -> writer.apply(map));
    }

    MapFormat(String mediaType, String words, BiFunction<NoteMap, ChartView.Choice, byte[]> writer) {
        this.mediaType = mediaType;
        this.words = words;
        this.writer = writer;
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /**
     * The format with a code such as "csv", which is the ending of its files as well.
     *
     * @throws Refusal when there is none
     */
    public static MapFormat parse(String code) {
        return Refusal.unlessFound(() -> Codes.parse(MapFormat.class, "format", code));
    }

    public String mediaType() {
        return mediaType;
    }

    public String words() {
        return words;
    }

    /** Those that hold a whole map. */
    public static List<MapFormat> whole() {
        return List.of(JSON, CSV, TSV, TXT, XML);
    }

    public byte[] write(NoteMap map) {
        return write(map, ChartView.Choice.USUAL);
    }

    /** A chart shows what is chosen; the other formats hold everything. */
    byte[] write(NoteMap map, ChartView.Choice choice) {
        return writer.apply(map, choice);
    }

    /** The name of a map's file in this format. */
    public String fileName(String slug) {
        return slug + "." + code();
    }
}
