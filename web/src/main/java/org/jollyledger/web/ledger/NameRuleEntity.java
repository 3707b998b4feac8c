package org.jollyledger.web.ledger;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jollyledger.core.notemap.NameRules.Action;
import org.jollyledger.core.notemap.NameRules.Rule;
import org.jspecify.annotations.Nullable;

/** One of the owner's rules for tidying names. */
@Entity
@Table(name = "name_rule")
final class NameRuleEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private int position;

    @Column(nullable = false, length = 24)
    private String action = "";

    @Column(nullable = false, length = 200)
    private String word = "";

    @Column(nullable = false, length = 200)
    private String replacement = "";

    protected NameRuleEntity() {}

    NameRuleEntity(int position, Rule rule) {
        this.position = position;
        action = rule.action().name();
        word = rule.word();
        replacement = rule.replacement();
    }

    Rule rule() {
        return new Rule(Action.valueOf(action), word, replacement);
    }
}
