package org.jollyledger.web.template;

/**
 * How much of a page a request asks for. Controller methods take it as a parameter.
 */
public enum Extent {
    /** The whole page: what a browser asks for, also by its Back and Forward. */
    PAGE,
    /** The piece of it that a script swaps in place. */
    PIECE;

    /** {@return the template of the page, or that of the piece} */
    public String choose(String page, String piece) {
        return this == PAGE ? page : piece;
    }

    public boolean isPiece() {
        return this == PIECE;
    }
}
