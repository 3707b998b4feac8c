package org.jollyledger.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MatrixCellTest {
    private static Part part(String cue, NoteMap map) throws Exception {
        return DrumChannel.find(DemoMaps.cue(cue), map.channel()).part();
    }

    @ParameterizedTest
    @CsvSource({
        "Storm at Sea, Quayside Oak",
        "Harbour Overture, Quayside Oak",
        "Puppets' March, Otterbrook E7",
        "Clockmaker's Waltz, Candle Brushes",
        "Lamplighter's Round, Pebbledash 16"
    })
    void aCellSaysWhatTheStatementAndTheMapSay(String cue, String name) throws Exception {
        NoteMap written = DemoMaps.named(name);
        Part part = part(cue, written);
        for (NoteMap map : DemoMaps.all()) {
            MatrixCell cell = MatrixCell.of(part, written, map, Optional.empty());
            Statement statement =
                    Conversion.of(part, Crosswalk.propose(written, map, part)).statement();
            assertThat(List.of(cell.silent(), cell.folded(), cell.far(), cell.chokes()))
                    .containsExactly(
                            statement.totals().silent(),
                            statement.totals().folded(),
                            statement.far(),
                            Losses.of(statement).stream()
                                    .filter(group -> group.key().kind() == Losses.Kind.CHOKE)
                                    .mapToInt(Losses.Group::count)
                                    .sum());
            long unheard = IntStream.range(0, part.hitCount())
                    .filter(hit -> map.lineAt(Note.of(part.note(hit))).isEmpty()
                            || map.channel().isPresent() && map.channel().getAsInt() != part.channel(hit))
                    .count();
            assertThat(cell.silentAsItIs()).isEqualTo((int) unheard);
            assertThat(cell.lostAsItIs()).isLessThanOrEqualTo(cell.hits());
        }
    }

    @Test
    void onItsOwnMapAPartLosesOnlyWhatIsOnNoLine() throws Exception {
        NoteMap written = DemoMaps.named("Quayside Oak");
        MatrixCell overture = MatrixCell.of(part("Harbour Overture", written), written, written, Optional.empty());
        assertThat(overture.lostAsItIs()).isZero();
        assertThat(overture.lostConverted()).isZero();
        // One note of the storm is on no line.
        assertThat(MatrixCell.of(part("Storm at Sea", written), written, written, Optional.empty())
                        .lostAsItIs())
                .isEqualTo(1);
    }
}
