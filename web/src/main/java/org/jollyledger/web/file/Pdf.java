package org.jollyledger.web.file;

import com.openhtmltopdf.css.style.CssContext;
import com.openhtmltopdf.extend.OutputDevice;
import com.openhtmltopdf.pdfboxout.PDFontSupplier;
import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.render.Box;
import com.openhtmltopdf.render.RenderingContext;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.jollyledger.core.patience.Patience;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresolver.ClassLoaderTemplateResolver;
import org.w3c.dom.Element;

/** Pages of HTML as PDF, with the fonts that ship with the application. */
public final class Pdf {
    private static final ITemplateEngine TEMPLATES = templates();
    private static final String SANS = "DejaVu Sans Condensed";
    private static final String SERIF = "DejaVu Serif";

    static {
        XRLog.setLoggingEnabled(false);
    }

    private Pdf() {}

    private static ITemplateEngine templates() {
        ClassLoaderTemplateResolver resolver = new ClassLoaderTemplateResolver();
        resolver.setPrefix("templates/");
        resolver.setSuffix(".html");
        resolver.setTemplateMode(TemplateMode.XML);
        SpringTemplateEngine engine = new SpringTemplateEngine();
        engine.setTemplateResolver(resolver);
        return engine;
    }

    /**
     * Prints a template.
     *
     * @param template the name of a template that is well-formed XML
     * @param variables what is in it
     */
    public static byte[] write(String template, Map<String, Object> variables) {
        return write(template, List.of(variables));
    }

    /**
     * Prints a template several times, each from a new page on. To lay out a long document takes time that nobody can break
     * off, and more than its pages take by themselves.
     *
     * @param template the name of a template that is well-formed XML
     * @param each what is in it each time
     */
    public static byte[] write(String template, List<Map<String, Object>> each) {
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            PdfRendererBuilder builder = new PdfRendererBuilder()
                    .usePDDocument(document)
                    .useFont(font(document, "DejaVuSansCondensed.ttf"), SANS, 400, null, true)
                    .useFont(font(document, "DejaVuSansCondensed-Bold.ttf"), SANS, 700, null, true)
                    .useFont(font(document, "DejaVuSerif.ttf"), SERIF, 400, null, true)
                    .useSVGDrawer(new BreakableSvg())
                    // Nothing is fetched, whatever a name may hold.
                    .useUriResolver((base, uri) -> null);
            for (Map<String, Object> variables : each) {
                Patience.goOn();
                builder.withHtmlContent(TEMPLATES.process(template, new Context(Locale.ROOT, variables)), null);
                try (PdfBoxRenderer renderer = builder.buildPdfRenderer()) {
                    renderer.layout();
                    renderer.createPDFKeepOpen();
                }
            }
            document.save(pdf);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return pdf.toByteArray();
    }

    /** The drawings are nearly all of the work. */
    private static final class BreakableSvg extends BatikSVGDrawer {
        @Override
        public SVGImage buildSVGImage(
                Element svg, Box box, CssContext context, double width, double height, double dotsPerPixel) {
            Patience.goOn();
            SVGImage image = super.buildSVGImage(svg, box, context, width, height, dotsPerPixel);
            return new SVGImage() {
                @Override
                public int getIntrinsicWidth() {
                    return image.getIntrinsicWidth();
                }

                @Override
                public int getIntrinsicHeight() {
                    return image.getIntrinsicHeight();
                }

                @Override
                public void drawSVG(OutputDevice device, RenderingContext rendering, double x, double y) {
                    Patience.goOn();
                    image.drawSVG(device, rendering, x, y);
                }
            };
        }
    }

    /** Without ligatures, so that names can be searched for and copied out as they are written. */
    private static PDFontSupplier font(PDDocument document, String file) throws IOException {
        try (InputStream stream = Objects.requireNonNull(Pdf.class.getResourceAsStream("/print-fonts/" + file), file)) {
            TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(stream));
            font.setEnableGsub(false);
            return new PDFontSupplier(PDType0Font.load(document, font, true));
        }
    }
}
