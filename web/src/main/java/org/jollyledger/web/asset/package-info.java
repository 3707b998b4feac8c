/** Style sheets, scripts and fonts: under addresses that change with their content, so that browsers need not ask again. */
@NullMarked
package org.jollyledger.web.asset;

import org.jspecify.annotations.NullMarked;
