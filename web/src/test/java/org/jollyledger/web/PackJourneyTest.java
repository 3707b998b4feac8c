package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

/** Packs of parts that bring a list, a map or a manual, and files that hold several lists. */
@ExtendWith({RunningApplication.class, Browser.class})
class PackJourneyTest {
    private static final String LIST = "Cellar Door Loops, notes\n\n"
            + "12  Bass drum\n14  Snare\n16  Snare rim shot\n20  Closed hat\n22  Open hat\n30  Crash\n32  Ride\n";

    /** Kick on the first beat, snare on the second, closed hats: in the notes of the list. */
    private static byte[] loop() {
        byte[] head = {'M', 'T', 'h', 'd', 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 'M', 'T', 'r', 'k', 0, 0, 0, 28};
        byte[] track = {
            0,
            (byte) 0x99,
            12,
            100,
            48,
            (byte) 0x89,
            12,
            0,
            48,
            (byte) 0x99,
            14,
            90,
            48,
            (byte) 0x89,
            14,
            0,
            0,
            (byte) 0x99,
            20,
            70,
            48,
            (byte) 0x89,
            20,
            0,
            0,
            (byte) 0xFF,
            0x2F,
            0
        };
        byte[] file = new byte[head.length + track.length];
        System.arraycopy(head, 0, file, 0, head.length);
        System.arraycopy(track, 0, file, head.length, track.length);
        return file;
    }

