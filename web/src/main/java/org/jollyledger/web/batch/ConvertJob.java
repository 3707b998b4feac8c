package org.jollyledger.web.batch;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jollyledger.core.batch.BatchConversion;
import org.jollyledger.core.batch.BatchLimits;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.batch.BatchRoutes;
import org.jollyledger.core.batch.BatchUse;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.batch.BatchEntity.Snapshot;
import org.jollyledger.web.busy.Memory;
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
            List<Path> archives = files.archives(run.folder(), batch.archives());
            BatchConversion.run(
                    archives,
                    routes(batch.snapshot(), archives, run),
                    batch.snapshot().repairs(),
                    out,
                    run.folder(),
                    limits(batch.snapshot()),
                    follower);
        }
    }

    /** So that each part finds room in the memory; larger ones are named and go through untouched. */
    private static BatchLimits limits(Snapshot snapshot) {
        int bytes = snapshot.repairs().equals(BatchRepairs.NONE) ? Memory.FOR_WORK : Memory.FOR_LOOKING_THROUGH;
        return BatchLimits.USUAL.withPartsUpTo(Memory.largestPartOfAJob(bytes));
    }

    private static BatchRoutes routes(Snapshot snapshot, List<Path> archives, JobRun run) throws IOException {
        try {
            NoteMap source = NoteMapJson.read(snapshot.source());
            NoteMap target = NoteMapJson.read(snapshot.target());
            return switch (snapshot.proposing()) {
                case GIVEN ->
                    new BatchRoutes.Given(CrosswalkJson.read(snapshot.crosswalk())
                            .between(source, target)
                            .crosswalk());
                case TOGETHER ->
                    new BatchRoutes.Given(BatchUse.propose(
                            archives, source, target, snapshot.repairs(), limits(snapshot), run::isStopped));
                case EACH -> new BatchRoutes.ProposedForEach(source, target);
            };
        } catch (DocumentException e) {
            throw new IllegalStateException("A batch's crosswalk cannot be read back: " + e.getMessage(), e);
        }
    }
}
