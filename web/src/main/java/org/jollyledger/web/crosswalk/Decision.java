package org.jollyledger.web.crosswalk;

import org.jollyledger.core.crosswalk.Choices;

/**
 * What was decided about an open crosswalk.
 *
 * @param choices all choices as they are afterwards
 * @param summary what was done, in words
 */
record Decision(Choices choices, String summary) {}
