/** How much is taken in and worked on at once: what is more waits for a while, and is then told to come again. */
@NullMarked
package org.jollyledger.web.busy;

import org.jspecify.annotations.NullMarked;
