package org.jollyledger.web;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.regex.Pattern;

/** What may be said at a start: a few short options, and any setting by its full name. */
final class StartOptions {
    private static final String OPTIONS =
            "Options: --port N, --data FOLDER, --empty, or a setting such as --server.address=HOST.";
    private static final Pattern SETTING = Pattern.compile("--[a-z][\\w-]*(\\.[\\w-]+(\\[\\d+])?)+=.*", Pattern.DOTALL);
    private static final int HIGHEST_PORT = 65_535;

    private StartOptions() {}

    /**
     * The settings that these options stand for. A value follows its option, or stands behind {@code =}.
     *
     * @throws IllegalArgumentException with what is wrong and what to do, in a sentence
     */
    static String[] settings(String... options) {
        List<String> settings = new ArrayList<>();
        Deque<String> left = new ArrayDeque<>(List.of(options));
        while (!left.isEmpty()) {
            String option = left.pop();
            settings.add(SETTING.matcher(option).matches() ? option : setting(option, left));
        }
        return settings.toArray(String[]::new);
    }

    private static String setting(String option, Deque<String> left) {
        String[] halves = option.split("=", 2);
        if (halves.length == 2) {
            left.push(halves[1]);
        }
        return switch (halves[0]) {
            case "--port" -> "--server.port=" + port(left);
            case "--data" -> "--jolly-ledger.data=" + value(left, "--data needs a folder.");
            case "--empty" -> "--jolly-ledger.demo=false";
            default -> throw new IllegalArgumentException("There is no option \"" + option + "\". " + OPTIONS);
        };
    }

    private static String value(Deque<String> left, String missing) {
        if (left.isEmpty() || left.peek().isBlank() || left.peek().startsWith("--")) {
            throw new IllegalArgumentException(missing + " " + OPTIONS);
        }
        return left.pop();
    }

    private static String port(Deque<String> left) {
        String port = value(left, "--port needs a number.");
        if (!port.matches("\\d{1,5}") || Integer.parseInt(port) > HIGHEST_PORT) {
            throw new IllegalArgumentException(
                    "The port is \"" + port + "\"; give a number up to " + HIGHEST_PORT + ", such as 8080.");
        }
        return port;
    }
}
