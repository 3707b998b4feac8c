package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jollyledger.core.notemap.NameRules;
import org.jollyledger.core.notemap.NameRules.Action;
import org.jollyledger.core.notemap.NameRules.Rule;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * Rules as a form sends them: the fields of one rule stand at the same place of each list.
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
            Action found = Arrays.stream(Action.values())
                    .filter(one -> one.code().equals(code))
                    .findFirst()
                    .orElse(null);
            if (found != null && (!found.takesWord() || !itsWord.isEmpty())) {
                try {
                    boolean replaces = found == Action.REPLACE_WORD;
                    rules.add(new Rule(
                            found,
                            found.takesWord() ? itsWord : "",
                            replaces ? part(replacement, at).strip() : ""));
                } catch (IllegalArgumentException e) {
                    throw Refusal.unreadable(String.valueOf(e.getMessage()));
                }
            }
        }
        try {
            return new NameRules(rules);
        } catch (IllegalArgumentException e) {
            throw Refusal.unreadable(String.valueOf(e.getMessage()));
        }
    }

    private static String part(@Nullable List<String> parts, int at) {
        return parts == null || at >= parts.size() ? "" : parts.get(at);
    }
}
