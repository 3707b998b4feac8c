package org.jollyledger.web.manual;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.web.ledger.MapReader;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Manuals that are made here are read as PDF: the pages with tables are found, and columns stay columns. */
class ManualPagesTest {
    private static final List<String> DRUMS = List.of(
            "Kick",
            "Side Stick",
            "Snare",
            "Hand Clap",
            "Snare Rim Shot",
            "Floor Tom",
            "Closed Hi-Hat",
            "High Tom",
            "Pedal Hi-Hat",
            "Crash 1",
            "Open Hi-Hat",
            "Ride",
            "China",
            "Ride Bell",
            "Splash",
            "Cowbell");

    private record Word(double x, double y, String text) {}

    private static byte[] pdf(List<List<Word>> pages, int size) throws IOException {
        try (PDDocument document = new PDDocument()) {
            for (List<Word> words : pages) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    for (Word word : words) {
                        content.beginText();
                        content.setFont(new PDType1Font(FontName.HELVETICA), size);
                        content.newLineAtOffset((float) word.x, (float) (800 - word.y));
                        content.showText(word.text);
                        content.endText();
                    }
                }
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    private static List<Word> prose(String first) {
        return List.of(
                new Word(60, 60, first),
                new Word(60, 90, "Thank you for buying this drum library. Read all 48 pages with care."),
                new Word(60, 110, "It was recorded in two rooms with 3 kits over 14 days."),
                new Word(60, 760, "Page 1"));
    }

    /** A table in several columns of number and name, as manuals set them. */
    private static List<Word> table(int columns, double gap) {
        List<Word> words = new ArrayList<>(List.of(new Word(60, 40, "MIDI note assignment")));
        int rows = (DRUMS.size() + columns - 1) / columns;
        for (int at = 0; at < DRUMS.size(); at++) {
            double x = 60 + at / rows * gap;
            double y = 80 + at % rows * 16;
            words.add(new Word(x, y, String.valueOf(36 + at)));
            words.add(new Word(x + 30, y, DRUMS.get(at)));
        }
        words.add(new Word(280, 780, "14"));
        return words;
    }

    private static Map<Integer, String> wanted() {
        Map<Integer, String> wanted = new TreeMap<>();
        for (int at = 0; at < DRUMS.size(); at++) {
            wanted.put(36 + at, DRUMS.get(at));
        }
        return wanted;
    }

    private static Map<Integer, String> read(String text) throws Exception {
        Map<Integer, String> read = new TreeMap<>();
        NoteListReader.read(text, NoteListReader.Settings.USUAL)
                .lines()
                .forEach(line -> read.put(line.note().number(), line.name()));
        return read;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4})
    void thePageWithTheTableIsFoundAndItsColumnsStayApart(int columns) throws Exception {
        for (int size : new int[] {7, 9, 11}) {
            byte[] manual =
                    pdf(List.of(prose("Foghorn Drums"), prose("Contents"), table(columns, 120), prose("Index")), size);
            Manual.Taken taken = ManualPages.read(manual, "");
            assertThat(taken.words()).isEqualTo("Page 3 of 4 holds notes.");
            assertThat(read(taken.text()))
                    .as(columns + " columns in " + size + "\n" + taken.text())
                    .isEqualTo(wanted());
        }
    }

    /** A page that speaks of some notes is none with the table, unless the table goes on there. */
    @Test
    void talkAboutNotesIsNoTable() throws Exception {
        List<Word> talk = List.of(
                new Word(60, 60, "36 Kick"), new Word(60, 80, "38 Snare"),
                new Word(60, 100, "42 Closed Hat"), new Word(60, 120, "49 Crash"));
        byte[] manual = pdf(List.of(talk, prose("Two"), table(2, 200), talk, prose("Five"), talk), 10);
        Manual.Taken taken = ManualPages.read(manual, "");
        assertThat(taken.words()).isEqualTo("Pages 3, 4 of 6 hold notes.");
        assertThat(taken.places()).extracting(Manual.Place::name).containsExactly("1", "3", "4", "6");
    }

    @Test
    void aManualIsBroughtInAsAMapWithHowItWasRead() throws Exception {
        byte[] manual = pdf(List.of(prose("Foghorn Drums"), table(2, 200)), 10);
        MapReader.Brought brought = new MapReader().bring(manual, "Foghorn").get(0);
        assertThat(brought.map().lines()).hasSize(DRUMS.size());
        assertThat(brought.list().orElseThrow().explained()).isEqualTo(1);
        assertThat(brought.list().orElseThrow().leftOut())
                .extracting(row -> row.original().strip())
                .contains("MIDI note assignment", "14");
    }

