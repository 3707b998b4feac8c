/** The start page: the ledger's index with the latest parts next to it. */
@NullMarked
package org.jollyledger.web.home;

import org.jspecify.annotations.NullMarked;
