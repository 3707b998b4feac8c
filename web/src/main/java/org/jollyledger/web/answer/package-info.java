/** Answers are made whole before they go out, so that whoever reads slowly holds up nobody. */
@NullMarked
package org.jollyledger.web.answer;

import org.jspecify.annotations.NullMarked;
