package org.jollyledger.core.support;

import java.io.ByteArrayOutputStream;
import java.util.HexFormat;

/** Bytes written as a person writes them. */
public final class Hex {
    private Hex() {}

    /** "4D 54 68 64", with any white space. */
    public static byte[] bytes(String hex) {
        return HexFormat.of().parseHex(hex.replaceAll("\\s", ""));
    }

    /** A header of format 0 or 1 with 96 ticks a beat, then one track chunk for each body, its length worked out. */
    public static byte[] file(int format, String... bodies) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(
                bytes("4D546864 00000006 000" + format + " 00" + String.format("%02X", bodies.length) + " 0060"));
        for (String body : bodies) {
            byte[] content = bytes(body);
            out.writeBytes(bytes("4D54726B" + String.format("%08X", content.length)));
            out.writeBytes(content);
        }
        return out.toByteArray();
    }
}
