package org.jollyledger.web.problem;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

class CompleteBodiesTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private record Inner(String name, List<List<Double>> values) {}

    private record Outer(
            List<Inner> all,
            @Nullable Inner maybe,
            @Nullable List<@Nullable String> names) {}

    private record Held(Outer outer) {}

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{'all': []} | ''",
                "{'all': [{'name': 'a', 'values': [[1, 2], []]}], 'maybe': null, 'names': [null, 'x']} | ''",
                "{} | outer.all",
                "{'all': null} | outer.all",
                "{'all': [null]} | outer.all[0]",
                "{'all': [{'name': 'a', 'values': []}, {'values': []}]} | outer.all[1].name",
                "{'all': [{'name': 'a'}]} | outer.all[0].values",
                "{'all': [{'name': 'a', 'values': [[1], null]}]} | outer.all[0].values[1]",
                "{'all': [{'name': 'a', 'values': [[1, null]]}]} | outer.all[0].values[0][1]",
                "{'all': [], 'maybe': {'name': 'a'}} | outer.maybe.values",
            })
    void whatIsMissingIsNamed(String document, String place) throws Exception {
        Outer outer = JSON.readValue(document.replace('\'', '"'), Outer.class);
        assertThat(CompleteBodies.missing(new Held(outer), Held.class.getRecordComponents()[0].getAnnotatedType(), "")
                        .orElse(""))
                .isEqualTo(place);
    }
}
