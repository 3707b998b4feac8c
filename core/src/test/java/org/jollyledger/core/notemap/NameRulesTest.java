package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jollyledger.core.notemap.NameRules.Action;
import org.jollyledger.core.notemap.NameRules.Rule;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NameRulesTest {
    private static final NameRules RULES = new NameRules(List.of(
            new Rule(Action.DROP_WORD, "drum", ""),
            new Rule(Action.DROP_WORD, "Cymbal", ""),
            new Rule(Action.REPLACE_WORD, "snare", "Snr"),
            new Rule(Action.DROP_NOTES, "", ""),
            new Rule(Action.DROP_SIGNS, "", "")));

    @ParameterizedTest
    @CsvSource(
            delimiter = '>',
            value = {
                "Snare Drum Center > Snr Center",
                "Ride Cymbal 1 > Ride 1",
                "SNARE > Snr",
                "Drumstick > Drumstick",
                "Drum > Drum",
                "C#1 Side stick > Side stick",
                "36 · C1 Kick > Kick",
                "Kick (C1) > Kick",
                "Kick (36) > Kick",
                "Crash 2 > Crash 2",
                "Tom - High! > Tom High",
                "Hi-Hat 1/2 open > Hi-Hat 1/2 open",
                "*** > ***"
            })
    void rulesTidyNames(String name, String tidied) {
        assertThat(RULES.apply(name)).isEqualTo(tidied);
    }

    @Property
    void noRuleLeavesANameEmpty(@ForAll String name) {
        assertThat(RULES.apply(name).isBlank()).isEqualTo(name.isBlank());
    }

    @Test
    void linesGetShortNamesOfTheirOwn() {
        assertThat(RULES.apply(GeneralMidi.level1().lines(), true))
                .extracting(Line::shortName)
                .doesNotHaveDuplicates()
                .allMatch(name -> name.length() <= 10)
                .contains("Side Stick", "Cowbell");
    }

    @Test
    void aShortNameThatFitsIsKeptUnlessAllAreMadeAnew() {
        List<Line> lines = GeneralMidi.level1().lines();
        assertThat(NameRules.NONE.apply(lines, false)).isEqualTo(lines);
        assertThat(NameRules.NONE.apply(lines, true)).isNotEqualTo(lines);
    }

    @Test
    void aRuleWithoutItsWordIsRefused() {
        assertThatThrownBy(() -> new Rule(Action.DROP_WORD, " ", "")).hasMessageContaining("word of the rule is empty");
    }
}
