package org.jollyledger.web.revision;

import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jollyledger.web.problem.Refusal.Link;
import org.jspecify.annotations.Nullable;

/**
 * Something that has a history: it is at one of its revisions, can go back and forth among them, and can be removed
 * and returned. What happens to it is the business of a {@link History}.
 */
@MappedSuperclass
public abstract class HistoryEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    /** Two requests that change it at one moment never overwrite each other in silence. */
    @Version
    private int version;

    private int revision;
    private int lastRevision;
    private Instant createdAt = Instant.EPOCH;
    private @Nullable Instant removedAt;

    protected HistoryEntity() {}

    /**
     * @param start the number of the state in which it begins; 0 when its first revision is still to come
     */
    protected HistoryEntity(int start, Instant createdAt) {
        this.revision = start;
        this.lastRevision = start;
        this.createdAt = createdAt;
    }

    public long id() {
        return id == null ? 0 : id;
    }

    /** The revision it is at; undoing goes back, so later ones may exist. */
    public int revision() {
        return revision;
    }

    public Instant createdAt() {
        return createdAt;
    }

    public boolean isRemoved() {
        return removedAt != null;
    }

    /** What a refusal calls it, such as "map". */
    protected abstract String thing();

    /** The page that lists the removed ones. */
    protected abstract Link removedOnes();

    /** What its owner calls it. */
    protected abstract String title();

    /** Whether the state in which it begins is none of its revisions, and is kept elsewhere or not at all. */
    protected boolean beginsUnrevised() {
        return false;
    }

    /** Remembers when it was changed last. */
    protected abstract void changed(Instant now);

    int nextRevision() {
        return ++lastRevision;
    }

    void goTo(int number, Instant now) {
        revision = number;
        changed(now);
    }

    /** Takes it out of its list. */
    protected void remove(Instant now) {
        removedAt = now;
    }

    /** Puts it back into its list. */
    protected void bringBack(Instant now) {
        removedAt = null;
    }
}
