package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.audiveris.proxymusic.Note;
import org.audiveris.proxymusic.ScorePartwise;
import org.audiveris.proxymusic.util.Marshalling;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is written for strokes of a snare, as a drummer would write it. */
class ScoreTest {
    private static final NoteMap MAP = SmallMaps.map(38, "snare.centre", "kick.hit", "hihat.tip.open", "crash.1.choke");

    /** Strokes on the snare at ticks, 480 to a quarter; loudness 100 but for those behind a colon. */
    private static Part part(String signatures, String strokes) throws Exception {
        MidiFileBuilder builder =
                MidiFile.builder(1, new Division.TicksPerBeat(480)).track();
        for (String signature : signatures.split(" ")) {
            String[] cells = signature.split("[@/]");
            int power = Integer.numberOfTrailingZeros(Integer.parseInt(cells[1]));
            builder.meta(
                    Integer.parseInt(cells[2]), 0x58, new byte[] {(byte) Integer.parseInt(cells[0]), (byte) power, 24, 8
                    });
        }
        builder.track();
        for (String stroke : strokes.split(" ")) {
            String[] cells = stroke.split(":");
            builder.message(
                    Integer.parseInt(cells[0]), 0x90, 10, 38, cells.length > 1 ? Integer.parseInt(cells[1]) : 100);
        }
        return Part.of(MidiFile.read(builder.build(20_000)), Channels.ALL);
    }

    private static ScorePartwise score(Part part) throws Exception {
        String text = MusicXml.write(Sheet.of(part, MAP, Shown.PLAYED), "Try");
        return (ScorePartwise) Marshalling.unmarshal(new ByteArrayInputStream(
                text.replaceFirst("<!DOCTYPE[^>]*>", "").getBytes(StandardCharsets.UTF_8)));
    }

    private static List<String> written(ScorePartwise score, int measure) {
        List<String> written = new ArrayList<>();
        for (Object element : score.getPart().get(0).getMeasure().get(measure).getNoteOrBackupOrForward()) {
            if (element instanceof Note note) {
                String type =
                        note.getType() == null ? "measure" : note.getType().getValue();
                written.add((note.getRest() == null ? "" : "rest ")
                        + (note.getGrace() == null ? "" : "small ")
                        + type
                        + ".".repeat(note.getDot().size())
                        + (note.getTimeModification() == null ? "" : " 3:2"));
            }
        }
        return written;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "4/4@0; 0 120 240 360; 16th, 16th, 16th, 16th, rest quarter, rest quarter, rest quarter",
                "4/4@0; 0 360; eighth., 16th, rest quarter, rest quarter, rest quarter",
                "4/4@0; 0 160 320; eighth 3:2, eighth 3:2, eighth 3:2, rest quarter, rest quarter, rest quarter",
                "4/4@0; 0 320; quarter 3:2, eighth 3:2, rest quarter, rest quarter, rest quarter",
                "4/4@0; 7 125 236 371; 16th, 16th, 16th, 16th, rest quarter, rest quarter, rest quarter",
                "3/4@0; 240; rest eighth, eighth, rest quarter, rest quarter",
                "6/8@0; 0 240 480 720; eighth, eighth, eighth, quarter.",
                "6/8@0; 0 480; quarter, eighth, rest quarter.",
                "5/8@0; 0 240 480 720 960; eighth, eighth, eighth, eighth, eighth",
                "2/2@0; 0 480 960 1440; quarter, quarter, quarter, quarter",
                "4/4@0; 450:40 480; rest quarter, small 16th, quarter, rest quarter, rest quarter",
                "4/4@0; 0 60 120 180 240 300 360 420; 32nd, 32nd, 32nd, 32nd, 32nd, 32nd, 32nd, 32nd, rest quarter, rest quarter, rest quarter"
            })
    void strokesAreWrittenAsADrummerWould(String signatures, String strokes, String expected) throws Exception {
        assertThat(written(score(part(signatures, strokes)), 0)).containsExactly(expected.split(", "));
    }

    @Test
    void aPickUpIsAMeasureThatIsNotCounted() throws Exception {
        ScorePartwise score = score(part("1/4@0 4/4@480", "240 480 960"));
        List<ScorePartwise.Part.Measure> measures = score.getPart().get(0).getMeasure();
        assertThat(measures).extracting(ScorePartwise.Part.Measure::getNumber).containsExactly("0", "1");
        assertThat(written(score, 0)).containsExactly("rest eighth", "eighth");
        assertThat(written(score, 1)).containsExactly("quarter", "quarter", "rest quarter", "rest quarter");
    }

    @Test
    void anEmptyBarIsARestAndHitsPlayedEarlyBelongToTheNext() throws Exception {
        ScorePartwise score = score(part("4/4@0", "0 3835"));
        assertThat(written(score, 1)).containsExactly("rest measure");
        assertThat(written(score, 2)).startsWith("quarter");
    }

    /** Strokes too near for notation are all written, the later ones as small notes. */
    @Test
    void noStrokeIsLostHoweverNearTheyAre() throws Exception {
        ScorePartwise score = score(part("4/4@0", "0 2 4 6 8 10"));
        assertThat(written(score, 0).stream().filter(note -> !note.startsWith("rest")))
                .hasSize(6);
    }

    @Test
    void aPartThatNobodyCouldPrintIsRefused() throws Exception {
        Part endless = part("1/64@0", "0 15000");
        Sheet sheet = Sheet.of(endless, MAP, Shown.PLAYED);
        assertThat(MusicXml.write(sheet, "fits")).contains("</score-partwise>");
        MidiFileBuilder builder =
                MidiFile.builder(0, new Division.TicksPerBeat(1)).track();
        Part longer =
                Part.of(MidiFile.read(builder.message(200_000, 0x90, 10, 38, 90).build(200_001)), Channels.ALL);
        Sheet tooLong = Sheet.of(longer, MAP, Shown.PLAYED);
        assertThatThrownBy(() -> MusicXml.write(tooLong, "long")).hasMessageContaining("20000 at most");
        assertThatThrownBy(() -> SheetSvg.pages(tooLong, "long")).hasMessageContaining("pages");
    }

    @Test
    void whatPlaysNothingIsInTheListOfHitsWithoutAName() throws Exception {
        Part part = part("4/4@0", "0 480:33");
        StringBuilder rows = new StringBuilder();
        HitRows.write(part, SmallMaps.map(60, "kick.hit"), rows);
        assertThat(rows.toString().lines().skip(1))
                .containsExactly("1,1,0,0.0,38,D1,,,100,,10,2", "1,2,480,0.5,38,D1,,,33,,10,2");
    }
}
