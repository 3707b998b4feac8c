package org.jollyledger.web.batch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.batch.BatchEntity.Snapshot;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.job.Job;
import org.jollyledger.web.job.JobService;
import org.jollyledger.web.job.JobState;
import org.jollyledger.web.problem.Refusal;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.PageRequest;
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
    private final PackMaps packs;
    /** Told on the page of backups. */
    private static final Duration PATIENCE = Duration.ofDays(7);

    private static final Logger LOG = LoggerFactory.getLogger(BatchService.class);

    private final TransactionTemplate transaction;

    BatchService(
            BatchRepository batches,
            BatchFiles files,
            JobService jobs,
            ConvertJob convert,
            PackMaps packs,
            TransactionTemplate transaction) {
        this.batches = batches;
        this.files = files;
        this.jobs = jobs;
        this.convert = convert;
        this.packs = packs;
        this.transaction = transaction;
    }

    /** Makes a batch that has no files yet; returns its token. */
    public String create(String name, BatchChoice.Chosen chosen) {
        clear();
        Optional<Crosswalks.Named> crosswalk = chosen.crosswalk();
        Optional<NoteMap> source = crosswalk.map(named -> named.crosswalk().source());
        String itsName = crosswalk
                .map(Crosswalks.Named::name)
                .orElse("A pack to " + chosen.target().name());
        Snapshot snapshot = new Snapshot(
                source.map(NoteMap::name).orElse(""),
                chosen.target().name(),
                source.map(NoteMapJson::write).orElse(""),
                NoteMapJson.write(chosen.target()),
                chosen.proposing() == Proposing.GIVEN
                        ? crosswalk.map(BatchService::document).orElse("")
                        : "",
                chosen.proposing(),
                chosen.repairs());
        return transaction.execute(status -> {
            String token = jobs.create(convert, name.isBlank() ? itsName : name.strip());
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
            refuseUnlessCollecting(token);
            BatchEntity batch = entity(token);
            if (batch.archives() >= BatchFiles.MOST_ARCHIVES) {
                throw Refusal.unreadable("This batch was sent in too many pieces; pack its files into one zip.");
            }
            return batch.nextArchive();
        });
    }

    private void refuseUnlessCollecting(String token) {
        if (jobs.get(token).state() != JobState.COLLECTING) {
            throw Refusal.overtaken("This batch has started already; make a new one for more files.");
        }
    }

    /** Begins a batch, or begins it again from the start. */
    public void begin(String token) {
        BatchEntity batch = transaction.execute(status -> entity(token));
        if (batch.archives() == 0) {
            throw Refusal.incomplete("This batch has no files; choose some first.");
        }
        if (batch.sourceName().isEmpty()) {
            throw Refusal.incomplete("Choose the map that these parts were written for.");
        }
        jobs.begin(token);
    }

    /** Says which map the parts of a batch that is not begun were written for; its routes are proposed when it runs. */
    public void writtenFor(String token, NoteMap map) {
        transaction.executeWithoutResult(status -> {
            refuseUnlessCollecting(token);
            entity(token).writtenFor(map.name(), NoteMapJson.write(map));
        });
    }

    /** What the files of a batch that is not begun bring besides parts; nothing where its crosswalk is settled. */
    public List<PackMaps.Found> brought(String token) {
        return isSettled(token) ? List.of() : packs.find(archives(token));
    }

    /** A file that came with the parts. */
    public byte[] brought(String token, String path) throws IOException {
        return packs.content(archives(token), path)
                .orElseThrow(() -> Refusal.notFound("There is no “" + path + "” in this pack; go back to its page."));
    }

    private boolean isSettled(String token) {
        return transaction.execute(status ->
                jobs.get(token).state() != JobState.COLLECTING || entity(token).proposing() == Proposing.GIVEN);
    }

    private List<Path> archives(String token) {
        return files.archives(
                jobs.folder(token), transaction.execute(status -> entity(token).archives()));
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
        return transaction.execute(status -> batch(jobs.get(token), described(token)));
    }

    /** The latest batches, the last one first. */
    public List<Batch> latest() {
        return transaction.execute(status -> {
            // Nearly always the same as the latest jobs.
            Map<String, BatchRepository.Described> latest = batches.described(PageRequest.of(0, MOST_LISTED)).stream()
                    .collect(Collectors.toMap(BatchRepository.Described::token, Function.identity()));
            return jobs.latest(convert, MOST_LISTED).stream()
                    .map(job -> batch(
                            job, Optional.ofNullable(latest.get(job.token())).orElseGet(() -> described(job.token()))))
                    .toList();
        });
    }

    private BatchRepository.Described described(String token) {
        return batches.described(token).orElseThrow(() -> isGone(token));
    }

    private static Batch batch(Job job, BatchRepository.Described described) {
        return new Batch(
                job.token(),
                job.name(),
                described.sourceName(),
                described.targetName(),
                Proposing.parse(described.proposing()),
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

    /** How many batches have a result, which they need not keep for good. */
    int finished() {
        return jobs.countFinished(convert);
    }

    /** Deletes all batches that have come to their end, with all their files; returns how many. */
    int removeFinished() throws IOException {
        List<String> finished = jobs.finished(convert);
        for (String token : finished) {
            remove(token);
        }
        return finished.size();
    }

    /** Deletes what nobody has started for a week, and what a kill left behind. */
    private void clear() {
        try {
            for (String token : jobs.forgotten(convert, PATIENCE)) {
                remove(token);
            }
            jobs.clearLeftovers(PATIENCE);
        } catch (IOException e) {
            LOG.warn("Files of old batches could not be deleted", e);
        }
    }

    private BatchEntity entity(String token) {
        return batches.findByToken(token).orElseThrow(() -> isGone(token));
    }

    private static Refusal isGone(String token) {
        return Refusal.notFound(
                "There is no batch \"" + token + "\"; look for it on the batches page.",
                new Refusal.Link("Batches", "/batches"));
    }
}
