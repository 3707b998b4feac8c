package org.jollyledger.web.part;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;

/** A MIDI file to keep. */
public final class MidiDownload {
    private MidiDownload() {}

    public static ResponseEntity<byte[]> of(String name, byte[] bytes) {
        ContentDisposition disposition = ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
                .header(HttpHeaders.CONTENT_TYPE, "audio/midi")
                .body(bytes);
    }
}
