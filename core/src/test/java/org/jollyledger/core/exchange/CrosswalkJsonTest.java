package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.crosswalk.Choices;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CrosswalkJsonTest {
    private static final Set<Losses.Key> ACCEPTED = Set.of(
            new Losses.Key(Losses.Kind.SILENT, Note.of(77), Optional.empty(), Optional.empty()),
            new Losses.Key(Losses.Kind.FILL_TURNED, Note.of(47), Optional.of(Note.of(45)), Optional.of(Note.of(50))));

    private static final Set<DiscrepancyKind> REPAIRS = DiscrepancyKind.allSafe();

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    @Test
    void theSchemaKnowsEveryRepairAndEveryLoss() throws Exception {
        Set<Losses.Key> every = Arrays.stream(Losses.Kind.values())
                .map(kind -> new Losses.Key(kind, Note.of(36), Optional.empty(), Optional.empty()))
                .collect(Collectors.toSet());
        KeptCrosswalk kept =
                new KeptCrosswalk("All", "", "Oak", "Parade", List.of(), every, EnumSet.allOf(DiscrepancyKind.class));
        assertThat(schema().validate(CrosswalkJson.write(kept), InputFormat.JSON))
                .isEmpty();
        assertThat(CrosswalkJson.read(CrosswalkJson.write(kept))).isEqualTo(kept);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"['dust'] | There is no kind of discrepancy", "3 | array of texts", "[3] | array of texts"})
    void aRepairThatIsNoneIsToldInASentence(String repairs, String sentence) {
        String document = ("{'name': 'A', 'from': 'B', 'to': 'C', 'routes': [], 'repairs': "
                        + repairs.replace("''", "'") + "}")
                .replace('\'', '"');
        assertThatThrownBy(() -> CrosswalkJson.read(document))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(sentence);
    }

    private static Schema schema() throws Exception {
        return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(Path.of("../docs/formats/crosswalk.schema.json")));
    }

    @Property
    void everyCrosswalkReadsBackAsItWas(@ForAll("crosswalks") Crosswalk crosswalk) throws Exception {
        KeptCrosswalk kept = KeptCrosswalk.of("Oak to \"Parade\"", "é\n", crosswalk, ACCEPTED)
                .withRepairs(REPAIRS);
        assertThat(CrosswalkJson.read(CrosswalkJson.write(kept))).isEqualTo(kept);
        Choices choices = new Choices(Optional.of("oak"), crosswalk.routes(), ACCEPTED);
        assertThat(RoutesJson.read(RoutesJson.write(choices)).accepted()).isEqualTo(ACCEPTED);
        assertThat(crosswalk
                        .with(RoutesJson.read(RoutesJson.write(choices)).routes())
                        .routes())
                .extracting(route -> route.targets())
                .isEqualTo(crosswalk.routes().stream()
                        .map(route -> route.targets())
                        .toList());
    }

    @Property(tries = 50)
    void whatIsWrittenKeepsToTheSchema(@ForAll("crosswalks") Crosswalk crosswalk) throws Exception {
        KeptCrosswalk kept =
                KeptCrosswalk.of("Oak to Parade", "", crosswalk, ACCEPTED).withRepairs(REPAIRS);
        assertThat(schema().validate(CrosswalkJson.write(kept), InputFormat.JSON))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{'note': 36, 'sound': 'kick', 'targets': [{'note': 300, 'sound': 'kick'}]} | Note 300 does not exist",
                "{'note': 36, 'sound': 'blorp', 'targets': []} | There is no sound \"blorp\"",
                "{'note': 36, 'sound': 'kick', 'sends': 'nowhere', 'targets': []} | There is no way to send hits \"nowhere\"",
                "{'note': 36, 'sound': 'kick', 'targets': [{'note': 1, 'sound': 'kick', 'from': 90, 'to': 80}]} | are no range",
                "{'note': 36, 'sound': 'kick', 'targets': [{'note': 1, 'sound': 'kick', 'curve': {'floor': 90, 'ceiling': 80}}]} | above its ceiling",
                "{'note': 36, 'sound': 'kick', 'targets': [{'note': 1, 'sound': 'kick', 'curve': {'points': [[5, 5], [5, 6]]}}]} | left to right",
                "{'note': 36, 'sound': 'kick', 'targets': [{'note': 1, 'sound': 'kick', 'curve': {'points': [[5]]}}]} | pairs of whole numbers",
                "{'note': 36, 'sound': 'kick', 'targets': [{'note': 1, 'sound': 'kick', 'channel': 17}]} | Channel 17 does not exist",
                "{'note': 36, 'sound': 'kick', 'targets': [{'note': 1, 'sound': 'kick', 'length': 0}]} | longer than nothing",
                "{'note': 36, 'sound': 'kick', 'colour': 'red', 'targets': []} | There is no field \"colour\"",
                "{'note': 36, 'sound': 'kick', 'targets': []}, {'note': 36, 'sound': 'kick', 'targets': []} | Two routes begin at one note"
            })
    void whatIsWrongIsToldInASentence(String routes, String sentence) {
        String document = ("{'name': 'A', 'from': 'B', 'to': 'C', 'routes': [" + routes + "]}").replace('\'', '"');
        assertThatThrownBy(() -> CrosswalkJson.read(document))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(sentence);
    }
}
