package org.jollyledger.web.job;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.busy.Background;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.room.LeftBehind;
import org.jollyledger.web.room.NoRoom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;

/**
 * Runs jobs, one after the other, on a thread of its own. Several applications may share a database: a job belongs to the
 * one that began it, for as long as that says that it is still there; another one that runs goes on with it then, from the
 * start. After a start of its own nothing begins again by itself.
 */
@Service
public class JobService {
    private static final List<JobState> FINISHED = List.of(JobState.DONE, JobState.STOPPED);
    private static final Logger LOG = LoggerFactory.getLogger(JobService.class);
    private static final int TOKEN_BYTES = 12;
    private static final int LONGEST_NAME = 200;
    private static final long MILLISECONDS_TO_END = 500;
    private static final Duration HEARTBEAT = Duration.ofSeconds(2);
    private static final Set<JobState> UNDER_WAY = Set.of(JobState.WAITING, JobState.RUNNING);
    private static final String RESULT = "result.zip";
    private static final int MOST_TRIES = 10;
    private static final String FULL = "the disk is full; make some room on it and start again";
    private static final String BEGUN = "result.begun";

    private final JobRepository jobs;
    private final Map<String, JobKind> kinds;
    private final TransactionTemplate transaction;
    private final DiskRoom room;
    private final JobFolder folder;
    private final Duration lease;
    private final Clock clock = Clock.systemUTC();
    private final SecureRandom random = new SecureRandom();
    private final JobOwner me = JobOwner.here();
    private final ExecutorService worker = Executors.newSingleThreadExecutor(Background.named("jobs"));
    private final ScheduledExecutorService heart =
            Executors.newSingleThreadScheduledExecutor(Background.named("job heartbeat"));
    private final Set<String> takenOver = ConcurrentHashMap.newKeySet();
    private final Map<String, JobRun> mine = new ConcurrentHashMap<>();
    /** How jobs ended for which that could not be kept; it is tried again. */
    private final Map<String, Ending> unsaid = new ConcurrentHashMap<>();

    private volatile boolean ending;

    private record Ending(JobState state, String message) {}

    JobService(
            JobRepository jobs,
            List<JobKind> kinds,
            TransactionTemplate transaction,
            DiskRoom room,
            JobFolder folder,
            LedgerProperties properties) {
        this.room = room;
        lease = properties.lease();
        this.jobs = jobs;
        this.kinds = kinds.stream().collect(Collectors.toMap(JobKind::code, Function.identity()));
        this.transaction = transaction;
        this.folder = folder;
    }

    /** Jobs of applications that are gone are marked as interrupted, before it is said that all is ready, and from now on. */
    @EventListener(ApplicationReadyEvent.class)
    @Order(0)
    void awake() {
        tellInterrupted();
        heart.scheduleWithFixedDelay(this::beat, HEARTBEAT.toMillis(), HEARTBEAT.toMillis(), TimeUnit.MILLISECONDS);
    }

    /** A job that is cut short when the application ends is marked as interrupted. */
    @PreDestroy
    void end() throws InterruptedException {
        ending = true;
        mine.values().forEach(JobRun::stop);
        heart.shutdown();
        worker.shutdown();
        worker.awaitTermination(MILLISECONDS_TO_END, TimeUnit.MILLISECONDS);
    }

    /** Says that this application is still there, how far its jobs have come, and whether others have lost theirs. */
    private void beat() {
        try {
            if (room.isShort()) {
                return;
            }
            unsaid.forEach((token, ending) -> close(mine.get(token), ending));
            mine.forEach(this::renew);
            takeOver();
        } catch (RuntimeException e) {
            // The next beat tries again; one that throws would be the last.
            LOG.warn("The state of jobs could not be kept", e);
        }
    }

    private void renew(String token, JobRun run) {
        change(token, job -> {
            if (job.state().isUnderWay()) {
                job.renew(clock.instant().plus(lease));
                job.reach(run.progress(), clock.instant());
            }
            if (job.isStopWanted()) {
                run.stop();
            }
        });
    }

