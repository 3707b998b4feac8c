package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.WaitUntilState;
import java.nio.file.Files;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Pattern;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.reconcile.Discrepancy;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Reconciling;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.SheetPage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Putting a part right: in the real interface and for programs. */
@ExtendWith({RunningApplication.class, Browser.class})
class ReconcileJourneyTest {
    private static final String CUE = "Rain on the Tent";
    private static final String KIT = "otterbrook-e7";

    private static Reconciling look(byte[] file) throws Exception {
        NoteMap map = SheetPage.map(KIT);
        return Reconciling.of(
                DrumChannel.find(MidiFile.read(file), map.channel()).part(), map, Optional.of(map), Figures.USUAL);
    }

    private static void upload(Page page, Address address, String name) throws Exception {
        page.navigate(address.url("/parts"));
        page.setInputFiles("input[type=file]", new FilePayload(name + ".mid", "audio/midi", SheetPage.cue(CUE)));
        assertThat(page.locator("h1")).hasText(name);
    }

    private static Locator title(Page page) {
        return page.locator("#findings-title");
    }

    private static Locator opened(Page page) {
        return page.locator("#opened-title");
    }

    private static Locator message(Page page) {
        return page.locator("[data-message]");
    }

    /** Presses a key and waits for the one line about what happened. */
    private static void press(Page page, String key, String message) {
        page.keyboard().press(key);
        assertThat(message(page)).containsText(message);
    }

    @Test
    void theUnluckyCueIsPutRightByKeys(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "unlucky");
        assertThat(page.locator(".written-for")).containsText("likely written for Otterbrook E7");
        page.locator(".part-ways").getByText("Reconcile").click();
        assertThat(title(page)).hasText("22 discrepancies");
        Browser.assertAccessibleInBothThemes(page);
        page.keyboard().press("Space");
        assertThat(page.locator("[data-hear-reconcile]")).hasAttribute("data-playing", "true");
        SheetPage.writeDownStrokes(page, "[data-hear-reconcile]");
        page.keyboard().press("x");
        SheetPage.awaitStrokes(page, 1, "^1 \\d+ sounds");
        page.keyboard().press("Space");

        press(page, "f", "Fixed what is safe: 12 discrepancies.");
        assertThat(title(page)).hasText("10 discrepancies");
        assertThat(opened(page)).containsText("Tom 4 (45 · A2) sounds at velocity 8 with Kick");
        press(page, "a", "Crosstalk at bar 5, beat 1: delete the soft one.");
        press(page, "A", "Crosstalk, 3 times: delete the soft one.");
        assertThat(opened(page)).containsText("is held for 2.3 bars");
        press(page, "a", "Held too long at bar 10, beat 3");
        assertThat(opened(page)).containsText("while only Crash 1 edge (54 · F#3) rings");
        press(page, "a", "Choke of another cymbal at bar 9, beat 3");
        assertThat(opened(page)).containsText("which is not ringing");
        press(page, "a", "Choke of nothing at bar 6, beat 3: delete the choke.");
        assertThat(opened(page)).containsText("50 · D3 plays nothing");
        page.keyboard().press("2");
        assertThat(page.locator("[data-correction][aria-current=true]")).containsText("Move to Tom 2");
        press(page, "A", "Silent, 2 times: move to Tom 2 (39 · D#2).");
        assertThat(opened(page)).containsText("2 · D-1 is no drum");
        press(page, "a", "No drum at bar 3, beat 1: kept as it is.");
        assertThat(title(page)).hasText("All is well");
        assertThat(page.locator(".account").first()).containsText("Closing hits, balanced");

        Download download = page.waitForDownload(() -> page.keyboard().press("d"));
        byte[] mended = Files.readAllBytes(download.path());
        assertThat(look(mended).discrepancies())
                .extracting(Discrepancy::kind)
                .containsExactly(DiscrepancyKind.KEY_SWITCH);

