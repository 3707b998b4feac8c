package org.jollyledger.web.security;

import java.net.InetAddress;
import org.jollyledger.web.LedgerProperties;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;
import org.springframework.boot.web.server.autoconfigure.ServerProperties;
import org.springframework.stereotype.Component;

/** Refuses to start where other machines could reach the application and no password keeps them out. */
@Component
class LoopbackGuard {
    LoopbackGuard(ServerProperties server, LedgerProperties properties) {
        InetAddress address = server.getAddress();
        boolean ownMachineOnly = address != null && address.isLoopbackAddress();
        if (!ownMachineOnly && properties.password().isEmpty()) {
            throw new OpenToOthersException(address);
        }
    }

    /** The address that was asked for reaches beyond this machine. */
    static final class OpenToOthersException extends RuntimeException {
        private static final long serialVersionUID = 1L;

        OpenToOthersException(@Nullable InetAddress address) {
            super("The address " + (address == null ? "0.0.0.0" : address.getHostAddress())
                    + " can be reached from other machines, and no password is set.");
        }
    }

    /** Says it without a stack trace. */
    static final class Analyzer extends AbstractFailureAnalyzer<OpenToOthersException> {
        @Override
        protected FailureAnalysis analyze(Throwable root, OpenToOthersException cause) {
            return new FailureAnalysis(
                    cause.getMessage(),
                    "Set a password with JOLLY_LEDGER_PASSWORD, and the host name in JOLLY_LEDGER_HOSTS, or leave the address at 127.0.0.1.",
                    cause);
        }
    }
}
