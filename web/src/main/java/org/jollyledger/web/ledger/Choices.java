package org.jollyledger.web.ledger;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** The options of a select: a ledger of thousands of maps would take a template longer than all the rest of a page. */
@Component("choices")
public class Choices {
    /** The options as HTML, the chosen one selected. */
    public String options(List<? extends Choice> all, @Nullable String chosen) {
        StringBuilder options = new StringBuilder();
        for (Choice one : all) {
            options.append("<option value=\"")
                    .append(HtmlUtils.htmlEscape(one.slug()))
                    .append(one.slug().equals(chosen) ? "\" selected=\"selected\">" : "\">")
                    .append(HtmlUtils.htmlEscape(one.name()))
                    .append("</option>");
        }
        return options.toString();
    }
}
