package org.jollyledger.web.ledger;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.MidiNamesXml;
import org.jollyledger.core.exchange.NoteList;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.exchange.NoteMapTable;
import org.jollyledger.core.exchange.NoteMapText;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.web.manual.Manual;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Component;

/** Reads maps in whatever of the formats they come, alone or many in a zip archive. */
@Component
public class MapReader {
    private static final int MOST_ENTRIES = 5_000;
    private static final int LARGEST_ENTRY = 8_000_000;
    private static final long LARGEST_UNPACKED = 200_000_000;

    /**
     * Reads the maps of a document or an archive.
     *
     * @param name what to call a map that has no name of its own
     * @throws Refusal with one sentence, when anything of it cannot be read; nothing is read in part
     */
    public List<NoteMap> read(byte[] content, String name) {
        return Brought.maps(bring(content, name));
    }

    /**
     * A map that was read.
     *
     * @param list how it was read, where it was a list of a manual
     */
    public record Brought(NoteMap map, Optional<NoteList> list) {
        public static List<NoteMap> maps(List<Brought> brought) {
            return brought.stream().map(Brought::map).toList();
        }
    }

    /** The same, with how lists were read. */
    public List<Brought> bring(byte[] content, String name) {
        return bring(content, name, "");
    }

    /** The same, with the pages or the sheet that hold the list, where the file is divided so. */
    public List<Brought> bring(byte[] content, String name, String places) {
        return isZip(content) && !Manual.is(content) ? readArchive(content) : readFile(content, name, places);
    }

    private static List<Brought> readFile(byte[] content, String name, String places) {
        return readText(Manual.is(content) ? Manual.read(content, places).text() : text(content), name);
    }

    /** How pictures begin: PNG, JPEG, GIF, BMP, TIFF, and WebP in a RIFF. */
    private static final List<String> PICTURES =
            List.of("\u0089PNG", "\u00ff\u00d8\u00ff", "GIF8", "BM", "II*\0", "MM\0*");

    private static final int BEGINNING = 4_096;

    /**
     * Refuses pictures and other files without text. Formats with a reader of their own pass.
     *
     * @throws Refusal with a sentence that says what to do instead
     */
    static void refuseWhatIsNoText(byte[] content, String name) {
        String begin = new String(content, 0, Math.min(BEGINNING, content.length), StandardCharsets.ISO_8859_1);
        boolean isPicture = PICTURES.stream().anyMatch(begin::startsWith) && begin.indexOf('\0') >= 0
                || begin.startsWith("RIFF") && begin.startsWith("WEBP", 8)
                || begin.startsWith("ftyphei", 4)
                || begin.startsWith("ftypavif", 4);
        if (isPicture) {
            throw Refusal.unreadable("“" + name
                    + "” is a picture, which cannot be read; type the list, or copy it from the manual as text.");
        }
        boolean isMarkedUtf16 = begin.startsWith("\u00ff\u00fe") || begin.startsWith("\u00fe\u00ff");
        boolean isKnown = Manual.is(content) || isZip(content) || isMidi(content) || isMarkedUtf16;
        if (!isKnown && begin.indexOf('\0') >= 0) {
            throw Refusal.unreadable(
                    "“" + name
                            + "” is not a list that can be read; use text, a PDF, a spreadsheet or a web page, or paste the list.");
        }
    }

    /**
     * What a file holds, at a glance.
     *
     * @param words in words, such as "34 notes" or "a map of 34 lines"
     */
    public record Glance(String words, int notes) {}

    /** Looks whether a file holds maps or a list of notes; empty when it does not, whatever else it is. */
    public Optional<Glance> glance(byte[] content, String name) {
        try {
            if (Manual.is(content)) {
                Manual.Taken taken = Manual.read(content, "");
                return ofList(taken.text(), taken.where());
            }
            if (isZip(content) || isMidi(content)) {
                return Optional.empty();
            }
            String text = text(content);
            if (isWholeMap(text)) {
                List<NoteMap> maps = read(content, name);
                int lines = maps.stream().mapToInt(map -> map.lines().size()).sum();
                return Optional.of(new Glance(
                        maps.size() == 1
                                ? "A map of " + Counted.of(lines, "line") + "."
                                : maps.size() + " maps, " + Counted.of(lines, "line") + ".",
                        lines));
            }
            return ofList(text, "");
        } catch (Refusal refused) {
            // A file that is something else is none of our business here.
            return Optional.empty();
        }
    }

    private static Optional<Glance> ofList(String list, String where) {
        int notes = Manual.notesIn(list);
        return notes == 0 ? Optional.empty() : Optional.of(new Glance(Counted.of(notes, "note") + where + ".", notes));
    }

    private static List<Brought> whole(List<NoteMap> maps) {
        return maps.stream().map(map -> new Brought(map, Optional.empty())).toList();
    }

    public static boolean isZip(byte[] content) {
        return content.length > 3 && content[0] == 'P' && content[1] == 'K' && content[2] == 3 && content[3] == 4;
    }

    public static boolean isMidi(byte[] content) {
        return startsWith(content, "MThd") || startsWith(content, "RIFF");
    }

    private static boolean startsWith(byte[] content, String letters) {
        return content.length >= letters.length()
                && new String(content, 0, letters.length(), StandardCharsets.US_ASCII).equals(letters);
    }

