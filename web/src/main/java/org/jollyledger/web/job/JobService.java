package org.jollyledger.web.job;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
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
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.problem.Refusal;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;

/**
 * Runs jobs, one after the other, on a thread of its own. Several applications may share a database: a job belongs to the
 * one that began it, for as long as that says that it is still there. Nothing begins again by itself.
 */
@Service
public class JobService {
    private static final Logger LOG = LoggerFactory.getLogger(JobService.class);
    private static final int TOKEN_BYTES = 12;
    private static final int LONGEST_NAME = 200;
    private static final long SECONDS_TO_END = 5;
    /** How long a job stays with an application that says nothing any more. */
    private static final Duration LEASE = Duration.ofSeconds(20);

    private static final Duration HEARTBEAT = Duration.ofSeconds(2);
    private static final Set<JobState> UNDER_WAY = Set.of(JobState.WAITING, JobState.RUNNING);
    private static final String FOLDER = "batches";
    private static final String RESULT = "result.zip";
    private static final String BEGUN = "result.begun";

    private final JobRepository jobs;
    private final Map<String, JobKind> kinds;
    private final TransactionTemplate transaction;
    private final Path folder;
    private final Clock clock = Clock.systemUTC();
    private final SecureRandom random = new SecureRandom();
    private final JobOwner me = JobOwner.here();
    private final ExecutorService worker = Executors.newSingleThreadExecutor(task -> new Thread(task, "jobs"));
    private final ScheduledExecutorService heart =
            Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "job heartbeat"));
    private final Map<String, JobRun> mine = new ConcurrentHashMap<>();
    private volatile boolean ending;

    JobService(JobRepository jobs, List<JobKind> kinds, TransactionTemplate transaction, LedgerProperties properties) {
        this.jobs = jobs;
        this.kinds = kinds.stream().collect(Collectors.toMap(JobKind::code, Function.identity()));
        this.transaction = transaction;
        folder = Path.of(properties.data()).resolve(FOLDER);
    }

    /** Jobs of applications that are gone are marked as interrupted, at once and from now on. */
    @EventListener(ApplicationReadyEvent.class)
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
        worker.awaitTermination(SECONDS_TO_END, TimeUnit.SECONDS);
    }

    /** Says that this application is still there, how far its jobs have come, and whether others have lost theirs. */
    private void beat() {
        try {
            mine.forEach(this::renew);
            tellInterrupted();
        } catch (RuntimeException e) {
            // The next beat tries again; one that throws would be the last.
            LOG.warn("The state of jobs could not be kept", e);
        }
    }

    private void renew(String token, JobRun run) {
        try {
            transaction.executeWithoutResult(status -> jobs.findByToken(token)
                    .filter(job -> job.state().isUnderWay())
                    .ifPresent(job -> {
                        job.renew(clock.instant().plus(LEASE));
                        job.reach(run.progress(), clock.instant());
                        if (job.isStopWanted()) {
                            run.stop();
                        }
                    }));
        } catch (OptimisticLockingFailureException e) {
            LOG.debug("Job {} changed at the same moment; the next beat renews it", token, e);
        }
    }

    private void tellInterrupted() {
        Instant now = clock.instant();
        transaction.executeWithoutResult(status -> jobs.findAllByStateIn(UNDER_WAY).stream()
                .filter(job -> !mine.containsKey(job.token()))
                .filter(job -> job.isAbandoned(now)
                        || JobOwner.parse(job.owner()).map(JobOwner::isGone).orElse(true))
                .forEach(job -> job.go(JobState.INTERRUPTED, "", now)));
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
            job.take(me.code(), clock.instant().plus(LEASE), clock.instant());
        });
        mine.put(token, new JobRun(token, folder(token), begun(token)));
        worker.submit(() -> run(token));
    }

    private void run(String token) {
        JobRun run = mine.get(token);
        try {
            JobKind kind = transaction.execute(status -> {
                JobEntity job = entity(token);
                job.go(JobState.RUNNING, "", clock.instant());
                return kinds.get(job.kind());
            });
            // A job to which nobody sent files has no folder yet.
            Files.createDirectories(run.folder());
            kind.run(run);
            Files.move(begun(token), result(token), StandardCopyOption.REPLACE_EXISTING);
            close(run, endState(run), "");
        } catch (IOException e) {
            LOG.error("Job {} failed", token, e);
            close(run, JobState.FAILED, "its files could not be read or written; check that the disk is not full");
        } catch (RuntimeException e) {
            LOG.error("Job {} failed", token, e);
            close(run, JobState.FAILED, "something went wrong inside the application; the log says more");
        } finally {
            mine.remove(token);
        }
    }

    private JobState endState(JobRun run) {
        if (ending) {
            return JobState.INTERRUPTED;
        }
        return run.isStopped() ? JobState.STOPPED : JobState.DONE;
    }

    /** A heartbeat may come in between; what is said at the end is said again then. */
    private void close(JobRun run, JobState state, String message) {
        for (int tries = 0; ; tries++) {
            try {
                transaction.executeWithoutResult(status -> {
                    JobEntity job = entity(run.token());
                    job.reach(run.progress(), clock.instant());
                    job.go(state, message, clock.instant());
                });
                return;
            } catch (OptimisticLockingFailureException e) {
                if (tries > 3) {
                    throw e;
                }
            }
        }
    }

    /** Stops a job after the item it is at, in whichever application it runs; what is done is kept. */
    public void stop(String token) {
        Optional.ofNullable(mine.get(token))
                .ifPresentOrElse(
                        JobRun::stop,
                        () -> transaction.executeWithoutResult(
                                status -> entity(token).wantStop()));
    }

    /**
     * A job as it is now.
     *
     * @throws Refusal when there is none
     */
    public Job get(String token) {
        return transaction.execute(status -> job(entity(token)));
    }

    /** The latest jobs of a kind, the last one first. */
    public List<Job> latest(JobKind kind, int most) {
        return transaction.execute(
                status -> jobs.findAllByKindOrderByCreatedAtDesc(kind.code(), PageRequest.of(0, most)).stream()
                        .map(this::job)
                        .toList());
    }

    private Job job(JobEntity entity) {
        JobRun run = mine.get(entity.token());
        String now = run == null ? "" : run.progress();
        return entity.job(now.isEmpty() ? entity.progress() : now);
    }

    /** The folder in which the files of a job lie. Tokens are made here, never by a request. */
    public Path folder(String token) {
        return folder.resolve(token);
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
    }

    private JobEntity entity(String token) {
        return jobs.findByToken(token)
                .orElseThrow(
                        () -> Refusal.notFound("There is no job \"" + token + "\"; look for it on the batches page."));
    }
}