    /** Changes a job that is under way. A heartbeat, or a wish to stop it, may come at the same moment: both are kept. */
    private void change(String token, Consumer<JobEntity> how) {
        for (int tries = 1; ; tries++) {
            try {
                transaction.executeWithoutResult(status -> how.accept(entity(token)));
                return;
            } catch (OptimisticLockingFailureException e) {
                if (tries == MOST_TRIES) {
                    throw e;
                }
            }
        }
    }

    private void tellInterrupted() {
        for (String token : abandonedTokens()) {
            // Another application may tell it, or take the job over, at the same moment.
            change(token, job -> {
                if (isAbandoned(job)) {
                    job.go(JobState.INTERRUPTED, "", clock.instant());
                }
            });
        }
    }

    private List<String> abandonedTokens() {
        return transaction.execute(status -> jobs.findAllByStateIn(UNDER_WAY).stream()
                .filter(this::isAbandoned)
                .map(JobEntity::token)
                .toList());
    }

    private boolean isAbandoned(JobEntity job) {
        return job.state().isUnderWay()
                && !mine.containsKey(job.token())
                && (job.isAbandoned(clock.instant())
                        || JobOwner.parse(job.owner()).map(JobOwner::isGone).orElse(true));
    }

    /**
     * Goes on with what another application was at that went away meanwhile, from the start, where its files are here. Once
     * for each job: one that ends whoever works on it must not end them all.
     */
    private void takeOver() {
        List<String> tokens = abandonedTokens();
        for (String token : tokens) {
            if (Files.isDirectory(folder(token)) && takenOver.add(token)) {
                try {
                    transaction.executeWithoutResult(status ->
                            entity(token).take(me.code(), clock.instant().plus(lease), clock.instant()));
                    ChangeLog.note("job " + token, "taken over");
                    work(token);
                } catch (OptimisticLockingFailureException e) {
                    LOG.debug("Another application was quicker to take over job {}", token, e);
                }
            }
        }
        if (!tokens.isEmpty()) {
            tellInterrupted();
        }
    }

    /** Makes a job that is not begun; returns its token. */
    public String create(JobKind kind, String name) {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = HexFormat.of().formatHex(bytes);
        transaction.executeWithoutResult(
                status -> jobs.save(new JobEntity(token, kind.code(), Cut.to(LONGEST_NAME, name), clock.instant())));
        return token;
    }

    /** Expects more items of work. */
    public void expect(String token, int items) {
        transaction.executeWithoutResult(status -> entity(token).expect(items));
    }

    /**
     * Begins a job, or begins it again from the start. Of two applications that begin one at the same moment one is refused.
     *
     * @throws Refusal when it cannot be begun
     */
    public void begin(String token) {
        transaction.executeWithoutResult(status -> {
            JobEntity job = entity(token);
            if (!job.state().canBegin()) {
                throw Refusal.overtaken(
                        "This job cannot be started: " + job.state().words() + ".");
            }
            job.take(me.code(), clock.instant().plus(lease), clock.instant());
        });
        ChangeLog.note("job " + token, "begun");
        work(token);
    }

    private void work(String token) {
        mine.put(token, new JobRun(token, folder(token), begun(token), room));
        worker.submit(() -> run(token));
    }

    private void run(String token) {
        JobRun run = mine.get(token);
        try {
            change(token, job -> job.go(JobState.RUNNING, "", clock.instant()));
            JobKind kind = kinds.get(get(token).kind());
            // A job to which nobody sent files has no folder yet.
            Files.createDirectories(run.folder());
            kind.run(run);
            Files.move(begun(token), result(token), StandardCopyOption.REPLACE_EXISTING);
            close(run, ending(run));
        } catch (IOException | RuntimeException e) {
            LOG.error("Job {} failed", token, e);
            close(run, new Ending(JobState.FAILED, why(e)));
        } catch (OutOfMemoryError e) {
            LOG.error("Job {} took more memory than there is", token);
            close(run, new Ending(JobState.FAILED, "it took more memory than there is"));
        }
    }

