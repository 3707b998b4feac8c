package org.jollyledger.core.exchange;

import java.io.StringWriter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.LongToDoubleFunction;
import java.util.function.ToDoubleFunction;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Caption;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.sheet.Notation;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.Sheet.Glyph;
import org.jollyledger.core.sheet.SheetRow;

/**
 * A sheet for the music stand as SVG 1.1: systems of four bars, each with a row for every line it plays, on pages of A4
 * upright, in points.
 */
public final class SheetSvg {
    /** How large a page is, in points. */
    public static final int PAGE_WIDTH = 595;

    public static final int PAGE_HEIGHT = 842;

    private static final int MARGIN = 34;
    private static final int NAMES = 96;
    private static final int TITLE_HEIGHT = 40;
    private static final int RULER = 22;
    private static final int ROW = 15;
    private static final int GAP = 16;
    private static final int BARS = 4;
    /** Room at both ends of a system, so that no head is cut. */
    private static final int PAD = 7;

    /** Behind the number of the bar and its time signature. */
    private static final int TEMPO_ROOM = 34;

    /** Strokes of a roll nearer than this would stand upon each other. */
    private static final double NEAR = 7;

    private static final double GRACE = 8;
    private static final double NEXT_GRACE = 6;
    private static final int MOST_PAGES = 300;
    private static final double HEADS = 0.72;
    private static final int MOST_LETTERS = 20;
    private static final String SANS = "'DejaVu Sans Condensed', 'Public Sans', Arial, sans-serif";
    private static final String SERIF = "'DejaVu Serif', 'Libre Caslon Text', Georgia, serif";
    private static final String INK = "#1B1B1B";
    private static final String FAINT = "#666666";
    private static final String RULE = "#D5CFC0";
    private static final String RED = "#B0201A";

    /** Some bars side by side, with the rows they play. */
    private record BarsInRow(long firstBar, Sheet.Stretch stretch, List<Integer> rows) {
        int height() {
            return RULER + rows.size() * ROW + GAP;
        }
    }

    private final Sheet sheet;
    private final XMLStreamWriter svg;

    private final List<Words> words = new ArrayList<>();

    private SheetSvg(Sheet sheet, XMLStreamWriter svg) {
        this.sheet = sheet;
        this.svg = svg;
    }

    /**
     * Words on a page.
     *
     * @param x where they begin, in points from the left
     * @param y their base line, in points from the top
     * @param size in points
     * @param title whether they are set in the type of titles
     * @param colour as in CSS
     */
    public record Words(double x, double y, double size, boolean title, String colour, String text) {}

    /**
     * A page whose words are set by whoever prints it.
     *
     * @param drawing everything but the words, as SVG
     * @param words the words
     */
    public record Page(String drawing, List<Words> words) {}

    /**
     * The pages of a sheet.
     *
     * @param title what the part is called
     * @throws IllegalArgumentException when there are too many to print
     */
    public static List<Page> pages(Sheet sheet, String title) {
        List<List<BarsInRow>> pages = layOut(sheet);
        List<Page> printed = new ArrayList<>();
        for (int page = 0; page < pages.size(); page++) {
            int number = page;
            List<Words> words = new ArrayList<>();
            String drawing = document(sheet, PAGE_HEIGHT, sketch -> {
                sketch.page(0, pages.get(number), title, number, pages.size());
                words.addAll(sketch.words);
            });
            printed.add(new Page(drawing, List.copyOf(words)));
        }
        return printed;
    }

    /** All pages one below the other in one document, words and all. */
    public static String write(Sheet sheet, String title) {
        List<List<BarsInRow>> pages = layOut(sheet);
        return document(sheet, PAGE_HEIGHT * pages.size(), sketch -> {
            for (int page = 0; page < pages.size(); page++) {
                sketch.page(page * PAGE_HEIGHT, pages.get(page), title, page, pages.size());
            }
            sketch.writeWords();
        });
    }

    /** What is drawn into a document. */
    private interface Content {
        void draw(SheetSvg sketch) throws XMLStreamException;
    }

