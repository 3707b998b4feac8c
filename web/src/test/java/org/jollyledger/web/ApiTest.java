package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Arrays;
import java.util.List;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningApplication.class)
class ApiTest {
    private static final String KIT = """
            {"name": "Attic kit", "kind": "kit", "middleC": "C4", "channel": 10, "lines": [
              {"note": 36, "name": "Kick", "shortName": "BD", "sound": "kick", "chokeGroup": null},
              {"note": 38, "name": "Snare ♯1", "shortName": "SN", "sound": "snare.centre", "chokeGroup": 1}]}""";

    private static byte[] storm() throws Exception {
        return new ClassPathResource("demo/cues/Storm at Sea.mid").getContentAsByteArray();
    }

    @Test
    void isUp(Address address) throws Exception {
        HttpResponse<byte[]> response = Http.get(address.url("/actuator/health"));
        assertThat(response.statusCode()).isEqualTo(200);
        assertThat(Http.json(response).get("status").stringValue()).isEqualTo("UP");
    }

    @Test
    void listsTheMapsAndGivesTheirDocuments(Address address) throws Exception {
        JsonNode maps = Http.json(Http.get(address.url("/api/maps")));
        assertThat(maps)
                .extracting(map -> map.get("slug").stringValue())
                .contains("general-midi-1", "general-midi-2", "tin-parade");
        for (JsonNode map : maps) {
            JsonNode document = Http.json(
                    Http.get(address.url("/api/maps/" + map.get("slug").stringValue())));
            assertThat(document.get("name")).isEqualTo(map.get("name"));
            assertThat(document.get("lines")).hasSize(map.get("lineCount").intValue());
        }
    }

    @Test
    void takesAMapAndGivesItBack(Address address) throws Exception {
        HttpResponse<byte[]> created = Http.postJson(address.url("/api/maps"), KIT);
        assertThat(created.statusCode()).isEqualTo(201);
        String location = created.headers().firstValue("Location").orElseThrow();
        HttpResponse<byte[]> read =
                Http.get(URI.create(address.url("/")).resolve(location).toString());
        assertThat(Http.json(read).get("lines").get(1).get("name").stringValue())
                .isEqualTo("Snare ♯1");
        assertThat(Http.json(read).get("lines").get(1).get("chokeGroup").intValue())
                .isEqualTo(1);
        HttpResponse<byte[]> again = Http.postJson(address.url("/api/maps"), KIT);
        assertThat(again.headers().firstValue("Location"))
                .isNotEqualTo(created.headers().firstValue("Location"));
    }

