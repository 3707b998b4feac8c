package org.jollyledger.core.notemap;

/**
 * How pads of equal size stand in rows, and which of them share a bank. The pads of a map are counted bank by bank, row by
 * row, from left to right.
 *
 * @param columns pads in a row, 1 to 16
 * @param rows rows of a bank, 1 to 16
 * @param fromBottom whether the first row is the nearest to the player, rather than the farthest
 */
public record PadGrid(int columns, int rows, boolean fromBottom) {
    public static final int MOST = 16;

    public PadGrid {
        if (columns < 1 || columns > MOST || rows < 1 || rows > MOST) {
            throw new IllegalArgumentException(
                    "A grid has 1 to " + MOST + " pads across and as many down, not " + columns + " × " + rows + ".");
        }
    }

    /** {@return how many pads a bank has} */
    public int perBank() {
        return columns * rows;
    }

    /** {@return how many banks so many pads need; one at least} */
    public int banks(int pads) {
        return Math.max(1, (pads + perBank() - 1) / perBank());
    }

    /** {@return how many banks there can be at most} */
    public int mostBanks() {
        return Math.max(1, PadPlan.MOST_PADS / perBank());
    }

    /** {@return in which bank a pad is, from 0} */
    public int bank(int pad) {
        return pad / perBank();
    }

    /** {@return in which column a pad is, from 0 at the left} */
    public int column(int pad) {
        return pad % columns;
    }

    /** {@return in which row of its bank a pad is, as one sees it: from 0 at the far side} */
    public int row(int pad) {
        int counted = pad % perBank() / columns;
        return fromBottom ? rows - 1 - counted : counted;
    }

    /** {@return what a pad is called: its bank as a letter and its number in it} */
    public String name(int pad) {
        return bankName(bank(pad)) + (pad % perBank() + 1);
    }

    /** {@return the letter of a bank; after Z come two letters, as in a spreadsheet} */
    public static String bankName(int bank) {
        String last = String.valueOf((char) ('A' + bank % 26));
        return bank < 26 ? last : bankName(bank / 26 - 1) + last;
    }
}
