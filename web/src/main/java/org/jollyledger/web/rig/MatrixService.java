package org.jollyledger.web.rig;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import org.jollyledger.core.batch.MatrixCell;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.job.Job;
import org.jollyledger.web.job.JobService;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The matrix: parts down, the maps of a rig across, and in each cell what would be lost. */
@Service
public class MatrixService {
    /**
     * A part of a matrix.
     *
     * @param cells what is lost on each map of the rig; empty where it is not worked out yet
     */
    public record Row(PartCard part, List<Optional<MatrixCell>> cells) {
        int lost(ToIntFunction<MatrixCell> count) {
            return cells.stream().flatMap(Optional::stream).mapToInt(count).sum();
        }
    }

    /**
     * A matrix as far as it is worked out.
     *
     * @param rows the parts, the one that loses most first
     * @param unknown parts of which nobody has said what they were written for
     * @param missing how many cells are not worked out yet
     */
    public record Matrix(Rig rig, List<Row> rows, List<PartCard> unknown, int missing) {}

    private final MatrixCellRepository cells;
    private final MatrixRunRepository runs;
    private final PartService parts;
    private final LedgerService ledger;
    private final Crosswalks crosswalks;
    private final RigService rigs;
    private final JobService jobs;
    private final TransactionTemplate transaction;

    MatrixService(
            MatrixCellRepository cells,
            MatrixRunRepository runs,
            PartService parts,
            LedgerService ledger,
            Crosswalks crosswalks,
            RigService rigs,
            JobService jobs,
            TransactionTemplate transaction) {
        this.cells = cells;
        this.runs = runs;
        this.parts = parts;
        this.ledger = ledger;
        this.crosswalks = crosswalks;
        this.rigs = rigs;
        this.jobs = jobs;
        this.transaction = transaction;
    }

    /**
     * The matrix of a rig.
     *
     * @param choice which parts
     * @param asItIs whether the worst is what is lost when nothing is converted
     */
    public Matrix get(Rig rig, MatrixChoice choice, boolean asItIs) {
        Map<MatrixCellEntity.Key, MatrixCellEntity> known = known(rig);
        Map<String, List<String>> onEachMap = new HashMap<>();
        List<Row> rows = new ArrayList<>();
        List<PartCard> unknown = new ArrayList<>();
        int missing = 0;
        for (PartCard part : parts(choice)) {
            String slug = part.writtenForSlug();
            if (slug == null) {
                unknown.add(part);
                continue;
            }
            List<String> states = onEachMap.computeIfAbsent(slug, written -> states(ledger.get(written), rig));
            List<Optional<MatrixCell>> row = new ArrayList<>();
            for (int i = 0; i < states.size(); i++) {
                String madeOf = madeOf(part.revision(), states.get(i));
                Optional<MatrixCell> cell = Optional.ofNullable(known.get(new MatrixCellEntity.Key(
                                part.id(), rig.maps().get(i).id())))
                        .filter(there -> there.madeOf().equals(madeOf))
                        .map(MatrixCellEntity::cell);
                missing += cell.isPresent() ? 0 : 1;
                row.add(cell);
            }
            rows.add(new Row(part, row));
        }
        ToIntFunction<MatrixCell> count = asItIs ? MatrixCell::lostAsItIs : MatrixCell::lostConverted;
        rows.sort(Comparator.comparingInt((Row row) -> -row.lost(count))
                .thenComparing(row -> row.part().title()));
        return new Matrix(rig, rows, unknown, missing);
    }

    private Map<MatrixCellEntity.Key, MatrixCellEntity> known(Rig rig) {
        return cells.findByMapIdIn(rig.maps().stream().map(StoredMap::id).toList()).stream()
                .collect(Collectors.toMap(MatrixCellEntity::key, cell -> cell));
    }

    /** The parts that are chosen. */
    List<PartCard> parts(MatrixChoice choice) {
        return parts.all(choice.label()).stream()
                .filter(part -> choice.takes(part.slug()))
                .toList();
    }

    /** Everything that a cell depends on: as long as this is the same, so is the cell. */
    private static String madeOf(int revision, String state) {
        return revision + "|" + state;
    }

    /** How two maps and their usual crosswalk are now. */
    private static String state(StoredMap from, StoredMap map, Optional<Crosswalks.Usual> usual) {
        return from.id() + "/" + from.revision() + "|" + map.revision() + "|"
                + usual.map(Crosswalks.Usual::state).orElse("");
    }

    private List<String> states(StoredMap from, Rig rig) {
        return rig.maps().stream()
                .map(map -> state(from, map, crosswalks.usual(from.id(), map.id())))
                .toList();
    }

    /** Begins to work out what is missing. */
    public void begin(Rig rig, MatrixChoice choice, MatrixJob job) {
        if (running(rig).isPresent()) {
            return;
        }
        String token = jobs.create(job, "Matrix of " + rig.name());
        transaction.executeWithoutResult(status -> runs.save(new MatrixRunEntity(token, rig.id(), choice)));
        jobs.begin(token);
    }

    /** The job that works out cells of a rig just now. */
    public Optional<Job> running(Rig rig) {
        return runs.findAllByRigId(rig.id()).stream()
                .map(run -> jobs.get(run.token()))
                .filter(job -> job.state().isUnderWay())
                .findFirst();
    }

    /** Stops working out cells; those that are worked out stay. */
    public void stop(Rig rig) {
        running(rig).ifPresent(job -> jobs.stop(job.token()));
    }

    MatrixRunEntity run(String token) {
        return runs.findById(token).orElseThrow();
    }

    Rig rig(MatrixRunEntity run) {
        return rigs.get(run.rigId());
    }

    /** Works out the cells of one part that are missing; returns how many. */
    int workOut(Rig rig, Row row) {
        @Nullable String slug = row.part().writtenForSlug();
        if (slug == null) {
            return 0;
        }
        StoredMap from = ledger.get(slug);
        Part part = null;
        int count = 0;
        for (int i = 0; i < rig.maps().size(); i++) {
            if (row.cells().get(i).isPresent()) {
                continue;
            }
            if (part == null) {
                part = DrumChannel.find(
                                parts.get(row.part().slug(), row.part().revision())
                                        .file(),
                                from.map().channel())
                        .part();
            }
            StoredMap map = rig.maps().get(i);
            Optional<Crosswalks.Usual> usual = crosswalks.usual(from.id(), map.id());
            MatrixCell cell = MatrixCell.of(part, from.map(), map.map(), usual.map(Crosswalks.Usual::crosswalk));
            MatrixCellEntity entity = new MatrixCellEntity(
                    row.part().id(), map.id(), madeOf(row.part().revision(), state(from, map, usual)), cell);
            transaction.executeWithoutResult(status -> cells.save(entity));
            count++;
        }
        return count;
    }
}