    /** Each bad document: one sentence with line and field, an honest status, and nothing left behind. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "\"note\": 36| \"note\": 128| 422| 1| note| Line 1, note: Note 128 does not exist; notes are 0 to 127.",
                "\"sound\": \"kick\"| \"sound\": \"banjo\"| 422| 1| sound| There is no sound \"banjo\"",
                "\"note\": 36| \"position\": 2, \"note\": 36| 422| 2| position| Position 2 is taken by line 1",
                "\"kind\": \"kit\"| \"kind\": \"tuba\"| 422| 0| kind| There is no kind of map \"tuba\"",
                "\"name\": \"Kick\"| \"name\": 7| 422| 1| name| must be a text"
            })
    void refusesABadMapInOneSentence(
            String part, String bad, int status, int line, String field, String words, Address address)
            throws Exception {
        int before = Http.json(Http.get(address.url("/api/maps"))).size();
        HttpResponse<byte[]> refused = Http.postJson(address.url("/api/maps"), KIT.replace(part, bad));
        assertProblem(refused, status, words);
        JsonNode error = Http.json(refused).get("errors").get(0);
        assertThat(error.get("line").intValue()).isEqualTo(line);
        assertThat(error.get("field").stringValue()).isEqualTo(field);
        assertThat(Http.json(Http.get(address.url("/api/maps")))).hasSize(before);
    }

    /** RFC 9457: the content type and the members every problem has. */
    private static void assertProblem(HttpResponse<byte[]> response, int status, String words) {
        assertThat(response.statusCode()).isEqualTo(status);
        assertThat(response.headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        JsonNode problem = Http.json(response);
        assertThat(problem.get("status").intValue()).isEqualTo(status);
        assertThat(problem.get("title").stringValue()).isNotBlank();
        assertThat(problem.get("detail").stringValue()).contains(words).endsWith(".");
    }

    @Test
    void answersUnknownAddressesWithProblems(Address address) throws Exception {
        assertProblem(Http.get(address.url("/api/maps/nowhere")), 404, "There is no map \"nowhere\"");
        assertProblem(Http.get(address.url("/api/nothing")), 404, "There is nothing at this address");
        assertProblem(Http.postJson(address.url("/api/maps"), ""), 400, "No document was sent");
        assertProblem(Http.postJson(address.url("/api/maps"), "{"), 422, "The document is not JSON");
        HttpRequest.Builder delete =
                HttpRequest.newBuilder(URI.create(address.url("/api/maps"))).DELETE();
        assertProblem(Http.send(delete), 405, "not supported");
    }

    @Test
    void convertsAPartAndAccountsForEveryHit(Address address) throws Exception {
        String url = address.url("/api/convert?from=quayside-oak&to=tin-parade");
        HttpResponse<byte[]> converted = Http.postFile(url, "part", "Storm at Sea.mid", storm());
        assertThat(converted.statusCode()).isEqualTo(200);
        assertThat(converted.headers().firstValue("Content-Type")).contains("audio/midi");
        JsonNode statement =
                Http.json(Http.postFile(url, "part", "Storm at Sea.mid", storm(), "Accept", "application/json"));
        int out = Part.of(MidiFile.read(converted.body()), Channels.ALL).hitCount();
        assertThat(statement.get("hitsOut").intValue()).isEqualTo(out);
        assertThat(number(statement, "hitsIn")
                        + number(statement, "layered")
                        - number(statement, "folded")
                        - number(statement, "silent"))
                .isEqualTo(out);
        for (JsonNode line : statement.get("lines")) {
            assertThat(number(line, "hitsIn"))
                    .isEqualTo(number(line, "carried")
                            + number(line, "substituted")
                            + number(line, "silent")
                            + number(line, "unlisted"));
            assertThat(line.get("places")).hasSizeGreaterThanOrEqualTo(number(line, "folded") + number(line, "silent"));
        }
        // The note that is on no line of the large library passes and is named.
        assertThat(number(statement, "unlisted")).isOne();
        assertThat(statement.get("damage")).isEmpty();
    }

    private static int number(JsonNode node, String field) {
        return node.get(field).intValue();
    }

    @Test
    void aMapOntoItselfGivesBackTheSameBytes(Address address) throws Exception {
        HttpResponse<byte[]> same = Http.postFile(
                address.url("/api/convert?from=quayside-oak&to=quayside-oak"),
                "part",
                "storm.mid",
                storm(),
                "Accept",
                "audio/midi");
        assertThat(same.body()).isEqualTo(storm());
    }

    @Test
    void namesDamageWithItsPlace(Address address) throws Exception {
        byte[] cut = Arrays.copyOf(storm(), 2000);
        JsonNode statement = Http.json(Http.postFile(
                address.url("/api/convert?from=quayside-oak&to=tin-parade"),
                "part",
                "cut.mid",
                cut,
                "Accept",
                "application/json"));
        assertThat(number(statement, "hitsIn")).isPositive();
        assertThat(statement.get("damage")).isNotEmpty().allSatisfy(damage -> {
            assertThat(damage.get("offset").intValue()).isBetween(0, 2000);
            assertThat(damage.get("sentence").stringValue())
                    .contains("yte " + damage.get("offset").intValue())
                    .endsWith(".");
        });
    }

    @Test
    void refusesWhatIsNoPart(Address address) throws Exception {
        String url = address.url("/api/convert?from=general-midi-1&to=tin-parade");
        assertProblem(
                Http.postFile(url, "part", "letter.mid", "Dear puppets".getBytes()), 422, "This is not a MIDI file");
        assertProblem(Http.postFile(url, "part", "empty.mid", new byte[0]), 422, "The file is empty");
        assertProblem(Http.postFile(url, "file", "storm.mid", storm()), 400, "The form field \"part\"");
        assertProblem(Http.postJson(url, "{}"), 400, "multipart/form-data");
        assertProblem(
                Http.postFile(url.replace("tin-parade", "nowhere"), "part", "storm.mid", storm()),
                404,
                "There is no map \"nowhere\"");
        assertProblem(
                Http.postFile(address.url("/api/convert?from=general-midi-1"), "part", "storm.mid", storm()),
                400,
                "The parameter \"to\" is missing");
    }

    /** Every demo map to every other and to both standards: balanced, readable, nothing refused. */
    @Test
    void everyCueConvertsToEveryMap(Address address) throws Exception {
        List<String> slugs = List.of(
                "general-midi-1",
                "general-midi-2",
                "quayside-oak",
                "tin-parade",
                "candle-brushes",
                "otterbrook-e7",
                "pebbledash-16",
                "lamplighter-box-parlour-set",
                "lamplighter-box-street-set",
                "lamplighter-box-night-set");
        for (String target : slugs) {
            JsonNode statement = Http.json(Http.postFile(
                    address.url("/api/convert?from=quayside-oak&to=" + target),
                    "part",
                    "storm.mid",
                    storm(),
                    "Accept",
                    "application/json"));
            assertThat(statement.get("balances").booleanValue()).as(target).isTrue();
        }
    }
}
