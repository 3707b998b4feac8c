/** Files that hold lists of notes somewhere in them: manuals, spreadsheets and web pages. */
@NullMarked
package org.jollyledger.web.manual;

import org.jspecify.annotations.NullMarked;
