package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadKind;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.pitch.Note;
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

    @Property
    void everyMapReadsBackAsItWas(@ForAll("maps") NoteMap map) throws Exception {
        assertThat(NoteMapJson.read(NoteMapJson.write(map))).isEqualTo(map);
    }

    @Property(tries = 50)
    void whatIsWrittenKeepsToTheSchema(@ForAll("maps") NoteMap map) throws Exception {
        assertThat(schema().validate(NoteMapJson.write(map), InputFormat.JSON)).isEmpty();
    }

    @Property
    void thePadsOfAKitGoAlong(@ForAll("maps") NoteMap map, @ForAll("curves") VelocityCurve curve, @ForAll int seed)
            throws Exception {
        Random random = new Random(seed);
        List<Pad> pads = new ArrayList<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            PadKind kind = PadKind.values()[random.nextInt(PadKind.values().length)];
            List<Zone> zones = kind.zones().stream()
                    .map(zone -> new Zone(
                            zone,
                            random.ints(random.nextInt(4), 0, 128)
                                    .mapToObj(Note::of)
                                    .toList(),
                            random.nextBoolean() ? curve : VelocityCurve.STRAIGHT))
                    .toList();
            pads.add(new Pad(
                    "Pad " + i, kind, random.nextInt(1_001), random.nextInt(2_001), 20 + random.nextInt(300), zones));
        }
        NoteMap kit = map.withPads(new PadPlan(
                pads,
                random.nextBoolean()
                        ? Optional.empty()
                        : Optional.of(new StrikePlace(16, Note.of(38), 40, 90, Note.of(39), Note.of(40))),
                random.nextBoolean() ? Optional.empty() : Optional.of(new Splash(150, 90))));
        String json = NoteMapJson.write(kit);
        assertThat(NoteMapJson.read(json)).isEqualTo(kit);
        assertThat(schema().validate(json, InputFormat.JSON)).isEmpty();
    }

    @Provide
    Arbitrary<VelocityCurve> curves() {
        return RandomMaps.curves();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "{\"name\": \"Tom\", \"kind\": \"head\", \"x\": 1, \"y\": 1, \"size\": 90, \"zones\": [{\"kind\": \"bell\", \"notes\": [1]}]} | is a drum, which has no bell",
                "{\"name\": \"Tom\", \"kind\": \"drum\", \"x\": 1, \"y\": 1, \"size\": 90, \"zones\": []} | There is no kind of pad",
                "{\"name\": \"Tom\", \"kind\": \"head\", \"x\": 1001, \"y\": 1, \"size\": 90, \"zones\": []} | stands outside of the drawing",
                "{\"name\": \"Tom\", \"kind\": \"head\", \"x\": 1, \"y\": 1, \"size\": 9, \"zones\": []} | is 9 wide",
                "{\"name\": \"Tom\", \"kind\": \"head\", \"x\": 1, \"y\": 1, \"size\": 90, \"zones\": [{\"kind\": \"rim\", \"notes\": [1]}, {\"kind\": \"rim\", \"notes\": [2]}]} | has two zones at one place",
                "{\"name\": \"Tom\", \"kind\": \"head\", \"x\": 1, \"y\": 1, \"size\": 90, \"zones\": [{\"kind\": \"rim\", \"notes\": [128]}]} | Note 128 does not exist"
            })
    void aPadThatCannotBeIsToldInASentence(String pad, String sentence) {
        String json = document(LINE).replaceFirst("\\{", "{\"pads\": [" + pad.replace("\\", "\\\\") + "], ");
        assertThatThrownBy(() -> NoteMapJson.read(json))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(sentence);
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
