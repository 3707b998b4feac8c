package org.jollyledger.core.batch;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** Names for the files of a result: folders are kept, but no name leads out of the archive, and none comes twice. */
final class EntryName {
    private static final int LONGEST = 1_000;

    /** Names as most are, so that few are looked at more closely: no step begins with a dot or ends in a space. */
    private static final Pattern PLAIN = Pattern.compile("(?:\\w[\\w .'()&+,-]*+(?<! )/)*+\\w[\\w .'()&+,-]*+(?<! )");

    private static final Pattern UNSEEN = Pattern.compile("[\\p{Cc}\\p{Cf}]");

    private static final Pattern DRIVES = Pattern.compile("^(?U:[A-Za-z]:\\s*)+");

    private final Set<String> taken = new HashSet<>();

    /** The name without anything that leads elsewhere: no drive, no root, no "..", no signs that cannot be seen. */
    static String safe(String name) {
        if (PLAIN.matcher(name).matches() && name.length() <= LONGEST) {
            return name;
        }
        List<String> kept = new ArrayList<>();
        for (String step : name.replace('\\', '/').split("/")) {
            String seen = UNSEEN.matcher(step).replaceAll("").strip();
            String clean = DRIVES.matcher(seen).replaceFirst("").strip();
            if (!clean.isEmpty() && !clean.equals(".") && !clean.equals("..")) {
                kept.add(clean);
            }
        }
        String joined = String.join("/", kept);
        if (joined.length() > LONGEST) {
            // The cut may fall inside a step and leave ".." of it.
            return safe(joined.substring(joined.length() - LONGEST));
        }
        return joined.isEmpty() ? "unnamed" : joined;
    }

    boolean isFree(String name) {
        return !taken.contains(name);
    }

    /** Takes a name, or the first free one that is like it, such as {@code fills/one (2).mid}. */
    String take(String wanted) {
        String name = wanted;
        for (int number = 2; !taken.add(name); number++) {
            int dot = wanted.lastIndexOf('.');
            int stem = dot > wanted.lastIndexOf('/') + 1 ? dot : wanted.length();
            name = wanted.substring(0, stem) + " (" + number + ")" + wanted.substring(stem);
        }
        return name;
    }
}
