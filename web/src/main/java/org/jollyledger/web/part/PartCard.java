package org.jollyledger.web.part;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A part as a list shows it.
 *
 * @param id its key
 * @param slug its address
 * @param title its name for people
 * @param fileName the name it was uploaded under
 * @param sizeInBytes how large the file was that came
 * @param hitCount how many hits it has
 * @param barCount how many bars it has
 * @param revision the revision that holds; 1 is the file as uploaded
 * @param writtenForSlug the address of the map it was written for, when that is known
 * @param writtenForName the name of that map
 * @param labels its labels, by name
 * @param converted what it was converted to last
 */
public record PartCard(
        long id,
        String slug,
        String title,
        String fileName,
        int sizeInBytes,
        int hitCount,
        long barCount,
        int revision,
        @Nullable String writtenForSlug,
        @Nullable String writtenForName,
        List<String> labels,
        @Nullable Converted converted) {
    /**
     * A conversion.
     *
     * @param crosswalk the key of its crosswalk
     * @param onto the name of the map
     * @param at when it was last changed
     */
    public record Converted(long partId, long crosswalk, String onto, Instant at) {}

    /** As it comes from the database, which knows no lists in a row. */
    public PartCard(
            long id,
            String slug,
            String title,
            String fileName,
            int sizeInBytes,
            int hitCount,
            long barCount,
            int revision,
            @Nullable String writtenForSlug,
            @Nullable String writtenForName) {
        this(
                id,
                slug,
                title,
                fileName,
                sizeInBytes,
                hitCount,
                barCount,
                revision,
                writtenForSlug,
                writtenForName,
                List.of(),
                null);
    }

    PartCard with(List<String> newLabels, @Nullable Converted newConverted) {
        return new PartCard(
                id,
                slug,
                title,
                fileName,
                sizeInBytes,
                hitCount,
                barCount,
                revision,
                writtenForSlug,
                writtenForName,
                newLabels,
                newConverted);
    }
}