    /** Text in UTF-8, or with a mark of its byte order, or else as old systems wrote it. */
    public static String text(byte[] content) {
        if (content.length > 1 && (content[0] & 0xFF) == 0xFF && (content[1] & 0xFF) == 0xFE) {
            return new String(content, 2, content.length - 2, StandardCharsets.UTF_16LE);
        }
        if (content.length > 1 && (content[0] & 0xFF) == 0xFE && (content[1] & 0xFF) == 0xFF) {
            return new String(content, 2, content.length - 2, StandardCharsets.UTF_16BE);
        }
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(content))
                    .toString();
            return text.startsWith("\uFEFF") ? text.substring(1) : text;
        } catch (CharacterCodingException e) {
            return new String(content, Charset.forName("windows-1252"));
        }
    }

    /** Whether a text is a whole map in one of the formats, rather than some list of a manual. */
    public static boolean isWholeMap(String text) {
        String start = text.stripLeading();
        return start.startsWith("{")
                || MidiNamesXml.reads(text)
                || NoteMapTable.CSV.reads(text)
                || NoteMapTable.TSV.reads(text)
                || NoteMapText.reads(text);
    }

    private static List<Brought> readText(String text, String name) {
        if (text.chars().anyMatch(letter -> letter < ' ' && !Character.isWhitespace(letter) && letter != 0x1A)) {
            throw Refusal.unreadable("This is neither text nor a note map; send one of the formats in docs/formats.");
        }
        try {
            if (text.stripLeading().startsWith("{")) {
                return whole(List.of(NoteMapJson.read(text)));
            }
            if (MidiNamesXml.reads(text)) {
                return whole(MidiNamesXml.read(text, name));
            }
            for (NoteMapTable table : NoteMapTable.values()) {
                if (table.reads(text)) {
                    return whole(List.of(table.read(text, name)));
                }
            }
            if (NoteMapText.reads(text)) {
                return whole(List.of(NoteMapText.read(text, name)));
            }
            return List.of(readList(text, name));
        } catch (DocumentException e) {
            throw Refusal.unreadable(e);
        }
    }

    /** A list is only kept unseen where nearly all of it was understood. */
    private static Brought readList(String text, String name) throws DocumentException {
        NoteList list = NoteListReader.read(text, NoteListReader.Settings.USUAL);
        if (list.counted()) {
            throw Refusal.incomplete(
                    "This list names no notes, so where to count from must be said; paste it under New map.");
        }
        if (list.explained() < NoteList.EXPLAINED) {
            throw Refusal.incomplete("Only " + Math.round(100 * list.explained())
                    + " % of the rows of this list were understood, such as not “"
                    + list.unexplained().get(0).original().strip() + "”; paste it under New map and look at it there.");
        }
        return new Brought(
                new NoteMap(
                        name,
                        "",
                        MapKind.LIBRARY,
                        list.middleC(),
                        list.channel(),
                        ChokeExpression.NOTE,
                        OpennessExpression.NOTES,
                        list.lines(),
                        ""),
                Optional.of(list));
    }

    private static List<Brought> readArchive(byte[] content) {
        List<Brought> maps = new ArrayList<>();
        long unpacked = 0;
        int entries = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(content))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (++entries > MOST_ENTRIES) {
                    throw Refusal.unreadable("The archive has more than " + MOST_ENTRIES + " entries; split it.");
                }
                if (entry.isDirectory()) {
                    refuseContent(zip, entry);
                    continue;
                }
                byte[] file = zip.readNBytes(LARGEST_ENTRY + 1);
                unpacked += file.length;
                if (file.length > LARGEST_ENTRY || unpacked > LARGEST_UNPACKED) {
                    throw Refusal.unreadable("The archive unpacks to more than the limit; it was not read further.");
                }
                if (isZip(file) && !Manual.is(file)) {
                    throw Refusal.unreadable("“" + baseName(entry.getName())
                            + "” is an archive inside the archive; unpack it and send it on its own.");
                }
                maps.addAll(readEntry(baseName(entry.getName()), file));
            }
        } catch (ZipException e) {
            throw Refusal.unreadable("The archive is damaged or encrypted: " + e.getMessage() + ". Make it again.");
        } catch (IOException | IllegalArgumentException e) {
            throw Refusal.unreadable("The archive is cut off or damaged; make it again.");
        }
        if (maps.isEmpty()) {
            throw Refusal.unreadable("The archive holds no note map.");
        }
        return maps;
    }

    /** A folder holds nothing itself; what says that it does would be unpacked without end. */
    private static void refuseContent(ZipInputStream zip, ZipEntry entry) throws IOException {
        if (zip.read() >= 0) {
            throw Refusal.unreadable("“" + baseName(entry.getName())
                    + "” in the archive is a folder with content of its own; make the archive again.");
        }
    }

    private static List<Brought> readEntry(String name, byte[] file) {
        try {
            return readFile(file, name, "");
        } catch (Refusal refused) {
            throw Refusal.unreadable("“" + name + "” in the archive: " + refused.sentence());
        }
    }

    /** The last part of a path without its ending; it is shown, and never used as a path. */
    public static String baseName(String path) {
        String last = path.substring(Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\')) + 1);
        int dot = last.lastIndexOf('.');
        String bare = (dot > 0 ? last.substring(0, dot) : last)
                .replaceAll("\\p{Cc}", "")
                .strip();
        return bare.isEmpty() ? "Imported" : bare;
    }
}
