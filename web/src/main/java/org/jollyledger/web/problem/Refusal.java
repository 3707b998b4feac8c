package org.jollyledger.web.problem;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.jollyledger.core.exchange.DocumentException;
import org.springframework.http.HttpStatus;
import org.springframework.util.unit.DataSize;

/** A request that cannot be met, said in one sentence: what, where, what to do. */
public final class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /**
     * The page that a sentence speaks of.
     *
     * @param words what it is called there
     * @param address where it is
     */
    public record Link(String words, String address) {}

    private final HttpStatus status;
    private final transient List<DocumentException.Problem> problems;
    private final transient Optional<Link> link;

    private Refusal(HttpStatus status, String sentence, List<DocumentException.Problem> problems) {
        this(status, sentence, problems, Optional.empty());
    }

    private Refusal(HttpStatus status, String sentence, List<DocumentException.Problem> problems, Optional<Link> link) {
        super(sentence);
        this.status = status;
        this.problems = problems;
        this.link = link;
    }

    /** There is nothing under this address. */
    public static Refusal notFound(String sentence) {
        return new Refusal(HttpStatus.NOT_FOUND, sentence, List.of());
    }

    /** There is nothing under this address; the sentence speaks of a page where it may be found. */
    public static Refusal notFound(String sentence, Link link) {
        return new Refusal(HttpStatus.NOT_FOUND, sentence, List.of(), Optional.of(link));
    }

    /** What was sent is understood, but is no map, part or route. */
    public static Refusal unreadable(String sentence) {
        return new Refusal(HttpStatus.UNPROCESSABLE_CONTENT, sentence, List.of());
    }

    /** A document is wrong in the places it names. */
    public static Refusal unreadable(DocumentException refused) {
        return new Refusal(HttpStatus.UNPROCESSABLE_CONTENT, String.valueOf(refused.getMessage()), refused.problems());
    }

    /**
     * A value that the core makes of what was sent. The one place where a refusal of the core becomes one of the
     * application: what was sent is understood, but is no map, part or route.
     *
     * @throws Refusal with the core's sentence when it refuses
     */
    public static <T> T unlessValid(Supplier<T> maker) {
        return unless(HttpStatus.UNPROCESSABLE_CONTENT, maker);
    }

    /**
     * What an address names, as the core reads it.
     *
     * @throws Refusal with the core's sentence when there is no such thing
     */
    public static <T> T unlessFound(Supplier<T> maker) {
        return unless(HttpStatus.NOT_FOUND, maker);
    }

    private static <T> T unless(HttpStatus status, Supplier<T> maker) {
        try {
            return maker.get();
        } catch (IllegalArgumentException e) {
            throw new Refusal(status, String.valueOf(e.getMessage()), List.of());
        }
    }

    /** The request lacks something. */
    public static Refusal incomplete(String sentence) {
        return new Refusal(HttpStatus.BAD_REQUEST, sentence, List.of());
    }

    /** More was sent than is taken. */
    public static Refusal tooLarge(DataSize limit) {
        return new Refusal(
                HttpStatus.CONTENT_TOO_LARGE,
                "What was sent is larger than " + limit.toMegabytes() + " MB, the limit; send a smaller file.",
                List.of());
    }

    /** What would come of it is more than is kept. */
    public static Refusal tooLarge(String sentence) {
        return new Refusal(HttpStatus.CONTENT_TOO_LARGE, sentence, List.of());
    }

    /** An upload does not say how long it is. */
    public static Refusal lengthless(String sentence) {
        return new Refusal(HttpStatus.LENGTH_REQUIRED, sentence, List.of());
    }

    /** There is too much to do at the moment. */
    public static Refusal busy(String sentence) {
        return new Refusal(HttpStatus.SERVICE_UNAVAILABLE, sentence, List.of());
    }

    /** What is asked for is understood and not allowed. */
    public static Refusal forbidden(String sentence) {
        return new Refusal(HttpStatus.FORBIDDEN, sentence, List.of());
    }

    /** A change that must say what it is based on does not. */
    public static Refusal unconditional(String sentence) {
        return new Refusal(HttpStatus.PRECONDITION_REQUIRED, sentence, List.of());
    }

    /** Somebody else, or another tab, was quicker. */
    public static Refusal overtaken(String sentence) {
        return new Refusal(HttpStatus.CONFLICT, sentence, List.of());
    }

    public HttpStatus status() {
        return status;
    }

    /** The page that the sentence speaks of. */
    public Optional<Link> link() {
        return link;
    }

    public String sentence() {
        return String.valueOf(getMessage());
    }

    /** The places that are wrong in a document; empty for other refusals. */
    public List<DocumentException.Problem> problems() {
        return problems;
    }
}
