package org.jollyledger.web.part;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.zip.InflaterInputStream;

/** Files as schemas up to 11 kept them in the revisions of parts. */
final class Deflated {
    private Deflated() {}

    static byte[] inflate(byte[] deflated) {
        try (InflaterInputStream stream = new InflaterInputStream(new ByteArrayInputStream(deflated))) {
            return stream.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
