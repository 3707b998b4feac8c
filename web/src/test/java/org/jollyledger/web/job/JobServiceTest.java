package org.jollyledger.web.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.support.RunningApplication;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.transaction.support.TransactionTemplate;

/** Two applications with one database: each has a service of jobs of its own. */
class JobServiceTest {
    private static final String ELSEWHERE = "elsewhere/17/1/other";
    private static final Duration MINUTE = Duration.ofMinutes(1);

    private static ConfigurableApplicationContext application;

    private final Counting kind = new Counting();
    private volatile boolean diskIsFull;
    private JobService one;
    private JobService other;

    /** Work that says when it has begun, and ends when it is let go or stopped. */
    private static final class Counting implements JobKind {
        private final AtomicInteger begun = new AtomicInteger();
        private final CountDownLatch goOn = new CountDownLatch(1);

        @Override
        public String code() {
            return "count";
        }

        @Override
        public void run(JobRun run) throws IOException {
            int which = begun.incrementAndGet();
            run.follow(() -> "{\"run\":" + which + "}");
            try {
                while (!run.isStopped() && !goOn.await(20, TimeUnit.MILLISECONDS)) {
                    // The next item.
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            Files.writeString(run.result(), "run " + which);
        }
    }

    @BeforeAll
    static void start(@TempDir Path folder) throws Exception {
        application = RunningApplication.start(
                "--server.port=" + RunningApplication.freePort(),
                "--jolly-ledger.demo=false",
                "--jolly-ledger.data=" + folder.resolve("data"));
    }

    @AfterAll
    static void close() {
        application.close();
    }

    @BeforeEach
    void startBoth() {
        one = service();
        other = service();
    }

    private DiskRoom room() {
        return new DiskRoom(application.getBean(LedgerProperties.class)) {
            @Override
            public long left() {
                return diskIsFull ? 0 : super.left();
            }
        };
    }

    private JobService service() {
        JobService service = new JobService(
                jobs(),
                List.of(kind),
                transaction(),
                room(),
                application.getBean(JobFolder.class),
                application.getBean(LedgerProperties.class));
        service.awake();
        return service;
    }

    @AfterEach
    void endBoth() throws InterruptedException {
        kind.goOn.countDown();
        one.end();
        other.end();
    }

    private static JobRepository jobs() {
        return application.getBean(JobRepository.class);
    }

    private static TransactionTemplate transaction() {
        return application.getBean(TransactionTemplate.class);
    }

    private JobState state(String token) {
        return one.get(token).state();
    }

    /** A job that an owner has taken until some moment. */
    private String takenBy(String owner, Instant until) {
        String token = one.create(kind, "taken");
        transaction()
                .executeWithoutResult(
                        status -> jobs().findByToken(token).orElseThrow().take(owner, until, Instant.now()));
        return token;
    }

    /** However near together they ask, one of them begins it and the other one is refused. */
    @Test
    void twoApplicationsNeverTakeTheSameJob() throws Exception {
        kind.goOn.countDown();
        ExecutorService both = Executors.newFixedThreadPool(2);
        try {
            for (int round = 1; round <= 10; round++) {
                String token = one.create(kind, "raced for");
                CountDownLatch go = new CountDownLatch(1);
                List<Future<Boolean>> begun =
                        List.of(both.submit(() -> begins(one, token, go)), both.submit(() -> begins(other, token, go)));
                go.countDown();
                assertThat(begun.get(0).get() ^ begun.get(1).get())
                        .as("round %d", round)
                        .isTrue();
                await().until(() -> state(token) == JobState.DONE);
                assertThat(kind.begun).hasValue(round);
            }
        } finally {
            both.shutdownNow();
        }
    }

    private static boolean begins(JobService service, String token, CountDownLatch go) throws InterruptedException {
        go.await();
        try {
            service.begin(token);
            return true;
        } catch (Refusal | org.springframework.dao.OptimisticLockingFailureException e) {
            return false;
        }
    }

    @Test
    void theOtherApplicationLeavesARunningJobAlone() {
        String token = one.create(kind, "long");
        one.begin(token);
        await().until(() -> state(token) == JobState.RUNNING);
        other.awake();
        assertThat(other.get(token).state()).isEqualTo(JobState.RUNNING);
        assertThatThrownBy(() -> other.begin(token)).isInstanceOf(Refusal.class).hasMessageContaining("it is running");
        assertThatThrownBy(() -> other.remove(token)).isInstanceOf(Refusal.class);
        await().until(() -> other.get(token).progress().contains("\"run\":1"));
        kind.goOn.countDown();
        await().until(() -> other.get(token).state() == JobState.DONE);
        assertThat(other.result(token)).hasContent("run 1");
    }

    /** What was done until then is kept, and it can be begun again. */
    @Test
    void aJobThatFillsTheDiskEndsAndSaysWhy() {
        String token = one.create(kind, "long");
        one.begin(token);
        await().until(() -> state(token) == JobState.RUNNING);
        diskIsFull = true;
        await().until(() -> state(token) == JobState.FAILED);
        assertThat(one.get(token).message()).contains("the disk is full");
        assertThat(one.result(token)).hasContent("run 1");

        diskIsFull = false;
        kind.goOn.countDown();
        one.begin(token);
        await().until(() -> state(token) == JobState.DONE);
    }

    @Test
    void whatNobodyBeganAndWhatIsLeftOverIsKnown() throws Exception {
        String forgotten = one.create(kind, "forgotten");
        kind.goOn.countDown();
        String done = one.create(kind, "done");
        one.begin(done);
        await().until(() -> state(done) == JobState.DONE);
        assertThat(one.forgotten(kind, Duration.ZERO)).contains(forgotten).doesNotContain(done);
        assertThat(one.forgotten(kind, MINUTE)).doesNotContain(forgotten);
        assertThat(one.finished(kind)).contains(done).doesNotContain(forgotten);

        Path left = Files.createDirectories(one.folder("of-a-job-that-is-gone"));
        Files.writeString(left.resolve("in-1.zip"), "left over");
        one.clearLeftovers(MINUTE);
        assertThat(left).exists();
        one.clearLeftovers(Duration.ofMillis(-1));
        assertThat(left).doesNotExist();
        assertThat(one.folder(done)).exists();
    }

    @Test
    void eitherApplicationStopsAJob() {
        String token = one.create(kind, "long");
        one.begin(token);
        await().until(() -> state(token) == JobState.RUNNING);
        other.stop(token);
        await().until(() -> other.get(token).state() == JobState.STOPPED);
        assertThat(other.result(token)).as("what was done is kept").hasContent("run 1");
    }

    /** A process of this machine that is gone renews nothing: nobody waits for its lease. */
    @Test
    void aJobOfAProcessThatIsGoneIsInterruptedAtOnceAndBeginsAgain() throws Exception {
        Process gone = new ProcessBuilder("true").start();
        gone.waitFor();
        JobOwner owner = new JobOwner(JobOwner.here().machine(), gone.pid(), 1, "gone");
        String token = takenBy(owner.code(), Instant.now().plus(MINUTE));
        other.awake();
        assertThat(state(token)).isEqualTo(JobState.INTERRUPTED);
        kind.goOn.countDown();
        other.begin(token);
        await().until(() -> state(token) == JobState.DONE);
    }

    /** Of another machine nothing is known but its lease. */
    @Test
    void aJobOfAnotherMachineIsInterruptedWhenItsLeaseHasRunOut() {
        String held = takenBy(ELSEWHERE, Instant.now().plus(MINUTE));
        String abandoned = takenBy(ELSEWHERE, Instant.now().minusSeconds(1));
        one.awake();
        assertThat(state(held)).isEqualTo(JobState.WAITING);
        assertThat(state(abandoned)).isEqualTo(JobState.INTERRUPTED);
    }

    @Test
    void anApplicationThatEndsTellsWhatItCutShort() throws Exception {
        String token = other.create(kind, "long");
        other.begin(token);
        await().until(() -> state(token) == JobState.RUNNING);
        other.end();
        assertThat(state(token)).isEqualTo(JobState.INTERRUPTED);
        assertThatThrownBy(() -> one.get("no-such-token")).isInstanceOf(Refusal.class);
    }
}
