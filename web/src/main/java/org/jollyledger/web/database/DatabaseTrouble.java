package org.jollyledger.web.database;

/** The database cannot be used as it is. */
final class DatabaseTrouble extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final String doThis;

    DatabaseTrouble(String what, String doThis) {
        super(what);
        this.doThis = doThis;
    }

    String doThis() {
        return doThis;
    }
}
