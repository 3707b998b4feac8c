package org.jollyledger.core.exchange;

import java.io.StringWriter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.jollyledger.core.exchange.Rhythm.Beat;
import org.jollyledger.core.exchange.Rhythm.Chord;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.BarIndex;
import org.jollyledger.core.part.Caption;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TempoMap;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sheet.Figures;
import org.jollyledger.core.sheet.Notation;
import org.jollyledger.core.sheet.Notation.Head;
import org.jollyledger.core.sheet.Notation.Mark;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow;
import org.jollyledger.core.sound.Sound;

/**
 * A part as MusicXML 4.0 (W3C Community Group): a percussion staff in two voices, hands above and feet below, with an
 * unpitched instrument for each note that is played, which carries the note's number. Every hit is written; where it
 * stands is rounded to what notation can say.
 */
public final class MusicXml {
    private static final int MOST_BARS = 20_000;
    private static final String PART = "P1";
    private static final int HANDS = 1;
    private static final int FEET = 2;

    /** How a length is written. */
    private record Value(int length, String type, int dots, boolean triplet) {}

    private static final List<Value> VALUES = List.of(
            new Value(72, "quarter", 1, false),
            new Value(48, "quarter", 0, false),
            new Value(36, "eighth", 1, false),
            new Value(32, "quarter", 0, true),
            new Value(24, "eighth", 0, false),
            new Value(18, "16th", 1, false),
            new Value(16, "eighth", 0, true),
            new Value(12, "16th", 0, false),
            new Value(9, "32nd", 1, false),
            new Value(8, "16th", 0, true),
            new Value(6, "32nd", 0, false),
            new Value(4, "32nd", 0, true),
            new Value(3, "64th", 0, false),
            new Value(2, "64th", 0, true),
            new Value(1, "128th", 0, true));

    private static final Map<Head, String> HEADS =
            Map.of(Head.ROUND, "normal", Head.CROSS, "x", Head.DIAMOND, "diamond", Head.TRIANGLE, "triangle");

    private final XMLStreamWriter xml;
    private final Sheet sheet;
    private final Part part;
    private final Figures figures;
    private final TimeMap times;

    private MusicXml(XMLStreamWriter xml, Sheet sheet) {
        this.xml = xml;
        this.sheet = sheet;
        part = sheet.part();
        figures = sheet.figures();
        times = sheet.times();
    }

    /**
     * Writes a part.
     *
     * @param sheet the part on the map that names its hits
     * @param title what it is called
     * @return a MusicXML document
     * @throws IllegalArgumentException when it has more bars than can be written
     */
    public static String write(Sheet sheet, String title) {
        long bars = sheet.part().bars().barCount();
        if (bars > MOST_BARS) {
            throw new IllegalArgumentException("The part has " + bars + " bars; a score can be written of " + MOST_BARS
                    + " at most. Cut it into shorter files first.");
        }
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            new MusicXml(xml, sheet).score(title);
            xml.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return text.toString();
    }

