package org.jollyledger.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.Cookie;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
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
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.context.ConfigurableApplicationContext;

/** What a password guards. Wrong ones make the whole address wait, so that comes last. */
@ExtendWith(Browser.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class LoginTest {
    private static final int FREE_TRIES = 5;

    private static ConfigurableApplicationContext application;
    private static String url;
    private static int port;

    @BeforeAll
    static void start(@TempDir Path folder) throws Exception {
        port = RunningApplication.freePort();
        application = RunningApplication.start(
                "--server.port=" + port,
                "--server.address=0.0.0.0",
                "--jolly-ledger.password=curtain",
                // Both ways to listen to a proxy; who runs one sets the one that it speaks.
                "--server.forward-headers-strategy=native",
                "--jolly-ledger.forwarded=true",
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

    /** As proxies on this machine say it that speak TLS with the browser (RFC 7239, and common practice). */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Forwarded | for=192.0.2.43;proto=https",
                "forwarded | proto=https;for=\"[2001:db8:cafe::17]:4711\"",
                "X-Forwarded-Proto | https"
            })
    @Order(2)
    void cookiesAreSecureBehindTls(String header, String said) throws Exception {
        HttpResponse<byte[]> plain = Http.get(url + "/rigs", "Accept", "text/html");
        HttpResponse<byte[]> secure = Http.get(url + "/rigs", "Accept", "text/html", header, said);
        assertThat(plain.headers().allValues("set-cookie")).isNotEmpty().noneMatch(cookie -> cookie.contains("Secure"));
        assertThat(secure.headers().allValues("set-cookie")).isNotEmpty().allMatch(cookie -> cookie.contains("Secure"));
        assertThat(secure.headers().firstValue("location").orElseThrow()).startsWith("https://localhost/login");
    }

    /** Five wrong ones from one address hold up nobody at another, and what a sender writes itself makes it no other. */
    @Test
    @Order(2)
    void whoGuessesBehindAProxyIsToldApart() throws Exception {
        String maps = url + "/api/maps";
        for (int wrong = 0; wrong < FREE_TRIES; wrong++) {
            assertThat(asked(maps, "guess", "for=192.0.2.%d, for=198.51.100.7".formatted(wrong)))
                    .isEqualTo(401);
        }
        assertThat(asked(maps, "curtain", "for=192.0.2.99, for=198.51.100.7")).isEqualTo(429);
        assertThat(asked(maps, "curtain", "for=198.51.100.8")).isEqualTo(200);
    }

    private static int asked(String address, String password, String forwarded) throws Exception {
        return Http.get(address, "Authorization", basic(password), "Forwarded", forwarded)
                .statusCode();
    }

    /** Tries at the same time count like tries one after another, however the path of the login is spelled. */
    @Test
    @Order(2)
    void manyGuessesAtOnceAreAsManyTries() throws Exception {
        String here = "for=198.51.100.21";
        List<CompletableFuture<HttpResponse<byte[]>>> guesses = IntStream.range(0, 60)
                .mapToObj(number ->
                        Http.getLater(url + "/api/maps", "Authorization", basic("guess " + number), "Forwarded", here))
                .toList();
        List<Integer> answers = new ArrayList<>();
        for (CompletableFuture<HttpResponse<byte[]>> guess : guesses) {
            answers.add(guess.get(60, TimeUnit.SECONDS).statusCode());
        }
        assertThat(answers).containsOnly(401, 429);
        assertThat(answers.stream().filter(answer -> answer == 401)).hasSizeLessThan(2 * FREE_TRIES);
        for (String login : List.of("/login", "/%6cogin", "/login;a=b")) {
            HttpRequest.Builder form = HttpRequest.newBuilder(URI.create(url + login))
                    .header("Forwarded", here)
                    .POST(HttpRequest.BodyPublishers.ofString("username=owner&password=curtain"));
            assertThat(Http.send(form).statusCode()).as(login).isEqualTo(login.contains(";") ? 400 : 429);
        }
    }

    /** Many may use the right password at the same time. */
    @Test
    @Order(2)
    void manyWithThePasswordAreAnsweredAtOnce() throws Exception {
        List<CompletableFuture<HttpResponse<byte[]>>> asked = IntStream.range(0, 30)
                .mapToObj(number -> Http.getLater(
                        url + "/api/maps", "Authorization", basic("curtain"), "Forwarded", "for=198.51.100.22"))
                .toList();
        for (CompletableFuture<HttpResponse<byte[]>> answer : asked) {
            assertThat(answer.get(60, TimeUnit.SECONDS).statusCode()).isEqualTo(200);
        }
    }

    /** Programs and browsers learn why they were refused, and no address carries a session. */
    @Test
    @Order(2)
    void whyItIsRefusedIsSaidWithoutALogin() throws Exception {
        HttpResponse<byte[]> program = Http.get(url + "/api/maps");
        assertThat(program.statusCode()).isEqualTo(401);
        assertThat(Http.json(program).get("detail").stringValue()).isEqualTo("Log in first, then send it again.");
        HttpResponse<byte[]> plain = Http.get(url + "/maps/tin-parade");
        assertThat(plain.statusCode()).isEqualTo(401);
        assertThat(Http.text(plain)).contains("Log in first, then send it again.");
        for (String accept : List.of("text/html", "*/*")) {
            HttpRequest.Builder stranger = HttpRequest.newBuilder(URI.create(url + "/rigs"))
                    .header("Accept", accept)
                    .header("Origin", "http://elsewhere.example")
                    .POST(HttpRequest.BodyPublishers.ofString("name=x"));
            HttpResponse<byte[]> refused = Http.send(stranger);
            assertThat(refused.statusCode()).isEqualTo(403);
            assertThat(Http.text(refused)).contains("This request comes from another site and was refused");
        }
        HttpResponse<byte[]> login = Http.get(url + "/rigs", "Accept", "text/html");
        assertThat(login.headers().firstValue("location")).hasValue(url + "/login");
        assertThat(Http.text(Http.get(url + "/login", "Accept", "text/html"))).doesNotContain("jsessionid");
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
        // Where the machine is slow the wait may be over before it is asked for: then the count begins anew.
        HttpResponse<byte[]> early;
        do {
            for (int wrong = 0; wrong < FREE_TRIES; wrong++) {
                assertThat(Http.get(maps, "Authorization", basic("guess " + wrong))
                                .statusCode())
                        .isEqualTo(401);
            }
            early = Http.get(maps, "Authorization", basic("curtain"));
        } while (early.statusCode() == 200);
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
