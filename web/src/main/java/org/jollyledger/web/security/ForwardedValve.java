package org.jollyledger.web.security;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.util.Collections;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.RemoteIpValve;
import org.apache.tomcat.util.http.MimeHeaders;

/**
 * Believes what a proxy says by the header of RFC 7239 as the server believes the older headers: from the last proxy back, as
 * long as they are of the own network. The older ones are dropped, for a proxy that does not write them lets through what
 * anybody writes.
 */
final class ForwardedValve extends RemoteIpValve {
    private static final String HEADER = "Forwarded";
    private static final Pattern PAIR = Pattern.compile("([\\w-]+)=(?:\"([^\"]*)\"|([^;,\\s\"]*))");
    /** An address, in brackets where it has colons itself, and perhaps a port. */
    private static final Pattern NODE = Pattern.compile("\\[([^]]*)].*|([^:]*).*");

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        String said = String.join(",", Collections.list(request.getHeaders(HEADER)));
        MimeHeaders headers = request.getCoyoteRequest().getMimeHeaders();
        say(headers, getRemoteIpHeader(), addresses(said));
        say(headers, getProtocolHeader(), schemes(said));
        super.invoke(request, response);
    }

    private static void say(MimeHeaders headers, String header, List<String> values) {
        headers.removeHeader(header);
        if (!values.isEmpty()) {
            headers.addValue(header).setString(String.join(", ", values));
        }
    }

    /** Who asked whom, from the browser on. */
    static List<String> addresses(String said) {
        return values(said, "for").stream()
                .map(node -> NODE.matcher(node).replaceFirst("$1$2"))
                .toList();
    }

    static List<String> schemes(String said) {
        return values(said, "proto");
    }

    private static List<String> values(String said, String name) {
        return PAIR.matcher(said)
                .results()
                .filter(pair -> pair.group(1).equalsIgnoreCase(name))
                .map(ForwardedValve::value)
                .toList();
    }

    private static String value(MatchResult pair) {
        return pair.group(2) == null ? pair.group(3) : pair.group(2);
    }
}
