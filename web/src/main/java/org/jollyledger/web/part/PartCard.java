package org.jollyledger.web.part;

import org.jspecify.annotations.Nullable;

/**
 * A part as a list shows it.
 *
 * @param slug its address
 * @param title its name for people
 * @param fileName the name it was uploaded under
 * @param sizeInBytes how large its file is
 * @param hitCount how many hits it has
 * @param barCount how many bars it has
 * @param writtenForSlug the address of the map it was written for, when that is known
 * @param writtenForName the name of that map
 */
public record PartCard(
        String slug,
        String title,
        String fileName,
        int sizeInBytes,
        int hitCount,
        long barCount,
        @Nullable String writtenForSlug,
        @Nullable String writtenForName) {}
