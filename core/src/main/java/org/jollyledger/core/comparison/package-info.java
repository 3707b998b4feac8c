/**
 * What differs between two states of a file: every hit, every other message, nothing left out. It only compares; what
 * differs is put into words here, but how the words are laid out is a page's to say.
 */
@NullMarked
package org.jollyledger.core.comparison;

import org.jspecify.annotations.NullMarked;
