package org.jollyledger.web.answer;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** What an answer holds, written once it is asked for. */
@FunctionalInterface
public interface Content {
    void writeTo(OutputStream out) throws IOException;

    /** A file that is sent from where it is, without a copy; a range of it can be asked for. */
    record StandingFile(Path path) implements Content {
        @Override
        public void writeTo(OutputStream out) throws IOException {
            Files.copy(path, out);
        }
    }
}
