package org.jollyledger.web;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.util.unit.DataSize;

/**
 * The application's own settings.
 *
 * @param data the folder that holds the database
 * @param demo whether an empty ledger is filled with the demo scenario
 * @param password what the owner must give to enter; without one the application serves this machine only
 * @param hosts names, besides those of this machine, under which the application may be asked
 * @param forwarded whether a proxy in front says by the header {@code Forwarded} (RFC 7239) who asks, and how
 * @param largestUpload the largest file or document that is taken
 * @param largestBatch the largest archive of parts that is taken
 * @param lease how long a job stays with an application that says nothing any more
 * @param longestWork how long a request is worked on; what takes longer is broken off
 * @param longestSending how long sending a short body may take; a long one may take longer, by its length
 * @param leastRoom with less room than this on the disk of the data folder nothing is written
 */
@ConfigurationProperties("jolly-ledger")
public record LedgerProperties(
        @DefaultValue("./data") String data,
        @DefaultValue("true") boolean demo,
        @DefaultValue("") String password,
        @DefaultValue List<String> hosts,
        @DefaultValue("false") boolean forwarded,
        @DefaultValue("16MB") DataSize largestUpload,
        @DefaultValue("512MB") DataSize largestBatch,
        @DefaultValue("20s") Duration lease,
        @DefaultValue("60s") Duration longestWork,
        @DefaultValue("30s") Duration longestSending,
        @DefaultValue("32MB") DataSize leastRoom) {}
