package org.jollyledger.web.part;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/** Files that are kept small: every change of a part keeps the whole file. */
final class Deflated {
    private Deflated() {}

    static byte[] of(byte[] bytes) {
        ByteArrayOutputStream deflated = new ByteArrayOutputStream();
        try (DeflaterOutputStream stream = new DeflaterOutputStream(deflated)) {
            stream.write(bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return deflated.toByteArray();
    }

    static byte[] inflate(byte[] deflated) {
        try (InflaterInputStream stream = new InflaterInputStream(new ByteArrayInputStream(deflated))) {
            return stream.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
