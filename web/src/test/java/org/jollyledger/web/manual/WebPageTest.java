package org.jollyledger.web.manual;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Web pages are read as text with their tables kept; spans are as the HTML Standard describes its table model. */
class WebPageTest {
    private static String text(String page) {
        byte[] content = page.getBytes(StandardCharsets.UTF_8);
        assertThat(Manual.is(content)).as(page).isTrue();
        return Manual.read(content, "").text();
    }

    @Test
    void tablesWithNotesAreTakenAndTheRestIsNot() {
        String page = "<!DOCTYPE html><html><head><title>Drums 1</title><style>td { width: 36px }</style></head><body>"
                + "<nav>12 pages</nav><table><tr><td>Home</td><td>Buy</td></tr></table>"
                + "<table class='notes'><thead><tr><th>Piece<th>Sound<th>Note</thead>"
                + "<tr><td rowspan=3>Snare<td>Centre<td>38<tr><td>Rim&nbsp;shot<td>40<tr><td>Side <b>stick</b><td>37"
                + "<tr><td rowspan='2'>Ride</td><td>Bow</td><td>51</td></tr><tr><td>Bell<td>53</table>"
                + "<p>All rights reserved 2026.</body></html>";
        assertThat(text(page))
                .isEqualTo(
                        "Piece\tSound\tNote\nSnare\tCentre\t38\n\tRim shot\t40\n\tSide stick\t37\nRide\tBow\t51\n\tBell\t53\n");
        assertThat(Manual.read(page.getBytes(StandardCharsets.UTF_8), "").words())
                .isEqualTo("A table of the web page holds notes and was read.");
    }

    @Test
    void wideCellsKeepTheColumnsBehindThem() {
        assertThat(text("<table><tr><td colspan=2>Kick<td>36<td>C1<tr><td>Snare<td>rim<td>40<td>E1"
                        + "<tr><td>Snare<td rowspan=2>side<td>37<td>D1<tr><td>Tom<td>41<td>F1</table>"))
                .isEqualTo("Kick\t\t36\tC1\nSnare\trim\t40\tE1\nSnare\tside\t37\tD1\nTom\t\t41\tF1\n");
    }

    @Test
    void aCellThatSpansMoreThanThereIsSpansAllThereIs() {
        assertThat(text("<table><tr><td rowspan=65534>Snare<td>Centre<td>38<tr><td>Rim<td>40</table>"))
                .isEqualTo("Snare\tCentre\t38\n\tRim\t40\n");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<tr><td rowspan=65534 colspan=1000>36 Kick",
                "<td rowspan=9999>36 Kick",
                "<tr><td colspan=1000>36 Kick<td>"
            })
    void spansMakeNoLargeTextOfASmallPage(String row) {
        String page = "<table>" + row.repeat(1_500) + "<tr>".repeat(3_000) + "</table>";
        assertThat(text(page)).hasSizeLessThan(2_000_000);
    }

    @Test
    void raisedAndLoweredSignsBelongWhereTheyDo() {
        assertThat(text("<table><tr><td>C<sub>2</sub><td>Kick<sup>1</sup><tr><td>D<sup>♯</sup><sub>2</sub><td>Clap"
                        + "<tr><td>38<sup>D</sup><td>Snare</table>"))
                .isEqualTo("C2\tKick 1\nD♯2\tClap\n38 D\tSnare\n");
    }

    @Test
    void aPageWithoutTablesIsReadLineByLine() {
        assertThat(text("<html><body><h1>Notes</h1><ul><li>36 Kick<li>38\n Snare</ul><p>42 Closed<br>46 Open</p>"
                        + "<pre>49  Crash\n51  Ride</pre><script>var x = 1;</script>"))
                .isEqualTo("Notes\n36 Kick\n38 Snare\n42 Closed\n46 Open\n49  Crash\n51  Ride\n");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "<html>|true",
                "<?xml version='1.0'?><!DOCTYPE html PUBLIC 'x'><html>|true",
                "<!-- made by hand --><HTML>|true",
                "<table><tr>|true",
                "<?xml version='1.0'?><MIDINameDocument>|false",
                "36 Kick <html>|false",
                "{}|false"
            })
    void aWebPageIsKnownByItsBeginning(String text, boolean is) {
        assertThat(WebPage.is(text.getBytes(StandardCharsets.UTF_8))).isEqualTo(is);
    }
}