    private void score(String title) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeDTD("<!DOCTYPE score-partwise PUBLIC \"-//Recordare//DTD MusicXML 4.0 Partwise//EN\""
                + " \"http://www.musicxml.org/dtds/partwise.dtd\">");
        xml.writeStartElement("score-partwise");
        xml.writeAttribute("version", "4.0");
        xml.writeStartElement("work");
        element("work-title", title);
        xml.writeEndElement();
        partList();
        xml.writeStartElement("part");
        xml.writeAttribute("id", PART);
        BarIndex bars = part.bars();
        long last = Math.max(times.firstBar(), bars.barCount());
        for (long bar = times.firstBar(); bar <= last; bar++) {
            Patience.goOn();
            measure(bar, bars.hits(bar, bar));
        }
        xml.writeEndElement();
        xml.writeEndElement();
        xml.writeEndDocument();
    }

    private void partList() throws XMLStreamException {
        List<SheetRow> played =
                sheet.rows().stream().filter(row -> row.hits() > 0).toList();
        xml.writeStartElement("part-list");
        xml.writeStartElement("score-part");
        xml.writeAttribute("id", PART);
        element("part-name", sheet.map().name());
        for (SheetRow row : played) {
            xml.writeStartElement("score-instrument");
            xml.writeAttribute("id", instrument(row.note().number()));
            element(
                    "instrument-name",
                    row.line()
                            .map(Line::name)
                            .orElse(row.note().label(sheet.map().middleC())));
            if (row.line().isPresent()) {
                element("instrument-sound", place(row.line().map(Line::sound)).sound());
            }
            xml.writeEndElement();
        }
        for (SheetRow row : played) {
            xml.writeStartElement("midi-instrument");
            xml.writeAttribute("id", instrument(row.note().number()));
            part.channels().list().stream().findFirst().ifPresent(channel -> element("midi-channel", channel));
            // MusicXML counts notes from 1.
            element("midi-unpitched", row.note().number() + 1);
            xml.writeEndElement();
        }
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private static String instrument(int note) {
        return PART + "-N" + note;
    }

    private static StaffPlace place(Optional<Sound> sound) {
        return sound.map(StaffPlace::of).orElse(StaffPlace.elsewhere());
    }

    private void measure(long bar, int[] hits) throws XMLStreamException {
        Rhythm rhythm = new Rhythm(part, figures, bar);
        xml.writeStartElement("measure");
        xml.writeAttribute("number", String.valueOf(bar));
        if (bar == 0) {
            xml.writeAttribute("implicit", "yes");
        }
        attributes(bar);
        directions(bar);
        List<Integer> hands = new ArrayList<>();
        List<Integer> feet = new ArrayList<>();
        Arrays.stream(hits)
                .boxed()
                .sorted((one, other) -> Long.compare(part.tick(one), part.tick(other)))
                .forEach(hit -> (isByFoot(hit) ? feet : hands).add(hit));
        voice(HANDS, rhythm, hands);
        if (!feet.isEmpty()) {
            xml.writeStartElement("backup");
            element("duration", rhythm.barLength());
            xml.writeEndElement();
            voice(FEET, rhythm, feet);
        }
        xml.writeEndElement();
    }

    private boolean isByFoot(int hit) {
        return sheet.soundOf(hit).filter(StaffPlace::byFoot).isPresent();
    }

    private void attributes(long bar) throws XMLStreamException {
        TimeMap.Stretch signature = times.stretchOf(bar);
        boolean first = bar == times.firstBar();
        if (!first && signature.firstBar() != bar) {
            return;
        }
        xml.writeStartElement("attributes");
        if (first) {
            element("divisions", Rhythm.QUARTER);
        }
        xml.writeStartElement("time");
        element("beats", signature.numerator());
        element("beat-type", signature.denominator());
        xml.writeEndElement();
        if (first) {
            xml.writeStartElement("clef");
            element("sign", "percussion");
            xml.writeEndElement();
        }
        xml.writeEndElement();
    }

    private void directions(long bar) throws XMLStreamException {
        Sheet.Stretch stretch = sheet.outline(times.startOfBar(bar), times.startOfBar(bar + 1));
        for (Sheet.TempoMark tempo : stretch.tempos()) {
            tempo(bar, tempo.tick(), tempo.quartersPerMinute());
        }
        if (bar == times.firstBar() && stretch.tempos().stream().noneMatch(tempo -> tempo.tick() == 0)) {
            TempoMap.Stretch tempo = sheet.tempos().at(0);
            tempo(bar, 0, tempo.quartersPerMinute());
        }
        for (Caption caption : stretch.captions()) {
            xml.writeStartElement("direction");
            xml.writeAttribute("placement", "above");
            xml.writeStartElement("direction-type");
            element(caption.kind() == Caption.Kind.MARKER ? "rehearsal" : "words", caption.text());
            xml.writeEndElement();
            offset(bar, caption.tick());
            xml.writeEndElement();
        }
    }

    private void tempo(long bar, long tick, double quartersPerMinute) throws XMLStreamException {
        String perMinute = String.format(Locale.ROOT, "%.2f", quartersPerMinute).replaceAll("\\.?0+$", "");
        xml.writeStartElement("direction");
        xml.writeAttribute("placement", "above");
        xml.writeStartElement("direction-type");
        xml.writeStartElement("metronome");
        element("beat-unit", "quarter");
        element("per-minute", perMinute);
        xml.writeEndElement();
        xml.writeEndElement();
        offset(bar, tick);
        xml.writeEmptyElement("sound");
        xml.writeAttribute("tempo", perMinute);
        xml.writeEndElement();
    }

    private void offset(long bar, long tick) throws XMLStreamException {
        long offset = Math.round((tick - times.startOfBar(bar))
                * Rhythm.QUARTER
                / part.file().division().ticksPerQuarter());
        if (offset > 0) {
            element("offset", (int) offset);
        }
    }

    private void voice(int voice, Rhythm rhythm, List<Integer> hits) throws XMLStreamException {
        if (hits.isEmpty()) {
            xml.writeStartElement("note");
            xml.writeEmptyElement("rest");
            xml.writeAttribute("measure", "yes");
            element("duration", rhythm.barLength());
            element("voice", voice);
            xml.writeEndElement();
            return;
        }
        for (Beat beat : rhythm.beats(hits)) {
            beat(voice, beat);
        }
    }

    private void beat(int voice, Beat beat) throws XMLStreamException {
        TreeMap<Integer, Chord> chords = beat.chords();
        int firstAt = chords.isEmpty() ? beat.length() : chords.firstKey();
        rests(voice, firstAt);
        for (Map.Entry<Integer, Chord> entry : chords.entrySet()) {
            Integer next = chords.higherKey(entry.getKey());
            int length = (next == null ? beat.length() : next) - entry.getKey();
            Value value = longest(length);
            chord(voice, entry.getValue(), value);
            rests(voice, length - value.length);
        }
    }

    private static Value longest(int length) {
        return VALUES.stream()
                .filter(value -> value.length <= length)
                .findFirst()
                .orElseThrow();
    }

    private void rests(int voice, int length) throws XMLStreamException {
        int left = length;
        while (left > 0) {
            Value value = longest(left);
            xml.writeStartElement("note");
            xml.writeEmptyElement("rest");
            element("duration", value.length);
            element("voice", voice);
            value(value);
            xml.writeEndElement();
            left -= value.length;
        }
    }

    private void value(Value value) throws XMLStreamException {
        element("type", value.type);
        for (int dot = 0; dot < value.dots; dot++) {
            xml.writeEmptyElement("dot");
        }
        if (value.triplet) {
            xml.writeStartElement("time-modification");
            element("actual-notes", 3);
            element("normal-notes", 2);
            xml.writeEndElement();
        }
    }

    private void chord(int voice, Chord chord, Value value) throws XMLStreamException {
        for (int grace : chord.graces()) {
            grace(voice, grace);
        }
        for (int hit : chord.hits()) {
            if (notation(hit).marks().contains(Mark.GRACE)) {
                grace(voice, hit);
            }
        }
        boolean first = true;
        for (int hit : chord.hits()) {
            xml.writeStartElement("note");
            if (!first) {
                xml.writeEmptyElement("chord");
            }
            unpitched(hit);
            element("duration", value.length);
            instrumentOf(hit);
            element("voice", voice);
            value(value);
            stemAndHead(voice, hit);
            notations(notation(hit).marks());
            xml.writeEndElement();
            first = false;
        }
    }

    private Notation notation(int hit) {
        return Notation.of(sheet.soundOf(hit), part.velocity(hit));
    }

    private void grace(int voice, int hit) throws XMLStreamException {
        xml.writeStartElement("note");
        xml.writeEmptyElement("grace");
        xml.writeAttribute("slash", "yes");
        unpitched(hit);
        instrumentOf(hit);
        element("voice", voice);
        element("type", "16th");
        stemAndHead(voice, hit);
        xml.writeEndElement();
    }

    private void unpitched(int hit) throws XMLStreamException {
        StaffPlace place = place(sheet.soundOf(hit));
        xml.writeStartElement("unpitched");
        element("display-step", String.valueOf(place.step()));
        element("display-octave", place.octave());
        xml.writeEndElement();
    }

    private void instrumentOf(int hit) throws XMLStreamException {
        xml.writeEmptyElement("instrument");
        xml.writeAttribute("id", instrument(Note.of(part.note(hit)).number()));
    }

    private void stemAndHead(int voice, int hit) throws XMLStreamException {
        Notation notation = notation(hit);
        element("stem", voice == FEET ? "down" : "up");
        xml.writeStartElement("notehead");
        if (notation.marks().contains(Mark.GHOST)) {
            xml.writeAttribute("parentheses", "yes");
        }
        xml.writeCharacters(HEADS.get(notation.head()));
        xml.writeEndElement();
    }

    private void notations(List<Mark> marks) throws XMLStreamException {
        boolean roll = marks.contains(Mark.ROLL);
        boolean accent = marks.contains(Mark.ACCENT);
        boolean open = marks.contains(Mark.OPEN) || marks.contains(Mark.PARTLY_OPEN);
        boolean damped = marks.contains(Mark.DAMPED);
        if (!roll && !accent && !open && !damped) {
            return;
        }
        xml.writeStartElement("notations");
        if (roll) {
            xml.writeStartElement("ornaments");
            xml.writeStartElement("tremolo");
            xml.writeAttribute("type", "single");
            xml.writeCharacters("3");
            xml.writeEndElement();
            xml.writeEndElement();
        }
        if (open || damped) {
            xml.writeStartElement("technical");
            if (open) {
                xml.writeEmptyElement(marks.contains(Mark.OPEN) ? "open" : "half-muted");
            }
            if (damped) {
                element("other-technical", "damped");
            }
            xml.writeEndElement();
        }
        if (accent) {
            xml.writeStartElement("articulations");
            xml.writeEmptyElement("accent");
            xml.writeEndElement();
        }
        xml.writeEndElement();
    }

    private void element(String name, int value) {
        element(name, String.valueOf(value));
    }

    private void element(String name, String text) {
        try {
            xml.writeStartElement(name);
            xml.writeCharacters(text);
            xml.writeEndElement();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }
}
