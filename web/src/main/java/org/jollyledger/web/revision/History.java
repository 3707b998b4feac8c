package org.jollyledger.web.revision;

import java.time.Clock;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.LongFunction;
import java.util.function.ObjIntConsumer;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.problem.Paging;
import org.jollyledger.web.problem.Refusal;
import org.springframework.data.domain.Page;

/**
 * The histories of one kind of thing: every change is a revision that follows the one it was made on; undo and redo go
 * back and forth among them, and nothing is ever lost. A revision shares with an earlier one what it has in common with
 * it. All of it happens within the caller's transaction.
 *
 * @param <E> what has a history
 * @param <R> its revisions
 */
public final class History<E extends HistoryEntity, R extends Revision> {
    /** How many revisions a page of a history shows. */
    public static final int PAGE_SIZE = 50;

    private static final int LONGEST_SUMMARY = 400;
    /** Larger contents are kept whole: comparing takes a few times their size of memory. */
    private static final int MOST_SHARED = 4 << 20;

    private final Revisions<R> revisions;
    private final Clock clock;
    private final ObjIntConsumer<E> describer;
    private final LongFunction<Optional<byte[]>> beginning;

    /** The histories of things all of whose states are revisions. */
    public History(Revisions<R> revisions, Clock clock, ObjIntConsumer<E> describer) {
        this(revisions, clock, describer, id -> Optional.empty());
    }

    /**
     * @param describer brings what lists show of a thing up to date when it goes to a revision
     * @param beginning what the thing with a key holds in the state in which it begins, when that is kept elsewhere
     */
    public History(
            Revisions<R> revisions,
            Clock clock,
            ObjIntConsumer<E> describer,
            LongFunction<Optional<byte[]>> beginning) {
        this.revisions = revisions;
        this.clock = clock;
        this.describer = describer;
        this.beginning = beginning;
    }

    /**
     * Makes a change the next revision, which follows the one that holds.
     *
     * @param summary what was done, in words
     * @param maker makes the revision; its content is saved with it
     */
    public R add(E entity, String summary, Function<Stamp, R> maker) {
        boolean first = entity.revision() == 0 && !entity.beginsUnrevised();
        Integer parent = first ? null : entity.revision();
        int number = entity.nextRevision();
        R made = maker.apply(new Stamp(entity.id(), number, parent, Cut.to(LONGEST_SUMMARY, summary), clock.instant()));
        made.keep(Optional.ofNullable(parent)
                .filter(before -> made.content().length <= MOST_SHARED)
                .flatMap(before -> whole(entity.id(), before)));
        revisions.save(made);
        entity.goTo(number, clock.instant());
        note(entity, summary);
        return made;
    }

    /**
     * Checks that a thing is at the revision that a change was made on.
     *
     * @return the thing
     * @throws Refusal when it has changed since
     */
    public E at(E entity, int base) {
        if (entity.revision() != base) {
            throw Refusal.overtaken("This " + entity.thing()
                    + " was changed elsewhere since you opened it. This is how it is now: make your change again.");
        }
        return entity;
    }

    /**
     * Goes back to the state before the last change.
     *
     * @return what was undone; empty when there is nothing to undo
     * @throws Refusal when the thing is not at the base
     */
    public Optional<String> undo(E entity, int base) {
        Optional<R> last = current(at(entity, base));
        Optional<Integer> before = last.flatMap(Revision::parent);
        before.ifPresent(parent -> goTo(entity, parent, "undone"));
        return before.flatMap(parent -> last).map(Revision::summary);
    }

    /**
     * Goes on to the change that was undone last.
     *
     * @return what was redone; empty when there is nothing to redo
     * @throws Refusal when the thing is not at the base
     */
    public Optional<String> redo(E entity, int base) {
        Optional<R> next = revisions.findFirstByOwnerIdAndParentOrderByNumberDesc(
                at(entity, base).id(), entity.revision());
        next.ifPresent(revision -> goTo(entity, revision.number(), "redone"));
        return next.map(Revision::summary);
    }

    private void goTo(E entity, int number, String how) {
        entity.goTo(number, clock.instant());
        describer.accept(entity, number);
        note(entity, how);
    }

    /** A part and a crosswalk have their own numbers; titles alone need not differ. */
    private void note(E entity, String how) {
        ChangeLog.note(
                entity.thing() + " “" + entity.title() + "” (" + entity.id() + ") revision " + entity.revision(), how);
    }

    /** What can be undone and redone. */
    public Steps steps(long id, int revision) {
        return new Steps(revisions.summary(id, revision), revisions.summaryOfChild(id, revision));
    }

    /** The revision that holds; empty while a thing is as it began, if that is none of its revisions. */
    public Optional<R> current(E entity) {
        return find(entity.id(), entity.revision());
    }

    /** The revision of the thing with a key. */
    public Optional<R> find(long id, int number) {
        Optional<R> found = revisions.findByOwnerIdAndNumber(id, number);
        found.ifPresent(revision -> revision.read(base ->
                content(id, base).orElseThrow(() -> new IllegalStateException("State " + base + " is missing."))));
        return found;
    }

    private Optional<byte[]> content(long id, int number) {
        return find(id, number).map(Revision::content).or(() -> beginning.apply(id));
    }

    /** A state that others can be told by: the one with a number, or the one that this is told by itself. */
    private Optional<Revision.Content> whole(long id, int number) {
        int base = revisions
                .findByOwnerIdAndNumber(id, number)
                .flatMap(Revision::base)
                .orElse(number);
        return content(id, base).map(bytes -> new Revision.Content(base, bytes));
    }

    /**
     * A revision by its number.
     *
     * @throws Refusal when there is none
     */
    public R get(E entity, int number) {
        return find(entity.id(), number)
                .orElseThrow(() -> Refusal.notFound("The " + entity.thing() + " “" + entity.title()
                        + "” has no revision " + number + "; look at its history."));
    }

    /** The revisions without their content, newest first; pages count from 0. */
    public Page<RevisionCard> page(E entity, int page) {
        return revisions.cards(entity.id(), Paging.of(page, PAGE_SIZE));
    }

    /** What is said of a change that makes an earlier revision hold again. */
    public static String restored(int number) {
        return "Revision " + number + " restored";
    }

    /** Takes a thing out of its list; it can be restored. */
    public String remove(E entity) {
        entity.remove(clock.instant());
        note(entity, "removed");
        return entity.title();
    }

    /** Brings a removed thing back. */
    public String bringBack(E entity) {
        entity.bringBack(clock.instant());
        note(entity, "restored");
        return entity.title();
    }

    /**
     * Checks that a thing was not removed.
     *
     * @return the thing
     * @throws Refusal when it was
     */
    public E unlessRemoved(E entity) {
        if (entity.isRemoved()) {
            throw Refusal.notFound(
                    "The " + entity.thing() + " “" + entity.title() + "” was removed; restore it from the removed "
                            + entity.thing() + "s.",
                    entity.removedOnes());
        }
        return entity;
    }
}
