/** Who may ask: this machine, this host, this site. Limits on what is sent. */
@NullMarked
package org.jollyledger.web.security;

import org.jspecify.annotations.NullMarked;
