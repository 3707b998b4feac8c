/** What every filter asks of a request in the same words. */
@NullMarked
package org.jollyledger.web.request;

import org.jspecify.annotations.NullMarked;
