package org.jollyledger.web.answer;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** What an answer holds, written once it is asked for. */
@FunctionalInterface
public interface Content {
    void writeTo(OutputStream out) throws IOException;

    /** A file as it lies there, which is not copied; who asks for a range of it gets that. */
    record StandingFile(Path path) implements Content {
        @Override
        public void writeTo(OutputStream out) throws IOException {
            Files.copy(path, out);
        }
    }
}