    private static FilePayload pack(Map<String, byte[]> beside) throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>(Map.of("Cellar Door/loop 1.mid", loop()));
        files.putAll(beside);
        return new FilePayload("Cellar Door.zip", "application/zip", Zips.of(files));
    }

    private static void send(Page page, Address address, String from, FilePayload... files) {
        page.navigate(address.url("/batches"));
        if (page.locator("#batch-crosswalk").count() == 1) {
            page.locator("#batch-crosswalk").selectOption("");
        }
        page.locator("#batch-from").selectOption(from);
        page.locator("#batch-to").selectOption("general-midi-1");
        page.setInputFiles("#batch-files", files);
        page.locator("#batch-send").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}/pack"));
    }

    private static List<Integer> converted(Page page) throws Exception {
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        Download download =
                page.waitForDownload(() -> page.locator("[data-download]").click());
        return notes(Zips.read(Files.readAllBytes(download.path())));
    }

    private static List<Integer> notes(Map<String, byte[]> result) throws Exception {
        byte[] file = result.entrySet().stream()
                .filter(entry -> entry.getKey().endsWith("loop 1.mid"))
                .findFirst()
                .orElseThrow()
                .getValue();
        Part part = Part.of(MidiFile.read(file), Channels.ALL);
        return IntStream.range(0, part.hitCount()).mapToObj(part::note).toList();
    }

    @Test
    void aPackIsConvertedByTheListItBrings(Address address, Window window) throws Exception {
        Page page = window.page();
        send(
                page,
                address,
                "pack",
                pack(Map.of(
                        "Cellar Door/read me.txt", LIST.getBytes(StandardCharsets.UTF_8),
                        "Cellar Door/licence.txt", "All rights reserved, 2026.".getBytes(StandardCharsets.UTF_8))));
        assertThat(page.locator("main tbody tr")).hasCount(1);
        assertThat(page.locator("main tbody")).containsText("read me.txt");
        assertThat(page.locator("main tbody")).containsText("7 notes.");
        Browser.assertAccessibleInBothThemes(page);
        page.locator("#pack-convert").click();
        assertThat(page.locator("[role=alert]")).hasText("Choose the map that these parts were written for.");
        page.getByRole(
                        com.microsoft.playwright.options.AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Read Cellar Door/read me.txt"))
                .click();
        assertThat(page.locator(".reading-head strong")).hasText("7 lines");
        assertThat(page.locator("#name")).hasValue("read me");
        page.locator("#name").fill("Cellar Door");
        assertThat(page.locator("[data-keep]")).hasText("Save 7 lines and go on");
        page.locator("[data-keep]").click();
        assertThat(page.locator("#pack-from")).hasValue("cellar-door");
        page.locator("#pack-convert").click();
        assertThat(converted(page)).containsExactly(36, 38, 42);
    }

    /** Whoever has chosen a map is offered the pack's own all the same, and may stay with the one chosen. */
    @Test
    void aMapInThePackIsOfferedBesideTheOneThatWasChosen(Address address, Window window) throws Exception {
        Page page = window.page();
        byte[] map = new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray();
        String document = "{\"name\": \"Cellar Steps\", \"kind\": \"library\", \"middleC\": \"C3\", \"lines\": ["
                + "{\"note\": 12, \"name\": \"Kick\", \"sound\": \"kick\"},"
                + "{\"note\": 14, \"name\": \"Snare\", \"sound\": \"snare.centre\"},"
                + "{\"note\": 20, \"name\": \"Hat\", \"sound\": \"hihat.tip.closed\"}]}";
        send(
                page,
                address,
                "general-midi-2",
                new FilePayload("loop 1.mid", "audio/midi", loop()),
                new FilePayload("other.mid", "audio/midi", map),
                new FilePayload("kit.json", "application/json", document.getBytes(StandardCharsets.UTF_8)));
        assertThat(page.locator("#pack-from")).hasValue("general-midi-2");
        assertThat(page.locator("main tbody")).containsText("A map of 3 lines.");
        page.locator("main tbody button").click();
        assertThat(page.locator("#pack-from")).hasValue("cellar-steps");
        page.locator("#pack-convert").click();
        assertThat(converted(page)).containsExactly(36, 38, 42);
    }

    @Test
    void aPackWithoutNotesAsksForTheMap(Address address, Window window) throws Exception {
        Page page = window.page();
        send(page, address, "pack", pack(Map.of()));
        assertThat(page.locator("main")).containsText("No list, map or manual with notes was found in this pack");
        page.locator("#pack-from").selectOption("general-midi-2");
        page.locator("#pack-convert").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        assertThat(page.locator(".heading")).containsText("from General MIDI 2 to General MIDI 1");
    }

    @Test
    void aSheetOfASpreadsheetIsChosen(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/new-map"));
        byte[] workbook = new ClassPathResource("manuals/lantern-street.xlsx").getContentAsByteArray();
        page.setInputFiles("#file", new FilePayload("Lantern Street.xlsx", "application/octet-stream", workbook));
        assertThat(page.locator("#said")).hasText("The sheet “Cymbals”, one of 3, was read.");
        assertThat(page.locator(".reading-head strong")).hasText("12 lines");
        Locator sheet = page.locator(".places select");
        assertThat(sheet.locator("option"))
                .hasText(new String[] {"About, no notes", "Drums, 8 notes", "Cymbals, 12 notes"});
        Browser.assertAccessibleInBothThemes(page);
        page.locator("#name").fill("Lantern Street, drums");
        sheet.selectOption("Drums");
        page.locator(".places button").click();
        assertThat(page.locator("#said")).hasText("The sheet “Drums”, one of 3, was read.");
        assertThat(page.locator("#name")).hasValue("Lantern Street, drums");
        assertThat(page.locator(".reading-head strong")).hasText("8 lines");
        page.locator("[data-keep]").click();
        assertThat(page.locator("tr[data-at]")).hasCount(8);
    }

    @Test
    void aProgramReadsTheListOfAPackAndConvertsByIt(Address address) throws Exception {
        byte[] archive = Zips.of(Map.of(
                "Pier/loop 1.mid", loop(),
                "Pier/Pier notes.txt", LIST.getBytes(StandardCharsets.UTF_8),
                "Pier/half.txt", "12 Kick\n14 Snare\n".getBytes(StandardCharsets.UTF_8)));
        HttpResponse<byte[]> sent =
                Http.postFile(address.url("/api/batches?from=pack&to=general-midi-1"), "file", "pier.zip", archive);
        assertThat(sent.statusCode()).isEqualTo(202);
        assertThat(Http.json(sent).get("state").stringValue()).isEqualTo("collecting");
        String batch = sent.headers().firstValue("Location").orElseThrow();
        assertThat(Http.postJson(address.url(batch + "/begin"), "").statusCode())
                .isEqualTo(400);

        JsonNode brought = Http.json(Http.get(address.url(batch + "/brought")));
        assertThat(brought.get(0).get("path").stringValue()).isEqualTo("Pier/Pier notes.txt");
        assertThat(brought.get(0).get("notes").intValue()).isEqualTo(7);
        String reading = address.url(batch + "/brought?path=");
        assertThat(Http.postJson(reading + "nowhere.txt", "").statusCode()).isEqualTo(404);
        JsonNode read = Http.json(Http.postJson(reading + "Pier/Pier%20notes.txt", ""));
        assertThat(read.get(0).get("name").stringValue()).isEqualTo("Pier notes");
        assertThat(read.get(0).get("reading").get("rows").intValue()).isEqualTo(7);

        String slug = read.get(0).get("slug").stringValue();
        assertThat(Http.postJson(address.url(batch + "/begin?from=" + slug), "").statusCode())
                .isEqualTo(200);
        await().atMost(Duration.ofSeconds(30))
                .until(() -> Http.json(Http.get(address.url(batch)))
                        .get("state")
                        .stringValue()
                        .equals("done"));
        Map<String, byte[]> result =
                Zips.read(Http.get(address.url(batch + "/result")).body());
        assertThat(notes(result)).containsExactly(36, 38, 42);
    }
}
