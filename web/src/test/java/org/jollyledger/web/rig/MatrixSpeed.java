package org.jollyledger.web.rig;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.rig.MatrixService.Matrix;
import org.jollyledger.web.support.RunningApplication;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * How long the matrix of 200 parts on 20 maps takes when all of it is worked out, against the 4,000 conversions that it stands
 * for, and when nothing has changed since, in one run. It asserts nothing and is no part of the test run; {@code ./mvnw -pl core,web test -Dtest=MatrixSpeed
 * -Dsurefire.failIfNoSpecifiedTests=false} runs it.
 */
class MatrixSpeed {
    private static final int PARTS = 200;
    private static final int MAPS = 20;
    private static final int ROUNDS = 3;

    @Test
    void compare(@TempDir Path folder) throws Exception {
        try (ConfigurableApplicationContext context = RunningApplication.start(
                "--server.port=" + RunningApplication.freePort(), "--jolly-ledger.data=" + folder)) {
            measure(
                    context.getBean(LedgerService.class),
                    context.getBean(PartService.class),
                    context.getBean(RigService.class),
                    context.getBean(MatrixService.class));
        }
    }

    private static void measure(LedgerService ledger, PartService parts, RigService rigs, MatrixService matrix) {
        List<StoredMap> shipped =
                ledger.names().stream().map(map -> ledger.get(map.slug())).toList();
        List<PartCard> cues = matrix.parts(MatrixChoice.ALL);
        for (int i = cues.size(); i < PARTS; i++) {
            PartCard cue = cues.get(i % cues.size());
            String slug = parts.add(
                    FileName.of("Copy " + i + ".mid"),
                    parts.get(cue.slug()).file().toBytes());
            parts.writtenFor(
                    parts.get(slug).id(),
                    ledger.get(String.valueOf(cue.writtenForSlug())).id());
        }
        List<String> maps = new ArrayList<>();
        for (int i = 0; i < MAPS; i++) {
            maps.add(ledger.add(shipped.get(i % shipped.size()).map().withName("Speed " + i), false, "To measure")
                    .slug());
        }
        List<Double> all = new ArrayList<>();
        List<Double> none = new ArrayList<>();
        List<Double> singly = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            // Another rig of other maps, so that all of it is new.
            Rig rig = rigs.get(rigs.add("Round " + round, again(ledger, maps, round)));
            all.add(seconds(rig, matrix));
            none.add(seconds(rig, matrix));
            singly.add(singly(rig, matrix, ledger, parts));
        }
        System.out.printf(
                Locale.ROOT,
                "conversions: %.2f s; matrix: %.2f s, ratio %.2f; nothing has changed: %.3f s, ratio %.4f%n",
                median(singly),
                median(all),
                median(all) / median(singly),
                median(none),
                median(none) / median(all));
    }

    private static List<String> again(LedgerService ledger, List<String> maps, int round) {
        return maps.stream()
                .map(slug -> ledger.get(slug).map())
                .map(map -> ledger.add(map.withName(map.name() + " again " + round), false, "To measure")
                        .slug())
                .toList();
    }

    /** What the job does: works out what is missing, and shows the whole. */
    private static double seconds(Rig rig, MatrixService matrix) {
        long begin = System.nanoTime();
        Matrix now = matrix.get(rig, MatrixChoice.ALL, false);
        now.rows().forEach(row -> matrix.workOut(rig, row));
        MatrixTable.csv(matrix.get(rig, MatrixChoice.ALL, false));
        return (System.nanoTime() - begin) / 1e9;
    }

    /** The single conversions that it stands for, with their proposals. */
    private static double singly(Rig rig, MatrixService matrix, LedgerService ledger, PartService parts) {
        long begin = System.nanoTime();
        for (PartCard card : matrix.parts(MatrixChoice.ALL)) {
            NoteMap from = ledger.get(String.valueOf(card.writtenForSlug())).map();
            byte[] file = parts.get(card.slug()).file().toBytes();
            for (StoredMap map : rig.maps()) {
                convert(file, from, map.map());
            }
        }
        return (System.nanoTime() - begin) / 1e9;
    }

    private static void convert(byte[] file, NoteMap from, NoteMap to) {
        try {
            Part part = DrumChannel.find(MidiFile.read(file), from.channel()).part();
            Conversion.of(part, Crosswalk.propose(from, to, part)).bytes();
        } catch (MidiFormatException e) {
            throw new IllegalStateException(e);
        }
    }

    private static double median(List<Double> values) {
        return values.stream().sorted().skip(values.size() / 2).findFirst().orElseThrow();
    }
}
