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
import org.jollyledger.web.LedgerProperties;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import org.springframework.web.multipart.MultipartFile;

/** The files of batches, each batch in a folder of its own beside the database. Tokens are made here, never by a request. */
@Component
class BatchFiles {
    /** How many archives a batch may come in: twenty thousand files in groups of a hundred. */
    static final int MOST_ARCHIVES = 2_000;

    private static final String RESULT = "result.zip";
    private static final String BEGUN = "result.begun";

    private final Path folder;

    BatchFiles(LedgerProperties properties) {
        folder = Path.of(properties.data()).resolve("batches");
    }

    /** One file of a batch. */
    record Sent(String path, MultipartFile file) {}

    Path folder(String token) throws IOException {
        return Files.createDirectories(folder.resolve(token));
    }

    List<Path> archives(String token, int count) {
        return IntStream.rangeClosed(1, count)
                .mapToObj(number -> archive(token, number))
                .filter(Files::exists)
                .toList();
    }

    private Path archive(String token, int number) {
        return folder.resolve(token).resolve("in-" + number + ".zip");
    }

    /** Keeps an archive that was sent as one; answers how many files it holds, 0 when its directory cannot be read. */
    int keep(String token, int number, InputStream archive) throws IOException {
        folder(token);
        Files.copy(archive, archive(token, number), StandardCopyOption.REPLACE_EXISTING);
        return count(archive(token, number));
    }

    /** Keeps some files that were sent one by one. */
    void keep(String token, int number, List<Sent> files) throws IOException {
        folder(token);
        Set<String> taken = new HashSet<>();
        try (ZipOutputStream zip =
                new ZipOutputStream(new BufferedOutputStream(Files.newOutputStream(archive(token, number))))) {
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

    Path begun(String token) throws IOException {
        return folder(token).resolve(BEGUN);
    }

    Path result(String token) {
        return folder.resolve(token).resolve(RESULT);
    }

    /** Makes what was begun the result, all at once. */
    void finish(String token) throws IOException {
        Files.move(begun(token), result(token), StandardCopyOption.REPLACE_EXISTING);
    }

    void remove(String token) throws IOException {
        FileSystemUtils.deleteRecursively(folder.resolve(token));
    }
}
