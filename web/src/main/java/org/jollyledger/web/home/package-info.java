/** The start page: the ledger's index with the latest parts beside it. */
@NullMarked
package org.jollyledger.web.home;

import org.jspecify.annotations.NullMarked;
