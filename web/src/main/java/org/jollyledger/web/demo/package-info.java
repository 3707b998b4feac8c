/** What an empty ledger is filled with: the built-in standards, and the demo scenario. */
@NullMarked
package org.jollyledger.web.demo;

import org.jspecify.annotations.NullMarked;
