package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.QuickStart;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.io.ClassPathResource;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.JsonNode;

/** The application as a process of its own, which can be killed. */
class DurabilityTest {
    private static final int MOST_SECONDS_TO_STOP = 40;
    private static final int ROUNDS = 2;
    /** How many rounds of kills are tried. */
    private static final String KILLS = "jolly-ledger.kills";

    private static final int MINUTE = 60;
    private static final int START_SECONDS = 180;
    private static final int MAPS_BEFORE_THE_BATCH = 40;
    private static final int MAPS_BEFORE_THE_KILL = 5;
    private static final int PARTS = 300;
    private static final int MAPS_AT_ONCE = 300;
    /** Milliseconds; an import or a restore takes about that long. */
    private static final int LATEST_KILL = 2_500;

    private static List<String> java;

    private static final List<Process> STARTED = new ArrayList<>();

    /** A test that fails leaves nothing running. */
    @AfterEach
    void endAll() {
        STARTED.forEach(Process::destroyForcibly);
        STARTED.clear();
    }

    @BeforeAll
    static void pack() throws Exception {
        java = QuickStart.command();
    }

    private record Started(Process process, String url, Path log) {}

    private static Started start(Path folder, String... options) throws Exception {
        return startWithHeap("1g", folder, options);
    }

    private static Started startWithHeap(String heap, Path folder, String... options) throws Exception {
        int port = RunningApplication.freePort();
        Path log = Files.createTempFile(folder, "log", ".txt");
        List<String> command = new ArrayList<>(java);
        command.addAll(List.of("--server.port=" + port, "--jolly-ledger.data=" + folder.resolve("data")));
        command.addAll(List.of(options));
        command.add(1, "-Xmx" + heap);
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
        return document("Kit " + number);
    }

    private static String document(String name) {
        return "{\"name\": \"" + name + "\", \"kind\": \"kit\", \"middleC\": \"C3\", \"lines\": ["
                + "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\"}]}";
    }

    /** A part with so many hits: each is struck for 20 ticks and 20 after the last one. */
    private static byte[] partWith(int hits) {
        byte[] hit = {20, (byte) 0x99, 36, 100, 20, (byte) 0x99, 36, 0};
        ByteBuffer file = ByteBuffer.allocate(26 + hits * hit.length);
        file.put("MThd".getBytes(StandardCharsets.US_ASCII)).putInt(6);
        file.putShort((short) 0).putShort((short) 1).putShort((short) 480);
        file.put("MTrk".getBytes(StandardCharsets.US_ASCII)).putInt(hits * hit.length + 4);
        for (int number = 0; number < hits; number++) {
            file.put(hit);
        }
        return file.put(new byte[] {0, (byte) 0xff, 0x2f, 0}).array();
    }

    /** One ledger through a life of kills: a start takes its time, so that each of them serves what comes next, too. */
    @Test
    void nothingAcknowledgedIsLostAndNothingIsHalfDone(@TempDir Path folder) throws Exception {
        Started second = assertSavedSurvivesAKill(folder);
        Started third = assertImportIsWholeOrNotThere(folder, second);
        assertStopsInTheMiddleOfLongWork(assertRestoreIsWholeOrNotThere(folder, third));
        Started last = startWithHeap("192m", folder, "--jolly-ledger.demo=false");
        awaitReady(last);
        assertASmallHeapIsNeverRunOutOf(last);
    }

    /** The same kills again and again, as often as the property says; a round takes about half a minute. */
    @Test
    @EnabledIfSystemProperty(named = KILLS, matches = "\\d+")
    void nothingIsLostHoweverOftenItIsKilled(@TempDir Path folder) throws Exception {
        for (int round = 0; round < Integer.getInteger(KILLS); round++) {
            Path own = Files.createDirectory(folder.resolve("round-" + round));
            Started first = start(own, "--jolly-ledger.demo=false");
            awaitReady(first);
            for (int number = 0; number < MAPS_BEFORE_THE_BATCH; number++) {
                saved(first, number);
            }
            Started third = assertImportIsWholeOrNotThere(own, first);
            Started fourth = assertRestoreIsWholeOrNotThere(own, third);
            fourth.process.destroyForcibly().waitFor();
            FileSystemUtils.deleteRecursively(own);
        }
    }

