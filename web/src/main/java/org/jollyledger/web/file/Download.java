package org.jollyledger.web.file;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** A file to keep. */
public final class Download {
    private Download() {}

    /** A MIDI file. */
    public static ResponseEntity<byte[]> midi(String name, byte[] bytes) {
        return of(name, MediaType.parseMediaType("audio/midi"), bytes);
    }

    /** A file in which text, if it is text, is UTF-8. */
    public static ResponseEntity<byte[]> of(String name, String mediaType, byte[] bytes) {
        return of(name, new MediaType(MediaType.parseMediaType(mediaType), StandardCharsets.UTF_8), bytes);
    }

    private static ResponseEntity<byte[]> of(String name, MediaType type, byte[] bytes) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition(name))
                .contentType(type)
                .body(bytes);
    }

    /** The header that names the file a browser keeps. */
    public static String disposition(String name) {
        return ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString();
    }
}
