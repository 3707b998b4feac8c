package org.jollyledger.web.ledger;

import java.util.List;
import org.jollyledger.web.cache.Recently;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** The options of a select: a ledger of thousands of maps would take a template longer than all the rest of a page. */
@Component("choices")
public class Choices {
    private static final int MOST_LISTS = 4;

    private final Recently<List<?>, String> written = new Recently<>(MOST_LISTS);

    /**
     * The options as HTML, the chosen one selected.
     *
     * @param all of {@link Choice}; a template would convert each of them by itself if that were said here
     */
    public String options(List<?> all, @Nullable String chosen) {
        String options = written.get(all, () -> write(all));
        if (chosen == null) {
            return options;
        }
        String start = start(chosen);
        return options.replace(start, start + " selected=\"selected\"");
    }

    private static String write(List<?> all) {
        StringBuilder options = new StringBuilder();
        for (Object any : all) {
            Choice one = (Choice) any;
            options.append(start(one.slug()))
                    .append('>')
                    .append(HtmlUtils.htmlEscape(one.name()))
                    .append("</option>");
        }
        return options.toString();
    }

    private static String start(String slug) {
        return "<option value=\"" + HtmlUtils.htmlEscape(slug) + "\"";
    }
}
