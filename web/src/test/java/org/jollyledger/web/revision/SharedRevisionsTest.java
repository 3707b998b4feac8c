package org.jollyledger.web.revision;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.jollyledger.web.backup.WrittenBackups;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Revisions take the room of what they change, and each of them stays what it was. */
@ExtendWith(RunningApplication.class)
class SharedRevisionsTest {
    private static final int EDITS = 40;

    private static HttpResponse<byte[]> good(HttpResponse<byte[]> answer) {
        assertThat(answer.statusCode()).as(Http.text(answer)).isBetween(200, 299);
        return answer;
    }

    private static HttpResponse<byte[]> put(String url, String json) throws Exception {
        return good(Http.send(HttpRequest.newBuilder(URI.create(url))
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(json))));
    }

    private static byte[] body(String url) throws Exception {
        return good(Http.get(url)).body();
    }

    private static void post(String url) throws Exception {
        good(Http.send(HttpRequest.newBuilder(URI.create(url)).POST(HttpRequest.BodyPublishers.noBody())));
    }

    /** The revisions that are kept of a thing, and the bytes that they take. */
    private record Room(int revisions, long bytes, int told) {}

    private static Room room(byte[] backup, String things, String revisions, String owner, String slug)
            throws Exception {
        Map<String, byte[]> entries = Zips.read(backup);
        long id = WrittenBackups.records(entries, things).stream()
                .filter(thing -> thing.get("slug").stringValue().equals(slug))
                .findFirst()
                .orElseThrow()
                .get("id")
                .longValue();
        List<JsonNode> of = WrittenBackups.records(entries, revisions).stream()
                .filter(revision -> revision.get(owner).longValue() == id)
                .toList();
        return new Room(
                of.size(),
                of.stream()
                        .mapToLong(revision -> revision.get("difference").longValue())
                        .sum(),
                (int) of.stream()
                        .filter(revision -> !revision.get("base").isNull())
                        .count());
    }

    @Test
    void aMapThatIsEditedTakesWhatItsEditsAre(Address address) throws Exception {
        ObjectNode document = (ObjectNode) Http.json(Http.get(address.url("/api/maps/quayside-oak")));
        document.put("name", "Edited again and again");
        HttpResponse<byte[]> added = good(Http.postJson(address.url("/api/maps"), document.toString()));
        String map = address.url(added.headers().firstValue("Location").orElseThrow());
        Map<Integer, byte[]> states = new HashMap<>();
        states.put(1, body(map));
        int length = states.get(1).length;
        Random random = new Random(1);
        for (int edit = 1; edit <= EDITS; edit++) {
            JsonNode lines = document.get("lines");
            ObjectNode line = (ObjectNode) lines.get(random.nextInt(lines.size()));
            line.put("name", "Take " + edit + " of " + random.nextInt(1_000));
            put(map + "?revision=" + edit, document.toString());
            states.put(edit + 1, body(map));
        }
        post(map + "/revisions/7/restore?revision=" + (EDITS + 1));
        states.put(EDITS + 2, states.get(7));

        for (Map.Entry<Integer, byte[]> state : states.entrySet()) {
            assertThat(body(map + "/revisions/" + state.getKey()))
                    .as("revision " + state.getKey())
                    .isEqualTo(state.getValue());
        }
        Room room = room(
                body(address.url("/api/backup")),
                "note_map",
                "map_revision",
                "map_id",
                map.substring(map.lastIndexOf('/') + 1));
        assertThat(room.revisions()).isEqualTo(EDITS + 2);
        assertThat(room.told()).isBetween(EDITS / 2, EDITS + 1);
        assertThat(room.bytes() / room.revisions()).isLessThan(length / 24);
    }

    @Test
    void aPartThatIsEditedTakesWhatItsEditsAre(Address address) throws Exception {
        byte[] bytes = new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray();
        String slug = Http.json(good(Http.postFile(address.url("/api/parts"), "part", "Edited often.mid", bytes)))
                .get("slug")
                .stringValue();
        String part = address.url("/api/parts/" + slug);
        Map<Integer, byte[]> states = new HashMap<>();
        states.put(1, bytes);
        int last = 1;
        for (int hit = 0; hit < EDITS; hit++) {
            HttpResponse<byte[]> edited = good(Http.postJson(
                    part + "/edits",
                    "{\"base\": " + last + ", \"map\": \"quayside-oak\", \"what\": \"velocity\", \"velocity\": "
                            + (hit % 120 + 1) + ", \"hits\": \"" + hit + "\"}"));
            last = Http.json(edited).get("revision").intValue();
            states.put(last, body(part + "/file"));
        }
        assertThat(last).isGreaterThan(EDITS * 3 / 4);
        for (int earlier : new int[] {1, 2, 3, EDITS / 2, last}) {
            post(part + "/versions/" + earlier + "/return?base=" + last);
            last++;
            assertThat(body(part + "/file")).as("version " + earlier).isEqualTo(states.get(earlier));
        }
        Room room = room(body(address.url("/api/backup")), "part", "part_revision", "part_id", slug);
        assertThat(room.revisions()).isEqualTo(last - 1);
        assertThat(room.told()).isGreaterThan(EDITS / 2);
        assertThat(room.bytes() / room.revisions()).isLessThan(bytes.length / 10);
    }
}
