package org.jollyledger.web.problem;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.apache.catalina.connector.ClientAbortException;
import org.apache.tomcat.util.http.fileupload.impl.SizeException;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.patience.Patience.GivenUp;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.room.NoRoom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Turns whatever goes wrong into one sentence with an honest status. */
@ControllerAdvice
class Problems {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    private static final String NO_MEMORY =
            "This takes more memory than is free now; try again later, or start Jolly Ledger with a larger JOLLY_LEDGER_HEAP.";

    private final LedgerProperties properties;
    private final DiskRoom room;

    Problems(LedgerProperties properties, DiskRoom room) {
        this.properties = properties;
        this.room = room;
    }

    @ExceptionHandler(Refusal.class)
    Object refused(Refusal refusal, HttpServletRequest request) {
        Object answer = answer(request, refusal.status(), refusal.sentence(), refusal.problems());
        if (answer instanceof ModelAndView page) {
            refusal.link().ifPresent(link -> page.addObject("link", link));
        }
        return answer;
    }

    @ExceptionHandler(MaxUploadSizeExceededException.class)
    Object tooLarge(MaxUploadSizeExceededException e, HttpServletRequest request) {
        if (NestedExceptionUtils.getMostSpecificCause(e) instanceof SizeException size
                && size.getPermittedSize() < properties.largestBatch().toBytes()) {
            return answer(request, HttpStatus.CONTENT_TOO_LARGE, UploadLimitFilter.TOO_MUCH, List.of());
        }
        return refused(Refusal.tooLarge(properties.largestBatch()), request);
    }

    @ExceptionHandler(BodyTooLarge.class)
    Object tooLarge(BodyTooLarge e, HttpServletRequest request) {
        return refused(Refusal.tooLarge(e.limit()), request);
    }

    @ExceptionHandler(MultipartException.class)
    Object noUpload(MultipartException e, HttpServletRequest request) {
        return answer(request, HttpStatus.BAD_REQUEST, UploadLimitFilter.CUT_OFF, List.of());
    }

    @ExceptionHandler(MissingServletRequestParameterException.class)
    Object lacksParameter(MissingServletRequestParameterException e, HttpServletRequest request) {
        return answer(
                request,
                HttpStatus.BAD_REQUEST,
                "The parameter \"" + e.getParameterName() + "\" is missing; add it.",
                List.of());
    }

    @ExceptionHandler(MissingServletRequestPartException.class)
    Object lacksPart(MissingServletRequestPartException e, HttpServletRequest request) {
        return answer(
                request,
                HttpStatus.BAD_REQUEST,
                "The form field \"" + e.getRequestPartName() + "\" with the file is missing; add it.",
                List.of());
    }

    @ExceptionHandler(MethodArgumentTypeMismatchException.class)
    Object wrongKind(MethodArgumentTypeMismatchException e, HttpServletRequest request) {
        return answer(
                request,
                HttpStatus.BAD_REQUEST,
                "\"" + e.getValue() + "\" is not a valid value for \"" + e.getName() + "\"; give a whole number.",
                List.of());
    }

    @ExceptionHandler(HttpMessageNotReadableException.class)
    Object noJson(HttpMessageNotReadableException e, HttpServletRequest request) {
        if (NestedExceptionUtils.getMostSpecificCause(e) instanceof BodyTooLarge tooLarge) {
            return tooLarge(tooLarge, request);
        }
        return answer(
                request,
                HttpStatus.BAD_REQUEST,
                "The body is not JSON of the documented form; see docs/api.md.",
                List.of());
    }

    /** Of two changes at the very same moment one is made; what stops the other are row versions or unique numbers. */
    @ExceptionHandler({ConcurrencyFailureException.class, DataIntegrityViolationException.class})
    Object overtaken(DataAccessException e, HttpServletRequest request) {
        LOG.info("{} {} came too late: {}", request.getMethod(), request.getRequestURI(), e.getMessage());
        return refused(Refusal.overtaken("This was changed elsewhere at the same moment; reload it."), request);
    }

    /** Whoever asked has gone, before the answer or in the middle of it. */
    @ExceptionHandler({ClientAbortException.class, AsyncRequestNotUsableException.class, NobodyWaits.class})
    @SuppressWarnings("UnusedVariable") // That it is taken tells that nothing is left to answer.
    void nobodyWaits(HttpServletResponse response) {}

    @ExceptionHandler(GivenUp.class)
    Object givenUp(GivenUp givenUp, HttpServletRequest request) {
        return refused(Refusal.busy(String.valueOf(givenUp.getMessage())), request);
    }

    @ExceptionHandler(NoResourceFoundException.class)
    Object nothingHere(NoResourceFoundException e, HttpServletRequest request) {
        return answer(
                request,
                HttpStatus.NOT_FOUND,
                "There is nothing at this address; start from the ledger page.",
                List.of());
    }

    @ExceptionHandler(Exception.class)
    Object other(Exception e, HttpServletRequest request) {
        if (NoRoom.isIn(e)) {
            return noRoom(request);
        }
        if (NestedExceptionUtils.getMostSpecificCause(e) instanceof GivenUp givenUp) {
            return givenUp(givenUp, request);
        }
        if (e instanceof ErrorResponse known) {
            HttpStatusCode status = known.getStatusCode();
            String detail = known.getBody().getDetail();
            return answer(
                    request,
                    HttpStatus.valueOf(status.value()),
                    detail == null || detail.isBlank() ? "The request does not work as it was sent." : detail,
                    List.of());
        }
        if (NestedExceptionUtils.getMostSpecificCause(e) instanceof OutOfMemoryError) {
            LOG.error("{} {} took more memory than there is", request.getMethod(), request.getRequestURI());
            return refused(Refusal.busy(NO_MEMORY), request);
        }
        if (room.isShort()) {
            LOG.error("{} {} failed; the disk is full", request.getMethod(), request.getRequestURI(), e);
            return noRoom(request);
        }
        LOG.error("{} {} failed", request.getMethod(), request.getRequestURI(), e);
        return answer(
                request,
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something went wrong inside the application; nothing was changed. Try again; if it happens again, check the log.",
                List.of());
    }

    private static Object noRoom(HttpServletRequest request) {
        return answer(request, HttpStatus.INSUFFICIENT_STORAGE, NoRoom.SENTENCE, List.of());
    }

    private static Object answer(
            HttpServletRequest request, HttpStatus status, String sentence, List<DocumentException.Problem> problems) {
        if (Refusals.isForPrograms(request)) {
            return Refusals.document(status, sentence, problems);
        }
        return page(status, sentence);
    }

    static ModelAndView page(HttpStatus status, String sentence) {
        ModelAndView page = new ModelAndView("problem/page", status);
        page.addObject("status", status.value());
        page.addObject("sentence", sentence);
        return page;
    }
}
