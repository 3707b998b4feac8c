package org.jollyledger.core.exchange;

import java.io.StringReader;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundReader;

/**
 * Note maps as "MIDI Names, Device Types and Identifiers in XML" of the MIDI Manufacturers Association: a {@code
 * MIDINameDocument} whose {@code NoteNameList} has a {@code Note} with {@code Number} and {@code Name} for each line.
 * What that has no place for (sounds, short names, choke groups, the display order) is in a processing
 * instruction, which other programs pass over.
 *
 * <p>Document type definitions are never read, and entities never expanded.
 */
public final class MidiNamesXml {
    private static final String DOCTYPE = "<!DOCTYPE MIDINameDocument PUBLIC"
            + " \"-//MIDI Manufacturers Association//DTD MIDINameDocument 1.0//EN\""
            + " \"http://www.midi.org/dtds/MIDINameDocument10.dtd\">";
    private static final String INSTRUCTION = "jolly-ledger";
    private static final int CHANNELS = 16;
    private static final int LONGEST_TEXT = 8_000_000;
    private static final int MOST_MAPS = 500;

    private MidiNamesXml() {}

    /** {@return whether a text looks like such a document} */
    public static boolean reads(String text) {
        return text.stripLeading().startsWith("<");
    }

    /**
     * Writes a map; reading it back gives an equal one.
     *
     * @return an XML document
     */
    public static String write(NoteMap map) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            xml.writeStartDocument("UTF-8", "1.0");
            xml.writeCharacters("\n");
            xml.writeDTD(DOCTYPE);
            xml.writeCharacters("\n");
            start(xml, 0, "MIDINameDocument");
            start(xml, 1, "Author");
            xml.writeEndElement();
            start(xml, 1, "MasterDeviceNames");
            text(xml, 2, "Manufacturer", map.maker().isBlank() ? "Unknown" : line(map.maker()));
            text(xml, 2, "Model", line(map.name()));
            writeMode(xml, map);
            writeNameSet(xml, map);
            writeNotes(xml, map);
            end(xml, 1);
            indent(xml, 1);
            xml.writeProcessingInstruction(INSTRUCTION, instruction(map));
            end(xml, 0);
            xml.writeCharacters("\n");
            xml.writeEndDocument();
            xml.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return text.toString();
    }

    private static void writeMode(XMLStreamWriter xml, NoteMap map) throws XMLStreamException {
        start(xml, 2, "CustomDeviceMode");
        xml.writeAttribute("Name", "Drums");
        start(xml, 3, "ChannelNameSetAssignments");
        for (int channel : channels(map)) {
            indent(xml, 4);
            xml.writeEmptyElement("ChannelNameSetAssign");
            xml.writeAttribute("Channel", String.valueOf(channel));
            xml.writeAttribute("NameSet", "Drums");
        }
        end(xml, 3);
        end(xml, 2);
    }

    private static void writeNameSet(XMLStreamWriter xml, NoteMap map) throws XMLStreamException {
        start(xml, 2, "ChannelNameSet");
        xml.writeAttribute("Name", "Drums");
        start(xml, 3, "AvailableForChannels");
        for (int channel : channels(map)) {
            indent(xml, 4);
            xml.writeEmptyElement("AvailableChannel");
            xml.writeAttribute("Channel", String.valueOf(channel));
            xml.writeAttribute("Available", "true");
        }
        end(xml, 3);
        indent(xml, 3);
        xml.writeEmptyElement("UsesNoteNameList");
        xml.writeAttribute("Name", line(map.name()));
        end(xml, 2);
    }

    private static void writeNotes(XMLStreamWriter xml, NoteMap map) throws XMLStreamException {
        start(xml, 2, "NoteNameList");
        xml.writeAttribute("Name", line(map.name()));
        List<Line> placed = map.lines().stream()
                .filter(Line::hasNote)
                .sorted(Comparator.comparing(Line::note))
                .toList();
        for (Line line : placed) {
            indent(xml, 3);
            xml.writeEmptyElement("Note");
            xml.writeAttribute("Number", String.valueOf(line.note().number()));
            xml.writeAttribute("Name", line(line.name()));
        }
        end(xml, 2);
    }

    private static int[] channels(NoteMap map) {
        return map.channel().isPresent()
                ? new int[] {map.channel().getAsInt()}
                : IntStream.rangeClosed(1, CHANNELS).toArray();
    }

    /** The whole map, without the signs that would end the instruction. */
    private static String instruction(NoteMap map) {
        return NoteMapJson.write(map)
                .replace(">", "\\u003e")
                .codePoints()
                .mapToObj(letter ->
                        isXml(letter) ? Character.toString(letter) : String.format(Locale.ROOT, "\\u%04x", letter))
                .collect(Collectors.joining());
    }

    /** Text as an attribute can hold it: one line, of signs that XML knows. */
    static String line(String text) {
        return text.codePoints()
                .map(letter -> isXml(letter) ? (Character.isWhitespace(letter) ? ' ' : letter) : '\uFFFD')
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }

    /** XML 1.0, production 2. */
    private static boolean isXml(int letter) {
        return letter == '\t'
                || letter == '\n'
                || letter >= 0x20 && letter <= 0xD7FF
                || letter >= 0xE000 && letter <= 0xFFFD
                || letter >= 0x10000;
    }

    private static void start(XMLStreamWriter xml, int depth, String name) throws XMLStreamException {
        if (depth > 0) {
            indent(xml, depth);
        }
        xml.writeStartElement(name);
    }

    private static void text(XMLStreamWriter xml, int depth, String name, String text) throws XMLStreamException {
        start(xml, depth, name);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }

    private static void end(XMLStreamWriter xml, int depth) throws XMLStreamException {
        indent(xml, depth);
        xml.writeEndElement();
    }

    private static void indent(XMLStreamWriter xml, int depth) throws XMLStreamException {
        xml.writeCharacters("\n" + "  ".repeat(depth));
    }

    /**
     * Reads the maps of a document: one for each list of note names in it.
     *
     * @param nameWhenMissing what to call a map when the document does not say
     * @return one map or more
     * @throws DocumentException when it is no such document, or holds no list of notes
     */
    public static List<NoteMap> read(String text, String nameWhenMissing) throws DocumentException {
        if (text.length() > LONGEST_TEXT) {
            throw DocumentException.of(
                    "The document has " + text.length() + " characters; it may have " + LONGEST_TEXT + " at most.");
        }
        List<NoteMap> maps = new ArrayList<>();
        Optional<NoteMap> whole = Optional.empty();
        try {
            XMLStreamReader xml = reader(text);
            while (xml.hasNext()) {
                int event = xml.next();
                if (event == XMLStreamConstants.ENTITY_REFERENCE) {
                    throw entity();
                } else if (event == XMLStreamConstants.START_ELEMENT
                        && xml.getLocalName().equals("NoteNameList")) {
                    if (maps.size() == MOST_MAPS) {
                        throw DocumentException.of(
                                "The document has more than " + MOST_MAPS + " lists of notes; split it.");
                    }
                    String name = Optional.ofNullable(xml.getAttributeValue(null, "Name"))
                            .filter(given -> !given.isBlank())
                            .orElse(nameWhenMissing);
                    maps.add(map(name, readNotes(xml)));
                } else if (event == XMLStreamConstants.PROCESSING_INSTRUCTION
                        && INSTRUCTION.equals(xml.getPITarget())
                        && xml.getPIData() != null) {
                    whole = Optional.of(NoteMapJson.read(xml.getPIData()));
                }
            }
        } catch (XMLStreamException e) {
            throw DocumentException.of("The document is not well-formed XML, or uses entities of its own, at line "
                    + e.getLocation().getLineNumber() + "; entities are not read.");
        }
        if (maps.isEmpty()) {
            throw DocumentException.of("The document holds no NoteNameList with notes; it may name patches only.");
        }
        return maps.size() == 1 && whole.isPresent() ? List.of(merge(maps.get(0), whole.get())) : maps;
    }

    private static DocumentException entity() {
        return DocumentException.of("The document uses entities of its own; they are not read.");
    }

    private static XMLStreamReader reader(String text) throws XMLStreamException {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_REPLACING_ENTITY_REFERENCES, false);
        factory.setXMLResolver((publicId, systemId, base, namespace) -> {
            throw new XMLStreamException("Nothing is fetched.");
        });
        return factory.createXMLStreamReader(new StringReader(text.stripLeading()));
    }

    private static List<Line> readNotes(XMLStreamReader xml) throws XMLStreamException, DocumentException {
        List<Integer> numbers = new ArrayList<>();
        List<String> names = new ArrayList<>();
        while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.ENTITY_REFERENCE) {
                throw entity();
            }
            if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("NoteNameList")) {
                break;
            }
            if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("Note")) {
                numbers.add(number(xml));
                names.add(
                        Optional.ofNullable(xml.getAttributeValue(null, "Name")).orElse(""));
            }
        }
        List<Line> lines = new ArrayList<>();
        var readings = SoundReader.readTogether(names);
        for (int at = 0; at < names.size(); at++) {
            String name = names.get(at).isBlank() ? "Note " + numbers.get(at) : names.get(at);
            try {
                lines.add(
                        Line.of(numbers.get(at), name, readings.get(at).sound().orElse(NoteList.UNKNOWN_SOUND)));
            } catch (IllegalArgumentException e) {
                throw DocumentException.of("Note " + numbers.get(at) + " of the document: " + e.getMessage());
            }
        }
        return lines;
    }

    private static int number(XMLStreamReader xml) throws DocumentException {
        String text = Optional.ofNullable(xml.getAttributeValue(null, "Number"))
                .orElse("")
                .strip();
        if (!text.matches("\\d{1,4}") || Integer.parseInt(text) > Note.HIGHEST) {
            throw DocumentException.of("Line " + xml.getLocation().getLineNumber() + " has the note number \"" + text
                    + "\"; notes are 0 to 127.");
        }
        return Integer.parseInt(text);
    }

    private static NoteMap map(String name, List<Line> lines) throws DocumentException {
        return MapProperties.map(java.util.Map.of("map", name, "kind", MapKind.LIBRARY.code()), name, lines);
    }

    /** The map of the instruction, with what was changed in the list of notes since. */
    private static NoteMap merge(NoteMap listed, NoteMap whole) {
        List<Line> unknown = new ArrayList<>(listed.lines());
        List<Line> kept = new ArrayList<>();
        for (Line line : whole.lines()) {
            Optional<Line> here = unknown.stream()
                    .filter(other -> line.hasNote()
                            && other.note().equals(line.note())
                            && other.name().equals(line(line.name())))
                    .findFirst();
            here.ifPresent(unknown::remove);
            if (here.isPresent() || !line.hasNote()) {
                kept.add(line);
            }
        }
        kept.addAll(unknown);
        return whole.withLines(kept);
    }
}
