package org.jollyledger.web.batch;

import org.jollyledger.web.file.Download;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** The resulting archive of a batch as a file to keep. */
public final class BatchResult {
    private BatchResult() {}

    public static ResponseEntity<Resource> download(BatchService batches, String token) {
        Resource result = new FileSystemResource(batches.result(token));
        String name = batches.get(token).name();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, Download.disposition(name + ".zip"))
                .contentType(MediaType.parseMediaType("application/zip"))
                .body(result);
    }
}