    private static String document(Sheet sheet, int height, Content content) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter svg = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            svg.writeStartElement("svg");
            svg.writeDefaultNamespace("http://www.w3.org/2000/svg");
            svg.writeAttribute("width", PAGE_WIDTH + "pt");
            svg.writeAttribute("height", height + "pt");
            svg.writeAttribute("viewBox", "0 0 " + PAGE_WIDTH + " " + height);
            content.draw(new SheetSvg(sheet, svg));
            svg.writeEndElement();
            svg.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return text.toString();
    }

    private static List<List<BarsInRow>> layOut(Sheet sheet) {
        List<List<BarsInRow>> pages = new ArrayList<>();
        int left = 0;
        long last = Math.max(sheet.times().firstBar(), sheet.part().bars().barCount());
        for (long bar = sheet.times().firstBar(); bar <= last; bar += BARS) {
            BarsInRow system = system(sheet, bar);
            if (pages.isEmpty() || system.height() > left) {
                if (pages.size() == MOST_PAGES) {
                    throw new IllegalArgumentException("The sheet would fill more than " + MOST_PAGES
                            + " pages; cut the part into shorter files first.");
                }
                left = PAGE_HEIGHT - 2 * MARGIN - (pages.isEmpty() ? TITLE_HEIGHT : 0);
                pages.add(new ArrayList<>());
            }
            pages.get(pages.size() - 1).add(system);
            left -= system.height();
        }
        return pages;
    }

    private static BarsInRow system(Sheet sheet, long bar) {
        long from = sheet.times().startOfBar(bar);
        long to = sheet.times().startOfBar(bar + BARS);
        Sheet.Stretch stretch = sheet.between(from, to, new Grid(1), BARS * 100);
        List<Integer> rows = new ArrayList<>();
        for (int row = 0; row < sheet.rows().size(); row++) {
            int number = row;
            if (stretch.glyphs().stream().anyMatch(glyph -> glyph.row() == number)
                    || stretch.crowds().stream().anyMatch(crowd -> crowd.row() == number)) {
                rows.add(row);
            }
        }
        return new BarsInRow(bar, stretch, rows);
    }

    private void page(int top, List<BarsInRow> systems, String title, int page, int pages) throws XMLStreamException {
        int y = top + MARGIN;
        if (page == 0) {
            text(MARGIN, y + 16, 18, true, INK, title);
            text(
                    MARGIN,
                    y + 30,
                    8,
                    false,
                    FAINT,
                    sheet.map().name() + " · " + sheet.part().hitCount() + " hits");
            y += TITLE_HEIGHT;
        }
        for (BarsInRow system : systems) {
            draw(system, y);
            y += system.height();
        }
        if (pages > 1) {
            text(PAGE_WIDTH - MARGIN - 30, top + PAGE_HEIGHT - 16, 8, false, FAINT, page + 1 + " of " + pages);
        }
    }

    private void draw(BarsInRow system, int top) throws XMLStreamException {
        long from = system.stretch.from();
        long to = sheet.times().startOfBar(system.firstBar + BARS);
        int left = MARGIN + NAMES;
        int right = PAGE_WIDTH - MARGIN;
        double scale = (right - left - 2.0 * PAD) / Math.max(1, to - from);
        LongToDoubleFunction x = tick -> left + PAD + (tick - from) * scale;
        int bottom = top + RULER + system.rows.size() * ROW;
        for (int i = 0; i < system.rows.size(); i++) {
            SheetRow row = sheet.rows().get(system.rows.get(i));
            double y = top + RULER + (i + 0.5) * ROW;
            line(left, y, right, y, RULE, 0.6);
            text(MARGIN, y + 3, 8, false, row.playsNothing() ? RED : INK, name(row));
        }
        for (long beat : system.stretch.beats()) {
            line(x.applyAsDouble(beat), top + RULER, x.applyAsDouble(beat), bottom, RULE, 0.4);
        }
        for (Sheet.BarLine bar : system.stretch.bars()) {
            String number = bar.number() + (bar.signature().isEmpty() ? "" : "   " + bar.signature());
            line(x.applyAsDouble(bar.tick()), top + RULER - 8, x.applyAsDouble(bar.tick()), bottom, INK, 0.7);
            text(x.applyAsDouble(bar.tick()) + 2, top + RULER - 3, 7, false, FAINT, number);
        }
        line(x.applyAsDouble(to), top + RULER - 8, x.applyAsDouble(to), bottom, INK, 0.7);
        for (Caption caption : system.stretch.captions()) {
            text(x.applyAsDouble(caption.tick()) + 2, top + 9, 7.5, true, INK, caption.text());
        }
        for (Sheet.TempoMark tempo : system.stretch.tempos()) {
            String words = "\u2669 = " + Math.round(tempo.quartersPerMinute());
            text(x.applyAsDouble(tempo.tick()) + TEMPO_ROOM, top + RULER - 3, 7, false, FAINT, words);
        }
        ToDoubleFunction<Glyph> y = glyph -> top + RULER + (system.rows.indexOf(glyph.row()) + 0.5) * ROW;
        glyphs(system.stretch.glyphs(), x, y);
    }

    /** What of several hits belongs together: the small notes of a stroke, or the strokes of a roll. */
    private record Figure(int row, long tick) {}

    private void glyphs(List<Glyph> glyphs, LongToDoubleFunction x, ToDoubleFunction<Glyph> y)
            throws XMLStreamException {
        Map<Figure, List<Glyph>> rolls = new LinkedHashMap<>();
        Map<Figure, Integer> smallNotes = new HashMap<>();
        for (int i = glyphs.size() - 1; i >= 0; i--) {
            Glyph glyph = glyphs.get(i);
            double place = x.applyAsDouble(glyph.tick());
            if (glyph.roll().isPresent()) {
                rolls.computeIfAbsent(new Figure(glyph.row(), glyph.roll().get()), any -> new ArrayList<>())
                        .add(0, glyph);
            } else if (glyph.main().isPresent()) {
                int before =
                        smallNotes.merge(new Figure(glyph.row(), glyph.main().get()), 1, Integer::sum);
                double main = x.applyAsDouble(glyph.main().get());
                glyph(glyph, Math.min(place, main - GRACE - (before - 1) * NEXT_GRACE), y.applyAsDouble(glyph));
            } else {
                glyph(glyph, place, y.applyAsDouble(glyph));
            }
        }
        for (List<Glyph> strokes : rolls.values()) {
            roll(strokes, x, y.applyAsDouble(strokes.get(0)));
        }
    }

    /** Strokes that would stand upon each other become one with a tremolo, and an upright for each of the others. */
    private void roll(List<Glyph> strokes, LongToDoubleFunction x, double y) throws XMLStreamException {
        double first = x.applyAsDouble(strokes.get(0).tick());
        double last = x.applyAsDouble(strokes.get(strokes.size() - 1).tick());
        boolean near = (last - first) / strokes.size() < NEAR;
        for (Glyph glyph : strokes) {
            double place = x.applyAsDouble(glyph.tick());
            if (near && glyph != strokes.get(0)) {
                svg.writeStartElement("g");
                double high = 1 + 3.5 * glyph.velocity() / 127;
                line(place, y - high, place, y + high, colour(glyph), 0.9);
                svg.writeEndElement();
            } else {
                glyph(glyph, place, y);
            }
        }
        if (near) {
            line(first + 4, y, last, y, INK, 0.7);
            line(first - 3, y + 6.4, first + 3, y + 4.8, INK, 0.9);
        }
    }

    private String colour(Glyph glyph) {
        return sheet.rows().get(glyph.row()).playsNothing() ? RED : INK;
    }

    private String name(SheetRow row) {
        String name =
                row.line().map(Line::name).orElse(row.note().label(sheet.map().middleC()));
        return name.codePointCount(0, name.length()) <= MOST_LETTERS
                ? name
                : row.line().map(Line::shortName).orElse(name);
    }

    private void glyph(Glyph glyph, double x, double y) throws XMLStreamException {
        Notation notation = glyph.notation();
        double size = HEADS * notation.size() * (glyph.main().isPresent() ? 0.6 : 1);
        String colour = colour(glyph);
        svg.writeStartElement("g");
        svg.writeAttribute("transform", String.format(Locale.ROOT, "translate(%.1f %.1f) scale(%.2f)", x, y, size));
        path(notation.head().path(), notation.head().filled() ? colour : "none", colour);
        for (Notation.Mark mark : notation.marks()) {
            path(mark.path(), "none", colour);
        }
        svg.writeEndElement();
    }

    private void path(String data, String fill, String stroke) throws XMLStreamException {
        svg.writeEmptyElement("path");
        svg.writeAttribute("d", data);
        svg.writeAttribute("fill", fill);
        svg.writeAttribute("stroke", stroke);
        svg.writeAttribute("stroke-width", "1.6");
    }

    private void line(double x1, double y1, double x2, double y2, String stroke, double width)
            throws XMLStreamException {
        svg.writeEmptyElement("line");
        svg.writeAttribute("x1", number(x1));
        svg.writeAttribute("y1", number(y1));
        svg.writeAttribute("x2", number(x2));
        svg.writeAttribute("y2", number(y2));
        svg.writeAttribute("stroke", stroke);
        svg.writeAttribute("stroke-width", number(width));
    }

    private void text(double x, double y, double size, boolean title, String colour, String text) {
        words.add(new Words(x, y, size, title, colour, text));
    }

    private void writeWords() throws XMLStreamException {
        for (Words word : words) {
            svg.writeStartElement("text");
            svg.writeAttribute("x", number(word.x));
            svg.writeAttribute("y", number(word.y));
            svg.writeAttribute("font-size", number(word.size));
            svg.writeAttribute("font-family", word.title ? SERIF : SANS);
            svg.writeAttribute("fill", word.colour);
            svg.writeCharacters(word.text);
            svg.writeEndElement();
        }
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.1f", value);
    }
}
