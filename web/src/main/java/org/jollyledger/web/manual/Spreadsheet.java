package org.jollyledger.web.manual;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.stream.XMLStreamException;
import org.apache.poi.ooxml.POIXMLException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.eventusermodel.XSSFReader.SheetIterator;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler;
import org.apache.poi.xssf.usermodel.XSSFComment;
import org.jollyledger.web.manual.Manual.Place;
import org.jollyledger.web.manual.Manual.Taken;
import org.jollyledger.web.manual.Manual.Unit;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;

/** The sheets of a workbook (XLSX, ODS) as text. */
final class Spreadsheet {
    private static final long LARGEST_UNPACKED = 64_000_000;
    private static final String OPEN_DOCUMENT = "mimetypeapplication/vnd.oasis.opendocument.spreadsheet";
    private static final int WHERE_THE_FIRST_NAME_STANDS = 30;

    private Spreadsheet() {}

    static boolean is(byte[] content) {
        return isOpenDocument(content) || isWorkbook(content);
    }

    private static boolean isOpenDocument(byte[] content) {
        return startsWith(content, OPEN_DOCUMENT);
    }

    private static boolean isWorkbook(byte[] content) {
        boolean begins = List.of("[Content_Types].xml", "_rels/", "docProps/", "xl/").stream()
                .anyMatch(name -> startsWith(content, name));
        return begins && new String(content, StandardCharsets.ISO_8859_1).contains("xl/workbook.xml");
    }

    private static boolean startsWith(byte[] content, String name) {
        int end = WHERE_THE_FIRST_NAME_STANDS + name.length();
        return content.length > end
                && new String(content, WHERE_THE_FIRST_NAME_STANDS, name.length(), StandardCharsets.US_ASCII)
                        .equals(name);
    }

    static Taken read(byte[] content, String wanted) {
        refuseWhatIsTooLarge(content);
        List<Leaf> sheets;
        try {
            sheets = isOpenDocument(content) ? openDocument(content) : workbook(content);
        } catch (IOException
                | OpenXML4JException
                | OpenXML4JRuntimeException
                | POIXMLException
                | SAXException
                | ParserConfigurationException
                | XMLStreamException
                | IllegalArgumentException
                | IllegalStateException
                | IndexOutOfBoundsException
                | NullPointerException e) {
            throw Refusal.unreadable(
                    "The spreadsheet is damaged or locked with a password; open it, copy the list and paste it.");
        }
        return taken(sheets, wanted);
    }

    private static Taken taken(List<Leaf> sheets, String wanted) {
        List<Place> places = sheets.stream()
                .map(sheet -> new Place(sheet.name(), sheet.notes()))
                .toList();
        String names = String.join(", ", sheets.stream().map(Leaf::name).toList());
        Leaf sheet = wanted.isEmpty()
                ? sheets.stream()
                        .max(Comparator.comparingInt(Leaf::notes))
                        .filter(Leaf::holdsNotes)
                        .orElseThrow(() -> Refusal.unreadable("No sheet of the spreadsheet holds a table of notes that"
                                + " is understood; copy the list from it and paste it."))
                : sheets.stream()
                        .filter(one -> one.name().equals(wanted))
                        .findFirst()
                        .orElseThrow(() -> Refusal.unreadable("The spreadsheet has no sheet “" + wanted + "”; it has "
                                + names + ". Choose one of these."));
        String words = sheets.size() == 1
                ? "The sheet “" + sheet.name() + "” was read."
                : "The sheet “" + sheet.name() + "”, one of " + sheets.size() + ", was read.";
        return new Taken(sheet.text(), words, Unit.SHEETS, places, sheet.name());
    }

    /** Unpacks all once, keeping nothing, before a library does that keeps much. */
    private static void refuseWhatIsTooLarge(byte[] content) {
        byte[] buffer = new byte[65_536];
        long unpacked = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(content))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                for (int count = zip.read(buffer); count >= 0; count = zip.read(buffer)) {
                    unpacked += count;
                    if (unpacked > LARGEST_UNPACKED) {
                        throw Refusal.unreadable("The spreadsheet is too large when it is unpacked; copy the list from"
                                + " it and paste it.");
                    }
                }
            }
        } catch (IOException | IllegalArgumentException e) {
            throw Refusal.unreadable("The spreadsheet is damaged; open it, copy the list and paste it.");
        }
    }

    private static List<Leaf> workbook(byte[] content)
            throws IOException, OpenXML4JException, SAXException, ParserConfigurationException {
        List<Leaf> sheets = new ArrayList<>();
        try (OPCPackage file = OPCPackage.open(new ByteArrayInputStream(content))) {
            XSSFReader reader = new XSSFReader(file);
            ReadOnlySharedStringsTable strings = new ReadOnlySharedStringsTable(file);
            SheetIterator each = (SheetIterator) reader.getSheetsData();
            while (each.hasNext() && sheets.size() < SheetRows.MOST_SHEETS) {
                try (InputStream sheet = each.next()) {
                    Cells cells = new Cells();
                    XMLReader xml = XMLHelper.newXMLReader();
                    xml.setContentHandler(new XSSFSheetXMLHandler(
                            reader.getStylesTable(), strings, cells, new DataFormatter(), false));
                    xml.parse(new InputSource(sheet));
                    sheets.add(Leaf.of(each.getSheetName(), cells.rows.text()));
                }
            }
        }
        return sheets;
    }

    /** Hands on what the library reads, cell by cell. */
    private static final class Cells implements XSSFSheetXMLHandler.SheetContentsHandler {
        private final SheetRows rows = new SheetRows();
        private int next;

        @Override
        public void startRow(int row) {
            next = 0;
        }

        @Override
        public void endRow(int row) {
            rows.end(1);
        }

        @Override
        public void cell(@Nullable String reference, @Nullable String value, @Nullable XSSFComment comment) {
            int column = reference == null ? next : new CellReference(reference).getCol();
            next = column + 1;
            rows.add(column, value == null ? "" : value);
        }
    }

    private static List<Leaf> openDocument(byte[] content) throws IOException, XMLStreamException {
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(content))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (entry.getName().equals("content.xml")) {
                    return OpenDocumentSheets.read(zip);
                }
            }
        }
        throw new ZipException("no content");
    }
}
