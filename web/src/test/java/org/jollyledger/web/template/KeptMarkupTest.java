package org.jollyledger.web.template;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.SpringTemplateEngine;

class KeptMarkupTest {
    private record Row(String name, int number) {}

    private final SpringTemplateEngine engine = new SpringTemplateEngine();

    KeptMarkupTest() {
        engine.addDialect(new KeptMarkup());
    }

    private String page(String template, Map<String, Object> values) {
        return engine.process(template, new Context(null, values));
    }

    private static Map<String, Object> rows(String shown, Row... rows) {
        return Map.of("rows", List.of(rows), "shown", shown);
    }

    @Test
    void whatAnElementBecameComesAgainForTheSameKey() {
        String template =
                "<ul><li th:each=\"row : ${rows}\" keep:by=\"${row}\" th:class=\"${shown}\"><b th:text=\"${row.name()}\">x</b></li></ul>";
        assertThat(page(template, rows("first", new Row("Kick", 36))))
                .isEqualTo("<ul><li class=\"first\"><b>Kick</b></li></ul>");
        assertThat(page(template, rows("second", new Row("Kick", 36), new Row("Snare", 38))))
                .as("the kept one is as it was, whatever its key leaves out")
                .isEqualTo("<ul><li class=\"first\"><b>Kick</b></li><li class=\"second\"><b>Snare</b></li></ul>");
    }

    @Test
    void twoElementsOfOneKeyAreTold() {
        String template = "<i keep:by=\"'same'\">one</i>\n<i keep:by=\"'same'\">two</i>";
        for (int round = 0; round < 2; round++) {
            assertThat(page(template, Map.of())).isEqualTo("<i>one</i>\n<i>two</i>");
        }
    }

    /** Names come from everywhere. */
    @Test
    void namesStayText() {
        String template = "<p th:each=\"row : ${rows}\" keep:by=\"${row}\" th:text=\"${row.name()}\">x</p>";
        List<String> names =
                List.of("<b>", "[[${shown}]]", "[(${shown})]", "${shown}", "__${shown}__", "\" th:text=\"${shown}");
        List<String> wanted = new ArrayList<>();
        for (String name : names) {
            wanted.add("<p>" + name.replace("<", "&lt;").replace(">", "&gt;").replace("\"", "&quot;") + "</p>");
        }
        Row[] rows = names.stream().map(name -> new Row(name, 1)).toArray(Row[]::new);
        for (int round = 0; round < 2; round++) {
            assertThat(page(template, rows("secret", rows))).isEqualTo(String.join("", wanted));
        }
    }

    @Test
    void aFormWithItsTokenIsNotKept() {
        String template = "<form keep:by=\"'one'\"><input name=\"_csrf\" value=\"1\"></form>";
        assertThatThrownBy(() -> page(template, Map.of())).hasStackTraceContaining("cannot be kept");
    }

    @Test
    void whatIsNeverEqualIsNoKey() {
        for (Object key : new Object[] {new Object(), new int[] {1}}) {
            assertThatThrownBy(() -> page("<p keep:by=\"${key}\">x</p>", Map.of("key", key)))
                    .hasStackTraceContaining("what is equal when it shows the same");
        }
    }
}
