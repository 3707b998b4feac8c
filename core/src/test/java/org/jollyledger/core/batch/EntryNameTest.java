package org.jollyledger.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class EntryNameTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "a.mid",
                "Fair/set 01/loop (2).mid",
                "café/♯ 鼓.mid",
                "a..b/c.mid",
                ".hidden/x",
                "a/b c/d",
                "100%.mid"
            })
    void namesThatLeadNowhereElseStay(String name) {
        assertThat(EntryName.safe(name)).isEqualTo(name);
    }

    @ParameterizedTest
    @CsvSource({"a:../.mid, .mid", "c:d:..\\x.mid, x.mid", "a: ../b, b", "'..',unnamed", "/etc/./../x, etc/x"})
    void namesThatLeadElsewhereAreKeptInside(String name, String inside) {
        assertThat(EntryName.safe(name)).isEqualTo(inside);
    }

    @Test
    void namesThatComeTwiceAreNumberedBeforeTheirEnding() {
        EntryName names = new EntryName();
        assertThat(List.of(
                        names.take("x/one.mid"),
                        names.take("x/one.mid"),
                        names.take("x/one (2).mid"),
                        names.take("x/one.mid"),
                        names.take("a.b/one"),
                        names.take("a.b/one"),
                        names.take(".one"),
                        names.take(".one")))
                .containsExactly(
                        "x/one.mid",
                        "x/one (2).mid",
                        "x/one (2) (2).mid",
                        "x/one (3).mid",
                        "a.b/one",
                        "a.b/one (2)",
                        ".one",
                        ".one (2)");
        assertThat(names.isFree("x/one.mid")).isFalse();
        assertThat(names.isFree("y/one.mid")).isTrue();
    }

    /** Made of the signs that lead elsewhere: dots, strokes, drives, spaces seen and unseen. */
    @Provide
    Arbitrary<String> leading() {
        Arbitrary<String> few =
                Arbitraries.strings().withChars("./\\:aB \u2003\u200b\t-").ofMaxLength(14);
        return Arbitraries.oneOf(few, few.map(name -> name + "../".repeat(400) + "x".repeat(990)));
    }

    @Property(tries = 1_000)
    void noNameLeadsOut(@ForAll("leading") String name) {
        String safe = EntryName.safe(name);
        assertThat(safe).isNotEmpty().doesNotStartWith("/").doesNotEndWith("/");
        assertThat(safe.split("/")).doesNotContain("", ".", "..");
        assertThat(safe).hasSizeLessThanOrEqualTo(1_000);
        assertThat(EntryName.safe(safe)).as("once is enough").isEqualTo(safe);
    }

    @Property(tries = 400)
    void noNameHoldsSignsThatCannotBeShown(@ForAll @StringLength(max = 14) String name) {
        String safe = EntryName.safe(name);
        assertThat(safe.chars()).noneMatch(sign -> Character.isISOControl(sign) || sign == '\\');
        assertThat(EntryName.safe(safe)).isEqualTo(safe);
    }
}
