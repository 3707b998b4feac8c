package org.jollyledger.web.api;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Component;

/** Reads the bodies of requests, no further than is allowed. */
@Component
class Bodies {
    private final LedgerProperties properties;

    Bodies(LedgerProperties properties) {
        this.properties = properties;
    }

    /**
     * All of a body.
     *
     * @param what what is expected, such as "note map"
     */
    byte[] bytes(InputStream stream, String what) throws IOException {
        int limit = (int) properties.largestUpload().toBytes();
        byte[] body = stream.readNBytes(limit + 1);
        if (body.length > limit) {
            throw Refusal.tooLarge(properties.largestUpload());
        }
        if (body.length == 0) {
            throw Refusal.incomplete("No document was sent; send a " + what + ".");
        }
        return body;
    }

    String text(InputStream stream, String what) throws IOException {
        return new String(bytes(stream, what), StandardCharsets.UTF_8);
    }
}
