package org.jollyledger.web.file;

import java.nio.charset.StandardCharsets;
import org.jollyledger.web.answer.Content;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** A file to keep. */
public final class Download {
    private static final MediaType MIDI = MediaType.parseMediaType("audio/midi");
    private static final MediaType ZIP = MediaType.parseMediaType("application/zip");

    private Download() {}

    /** A MIDI file. */
    public static ResponseEntity<byte[]> midi(String name, byte[] bytes) {
        return of(name, MIDI, bytes);
    }

    /** A file in which text, if it is text, is UTF-8. */
    public static ResponseEntity<byte[]> of(String name, String mediaType, byte[] bytes) {
        return of(name, inUtf8(mediaType), bytes);
    }

    /** A MIDI file that is written as it goes out. */
    public static ResponseEntity<Content> midi(String name, Content body) {
        return of(name, MIDI, body);
    }

    /** A file that is written as it goes out; text, if it is text, is UTF-8. */
    public static ResponseEntity<Content> of(String name, String mediaType, Content body) {
        return of(name, inUtf8(mediaType), body);
    }

    /** An archive. */
    public static ResponseEntity<Content> zip(String name, Content body) {
        return of(name, ZIP, body);
    }

    private static MediaType inUtf8(String mediaType) {
        return new MediaType(MediaType.parseMediaType(mediaType), StandardCharsets.UTF_8);
    }

    private static <T> ResponseEntity<T> of(String name, MediaType type, T body) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition(name))
                .contentType(type)
                .body(body);
    }

    /** The header that names the file a browser keeps. */
    public static String disposition(String name) {
        return ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString();
    }
}
