/** The bench: a kit to hit, what it sends, and what comes out of it on another instrument; it records what is played. */
@NullMarked
package org.jollyledger.web.bench;

import org.jspecify.annotations.NullMarked;
