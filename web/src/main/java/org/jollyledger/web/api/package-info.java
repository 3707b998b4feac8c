/** The same for programs: JSON in and out, errors as RFC 9457 problems. Described in docs/api.md. */
@NullMarked
package org.jollyledger.web.api;

import org.jspecify.annotations.NullMarked;
