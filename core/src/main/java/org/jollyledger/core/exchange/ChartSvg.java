package org.jollyledger.core.exchange;

import java.io.StringWriter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.notemap.Chart;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;

/** A chart as SVG 1.1, one A4 page upright, in points. */
public final class ChartSvg {
    private static final double WIDTH = 595;
    private static final double HEIGHT = 842;
    private static final double MARGIN = 36;
    private static final double STRIP_TOP = 78;
    private static final double STRIP_HEIGHT = 18;
    private static final double LINES_TOP = 122;
    private static final double GUTTER = 16;
    private static final double HIGHEST_LINE = 16;
    private static final double HEADING_LINES = 1.5;
    /** How wide a letter is on average, in parts of its height. */
    private static final double LETTER_WIDTH = 0.55;

    /** Okabe and Ito, Color Universal Design (2008), as on the pages. */
    private static final Map<Family, String> COLOURS = Map.of(
            Family.KICK, "#0072B2",
            Family.SNARE, "#E69F00",
            Family.TOM, "#009E73",
            Family.HIHAT, "#56B4E9",
            Family.CYMBAL, "#F0E442",
            Family.PERCUSSION, "#CC79A7",
            Family.CONTROL, "#999999");

    private static final String SERIF = "'Libre Caslon Text', Georgia, serif";
    private static final String SANS = "'Public Sans', Arial, sans-serif";

    private final XMLStreamWriter svg;
    private final NoteMap map;
    private final List<Chart.Column> shown;

    private ChartSvg(XMLStreamWriter svg, NoteMap map, Set<Chart.Column> shown) {
        this.svg = svg;
        this.map = map;
        this.shown = shown.stream().sorted().toList();
    }

