package org.jollyledger.web.batch;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import org.jollyledger.core.batch.BatchConversion;
import org.jollyledger.core.batch.BatchLimits;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.web.batch.BatchEntity.Snapshot;
import org.jollyledger.web.job.JobKind;
import org.jollyledger.web.job.JobRun;
import org.springframework.stereotype.Component;

/** The job of converting whole folders of parts with one crosswalk; its items are files. */
@Component
class ConvertJob implements JobKind {
    private final BatchRepository batches;
    private final BatchFiles files;

    ConvertJob(BatchRepository batches, BatchFiles files) {
        this.batches = batches;
        this.files = files;
    }

    @Override
    public String code() {
        return "convert";
    }

    @Override
    public void run(JobRun run) throws IOException {
        BatchEntity batch = batches.findByToken(run.token()).orElseThrow();
        BatchProgress.Follower follower = new BatchProgress.Follower(run::isStopped);
        run.follow(() -> follower.progress().document());
        try (OutputStream out = Files.newOutputStream(run.result())) {
            BatchConversion.run(
                    files.archives(run.folder(), batch.archives()),
                    crosswalk(batch.snapshot()),
                    out,
                    run.folder(),
                    BatchLimits.USUAL,
                    follower);
        }
    }

    private static Crosswalk crosswalk(Snapshot snapshot) {
        try {
            return CrosswalkJson.read(snapshot.crosswalk())
                    .between(NoteMapJson.read(snapshot.source()), NoteMapJson.read(snapshot.target()))
                    .crosswalk();
        } catch (DocumentException e) {
            throw new IllegalStateException("A batch's crosswalk cannot be read back: " + e.getMessage(), e);
        }
    }
}
