/** The room on the disk: asked for before anything is written. */
@NullMarked
package org.jollyledger.web.room;

import org.jspecify.annotations.NullMarked;
