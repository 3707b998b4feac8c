package org.jollyledger.core.crosswalk;

/**
 * The account of what changes its form in a conversion: chokes, and the values of the hi-hat's pedal.
 *
 * @param chokes chokes that went in, in whichever form; counted where the two maps differ in anything
 * @param carried chokes that came out in the form they had
 * @param changed chokes that came out in another form
 * @param lost chokes that nothing says on the target map
 * @param valuesIn values of the pedal that went in, where they mean anything on one of the two maps
 * @param valuesWritten values that were written for hats whose notes told how far they are open
 * @param valuesLeftOut values that were left out because the target has notes for them, or they meant nothing before
 */
public record FormAccount(
        int chokes, int carried, int changed, int lost, int valuesIn, int valuesWritten, int valuesLeftOut) {
    /** Of a part in which nothing has a form. */
    public static final FormAccount NONE = new FormAccount(0, 0, 0, 0, 0, 0, 0);

    /** {@return values of the pedal that came out} */
    public int valuesOut() {
        return valuesIn + valuesWritten - valuesLeftOut;
    }

    /** {@return whether every choke is accounted for once} */
    public boolean balances() {
        return chokes == carried + changed + lost;
    }
}
