package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import javax.xml.parsers.DocumentBuilderFactory;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.notemap.Chart;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.KitOrder;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** Every format that writes a map reads it back, and outsiders read it too. */
class FormatsTest {
    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    private static NoteMap awkward() {
        List<String> names = List.of(
                " edges ",
                "a|b\\c",
                "line\nend",
                "tab\there",
                "\"quoted\", comma; semicolon",
                "=1+1",
                "'",
                "🥁 Trommel",
                "السنير",
                "<script>alert(1)</script>",
                "]]>?>&amp;",
                "\u2028\u00A0x\u00A0",
                "map",
                "#comment",
                "\\s\\n");
        return GeneralMidi.level1()
                .withName("Awk|ward: \"map\" <&> ?>")
                .withLines(IntStream.range(0, names.size())
                        .mapToObj(at -> new Line(
                                at % 3 == 2 ? Optional.empty() : Optional.of(Note.of(at)),
                                names.get(at),
                                "s" + at,
                                Sound.parse("crash." + (at + 1)),
                                at % 2 == 0 ? Optional.of(" |g\"," + at) : Optional.empty(),
                                names.get(names.size() - 1 - at)))
                        .toList());
    }

    private static void assertReadsBack(NoteMap map) throws DocumentException {
        assertThat(NoteMapJson.read(NoteMapJson.write(map))).isEqualTo(map);
        for (NoteMapTable table : NoteMapTable.values()) {
            assertThat(table.reads(table.write(map))).isTrue();
            assertThat(table.read(table.write(map), "?")).isEqualTo(map);
        }
        assertThat(NoteMapText.reads(NoteMapText.write(map))).isTrue();
        assertThat(NoteMapText.read(NoteMapText.write(map), "?")).isEqualTo(map);
        assertThat(MidiNamesXml.read(MidiNamesXml.write(map), "?")).containsExactly(map);
    }

    @Property
    void everyFormatReadsBackWhatItWrote(@ForAll("maps") NoteMap map) throws DocumentException {
        assertReadsBack(map);
    }

    @Test
    void awkwardNamesSurviveEveryFormat() throws DocumentException {
        assertReadsBack(awkward());
    }

