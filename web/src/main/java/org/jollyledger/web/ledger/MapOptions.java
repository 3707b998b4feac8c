package org.jollyledger.web.ledger;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** The maps as options of a select: a ledger of thousands would take a template longer than all the rest of a page. */
@Component("mapOptions")
public class MapOptions {
    /** The options as HTML, the chosen one selected. */
    public String of(List<MapName> maps, @Nullable String chosen) {
        StringBuilder options = new StringBuilder();
        for (MapName map : maps) {
            options.append("<option value=\"")
                    .append(HtmlUtils.htmlEscape(map.slug()))
                    .append(map.slug().equals(chosen) ? "\" selected=\"selected\">" : "\">")
                    .append(HtmlUtils.htmlEscape(map.name()))
                    .append("</option>");
        }
        return options.toString();
    }
}
