package org.jollyledger.benchmark;

import java.util.Collection;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.CommandLineOptionException;
import org.openjdk.jmh.runner.options.CommandLineOptions;

/** Runs the measurements, with JMH's own options, and prints what is wanted of them: ratios. */
public final class Ratios {
    private Ratios() {}

    public static void main(String[] arguments) throws RunnerException, CommandLineOptionException {
        Collection<RunResult> results = new Runner(new CommandLineOptions(arguments)).run();
        Map<String, Map<String, Double>> scores = new TreeMap<>();
        for (RunResult result : results) {
            String name = result.getParams().getBenchmark();
            String setting = result.getParams().getParamsKeys().stream()
                    .map(key -> result.getParams().getParam(key))
                    .collect(Collectors.joining(", "));
            scores.computeIfAbsent(setting, key -> new TreeMap<>())
                    .put(
                            name.substring(name.lastIndexOf('.') + 1),
                            result.getPrimaryResult().getScore());
        }
        scores.forEach((setting, byName) -> {
            Double ours = byName.get("ours");
            Double jdk = byName.get("jdk");
            if (ours != null && jdk != null) {
                System.out.printf(Locale.ROOT, "%-24s ours / JDK = %.1f%n", setting, ours / jdk);
            }
        });
    }
}
