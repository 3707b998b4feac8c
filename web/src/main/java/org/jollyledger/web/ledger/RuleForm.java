package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.List;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.notemap.NameRules;
import org.jollyledger.core.notemap.NameRules.Action;
import org.jollyledger.core.notemap.NameRules.Rule;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * Rules as a form sends them: the fields of one rule are at the same place of each list.
 *
 * @param action the codes of their actions; empty where there is no rule
 * @param word the words they look for
 * @param replacement what comes in their place
 * @param anew whether all short names are made anew
 */
record RuleForm(
        @Nullable List<String> action,
        @Nullable List<String> word,
        @Nullable List<String> replacement,
        @Nullable Boolean anew) {
    boolean makesShortNamesAnew() {
        return Boolean.TRUE.equals(anew);
    }

    NameRules rules() {
        List<Rule> rules = new ArrayList<>();
        for (int at = 0; action != null && at < action.size(); at++) {
            String code = action.get(at);
            String itsWord = part(word, at).strip();
            String itsReplacement = part(replacement, at).strip();
            Codes.find(Action.class, code)
                    .filter(action -> !action.takesWord() || !itsWord.isEmpty())
                    .map(action -> Refusal.unlessValid(() -> new Rule(
                            action,
                            action.takesWord() ? itsWord : "",
                            action == Action.REPLACE_WORD ? itsReplacement : "")))
                    .ifPresent(rules::add);
        }
        return Refusal.unlessValid(() -> new NameRules(rules));
    }

    private static String part(@Nullable List<String> parts, int at) {
        return parts == null || at >= parts.size() ? "" : parts.get(at);
    }
}
