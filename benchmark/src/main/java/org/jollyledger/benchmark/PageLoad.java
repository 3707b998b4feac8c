package org.jollyledger.benchmark;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Threads;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Pages of a running application that many ask for at once, against a small file of plain text from the same one. Its address
 * comes with {@code -Djolly.url=http://localhost:8080}.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 2, time = 5)
@Measurement(iterations = 3, time = 5)
@Fork(1)
@Threads(32)
public class PageLoad {
    static final String ADDRESS = "jolly.url";
    private static final int OK = 200;

    @Param({"/", "/maps/quayside-oak", "/parts/storm-at-sea", "/crosswalks", "/bench", "/api/maps"})
    public String path;

    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    private byte[] get(String what) throws IOException, InterruptedException {
        HttpResponse<byte[]> answer = client.send(
                HttpRequest.newBuilder(URI.create(System.getProperty(ADDRESS) + what))
                        .build(),
                HttpResponse.BodyHandlers.ofByteArray());
        if (answer.statusCode() != OK) {
            throw new IOException(what + " was answered " + answer.statusCode());
        }
        return answer.body();
    }

    @Benchmark
    public byte[] page() throws IOException, InterruptedException {
        return get(path);
    }

    @Benchmark
    public byte[] plainText() throws IOException, InterruptedException {
        return get("/js/theme.js");
    }
}
