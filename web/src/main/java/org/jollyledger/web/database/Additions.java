package org.jollyledger.web.database;

import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Lets what is new be added by one at a time, so that no two take one address. The turn begins before the transaction: one that
 * waited for it with rows of its own, for which another waits in turn, would hold up both.
 */
@Component
public class Additions {
    /** Another application with the same database may take the address first. */
    private static final int MOST_TRIES = 3;

    private final ReentrantLock turn = new ReentrantLock(true);
    private final TransactionTemplate transaction;

    Additions(TransactionTemplate transaction) {
        this.transaction = transaction;
    }

    /**
     * Does work in a transaction once it is its turn. Work that is part of other such work is part of its transaction.
     *
     * @param work may be tried again from its beginning; what it did is undone first
     * @throws IllegalStateException within a transaction that began without a turn
     */
    public <T> T inTurn(Supplier<T> work) {
        if (turn.isHeldByCurrentThread()) {
            return transaction.execute(status -> work.get());
        }
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("The turn to add must begin before the transaction.");
        }
        turn.lock();
        try {
            return tried(work);
        } finally {
            turn.unlock();
        }
    }

    private <T> T tried(Supplier<T> work) {
        for (int left = MOST_TRIES - 1; ; left--) {
            try {
                return transaction.execute(status -> work.get());
            } catch (DataIntegrityViolationException taken) {
                if (left == 0) {
                    throw taken;
                }
            }
        }
    }
}
