/** Parcels: parts with the maps, kits, crosswalks and rigs that belong to them, packed to send along and opened again. */
@NullMarked
package org.jollyledger.web.parcel;

import org.jspecify.annotations.NullMarked;
