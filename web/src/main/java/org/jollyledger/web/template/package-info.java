/** What the templates of all pages have beyond the usual. */
@NullMarked
package org.jollyledger.web.template;

import org.jspecify.annotations.NullMarked;
