package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import org.awaitility.Awaitility;
import org.jollyledger.web.support.Batches;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

/** The whole ledger in one archive, and back into an empty ledger and into one that is used. */
@ExtendWith({RunningApplication.class, Browser.class})
class BackupTest {
    private static ConfigurableApplicationContext other;
    private static String otherUrl;

    @BeforeAll
    static void startAnEmptyOne(@TempDir Path folder) throws Exception {
        int port = RunningApplication.freePort();
        other = RunningApplication.start(
                "--server.port=" + port, "--jolly-ledger.demo=false", "--jolly-ledger.data=" + folder);
        otherUrl = "http://localhost:" + port;
    }

    @AfterAll
    static void stopIt() {
        other.close();
    }

    /** Nothing is replaced while a batch runs, and tests before may have begun one. */
    @BeforeEach
    void awaitRunningBatches(Address address) {
        Batches.awaitAll(address.url(""));
    }

    private static byte[] bytes(String url) throws Exception {
        HttpResponse<byte[]> response = Http.get(url);
        assertThat(response.statusCode()).as(url).isEqualTo(200);
        return response.body();
    }

    private static void save(String url, String name) throws Exception {
        assertThat(Http.postJson(
                                url + "/api/maps",
                                "{\"name\": \"" + name + "\", \"kind\": \"kit\", \"middleC\": \"C3\", \"lines\": ["
                                        + "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\"}]}")
                        .statusCode())
                .isEqualTo(201);
    }

    /** Everything that a ledger answers about what is in it, by the addresses that hold it. */
    private static Map<String, byte[]> everything(String url) throws Exception {
        List<String> addresses = new ArrayList<>();
        for (JsonNode map : Http.json(Http.get(url + "/api/maps"))) {
            String address = "/api/maps/" + map.get("slug").stringValue();
            for (JsonNode revision : Http.json(Http.get(url + address + "/revisions"))) {
                addresses.add(address + "/revisions/" + revision.get("number").intValue());
            }
            addresses.addAll(List.of(address, address + "/revisions"));
        }
        for (JsonNode part : Http.json(Http.get(url + "/api/parts")).get("parts")) {
            String address = "/api/parts/" + part.get("slug").stringValue();
            addresses.addAll(List.of(address + "/file", address + "/versions", address + "/hits"));
        }
        for (JsonNode kept : Http.json(Http.get(url + "/api/crosswalks"))) {
            addresses.add("/api/crosswalks/" + kept.get("slug").stringValue());
        }
        addresses.add("/api/rigs");
        for (JsonNode batch : Http.json(Http.get(url + "/api/batches"))) {
            String address = "/api/batches/" + batch.get("token").stringValue();
            addresses.add(address);
            if (batch.get("state").stringValue().equals("done")) {
                addresses.add(address + "/result");
            }
        }
        Map<String, byte[]> everything = new LinkedHashMap<>();
        for (String address : addresses) {
            everything.put(address, bytes(url + address));
        }
        return everything;
    }

