package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What of one kind uses a map.
 *
 * @param one what one of it is called, such as "part"
 * @param many what several are called
 * @param names what each is called
 */
public record MapUse(String one, String many, List<String> names) {
    private static final int MOST_NAMED = 3;

    /** A feature that keeps something that uses maps. */
    public interface Users {
        MapUse useOf(long map);
    }

    /** {@return all of it in words; empty when nothing uses the map} */
    static Optional<String> words(List<MapUse> uses) {
        List<String> words = uses.stream()
                .filter(use -> !use.names.isEmpty())
                .map(MapUse::words)
                .toList();
        return words.isEmpty() ? Optional.empty() : Optional.of(inARow(words));
    }

    private String words() {
        if (names.size() == 1) {
            return "the " + one + " “" + names.get(0) + "”";
        }
        List<String> named = new ArrayList<>(
                names.stream().limit(MOST_NAMED).map(name -> "“" + name + "”").toList());
        if (names.size() > named.size()) {
            named.add((names.size() - named.size()) + " more");
        }
        return names.size() + " " + many + " (" + inARow(named) + ")";
    }

    private static String inARow(List<String> words) {
        int last = words.size() - 1;
        return last == 0
                ? words.get(0)
                : words.stream().limit(last).collect(Collectors.joining(", ")) + " and " + words.get(last);
    }
}
