package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.QuickStart;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

/** The application as a process of its own, which can be killed. */
class DurabilityTest {
    private static final int START_SECONDS = 90;
    private static final int MAPS_BEFORE_THE_BATCH = 40;
    private static final int MAPS_BEFORE_THE_KILL = 5;
    private static final int PARTS = 4_000;

    private static List<String> java;

    private static final List<Process> STARTED = new ArrayList<>();

    /** A test that fails leaves nothing running. */
    @AfterEach
    void endAll() {
        STARTED.forEach(Process::destroyForcibly);
        STARTED.clear();
    }

    @BeforeAll
    static void pack(@TempDir Path folder) throws Exception {
        java = QuickStart.command(folder);
    }

    private record Started(Process process, String url, Path log) {}

    private static Started start(Path folder, String... options) throws Exception {
        int port = RunningApplication.freePort();
        Path log = Files.createTempFile(folder, "log", ".txt");
        List<String> command = new ArrayList<>(java);
        command.addAll(List.of("--server.port=" + port, "--jolly-ledger.data=" + folder.resolve("data")));
        command.addAll(List.of(options));
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        STARTED.add(process);
        return new Started(process, "http://localhost:" + port, log);
    }

    private static void awaitReady(Started started) throws Exception {
        await().atMost(Duration.ofSeconds(START_SECONDS))
                .failFast("it has ended", () -> !started.process.isAlive())
                .untilAsserted(() ->
                        assertThat(Files.readString(started.log)).contains("Jolly Ledger is ready at " + started.url));
    }

    private static String document(int number) {
        return "{\"name\": \"Kit " + number + "\", \"kind\": \"kit\", \"middleC\": \"C3\", \"lines\": ["
                + "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\"}]}";
    }

    /**
     * Killed in the middle of saving one map after another, and of a batch: every map that was acknowledged is there,
     * whole; the batch says so, and what came in is still there to begin again.
     */
    @Test
    void whatWasSavedSurvivesAKillAndABatchBeginsAgain(@TempDir Path folder) throws Exception {
        Started first = start(folder, "--jolly-ledger.demo=false");
        awaitReady(first);
        byte[] cue = new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray();
        Http.postFile(first.url + "/api/parts", "part", "tightrope.mid", cue);
        for (int base = 1; base <= 3; base++) {
            HttpResponse<byte[]> edited = Http.postJson(
                    first.url + "/api/parts/tightrope/edits",
                    "{\"base\": " + base + ", \"what\": \"remove\", \"hits\": \"0\"}");
            assertThat(edited.statusCode()).isEqualTo(200);
        }
        List<String> acknowledged = new ArrayList<>();
        for (int number = 0; number < MAPS_BEFORE_THE_BATCH; number++) {
            acknowledged.add(saved(first, number));
        }
        HttpResponse<byte[]> begun = Http.postFile(
                first.url + "/api/batches?from=general-midi-1&to=general-midi-2", "file", "all.zip", manyParts());
        String batch = begun.headers().firstValue("Location").orElseThrow();
        assertThat(state(first, batch)).isIn("waiting", "running");
        saveUntilKilled(first, acknowledged);
        assertThat(acknowledged).hasSizeGreaterThanOrEqualTo(MAPS_BEFORE_THE_BATCH + MAPS_BEFORE_THE_KILL);

        Started second = start(folder, "--jolly-ledger.demo=false");
        awaitReady(second);
        assertThat(state(second, batch)).isEqualTo("interrupted");
        assertThat(Http.get(second.url + batch + "/result").statusCode()).isEqualTo(404);
        for (String location : acknowledged) {
            JsonNode map = Http.json(Http.get(second.url + location));
            assertThat(map.get("lines")).hasSize(1);
        }
        assertThat(Http.json(Http.get(second.url + "/api/parts/tightrope/versions")))
                .as("the file as it came, and three versions")
                .hasSize(4);
        assertThat(Http.json(Http.get(second.url + "/api/parts/tightrope/hits"))
                        .get("total")
                        .intValue())
                .isEqualTo(155);
        int stored = Http.json(Http.get(second.url + "/api/maps")).size();
        assertThat(stored).isBetween(acknowledged.size() + 2, acknowledged.size() + 3);
        assertThat(Http.postJson(second.url + batch + "/begin", "").statusCode())
                .isEqualTo(200);
        await().atMost(Duration.ofSeconds(START_SECONDS))
                .until(() -> state(second, batch).equals("done"));
        assertThat(Zips.read(Http.get(second.url + batch + "/result").body())).hasSize(PARTS + 3);
    }

    private static String saved(Started started, int number) throws Exception {
        HttpResponse<byte[]> response = Http.postJson(started.url + "/api/maps", document(number));
        assertThat(response.statusCode()).isEqualTo(201);
        return response.headers().firstValue("Location").orElseThrow();
    }

    private static void saveUntilKilled(Started started, List<String> acknowledged) throws Exception {
        CountDownLatch enough = new CountDownLatch(MAPS_BEFORE_THE_KILL);
        Thread killer = new Thread(() -> {
            try {
                enough.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            started.process.destroyForcibly();
        });
        killer.start();
        try {
            for (int number = MAPS_BEFORE_THE_BATCH; ; number++) {
                acknowledged.add(saved(started, number));
                enough.countDown();
            }
        } catch (IOException killed) {
            // The application is gone in the middle of a save, as intended.
            killer.join();
        }
        started.process.waitFor();
    }

    private static byte[] manyParts() throws Exception {
        byte[] storm = new ClassPathResource("demo/cues/Storm at Sea.mid").getContentAsByteArray();
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (int i = 0; i < PARTS; i++) {
            files.put(i + ".mid", storm);
        }
        return Zips.of(files);
    }

    private static String state(Started started, String batch) throws Exception {
        return Http.json(Http.get(started.url + batch)).get("state").stringValue();
    }

    @Test
    void doesNotOpenToOtherMachinesWithoutAPassword(@TempDir Path folder) throws Exception {
        Started refused = start(folder, "--server.address=0.0.0.0");
        assertThat(refused.process.waitFor(START_SECONDS, TimeUnit.SECONDS)).isTrue();
        assertThat(refused.process.exitValue()).isNotZero();
        assertThat(Files.readString(refused.log))
                .contains("can be reached from other machines, and no password is set.", "JOLLY_LEDGER_PASSWORD");
    }

    @Test
    void asksForThePasswordWhereOneIsSet(@TempDir Path folder) throws Exception {
        Started started = start(
                folder, "--server.address=0.0.0.0", "--jolly-ledger.password=curtain", "--jolly-ledger.demo=false");
        try {
            awaitReady(started);
            assertThat(Http.get(started.url + "/api/maps", "Accept", "application/json")
                            .statusCode())
                    .isEqualTo(401);
            String owner = Base64.getEncoder().encodeToString("owner:curtain".getBytes());
            HttpResponse<byte[]> entered = Http.get(started.url + "/api/maps", "Authorization", "Basic " + owner);
            assertThat(Http.json(entered)).hasSize(2);
        } finally {
            started.process.destroyForcibly().waitFor();
        }
    }
}
