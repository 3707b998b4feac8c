package org.jollyledger.web.rig;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.concurrent.atomic.AtomicInteger;
import org.jollyledger.web.job.JobKind;
import org.jollyledger.web.job.JobRun;
import org.jollyledger.web.rig.MatrixService.Matrix;
import org.jollyledger.web.rig.MatrixService.Row;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;

/** The job of filling a matrix; its items are cells. */
@Component
class MatrixJob implements JobKind {
    private final MatrixService matrix;

    MatrixJob(@Lazy MatrixService matrix) {
        this.matrix = matrix;
    }

    @Override
    public String code() {
        return "matrix";
    }

    @Override
    public void run(JobRun run) throws IOException {
        MatrixRunEntity wanted = matrix.run(run.token());
        Rig rig = matrix.rig(wanted);
        Matrix now = matrix.get(rig, wanted.choice(), false);
        AtomicInteger done = new AtomicInteger();
        run.follow(() -> done.get() + "/" + now.missing());
        for (Row row : now.rows()) {
            if (run.isStopped()) {
                break;
            }
            done.addAndGet(matrix.workOut(rig, row));
        }
        Files.write(
                run.result(),
                MatrixTable.csv(matrix.get(rig, wanted.choice(), false)).getBytes(StandardCharsets.UTF_8));
    }
}
