package org.jollyledger.web.manual;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.contentstream.operator.OperatorName;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.web.manual.Manual.Place;
import org.jollyledger.web.manual.Manual.Taken;
import org.jollyledger.web.manual.Manual.Unit;
import org.jollyledger.web.problem.Refusal;

/** The pages of a manual in PDF as text, with what stands side by side on the page held apart by spaces. */
final class ManualPages {
    private static final int MOST_PAGES = 2_000;
    private static final int MOST_SIGNS = 60_000;
    private static final int LARGEST_PAGE = 20_000_000;
    /** Operators of a page, those of its forms among them. */
    private static final int MOST_DRAWN = 2_000_000;
    /** As many operators as it takes to begin a form. */
    private static final int OF_A_FORM = 200;
    /** Forms within forms. */
    private static final int DEEPEST = 24;

    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final double SHARE_OF_MOST = 0.3;

    private static final Pattern RANGE = Pattern.compile("\\s*(\\d{1,4})(?:\\s*-\\s*(\\d{1,4}))?\\s*");

    private ManualPages() {}

    static boolean isPdf(byte[] content) {
        return content.length > 4 && content[0] == '%' && content[1] == 'P' && content[2] == 'D' && content[3] == 'F';
    }

    /**
     * Reads a manual.
     *
     * @param pages such as "12-14, 20"; empty for those that hold tables of notes
     * @throws Refusal in a sentence, when it cannot be read or holds none
     */
    static Taken read(byte[] pdf, String pages) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            int count = document.getNumberOfPages();
            if (count == 0) {
                throw Refusal.unreadable("The PDF has no pages; choose another file.");
            }
            List<Integer> wanted = wanted(pages, count);
            List<Leaf> read = read(document, wanted, pages.isBlank());
            List<Leaf> taken = pages.isBlank() ? withTables(read) : read;
            if (taken.stream().allMatch(page -> page.text().isBlank())) {
                throw Refusal.unreadable(
                        read.stream().allMatch(page -> page.text().isBlank())
                                ? "The PDF holds no text, only pictures of it; copy the list by hand."
                                : "No page of the PDF holds a table of notes that is understood; name the pages, or copy the list by hand.");
            }
            return new Taken(
                    taken.stream().map(Leaf::text).collect(Collectors.joining("\n")),
                    words(taken, count, pages.isBlank())
                            + (read.size() < wanted.size()
                                    ? " Pages from " + (read.size() + 1)
                                            + " on were not searched, because that takes too long; name them if they hold more."
                                    : ""),
                    Unit.PAGES,
                    read.stream()
                            .filter(Leaf::holdsNotes)
                            .map(page -> new Place(page.name(), page.notes()))
                            .toList(),
                    names(taken));
        } catch (InvalidPasswordException e) {
            throw Refusal.unreadable("The PDF is locked with a password; save it without one, then choose it again.");
        } catch (IOException
                | UncheckedIOException
                | IllegalStateException
                | ClassCastException
                | StackOverflowError e) {
            throw Refusal.unreadable("The PDF is damaged or no PDF; open it in a viewer and copy the list from there.");
        }
    }

    /** The pages with most notes and what goes on beside them; a few notes elsewhere are talk about them. */
    private static List<Leaf> withTables(List<Leaf> pages) {
        int most = pages.stream().mapToInt(Leaf::notes).max().orElse(0);
        List<Leaf> tables = new ArrayList<>();
        boolean goesOn = false;
        for (int at = 0; at < pages.size(); at++) {
            boolean full = isFull(pages.get(at), most);
            boolean next = at + 1 < pages.size() && isFull(pages.get(at + 1), most);
            goesOn = pages.get(at).holdsNotes() && (full || goesOn || next);
            if (goesOn) {
                tables.add(pages.get(at));
            }
        }
        return tables;
    }

    private static boolean isFull(Leaf page, int most) {
        return page.holdsNotes() && page.notes() >= SHARE_OF_MOST * most;
    }

    private static String words(List<Leaf> taken, int count, boolean found) {
        return (taken.size() == 1 ? "Page " : "Pages ") + names(taken) + " of " + count
                + (found ? (taken.size() == 1 ? " holds notes." : " hold notes.") : " taken.");
    }

    private static String names(List<Leaf> pages) {
        return pages.stream().map(Leaf::name).collect(Collectors.joining(", "));
    }

    private static List<Integer> wanted(String pages, int count) {
        List<Integer> wanted = new ArrayList<>();
        if (pages.isBlank()) {
            if (count > MOST_PAGES) {
                throw Refusal.unreadable("The PDF has " + count + " pages; name those with the list, such as 12-14.");
            }
            for (int page = 1; page <= count; page++) {
                wanted.add(page);
            }
            return wanted;
        }
        for (String part : pages.split(",")) {
            Matcher range = RANGE.matcher(part);
            if (!range.matches()) {
                throw Refusal.unreadable("“" + part.strip() + "” is no page; write pages such as 12-14, 20.");
            }
            int from = Integer.parseInt(range.group(1));
            int to = range.group(2) == null ? from : Integer.parseInt(range.group(2));
            if (from < 1 || to < from || to > count) {
                throw Refusal.unreadable(
                        "The PDF has pages 1 to " + count + ", so there is no “" + part.strip() + "”.");
            }
            for (int page = from; page <= to; page++) {
                wanted.add(page);
            }
        }
        return wanted;
    }

    private static List<Leaf> read(PDDocument document, List<Integer> wanted, boolean searching) throws IOException {
        long deadline = System.nanoTime() + PATIENCE.toNanos();
        List<Leaf> pages = new ArrayList<>();
        for (int number : wanted) {
            if (System.nanoTime() > deadline) {
                if (searching && pages.stream().anyMatch(Leaf::holdsNotes)) {
                    return pages;
                }
                throw Refusal.unreadable(
                        "The PDF takes too long to read; name the pages with the list, such as 12-14.");
            }
            String text = isTooLarge(document.getPage(number - 1)) ? "" : text(document, number);
            pages.add(Leaf.of(String.valueOf(number), text));
        }
        return pages;
    }

    private static boolean isTooLarge(PDPage page) throws IOException {
        try (InputStream contents = page.getContents()) {
            byte[] buffer = new byte[65_536];
            long read = 0;
            for (int count = contents.read(buffer); count >= 0; count = contents.read(buffer)) {
                read += count;
                if (read > LARGEST_PAGE) {
                    return true;
                }
            }
            return false;
        }
    }

    private static String text(PDDocument document, int number) throws IOException {
        Columns columns = new Columns(number);
        columns.getText(document);
        return columns.text();
    }

    /** Lays the signs of a page out as they stand on it: lines by their height, columns by their distance. */
    private static final class Columns extends PDFTextStripper {
        private static final double SAME_LINE = 0.5;
        private static final double WORD_GAP = 0.25;

        private final List<TextPosition> signs = new ArrayList<>();
        private final int page;
        private int drawn;

        Columns(int page) throws IOException {
            this.page = page;
            setStartPage(page);
            setEndPage(page);
            setSortByPosition(true);
        }

        /** A form may draw itself, or ten others that draw ten each: a few bytes that never end. */
        @Override
        protected void processOperator(Operator operator, List<COSBase> operands) throws IOException {
            drawn += operator.getName().equals(OperatorName.DRAW_OBJECT) ? OF_A_FORM : 1;
            if (drawn > MOST_DRAWN || getLevel() > DEEPEST) {
                throw Refusal.unreadable(
                        "Page " + page
                                + " of the PDF takes too long to read; name the pages with the list, such as 12-14, without it.");
            }
            Patience.goOn();
            super.processOperator(operator, operands);
        }

        @Override
        protected void processTextPosition(TextPosition position) {
            if (signs.size() < MOST_SIGNS && !position.getUnicode().isBlank()) {
                signs.add(position);
            }
        }

        String text() {
            double width = middle(
                    signs.stream().map(sign -> (double) sign.getWidthDirAdj()).toList());
            double height = middle(
                    signs.stream().map(sign -> (double) sign.getHeightDir()).toList());
            List<TextPosition> down = new ArrayList<>(signs);
            down.sort(Comparator.comparingDouble(TextPosition::getYDirAdj));
            StringBuilder text = new StringBuilder();
            List<TextPosition> line = new ArrayList<>();
            for (TextPosition sign : down) {
                if (!line.isEmpty() && sign.getYDirAdj() - line.get(0).getYDirAdj() > SAME_LINE * Math.max(height, 1)) {
                    text.append(line(line, width)).append('\n');
                    line.clear();
                }
                line.add(sign);
            }
            return text.append(line(line, width)).toString();
        }

        private static double middle(List<Double> values) {
            return values.isEmpty() ? 1 : values.stream().sorted().toList().get(values.size() / 2);
        }

        private static String line(List<TextPosition> signs, double width) {
            signs.sort(Comparator.comparingDouble(TextPosition::getXDirAdj));
            StringBuilder line = new StringBuilder();
            double end = 0;
            for (TextPosition sign : signs) {
                double gap = sign.getXDirAdj() - end;
                int column = (int) Math.round(sign.getXDirAdj() / Math.max(width, 0.5));
                if (line.length() > 0 && gap > WORD_GAP * width) {
                    line.append(' ');
                    // What is farther apart than a word is a column, and stands under the ones above it.
                    if (gap > 2 * width) {
                        line.append(' ').append(" ".repeat(Math.max(0, Math.min(200, column - line.length()))));
                    }
                } else if (line.length() == 0) {
                    line.append(" ".repeat(Math.max(0, Math.min(200, column))));
                }
                line.append(sign.getUnicode());
                end = sign.getXDirAdj() + sign.getWidthDirAdj();
            }
            return line.toString();
        }
    }
}
