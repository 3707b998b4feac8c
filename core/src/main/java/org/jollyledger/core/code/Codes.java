package org.jollyledger.core.code;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** Reads the codes of enums. */
public final class Codes {
    private Codes() {}

    /**
     * {@return the constant with a code, whatever its case and the space around it}
     *
     * @param type the enum
     * @param what what its constants are, in words, such as "kind of map"
     * @throws IllegalArgumentException when there is none, with a sentence that names all there are
     */
    public static <T extends Enum<T> & Coded> T parse(Class<T> type, String what, String code) {
        return find(type, code)
                .orElseThrow(() -> new IllegalArgumentException("There is no " + what + " \"" + code + "\"; use "
                        + list(List.of(type.getEnumConstants())) + "."));
    }

    /**
     * {@return the constant with a code, whatever its case and the space around it; empty when there is none}
     */
    public static <T extends Enum<T> & Coded> Optional<T> find(Class<T> type, String code) {
        String wanted = code.strip().toLowerCase(Locale.ROOT);
        return Arrays.stream(type.getEnumConstants())
                .filter(constant -> constant.code().equals(wanted))
                .findFirst();
    }

    /** {@return codes in a row, with commas between} */
    public static String list(List<? extends Coded> constants) {
        return constants.stream().map(Coded::code).collect(Collectors.joining(", "));
    }
}
