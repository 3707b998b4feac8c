package org.jollyledger.core.exchange;

import java.util.List;

/** Says what in a document is wrong, and where. */
public final class DocumentException extends Exception {
    private static final long serialVersionUID = 1L;

    /**
     * One thing that is wrong.
     *
     * @param line the line of the map, counted from 1, or 0 when it is not in a line
     * @param field the name of the field
     * @param sentence what is wrong and what to do
     */
    public record Problem(int line, String field, String sentence) {
        /** {@return the sentence with its place before it} */
        public String placed() {
            return line == 0 ? sentence : "Line " + line + ", " + field + ": " + sentence;
        }
    }

    private final transient List<Problem> problems;

    DocumentException(List<Problem> problems) {
        super(problems.get(0).placed());
        this.problems = List.copyOf(problems);
    }

    /** One sentence about the document as a whole. */
    public static DocumentException of(String sentence) {
        return new DocumentException(List.of(new Problem(0, "", sentence)));
    }

    /** {@return at least one, in the order of the document; of very many the first} */
    public List<Problem> problems() {
        return problems;
    }
}
