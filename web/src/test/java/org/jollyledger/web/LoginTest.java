package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.Cookie;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.regex.Pattern;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** What a password guards. Wrong ones make the whole address wait, so that comes last. */
@ExtendWith(Browser.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class LoginTest {
    private static ConfigurableApplicationContext application;
    private static String url;
    private static int port;

    @BeforeAll
    static void start(@TempDir Path folder) throws Exception {
        port = RunningApplication.freePort();
        application = SpringApplication.run(
                JollyLedgerApplication.class,
                "--server.port=" + port,
                "--jolly-ledger.password=curtain",
                "--server.forward-headers-strategy=native",
                "--jolly-ledger.demo=false",
                "--jolly-ledger.data=" + folder);
        url = "http://localhost:" + port;
    }

    @AfterAll
    static void stop() {
        application.close();
    }

    private static String basic(String password) {
        return "Basic " + Base64.getEncoder().encodeToString(("owner:" + password).getBytes(StandardCharsets.UTF_8));
    }

    private static String session(Page page) {
        return page.context().cookies().stream()
                .filter(cookie -> cookie.name.equals("JSESSIONID"))
                .map(cookie -> cookie.value)
                .findFirst()
                .orElse("");
    }

    @Test
    @Order(1)
    void whoLogsInGetsANewSessionAndCanLogOut(Window window) {
        Page page = window.page();
        page.navigate(url + "/rigs");
        assertThat(page).hasURL(url + "/login");
        Browser.assertAccessibleInBothThemes(page);
        String before = session(page);
        page.locator("#password").fill("courtain");
        page.keyboard().press("Enter");
        assertThat(page.locator("[role=alert]")).hasText("That is not the password. Try again.");
        page.locator("#password").fill("curtain");
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile("/rigs(\\?continue)?$"));
        assertThat(session(page)).isNotEmpty().isNotEqualTo(before);
        Browser.assertAccessible(page);
        List<Cookie> cookies = page.context().cookies();
        page.locator("text=Log out").click();
        assertThat(page.locator("[role=status]")).hasText("You are logged out.");
        page.context().addCookies(cookies);
        page.navigate(url + "/");
        assertThat(page).hasURL(url + "/login");
    }

    /** As a proxy on this machine says it that speaks TLS with the browser (common practice). */
    @Test
    @Order(2)
    void cookiesAreSecureBehindTls() throws Exception {
        HttpClient client = HttpClient.newHttpClient();
        HttpResponse<String> plain = client.send(
                HttpRequest.newBuilder(URI.create(url + "/rigs"))
                        .header("Accept", "text/html")
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        HttpResponse<String> secure = client.send(
                HttpRequest.newBuilder(URI.create(url + "/rigs"))
                        .header("Accept", "text/html")
                        .header("X-Forwarded-Proto", "https")
                        .header("X-Forwarded-Port", "443")
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(plain.headers().allValues("set-cookie")).isNotEmpty().noneMatch(cookie -> cookie.contains("Secure"));
        assertThat(secure.headers().allValues("set-cookie")).isNotEmpty().allMatch(cookie -> cookie.contains("Secure"));
        assertThat(secure.headers().firstValue("location").orElseThrow()).startsWith("https://localhost/login");
    }

    /** Nothing of the body is waited for: only its length is said. */
    @Test
    @Order(3)
    void whatIsSentWithoutALoginIsNotTaken() throws Exception {
        for (String path :
                List.of("/batches", "/api/batches?from=general-midi-1&to=general-midi-2", "/backups/restored")) {
            try (Socket socket = new Socket("localhost", port)) {
                socket.setSoTimeout(10_000);
                socket.getOutputStream()
                        .write(("POST " + path + " HTTP/1.1\r\nHost: localhost\r\n"
                                        + "Content-Type: multipart/form-data; boundary=x\r\nContent-Length: 200000000\r\n\r\n--x")
                                .getBytes(StandardCharsets.US_ASCII));
                String answer = new BufferedReader(
                                new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII))
                        .readLine();
                assertThat(answer).as(path).matches("HTTP/1.1 (302|401).*");
            }
        }
    }

    @Test
    @Order(4)
    void wrongPasswordsMakeOneWait() throws Exception {
        String maps = url + "/api/maps";
        for (int wrong = 0; wrong < 5; wrong++) {
            assertThat(Http.get(maps, "Authorization", basic("guess " + wrong)).statusCode())
                    .isEqualTo(401);
        }
        HttpResponse<byte[]> early = Http.get(maps, "Authorization", basic("curtain"));
        assertThat(early.statusCode()).isEqualTo(429);
        assertThat(Http.json(early).get("detail").stringValue()).startsWith("Too many wrong passwords");
        int seconds = Integer.parseInt(early.headers().firstValue("Retry-After").orElseThrow());
        assertThat(seconds).isBetween(1, 3);
        Thread.sleep(seconds * 1000L);
        assertThat(Http.get(maps, "Authorization", basic("curtain")).statusCode())
                .isEqualTo(200);
        assertThat(Http.get(maps, "Authorization", basic("guess")).statusCode()).isEqualTo(401);
        assertThat(Http.get(maps, "Authorization", basic("curtain")).statusCode())
                .as("the count begins anew once one was right")
                .isEqualTo(200);
    }
}
