package org.jollyledger.web.manual;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * The sheets of a spreadsheet in the Open Document Format (OASIS ODF 1.2, part 1, chapter 9), read as a stream: what
 * a file claims to repeat a million times is never built.
 */
final class OpenDocumentSheets {
    private static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
    private static final String TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";
    private static final String OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";

    private final List<Leaf> sheets = new ArrayList<>();
    private SheetRows rows = new SheetRows();
    private final StringBuilder cell = new StringBuilder();
    private String name = "";
    private int repeated = 1;
    private int rowRepeated = 1;
    private int notes;

    private OpenDocumentSheets() {}

    static List<Leaf> read(InputStream content) throws IOException, XMLStreamException {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        XMLStreamReader xml = factory.createXMLStreamReader(content);
        OpenDocumentSheets reader = new OpenDocumentSheets();
        try {
            while (xml.hasNext() && reader.sheets.size() < SheetRows.MOST_SHEETS) {
                switch (xml.next()) {
                    case XMLStreamConstants.START_ELEMENT -> reader.begin(xml);
                    case XMLStreamConstants.END_ELEMENT -> reader.end(xml);
                    case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> reader.add(xml.getText());
                    default -> {
                        // Remarks and instructions say nothing of the sheet.
                    }
                }
            }
        } finally {
            xml.close();
        }
        return reader.sheets;
    }

    private void begin(XMLStreamReader xml) {
        if (is(xml, OFFICE, "annotation")) {
            notes++;
        } else if (is(xml, TABLE, "table")) {
            String given = xml.getAttributeValue(TABLE, "name");
            name = given == null ? "Sheet " + (sheets.size() + 1) : given;
            rows = new SheetRows();
        } else if (is(xml, TABLE, "table-row")) {
            rowRepeated = times(xml, "number-rows-repeated");
        } else if (is(xml, TABLE, "table-cell") || is(xml, TABLE, "covered-table-cell")) {
            cell.setLength(0);
            repeated = times(xml, "number-columns-repeated");
        } else if (is(xml, TEXT, "s") || is(xml, TEXT, "tab") || is(xml, TEXT, "line-break") || is(xml, TEXT, "p")) {
            add(" ");
        }
    }

    private void end(XMLStreamReader xml) {
        if (is(xml, OFFICE, "annotation")) {
            notes--;
        } else if (is(xml, TABLE, "table-cell") || is(xml, TABLE, "covered-table-cell")) {
            rows.add(cell.toString(), repeated);
        } else if (is(xml, TABLE, "table-row")) {
            rows.end(rowRepeated);
        } else if (is(xml, TABLE, "table")) {
            sheets.add(Leaf.of(name, rows.text()));
        }
    }

    /** What a remark on a cell says is none of the cell's text. */
    private void add(String text) {
        if (notes == 0 && cell.length() < SheetRows.LONGEST_CELL) {
            cell.append(text);
        }
    }

    private static boolean is(XMLStreamReader xml, String space, String name) {
        return name.equals(xml.getLocalName()) && space.equals(xml.getNamespaceURI());
    }

    private static int times(XMLStreamReader xml, String attribute) {
        String value = xml.getAttributeValue(TABLE, attribute);
        return value != null && value.matches("\\d{1,9}") ? Math.max(1, Integer.parseInt(value)) : 1;
    }
}
