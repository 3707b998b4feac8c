package org.jollyledger.web.ledger;

import java.util.stream.IntStream;
import org.jollyledger.core.notemap.NameRules;
import org.jollyledger.web.changelog.ChangeLog;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the owner's rules for the next map. */
@Service
public class NameRuleService {
    private final NameRuleRepository rules;

    NameRuleService(NameRuleRepository rules) {
        this.rules = rules;
    }

    @Transactional(readOnly = true)
    public NameRules get() {
        return new NameRules(rules.findAllByOrderByPosition().stream()
                .map(NameRuleEntity::rule)
                .toList());
    }

    /** Keeps rules in place of those before. */
    @Transactional
    public void keep(NameRules kept) {
        if (!kept.equals(get())) {
            ChangeLog.note("rules for names", "changed");
            rules.deleteAllInBatch();
            rules.saveAll(IntStream.range(0, kept.rules().size())
                    .mapToObj(at -> new NameRuleEntity(at, kept.rules().get(at)))
                    .toList());
        }
    }
}
