/** States of what is kept, each one following another: nothing that was ever kept is lost. */
@NullMarked
package org.jollyledger.web.revision;

import org.jspecify.annotations.NullMarked;
