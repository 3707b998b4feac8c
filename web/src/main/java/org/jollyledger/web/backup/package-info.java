/**
 * Everything in one archive, and back: the database as it is at one moment, and the files of batches. Knows tables, not what is in
 * them.
 */
@NullMarked
package org.jollyledger.web.backup;

import org.jspecify.annotations.NullMarked;
