package org.jollyledger.web.manual;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.web.ledger.MapReader;
import org.jollyledger.web.manual.Manual.Taken;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.ClassPathResource;

/**
 * Workbooks are read sheet by sheet. The two in resources/manuals hold an invented list; openpyxl 3.0.9 wrote the XLSX
 * and odfpy 1.4.2 the ODS, so that they are not the readers' own work.
 */
class SpreadsheetTest {
    private static byte[] file(String name) throws IOException {
        return new ClassPathResource("manuals/" + name).getContentAsByteArray();
    }

    private static Map<Integer, String> sounds(String text) throws Exception {
        Map<Integer, String> sounds = new TreeMap<>();
        NoteListReader.read(text, NoteListReader.Settings.USUAL)
                .lines()
                .forEach(line -> sounds.put(line.note().number(), line.sound().words()));
        return sounds;
    }

    @ParameterizedTest
    @ValueSource(strings = {"lantern-street.xlsx", "lantern-street.ods"})
    void theSheetWithMostNotesIsTakenAndAnotherOneCanBeChosen(String name) throws Exception {
        byte[] workbook = file(name);
        assertThat(Manual.is(workbook)).isTrue();
        Taken cymbals = Manual.read(workbook, "");
        assertThat(cymbals.chosen()).isEqualTo("Cymbals");
        assertThat(cymbals.places()).contains(new Manual.Place("Drums", 8), new Manual.Place("Cymbals", 12));
        assertThat(sounds(cymbals.text()))
                .hasSize(12)
                .containsEntry(42, "hi-hat, tip, closed")
                .containsEntry(53, "ride 1, bell")
                .containsEntry(28, "left crash 1, choke");
        Taken drums = Manual.read(workbook, "Drums");
        assertThat(drums.words()).startsWith("The sheet “Drums”, one of ");
        assertThat(sounds(drums.text())).hasSize(8).containsEntry(37, "snare, side stick");
        assertThatThrownBy(() -> Manual.read(workbook, "Congas"))
                .hasMessageContaining("no sheet “Congas”; it has")
                .hasMessageContaining("Drums, Cymbals");
    }

    @Test
    void aWorkbookBecomesAMapLikeAnyList() throws Exception {
        MapReader.Brought brought = new MapReader()
                .bring(file("lantern-street.xlsx"), "Lantern", "Drums")
                .get(0);
        assertThat(brought.map().lines()).hasSize(8);
        assertThat(brought.list().orElseThrow().explained()).isEqualTo(1);
    }

    /** Cells beyond what anyone writes a list in are passed over, however many a file claims. */
    @Test
    @Timeout(60)
    void farCellsAndManyRowsAreBounded() throws Exception {
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            XSSFSheet sheet = workbook.createSheet("Wide");
            for (int row = 0; row < 21_000; row++) {
                sheet.createRow(row).createCell(row % 2 == 0 ? 0 : 16_000).setCellValue(row < 100 ? "36 Kick" : "x");
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            workbook.write(bytes);
            assertThat(Manual.read(bytes.toByteArray(), "Wide").text().lines()).hasSizeLessThanOrEqualTo(20_000);
        }
        byte[] open = zip(Map.of(
                "content.xml",
                "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
                        + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
                        + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:body><office:spreadsheet>"
                        + "<table:table table:name=\"Huge\"><table:table-row table:number-rows-repeated=\"1048576\">"
                        + "<table:table-cell table:number-columns-repeated=\"16384\" office:value-type=\"string\">"
                        + "<text:p>Kick</text:p></table:table-cell></table:table-row></table:table>"
                        + "</office:spreadsheet></office:body></office:document-content>"));
        assertThat(Manual.read(open, "Huge").text().lines())
                .hasSizeLessThan(1_000)
                .allSatisfy(line -> assertThat(line.split("\t")).hasSize(200));
    }

    @Test
    void whatCannotBeReadIsToldInASentence() throws Exception {
        byte[] cut = new byte[2_000];
        System.arraycopy(file("lantern-street.xlsx"), 0, cut, 0, cut.length);
        byte[] named = (new String(cut, StandardCharsets.ISO_8859_1) + "xl/workbook.xml")
                .getBytes(StandardCharsets.ISO_8859_1);
        assertThatThrownBy(() -> Manual.read(named, "")).hasMessageContaining("damaged");
        assertThatThrownBy(() -> Manual.read(zip(Map.of("content.xml", "<nothing")), ""))
                .hasMessageContaining("damaged");
        assertThatThrownBy(() -> Manual.read(zip(Map.of("content.xml", " ".repeat(70_000_000))), ""))
                .hasMessageContaining("too large");
        byte[] old = {(byte) 0xD0, (byte) 0xCF, 0x11, (byte) 0xE0, 1, 2, 3, 4};
        assertThatThrownBy(() -> Manual.read(old, "")).hasMessageContaining("save it as XLSX");
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            workbook.createSheet("Empty");
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            workbook.write(bytes);
            assertThatThrownBy(() -> Manual.read(bytes.toByteArray(), "")).hasMessageContaining("No sheet");
        }
    }

    /** Entities that name files of this machine, or swell, are not followed. */
    @Test
    void entitiesAreNotFollowed() throws Exception {
        String passwords = "<!DOCTYPE a [<!ENTITY x SYSTEM \"file:///etc/passwd\">]>"
                + "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
                + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
                + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:body><office:spreadsheet>"
                + "<table:table table:name=\"T\"><table:table-row><table:table-cell office:value-type=\"string\">"
                + "<text:p>&x;</text:p></table:table-cell></table:table-row></table:table>"
                + "</office:spreadsheet></office:body></office:document-content>";
        assertThatThrownBy(() -> assertThat(Manual.read(zip(Map.of("content.xml", passwords)), "T")
                                .text())
                        .doesNotContain("root:")
                        .contains("no text of it at all"))
                .isInstanceOf(Throwable.class)
                .hasMessageNotContaining("root:");
    }

    /** A file of OpenDocument: its kind comes first and unpacked. */
    private static byte[] zip(Map<String, String> entries) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            byte[] kind = "application/vnd.oasis.opendocument.spreadsheet".getBytes(StandardCharsets.US_ASCII);
            ZipEntry first = new ZipEntry("mimetype");
            first.setMethod(ZipEntry.STORED);
            first.setSize(kind.length);
            CRC32 sum = new CRC32();
            sum.update(kind);
            first.setCrc(sum.getValue());
            zip.putNextEntry(first);
            zip.write(kind);
            for (Map.Entry<String, String> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
        return bytes.toByteArray();
    }
}
