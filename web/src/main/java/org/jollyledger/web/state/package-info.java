/** How the application is doing. */
@NullMarked
package org.jollyledger.web.state;

import org.jspecify.annotations.NullMarked;
