package org.jollyledger.web.ledger;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.jollyledger.web.file.Pdf;
import org.springframework.core.io.ClassPathResource;

/** The chart's sheet, the same that the browser prints, as PDF. */
final class ChartPdf {
    private static final String CSS = css();

    private ChartPdf() {}

    private static String css() {
        try (InputStream stream = new ClassPathResource("static/css/chart.css").getInputStream()) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static byte[] write(ChartView chart) {
        return Pdf.write("ledger/chart-pdf", Map.of("chart", chart, "css", CSS));
    }
}
