package org.jollyledger.core.exchange;

import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleUnaryOperator;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.core.sheet.Measures;
import org.jollyledger.core.sheet.Notation;
import org.jollyledger.core.sheet.Picture;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow;
import org.jollyledger.core.sheet.SheetSystem;

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
    private static final int RULER = 28;
    /** The base lines of words above the rows, and of the numbers of bars. */
    private static final double[] WORDS = {7, 15};

    private static final int NUMBERS = 24;
    private static final int BAR_TOP = 18;
    private static final double ROW = Measures.PRINT.row();
    private static final int GAP = 16;
    private static final int BARS = 4;
    /** Room at both ends of a system, so that no head is cut. */
    private static final int PAD = 7;

    private static final int MOST_PAGES = 300;
    private static final int MOST_LETTERS = 20;
    private static final String SANS = "'DejaVu Sans Condensed', 'Public Sans', Arial, sans-serif";
    private static final String SERIF = "'DejaVu Serif', 'Libre Caslon Text', Georgia, serif";
    private static final String INK = "#1B1B1B";
    private static final String FAINT = "#666666";
    private static final String RULE = "#D5CFC0";
    private static final String RED = "#B0201A";

    private static double height(SheetSystem system) {
        return RULER + system.rows().size() * ROW + GAP;
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
     * {@return the pages of a sheet}
     *
     * @param title what the part is called
     * @throws IllegalArgumentException when there are too many to print
     */
    public static List<Page> pages(Sheet sheet, String title) {
        List<List<SheetSystem>> pages = layOut(sheet);
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

    /** {@return all pages one below the other in one document, words and all} */
    public static String write(Sheet sheet, String title) {
        List<List<SheetSystem>> pages = layOut(sheet);
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

    private static List<List<SheetSystem>> layOut(Sheet sheet) {
        List<List<SheetSystem>> pages = new ArrayList<>();
        double left = 0;
        long last = Math.max(sheet.times().firstBar(), sheet.part().bars().barCount());
        for (long bar = sheet.times().firstBar(); bar <= last; bar += BARS) {
            Patience.goOn();
            SheetSystem system = SheetSystem.of(sheet, bar, BARS);
            if (pages.isEmpty() || height(system) > left) {
                if (pages.size() == MOST_PAGES) {
                    throw new IllegalArgumentException("The sheet would fill more than " + MOST_PAGES
                            + " pages; cut the part into shorter files first.");
                }
                left = PAGE_HEIGHT - 2 * MARGIN - (pages.isEmpty() ? TITLE_HEIGHT : 0);
                pages.add(new ArrayList<>());
            }
            pages.get(pages.size() - 1).add(system);
            left -= height(system);
        }
        return pages;
    }

    private void page(int top, List<SheetSystem> systems, String title, int page, int pages) throws XMLStreamException {
        double y = top + MARGIN;
        if (page == 0) {
            text(MARGIN, y + 16, 18, true, INK, title);
            text(
                    MARGIN,
                    y + 30,
                    8,
                    false,
                    FAINT,
                    sheet.map().name() + " · " + Counted.of(sheet.part().hitCount(), "hit"));
            y += TITLE_HEIGHT;
        }
        for (SheetSystem system : systems) {
            draw(system, y);
            y += height(system);
        }
        if (pages > 1) {
            text(PAGE_WIDTH - MARGIN - 30, top + PAGE_HEIGHT - 16, 8, false, FAINT, page + 1 + " of " + pages);
        }
    }

    private void draw(SheetSystem system, double top) throws XMLStreamException {
        int left = MARGIN + NAMES;
        int right = PAGE_WIDTH - MARGIN;
        double width = right - left - 2.0 * PAD;
        Picture picture = system.picture(width, Measures.PRINT);
        DoubleUnaryOperator x = across -> left + PAD + across;
        double rows = top + RULER;
        double bottom = rows + picture.height();
        for (int i = 0; i < system.rows().size(); i++) {
            SheetRow row = sheet.rows().get(system.rows().get(i));
            double y = rows + (i + 0.5) * ROW;
            line(left, y, right, y, RULE, 0.6);
            text(MARGIN, y + 3, 8, false, row.playsNothing() ? RED : INK, name(row));
        }
        for (double beat : picture.beats()) {
            line(x.applyAsDouble(beat), rows, x.applyAsDouble(beat), bottom, RULE, 0.4);
        }
        for (Picture.Bar bar : picture.bars()) {
            double at = x.applyAsDouble(bar.x());
            line(at, top + BAR_TOP, at, bottom, INK, 0.7);
            if (bar.numbered()) {
                String number = bar.number() + (bar.signature().isEmpty() ? "" : "   " + bar.signature());
                text(at + 2, top + NUMBERS, 7, false, FAINT, number);
            }
        }
        line(x.applyAsDouble(width), top + BAR_TOP, x.applyAsDouble(width), bottom, INK, 0.7);
        for (Picture.Words word : picture.words()) {
            boolean tempo = word.kind().equals("tempo");
            double y = top + WORDS[word.line()];
            text(x.applyAsDouble(word.x()) + 2, y, tempo ? 7 : 7.5, !tempo, tempo ? FAINT : INK, word.text());
        }
        hits(picture, x, rows);
    }

    private void hits(Picture picture, DoubleUnaryOperator x, double top) throws XMLStreamException {
        for (Picture.Head head : picture.heads()) {
            glyph(head, x.applyAsDouble(head.x()), top + head.y());
        }
        for (Picture.Upright upright : picture.uprights()) {
            double at = x.applyAsDouble(upright.x());
            double y = top + upright.y();
            line(at, y - upright.high(), at, y + upright.high(), colour(upright.row()), 0.9);
        }
        for (Picture.Tremolo roll : picture.tremolos()) {
            double from = x.applyAsDouble(roll.from());
            double y = top + roll.y();
            line(from + 4, y, x.applyAsDouble(roll.to()), y, INK, 0.7);
            line(from - 3, y + 6.4, from + 3, y + 4.8, INK, 0.9);
        }
        for (Picture.Block block : picture.blocks()) {
            svg.writeEmptyElement("rect");
            svg.writeAttribute("x", number(x.applyAsDouble(block.x())));
            svg.writeAttribute("y", number(top + block.y()));
            svg.writeAttribute("width", number(block.width()));
            svg.writeAttribute("height", number(block.height()));
            svg.writeAttribute("fill", colour(block.row()));
        }
    }

    private String colour(int row) {
        return sheet.rows().get(row).playsNothing() ? RED : INK;
    }

    private String name(SheetRow row) {
        String name =
                row.line().map(Line::name).orElse(row.note().label(sheet.map().middleC()));
        return name.codePointCount(0, name.length()) <= MOST_LETTERS
                ? name
                : row.line().map(Line::shortName).orElse(name);
    }

    private void glyph(Picture.Head head, double x, double y) throws XMLStreamException {
        Notation notation = head.notation();
        String colour = colour(head.row());
        svg.writeStartElement("g");
        svg.writeAttribute(
                "transform", String.format(Locale.ROOT, "translate(%.1f %.1f) scale(%.2f)", x, y, head.size()));
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
