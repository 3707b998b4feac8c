package org.jollyledger.web.ledger;

import com.openhtmltopdf.pdfboxout.PDFontSupplier;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Objects;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresolver.ClassLoaderTemplateResolver;

/** The chart's sheet, the same that the browser prints, as PDF. */
final class ChartPdf {
    private static final ITemplateEngine TEMPLATES = templates();
    private static final String CSS = css();
    private static final String SANS = "DejaVu Sans Condensed";
    private static final String SERIF = "DejaVu Serif";

    static {
        XRLog.setLoggingEnabled(false);
    }

    private ChartPdf() {}

    private static ITemplateEngine templates() {
        ClassLoaderTemplateResolver resolver = new ClassLoaderTemplateResolver();
        resolver.setPrefix("templates/");
        resolver.setSuffix(".html");
        resolver.setTemplateMode(TemplateMode.XML);
        SpringTemplateEngine engine = new SpringTemplateEngine();
        engine.setTemplateResolver(resolver);
        return engine;
    }

    private static String css() {
        try (InputStream stream = resource("/static/css/chart.css")) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static byte[] write(ChartView chart) {
        Context context = new Context(Locale.ROOT);
        context.setVariable("chart", chart);
        context.setVariable("css", CSS);
        String html = TEMPLATES.process("ledger/chart-pdf", context);
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            new PdfRendererBuilder()
                    .usePDDocument(document)
                    .useFont(font(document, "DejaVuSansCondensed.ttf"), SANS, 400, null, true)
                    .useFont(font(document, "DejaVuSansCondensed-Bold.ttf"), SANS, 700, null, true)
                    .useFont(font(document, "DejaVuSerif.ttf"), SERIF, 400, null, true)
                    // Nothing is fetched, whatever a name may hold.
                    .useUriResolver((base, uri) -> null)
                    .withHtmlContent(html, null)
                    .toStream(pdf)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return pdf.toByteArray();
    }

    /** Without ligatures, so that names can be searched for and copied out as they are written. */
    private static PDFontSupplier font(PDDocument document, String file) throws IOException {
        try (InputStream stream = resource("/print-fonts/" + file)) {
            TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(stream));
            font.setEnableGsub(false);
            return new PDFontSupplier(PDType0Font.load(document, font, true));
        }
    }

    private static InputStream resource(String path) {
        return Objects.requireNonNull(ChartPdf.class.getResourceAsStream(path), path);
    }
}
