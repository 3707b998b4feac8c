package org.jollyledger.web.ledger;

import java.text.Normalizer;
import java.util.Locale;
import java.util.function.Predicate;

/** Addresses made of names: letters, digits and hyphens, never anything that could be a path. */
public final class Slugs {
    private static final int LONGEST = 100;

    private Slugs() {}

    /** An address for a name that is not taken yet. */
    public static String free(String name, String whenEmpty, Predicate<String> taken) {
        String wanted = of(name);
        if (wanted.isEmpty()) {
            wanted = whenEmpty;
        }
        if (!taken.test(wanted)) {
            return wanted;
        }
        // Numbers are mostly taken without gaps, so the first free one is found by halving.
        int isTaken = 1;
        int isFree = 2;
        while (taken.test(wanted + "-" + isFree)) {
            isTaken = isFree;
            isFree *= 2;
        }
        while (isFree - isTaken > 1) {
            int between = isTaken + (isFree - isTaken) / 2;
            if (taken.test(wanted + "-" + between)) {
                isTaken = between;
            } else {
                isFree = between;
            }
        }
        return wanted + "-" + isFree;
    }

    static String of(String name) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFKD)
                .replaceAll("[\\p{M}'’]", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-");
        String trimmed = plain.substring(0, Math.min(plain.length(), LONGEST));
        return trimmed.replaceAll("^-+|-+$", "");
    }
}
