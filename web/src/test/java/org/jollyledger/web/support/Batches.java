package org.jollyledger.web.support;

import static org.awaitility.Awaitility.await;

import java.time.Duration;
import tools.jackson.databind.JsonNode;

/** The batches of an application, as its API tells of them. */
public final class Batches {
    private Batches() {}

    /** Whether a batch waits for its turn or runs. */
    public static boolean isUnderWay(JsonNode batch) {
        return batch.get("state").stringValue().matches("waiting|running");
    }

    /** Waits until no batch of the application at an address is under way. */
    public static void awaitAll(String url) {
        await().atMost(Duration.ofMinutes(1))
                .until(() ->
                        Http.json(Http.get(url + "/api/batches")).valueStream().noneMatch(Batches::isUnderWay));
    }
}