    @Test
    void pagesAreChosenByHand() throws Exception {
        byte[] manual = pdf(List.of(prose("One"), prose("Two"), table(2, 200)), 10);
        assertThat(ManualPages.read(manual, "1-2").words()).isEqualTo("Pages 1, 2 of 3 taken.");
        assertThat(ManualPages.read(manual, " 3 ").text()).contains("Side Stick");
        assertThatThrownBy(() -> ManualPages.read(manual, "2-9")).hasMessageContaining("The PDF has pages 1 to 3");
        assertThatThrownBy(() -> ManualPages.read(manual, "the last")).hasMessageContaining("is no page");
    }

    @Test
    void whatCannotBeReadIsToldInASentence() throws Exception {
        byte[] pictures = pdf(List.of(List.of(), List.of()), 10);
        assertThatThrownBy(() -> ManualPages.read(pictures, "")).hasMessageContaining("holds no text");
        byte[] noTable = pdf(List.of(prose("Foghorn")), 10);
        assertThatThrownBy(() -> ManualPages.read(noTable, ""))
                .hasMessageContaining("No page of the PDF holds a table");
        byte[] locked;
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            document.protect(new StandardProtectionPolicy("owner", "secret", new AccessPermission()));
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            locked = bytes.toByteArray();
        }
        assertThatThrownBy(() -> ManualPages.read(locked, "")).hasMessageContaining("locked with a password");
        byte[] damaged = "%PDF-1.7 this is none".getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> ManualPages.read(damaged, "")).hasMessageContaining("damaged");
        byte[] deep = ("%PDF-1.4\n1 0 obj\n" + "[".repeat(20_000) + "\nendobj\ntrailer << /Root 1 0 R >>\n%%EOF")
                .getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> ManualPages.read(deep, "")).hasMessageContaining("PDF");
    }

    @Test
    void aThickManualIsRead() throws Exception {
        List<List<Word>> pages = new ArrayList<>();
        for (int page = 0; page < 399; page++) {
            pages.add(prose("Chapter " + page));
        }
        pages.add(table(2, 200));
        assertThat(ManualPages.read(pdf(pages, 10), "").words()).isEqualTo("Page 400 of 400 holds notes.");
    }

    /** Forms that draw the next one several times, and the last one draws the first one again or nothing. */
    private static byte[] formsInForms(int forms, int times, boolean again) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            List<PDFormXObject> made = new ArrayList<>();
            for (int form = 0; form < forms; form++) {
                made.add(new PDFormXObject(document));
                made.get(form).setBBox(PDRectangle.A4);
                made.get(form).setResources(new PDResources());
            }
            for (int form = 0; form < forms; form++) {
                boolean last = form == forms - 1;
                draw(
                        made.get(form).getStream(),
                        made.get(form).getResources(),
                        made.get((form + 1) % forms),
                        last && !again ? 0 : times);
            }
            page.setResources(new PDResources());
            PDStream contents = new PDStream(document);
            page.setContents(contents);
            draw(contents, page.getResources(), made.get(0), 1);
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    private static void draw(PDStream into, PDResources resources, PDFormXObject form, int times) throws IOException {
        resources.put(COSName.getPDFName("F"), form);
        try (OutputStream content = into.createOutputStream()) {
            content.write("/F Do ".repeat(times).getBytes(StandardCharsets.US_ASCII));
        }
    }

    @ParameterizedTest
    @CsvSource({"1, 1, true", "1, 2, true", "3, 2, true", "12, 10, false", "24, 3, false"})
    void formsThatNeverEndAreRefused(int forms, int times, boolean again) throws Exception {
        byte[] hostile = formsInForms(forms, times, again);
        assertThatThrownBy(() -> ManualPages.read(hostile, ""))
                .hasMessageStartingWith("Page 1 of the PDF takes too long to read; name the pages");
    }

    @Test
    void formsWithinFormsAreRead() throws Exception {
        assertThatThrownBy(() -> ManualPages.read(formsInForms(8, 2, false), ""))
                .hasMessageContaining("only pictures of it");
    }
}
