package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.PlayedInput;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.TranslationTable;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.crosswalk.TranslationTable.Row;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TranslationTableJsonTest {
    private static final TranslationTable GM =
            Crosswalk.propose(GeneralMidi.level2(), GeneralMidi.level1()).table();

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    private static Schema schema() throws Exception {
        return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(Path.of("../docs/formats/translation-table.schema.json")));
    }

    @Property
    void everyTableReadsBackAsItWas(@ForAll("crosswalks") Crosswalk crosswalk) throws Exception {
        TranslationTable table = crosswalk.table();
        assertThat(TranslationTableJson.read(TranslationTableJson.write(table))).isEqualTo(table);
    }

    @Property(tries = 50)
    void whatIsWrittenKeepsToTheSchema(@ForAll("crosswalks") Crosswalk crosswalk) throws Exception {
        assertThat(schema().validate(TranslationTableJson.write(crosswalk.table()), InputFormat.JSON))
                .isEmpty();
    }

    @Property(tries = 50)
    void theFiguresOfAKitGoAlong(@ForAll("crosswalks") Crosswalk crosswalk, @ForAll int seed) throws Exception {
        Random random = new Random(seed);
        SortedMap<Integer, List<Integer>> curves = new TreeMap<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            curves.put(
                    random.nextInt(128),
                    IntStream.range(0, 128)
                            .mapToObj(velocity -> velocity == 0 ? 0 : 1 + random.nextInt(127))
                            .toList());
        }
        PlayedInput input = new PlayedInput(
                curves,
                random.nextBoolean()
                        ? Optional.empty()
                        : Optional.of(new StrikePlace(
                                random.nextInt(120),
                                Note.of(38),
                                1 + random.nextInt(60),
                                61 + random.nextInt(68),
                                Note.of(39),
                                Note.of(40))),
                random.nextBoolean()
                        ? Optional.empty()
                        : Optional.of(new Splash(20 + random.nextInt(900), 1 + random.nextInt(127))),
                random.nextBoolean()
                        ? Optional.empty()
                        : Optional.of(new Steady(5 + random.nextInt(400), 1 + random.nextInt(127))));
        String json = TranslationTableJson.write(crosswalk.table(), input);
        assertThat(TranslationTableJson.readInput(json)).isEqualTo(input);
        assertThat(TranslationTableJson.read(json)).isEqualTo(crosswalk.table());
        assertThat(schema().validate(json, InputFormat.JSON)).isEmpty();
    }

    /** Each route is in the table as it was laid, its curve as the velocities that come out. */
    @Property
    void aTableSaysWhatTheRoutesSay(@ForAll("crosswalks") Crosswalk crosswalk) {
        TranslationTable table = crosswalk.table();
        assertThat(table.rows()).hasSize(crosswalk.routes().size());
        for (Route route : crosswalk.routes()) {
            Row row = table.row(7, route.source().number()).orElseThrow();
            assertThat(row.sends()).isEqualTo(route.sends());
            assertThat(row.cells()).hasSize(route.targets().size());
            for (int i = 0; i < row.cells().size(); i++) {
                Cell cell = row.cells().get(i);
                var target = route.targets().get(i);
                assertThat(cell.note()).isEqualTo(target.note().number());
                for (int velocity = 1; velocity <= 127; velocity++) {
                    assertThat(cell.takes(velocity))
                            .isEqualTo(target.velocities().contains(velocity));
                    assertThat(cell.curve().get(velocity))
                            .isEqualTo(target.curve().apply(velocity));
                }
            }
        }
    }

    @Test
    void aRowOfAChannelGoesBeforeOneOfAll() {
        Row all = new Row(OptionalInt.empty(), 38, Route.Sends.TO_ALL, List.of(cell(40)));
        Row ofTen = new Row(OptionalInt.of(10), 38, Route.Sends.TO_ALL, List.of(cell(41)));
        TranslationTable table = TranslationTable.of(
                List.of(ofTen, all), OptionalInt.empty(), TranslationTable.Unlisted.SILENT, GM.forms(), List.of());
        assertThat(table.row(10, 38)).hasValue(ofTen);
        assertThat(table.row(9, 38)).hasValue(all);
        assertThat(table.row(10, 39)).isEmpty();
        assertThatThrownBy(() -> TranslationTable.of(
                        List.of(all, all), OptionalInt.empty(), TranslationTable.Unlisted.PASS, GM.forms(), List.of()))
                .hasMessage("Two rows say what becomes of note 38; join them into one.");
    }

    private static Cell cell(int note) {
        return new Cell(note, 1, 127, Cell.STRAIGHT, OptionalInt.empty(), Optional.empty());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"unlisted\":\"pass\" | \"unlisted\":\"drop\" | There is no way with unlisted notes",
                "\"sends\":\"all\" | \"sends\":\"some\" | There is no way to send hits",
                "\"chokes\":\"note\" | \"chokes\":\"grab\" | There is no way to choke",
                "\"from\":1, | \"from\":0, | are no range",
                "\"stops\" | \"halts\" | There is no field"
            })
    void whatIsWrongIsToldInASentence(String right, String wrong, String sentence) {
        String document = TranslationTableJson.write(GM);
        assertThat(document).contains(right);
        assertThatThrownBy(() -> TranslationTableJson.read(document.replace(right, wrong)))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(sentence);
    }
}
