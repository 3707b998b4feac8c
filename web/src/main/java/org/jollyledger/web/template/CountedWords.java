package org.jollyledger.web.template;

import org.jollyledger.core.code.Counted;
import org.springframework.stereotype.Component;

/** Numbers with what they count, for templates: {@code ${@counted.of(3, 'bar')}}. */
@Component("counted")
public class CountedWords {
    public String of(long count, String one) {
        return Counted.of(count, one);
    }
}
