package org.jollyledger.web.batch;

import org.jollyledger.web.answer.Content;
import org.jollyledger.web.answer.Content.StandingFile;
import org.jollyledger.web.file.Download;
import org.springframework.http.ResponseEntity;

/** The resulting archive of a batch as a file to keep. */
public final class BatchResult {
    private BatchResult() {}

    public static ResponseEntity<Content> download(BatchService batches, String token) {
        Content result = new StandingFile(batches.result(token));
        String name = batches.get(token).name();
        return Download.zip(name + ".zip", result);
    }
}
