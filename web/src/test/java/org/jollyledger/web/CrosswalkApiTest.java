package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jollyledger.web.support.Batches;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

/** Crosswalks, recognition and batches for programs. */
@ExtendWith(RunningApplication.class)
class CrosswalkApiTest {
    private static final String PAIR = "from=quayside-oak&to=tin-parade";

    private static byte[] cue(String name) throws Exception {
        return new ClassPathResource("demo/cues/" + name + ".mid").getContentAsByteArray();
    }

    private static JsonNode propose(Address address, String more) throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        URI.create(address.url("/api/crosswalks/propose?" + PAIR + more)))
                .POST(HttpRequest.BodyPublishers.noBody());
        HttpResponse<byte[]> answer = Http.send(request);
        assertThat(answer.statusCode()).as(Http.text(answer)).isEqualTo(200);
        return Http.json(answer);
    }

    @Test
    void proposesWithAndWithoutAPart(Address address) throws Exception {
        JsonNode typical = propose(address, "");
        assertThat(typical.get("crosswalk").get("routes")).hasSize(76);
        assertThat(typical.get("losses").isNull()).isTrue();
        JsonNode first = typical.get("reasons").get(0);
        assertThat(first.get("reason").stringValue()).isNotBlank();
        JsonNode kept = propose(address, "&keptPart=harbour-overture");
        assertThat(kept.get("losses")).isNotEmpty();
        HttpResponse<byte[]> sent = Http.postFile(
                address.url("/api/crosswalks/propose?" + PAIR), "part", "overture.mid", cue("Harbour Overture"));
        assertThat(Http.json(sent)).isEqualTo(kept);
        JsonNode crash = reason(kept, 78);
        assertThat(crash.get("otherWays").get(0).get("because").stringValue()).isNotBlank();
        assertThat(crash.get("otherWays").get(0).get("extra").doubleValue())
                .isLessThanOrEqualTo(crash.get("otherWays").get(1).get("extra").doubleValue());
    }

    private static JsonNode reason(JsonNode proposal, int note) {
        for (JsonNode reason : proposal.get("reasons")) {
            if (reason.get("note").intValue() == note) {
                return reason;
            }
        }
        throw new AssertionError("no reason for " + note);
    }

    private static HttpResponse<byte[]> put(Address address, String path, String body, String... headers)
            throws Exception {
        return Http.send(
                HttpRequest.newBuilder(URI.create(address.url(path)))
                        .header("Content-Type", "application/json")
                        .PUT(HttpRequest.BodyPublishers.ofString(body)),
                headers);
    }

    @Test
    void keepsReadsReplacesAppliesAndReverses(Address address) throws Exception {
        String document =
                propose(address, "&keptPart=storm-at-sea").get("crosswalk").toString();
        HttpResponse<byte[]> created = Http.postJson(address.url("/api/crosswalks"), document);
        assertThat(created.statusCode()).as(Http.text(created)).isEqualTo(201);
        String path = created.headers().firstValue("Location").orElseThrow();
        assertThat(created.headers().firstValue("ETag")).hasValue("\"1\"");
        assertThat(Http.json(Http.get(address.url("/api/crosswalks"))))
                .anySatisfy(
                        kept -> assertThat("/api/crosswalks/" + kept.get("slug").stringValue())
                                .isEqualTo(path));

        byte[] storm = cue("Storm at Sea");
        HttpResponse<byte[]> applied = Http.postFile(address.url(path + "/apply"), "part", "storm.mid", storm);
        HttpResponse<byte[]> converted = Http.postFile(address.url("/api/convert?" + PAIR), "part", "storm.mid", storm);
        assertThat(applied.body()).isEqualTo(converted.body());
        HttpResponse<byte[]> kept = Http.postJson(address.url(path + "/apply?keptPart=storm-at-sea"), "");
        assertThat(kept.body()).isEqualTo(converted.body());
        assertThat(Http.postJson(address.url(path + "/apply"), "").statusCode()).isEqualTo(400);
        JsonNode statement = Http.json(
                Http.postFile(address.url(path + "/apply"), "part", "storm.mid", storm, "Accept", "application/json"));
        assertThat(statement.get("balances").booleanValue()).isTrue();
        assertThat(statement.get("losses").get(0).get("code").stringValue()).matches("[a-z-]+\\.\\d+\\.\\d*\\.\\d*");

        String renamed = document.replaceFirst("\"name\":\"[^\"]*\"", "\"name\":\"Storm routes\"");
        assertThat(put(address, path, renamed).statusCode()).isEqualTo(428);
        HttpResponse<byte[]> replaced = put(address, path, renamed, "If-Match", "\"1\"");
        assertThat(replaced.statusCode()).as(Http.text(replaced)).isEqualTo(200);
        assertThat(Http.json(replaced).get("name").stringValue()).isEqualTo("Storm routes");
        assertThat(put(address, path, renamed, "If-Match", "\"1\"").statusCode())
                .isEqualTo(409);

        JsonNode back = Http.json(Http.get(address.url(path + "/reversed")));
        assertThat(back.get("lossless").booleanValue()).isFalse();
        assertThat(back.get("lost")).extracting(JsonNode::intValue).contains(74);
        assertThat(back.get("crosswalk").get("from").stringValue()).isEqualTo("Tin Parade");
        assertThat(Http.json(Http.get(address.url(path + "/overtaken")))).isEmpty();

        HttpResponse<byte[]> copy = Http.postJson(address.url(path + "/copies?name=Another"), "");
        assertThat(copy.statusCode()).isEqualTo(201);
        assertThat(Http.send(HttpRequest.newBuilder(URI.create(address.url(path)))
                                .DELETE())
                        .statusCode())
                .isEqualTo(204);
        assertThat(Http.get(address.url(path)).statusCode()).isEqualTo(404);
        assertThat(Http.postJson(address.url(path + "/bring-back"), "").statusCode())
                .isEqualTo(200);
    }

    /** Each wrong document, and the words of the sentence that says what is wrong. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{} | \"name\"",
                "nothing | JSON",
                "{\"name\":\"x\",\"from\":\"Nowhere\",\"to\":\"Tin Parade\",\"routes\":[]} | named \"Nowhere\", which is not in the ledger",
                "{\"name\":\"x\",\"from\":\"Tin Parade\",\"to\":\"Tin Parade\",\"routes\":[{\"note\":300,\"sound\":\"kick\",\"targets\":[]}]} | 300"
            })
    void aWrongDocumentIsRefusedWithItsPlace(String document, String words, Address address) throws Exception {
        HttpResponse<byte[]> answer = Http.postJson(address.url("/api/crosswalks"), document);
        assertThat(answer.statusCode()).isEqualTo(422);
        assertThat(Http.text(answer).replace("\\\"", "\"")).contains(words);
    }

    @Test
    void recognisesTheLayoutOfAPart(Address address) throws Exception {
        JsonNode layouts = Http.json(Http.postFile(
                address.url("/api/parts/recognise?most=3"), "part", "waltz.mid", cue("Clockmaker's Waltz")));
        assertThat(layouts).hasSize(3);
        assertThat(layouts.get(0).get("slug").stringValue()).isEqualTo("candle-brushes");
        assertThat(layouts.get(0).get("reasons").get(0).stringValue()).startsWith("it has all");
        assertThat(layouts.get(1).get("score").doubleValue())
                .isLessThanOrEqualTo(layouts.get(0).get("score").doubleValue());
        JsonNode answer = Http.json(
                Http.postFile(address.url("/api/parts/layout?most=2"), "part", "storm.mid", cue("Storm at Sea")));
        assertThat(answer.get("confidence").stringValue()).isIn("certain", "likely");
        assertThat(answer.get("sentence").stringValue()).contains("written for Quayside Oak");
        assertThat(answer.get("layouts")).hasSize(2);
        HttpResponse<byte[]> refused = Http.postFile(
                address.url("/api/parts/recognise"), "part", "letter.mid", "Dear".getBytes(StandardCharsets.UTF_8));
        assertThat(refused.statusCode()).isEqualTo(422);
    }

    @Test
    void convertsABatchAndGivesItsResult(Address address) throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (int i = 0; i < 30; i++) {
            files.put("Fair/" + i + ".mid", cue("Storm at Sea"));
        }
        files.put("Fair/notes.txt", "Dear puppets".getBytes(StandardCharsets.UTF_8));
        files.put("../letter.mid", "Dear puppets".getBytes(StandardCharsets.UTF_8));
        HttpResponse<byte[]> begun =
                Http.postFile(address.url("/api/batches?" + PAIR), "file", "fair.zip", Zips.of(files));
        assertThat(begun.statusCode()).as(Http.text(begun)).isEqualTo(202);
        String path = begun.headers().firstValue("Location").orElseThrow();
        JsonNode batch = waitFor(address, path);
        assertThat(batch.get("state").stringValue()).isEqualTo("done");
        assertThat(batch.get("expected").intValue()).isEqualTo(32);
        assertThat(batch.get("routes").stringValue()).isEqualTo("together");
        JsonNode progress = batch.get("progress");
        assertThat(progress.get("parts").intValue()).isEqualTo(30);
        assertThat(progress.get("others").intValue()).isEqualTo(2);
        assertThat(batch.get("problems")).hasSize(2);
        assertThat(progress.get("hitsIn").longValue()).isEqualTo(30 * 484);
        Map<String, byte[]> result =
                Zips.read(Http.get(address.url(path + "/result")).body());
        assertThat(result).hasSize(35).containsKey("letter.mid").doesNotContainKey("../letter.mid");
        assertThat(result.get("Fair/notes.txt")).asString().isEqualTo("Dear puppets");
        assertThat(Http.send(HttpRequest.newBuilder(URI.create(address.url(path)))
                                .DELETE())
                        .statusCode())
                .isEqualTo(204);
        assertThat(Http.get(address.url(path)).statusCode()).isEqualTo(404);
    }

    private static JsonNode waitFor(Address address, String path) throws Exception {
        return await().atMost(Duration.ofSeconds(30))
                .until(() -> Http.json(Http.get(address.url(path))), batch -> !Batches.isUnderWay(batch));
    }

    @Test
    void aBatchThatCannotBeBegunIsRefused(Address address) throws Exception {
        byte[] archive = Zips.of(Map.of("a.mid", cue("Storm at Sea")));
        assertThat(Http.postFile(address.url("/api/batches"), "file", "a.zip", archive)
                        .statusCode())
                .isEqualTo(400);
        assertThat(Http.postFile(address.url("/api/batches?crosswalk=nowhere"), "file", "a.zip", archive)
                        .statusCode())
                .isEqualTo(404);
        assertThat(Http.postFile(address.url("/api/batches?" + PAIR), "file", "a.zip", new byte[0])
                        .statusCode())
                .isEqualTo(400);
        assertThat(Http.get(address.url("/api/batches/../../etc/result")).statusCode())
                .isBetween(400, 404);
        HttpResponse<byte[]> noZip = Http.postFile(
                address.url("/api/batches?" + PAIR), "file", "a.zip", "no zip".getBytes(StandardCharsets.UTF_8));
        JsonNode batch = waitFor(address, noZip.headers().firstValue("Location").orElseThrow());
        assertThat(batch.get("problems").get(0).get("sentence").stringValue()).startsWith("is damaged here");
    }
}
