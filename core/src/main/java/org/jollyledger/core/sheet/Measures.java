package org.jollyledger.core.sheet;

/**
 * The measures of a drawing of a sheet, in its own units. Painters that share nothing else draw the same picture with other
 * measures.
 *
 * @param top room above the first row, for what is above its heads
 * @param row how high a row is
 * @param head how large heads are compared with the shapes of {@link Notation}, which are some eleven units wide
 * @param smallNote how large a small note is compared with its stroke
 * @param grace how far a small note is before its stroke at least, however near it is in time
 * @param nextGrace how much farther each one before it stands
 * @param near strokes of a roll that are nearer than this would be on top of each other, and are drawn as one
 * @param line grid lines and beats that are nearer than this are left out
 * @param number bars that are nearer than this are not all numbered
 * @param letter how wide a letter of a caption is, about
 * @param wordLines on how many lines captions stand
 */
public record Measures(
        double top,
        double row,
        double head,
        double smallNote,
        double grace,
        double nextGrace,
        double near,
        double line,
        double number,
        double letter,
        int wordLines) {
    /** On the page of a part, in pixels. */
    public static final Measures PAGE = new Measures(6, 24, 1, 0.7, 12, 9, 11, 8, 26, 6.6, 2);
    /** On a page that is only read, in pixels. */
    public static final Measures READING = new Measures(0, 22, 1, 0.7, 12, 9, 11, 8, 26, 6.6, 2);
    /** Side by side with another one on a page, in pixels. */
    public static final Measures CLOSE = new Measures(0, 22, 0.8, 0.7, 10, 7, 9, 8, 26, 6.6, 2);
    /** In print, in points. */
    public static final Measures PRINT = new Measures(0, 15, 0.72, 0.6, 8, 6, 7, 4, 12, 4.2, 2);
}
