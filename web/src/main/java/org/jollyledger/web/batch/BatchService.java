package org.jollyledger.web.batch;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.jollyledger.core.batch.BatchConversion;
import org.jollyledger.core.batch.BatchLimits;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.batch.BatchEntity.Snapshot;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.problem.Refusal;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Converts batches, one after the other, on a thread of its own. */
@Service
public class BatchService {
    private static final Logger LOG = LoggerFactory.getLogger(BatchService.class);
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final int MOST_LISTED = 50;
    private static final int TOKEN_BYTES = 12;
    private static final long SECONDS_TO_END = 5;
    private static final int LONGEST_NAME = 200;

    private final BatchRepository batches;
    private final BatchFiles files;
    private final TransactionTemplate transaction;
    private final Clock clock = Clock.systemUTC();
    private final SecureRandom random = new SecureRandom();
    private final ExecutorService worker = Executors.newSingleThreadExecutor(task -> new Thread(task, "batches"));
    private volatile boolean ending;
    private final Map<String, BatchProgress.Follower> running = new ConcurrentHashMap<>();

    BatchService(BatchRepository batches, BatchFiles files, TransactionTemplate transaction) {
        this.batches = batches;
        this.files = files;
        this.transaction = transaction;
    }

    /** What was under way when the application ended is told so; nothing begins again by itself. */
    @EventListener(ApplicationReadyEvent.class)
    void tellInterrupted() {
        transaction.executeWithoutResult(
                status -> batches.findAllByStateInOrderByCreatedAt(Set.of(BatchState.WAITING, BatchState.RUNNING))
                        .forEach(batch -> batch.go(BatchState.INTERRUPTED, "", clock.instant())));
    }

    /** A batch that is cut short when the application ends is told as one that was interrupted. */
    @PreDestroy
    void end() throws InterruptedException {
        ending = true;
        running.values().forEach(BatchProgress.Follower::stop);
        worker.shutdown();
        worker.awaitTermination(SECONDS_TO_END, TimeUnit.SECONDS);
    }

    /** Makes a batch that has no files yet; answers its token. */
    public String create(String name, Crosswalks.Named crosswalk) {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = HexFormat.of().formatHex(bytes);
        Crosswalk routes = crosswalk.crosswalk();
        String kept = Cut.to(KeptCrosswalk.LONGEST_NAME, crosswalk.name());
        Snapshot snapshot = new Snapshot(
                routes.source().name(),
                routes.target().name(),
                NoteMapJson.write(routes.source()),
                NoteMapJson.write(routes.target()),
                CrosswalkJson.write(KeptCrosswalk.of(kept, "", routes, Set.of())));
        String title = Cut.to(LONGEST_NAME, name.isBlank() ? crosswalk.name() : name.strip());
        transaction.executeWithoutResult(status -> batches.save(
                new BatchEntity(token, title, snapshot, JSON.writeValueAsString(BatchProgress.NONE), clock.instant())));
        return token;
    }

    /** Adds an archive of files to a batch that is not begun. */
    public void add(String token, InputStream archive) throws IOException {
        int count = files.keep(token, nextArchive(token, 0), archive);
        transaction.executeWithoutResult(status -> entity(token).expect(count));
    }

    /** Adds files to a batch that is not begun. */
    void add(String token, List<BatchFiles.Sent> sent) throws IOException {
        files.keep(token, nextArchive(token, sent.size()), sent);
    }

    private int nextArchive(String token, int count) {
        return transaction.execute(status -> {
            BatchEntity batch = entity(token);
            if (batch.state() != BatchState.COLLECTING) {
                throw Refusal.overtaken("This batch is begun already; make a new one for more files.");
            }
            if (batch.archives() >= BatchFiles.MOST_ARCHIVES) {
                throw Refusal.unreadable("This batch has come in too many pieces; pack its files into one zip.");
            }
            return batch.nextArchive(count);
        });
    }

