package org.jollyledger.core.batch;

/**
 * What a batch takes at most, so that no archive can fill the memory or the disk.
 *
 * @param largestPart the largest MIDI file, in bytes; one that is larger goes through untouched
 * @param largestFile the largest other file, in bytes; one that is larger is left out
 * @param mostBytes all files together, in bytes as unpacked; there the batch ends
 * @param mostFiles how many files; there the batch ends
 */
public record BatchLimits(int largestPart, long largestFile, long mostBytes, int mostFiles) {
    /** For a machine that does other things as well: parts of 16 MB, files of 256 MB, 4 GB and 200,000 files in all. */
    public static final BatchLimits USUAL = new BatchLimits(16 << 20, 256L << 20, 4L << 30, 200_000);

    /** The same with parts that are no larger than so many bytes. */
    public BatchLimits withPartsUpTo(int bytes) {
        return new BatchLimits(Math.min(largestPart, bytes), largestFile, mostBytes, mostFiles);
    }
}
