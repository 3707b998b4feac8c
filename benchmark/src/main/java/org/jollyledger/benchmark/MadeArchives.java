package org.jollyledger.benchmark;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.batch.BatchListener;
import org.jollyledger.core.batch.Tally;

/** Zip archives of made loops. */
final class MadeArchives {
    private static final int DIFFERENT_LOOPS = 16;
    private static final int FILES_IN_A_FOLDER = 100;

    private MadeArchives() {}

    static byte[] of(int files) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        write(files, bytes);
        return bytes.toByteArray();
    }

    static void write(int files, OutputStream out) throws IOException {
        byte[][] loops = new byte[DIFFERENT_LOOPS][];
        for (int i = 0; i < loops.length; i++) {
            loops[i] = MadeParts.of(4 + i % 4);
        }
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < files; i++) {
                zip.putNextEntry(new ZipEntry("set " + i / FILES_IN_A_FOLDER + "/loop " + i + ".mid"));
                zip.write(loops[i % loops.length]);
                zip.closeEntry();
            }
        }
    }

    /** Wants to know nothing. */
    static class Silent implements BatchListener {
        @Override
        public void reached(Tally tally) {}

        @Override
        public void met(Problem problem) {
            throw new IllegalStateException(problem.file() + " " + problem.sentence());
        }

        @Override
        public void lost(FileLosses losses) {}

        @Override
        public boolean isStopped() {
            return false;
        }
    }
}
