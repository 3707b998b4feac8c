package org.jollyledger.web.problem;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.web.request.RequestPath;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import tools.jackson.databind.json.JsonMapper;

/** The two forms of a refusal: a problem document (RFC 9457) for programs, a page for people. */
public final class Refusals {
    /** Where a filter leaves the sentence for the error page. */
    static final String SENTENCE = Refusals.class.getName() + ".sentence";

    /** The answer to a request without a login where one is needed. */
    public static final String LOG_IN = "Log in first, then send it again.";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Refusals() {}

    /** Whether a request comes from a program, or from a page's script that reads JSON, rather than from a page. */
    static boolean isForPrograms(HttpServletRequest request) {
        return RequestPath.isForPrograms(request)
                || MediaType.APPLICATION_JSON_VALUE.equals(request.getHeader(HttpHeaders.ACCEPT));
    }

    /** Refuses a request before it reaches a controller. */
    public static void send(
            HttpServletRequest request, HttpServletResponse response, HttpStatus status, String sentence)
            throws IOException {
        if (!isForPrograms(request)) {
            request.setAttribute(SENTENCE, sentence);
            response.sendError(status.value());
            return;
        }
        sendDocument(response, status, sentence);
    }

    /** The same with nothing but the sentence for people, which takes no work and can be sent at once. */
    public static void sendPlain(
            HttpServletRequest request, HttpServletResponse response, HttpStatus status, String sentence)
            throws IOException {
        if (isForPrograms(request)) {
            sendDocument(response, status, sentence);
            return;
        }
        response.setStatus(status.value());
        response.setContentType(MediaType.TEXT_PLAIN_VALUE);
        response.setCharacterEncoding(StandardCharsets.UTF_8);
        response.getWriter().write(sentence + "\n");
    }

    private static void sendDocument(HttpServletResponse response, HttpStatus status, String sentence)
            throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding(StandardCharsets.UTF_8);
        response.getWriter()
                .write(JSON.writeValueAsString(Map.of(
                        "type",
                        "about:blank",
                        "title",
                        status.getReasonPhrase(),
                        "status",
                        status.value(),
                        "detail",
                        sentence)));
    }

    static ResponseEntity<ProblemDetail> document(
            HttpStatus status, String sentence, List<DocumentException.Problem> problems) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, sentence);
        problem.setType(URI.create("about:blank"));
        problem.setTitle(status.getReasonPhrase());
        if (!problems.isEmpty()) {
            problem.setProperty(
                    "errors",
                    problems.stream()
                            .map(one -> Map.of("line", one.line(), "field", one.field(), "detail", one.sentence()))
                            .toList());
        }
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(problem);
    }
}
