package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.support.FullDisk;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;

/** On a full disk all can be read and nothing is lost, and with room again it goes on by itself. */
class FullDiskTest {
    private static final Pattern LINK = Pattern.compile("href=\"(/[^\"#]*)");
    private static final Pattern ASSET = Pattern.compile("/(css|js|vendor|webjars)/.*");
    private static final int PAGES = 60;
    private static volatile boolean isShort;
    private static ConfigurableApplicationContext application;
    private static String address;
    private static Path folder;

    @BeforeAll
    static void start(@TempDir Path own) throws Exception {
        folder = own;
        FullDisk.install();
        int port = RunningApplication.freePort();
        address = "http://localhost:" + port;
        SpringApplication starting = new SpringApplication(JollyLedgerApplication.class);
        starting.addInitializers(context -> ((GenericApplicationContext) context)
                .registerBean("diskRoom", DiskRoom.class, () -> room(context.getBean(LedgerProperties.class))));
        // A bean takes the place of another one, which what was made beforehand does not allow.
        String beforehand = System.clearProperty("spring.aot.enabled");
        try {
            application = starting.run(
                    "--server.port=" + port,
                    "--jolly-ledger.data=" + folder,
                    "--spring.datasource.url=jdbc:h2:" + FullDisk.SCHEME + ":" + folder.resolve("ledger")
                            + ";WRITE_DELAY=0;DB_CLOSE_ON_EXIT=FALSE");
        } finally {
            if (beforehand != null) {
                System.setProperty("spring.aot.enabled", beforehand);
            }
        }
    }

    private static DiskRoom room(LedgerProperties properties) {
        return new DiskRoom(properties) {
            @Override
            public long left() {
                return isShort ? 0 : Long.MAX_VALUE;
            }
        };
    }

    @AfterEach
    void makeRoom() {
        isShort = false;
        FullDisk.fill(false);
    }

    @AfterAll
    static void close() {
        application.close();
    }

    private static HttpResponse<byte[]> get(String path) throws Exception {
        return Http.get(address + path);
    }

    private static HttpResponse<byte[]> add(String name) throws Exception {
        return Http.postJson(
                address + "/api/maps",
                "{\"name\": \"" + name + "\", \"kind\": \"kit\", \"middleC\": \"C4\", \"channel\": 10, \"lines\": ["
                        + "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\"}]}");
    }

    private static List<String> names() throws Exception {
        return StreamSupport.stream(Http.json(get("/api/maps")).spliterator(), false)
                .map(map -> map.get("name").stringValue())
                .toList();
    }

    /** Follows the links of pages, from the ledger on. */
    private static Set<String> pages() throws Exception {
        Set<String> seen = new HashSet<>();
        Deque<String> open = new ArrayDeque<>(List.of("/", "/parts", "/crosswalks", "/bench", "/rigs", "/backups"));
        while (!open.isEmpty() && seen.size() < PAGES) {
            String path = open.remove();
            if (ASSET.matcher(path).matches() || path.equals("/backups/everything") || !seen.add(path)) {
                continue;
            }
            HttpResponse<byte[]> page = get(path);
            assertThat(page.statusCode()).as(path).isEqualTo(200);
            LINK.matcher(Http.text(page))
                    .results()
                    .map(link -> link.group(1).replace("&amp;", "&"))
                    .forEach(open::add);
        }
        return seen;
    }

    @Test
    void allCanBeReadAndNothingWritten() throws Exception {
        isShort = true;
        assertThat(pages()).hasSize(PAGES);
        assertThat(Http.text(get("/"))).contains("The disk is full: you can read everything");

        List<String> before = names();
        HttpResponse<byte[]> refused = add("Refused");
        assertThat(refused.statusCode()).isEqualTo(507);
        assertThat(Http.json(refused).get("detail").stringValue()).contains("make some room on it");
        assertThat(get("/backups/everything").statusCode()).isEqualTo(507);
        assertThat(get("/actuator/health").statusCode()).isEqualTo(503);
        assertThat(Http.json(get("/actuator/health")).get("status").stringValue())
                .isEqualTo("OUT_OF_SERVICE");
        assertThat(names()).isEqualTo(before);

        isShort = false;
        assertThat(get("/actuator/health").statusCode()).isEqualTo(200);
        assertThat(add("After there was room").statusCode()).isEqualTo(201);
        assertThat(names()).contains("After there was room").doesNotContain("Refused");
        assertThat(Http.text(get("/"))).doesNotContain("The disk is full");
    }

    /** What is large waits in a file in the data folder while it is worked on. */
    @Test
    void whatComesInLiesBesideTheDatabaseAndNeedsRoom() throws Exception {
        String many = "{\"names\": [\"Crash" + " ".repeat(300_000) + "edge\"]}";
        HttpResponse<byte[]> read = Http.postJson(address + "/api/sounds/read", many);
        assertThat(read.statusCode()).isEqualTo(200);
        assertThat(folder.resolve("passing")).isEmptyDirectory();
        isShort = true;
        HttpResponse<byte[]> refused = Http.postJson(address + "/api/sounds/read", many);
        assertThat(refused.statusCode()).isEqualTo(507);
        assertThat(Http.json(refused).get("detail").stringValue()).contains("make some room on it");
        assertThat(folder.resolve("passing")).isEmptyDirectory();
    }

    /** Somebody else took the last of the room while something was written: the database closes itself then. */
    @Test
    void aDatabaseThatClosedItselfIsOpenedAgain() throws Exception {
        for (int round = 1; round <= 3; round++) {
            assertThat(add("Kept " + round).statusCode()).isEqualTo(201);
            FullDisk.fill(true);
            assertThat(add("Lost " + round).statusCode()).isEqualTo(500);
            isShort = true;
            await().untilAsserted(() -> assertThat(get("/").statusCode()).isEqualTo(200));
            assertThat(names()).contains("Kept " + round).doesNotContain("Lost " + round);
            assertThat(add("Lost " + round).statusCode()).isEqualTo(507);

            makeRoom();
            assertThat(add("And on " + round).statusCode()).isEqualTo(201);
            assertThat(names()).contains("Kept " + round, "And on " + round);
            assertThat(get("/actuator/health").statusCode()).isEqualTo(200);
        }
    }
}
