package org.jollyledger.web.revision;

import jakarta.persistence.Column;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.Transient;
import java.time.Instant;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/** One state of something that has a history. Never changed and never deleted; undoing goes to its parent. */
@MappedSuperclass
public abstract class Revision {
    /**
     * A difference is kept where it takes at most this share of the whole content. It grows with each change, by about the
     * same; with a quarter, the differences and the whole contents between them are about the least together.
     */
    private static final int MUCH_LESS = 4;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    /** What it is a revision of; each table has its own name for the column. */
    private long ownerId;

    private int number;
    private @Nullable Integer parent;

    @Column(nullable = false, length = 500)
    private String summary = "";

    private Instant createdAt = Instant.EPOCH;

    /** The number of the state whose content tells this one's; empty when it is told by itself. */
    private @Nullable Integer base;

    /** What tells the content; empty in revisions that schemas up to 11 kept. */
    @Lob
    private byte @Nullable [] difference;

    @Transient
    private byte @Nullable [] content;

    protected Revision() {}

    protected Revision(Stamp stamp, byte[] content) {
        this.content = content;
        this.ownerId = stamp.ownerId();
        this.number = stamp.number();
        this.parent = stamp.parent();
        this.summary = stamp.summary();
        this.createdAt = stamp.at();
    }

    /** Counted from 1. */
    public int number() {
        return number;
    }

    /** The state before the change; empty for the first. */
    public Optional<Integer> parent() {
        return Optional.ofNullable(parent);
    }

    /** Change, in words. */
    public String summary() {
        return summary;
    }

    public Instant createdAt() {
        return createdAt;
    }

    /** The content as earlier schemas kept it; null in a revision that they did not keep. */
    protected abstract byte @Nullable [] keptBefore();

    /** What it was, as its {@link History} gives it out. */
    protected final byte[] content() {
        return Objects.requireNonNull(content, "its history has not read it");
    }

    Optional<Integer> base() {
        return Optional.ofNullable(base);
    }

    /** Keeps its content, as what differs from that of another state where this is much less. */
    void keep(Optional<Content> other) {
        byte[] now = content();
        byte[] whole = Difference.whole(now);
        Optional<byte[]> little = other.map(state -> Difference.between(state.bytes(), now))
                .filter(made -> made.length <= whole.length / MUCH_LESS)
                .filter(made ->
                        Arrays.equals(Difference.applied(other.orElseThrow().bytes(), made), now));
        base = little.flatMap(made -> other).map(Content::number).orElse(null);
        difference = little.orElse(whole);
    }

    /** Makes its content of what is kept. */
    void read(IntFunction<byte[]> states) {
        if (content != null) {
            return;
        }
        if (difference == null) {
            content = Objects.requireNonNull(keptBefore(), "neither kept now nor before");
        } else {
            content =
                    base == null ? Difference.unpacked(difference) : Difference.applied(states.apply(base), difference);
        }
    }

    /** What a state holds. */
    record Content(int number, byte[] bytes) {}
}
