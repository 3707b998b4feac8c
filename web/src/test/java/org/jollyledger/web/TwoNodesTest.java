package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.h2.tools.Server;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.QuickStart;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

/** Two applications with one database, in a server of its own, and one data folder. */
class TwoNodesTest {
    private static final Duration LONGEST_START = Duration.ofMinutes(4);
    private static final int COPIES = 300;

    private final List<Process> started = new ArrayList<>();

    private record Node(Process process, String url) {}

    @AfterEach
    void endAll() {
        started.forEach(Process::destroyForcibly);
    }

    private Node start(List<String> java, Path folder, int database) throws Exception {
        int port = RunningApplication.freePort();
        List<String> command = new ArrayList<>(java);
        command.addAll(List.of(
                "--server.port=" + port,
                "--jolly-ledger.data=" + folder.resolve("data"),
                "--spring.datasource.url=jdbc:h2:tcp://localhost:" + database + "/ledger;WRITE_DELAY=0"));
        Path log = folder.resolve("log-" + port + ".txt");
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        started.add(process);
        await().atMost(LONGEST_START)
                .failFast("it has ended", () -> !process.isAlive())
                .until(() -> Files.readString(log).contains("is ready at"));
        return new Node(process, "http://localhost:" + port);
    }

    private static byte[] manyParts() throws Exception {
        byte[] cue = new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray();
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (int copy = 0; copy < COPIES; copy++) {
            files.put("part " + copy + ".mid", cue);
        }
        return Zips.of(files);
    }

    private static JsonNode get(String url) throws Exception {
        HttpResponse<byte[]> answer = Http.get(url);
        assertThat(answer.statusCode()).as(url).isEqualTo(200);
        return Http.json(answer);
    }

    @Test
    void eachSeesWhatTheOtherSavesAndFinishesItsBatch(@TempDir Path folder) throws Exception {
        List<String> java = QuickStart.command();
        int port = RunningApplication.freePort();
        Server database = Server.createTcpServer(
                        "-tcpPort",
                        String.valueOf(port),
                        "-ifNotExists",
                        "-baseDir",
                        folder.resolve("data").toString())
                .start();
        try {
            Node one = start(java, folder, port);
            Node other = start(java, folder, port);
            JsonNode map = get(one.url + "/api/maps/quayside-oak");
            HttpResponse<byte[]> copy = Http.postJson(
                    one.url + "/api/maps", map.toString().replaceFirst("\"name\":\"[^\"]*\"", "\"name\":\"Shared\""));
            assertThat(copy.statusCode()).as(Http.text(copy)).isEqualTo(201);
            assertThat(get(other.url + "/api/maps/shared").get("lines")).isEqualTo(map.get("lines"));

            HttpResponse<byte[]> begun = Http.postFile(
                    one.url + "/api/batches?from=general-midi-1&to=general-midi-2", "file", "all.zip", manyParts());
            String batch = begun.headers().firstValue("Location").orElseThrow();
            assertThat(get(other.url + batch).get("state").stringValue()).isIn("waiting", "running");
            one.process.destroyForcibly().waitFor();
            await().atMost(Duration.ofMinutes(1))
                    .until(() ->
                            get(other.url + batch).get("state").stringValue().equals("done"));
            assertThat(Zips.read(Http.get(other.url + batch + "/result").body()))
                    .hasSizeGreaterThan(COPIES);
            assertThat(get(other.url + "/api/maps/shared").get("lines")).isEqualTo(map.get("lines"));
        } finally {
            database.stop();
        }
    }
}
