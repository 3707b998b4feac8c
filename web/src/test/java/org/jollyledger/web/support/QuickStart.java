package org.jollyledger.web.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.web.JollyLedgerApplication;
import org.springframework.util.FileSystemUtils;

/**
 * The command that starts the application as a process of its own, with an archive of its classes (class-data sharing), so
 * that it starts in half the time. Such an archive takes jars only, so folders of classes are packed first.
 */
public final class QuickStart {
    private static final int SECONDS_TO_MAKE = 300;

    private QuickStart() {}

    /** The command without the options of the application. What it needs is made once, until a class changes. */
    public static List<String> command() throws Exception {
        Path folder = Files.createDirectories(Path.of("target", "quick-start").toAbsolutePath());
        Path made = folder.resolve("made-of.txt");
        Path archive = folder.resolve("classes.jsa");
        List<Path> entries = classPath();
        String state = entries + " " + newest(entries);
        // Tests run side by side, in processes of their own.
        try (FileChannel lock =
                FileChannel.open(folder.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
            lock.lock();
            if (!Files.exists(made) || !Files.readString(made).equals(state)) {
                Files.deleteIfExists(archive);
                for (Path entry : entries) {
                    if (Files.isDirectory(entry)) {
                        pack(entry, packed(folder, entry));
                    }
                }
                make(folder, archive, entries);
                Files.writeString(made, state);
            }
        }
        return java("-XX:SharedArchiveFile=" + archive, folder, entries);
    }

    private static List<Path> classPath() {
        String classPath = System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
        return Stream.of(classPath.split(File.pathSeparator))
                .map(Path::of)
                .filter(Files::exists)
                .toList();
    }

    private static FileTime newest(List<Path> entries) throws IOException {
        FileTime newest = FileTime.fromMillis(0);
        for (Path entry : entries) {
            try (Stream<Path> files = Files.walk(entry)) {
                for (Path file : files.toList()) {
                    FileTime changed = Files.getLastModifiedTime(file);
                    newest = changed.compareTo(newest) > 0 ? changed : newest;
                }
            }
        }
        return newest;
    }

    private static Path packed(Path folder, Path classes) {
        return folder.resolve(classes.getParent().getParent().getFileName() + "-" + classes.getFileName() + ".jar");
    }

    private static void make(Path folder, Path archive, List<Path> entries) throws Exception {
        Path log = folder.resolve("archive.txt");
        List<String> train = new ArrayList<>(java("-XX:ArchiveClassesAtExit=" + archive, folder, entries));
        train.add(1, "-Dspring.context.exit=onRefresh");
        Path data = folder.resolve("training");
        FileSystemUtils.deleteRecursively(data);
        train.add("--jolly-ledger.data=" + data);
        train.add("--server.port=" + RunningApplication.freePort());
        Process process = new ProcessBuilder(train)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        assertThat(process.waitFor(SECONDS_TO_MAKE, TimeUnit.SECONDS))
                .as(Files.readString(log))
                .isTrue();
        assertThat(archive).as(Files.readString(log)).exists();
    }

    private static List<String> java(String sharing, Path folder, List<Path> entries) {
        String classPath = entries.stream()
                .map(entry -> Files.isDirectory(entry) ? packed(folder, entry) : entry)
                .map(Path::toString)
                .collect(Collectors.joining(File.pathSeparator));
        return List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                sharing,
                "-XX:TieredStopAtLevel=1",
                "-Xlog:disable",
                "-cp",
                classPath,
                JollyLedgerApplication.class.getName());
    }

    private static void pack(Path classes, Path jar) throws IOException {
        try (OutputStream file = Files.newOutputStream(jar);
                JarOutputStream out = new JarOutputStream(file);
                Stream<Path> files = Files.walk(classes)) {
            // Folders have entries of their own: components are found by them.
            for (Path path :
                    files.filter(path -> !path.equals(classes)).sorted().toList()) {
                String name = classes.relativize(path).toString().replace(File.separatorChar, '/');
                boolean isFolder = Files.isDirectory(path);
                out.putNextEntry(new JarEntry(isFolder ? name + "/" : name));
                if (!isFolder) {
                    Files.copy(path, out);
                }
                out.closeEntry();
            }
        }
    }
}
