package org.jollyledger.web.rig;

import java.util.List;

/**
 * Which parts a matrix is about.
 *
 * @param label those with this label; "" for all
 * @param parts the addresses of those that were picked among them; none for all
 */
public record MatrixChoice(String label, List<String> parts) {
    /** Every part there is. */
    public static final MatrixChoice ALL = new MatrixChoice("", List.of());

    public MatrixChoice {
        parts = List.copyOf(parts);
    }

    /** Whether a part with the label is meant. */
    boolean takes(String slug) {
        return parts.isEmpty() || parts.contains(slug);
    }
}
