package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Pattern;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.SheetPage;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Rigs and the matrix: in the real interface and for programs. */
@ExtendWith({RunningApplication.class, Browser.class})
class RigJourneyTest {
    private static Locator cell(Page page, String name) {
        return page.locator("[aria-label^='" + name + "']");
    }

    @Test
    void whatEachPartLosesOnEachBoxIsSeenBeforehand(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/rigs"));
        assertThat(page.locator(".rig-name").last()).hasText("The fair's three boxes");
        Browser.assertAccessibleInBothThemes(page);
        page.locator("#rig-name").fill("Two of them");
        page.getByLabel("Tin Parade").check();
        page.getByLabel("Lamplighter Box, street set").check();
        page.getByText("Add rig").click();
        assertThat(page.locator("h1")).hasText("Two of them");
        page.locator("[data-work-out]").click();
        assertThat(page.locator("[data-work-out]")).hasCount(0);
        page.waitForSelector("#matrix:not([hx-get])");
        Locator storm = cell(page, "Storm at Sea on Tin Parade");
        assertThat(storm).hasText("9");
        assertThat(storm).hasAttribute("title", Pattern.compile("\\d+ silent.*"));
        Browser.assertAccessibleInBothThemes(page);
        Download download = page.waitForDownload(() -> page.keyboard().press("d"));
        assertThat(Files.readString(download.path(), StandardCharsets.UTF_8))
                .contains("Storm at Sea,Quayside Oak,Tin Parade,484,");
        storm.click();
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
        assertThat(page.locator("h1")).containsText("on Tin Parade");
        page.goBack();
        page.getByText("As it is").click();
        cell(page, "Storm at Sea on Tin Parade").click();
        assertThat(page.locator("h1")).containsText("reconciled with Tin Parade");
    }

    @Test
    void theMatrixIsWorkedOutForPickedPartsOnly(Address address, Window window) throws Exception {
        Page page = window.page();
        Http.postJson(
                address.url("/api/rigs"), "{\"name\": \"Picked\", \"maps\": [\"candle-brushes\", \"general-midi-2\"]}");
        page.navigate(address.url("/rigs/picked"));
        page.getByLabel("Select Storm at Sea").check();
        page.getByLabel("Select The Tightrope").check();
        page.getByText("Show only selected parts").click();
        assertThat(page.locator(".matrix tbody tr")).hasCount(2);
        page.getByText("Work out 4 cells").click();
        assertThat(page.locator("td.unknown")).hasCount(0);
        assertThat(page.locator(".matrix tbody tr")).hasCount(2);
        page.getByText("As it is").click();
        assertThat(page.locator(".matrix tbody tr")).hasCount(2);
        Download download = page.waitForDownload(
                () -> page.getByText("Convert all for this rig").click());
        assertThat(Zips.read(Files.readAllBytes(download.path())))
                .containsOnlyKeys(
                        "candle-brushes/storm-at-sea.mid",
                        "candle-brushes/the-tightrope.mid",
                        "general-midi-2/storm-at-sea.mid",
                        "general-midi-2/the-tightrope.mid",
                        "Jolly Ledger/statements.json");
        page.getByText("Show all parts").click();
        assertThat(page.locator("td.unknown").first()).isVisible();
    }

    @Test
    void whatIsSafeOnAllBoxesBecomesAMapAndPartsAreConvertedForEach(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/rigs/the-fairs-three-boxes"));
        Download download = page.waitForDownload(
                () -> page.getByText("Convert all for this rig").click());
        Map<String, byte[]> files = Zips.read(Files.readAllBytes(download.path()));
        assertThat(files)
                .containsKeys(
                        "lamplighter-box-parlour-set/storm-at-sea.mid",
                        "lamplighter-box-night-set/the-tightrope.mid",
                        "Jolly Ledger/statements.json");
        byte[] alone = Http.postFile(
                        address.url("/api/convert?from=quayside-oak&to=lamplighter-box-night-set"),
                        "part",
                        "rope.mid",
                        SheetPage.cue("The Tightrope"))
                .body();
        assertThat(files.get("lamplighter-box-night-set/the-tightrope.mid")).isEqualTo(alone);
        page.getByText("Safe notes").click();
        assertThat(page.locator("h1")).hasText("Safe on all of them");
        assertThat(page.locator("tbody tr").first()).containsText("43");
        Browser.assertAccessibleInBothThemes(page);
        page.getByText("Make a map of the safe notes").click();
        assertThat(page.locator("h1")).containsText("Safe on The fair's three boxes");
    }

