/** Measurements as ratios: our way and a reference, on the same bytes in the same run. */
package org.jollyledger.benchmark;