    /** Begins a batch, or begins it again from the start. */
    public void begin(String token) {
        transaction.executeWithoutResult(status -> {
            BatchEntity batch = entity(token);
            if (!batch.state().canBegin()) {
                throw Refusal.overtaken(
                        "This batch cannot be begun: " + batch.state().words() + ".");
            }
            if (batch.archives() == 0) {
                throw Refusal.incomplete("This batch has no files; choose some first.");
            }
            batch.go(BatchState.WAITING, "", clock.instant());
        });
        running.put(token, new BatchProgress.Follower());
        worker.submit(() -> run(token));
    }

    private void run(String token) {
        BatchProgress.Follower follower = running.get(token);
        try {
            BatchEntity batch = transaction.execute(status -> {
                BatchEntity begun = entity(token);
                begun.go(BatchState.RUNNING, "", clock.instant());
                return begun;
            });
            Path begun = files.begun(token);
            try (OutputStream out = Files.newOutputStream(begun)) {
                BatchConversion.run(
                        files.archives(token, batch.archives()),
                        crosswalk(batch.snapshot()),
                        out,
                        files.folder(token),
                        BatchLimits.USUAL,
                        follower);
            }
            files.finish(token);
            close(token, follower, endState(follower), "");
        } catch (IOException e) {
            LOG.error("Batch {} failed", token, e);
            close(
                    token,
                    follower,
                    BatchState.FAILED,
                    "its files could not be read or written; see whether the disk is full");
        } catch (RuntimeException e) {
            LOG.error("Batch {} failed", token, e);
            close(token, follower, BatchState.FAILED, "something went wrong inside the application; look into the log");
        } finally {
            running.remove(token);
        }
    }

    private BatchState endState(BatchProgress.Follower follower) {
        if (ending) {
            return BatchState.INTERRUPTED;
        }
        return follower.isStopped() ? BatchState.STOPPED : BatchState.DONE;
    }

    private void close(String token, BatchProgress.Follower follower, BatchState state, String message) {
        transaction.executeWithoutResult(status -> {
            BatchEntity batch = entity(token);
            batch.reach(JSON.writeValueAsString(follower.progress()), clock.instant());
            batch.go(state, message, clock.instant());
        });
    }

    private static Crosswalk crosswalk(Snapshot snapshot) {
        try {
            NoteMap source = NoteMapJson.read(snapshot.source());
            NoteMap target = NoteMapJson.read(snapshot.target());
            return CrosswalkJson.read(snapshot.crosswalk())
                    .over(Crosswalk.propose(source, target))
                    .crosswalk();
        } catch (DocumentException e) {
            throw new IllegalStateException("A batch's crosswalk cannot be read back: " + e.getMessage(), e);
        }
    }

    /** Stops a batch after the file it is at; what is done is kept. */
    public void stop(String token) {
        Optional.ofNullable(running.get(token)).ifPresent(BatchProgress.Follower::stop);
    }

    /**
     * A batch as it stands.
     *
     * @throws Refusal when there is none
     */
    public Batch get(String token) {
        return transaction.execute(status -> batch(entity(token)));
    }

    /** The latest batches, the last one first. */
    public List<Batch> latest() {
        return transaction.execute(
                status -> batches.findAllByOrderByCreatedAtDesc(PageRequest.of(0, MOST_LISTED)).stream()
                        .map(this::batch)
                        .toList());
    }

    private Batch batch(BatchEntity entity) {
        BatchProgress progress = Optional.ofNullable(running.get(entity.token()))
                .map(BatchProgress.Follower::progress)
                .orElseGet(() -> JSON.readValue(entity.progress(), BatchProgress.class));
        return new Batch(
                entity.token(),
                entity.name(),
                entity.sourceName(),
                entity.targetName(),
                entity.state(),
                entity.expectedFiles(),
                progress,
                entity.message(),
                entity.createdAt());
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
        return files.result(token);
    }

    /** Takes a batch with all its files off the disk, for good. */
    public void remove(String token) throws IOException {
        if (get(token).state().isUnderWay()) {
            throw Refusal.overtaken("This batch is under way; stop it first.");
        }
        transaction.executeWithoutResult(status -> batches.delete(entity(token)));
        files.remove(token);
    }

    private BatchEntity entity(String token) {
        return batches.findByToken(token)
                .orElseThrow(() ->
                        Refusal.notFound("There is no batch \"" + token + "\"; look for it on the batches page."));
    }
}
