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
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Parcels in the real interface and for programs: packed, opened, and nothing overwritten. */
@ExtendWith({RunningApplication.class, Browser.class})
class ParcelJourneyTest {
    private static void open(Page page, byte[] parcel) {
        page.setInputFiles("#parcel-file", new FilePayload("parcel.zip", "application/zip", parcel));
        page.getByText("Open", new Page.GetByTextOptions().setExact(true)).click();
    }

    private static Locator row(Page page, String name) {
        return page.locator("tbody tr").filter(new Locator.FilterOptions().setHasText(name));
    }

    @Test
    void whatIsHereIsRecognisedAndWhatDiffersIsChosen(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parcels"));
        Browser.assertAccessibleInBothThemes(page);
        page.getByLabel("Rain on the Tent").check();
        page.getByLabel("The fair's three boxes").check();
        page.getByLabel("Barley Row").check();
        Download download =
                page.waitForDownload(() -> page.getByText("Pack", new Page.GetByTextOptions().setExact(true))
                        .click());
        byte[] packed = Files.readAllBytes(download.path());
        Map<String, byte[]> files = new LinkedHashMap<>(Zips.read(packed));
        assertThat(files)
                .containsKeys(
                        "parcel.json",
                        "maps/Otterbrook E7.json",
                        "maps/Barley Row.json",
                        "crosswalks/Otterbrook E7 to Barley Row.json",
                        "parts/Rain on the Tent.mid");

        open(page, packed);
        assertThat(page.locator(".heading")).containsText("0 new, 0 that differ");
        page.getByText("Take it in").click();
        assertThat(page.locator("[role=status]")).hasText("Everything in the parcel was here already.");

        String barley = new String(files.get("maps/Barley Row.json"), StandardCharsets.UTF_8);
        files.put(
                "maps/Barley Row.json",
                barley.replace("\"Cowbell\"", "\"Bell of a cow\"").getBytes(StandardCharsets.UTF_8));
        String index = new String(files.get("parcel.json"), StandardCharsets.UTF_8);
        files.put(
                "parcel.json",
                index.replace("\"Rain on the Tent\"", "\"Rain, second night\"").getBytes(StandardCharsets.UTF_8));
        open(page, Zips.of(files));
        assertThat(row(page, "Barley Row").first()).containsText("another of that name: one line differs");
        assertThat(row(page, "Rain, second night")).containsText("is added");
        assertThat(row(page, "Otterbrook E7").first()).containsText("the very same");
        Browser.assertAccessibleInBothThemes(page);
        page.getByText("Take it in").click();
        assertThat(page.locator("[role=status]")).hasText("Added one map, one crosswalk, one part.");
        page.navigate(address.url("/maps/barley-row-from-a-parcel"));
        assertThat(page.locator("h1")).hasText("Barley Row, from a parcel");
        page.navigate(address.url("/parts/rain-second-night"));
        assertThat(page.locator(".part-map select").first()).hasValue("otterbrook-e7");
    }

    @Test
    void whatIsNoParcelIsRefusedOnThePage(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/parcels"));
        open(page, Zips.of(Map.of("a.txt", new byte[3])));
        assertThat(page.locator("[role=alert]")).containsText("This is no parcel");
        open(page, "hello".getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator("[role=alert]")).containsText("parcel");
        page.getByText("Pack", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator("[role=alert]")).hasText("Nothing was chosen; choose parts, rigs or maps to pack.");
    }

    @Test
    void programsPackAndTakeParcels(Address address) throws Exception {
        HttpResponse<byte[]> packed = Http.get(address.url("/api/parcel?map=candle-brushes&part=clockmakers-waltz"));
        assertThat(packed.statusCode()).isEqualTo(200);
        JsonNode taken = Http.json(Http.postFile(address.url("/api/parcel"), "file", "parcel.zip", packed.body()));
        assertThat(taken.get("done").stringValue()).isEqualTo("Everything in the parcel was here already.");
        assertThat(taken.get("items").findValuesAsString("standing")).containsOnly("same");
        assertThat(Http.get(address.url("/api/parcel?map=none")).statusCode()).isEqualTo(404);
        assertThat(Http.get(address.url("/api/parcel")).statusCode()).isEqualTo(400);
    }
}
