package org.jollyledger.web.problem;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Map;
import org.jollyledger.web.request.RequestPath;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;

/** What is shown for requests that were refused before they reached a controller. */
@Controller
class ErrorPage implements ErrorController {
    private static final Map<HttpStatus, String> SENTENCES = Map.of(
            HttpStatus.UNAUTHORIZED, Refusals.LOG_IN,
            HttpStatus.FORBIDDEN,
                    "This form came from another page or has expired; open the page again and send it once more.",
            HttpStatus.CONTENT_TOO_LARGE,
                    "That is more than can be sent at once; send fewer files at a time, or pack them into a zip.",
            HttpStatus.NOT_FOUND, "There is nothing at this address; start from the ledger page.",
            HttpStatus.BAD_REQUEST, "The request could not be read; start from the ledger page.");

    @RequestMapping("/error")
    Object show(HttpServletRequest request) {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus status = code instanceof Integer number ? HttpStatus.valueOf(number) : HttpStatus.NOT_FOUND;
        Object given = request.getAttribute(Refusals.SENTENCE);
        String sentence = given instanceof String text
                ? text
                : SENTENCES.getOrDefault(status, "That did not work; start again from the ledger page.");
        if (RequestPath.wasForPrograms(request)) {
            return Refusals.document(status, sentence, List.of());
        }
        return Problems.page(status, sentence);
    }
}