    /**
     * Draws a chart with some columns; where they go is fixed.
     *
     * @return an SVG document
     */
    public static String write(Chart chart, Set<Chart.Column> columns) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter svg = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            new ChartSvg(svg, chart.map(), columns).draw(chart);
            svg.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return text.toString();
    }

    private void draw(Chart chart) throws XMLStreamException {
        svg.writeStartDocument("UTF-8", "1.0");
        svg.writeStartElement("svg");
        svg.writeDefaultNamespace("http://www.w3.org/2000/svg");
        svg.writeAttribute("width", "210mm");
        svg.writeAttribute("height", "297mm");
        svg.writeAttribute("viewBox", "0 0 595 842");
        svg.writeAttribute("role", "img");
        element("title", map.name());
        rectangle(0, 0, WIDTH, HEIGHT, "#FFFFFF");
        text(MARGIN, MARGIN + 18, 20, SERIF, "normal", "#1B1B1B", WIDTH - 2 * MARGIN, map.name());
        String facts = String.join(
                " · ",
                map.kind().words(),
                Counted.of(map.lines().size(), "line"),
                "middle C is " + map.middleC().name(),
                map.channel().isPresent() ? "channel " + map.channel().getAsInt() : "all channels");
        text(MARGIN, MARGIN + 33, 9, SANS, "normal", "#555555", WIDTH - 2 * MARGIN, facts);
        strip();
        columns(chart);
        svg.writeEndElement();
        svg.writeEndDocument();
    }

    private void strip() throws XMLStreamException {
        double cell = (WIDTH - 2 * MARGIN) / Note.COUNT;
        List<Optional<Family>> strip = map.strip();
        for (int note = 0; note < Note.COUNT; note++) {
            if (strip.get(note).isPresent()) {
                rectangle(
                        MARGIN + note * cell,
                        STRIP_TOP,
                        cell,
                        STRIP_HEIGHT,
                        COLOURS.get(strip.get(note).get()));
            }
        }
        for (int octave = 0; octave < Note.COUNT; octave += 12) {
            double x = MARGIN + octave * cell;
            line(x, STRIP_TOP, x, STRIP_TOP + STRIP_HEIGHT + 3, "#8A8A8A");
            text(
                    x + 1,
                    STRIP_TOP + STRIP_HEIGHT + 9,
                    6,
                    SANS,
                    "normal",
                    "#555555",
                    40,
                    Note.of(octave).name(map.middleC()));
        }
        line(MARGIN, STRIP_TOP, WIDTH - MARGIN, STRIP_TOP, "#8A8A8A");
        line(MARGIN, STRIP_TOP + STRIP_HEIGHT, WIDTH - MARGIN, STRIP_TOP + STRIP_HEIGHT, "#8A8A8A");
    }

    private void columns(Chart chart) throws XMLStreamException {
        int count = chart.columns().size();
        double width = (WIDTH - 2 * MARGIN - (count - 1) * GUTTER) / count;
        double lineHeight = Math.min(HIGHEST_LINE, (HEIGHT - MARGIN - LINES_TOP) / Math.max(1, chart.height()));
        for (int column = 0; column < count; column++) {
            double x = MARGIN + column * (width + GUTTER);
            double y = LINES_TOP;
            for (Chart.Group group : chart.columns().get(column)) {
                if (!group.title().isEmpty()) {
                    heading(group, x, y, width, lineHeight);
                    y += HEADING_LINES * lineHeight;
                }
                for (Line line : group.lines()) {
                    row(line, x, y, width, lineHeight);
                    y += lineHeight;
                }
            }
        }
    }

    private void heading(Chart.Group group, double x, double y, double width, double lineHeight)
            throws XMLStreamException {
        double base = y + 1.2 * lineHeight;
        double size = lineHeight * 0.62;
        if (group.family().isPresent()) {
            Family family = group.family().get();
            rectangle(x, base - size, size * 1.1, size * 1.15, COLOURS.get(family));
            text(
                    x + size * 0.2,
                    base - size * 0.05,
                    size * 0.85,
                    SANS,
                    "bold",
                    "#000000",
                    size,
                    String.valueOf(family.letter()));
        }
        text(x + size * 1.6, base, size, SANS, "bold", "#1B1B1B", width - size * 1.6, group.title());
        line(x, base + lineHeight * 0.22, x + width, base + lineHeight * 0.22, "#1B1B1B");
    }

    private void row(Line line, double x, double y, double width, double lineHeight) throws XMLStreamException {
        double base = y + 0.72 * lineHeight;
        double size = lineHeight * 0.62;
        double unit = width / shown.stream().mapToInt(Chart.Column::width).sum();
        double left = x;
        for (Chart.Column column : shown) {
            double room = column.width() * unit;
            text(left, base, size, SANS, "normal", "#1B1B1B", room - 2, column.text(line, map));
            left += room;
        }
        line(x, y + lineHeight, x + width, y + lineHeight, "#D8D3C6");
    }

    /** Text that would be wider than its room is squeezed into it, so that nothing is cut off. */
    private void text(
            double x, double y, double size, String font, String weight, String colour, double room, String text)
            throws XMLStreamException {
        svg.writeStartElement("text");
        svg.writeAttribute("x", number(x));
        svg.writeAttribute("y", number(y));
        svg.writeAttribute("font-family", font);
        svg.writeAttribute("font-size", number(size));
        svg.writeAttribute("font-weight", weight);
        svg.writeAttribute("fill", colour);
        if (text.codePointCount(0, text.length()) * size * LETTER_WIDTH > room) {
            svg.writeAttribute("textLength", number(room));
            svg.writeAttribute("lengthAdjust", "spacingAndGlyphs");
        }
        svg.writeCharacters(MidiNamesXml.line(text));
        svg.writeEndElement();
    }

    private void element(String name, String text) throws XMLStreamException {
        svg.writeStartElement(name);
        svg.writeCharacters(MidiNamesXml.line(text));
        svg.writeEndElement();
    }

    private void rectangle(double x, double y, double width, double height, String fill) throws XMLStreamException {
        svg.writeEmptyElement("rect");
        svg.writeAttribute("x", number(x));
        svg.writeAttribute("y", number(y));
        svg.writeAttribute("width", number(width));
        svg.writeAttribute("height", number(height));
        svg.writeAttribute("fill", fill);
    }

    private void line(double x1, double y1, double x2, double y2, String stroke) throws XMLStreamException {
        svg.writeEmptyElement("line");
        svg.writeAttribute("x1", number(x1));
        svg.writeAttribute("y1", number(y1));
        svg.writeAttribute("x2", number(x2));
        svg.writeAttribute("y2", number(y2));
        svg.writeAttribute("stroke", stroke);
        svg.writeAttribute("stroke-width", "0.5");
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.2f", value).replaceAll("\\.?0+$", "");
    }
}
