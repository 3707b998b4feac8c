package org.jollyledger.web.batch;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;

/** The files that come in for batches, in the folders of their jobs. */
@Component
class BatchFiles {
    /** How many archives a batch may come in: twenty thousand files in groups of a hundred. */
    static final int MOST_ARCHIVES = 2_000;

    /** One file of a batch. */
    record Sent(String path, MultipartFile file) {}

    /** The archives in the folder of a batch that came in so many. */
    List<Path> archives(Path folder, int count) {
        return IntStream.rangeClosed(1, count)
                .mapToObj(number -> archive(folder, number))
                .filter(Files::exists)
                .toList();
    }

    private static Path archive(Path folder, int number) {
        return folder.resolve("in-" + number + ".zip");
    }

    /** Keeps an archive that was sent as one; returns how many files it holds, 0 when its directory cannot be read. */
    int keep(Path folder, int number, InputStream archive) throws IOException {
        Files.createDirectories(folder);
        Files.copy(archive, archive(folder, number), StandardCopyOption.REPLACE_EXISTING);
        return count(archive(folder, number));
    }

    /** Keeps some files that were sent one by one. */
    void keep(Path folder, int number, List<Sent> files) throws IOException {
        Files.createDirectories(folder);
        Set<String> taken = new HashSet<>();
        try (ZipOutputStream zip =
                new ZipOutputStream(new BufferedOutputStream(Files.newOutputStream(archive(folder, number))))) {
            zip.setLevel(Deflater.BEST_SPEED);
            for (Sent sent : files) {
                zip.putNextEntry(new ZipEntry(free(sent.path, taken)));
                try (InputStream content = sent.file.getInputStream()) {
                    content.transferTo(zip);
                }
                zip.closeEntry();
            }
        }
    }

    private static String free(String path, Set<String> taken) {
        String name = path.isBlank() ? "part.mid" : path;
        int number = 2;
        String free = name;
        while (!taken.add(free)) {
            free = number + " " + name;
            number++;
        }
        return free;
    }

    private static int count(Path archive) {
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            return (int) zip.stream().filter(entry -> !entry.isDirectory()).count();
        } catch (IOException e) {
            return 0;
        }
    }
}
