package org.jollyledger.web.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.DigestInputStream;
import java.util.HexFormat;
import org.apache.commons.codec.digest.DigestUtils;

/**
 * The list at the end of a backup: a line for each entry before it, with its length in bytes and the SHA-256 of what is in
 * it. Whoever writes a backup and whoever reads it make the same list, to the byte, when nothing changed on the way.
 */
final class EntryList {
    private static final int PIECE = 1 << 16;

    private final StringBuilder lines = new StringBuilder();

    /**
     * Copies what is in an entry and adds its line.
     *
     * @param name its name: letters, digits, hyphens, underscores, full stops and slashes
     * @param before what is done before each piece is written
     */
    void copy(String name, InputStream from, OutputStream to, Runnable before) throws IOException {
        DigestInputStream digested = new DigestInputStream(from, DigestUtils.getSha256Digest());
        byte[] piece = new byte[PIECE];
        long bytes = 0;
        for (int read = digested.read(piece); read >= 0; read = digested.read(piece)) {
            before.run();
            to.write(piece, 0, read);
            bytes += read;
        }
        String sha256 = HexFormat.of().formatHex(digested.getMessageDigest().digest());
        lines.append("{\"entry\":\"%s\",\"bytes\":%d,\"sha256\":\"%s\"}\n".formatted(name, bytes, sha256));
    }

    byte[] bytes() {
        return lines.toString().getBytes(StandardCharsets.US_ASCII);
    }
}