    @Test
    void whatASavedCrosswalkFixesIsFixedInBatchesAndForRigs(Address address, Window window) throws Exception {
        Page page = window.page();
        String pair = "?from=otterbrook-e7&to=quayside-oak";
        JsonNode proposal = Http.json(Http.postJson(address.url("/api/crosswalks/propose" + pair), ""))
                .get("crosswalk");
        assertThat(Http.postJson(address.url("/api/crosswalks" + pair), proposal.toString())
                        .statusCode())
                .isEqualTo(201);
        page.navigate(address.url("/crosswalks"));
        page.getByText("Otterbrook E7 to Quayside Oak").first().click();
        page.getByLabel("struck twice").check();
        page.getByText("Save what is fixed").click();
        assertThat(page.locator("[role=status]")).hasText("Fixes on the way: struck twice.");
        assertThat(page.getByLabel("struck twice")).isChecked();
        Browser.assertAccessibleInBothThemes(page);

        String kept = page.url();
        page.getByText("Convert a folder with it").click();
        page.locator("#batch-repairs summary").click();
        page.getByLabel("never ends").check();
        page.setInputFiles(
                "#batch-files", new FilePayload("rain.mid", "audio/midi", SheetPage.cue("Rain on the Tent")));
        page.locator("#batch-send").click();
        page.waitForURL(Pattern.compile("/batches/[0-9a-f]{24}$"));
        String batch = repairs(
                page.waitForDownload(() -> page.getByText("Download result").click()));
        assertThat(batch).contains("rain.mid,struck-twice,").contains("rain.mid,hanging,");

        Http.postJson(address.url("/api/rigs"), "{\"name\": \"Oak alone\", \"maps\": [\"quayside-oak\"]}");
        page.navigate(address.url("/rigs/oak-alone"));
        String rig = repairs(page.waitForDownload(
                () -> page.getByText("Convert all for this rig").click()));
        assertThat(rig).contains("rain-on-the-tent.mid,struck-twice,").doesNotContain("hanging");
        page.navigate(kept);
        page.getByText("Undo").click();
        assertThat(page.getByLabel("struck twice")).not().isChecked();
    }

    private static String repairs(Download download) throws Exception {
        Map<String, byte[]> files = Zips.read(Files.readAllBytes(download.path()));
        return new String(files.get("Jolly Ledger/repairs.csv"), StandardCharsets.UTF_8);
    }

    @Test
    void aFolderIsLookedAtWithoutKeepingIt(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/rigs/the-fairs-three-boxes"));
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("acts/storm.mid", SheetPage.cue("Storm at Sea"));
        files.put("acts/rope.mid", SheetPage.cue("The Tightrope"));
        page.locator("#rig-folder summary").click();
        page.setInputFiles("#folder-file", new FilePayload("acts.zip", "application/zip", Zips.of(files)));
        page.locator("#rig-folder button").click();
        assertThat(page.locator("tbody tr").first()).containsText("acts/storm.mid");
        assertThat(page.locator("tbody tr").first()).containsText("Quayside Oak");
        Browser.assertAccessibleInBothThemes(page);
        page.goBack();
        page.locator("#rig-folder summary").click();
        page.setInputFiles("#folder-file", new FilePayload("no.zip", "application/zip", new byte[] {1, 2, 3}));
        page.locator("#rig-folder button").click();
        assertThat(page.locator("[role=alert]")).hasText("There are no MIDI files in it; send a zip with some.");
    }

    @Test
    void aRigWithoutMapsIsRefused(Address address, Window window) {
        Page page = window.page();
        page.navigate(address.url("/rigs"));
        page.locator("#rig-name").fill("Nothing");
        page.getByText("Add rig").click();
        assertThat(page.locator("[role=alert]")).hasText("A rig has 1 to 60 maps, not 0; choose some.");
        assertThat(page.locator("#rig-name")).hasValue("Nothing");
    }

    @Test
    void programsMakeRigsAndAskForTheMatrixOfAFolder(Address address) throws Exception {
        HttpResponse<byte[]> added = Http.postJson(
                address.url("/api/rigs"), "{\"name\": \"Api rig\", \"maps\": [\"tin-parade\", \"general-midi-1\"]}");
        assertThat(added.statusCode()).isEqualTo(201);
        String slug = Http.json(added).get("slug").stringValue();
        assertThat(Http.json(Http.get(address.url("/api/rigs"))).findValuesAsString("slug"))
                .contains(slug, "the-fairs-three-boxes");
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("act one/storm.mid", SheetPage.cue("Storm at Sea"));
        files.put("act one/rope.mid", SheetPage.cue("The Tightrope"));
        files.put("readme.txt", "no part".getBytes(StandardCharsets.UTF_8));
        byte[] zip = Zips.of(files);
        JsonNode matrix = Http.json(Http.postFile(address.url("/api/matrix?rig=" + slug), "file", "acts.zip", zip));
        assertThat(matrix.get("parts")).hasSize(2);
        JsonNode storm = matrix.get("parts").get(0);
        assertThat(storm.get("file").stringValue()).isEqualTo("act one/storm.mid");
        assertThat(storm.get("writtenFor").stringValue()).isEqualTo("quayside-oak");
        JsonNode statement = Http.json(Http.postFile(
                address.url("/api/convert?from=quayside-oak&to=tin-parade"),
                "part",
                "storm.mid",
                SheetPage.cue("Storm at Sea"),
                "Accept",
                "application/json"));
        JsonNode converted = storm.get("cells").get(0).get("converted");
        for (String count : new String[] {"silent", "folded"}) {
            assertThat(converted.get(count)).isEqualTo(statement.get(count));
        }
        assertThat(Http.postFile(address.url("/api/matrix?rig=none"), "file", "acts.zip", zip)
                        .statusCode())
                .isEqualTo(404);
        assertThat(Http.postFile(
                                address.url("/api/matrix?rig=" + slug),
                                "file",
                                "acts.zip",
                                Zips.of(Map.of("a.txt", new byte[3])))
                        .statusCode())
                .isEqualTo(422);
    }
}
