package org.jollyledger.web.manual;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jollyledger.web.manual.Manual.Taken;
import org.jollyledger.web.manual.Manual.Unit;
import org.jollyledger.web.problem.Refusal;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.jsoup.select.Elements;
import org.jsoup.select.NodeVisitor;

/** A web page as text: the tables that hold notes, or else all that stands on it. */
final class WebPage {
    private static final int MUCH = 1_000;
    private static final int LARGEST = 4_000_000;
    private static final Pattern START =
            Pattern.compile("(?s)\\s*(?:<\\?xml[^>]*>|<!--.*?-->|\\s)*<(?:!doctype\\s+html|html|head|body|table)\\b.*");
    private static final Pattern SPACES = Pattern.compile("[\\s\\u00A0]+");
    private static final Pattern NONE_OF_THE_TEXT = Pattern.compile("script|style|template|noscript|nav|svg");

    private static final Pattern SAYS_MORE = Pattern.compile("^[\\p{L}\\d*]");

    private WebPage() {}

    static boolean is(byte[] content) {
        String start = new String(content, 0, Math.min(content.length, MUCH), StandardCharsets.ISO_8859_1)
                .replaceFirst("^(?:\u00EF\u00BB\u00BF)", "")
                .toLowerCase(Locale.ROOT);
        return START.matcher(start).matches();
    }

    static Taken read(byte[] content) {
        if (content.length > LARGEST) {
            throw tooLong();
        }
        Document page;
        try {
            page = Jsoup.parse(new ByteArrayInputStream(content), null, "");
        } catch (IOException e) {
            throw Refusal.unreadable("The web page cannot be read; open it in a browser and copy the list from there.");
        }
        Elements tables = page.select("table:not(:has(table))");
        List<Leaf> read = new ArrayList<>();
        for (Element table : tables) {
            read.add(Leaf.of(String.valueOf(read.size() + 1), text(table)));
        }
        List<Leaf> taken = distinct(read);
        if (!taken.isEmpty()) {
            String words = taken.size() == 1
                    ? "A table of the web page holds notes and was read."
                    : taken.size() + " tables of the web page hold notes and were read.";
            String text = taken.stream().map(Leaf::text).collect(Collectors.joining("\n"));
            return new Taken(text, words, Unit.NONE, List.of(), "");
        }
        String text = text(page.body());
        if (text.isBlank()) {
            throw Refusal.unreadable("The web page holds no text; open it in a browser and copy the list from there.");
        }
        return new Taken(text, "The text of the web page was read.", Unit.NONE, List.of(), "");
    }

    private static Refusal tooLong() {
        return Refusal.unreadable("The web page is too long; copy the list from it and paste it.");
    }

    /** The tables with notes, without those that say the same in another order. */
    private static List<Leaf> distinct(List<Leaf> tables) {
        Set<Leaf.Entry> seen = new HashSet<>();
        List<Leaf> distinct = new ArrayList<>();
        for (Leaf table : tables) {
            if (!seen.containsAll(table.entries())) {
                distinct.add(table);
            }
            seen.addAll(table.entries());
        }
        return distinct;
    }

    /** The text of an element: what stands in lines of its own in one line each, the cells of a row apart by tabs. */
    private static String text(Element element) {
        Lines lines = new Lines();
        element.traverse(lines);
        return lines.text.toString();
    }

    private static final class Lines implements NodeVisitor {
        private final StringBuilder text = new StringBuilder();
        /** How many rows each column is covered from above. */
        private final List<Integer> covered = new ArrayList<>();

        private int column;
        /** Tabs of a wide cell that come with the next one. */
        private int pending;

        private int silent;

        @Override
        public void head(Node node, int depth) {
            if (node instanceof TextNode words) {
                if (silent == 0) {
                    append(words);
                }
            } else if (node instanceof Element element) {
                String name = element.normalName();
                if (NONE_OF_THE_TEXT.matcher(name).matches()) {
                    silent++;
                } else if (name.equals("table")) {
                    covered.clear();
                } else if (name.equals("tr")) {
                    newLine();
                    column = 0;
                } else if (name.equals("td") || name.equals("th")) {
                    beginCell(element);
                } else if (name.equals("sup")
                        && SAYS_MORE.matcher(element.text()).find()) {
                    // A remark; but the sharp of a note belongs to it.
                    text.append(' ');
                } else if (name.equals("br") || element.isBlock()) {
                    breakLine(element);
                }
            }
        }

        @Override
        public void tail(Node node, int depth) {
            if (node instanceof Element element) {
                if (NONE_OF_THE_TEXT.matcher(element.normalName()).matches()) {
                    silent--;
                } else if (element.isBlock() && !isCell(element)) {
                    breakLine(element);
                }
            }
        }

        private void append(TextNode words) {
            Element parent = words.parent();
            boolean asItStands = parent != null && parent.closest("pre") != null && parent.closest("td, th") == null;
            String shown = asItStands
                    ? words.getWholeText()
                    : SPACES.matcher(words.getWholeText()).replaceAll(" ");
            boolean begins = text.length() == 0 || "\n\t".indexOf(text.charAt(text.length() - 1)) >= 0;
            text.append(begins && !asItStands ? shown.stripLeading() : shown);
        }

        private static boolean isCell(Element element) {
            return element.normalName().equals("td") || element.normalName().equals("th");
        }

        private void beginCell(Element cell) {
            passCovered();
            if (column > 0) {
                text.append('\t');
            }
            // What spans more columns than a list has would make a large table of a few words.
            int wide = Math.max(1, Math.min(span(cell, "colspan"), SheetRows.MOST_COLUMNS - column));
            int high = span(cell, "rowspan");
            for (int at = column; at < column + wide && at < SheetRows.MOST_COLUMNS; at++) {
                while (covered.size() <= at) {
                    covered.add(0);
                }
                covered.set(at, high - 1);
            }
            column += wide;
            pending = wide - 1;
        }

        private void passCovered() {
            text.append("\t".repeat(pending));
            pending = 0;
            while (column < covered.size() && covered.get(column) > 0) {
                if (column > 0) {
                    text.append('\t');
                }
                covered.set(column, covered.get(column) - 1);
                column++;
            }
        }

        private static int span(Element cell, String attribute) {
            String value = cell.attr(attribute).strip();
            return value.matches("\\d{1,6}") ? Math.max(1, Integer.parseInt(value)) : 1;
        }

        private void breakLine(Element element) {
            // A cell stays in its line.
            if (element.closest("td, th") == null) {
                newLine();
            } else if (text.length() > 0 && !Character.isWhitespace(text.charAt(text.length() - 1))) {
                text.append(' ');
            }
        }

        private void newLine() {
            // What is covered behind the last cell of a row counts down with it.
            if (column > 0) {
                passCovered();
            }
            column = 0;
            pending = 0;
            if (text.length() > SheetRows.LONGEST_TEXT) {
                throw tooLong();
            }
            if (text.length() > 0 && text.charAt(text.length() - 1) != '\n') {
                text.append('\n');
            }
        }
    }
}