    /** What a kill leaves in the middle of work is cleared by the next start. */
    private static void assertNothingIsLeftBehind(Path folder) {
        await().atMost(Duration.ofSeconds(MINUTE)).untilAsserted(() -> {
            assertThat(folder.resolve("data/passing")).isEmptyDirectory();
            assertThat(folder.resolve("data/backups"))
                    .isDirectoryNotContaining("glob:**/{making-,restoring-}*")
                    .isDirectoryNotContaining("glob:**.part");
            try (Stream<Path> all = Files.list(folder.resolve("data"))) {
                assertThat(all.map(path -> path.getFileName().toString()).filter(name -> name.startsWith("batches")))
                        .hasSizeLessThanOrEqualTo(1);
            }
        });
    }

    /** What is too large for the memory is refused, what is large waits for its turn, and everything goes on. */
    private static void assertASmallHeapIsNeverRunOutOf(Started started) throws Exception {
        Map<String, Integer> parts = Map.of("huge", 1_900_000, "large", 300_000, "lengthy", 60_000);
        for (Map.Entry<String, Integer> part : parts.entrySet()) {
            HttpResponse<byte[]> kept = Http.postFile(
                    started.url + "/api/parts", "part", part.getKey() + ".mid", partWith(part.getValue()));
            assertThat(kept.statusCode()).as(Http.text(kept)).isIn(201, 413);
        }
        List<String> paths = List.of(
                "/parts/large",
                "/parts/large?map=tin-parade",
                "/parts/large/reconcile",
                "/parts/lengthy",
                "/parts/lengthy?map=quayside-oak",
                "/parts/lengthy/reconcile",
                "/parts/lengthy/download/csv",
                "/parts/huge",
                "/parts/huge?map=tin-parade",
                "/parts/huge/reconcile",
                "/");
        assertThat(Http.get(started.url + "/parts/lengthy").statusCode()).isEqualTo(200);
        assertThat(Http.get(started.url + "/parts/large/reconcile").statusCode())
                .isEqualTo(413);
        List<CompletableFuture<HttpResponse<byte[]>>> answers = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            for (String path : paths) {
                answers.add(Http.getLater(started.url + path));
            }
        }
        for (CompletableFuture<HttpResponse<byte[]>> answer : answers) {
            assertThat(answer.get(MINUTE, TimeUnit.SECONDS).statusCode())
                    .as(answer.get().uri().toString())
                    .isIn(200, 404, 413, 503);
        }
        assertThat(Files.readString(started.log)).doesNotContain("memory", "OutOfMemoryError");
        assertThat(Http.get(started.url + "/actuator/health").statusCode()).isEqualTo(200);
    }

    /**
     * Killed in the middle of saving one map after another, and of a batch: every map that was acknowledged is there,
     * whole; the batch says so, and what came in is still there to begin again.
     */
    private static Started assertSavedSurvivesAKill(Path folder) throws Exception {
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
        assertThat(Files.readString(folder.resolve("data/log/jolly-ledger.log")).lines())
                .anyMatch(line ->
                        line.matches("\\S+ INFO  127\\.0\\.0\\.1: part “tightrope” \\(\\d+\\) revision 1: added"))
                .anyMatch(line -> line.matches("\\S+ INFO  127.*: part “tightrope” \\(\\d+\\) revision 4: .* deleted"));
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
        return second;
    }

    /** Asked to stop in the middle of long work, it does so at once: such work takes minutes. */
    private static void assertStopsInTheMiddleOfLongWork(Started started) throws Exception {
        Http.postFile(started.url + "/api/parts", "part", "long.mid", partWith(400_000));
        List<CompletableFuture<HttpResponse<byte[]>>> under = IntStream.range(0, 6)
                .mapToObj(number ->
                        Http.getLater(started.url + "/parts/long/download/" + (number % 2 == 0 ? "csv" : "musicxml")))
                .toList();
        await().atMost(Duration.ofSeconds(MINUTE))
                .until(() -> Http.text(Http.get(started.url + "/server"))
                        .matches("(?s).*Requests at work</td>\\s*<td[^>]*>[2-9].*"));
        assertThat(under).anyMatch(answer -> !answer.isDone());
        started.process.destroy();
        assertThat(started.process.waitFor(MOST_SECONDS_TO_STOP, TimeUnit.SECONDS))
                .isTrue();
    }

    private static Map<String, byte[]> mapsAtOnce() {
        Map<String, byte[]> maps = new LinkedHashMap<>();
        for (int number = 0; number < MAPS_AT_ONCE; number++) {
            maps.put(number + ".json", document("At once " + number).getBytes(StandardCharsets.UTF_8));
        }
        return maps;
    }

    /** An import that is killed somewhere on its way is done, or was never begun. */
    private static Started assertImportIsWholeOrNotThere(Path folder, Started second) throws Exception {
        Map<String, byte[]> maps = mapsAtOnce();
        int before = names(second).size();
        killIn(second, () -> Http.send(body(second.url + "/api/maps/import", Zips.of(maps))));

        Started third = start(folder, "--jolly-ledger.demo=false");
        awaitReady(third);
        int came = names(third).size() - before;
        assertThat(came).isIn(0, MAPS_AT_ONCE);
        if (came == 0) {
            assertThat(Http.send(body(third.url + "/api/maps/import", Zips.of(maps)))
                            .statusCode())
                    .isEqualTo(200);
        }
        assertThat(names(third)).hasSize(before + MAPS_AT_ONCE);
        return third;
    }

    /** A restore that is killed somewhere on its way is done, or was never begun. */
    private static Started assertRestoreIsWholeOrNotThere(Path folder, Started third) throws Exception {
        Set<String> before = names(third);
        byte[] backup = Http.get(third.url + "/api/backup").body();
        saved(third, MAPS_AT_ONCE);
        Set<String> after = names(third);
        assertThat(after).hasSize(before.size() + 1);
        killIn(third, () -> Http.postFile(third.url + "/api/backup?mode=replace", "file", "all.zip", backup));

        Started fourth = start(folder, "--jolly-ledger.demo=false");
        awaitReady(fourth);
        assertThat(names(fourth)).isIn(before, after);
        assertNothingIsLeftBehind(folder);
        assertThat(Http.text(Http.get(fourth.url + "/api/maps/at-once-7"))).contains("Kick");
        return fourth;
    }

    private static HttpRequest.Builder body(String url, byte[] file) {
        return HttpRequest.newBuilder(URI.create(url)).POST(HttpRequest.BodyPublishers.ofByteArray(file));
    }

    /** Asks for something, and kills the application some time later. */
    private static void killIn(Started started, Callable<HttpResponse<byte[]>> ask) throws Exception {
        FutureTask<HttpResponse<byte[]>> asked = new FutureTask<>(ask);
        new Thread(asked).start();
        Thread.sleep(ThreadLocalRandom.current().nextInt(LATEST_KILL));
        started.process.destroyForcibly().waitFor();
        try {
            assertThat(asked.get(MINUTE, TimeUnit.SECONDS).statusCode()).isEqualTo(200);
        } catch (ExecutionException killed) {
            assertThat(killed).as("gone in the middle of its answer").hasCauseInstanceOf(IOException.class);
        }
    }

    private static Set<String> names(Started started) throws Exception {
        Set<String> names = new TreeSet<>();
        Http.json(Http.get(started.url + "/api/maps"))
                .forEach(map -> names.add(map.get("name").stringValue()));
        return names;
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
}