    private static void convertABatch(String url) throws Exception {
        byte[] cue = new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray();
        HttpResponse<byte[]> begun = Http.postFile(
                url + "/api/batches?from=quayside-oak&to=tin-parade&name=Kept",
                "file",
                "kept.zip",
                Zips.of(Map.of("one.mid", cue)));
        String batch = begun.headers().firstValue("Location").orElseThrow();
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() -> Http.json(Http.get(url + batch))
                        .get("state")
                        .stringValue()
                        .equals("done"));
    }

    private static JsonNode restore(String url, byte[] backup, String mode) throws Exception {
        HttpResponse<byte[]> restored = Http.postFile(url + "/api/backup?mode=" + mode, "file", "backup.zip", backup);
        assertThat(restored.statusCode()).as(Http.text(restored)).isEqualTo(200);
        return Http.json(restored);
    }

    /** Backed up while others save; every answer of the ledger that it is restored in is the same to the byte. */
    @Test
    void everythingIsTheSameElsewhereToTheByte(Address address) throws Exception {
        String url = address.uri().toString();
        convertABatch(url);
        Map<String, byte[]> before = everything(url);
        AtomicBoolean enough = new AtomicBoolean();
        Thread saving = new Thread(() -> {
            for (int number = 0; !enough.get(); number++) {
                try {
                    save(url, "While backed up " + number);
                } catch (Exception e) {
                    throw new IllegalStateException(e);
                }
            }
        });
        saving.start();
        byte[] backup = bytes(url + "/api/backup");
        enough.set(true);
        saving.join();

        save(otherUrl, "In the way");
        JsonNode restored = restore(otherUrl, backup, "replace");
        assertThat(restored.get("kept").stringValue()).startsWith("before-restoring-");
        Map<String, byte[]> there = everything(otherUrl);
        assertThat(there).containsAllEntriesOf(before).doesNotContainKey("/api/maps/in-the-way");
        Map<String, byte[]> now = everything(url);
        there.forEach((path, answer) -> assertThat(answer).as(path).isEqualTo(now.get(path)));

        // New things get numbers of their own, and what the copy was made of before comes back as well.
        save(otherUrl, "Made later");
        JsonNode again = restore(otherUrl, backup, "add");
        assertThat(again.get("maps").intValue() + again.get("parts").intValue()).isZero();
        assertThat(again.get("here").intValue()).isGreaterThan(10);
        JsonNode back = restore(
                otherUrl, bytes(otherUrl + "/backups/" + restored.get("kept").stringValue()), "add");
        assertThat(back.get("maps").intValue())
                .as("the map that was in the way")
                .isEqualTo(1);
        assertThat(everything(otherUrl)).containsKeys("/api/maps/in-the-way", "/api/maps/made-later");

        JsonNode merged = restore(url, bytes(otherUrl + "/api/backup"), "add");
        assertThat(merged.get("maps").intValue()).isEqualTo(2);
        assertThat(merged.get("parts").intValue() + merged.get("crosswalks").intValue())
                .isZero();
        assertThat(everything(url)).containsAllEntriesOf(now).containsKeys("/api/maps/made-later");
    }

    @Test
    void severalAtOnceAreMadeOneAfterTheOtherOrRefused(Address address) throws Exception {
        List<CompletableFuture<HttpResponse<byte[]>>> asked = IntStream.range(0, 6)
                .mapToObj(number -> Http.getLater(address.url("/api/backup")))
                .toList();
        int made = 0;
        for (CompletableFuture<HttpResponse<byte[]>> one : asked) {
            HttpResponse<byte[]> answer = one.get(1, TimeUnit.MINUTES);
            if (answer.statusCode() == 200) {
                assertThat(Zips.read(answer.body())).containsKey("backup.json");
                made++;
            } else {
                assertThat(answer.statusCode()).isEqualTo(503);
                assertThat(Http.text(answer)).contains("A backup is being made already");
            }
        }
        assertThat(made).isPositive();
        assertThat(Zips.read(bytes(address.url("/api/backup")))).containsKey("backup.json");
    }

    @Test
    void whatIsNoBackupIsRefusedAndChangesNothing(Address address) throws Exception {
        String url = address.uri().toString();
        byte[] backup = bytes(url + "/api/backup");
        int maps = Http.json(Http.get(url + "/api/maps")).size();
        Map<String, byte[]> parts = Zips.read(backup);
        Map<String, byte[]> damaged = new LinkedHashMap<>(parts);
        damaged.put("tables/part.jsonl", "no records".getBytes(StandardCharsets.UTF_8));
        Map<String, byte[]> newer = new LinkedHashMap<>(parts);
        newer.put(
                "backup.json", "{\"backup\": 3, \"made\": \"2031-01-01T00:00:00Z\"}".getBytes(StandardCharsets.UTF_8));
        Map<String, byte[]> refused = new LinkedHashMap<>();
        refused.put("cut off", Arrays.copyOf(backup, backup.length / 2));
        refused.put("no zip", "no backup".getBytes(StandardCharsets.UTF_8));
        refused.put("another zip", Zips.of(Map.of("a.mid", new byte[10])));
        refused.put("other records than were written", Zips.of(damaged));
        refused.put("a newer one", Zips.of(newer));
        for (Map.Entry<String, byte[]> one : refused.entrySet()) {
            for (String mode : List.of("add", "replace")) {
                HttpResponse<byte[]> answer =
                        Http.postFile(url + "/api/backup?mode=" + mode, "file", "a.zip", one.getValue());
                assertThat(answer.statusCode()).as(one.getKey()).isEqualTo(422);
                assertThat(Http.json(answer).get("detail").stringValue()).contains("backup");
            }
        }
        assertThat(Http.postFile(url + "/api/backup?mode=both", "file", "a.zip", backup)
                        .statusCode())
                .isEqualTo(400);
        assertThat(Http.json(Http.get(url + "/api/maps"))).hasSize(maps);
        assertThat(Http.get(url + "/backups/..%2Fledger.mv.db.zip").statusCode())
                .isBetween(400, 404);
    }

    @Test
    void whatTakesRoomIsDeletedOnItsPages(Address address, Window window) throws Exception {
        String url = otherUrl;
        restore(url, bytes(address.url("/api/backup")), "replace");
        convertABatch(url);
        Page page = window.page();
        page.navigate(url + "/backups");
        Locator deletions =
                page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Delete before-restoring-"));
        int kept = deletions.count();
        deletions.first().click();
        assertThat(page.getByRole(AriaRole.STATUS).textContent()).startsWith("Deleted before-restoring-");
        assertThat(deletions.count()).isEqualTo(kept - 1);

        page.navigate(url + "/batches");
        Browser.assertAccessibleInBothThemes(page);
        page.locator("#delete-finished").click();
        assertThat(page.getByRole(AriaRole.STATUS).textContent()).matches("Deleted \\d+ finished batch(es)?\\.");
        assertThat(page.locator("#delete-finished").count()).isZero();
        page.navigate(url + "/backups");
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Files of batches 0.0 MB"))
                        .count())
                .isEqualTo(1);
    }

    @Test
    void thePageOfTheServerShowsItsFigures(Address address, Window window) throws Exception {
        Http.get(address.url("/nothing-here"));
        Page page = window.page();
        page.navigate(address.url("/backups"));
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("How the server is doing"))
                .click();
        Browser.assertAccessibleInBothThemes(page);
        assertThat(page.locator("main").innerText())
                .containsPattern("Memory in use\\s+[\\d,]+ MB of [\\d,]+ MB")
                .containsPattern("Requests answered\\s+[1-9]")
                .containsPattern("Requests refused\\s+[1-9]")
                .containsPattern("Requests at work\\s+1 of 12");
    }

    @Test
    void aBackupIsMadeAndRestoredOnItsPage(Address address, Window window, @TempDir Path folder) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/backups"));
        Browser.assertAccessibleInBothThemes(page);
        Download download = page.waitForDownload(() -> page.locator("#back-up").click());
        assertThat(download.suggestedFilename()).startsWith("jolly-ledger-").endsWith(".zip");
        save(address.uri().toString(), "After the backup");
        Path file = folder.resolve(download.suggestedFilename());
        download.saveAs(file);
        page.setInputFiles("#backup-file", file);
        page.locator("#restore").click();
        assertThat(page.locator("[role=status]")).containsText("Added nothing;");
        page.setInputFiles("#backup-file", file);
        page.locator("input[value=replace]").check();
        page.locator("#restore").click();
        assertThat(page.locator("[role=status]")).containsText("What was here before is kept as before-restoring-");
        assertThat(page.locator("table").first()).containsText("before-restoring-");
        assertThat(Http.get(address.url("/api/maps/after-the-backup")).statusCode())
                .isEqualTo(404);
        page.locator("button[value=add]").first().click();
        assertThat(page.locator("[role=status]")).containsText("Added 1 map;");
        assertThat(Http.get(address.url("/api/maps/after-the-backup")).statusCode())
                .isEqualTo(200);
        Browser.assertAccessibleInBothThemes(page);
    }
}
