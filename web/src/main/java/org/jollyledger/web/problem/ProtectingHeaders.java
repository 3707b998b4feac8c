package org.jollyledger.web.problem;

import java.util.Map;

/** The headers that protect an answer in a browser. */
public final class ProtectingHeaders {
    /** Nothing from elsewhere, nothing inline, no frames. Bootstrap draws its arrows from data addresses. */
    public static final Map<String, String> ALL = Map.of(
            "Content-Security-Policy",
            "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data:;"
                    + " connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
            "X-Content-Type-Options",
            "nosniff",
            "X-Frame-Options",
            "DENY",
            "Referrer-Policy",
            "same-origin",
            "Cross-Origin-Opener-Policy",
            "same-origin");

    private ProtectingHeaders() {}
}
