package org.jollyledger.web.security;

import org.jollyledger.web.LedgerProperties;
import org.springframework.stereotype.Component;

/** Whether the owner has to log in. */
@Component("ownerGate")
public class OwnerGate {
    private final boolean asks;

    OwnerGate(LedgerProperties properties) {
        asks = !properties.password().isEmpty();
    }

    public boolean asks() {
        return asks;
    }
}
