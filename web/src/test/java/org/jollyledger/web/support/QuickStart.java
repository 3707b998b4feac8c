package org.jollyledger.web.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.stream.Stream;
import org.jollyledger.web.JollyLedgerApplication;

/**
 * The command that starts the application as a process of its own, with an archive of its classes (class-data sharing), so
 * that it starts in half the time. Such an archive takes jars only, so folders of classes are packed first.
 */
public final class QuickStart {
    private static final int SECONDS_TO_MAKE = 300;

    private QuickStart() {}

    /** The command without the options of the application. */
    public static List<String> command(Path folder) throws Exception {
        String classPath = packed(folder);
        Path archive = folder.resolve("classes.jsa");
        Path log = folder.resolve("archive.txt");
        List<String> train = new ArrayList<>(java("-XX:ArchiveClassesAtExit=" + archive, classPath));
        train.add(1, "-Dspring.context.exit=onRefresh");
        train.add("--jolly-ledger.data=" + folder.resolve("trained"));
        train.add("--server.port=" + RunningApplication.freePort());
        Process process = new ProcessBuilder(train)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        assertThat(process.waitFor(SECONDS_TO_MAKE, TimeUnit.SECONDS))
                .as(Files.readString(log))
                .isTrue();
        assertThat(archive).as(Files.readString(log)).exists();
        return java("-XX:SharedArchiveFile=" + archive, classPath);
    }

    private static List<String> java(String sharing, String classPath) {
        return List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                sharing,
                "-XX:TieredStopAtLevel=1",
                "-Xlog:disable",
                "-cp",
                classPath,
                JollyLedgerApplication.class.getName());
    }

    private static String packed(Path folder) throws IOException {
        List<String> jars = new ArrayList<>();
        String classPath = System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
        for (String entry : classPath.split(File.pathSeparator)) {
            Path path = Path.of(entry);
            if (Files.isRegularFile(path)) {
                jars.add(entry);
            } else if (Files.isDirectory(path)) {
                Path jar = folder.resolve("packed-" + jars.size() + ".jar");
                pack(path, jar);
                jars.add(jar.toString());
            }
        }
        return String.join(File.pathSeparator, jars);
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
