package org.jollyledger.web.batch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.web.batch.BatchEntity.Snapshot;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.job.Job;
import org.jollyledger.web.job.JobService;
import org.jollyledger.web.job.JobState;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Batches: jobs that convert folders. */
@Service
public class BatchService {
    private static final int MOST_LISTED = 50;

    private final BatchRepository batches;
    private final BatchFiles files;
    private final JobService jobs;
    private final ConvertJob convert;
    private final TransactionTemplate transaction;

    BatchService(
            BatchRepository batches,
            BatchFiles files,
            JobService jobs,
            ConvertJob convert,
            TransactionTemplate transaction) {
        this.batches = batches;
        this.files = files;
        this.jobs = jobs;
        this.convert = convert;
        this.transaction = transaction;
    }

    /** Makes a batch that has no files yet; returns its token. */
    public String create(String name, BatchChoice.Chosen chosen) {
        Crosswalks.Named crosswalk = chosen.crosswalk();
        Crosswalk routes = crosswalk.crosswalk();
        Snapshot snapshot = new Snapshot(
                routes.source().name(),
                routes.target().name(),
                NoteMapJson.write(routes.source()),
                NoteMapJson.write(routes.target()),
                chosen.proposing() == Proposing.GIVEN ? document(crosswalk) : "",
                chosen.proposing(),
                chosen.repairs());
        return transaction.execute(status -> {
            String token = jobs.create(convert, name.isBlank() ? crosswalk.name() : name.strip());
            batches.save(new BatchEntity(token, snapshot));
            return token;
        });
    }

    private static String document(Crosswalks.Named crosswalk) {
        String name = Cut.to(KeptCrosswalk.LONGEST_NAME, crosswalk.name());
        return CrosswalkJson.write(KeptCrosswalk.of(name, "", crosswalk.crosswalk(), Set.of()));
    }

    /** Adds an archive of files to a batch that is not begun. */
    public void add(String token, InputStream archive) throws IOException {
        jobs.expect(token, files.keep(jobs.folder(token), nextArchive(token), archive));
    }

    /** Adds files to a batch that is not begun. */
    void add(String token, List<BatchFiles.Sent> sent) throws IOException {
        files.keep(jobs.folder(token), nextArchive(token), sent);
        jobs.expect(token, sent.size());
    }

    private int nextArchive(String token) {
        return transaction.execute(status -> {
            if (jobs.get(token).state() != JobState.COLLECTING) {
                throw Refusal.overtaken("This batch has started already; make a new one for more files.");
            }
            BatchEntity batch = entity(token);
            if (batch.archives() >= BatchFiles.MOST_ARCHIVES) {
                throw Refusal.unreadable("This batch was sent in too many pieces; pack its files into one zip.");
            }
            return batch.nextArchive();
        });
    }

    /** Begins a batch, or begins it again from the start. */
    public void begin(String token) {
        if (transaction.execute(status -> entity(token).archives()) == 0) {
            throw Refusal.incomplete("This batch has no files; choose some first.");
        }
        jobs.begin(token);
    }

    /** Stops a batch after the file it is at; what is done is kept. */
    public void stop(String token) {
        jobs.stop(token);
    }

    /**
     * A batch as it is now.
     *
     * @throws Refusal when there is none
     */
    public Batch get(String token) {
        return transaction.execute(status -> batch(jobs.get(token)));
    }

    /** The latest batches, the last one first. */
    public List<Batch> latest() {
        return transaction.execute(status ->
                jobs.latest(convert, MOST_LISTED).stream().map(this::batch).toList());
    }

    private Batch batch(Job job) {
        BatchEntity entity = entity(job.token());
        return new Batch(
                job.token(),
                job.name(),
                entity.sourceName(),
                entity.targetName(),
                entity.proposing(),
                job.state(),
                job.items(),
                BatchProgress.read(job.progress()),
                job.message(),
                job.createdAt());
    }

    /**
     * The resulting archive.
     *
     * @throws Refusal when there is none yet
     */
    public Path result(String token) {
        Batch batch = get(token);
        if (!batch.state().hasResult()) {
            throw Refusal.notFound(
                    "This batch has no result yet: " + batch.state().words() + ".");
        }
        return jobs.result(token);
    }

    /** Takes a batch with all its files off the disk, for good. */
    public void remove(String token) throws IOException {
        jobs.remove(token);
        transaction.executeWithoutResult(status -> batches.delete(entity(token)));
    }

    private BatchEntity entity(String token) {
        return batches.findByToken(token)
                .orElseThrow(() ->
                        Refusal.notFound("There is no batch \"" + token + "\"; look for it on the batches page."));
    }
}
