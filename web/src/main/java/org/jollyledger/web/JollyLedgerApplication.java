package org.jollyledger.web;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

@SpringBootApplication
@ConfigurationPropertiesScan
public class JollyLedgerApplication {
    public static void main(String[] args) {
        SpringApplication.run(JollyLedgerApplication.class, args);
    }
}
