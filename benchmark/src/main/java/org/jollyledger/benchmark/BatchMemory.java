package org.jollyledger.benchmark;

import java.io.IOException;
import java.io.OutputStream;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryType;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.jollyledger.core.batch.BatchConversion;
import org.jollyledger.core.batch.BatchLimits;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.batch.BatchRoutes;
import org.jollyledger.core.batch.Tally;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;

/** The most memory that a batch holds on to, with 2,000 files and with 20,000: what is left after collecting garbage. */
public final class BatchMemory {
    private static final int FEW = 2_000;
    private static final int MANY = 20_000;
    private static final int LOOKS = 20;
    private static final double MEGABYTE = 1 << 20;

    private BatchMemory() {}

    public static void main(String[] arguments) throws IOException {
        peak(FEW);
        double few = peak(FEW);
        double many = peak(MANY);
        System.out.printf(
                Locale.ROOT,
                "peak with %d files %.1f MB, with %d files %.1f MB: ratio %.2f%n",
                FEW,
                few,
                MANY,
                many,
                many / few);
    }

    /** What the heap held right after the last collection, so that what is made meanwhile does not count. */
    private static double used() {
        System.gc();
        return ManagementFactory.getMemoryPoolMXBeans().stream()
                        .filter(pool -> pool.getType() == MemoryType.HEAP && pool.getCollectionUsage() != null)
                        .mapToLong(pool -> pool.getCollectionUsage().getUsed())
                        .sum()
                / MEGABYTE;
    }

    private static double peak(int files) throws IOException {
        Path folder = Files.createTempDirectory("batch");
        Path archive = folder.resolve("in.zip");
        try (OutputStream out = Files.newOutputStream(archive)) {
            MadeArchives.write(files, out);
        }
        NoteMap source = GeneralMidi.level1();
        Crosswalk crosswalk = Crosswalk.propose(source, MadeMaps.half(source));
        double[] peak = {0};
        MadeArchives.Silent looking = new MadeArchives.Silent() {
            @Override
            public void reached(Tally tally) {
                if (tally.files() % (files / LOOKS) == 0) {
                    peak[0] = Math.max(peak[0], used());
                }
            }
        };
        Path result = folder.resolve("out.zip");
        try (OutputStream out = Files.newOutputStream(result)) {
            BatchConversion.run(
                    List.of(archive),
                    new BatchRoutes.Given(crosswalk),
                    BatchRepairs.NONE,
                    out,
                    folder,
                    BatchLimits.USUAL,
                    looking);
        }
        Files.delete(result);
        Files.delete(archive);
        Files.delete(folder);
        return peak[0];
    }
}