    private String why(Exception failure) {
        if (room.isShort() || NoRoom.isIn(failure)) {
            return FULL;
        }
        return failure instanceof IOException
                ? "its files could not be read or written; the log says more"
                : "something went wrong inside the application; the log says more";
    }

    private Ending ending(JobRun run) {
        if (ending) {
            return new Ending(JobState.INTERRUPTED, "");
        }
        if (run.isOutOfRoom()) {
            return new Ending(JobState.FAILED, FULL);
        }
        return new Ending(run.isStopped() ? JobState.STOPPED : JobState.DONE, "");
    }

    /** Where the end cannot be kept, for the disk is full, it is kept later. */
    private void close(JobRun run, Ending how) {
        try {
            change(run.token(), job -> {
                job.reach(run.progress(), clock.instant());
                job.go(how.state, how.message, clock.instant());
            });
            unsaid.remove(run.token());
            mine.remove(run.token());
        } catch (RuntimeException e) {
            LOG.warn("How job {} ended is kept later", run.token(), e);
            unsaid.put(run.token(), how);
        }
    }

    /** Stops a job after the item it is at, in whichever application it runs; what is done is kept. */
    public void stop(String token) {
        Optional.ofNullable(mine.get(token)).ifPresentOrElse(JobRun::stop, () -> change(token, JobEntity::wantStop));
    }

    /**
     * A job as it is now.
     *
     * @throws Refusal when there is none
     */
    public Job get(String token) {
        return transaction.execute(status -> asItIs(entity(token).job()));
    }

    /** The latest jobs of a kind, the last one first. */
    public List<Job> latest(JobKind kind, int most) {
        return transaction.execute(status -> jobs.latest(kind.code(), PageRequest.of(0, most)).stream()
                .map(this::asItIs)
                .toList());
    }

    /** The jobs of a kind that have come to their end with a result. */
    public List<String> finished(JobKind kind) {
        return jobs.tokens(kind.code(), FINISHED, clock.instant());
    }

    /** How many of a kind have come to their end with a result. */
    public int countFinished(JobKind kind) {
        return jobs.count(kind.code(), FINISHED.get(0), FINISHED.get(1));
    }

    /** The jobs of a kind that nobody has begun for so long. */
    public List<String> forgotten(JobKind kind, Duration since) {
        return jobs.tokens(
                kind.code(), List.of(JobState.COLLECTING), clock.instant().minus(since));
    }

    /** Deletes the files of jobs that are gone: it may have been killed between the one and the other. */
    public void clearLeftovers(Duration since) throws IOException {
        LeftBehind.clear(
                folder.now(),
                clock.instant().minus(since),
                left -> jobs.findByToken(left.getFileName().toString()).isEmpty());
    }

    /** What runs here is further than it was when it was saved last. */
    private Job asItIs(Job saved) {
        JobRun run = mine.get(saved.token());
        String now = run == null ? "" : run.progress();
        return now.isEmpty() ? saved : saved.withProgress(now);
    }

    /** The folder in which the files of a job lie. Tokens are made here, never by a request. */
    public Path folder(String token) {
        return folder.now().resolve(token);
    }

    private Path begun(String token) {
        return folder(token).resolve(BEGUN);
    }

    /** Where the result of a job lies when it has one. */
    public Path result(String token) {
        return folder(token).resolve(RESULT);
    }

    /** Takes a job with all its files off the disk, for good. */
    public void remove(String token) throws IOException {
        if (get(token).state().isUnderWay()) {
            throw Refusal.overtaken("This job is running; stop it first.");
        }
        transaction.executeWithoutResult(status -> jobs.delete(entity(token)));
        FileSystemUtils.deleteRecursively(folder(token));
        ChangeLog.note("job " + token, "deleted");
    }

    private JobEntity entity(String token) {
        return jobs.findByToken(token)
                .orElseThrow(() -> Refusal.notFound(
                        "There is no job \"" + token + "\"; look for it on the batches page.",
                        new Refusal.Link("Batches", "/batches")));
    }
}
