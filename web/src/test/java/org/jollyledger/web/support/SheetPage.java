package org.jollyledger.web.support;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.RunningApplication.Address;
import org.springframework.core.io.ClassPathResource;

/** The page of a part, as tests see it. */
public final class SheetPage {
    private SheetPage() {}

    /** The bytes of a demo cue. */
    public static byte[] cue(String name) throws Exception {
        return new ClassPathResource("demo/cues/" + name + ".mid").getContentAsByteArray();
    }

    /** A demo map, by its address. */
    public static NoteMap map(String slug) throws Exception {
        return NoteMapJson.read(
                new ClassPathResource("demo/maps/" + slug + ".json").getContentAsString(StandardCharsets.UTF_8));
    }

    /** A part of its own for a test; returns the address of its page on a map. */
    public static String upload(Address address, String name, byte[] bytes, String map) throws Exception {
        String slug = Http.json(Http.postFile(address.url("/api/parts"), "part", name + ".mid", bytes))
                .get("slug")
                .stringValue();
        return "/parts/" + slug + "?map=" + map;
    }

    /** Opens the page and waits until it can be used. */
    public static void open(Page page, Address address, String path) {
        page.navigate(address.url(path));
        page.waitForSelector("#part-desk[data-ready=true]");
    }

    public static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    public static Locator part(Page page, String name) {
        return page.locator("[data-part='" + name + "']");
    }

    public static Locator message(Page page) {
        return page.locator("[data-message]");
    }

    public static Locator hits(Page page) {
        return page.locator("[data-part=staff] g.glyph");
    }

    /**
     * Writes down every stroke that a page tells of from now on, such as "0 38 sounds": the page itself shows the last one
     * only, which may be gone before anybody looks.
     */
    public static void writeDownStrokes(Page page, String teller) {
        page.evaluate("""
                (teller) => {
                  window.strokes = [];
                  new MutationObserver((changes) => changes.forEach(({ target }) => window.strokes.push(target.dataset.lastStroke)))
                    .observe(document.querySelector(teller), { attributeFilter: ["data-last-stroke"] });
                }""", teller);
    }

    /** Waits until so many strokes were told of that are such. */
    public static void awaitStrokes(Page page, int count, String such) {
        page.waitForFunction(
                "([count, such]) => window.strokes.filter((stroke) => new RegExp(such).test(stroke)).length >= count",
                List.of(count, such));
    }

    /** The part as its key downloads it. */
    public static Part downloaded(Page page) throws Exception {
        Download download = page.waitForDownload(() -> page.keyboard().press("d"));
        return Part.of(MidiFile.read(Files.readAllBytes(download.path())), Channels.ALL);
    }
}
