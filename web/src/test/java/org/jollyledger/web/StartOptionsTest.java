package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StartOptionsTest {
    @Test
    void shortOptionsStandForSettingsAndSettingsStay() {
        assertThat(StartOptions.settings("--port", "9000", "--data", "my drums", "--empty"))
                .containsExactly("--server.port=9000", "--jolly-ledger.data=my drums", "--jolly-ledger.demo=false");
        assertThat(StartOptions.settings("--port=0", "--data=a=b"))
                .containsExactly("--server.port=0", "--jolly-ledger.data=a=b");
        List<String> settings = List.of("--server.ssl.key-store=x.p12", "--jolly-ledger.password=", "--a.b[0].c=d");
        assertThat(StartOptions.settings(settings.toArray(String[]::new))).containsExactlyElementsOf(settings);
        assertThat(StartOptions.settings()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            --dta drums                | There is no option "--dta".
            --dta=drums                | There is no option "--dta=drums".
            drums                      | There is no option "drums".
            --data                     | --data needs a folder.
            --data=                    | --data needs a folder.
            --data --empty             | --data needs a folder.
            --port                     | --port needs a number.
            --port eighty              | The port is "eighty"; give a number
            --port 65536               | The port is "65536"; give a number
            --empty yes                | There is no option "yes".
            --empty=yes                | There is no option "yes".
            --server.port 9000         | There is no option "--server.port".
            """)
    void whatIsNotKnownIsRefused(String options, String sentence) {
        assertThatIllegalArgumentException()
                .isThrownBy(() -> StartOptions.settings(options.split(" ")))
                .withMessageStartingWith(sentence);
    }
}
