/**
 * The stable names that values have in files, addresses and requests: one way to make them and one to read them back.
 * Knows nothing of drums.
 */
@NullMarked
package org.jollyledger.core.code;

import org.jspecify.annotations.NullMarked;
