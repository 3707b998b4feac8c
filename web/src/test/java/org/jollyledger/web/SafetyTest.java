package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.support.Batches;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.ClassPathResource;

/** Every attempt here is one that somebody could make from outside. */
@ExtendWith(RunningApplication.class)
class SafetyTest {
    private static final String EMPTY_MAP =
            "{\"name\": \"Kit\", \"kind\": \"kit\", \"middleC\": \"C3\", \"lines\": []}";

    @ParameterizedTest
    @ValueSource(strings = {"evil.example", "evil.example:80", "localhost.evil.example", "10.0.0.1", ""})
    void aStrangeHostIsRefused(String host, Address address) throws Exception {
        for (String path : new String[] {"/", "/api/maps"}) {
            HttpResponse<byte[]> response = Http.get(address.url(path), "Host", host);
            assertThat(response.statusCode()).isEqualTo(400);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "Origin, http://evil.example",
        "Origin, null",
        "Origin, http://localhost:1",
        "Sec-Fetch-Site, cross-site",
        "Sec-Fetch-Site, same-site"
    })
    void whatAnotherSiteSendsIsRefused(String header, String value, Address address) throws Exception {
        assertThat(Http.postJson(address.url("/api/maps"), EMPTY_MAP, header, value)
                        .statusCode())
                .isEqualTo(403);
        assertThat(Http.get(address.url("/api/maps"), header, value).statusCode())
                .isEqualTo(403);
        HttpRequest.Builder form = HttpRequest.newBuilder(URI.create(address.url("/crosswalks")))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("part=storm-at-sea&from=quayside-oak&to=tin-parade"));
        assertThat(Http.send(form, header, value).statusCode()).isEqualTo(403);
    }

    @Test
    void aFormWithoutItsTokenIsRefused(Address address) throws Exception {
        HttpRequest.Builder form = HttpRequest.newBuilder(URI.create(address.url("/crosswalks")))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("part=storm-at-sea&from=quayside-oak&to=tin-parade"));
        HttpResponse<byte[]> response = Http.send(form);
        assertThat(response.statusCode()).isEqualTo(403);
        assertThat(Http.text(response)).contains("has expired");
        assertThat(Http.postFile(address.url("/parts"), "file", "a.mid", new byte[10])
                        .statusCode())
                .isEqualTo(403);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/maps/tin-parade/edits",
                "/maps/tin-parade/undo",
                "/maps/tin-parade/removal",
                "/maps/tin-parade/copies",
                "/maps/tin-parade/join",
                "/maps/tin-parade/tidy",
                "/maps/tin-parade/fill/notes",
                "/maps/tin-parade/restorations",
                "/new-map",
                "/new-map/reading",
                "/imports/x"
            })
    void everyChangeOfAMapNeedsItsToken(String path, Address address) throws Exception {
        String before = Http.text(Http.get(address.url("/api/maps/tin-parade")));
        HttpRequest.Builder form = HttpRequest.newBuilder(URI.create(address.url(path)))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("base=1&op=remove&line=0&name=x&label=x&from=tin-parade"));
        assertThat(Http.send(form).statusCode()).isEqualTo(403);
        assertThat(Http.text(Http.get(address.url("/api/maps/tin-parade")))).isEqualTo(before);
    }

    @Test
    void scriptTextInEveryFieldOfAMapStaysText(Address address) throws Exception {
        String script = "<script>alert(1)</script>";
        String map = "{'name': 'S %s', 'maker': '%s', 'remark': '%s', 'kind': 'kit', 'middleC': 'C3', 'lines': ["
                + "{'note': 36, 'name': '%s', 'shortName': '%s', 'sound': 'kick', 'chokeGroup': '%s', 'remark': '%s'}]}";
        String json = map.replace('\'', '"').replace("%s", script).replace("\"" + script, "\"" + script);
        HttpResponse<byte[]> added = Http.postJson(
                address.url("/api/maps"),
                json.replace("\"shortName\": \"" + script + "\"", "\"shortName\": \"<b>\"")
                        .replace("\"chokeGroup\": \"" + script + "\"", "\"chokeGroup\": \"<i>\""));
        assertThat(added.statusCode()).isEqualTo(201);
        String page = added.headers().firstValue("Location").orElseThrow().replace("/api", "");
        for (String path : new String[] {
            page,
            page + "/history",
            page + "/chart",
            page + "/fill",
            page + "/tidy",
            page + "/join?from=tin-parade",
            "/",
            "/comparison?a=tin-parade&b=" + page.substring(page.lastIndexOf('/') + 1),
            page + "/download/svg"
        }) {
            String text = Http.text(Http.get(address.url(path)));
            assertThat(text)
                    .as(path)
                    .doesNotContain(script)
                    .doesNotContain("<b>")
                    .doesNotContain("<i>");
            assertThat(text).as(path).contains("alert(1)");
        }
    }

    /** The same in the name of a crosswalk, of a batch, and of a file in its archive. */
    @Test
    void scriptsInNamesOfCrosswalksAndFilesStayText(Address address) throws Exception {
        String script = "<script>alert(1)</script>";
        String document =
                "{\"name\": \"" + script + "\", \"from\": \"Tin Parade\", \"to\": \"Tin Parade\", \"routes\": []}";
        HttpResponse<byte[]> kept = Http.postJson(address.url("/api/crosswalks"), document);
        assertThat(kept.statusCode()).isEqualTo(201);
        String page =
                kept.headers().firstValue("Location").orElseThrow().replace("/api/crosswalks", "/crosswalks/kept");
        byte[] archive = Zips.of(Map.of(script + ".mid", "no part".getBytes()));
        HttpResponse<byte[]> begun = Http.postFile(
                address.url("/api/batches?from=tin-parade&to=tin-parade&name=%3Cscript%3Ealert(1)%3C/script%3E"),
                "file",
                "a.zip",
                archive);
        String batch = begun.headers().firstValue("Location").orElseThrow().replace("/api", "");
        await().until(() -> !isUnderWay(address, batch));
        for (String path : new String[] {page, "/crosswalks", "/batches", batch}) {
            String text = Http.text(Http.get(address.url(path)));
            assertThat(text).as(path).doesNotContain(script).contains("alert(1)");
        }
    }

    private static boolean isUnderWay(Address address, String batch) throws Exception {
        return Batches.isUnderWay(Http.json(Http.get(address.url("/api" + batch))));
    }

    /** A hundred megabytes that announce themselves, and as many that do not. */
    @Test
    void anUploadOverTheLimitIsRefused(Address address) throws Exception {
        String url = address.url("/api/convert?from=general-midi-1&to=tin-parade");
        HttpResponse<byte[]> announced = Http.postFile(url, "part", "huge.mid", new byte[100_000_000]);
        assertThat(announced.statusCode()).isEqualTo(413);
        assertThat(Http.json(announced).get("detail").stringValue())
                .isEqualTo("What was sent is larger than 16 MB, the limit; send a smaller file.");
        HttpRequest.Builder endless = HttpRequest.newBuilder(URI.create(url))
                .header("Content-Type", "multipart/form-data; boundary=b")
                .POST(HttpRequest.BodyPublishers.ofInputStream(() -> new Zeros(40_000_000)));
        assertThat(Http.send(endless).statusCode())
                .as("an upload says how long it is")
                .isEqualTo(411);
        HttpRequest.Builder document = HttpRequest.newBuilder(URI.create(address.url("/api/maps")))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofInputStream(() -> new Zeros(40_000_000)));
        assertThat(Http.send(document).statusCode()).isEqualTo(413);
        HttpResponse<byte[]> page = Http.postFile(address.url("/parts"), "file", "huge.mid", new byte[17_000_000]);
        assertThat(page.statusCode()).isEqualTo(413);
        assertThat(Http.text(page)).contains("larger than 16 MB");
    }

    /** A form with one file of so many bytes, whose length is not announced. */
    private static final class Zeros extends InputStream {
        private static final byte[] HEAD =
                "--b\r\nContent-Disposition: form-data; name=\"part\"; filename=\"x.mid\"\r\n\r\n".getBytes();

        private int position;
        private final int length;

        Zeros(int length) {
            this.length = length;
        }

        @Override
        public int read() {
            if (position >= length) {
                return -1;
            }
            int value = position < HEAD.length ? HEAD[position] : 0;
            position++;
            return value;
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "../../etc/passwd | passwd",
                "..\\..\\windows\\system.mid | system.mid",
                "/absolute/path.mid | path.mid",
                ".. | part.mid",
                "'' | part.mid",
                "a\u202Edim.exe.mid | adim.exe.mid",
                "Storm at Sea.mid | Storm at Sea.mid"
            })
    void aFileNameIsALabelAndNeverAPath(String sent, String label) {
        assertThat(FileName.of(sent).text()).isEqualTo(label);
    }

    @Test
    void anUploadedNameNeverLeadsOutOfItsFolder(Address address) throws Exception {
        HttpResponse<byte[]> converted = Http.postFile(
                address.url("/api/convert?from=quayside-oak&to=tin-parade"),
                "part",
                "../../../etc/cron.d/storm.mid",
                new ClassPathResource("demo/cues/Storm at Sea.mid").getContentAsByteArray());
        String disposition =
                converted.headers().firstValue("Content-Disposition").orElseThrow();
        assertThat(disposition)
                .contains("storm (tin-parade).mid")
                .doesNotContain("..")
                .doesNotContain("/");
    }

    @Test
    void scriptInNamesStaysText(Address address) throws Exception {
        String script = "<script>alert(1)</script>";
        String map = "{\"name\": \"" + script + "\", \"maker\": \"" + script + "\", \"remark\": \"" + script
                + "\", \"kind\": \"kit\", \"middleC\": \"C3\", \"lines\": [{\"note\": 36, \"name\": \"" + script
                + "\", \"shortName\": \"<script>a()\", \"sound\": \"kick\", \"chokeGroup\": \"<script>\"}]}";
        String location = Http.postJson(address.url("/api/maps"), map)
                .headers()
                .firstValue("Location")
                .orElseThrow();
        String slug = location.substring(location.lastIndexOf('/') + 1);
        for (String path : new String[] {
            "/maps/" + slug,
            "/?q=alert",
            "/?q=%3Cscript%3Ealert(2)%3C/script%3E",
            "/parts/" + "storm-at-sea?map=" + slug
        }) {
            String page = Http.text(Http.get(address.url(path)));
            assertThat(page)
                    .doesNotContain("<script>alert")
                    .doesNotContain("<script>a()")
                    .doesNotContain("\"<script>");
        }
        assertThat(Http.text(Http.get(address.url("/maps/" + slug)))).contains("&lt;script&gt;alert(1)");
    }

    @Test
    void everyPageForbidsScriptsFromElsewhereAndFrames(Address address) throws Exception {
        for (String path :
                new String[] {"/", "/parts", "/maps/tin-parade", "/parts/storm-at-sea", "/nowhere", "/api/maps"}) {
            HttpResponse<byte[]> response = Http.get(address.url(path));
            String policy =
                    response.headers().firstValue("Content-Security-Policy").orElse("");
            assertThat(policy)
                    .contains("default-src 'none'", "script-src 'self'", "frame-ancestors 'none'")
                    .doesNotContain("unsafe");
            assertThat(response.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
            assertThat(Http.text(response))
                    .doesNotContainPattern("(?i)\\son[a-z]+=")
                    .doesNotContain(" style=");
        }
    }

    /** The pages are English whatever a browser asks for, so that what is kept of them is right for everybody. */
    @Test
    void monthsAndNumbersAreEnglish(Address address) throws Exception {
        String page = Http.text(Http.get(address.url("/backups"), "Accept-Language", "de", "Accept", "text/html"));
        assertThat(page).containsPattern("\\d\\.\\d MB").doesNotContainPattern("\\d,\\d MB");
    }
}
