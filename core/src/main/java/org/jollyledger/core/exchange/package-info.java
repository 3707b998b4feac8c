/**
 * The open formats in which maps and crosswalks leave and enter, one class each, reading and writing side by side. What
 * cannot be read is refused with the line and field that is wrong.
 */
@NullMarked
package org.jollyledger.core.exchange;

import org.jspecify.annotations.NullMarked;