        press(page, "u", "Undone: Silent, 2 times");
        assertThat(title(page)).hasText("2 discrepancies");
        press(page, "r", "Redone: Silent, 2 times");
        page.locator("button", new Page.LocatorOptions().setHasText("List again"))
                .click();
        assertThat(title(page)).hasText("One discrepancy");
        Browser.assertAccessibleInBothThemes(page);
    }

    @Test
    void keysPressedFasterThanTheAnswersComeAllCount(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "hurried");
        page.locator(".part-ways").getByText("Reconcile").click();
        assertThat(title(page)).hasText("22 discrepancies");
        for (String key : "faAaaa2Aa".split("")) {
            page.keyboard().press(key);
        }
        assertThat(message(page)).containsText("No drum at bar 3, beat 1: kept as it is.");
        assertThat(title(page)).hasText("All is well");
        for (String key : "uuu".split("")) {
            page.keyboard().press(key);
        }
        assertThat(message(page)).containsText("Undone: Choke of another cymbal");
    }

    @Test
    void aKeyPressedBeforeTheScriptsAreThereCounts(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "early");
        String desk = page.url().replaceFirst("[?#].*", "") + "/reconcile";
        AtomicReference<Route> scripts = new AtomicReference<>();
        page.route("**/js/app-*.js", scripts::set);
        page.navigate(desk, new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
        assertThat(title(page)).hasText("22 discrepancies");
        page.keyboard().press("f");
        scripts.get().resume();
        assertThat(message(page)).containsText("Fixed what is safe: 12 discrepancies.");
    }

    @Test
    void figuresDecideWhatCountsAndStayWithThePart(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "figures");
        page.locator(".part-ways").getByText("Reconcile").click();
        page.locator("#figures summary").click();
        page.locator("[name=bounce]").fill("12");
        page.locator("#figures button").click();
        assertThat(message(page)).hasText("The part was looked at again by these figures.");
        assertThat(title(page)).hasText("22 discrepancies");
        assertThat(page.locator(".finding-kind").filter(new Locator.FilterOptions().setHasText("Struck twice")))
                .containsText("1");
        page.reload();
        page.locator("#figures summary").click();
        assertThat(page.locator("[name=bounce]")).hasValue("12");
        page.locator("[name=bounce]").fill("many");
        page.locator("#figures button").click();
        assertThat(message(page)).containsText("needs a whole number from 1 to 200, not “many”");
    }

    @Test
    void aPartOnAnotherMapIsConverted(Address address, Window window) throws Exception {
        Page page = window.page();
        upload(page, address, "elsewhere");
        page.navigate(page.url().replaceFirst("[?#].*", "") + "/reconcile?map=tin-parade");
        assertThat(opened(page)).containsText("This part was written for Otterbrook E7");
        page.keyboard().press("a");
        page.waitForURL(Pattern.compile("/crosswalks/\\d+$"));
        assertThat(page.locator("h1")).containsText("on Tin Parade");
    }

    @Test
    void programsReadWhatIsWrongAndHaveItMended(Address address) throws Exception {
        JsonNode found = Http.json(
                Http.postFile(address.url("/api/reconcile?map=" + KIT), "part", "rain.mid", SheetPage.cue(CUE)));
        assertThat(found.get("meant").stringValue()).isEqualTo(KIT);
        assertThat(found.get("counts").get("struck-twice").intValue()).isEqualTo(2);
        JsonNode first = found.get("discrepancies").get(0);
        assertThat(first.get("kind").stringValue()).isEqualTo("struck-twice");
        assertThat(first.get("bar").intValue()).isEqualTo(2);
        assertThat(first.get("hits").stringValue()).isEqualTo("18-19");
        assertThat(first.get("corrections").get(0).get("code").stringValue()).isEqualTo("delete");

        String repair = address.url("/api/repair?map=" + KIT + "&meant=" + KIT + "&kinds=hanging,struck-twice");
        byte[] mended =
                Http.postFile(repair, "part", "rain.mid", SheetPage.cue(CUE)).body();
        assertThat(look(mended).counts())
                .doesNotContainKeys(DiscrepancyKind.HANGING, DiscrepancyKind.STRUCK_TWICE)
                .containsKey(DiscrepancyKind.CROSSTALK);
        JsonNode account =
                Http.json(Http.postFile(repair, "part", "rain.mid", SheetPage.cue(CUE), "Accept", "application/json"));
        assertThat(account.get("balances").booleanValue()).isTrue();
        assertThat(account.get("settled").get("struck-twice").intValue()).isEqualTo(2);
        assertThat(account.get("hitsOut").intValue())
                .isEqualTo(account.get("hitsIn").intValue() - 2);

        assertThat(Http.json(Http.postFile(
                                address.url("/api/repair?map=" + KIT + "&kinds=nonsense"),
                                "part",
                                "rain.mid",
                                SheetPage.cue(CUE)))
                        .get("detail")
                        .stringValue())
                .startsWith("There is no kind of discrepancy \"nonsense\"; use other-layout, ");
        assertThat(Http.postFile(
                                address.url("/api/reconcile?map=" + KIT + "&bounce=0"),
                                "part",
                                "rain.mid",
                                SheetPage.cue(CUE))
                        .statusCode())
                .isEqualTo(422);
    }
}
