package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NoteMapJsonTest {
    private static final String LINE = "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\"}";

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    private static Schema schema() throws Exception {
        return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(Path.of("../docs/formats/note-map.schema.json")));
    }

    @Property(tries = 300)
    void everyMapReadsBackAsItWas(@ForAll("maps") NoteMap map) throws Exception {
        assertThat(NoteMapJson.read(NoteMapJson.write(map))).isEqualTo(map);
    }

    @Property(tries = 50)
    void whatIsWrittenKeepsToTheSchema(@ForAll("maps") NoteMap map) throws Exception {
        assertThat(schema().validate(NoteMapJson.write(map), InputFormat.JSON)).isEmpty();
    }

    @Test
    void theLeastAMapNeedsIsEnough() throws Exception {
        String least = "{\"name\": \"Kit\", \"kind\": \"kit\", \"middleC\": \"C4\", \"lines\": [" + LINE + "]}";
        NoteMap map = NoteMapJson.read(least);
        assertThat(map.channel()).isEmpty();
        assertThat(map.lines().get(0).shortName()).isEqualTo("Kick");
        assertThat(schema().validate(least, InputFormat.JSON)).isEmpty();
    }

    @Test
    void positionsOrderTheLines() throws Exception {
        NoteMap map =
                NoteMapJson.read(document("{\"position\": 2, \"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\"},"
                        + "{\"position\": 1, \"note\": 38, \"name\": \"Snare\", \"sound\": \"snare\"}"));
        assertThat(map.lines()).extracting(line -> line.note().number()).containsExactly(38, 36);
    }

    /** The document, the line and field that are named, and words of the sentence. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "{\"note\": 128, \"name\": \"Kick\", \"sound\": \"kick\"} | 1 | note | Note 128 does not exist; notes are 0 to 127.",
                "{\"note\": -1, \"name\": \"Kick\", \"sound\": \"kick\"} | 1 | note | Note -1 does not exist",
                "{\"note\": 36.5, \"name\": \"Kick\", \"sound\": \"kick\"} | 1 | note | must be a whole number",
                "{\"name\": \"Kick\", \"sound\": \"kick\"} | 1 | note | is missing",
                "{\"note\": 36, \"sound\": \"kick\"} | 1 | name | is missing",
                "{\"note\": 36, \"name\": 7, \"sound\": \"kick\"} | 1 | name | must be a text in quotes",
                "{\"note\": 36, \"name\": \" \", \"sound\": \"kick\"} | 1 | name | is empty",
                "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"banjo\"} | 1 | sound | There is no sound \"banjo\"",
                "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\", \"colour\": 1} | 1 | colour | There is no field \"colour\"",
                "7 | 1 | lines | must be a JSON object",
                "{\"position\": 1, \"note\": 36, \"name\": \"A\", \"sound\": \"kick\"}, {\"position\": 1, \"note\": 37, \"name\": \"B\", \"sound\": \"kick\"} | 2 | position | Position 1 is taken by line 1"
            })
    void whatIsWrongInALineIsNamedWithLineAndField(String lines, int line, String field, String words) {
        assertThatThrownBy(() -> NoteMapJson.read(document(lines)))
                .isInstanceOfSatisfying(DocumentException.class, refused -> {
                    DocumentException.Problem problem = refused.problems().get(0);
                    assertThat(problem.line()).isEqualTo(line);
                    assertThat(problem.field()).isEqualTo(field);
                    assertThat(problem.placed())
                            .contains("Line " + line + ", " + field, words)
                            .endsWith(".");
                });
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "nonsense | The document is not JSON",
                "[] | must be one JSON object",
                "{\"name\": \"a\", \"name\": \"b\"} | not JSON",
                "{\"name\": \"Kit\", \"kind\": \"tuba\", \"middleC\": \"C3\", \"lines\": []} | There is no kind of map \"tuba\"; use library, kit, pads, standard.",
                "{\"name\": \"Kit\", \"kind\": \"kit\", \"middleC\": \"C2\", \"lines\": []} | Middle C is \"C2\"",
                "{\"name\": \"Kit\", \"kind\": \"kit\", \"middleC\": \"C3\"} | \"lines\" is missing",
                "{\"name\": \"Kit\", \"kind\": \"kit\", \"middleC\": \"C3\", \"channel\": 17, \"lines\": []} | Channel 17 does not exist",
                "{\"name\": \"\", \"kind\": \"kit\", \"middleC\": \"C3\", \"lines\": []} | The name is empty"
            })
    void whatIsWrongInTheMapIsNamed(String json, String words) {
        assertThatThrownBy(() -> NoteMapJson.read(json))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(words);
    }

    private static String document(String lines) {
        return "{\"name\": \"Kit\", \"kind\": \"kit\", \"middleC\": \"C3\", \"channel\": 10, \"lines\": [" + lines
                + "]}";
    }
}
