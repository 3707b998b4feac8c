package org.jollyledger.web.changelog;

import java.security.Principal;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** One line for each change that was saved. */
public final class ChangeLog {
    private static final Logger LOG = LoggerFactory.getLogger(ChangeLog.class);
    private static final String ITSELF = "Jolly Ledger";

    private ChangeLog() {}

    /**
     * Notes a change, once it is saved; one that is taken back is not noted.
     *
     * @param what such as "map “Attic kit”"
     * @param how what was done, in words
     */
    public static void note(String what, String how) {
        String line = who() + ": " + what + ": " + how;
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            LOG.info(line);
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                LOG.info(line);
            }
        });
    }

    /** Who sent the request at hand: the owner, where there is a password, and from where. */
    private static String who() {
        if (!(RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes)) {
            return ITSELF;
        }
        Principal owner = attributes.getRequest().getUserPrincipal();
        String from = attributes.getRequest().getRemoteAddr();
        return owner == null ? from : owner.getName() + " from " + from;
    }
}
