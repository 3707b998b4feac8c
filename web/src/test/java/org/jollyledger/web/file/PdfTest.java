package org.jollyledger.web.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jollyledger.core.exchange.SheetSvg;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.core.patience.Patience.GivenUp;
import org.junit.jupiter.api.Test;

/** What is printed in pieces is one document, and can be broken off between them. */
class PdfTest {
    private static final String DRAWING =
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9\" height=\"9\"><circle r=\"3\"/></svg>";

    private static List<Map<String, Object>> pages(int count) {
        return IntStream.rangeClosed(1, count)
                .mapToObj(number -> new SheetSvg.Words(40, 60, 8, false, "#000", "Bar No. " + number))
                .map(words -> Map.<String, Object>of("pages", List.of(new SheetSvg.Page(DRAWING, List.of(words)))))
                .toList();
    }

    @Test
    void eachBeginsANewPageOfOneDocument() throws Exception {
        byte[] pdf = Pdf.write("part/sheet-pdf", pages(5));
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(5);
            for (int number = 1; number <= 5; number++) {
                PDFTextStripper text = new PDFTextStripper();
                text.setStartPage(number);
                text.setEndPage(number);
                assertThat(text.getText(document).strip()).isEqualTo("Bar No. " + number);
            }
        }
    }

    @Test
    void nobodyWaitsForMoreThanOnePiece() {
        AtomicInteger asked = new AtomicInteger();
        List<Map<String, Object>> many = pages(200);
        try (Patience.Scope patience = Patience.within(
                () -> asked.incrementAndGet() > 3 ? Optional.of(new GivenUp("Nobody waits.")) : Optional.empty())) {
            assertThatThrownBy(() -> Pdf.write("part/sheet-pdf", many)).isInstanceOf(GivenUp.class);
        }
        assertThat(asked).hasValue(4);
    }
}
