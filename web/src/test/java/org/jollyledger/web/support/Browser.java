package org.jollyledger.web.support;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.PlaywrightException;
import com.microsoft.playwright.Request;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ExtensionContext.StoreScope;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.junit.jupiter.api.extension.TestExecutionExceptionHandler;

/** Gives each test a fresh page in the system's Chromium, and lets none pass that left a line in the console. */
public final class Browser implements ParameterResolver, AfterEachCallback, TestExecutionExceptionHandler {
    private static final ExtensionContext.Namespace NAMESPACE = ExtensionContext.Namespace.create(Browser.class);
    private static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    private static final List<String> OF_COLOURS = List.of("color-contrast", "link-in-text-block");

    private static final double PATIENCE_IN_MILLISECONDS = 60_000;

    /** Keeps in the page what the mouse met last: a press that meets one thing and is let go on another is no click. */
    private static final String PRESSES = """
            window.presses = [];
            for (const type of ["pointerdown", "pointerup", "click"]) {
              addEventListener(type, ({ target: { nodeName, id, textContent } }) => {
                window.presses.push(`${type} ${nodeName}#${id} ${textContent.trim().slice(0, 20)}`);
                window.presses.splice(0, window.presses.length - 12);
              }, true);
            }""";

    private static final int ANSWERS_TOLD = 20;

    static {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_IN_MILLISECONDS);
    }

    private static final class Chromium implements ExtensionContext.Store.CloseableResource {
        private final Playwright playwright = Playwright.create();
        private final com.microsoft.playwright.Browser browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium-headless-shell"))
                        .setArgs(ARGUMENTS));

        @Override
        public void close() {
            playwright.close();
        }
    }

    /** A window of its own with an open page. */
    public static final class Window {
        private final List<BrowserContext> contexts = new ArrayList<>();
        private final Page page;
        private final List<String> errors = new ArrayList<>();
        private final Set<Request> unanswered = new LinkedHashSet<>();
        private final List<String> answers = new ArrayList<>();
        private final List<String> visited = new ArrayList<>();

        private Window(BrowserContext context) {
            page = pageOf(context);
        }

        /** Another page of the same size as a tablet's, which is touched. */
        public Page touchPage(int width, int height) {
            return pageOf(contexts.get(0)
                    .browser()
                    .newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                            .setViewportSize(width, height)
                            .setHasTouch(true)));
        }

        private Page pageOf(BrowserContext context) {
            contexts.add(context);
            Page page = context.newPage();
            page.setDefaultTimeout(PATIENCE_IN_MILLISECONDS);
            page.onConsoleMessage(message -> {
                // That a refused request was refused cannot be kept from the console.
                if (!message.text().contains("the server responded with a status")) {
                    errors.add(message.type() + ": " + message.text());
                }
            });
            page.onPageError(errors::add);
            page.onFrameNavigated(frame -> visited.add(frame.url()));
            page.addInitScript(PRESSES);
            page.onResponse(
                    answer -> answers.add(answer.request().method() + " " + answer.url() + " " + answer.status()));
            page.onRequestFinished(unanswered::remove);
            page.onRequestFailed(unanswered::remove);
            page.onRequest(request -> {
                unanswered.add(request);
                if (!request.url().startsWith("http://localhost:")
                        && !request.url().startsWith("data:")) {
                    errors.add("asked for " + request.url());
                }
            });
            return page;
        }

        public Page page() {
            return page;
        }

        /** The text of each open page. */
        private List<String> shown() {
            return contexts.stream()
                    .flatMap(context -> context.pages().stream())
                    .map(open -> open.url() + "\n" + textOf(open))
                    .toList();
        }

        private List<String> lastAnswers() {
            return answers.subList(Math.max(0, answers.size() - ANSWERS_TOLD), answers.size());
        }

        private static String textOf(Page open) {
            try {
                return open.evaluate("window.presses") + "\n" + open.innerText("body");
            } catch (PlaywrightException gone) {
                return gone.getMessage();
            }
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
        return parameter.getParameter().getType() == Window.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
        boolean scripts = !extension.getTags().contains("scripts-off");
        BrowserContext context = chromium(extension)
                .browser
                .newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                        .setViewportSize(1280, 800)
                        .setJavaScriptEnabled(scripts));
        Window window = new Window(context);
        extension.getStore(NAMESPACE).put(Window.class, window);
        return window;
    }

    private static Chromium chromium(ExtensionContext extension) {
        return extension
                .getStore(StoreScope.LAUNCHER_SESSION, NAMESPACE)
                .getOrComputeIfAbsent(Chromium.class, key -> new Chromium(), Chromium.class);
    }

    /** What a page waited for, and what went wrong in it, tells why a test failed that fails once in a hundred times. */
    @Override
    public void handleTestExecutionException(ExtensionContext extension, Throwable failure) throws Throwable {
        Window window = extension.getStore(NAMESPACE).get(Window.class, Window.class);
        if (window == null) {
            throw failure;
        }
        List<String> unanswered = window.unanswered.stream().map(Request::url).toList();
        throw new AssertionError(
                failure.getMessage() + "\nErrors of the page: " + window.errors + "\nNot answered: " + unanswered
                        + "\nAnswered last: " + window.lastAnswers()
                        + "\nVisited: " + window.visited + "\nShown: " + window.shown(),
                failure);
    }

    @Override
    public void afterEach(ExtensionContext extension) {
        Window window = extension.getStore(NAMESPACE).remove(Window.class, Window.class);
        if (window != null) {
            window.contexts.forEach(BrowserContext::close);
            assertThat(window.errors)
                    .as("lines in the browser's console, or requests to elsewhere")
                    .isEmpty();
        }
    }

    /** Checks a page by axe-core as it stands, and that it does not scroll sideways. */
    public static void assertAccessible(Page page) {
        assertNoViolations(page, axe(page));
        assertFits(page);
    }

    /** Checks a page that was checked before in a window of another size: its colours are the same in all of them. */
    public static void assertAccessibleAt(Page page, int width, int height) {
        page.setViewportSize(width, height);
        assertNoViolations(page, axe(page).disableRules(OF_COLOURS));
        assertFits(page);
    }

    /**
     * Checks a page in the light theme and in the dark one. In the dark only what depends on colours is checked:
     * everything else is the same.
     */
    public static void assertAccessibleInBothThemes(Page page) {
        assertAccessible(page);
        page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
        assertNoViolations(page, axe(page).withRules(OF_COLOURS));
        page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
    }

    /** What is in order is not told element by element: that takes longer than to check it. */
    private static AxeBuilder axe(Page page) {
        page.waitForLoadState();
        AxeRunOptions options = new AxeRunOptions();
        options.setResultTypes(List.of("violations"));
        return new AxeBuilder(page).options(options);
    }

    private static void assertNoViolations(Page page, AxeBuilder axe) {
        // No page holds frames; the way for these opens one more page for each check.
        List<Rule> violations = axe.setLegacyMode(true).analyze().getViolations();
        assertThat(violations)
                .as(page.url())
                .extracting(rule -> rule.getId() + ": " + rule.getNodes().get(0).getHtml())
                .isEmpty();
    }

    /** Checks that a page does not scroll sideways. */
    public static void assertFits(Page page) {
        assertThat((Integer)
                        page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth"))
                .as("%s scrolls sideways", page.url())
                .isZero();
    }
}
