package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jollyledger.core.exchange.DocumentException.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.MissingNode;

/** Takes fields out of a JSON object and notes what is wrong with them, so that a reader hears of all of it at once. */
final class Fields {
    /** Far more than the largest map has. A document of brackets alone would take up a hundred times its size in memory. */
    private static final int MOST_TOKENS = 1_000_000;

    static final JsonMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(20)
                            .maxStringLength(100_000)
                            .maxTokenCount(MOST_TOKENS)
                            .build())
                    .build())
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private static final int MOST_PROBLEMS = 20;

    private final List<Problem> problems;
    private final JsonNode object;
    private final int line;

    private Fields(List<Problem> problems, JsonNode object, int line) {
        this.problems = problems;
        this.object = object;
        this.line = line;
    }

    /** Reads a whole document that must be one JSON object. */
    static Fields parse(String json) throws DocumentException {
        JsonNode node;
        try {
            node = JSON.readTree(json);
        } catch (StreamConstraintsException e) {
            throw DocumentException.of(
                    "The document is too large, or nested too deep; check that it is the right one.");
        } catch (JacksonException e) {
            String where = e.getLocation() == null
                    ? ""
                    : " at line " + e.getLocation().getLineNr() + ", column "
                            + e.getLocation().getColumnNr();
            throw DocumentException.of("The document is not JSON: " + e.getOriginalMessage() + where + ".");
        }
        if (!node.isObject()) {
            throw DocumentException.of("The document must be one JSON object in braces.");
        }
        return new Fields(new ArrayList<>(), node, 0);
    }

    /** The objects of an array field, each as a line of its own. */
    List<Fields> lines(String field, int most) {
        JsonNode array = node(field);
        if (!array.isArray()) {
            problem(
                    field,
                    array.isMissingNode()
                            ? "The field \"" + field + "\" is missing; give an array, if only an empty one."
                            : "The field \"" + field + "\" must be an array.");
            return List.of();
        }
        if (array.size() > most) {
            problem(field, "There are " + array.size() + " lines; there may be " + most + " at most.");
            return List.of();
        }
        List<Fields> lines = new ArrayList<>();
        Iterator<JsonNode> elements = array.iterator();
        while (elements.hasNext()) {
            Fields element = new Fields(problems, elements.next(), lines.size() + 1);
            if (!element.object.isObject()) {
                element.problem(field, "A line must be a JSON object in braces.");
            }
            lines.add(element);
        }
        return lines;
    }

    /** An object field, in the same line; empty when it is not there. */
    Optional<Fields> optionalObject(String field) {
        JsonNode node = node(field);
        if (node.isMissingNode() || node.isNull()) {
            return Optional.empty();
        }
        if (!node.isObject()) {
            problem(field, "The field \"" + field + "\" must be an object in braces.");
            return Optional.empty();
        }
        return Optional.of(new Fields(problems, node, line));
    }

    /** The pairs of whole numbers of an array field; empty when it is not there. */
    List<int[]> optionalPairs(String field) {
        JsonNode node = node(field);
        List<int[]> pairs = new ArrayList<>();
        for (JsonNode pair : node) {
            if (pair.size() != 2 || !pair.get(0).isInt() || !pair.get(1).isInt()) {
                problem(field, "The field \"" + field + "\" must be an array of pairs of whole numbers.");
                return List.of();
            }
            pairs.add(new int[] {pair.get(0).intValue(), pair.get(1).intValue()});
        }
        return pairs;
    }

    /** The whole numbers of an array field that must be there. */
    List<Integer> numbers(String field) {
        JsonNode node = node(field);
        List<Integer> numbers = new ArrayList<>();
        for (JsonNode number : node) {
            if (number.isInt()) {
                numbers.add(number.intValue());
            }
        }
        if (!node.isArray() || numbers.size() < node.size()) {
            problem(field, "The field \"" + field + "\" must be an array of whole numbers.");
            return List.of();
        }
        return numbers;
    }

    boolean has(String field) {
        return !node(field).isMissingNode();
    }

    OptionalDouble optionalDecimal(String field) {
        JsonNode node = node(field);
        if (node.isMissingNode() || node.isNull()) {
            return OptionalDouble.empty();
        }
        if (!node.isNumber()) {
            problem(field, "The field \"" + field + "\" must be a number.");
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(node.doubleValue());
    }

    String text(String field) {
        return optionalText(field).orElseGet(() -> {
            problem(field, "The field \"" + field + "\" is missing; give a text.");
            return "";
        });
    }

    Optional<String> optionalText(String field) {
        JsonNode node = node(field);
        if (node.isMissingNode() || node.isNull()) {
            return Optional.empty();
        }
        if (!node.isString()) {
            problem(field, "The field \"" + field + "\" must be a text in quotes.");
            return Optional.empty();
        }
        return Optional.of(node.stringValue());
    }

    /** The texts of an array field; empty when it is not there. */
    List<String> optionalTexts(String field) {
        JsonNode node = node(field);
        List<String> texts = new ArrayList<>();
        for (JsonNode text : node) {
            if (text.isString()) {
                texts.add(text.stringValue());
            }
        }
        if (!node.isMissingNode() && !node.isArray() || texts.size() < node.size()) {
            problem(field, "The field \"" + field + "\" must be an array of texts in quotes.");
            return List.of();
        }
        return texts;
    }

    /** A text, or a whole number taken as its digits. */
    Optional<String> optionalLabel(String field) {
        JsonNode node = node(field);
        return node.isIntegralNumber() ? Optional.of(node.asString()) : optionalText(field);
    }

    OptionalInt optionalNumber(String field) {
        JsonNode node = node(field);
        if (node.isMissingNode() || node.isNull()) {
            return OptionalInt.empty();
        }
        if (!node.isIntegralNumber() || !node.canConvertToInt()) {
            problem(field, "The field \"" + field + "\" must be a whole number.");
            return OptionalInt.empty();
        }
        return OptionalInt.of(node.intValue());
    }

    /** A true or false; false when it is not there. */
    boolean optionalFlag(String field) {
        JsonNode node = node(field);
        if (!node.isMissingNode() && !node.isNull() && !node.isBoolean()) {
            problem(field, "The field \"" + field + "\" must be true or false.");
        }
        return node.isBoolean() && node.booleanValue();
    }

    /** A number that must be there; -1 when it is not, which is then noted. */
    int number(String field) {
        int before = problems.size();
        OptionalInt number = optionalNumber(field);
        if (number.isEmpty() && problems.size() == before) {
            problem(field, "The field \"" + field + "\" is missing; give a whole number.");
        }
        return number.orElse(-1);
    }

    /** A text field read by a parser whose refusal becomes a problem of this field. */
    <T> Optional<T> parsed(String field, Function<String, T> parser) {
        int before = problems.size();
        String text = text(field);
        return problems.size() > before ? Optional.empty() : made(field, () -> parser.apply(text));
    }

    /** Makes a value; the refusal of its constructor becomes a problem of this field. */
    <T> Optional<T> made(String field, Supplier<T> maker) {
        try {
            return Optional.of(maker.get());
        } catch (IllegalArgumentException e) {
            problem(field, String.valueOf(e.getMessage()));
            return Optional.empty();
        }
    }

    /** Whether a field is there and says nothing. */
    boolean isNull(String field) {
        return node(field).isNull();
    }

    void allowOnly(Set<String> names) {
        object.propertyNames().stream()
                .filter(name -> !names.contains(name))
                .forEach(name -> problem(name, "There is no field \"" + name + "\"; leave it out."));
    }

    void problem(String field, String sentence) {
        if (problems.size() < MOST_PROBLEMS) {
            problems.add(new Problem(line, field, sentence));
        }
    }

    int problemCount() {
        return problems.size();
    }

    int line() {
        return line;
    }

    void throwProblems() throws DocumentException {
        if (!problems.isEmpty()) {
            throw new DocumentException(problems);
        }
    }

    private JsonNode node(String field) {
        JsonNode node = object.get(field);
        return node == null ? MissingNode.getInstance() : node;
    }
}
