/** The file that all is kept in: how it is opened, brought to the present schema, and what may be wrong with it. */
@NullMarked
package org.jollyledger.web.database;

import org.jspecify.annotations.NullMarked;