    @Test
    void aTableIsReadInAnyOrderOfColumns() throws DocumentException {
        NoteMap map = NoteMapTable.CSV.read("Sound,Note name,NAME\r\nkick,C1,Kick\r\nsnare,D1,Snare\r\n", "Brought");
        assertThat(map.name()).isEqualTo("Brought");
        assertThat(map.lines()).extracting(line -> line.note().number()).containsExactly(36, 38);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "note,name,sound\n36,\"Kick,kick\n",
                "note,name,sound\n128,Kick,kick\n",
                "note,name,sound\n36,Kick,zither\n",
                "note,name,sound\n36,,kick\n",
                "kind,spoon\n\nnote,name,sound\n36,Kick,kick\n",
                "channel,77\n\nnote,name,sound\n36,Kick,kick\n"
            })
    void aWrongTableIsRefusedInOneSentence(String text) {
        assertThatThrownBy(() -> NoteMapTable.CSV.read(text, "?"))
                .isInstanceOf(DocumentException.class)
                .message()
                .isNotBlank()
                .doesNotContain("Exception");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<!DOCTYPE x [<!ENTITY a \"lol\"><!ENTITY b \"&a;&a;\">]><x><NoteNameList><Note Number=\"1\" Name=\"&b;\"/></NoteNameList></x>",
                "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><x>&e;<NoteNameList><Note Number=\"1\" Name=\"a\"/></NoteNameList></x>",
                "<x><NoteNameList><Note Number=\"128\" Name=\"a\"/></NoteNameList></x>",
                "<x><NoteNameList><Note Number=\"1\" Name=\"a\"/>",
                "<x><PatchNameList/></x>",
                "not xml at all"
            })
    void aHostileOrWrongXmlIsRefusedInOneSentence(String text) {
        assertThatThrownBy(() -> MidiNamesXml.read(text, "?"))
                .isInstanceOf(DocumentException.class)
                .message()
                .isNotBlank()
                .doesNotContain("root:");
    }

    @Test
    void xmlOfOthersBecomesAMapForEachListOfNotes() throws DocumentException {
        List<NoteMap> maps = MidiNamesXml.read("""
                <?xml version="1.0"?>
                <!DOCTYPE MIDINameDocument PUBLIC "-//MIDI Manufacturers Association//DTD MIDINameDocument 1.0//EN" "http://www.midi.org/dtds/MIDINameDocument10.dtd">
                <MIDINameDocument><MasterDeviceNames>
                <NoteNameList Name="Kit A"><NoteGroup Name="Drums"><Note Number="36" Name="Kick"/><Note Number="38" Name="Snr RS"/></NoteGroup></NoteNameList>
                <NoteNameList Name="Kit B"><Note Number="40" Name="Clap"/></NoteNameList>
                </MasterDeviceNames></MIDINameDocument>""", "?");
        assertThat(maps).extracting(NoteMap::name).containsExactly("Kit A", "Kit B");
        assertThat(maps.get(0).lines())
                .extracting(line -> line.sound().code())
                .containsExactly("kick.hit", "snare.rim-shot");
    }

    @Test
    void anotherXmlReaderFindsWhatTheStandardAsksOfANoteNameList() throws Exception {
        Document document = DocumentBuilderFactory.newDefaultInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(MidiNamesXml.write(GeneralMidi.level1())
                        .replaceFirst("<!DOCTYPE[^>]*>", "")
                        .getBytes(StandardCharsets.UTF_8)));
        assertThat(document.getDocumentElement().getTagName()).isEqualTo("MIDINameDocument");
        Element list = (Element) document.getElementsByTagName("NoteNameList").item(0);
        assertThat(list.getAttribute("Name")).isEqualTo("General MIDI 1");
        NodeList notes = list.getElementsByTagName("Note");
        assertThat(notes.getLength()).isEqualTo(47);
        assertThat(((Element) notes.item(1)).getAttribute("Number")).isEqualTo("36");
        assertThat(((Element) notes.item(1)).getAttribute("Name")).isEqualTo("Bass Drum 1");
    }

    @Property
    void aChartHoldsEveryLineOnce(@ForAll("maps") NoteMap map, @ForAll KitOrder order) {
        assertThat(Chart.of(map, order).columns().stream()
                        .flatMap(List::stream)
                        .flatMap(group -> group.lines().stream()))
                .containsExactlyInAnyOrderElementsOf(map.lines());
    }

    @Test
    void aChartOfNinetyLinesHasColumnsOfAboutTheSameHeight() {
        NoteMap map = GeneralMidi.level2()
                .withLines(IntStream.range(0, 90)
                        .mapToObj(at -> Line.of(at, "Line " + at, Sound.parse("crash." + (1 + at / 5))))
                        .toList());
        Chart chart = Chart.of(map, KitOrder.KIT);
        assertThat(chart.columns()).hasSize(3);
        assertThat(chart.height()).isLessThan((90 + 18 * 1.5) / 3 * 1.25);
    }

    @Test
    void theChartAsSvgIsWellFormedAndNamesEveryLine() throws Exception {
        String svg = ChartSvg.write(Chart.of(awkward(), KitOrder.NOTE), Set.of(Chart.Column.values()));
        Document document = DocumentBuilderFactory.newDefaultInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(svg.getBytes(StandardCharsets.UTF_8)));
        assertThat(document.getElementsByTagName("text").getLength())
                .isGreaterThan(Chart.Column.values().length * awkward().lines().size());
        assertThat(document.getDocumentElement().getTextContent()).contains("<script>alert(1)</script>");
    }

    @Test
    void whatWasChangedInTheXmlElsewhereCounts() throws DocumentException {
        NoteMap map =
                GeneralMidi.level1().withLines(GeneralMidi.level1().lines().subList(0, 4));
        String changed = MidiNamesXml.write(map)
                .replaceFirst(
                        "<Note Number=\"49\" Name=\"Crash Cymbal 1\"/>", "<Note Number=\"49\" Name=\"Splash left\"/>")
                .replaceFirst("<Note Number=\"51\" Name=\"[^\"]*\"/>", "");
        NoteMap read = MidiNamesXml.read(changed, "?").get(0);
        assertThat(read.lines())
                .extracting(Line::name)
                .contains("Splash left")
                .doesNotContain("Crash Cymbal 1", "Ride Cymbal 1");
        assertThat(read.lineAt(Note.of(49)).orElseThrow().sound().code()).isEqualTo("splash.1.left.edge");
        assertThat(read.channel()).isEqualTo(map.channel());
    }

    @Test
    void plainTextReadsLikeAPage() {
        NoteMap map = GeneralMidi.level1()
                .withName("Attic kit")
                .withLines(List.of(
                        Line.of(38, "Snare", Sound.parse("snare")), Line.of(36, "Kick | left", Sound.parse("kick"))));
        assertThat(NoteMapText.write(map).lines().filter(line -> line.contains("|") || line.startsWith("map")))
                .containsExactly(
                        "map: Attic kit",
                        "note | note name | name         | short name  | sound        | choke group | remark | order",
                        "36   | C1        | Kick \\| left | Kick \\| lef | kick.hit     |             |        | 2",
                        "38   | D1        | Snare        | Snare       | snare.centre |             |        | 1");
    }

    @Property
    void aTableSurvivesAnyLineEnds(@ForAll("maps") NoteMap map) throws DocumentException {
        boolean plain = map.lines().stream().noneMatch(line -> (line.name() + line.remark()).contains("\n"));
        if (plain) {
            String text = NoteMapTable.TSV.write(map);
            assertThat(NoteMapTable.TSV.read(text.replace("\r\n", "\n"), "?")).isEqualTo(map);
            assertThat(NoteMapTable.TSV.read("\uFEFF" + text, "?")).isEqualTo(map);
        }
    }
}
