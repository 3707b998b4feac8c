package org.jollyledger.web.support;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import org.jollyledger.web.JollyLedgerApplication;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.util.FileSystemUtils;

/**
 * Starts the real application on a free port with a fresh data folder, once for all test classes, and hands tests its
 * address. Tests talk to it as users do: over HTTP and through the browser.
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

        Instance() throws IOException {
            data = Files.createTempDirectory("jolly-ledger-test");
            int port = freePort();
            context = start("--server.port=" + port, "--jolly-ledger.data=" + data);
            address = new Address(URI.create("http://localhost:" + port));
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
        return extension
                .getRoot()
                .getStore(NAMESPACE)
                .getOrComputeIfAbsent(
                        Instance.class,
                        key -> {
                            try {
                                return new Instance();
                            } catch (IOException e) {
                                throw new IllegalStateException("The application did not start.", e);
                            }
                        },
                        Instance.class)
                .address;
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
