package org.jollyledger.web.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import org.jollyledger.web.JollyLedgerApplication;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ExtensionContext.StoreScope;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.util.FileSystemUtils;

/**
 * Starts the real application on a free port with a fresh data folder, once for all test classes of a process, and
 * hands tests its address. Each class finds the ledger as it was after the start. Tests talk to it as users do: over
 * HTTP and through the browser.
 */
public final class RunningApplication implements ParameterResolver {
    private static final ExtensionContext.Namespace NAMESPACE =
            ExtensionContext.Namespace.create(RunningApplication.class);

    /** The address of the running application, without a slash at its end. */
    public record Address(URI uri) {
        public String url(String path) {
            return uri + path;
        }
    }

    private static final class Instance implements ExtensionContext.Store.CloseableResource {
        private final ConfigurableApplicationContext context;
        private final Address address;
        private final Path data;
        private final byte[] atTheStart;
        private Class<?> user;

        Instance(Class<?> user) throws IOException, InterruptedException {
            this.user = user;
            data = Files.createTempDirectory("jolly-ledger-test");
            int port = freePort();
            context = start("--server.port=" + port, "--jolly-ledger.data=" + data);
            address = new Address(URI.create("http://localhost:" + port));
            atTheStart = good(Http.get(address.url("/api/backup"))).body();
        }

        /** Restores the ledger as it was after the start when another class used it before. */
        void lendTo(Class<?> next) throws IOException, InterruptedException {
            if (next == user) {
                return;
            }
            user = next;
            Batches.awaitAll(address.url(""));
            good(Http.postFile(address.url("/api/backup?mode=replace"), "file", "backup.zip", atTheStart));
            FileSystemUtils.deleteRecursively(data.resolve("backups"));
        }

        private static HttpResponse<byte[]> good(HttpResponse<byte[]> answer) {
            assertThat(answer.statusCode()).as(Http.text(answer)).isEqualTo(200);
            return answer;
        }

        @Override
        public void close() throws IOException {
            context.close();
            FileSystemUtils.deleteRecursively(data);
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
        return parameter.getParameter().getType() == Address.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
        Instance instance = extension
                .getStore(StoreScope.LAUNCHER_SESSION, NAMESPACE)
                .getOrComputeIfAbsent(
                        Instance.class,
                        key -> {
                            try {
                                return new Instance(extension.getRequiredTestClass());
                            } catch (IOException | InterruptedException e) {
                                throw new IllegalStateException("The application did not start.", e);
                            }
                        },
                        Instance.class);
        try {
            instance.lendTo(extension.getRequiredTestClass());
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException("The ledger was not restored.", e);
        }
        return instance.address;
    }

    /** Starts another application in this process, as the real one is started. */
    public static ConfigurableApplicationContext start(String... arguments) {
        SpringApplication application = new SpringApplication(JollyLedgerApplication.class);
        // Else it would be the test runner, which has no knowledge made beforehand.
        application.setMainApplicationClass(JollyLedgerApplication.class);
        return application.run(arguments);
    }

    /** A port that nothing listens on. */
    public static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
