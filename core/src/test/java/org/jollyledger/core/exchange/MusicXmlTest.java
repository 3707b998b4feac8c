package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.io.StringReader;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import javax.xml.XMLConstants;
import javax.xml.transform.sax.SAXSource;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.audiveris.proxymusic.Backup;
import org.audiveris.proxymusic.MidiInstrument;
import org.audiveris.proxymusic.Note;
import org.audiveris.proxymusic.ScoreInstrument;
import org.audiveris.proxymusic.ScorePart;
import org.audiveris.proxymusic.ScorePartwise;
import org.audiveris.proxymusic.util.Marshalling;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.sheet.Notation;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.Outside;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.w3c.dom.ls.LSInput;
import org.xml.sax.InputSource;
import org.xml.sax.XMLReader;

/**
 * Scores against the published schema of MusicXML 4.0 (W3C Community Group), which the reader {@code proxymusic} from
 * Maven Central carries, and against what that reader, made from the schema and not by us, finds in them.
 */
class MusicXmlTest {
    private static final Schema SCHEMA = schema();

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files().filter(bytes -> bytes[9] != 2);
    }

    /** The schema imports two others by addresses on the net; the little that it takes from them is here. */
    private static Schema schema() {
        SchemaFactory factory = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI);
        factory.setResourceResolver((type, namespace, publicId, systemId, base) ->
                input(systemId.endsWith("xlink.xsd") ? xlink() : xmlNamespace(), systemId));
        try (InputStream stream =
                Objects.requireNonNull(ScorePartwise.class.getResourceAsStream("/META-INF/jaxb/xsd/musicxml.xsd"))) {
            return factory.newSchema(new StreamSource(new ByteArrayInputStream(stream.readAllBytes())));
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private static String xlink() {
        StringBuilder attributes = new StringBuilder();
        for (String name : List.of("href", "type", "role", "title", "show", "actuate")) {
            attributes.append("<xs:attribute name=\"").append(name).append("\" type=\"xs:string\"/>");
        }
        return "<xs:schema xmlns:xs=\"http://www.w3.org/2001/XMLSchema\""
                + " targetNamespace=\"http://www.w3.org/1999/xlink\">" + attributes + "</xs:schema>";
    }

    private static String xmlNamespace() {
        return "<xs:schema xmlns:xs=\"http://www.w3.org/2001/XMLSchema\""
                + " targetNamespace=\"http://www.w3.org/XML/1998/namespace\">"
                + "<xs:attribute name=\"lang\" type=\"xs:language\"/>"
                + "<xs:attribute name=\"space\" type=\"xs:NCName\"/></xs:schema>";
    }

    private static LSInput input(String text, String systemId) {
        try {
            org.w3c.dom.ls.DOMImplementationLS dom =
                    (org.w3c.dom.ls.DOMImplementationLS) org.w3c.dom.bootstrap.DOMImplementationRegistry.newInstance()
                            .getDOMImplementation("LS");
            LSInput input = dom.createLSInput();
            input.setStringData(text);
            input.setSystemId(systemId);
            return input;
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void isValid(String score) throws Exception {
        javax.xml.parsers.SAXParserFactory parsers = javax.xml.parsers.SAXParserFactory.newInstance();
        parsers.setNamespaceAware(true);
        parsers.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
        XMLReader reader = parsers.newSAXParser().getXMLReader();
        SCHEMA.newValidator().validate(new SAXSource(reader, new InputSource(new StringReader(score))));
    }

    private static ScorePartwise read(String score) throws Exception {
        String withoutType = score.replaceFirst("<!DOCTYPE[^>]*>", "");
        return (ScorePartwise)
                Marshalling.unmarshal(new ByteArrayInputStream(withoutType.getBytes(StandardCharsets.UTF_8)));
    }

    private static String write(Part part, NoteMap map) {
        return MusicXml.write(Sheet.of(part, map, Shown.PLAYED), "Try <this> & that");
    }

    private static List<Note> notes(ScorePartwise score) {
        return score.getPart().get(0).getMeasure().stream()
                .flatMap(measure -> measure.getNoteOrBackupOrForward().stream())
                .filter(Note.class::isInstance)
                .map(Note.class::cast)
                .toList();
    }

    private static List<Integer> noteNumbers(ScorePartwise score) {
        return notes(score).stream()
                .filter(note -> note.getUnpitched() != null)
                .flatMap(note -> note.getInstrument().stream())
                .map(instrument -> ((ScoreInstrument) instrument.getId()).getId())
                .map(id -> Integer.parseInt(id.substring(id.indexOf("-N") + 2)))
                .sorted()
                .toList();
    }

    /** Of every hit its note; twice where its sound is a flam, drag or ruff, which is written with a small note. */
    private static List<Integer> noteNumbers(Part part, NoteMap map) {
        return IntStream.range(0, part.hitCount())
                .flatMap(hit -> {
                    Optional<Sound> sound = map.lineAt(org.jollyledger.core.pitch.Note.of(part.note(hit)))
                            .map(Line::sound);
                    boolean small = Notation.of(sound, 80).marks().contains(Notation.Mark.GRACE);
                    return IntStream.generate(() -> part.note(hit)).limit(small ? 2 : 1);
                })
                .sorted()
                .boxed()
                .toList();
    }

    /** In each voice the lengths of a measure come to the same, and every hit is written once. */
    private static void agrees(ScorePartwise score, Part part, NoteMap map) {
        assertThat(noteNumbers(score)).isEqualTo(noteNumbers(part, map));
        for (ScorePartwise.Part.Measure measure : score.getPart().get(0).getMeasure()) {
            List<BigDecimal> voices = new ArrayList<>(List.of(BigDecimal.ZERO));
            for (Object element : measure.getNoteOrBackupOrForward()) {
                if (element instanceof Note note && note.getChord() == null && note.getGrace() == null) {
                    voices.set(voices.size() - 1, voices.get(voices.size() - 1).add(note.getDuration()));
                } else if (element instanceof Backup) {
                    voices.add(BigDecimal.ZERO);
                }
            }
            assertThat(voices.stream().distinct())
                    .as("measure %s", measure.getNumber())
                    .hasSize(1);
        }
    }

    @Property(tries = 80)
    void anyPartIsAValidScoreWithEveryHit(@ForAll("files") byte[] bytes) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.only(10));
        String score = write(part, GeneralMidi.level1());
        isValid(score);
        agrees(read(score), part, GeneralMidi.level1());
    }

    @Test
    void theCuesOfTheDemoAreScores() throws Exception {
        for (String cue : List.of("Storm at Sea", "Clockmaker's Waltz", "Lamplighter's Round", "The Tightrope")) {
            Part part = Part.of(DemoMaps.cue(cue), Channels.ALL);
            NoteMap map = DemoMaps.named("Quayside Oak");
            String score = write(part, map);
            isValid(score);
            agrees(read(score), part, map);
        }
    }

    /** Real files of Debian's planetblupi-music-midi: in each run another three of the ten. */
    @Test
    void realFilesAreScores() throws Exception {
        List<Path> files = new ArrayList<>(Outside.realFiles());
        Collections.shuffle(files);
        for (Path path : files.subList(0, 3)) {
            Part part = Part.of(MidiFile.read(Files.readAllBytes(path)), Channels.only(10));
            String score = write(part, GeneralMidi.level1());
            isValid(score);
            agrees(read(score), part, GeneralMidi.level1());
        }
    }

    @Test
    void instrumentsCarryTheNotesOfTheMap() throws Exception {
        NoteMap map = SmallMaps.map(36, "kick.hit", "snare.centre", "hihat.tip.open");
        ScorePartwise score = read(write(SmallMaps.part(map, "0+2 2 1+2 2:30"), map));
        ScorePart list =
                (ScorePart) score.getPartList().getPartGroupOrScorePart().get(0);
        assertThat(list.getScoreInstrument().stream().map(ScoreInstrument::getInstrumentName))
                .containsExactlyElementsOf(
                        map.lines().stream().map(line -> line.name()).toList());
        assertThat(list.getScoreInstrument().stream().map(ScoreInstrument::getInstrumentSound))
                .containsExactly("drum.bass-drum", "drum.snare-drum", "metal.hi-hat");
        assertThat(list.getMidiDeviceAndMidiInstrument().stream()
                        .map(MidiInstrument.class::cast)
                        .map(MidiInstrument::getMidiUnpitched))
                .as("MusicXML counts notes from 1")
                .containsExactly(37, 38, 39);
        List<Note> ghosts = notes(score).stream()
                .filter(note -> note.getNotehead() != null && note.getNotehead().getParentheses() != null)
                .toList();
        assertThat(ghosts).hasSize(1);
    }

    /** Four quarters, eighths and their rests as a drummer would write them. */
    @Test
    void lengthsAreThoseOfNotation() throws Exception {
        NoteMap map = SmallMaps.map(38, "snare.centre", "kick.hit");
        ScorePartwise score = read(write(SmallMaps.part(map, "0 . 0 0 . 0 . ."), map));
        assertThat(notes(score).stream()
                        .map(note -> (note.getRest() == null ? "" : "rest ")
                                + note.getType().getValue()))
                .containsExactly("quarter", "eighth", "eighth", "rest eighth", "eighth", "rest quarter");
    }

    @Test
    void theListOfHitsIsCsv() throws Exception {
        NoteMap map = SmallMaps.map(36, "kick.hit", "snare.centre");
        StringBuilder rows = new StringBuilder();
        HitRows.write(SmallMaps.part(map, "0 . 1:40"), map, rows);
        assertThat(rows.toString().lines())
                .containsExactly(
                        "bar,beat,tick,seconds,note,note name,line,sound,velocity,length,channel,track",
                        "1,1,0,0.0,36,C1,\"kick, hit\",kick.hit,100,120,10,1",
                        "1,2,480,0.5,37,C#1,\"snare, centre\",snare.centre,40,120,10,1");
    }

    @Test
    void theSheetForTheStandIsSvgWithEveryHit() throws Exception {
        Part part = Part.of(DemoMaps.cue("Storm at Sea"), Channels.ALL);
        Sheet sheet = Sheet.of(part, DemoMaps.named("Tin Parade"), Shown.PLAYED);
        String svg = SheetSvg.write(sheet, "Storm <at> Sea");
        javax.xml.parsers.DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new InputSource(new StringReader(svg)));
        assertThat(svg.split("<g ").length - 1).isEqualTo(part.hitCount());
        assertThat(svg).contains("Storm &lt;at&gt; Sea").contains("#B0201A");
        List<SheetSvg.Page> pages = SheetSvg.pages(sheet, "Storm at Sea");
        assertThat(pages.stream()
                        .mapToInt(page -> page.drawing().split("<g ").length - 1)
                        .sum())
                .isEqualTo(part.hitCount());
        assertThat(pages.get(1).words()).extracting(SheetSvg.Words::text).contains("2 of " + pages.size());
    }
}
