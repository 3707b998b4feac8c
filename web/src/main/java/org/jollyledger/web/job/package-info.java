/**
 * Long work outside of requests: it is begun, watched, stopped and begun again, survives a closed page, and leaves a
 * result. Knows nothing of what the work is; each kind says that itself.
 */
@NullMarked
package org.jollyledger.web.job;

import org.jspecify.annotations.NullMarked;
