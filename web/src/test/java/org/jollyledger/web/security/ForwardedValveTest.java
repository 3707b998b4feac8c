package org.jollyledger.web.security;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The first rows are the examples of RFC 7239, sections 4 and 7.1. */
class ForwardedValveTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            quoteCharacter = '`',
            value = {
                "for=\"_gazonk\" | _gazonk | ``",
                "For=\"[2001:db8:cafe::17]:4711\" | 2001:db8:cafe::17 | ``",
                "for=192.0.2.60;proto=http;by=203.0.113.43 | 192.0.2.60 | http",
                "for=192.0.2.43, for=198.51.100.17 | 192.0.2.43 198.51.100.17 | ``",
                "for=192.0.2.43,for=\"[2001:db8:cafe::17]\",for=unknown | 192.0.2.43 2001:db8:cafe::17 unknown | ``",
                "for=192.0.2.43, for=\"[2001:db8:cafe::17]\" | 192.0.2.43 2001:db8:cafe::17 | ``",
                "proto=https;FOR=\"192.0.2.1:8080\" | 192.0.2.1 | https",
                "for=192.0.2.1;proto=https, for=192.0.2.2;proto=http | 192.0.2.1 192.0.2.2 | https http",
                "by=\"x;for=192.0.2.9;proto=https\";for=192.0.2.1 | 192.0.2.1 | ``",
                "before=192.0.2.9 | `` | ``",
                "for | `` | ``"
            })
    void saysWhoAskedAndHow(String header, String addresses, String schemes) {
        assertThat(String.join(" ", ForwardedValve.addresses(header))).isEqualTo(addresses);
        assertThat(String.join(" ", ForwardedValve.schemes(header))).isEqualTo(schemes);
    }
}
