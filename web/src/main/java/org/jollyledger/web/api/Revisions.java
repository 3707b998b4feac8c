package org.jollyledger.web.api;

import java.net.URI;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Documents that are changed only by who knows the revision they have. */
final class Revisions {
    static final String HEADER = "Jolly-Ledger-Revision";

    private Revisions() {}

    /** The revision that a change is based on: the parameter, or the header If-Match. */
    static int base(@Nullable Integer parameter, @Nullable String ifMatch) {
        if (parameter != null) {
            return parameter;
        }
        String tag = ifMatch == null ? "" : ifMatch.strip().replaceAll("^W/|\"", "");
        if (!tag.matches("\\d{1,9}")) {
            throw Refusal.unconditional(
                    "Say which revision the document is based on, with the parameter \"revision\" or with If-Match.");
        }
        return Integer.parseInt(tag);
    }

    static ResponseEntity<String> created(String address, int revision, String document) {
        return answer(ResponseEntity.created(URI.create(address)), revision, document);
    }

    static ResponseEntity<String> found(int revision, String document) {
        return answer(ResponseEntity.ok(), revision, document);
    }

    private static ResponseEntity<String> answer(ResponseEntity.BodyBuilder response, int revision, String document) {
        return response.contentType(MediaType.APPLICATION_JSON)
                .header(HEADER, String.valueOf(revision))
                .eTag(String.valueOf(revision))
                .body(document);
    }
}
