package org.jollyledger.benchmark;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.ChainedOptionsBuilder;
import org.openjdk.jmh.runner.options.CommandLineOptionException;
import org.openjdk.jmh.runner.options.CommandLineOptions;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/** Runs the measurements, with JMH's own options, and prints what is wanted of them: ratios. */
public final class Ratios {
    /** Two measurements of one run, and what their ratio says. */
    private record Wanted(String one, String other, String words) {}

    private static final List<Wanted> WANTED = List.of(
            new Wanted("ours", "jdk", "parts a second, ours / JDK"),
            new Wanted("batch", "unpackAndPack", "time, converting a zip / unpacking and packing it"),
            new Wanted("forPart", "typical", "time, proposal for a part / for what is typical"),
            new Wanted("found", "converted", "time, finding discrepancies / converting"),
            new Wanted("list", "names", "time, reading a list / reading the sounds of its names"),
            new Wanted("plainText", "page", "answers a second, plain text / page"),
            new Wanted("matrix", "singly", "time, a matrix / the conversions it stands for"));

    private Ratios() {}

    public static void main(String[] arguments) throws RunnerException, CommandLineOptionException {
        ChainedOptionsBuilder options = new OptionsBuilder().parent(new CommandLineOptions(arguments));
        if (System.getProperty(PageLoad.ADDRESS) == null) {
            options.exclude(PageLoad.class.getSimpleName());
        }
        Collection<RunResult> results = new Runner(options.build()).run();
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
        scores.forEach((setting, byName) -> WANTED.forEach(wanted -> {
            Double one = byName.get(wanted.one);
            Double other = byName.get(wanted.other);
            if (one != null && other != null) {
                System.out.printf(Locale.ROOT, "%-24s %s = %.2f%n", setting, wanted.words, one / other);
            }
        }));
    }
}
