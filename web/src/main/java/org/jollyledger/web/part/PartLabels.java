package org.jollyledger.web.part;

import java.util.List;
import org.jollyledger.web.file.Visible;
import org.jollyledger.web.problem.Refusal;

/** What a part can be labelled with. */
final class PartLabels {
    static final int LONGEST = 60;

    private PartLabels() {}

    /**
     * The labels that were typed, with commas between them.
     *
     * @throws Refusal when there is none, or one is too long
     */
    static List<String> parse(String typed) {
        List<String> labels = List.of(typed.split(",")).stream()
                .map(Visible::text)
                .filter(label -> !label.isEmpty())
                .distinct()
                .toList();
        if (labels.isEmpty()) {
            throw Refusal.incomplete("Type a label first, or several with commas between them.");
        }
        labels.stream().filter(label -> label.length() > LONGEST).findFirst().ifPresent(label -> {
            throw Refusal.unreadable(
                    "The label “" + label.substring(0, 20) + "…” is too long; use at most " + LONGEST + " characters.");
        });
        return labels;
    }
}
