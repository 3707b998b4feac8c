package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import org.jollyledger.core.crosswalk.LiveTranslator;
import org.jollyledger.core.crosswalk.PlayedInput;
import org.jollyledger.core.crosswalk.TranslationTable;
import org.jollyledger.core.exchange.TranslationTableJson;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.web.support.Browser;
import org.jollyledger.web.support.Browser.Window;
import org.jollyledger.web.support.RandomTables;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The page's script translates what is played exactly as its definition in Java does. */
@ExtendWith({RunningApplication.class, Browser.class})
class LiveTranslationTest {
    private static final int STREAMS = 12;
    private static final int EVENTS = 10_000;

    /** In place of a status: another table holds from now on, all stops, or only time goes by. */
    private static final int CHANGE = 1;

    private static final int STOP = 2;
    private static final int ADVANCE = 3;

    private static final String RUN = """
            async ([tables, stream, whole]) => {
              const { LiveTranslator } = await import("/js/live-translator.js");
              const letters = atob(stream);
              const bytes = new Uint8Array(letters.length);
              for (let i = 0; i < letters.length; i++) {
                bytes[i] = letters.charCodeAt(i);
              }
              const events = new Int32Array(bytes.buffer);
              const documents = tables.map((table) => JSON.parse(table));
              const live = new LiveTranslator(documents[0]);
              const sent = [];
              for (let i = 0; i < events.length; i += 4) {
                const at = events[i];
                const status = events[i + 1];
                const data1 = events[i + 2];
                const data2 = events[i + 3];
                const out =
                  status === 1 ? live.change(documents[data1], at)
                  : status === 2 ? live.stop(at)
                  : status === 3 ? live.advance(at)
                  : live.receive([at, status, data1, data2]);
                for (const message of out) {
                  sent.push(message[0], message[1], message[2], message[3]);
                }
              }
              if (whole) {
                return sent.map(String).join(" ");
              }
              const digest = await crypto.subtle.digest("SHA-256", new Int32Array(sent));
              return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
            }""";

    @Test
    void theScriptDoesWhatItsDefinitionDoes(Address address, Window window) throws Exception {
        Page page = window.page();
        page.navigate(address.url("/"));
        long sent = 0;
        // Other streams in each run.
        int first = new Random().nextInt(1_000_000);
        for (int seed = first; seed < first + STREAMS; seed++) {
            Random random = new Random(seed);
            List<TranslationTable> tables = List.of(RandomTables.table(random), RandomTables.table(random));
            List<PlayedInput> inputs = List.of(RandomTables.input(random), RandomTables.input(random));
            List<TimedMessage> stream = stream(random);
            List<TimedMessage> expected = translate(tables, inputs, stream);
            sent += expected.size();
            List<String> documents = List.of(
                    TranslationTableJson.write(tables.get(0), inputs.get(0)),
                    TranslationTableJson.write(tables.get(1), inputs.get(1)));
            String bytes = Base64.getEncoder().encodeToString(bytes(stream));
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(bytes(expected));
            Object answer = page.evaluate(RUN, List.of(documents, bytes, false));
            if (!HexFormat.of().formatHex(digest).equals(answer)) {
                String whole = (String) page.evaluate(RUN, List.of(documents, bytes, true));
                assertThat(messages(whole)).as("stream " + seed).isEqualTo(expected);
            }
            assertThat(answer).as("stream " + seed).isEqualTo(HexFormat.of().formatHex(digest));
        }
        assertThat(sent).as("messages compared").isGreaterThan(STREAMS * (long) EVENTS / 2);
    }

    private static List<TimedMessage> translate(
            List<TranslationTable> tables, List<PlayedInput> inputs, List<TimedMessage> stream) {
        LiveTranslator live = LiveTranslator.by(tables.get(0), inputs.get(0));
        List<TimedMessage> sent = new ArrayList<>();
        for (TimedMessage message : stream) {
            int other = message.data1();
            sent.addAll(
                    switch (message.status()) {
                        case CHANGE -> live.change(tables.get(other), inputs.get(other), message.at());
                        case STOP -> live.stop(message.at());
                        case ADVANCE -> live.advance(message.at());
                        default -> live.receive(message);
                    });
        }
        return sent;
    }

    /** Strokes, ends, pressure, controllers and the rest on all channels, hung notes and stray ends included. */
    private static List<TimedMessage> stream(Random random) {
        List<TimedMessage> stream = new ArrayList<>();
        long at = 0;
        for (int i = 0; i < EVENTS; i++) {
            at += random.nextInt(3) == 0 ? 0 : random.nextInt(random.nextInt(50) == 0 ? 4_000_000 : 120_000);
            int channel = random.nextInt(4) == 0 ? random.nextInt(16) : 9;
            int note = random.nextInt(20) == 0
                    ? random.nextInt(128)
                    : RandomTables.LOWEST + random.nextInt(RandomTables.NOTES);
            int any = random.nextInt(128);
            stream.add(
                    switch (random.nextInt(40)) {
                        case 0 -> new TimedMessage(at, CHANGE, random.nextInt(2), 0);
                        case 1 -> new TimedMessage(at, random.nextInt(4) == 0 ? STOP : ADVANCE, 0, 0);
                        case 2, 3, 4, 5, 6 ->
                            new TimedMessage(at, 0xA0 | channel, note, random.nextBoolean() ? any : 0);
                        case 7, 8, 9, 10, 11 ->
                            new TimedMessage(at, 0xB0 | channel, random.nextBoolean() ? 4 : 16, any);
                        case 12 -> new TimedMessage(at, 0xB0 | channel, random.nextInt(120), any);
                        case 13 -> new TimedMessage(at, 0xC0 | channel, any, 0);
                        case 14 -> new TimedMessage(at, 0xE0 | channel, any, 127 - any);
                        case 15, 16, 17, 18, 19, 20 -> new TimedMessage(at, 0x80 | channel, note, any);
                        case 21, 22, 23 -> new TimedMessage(at, 0x90 | channel, note, 0);
                        default -> new TimedMessage(at, 0x90 | channel, note, 1 + random.nextInt(127));
                    });
        }
        return stream;
    }

    private static byte[] bytes(List<TimedMessage> messages) {
        ByteBuffer bytes = ByteBuffer.allocate(messages.size() * 16).order(ByteOrder.LITTLE_ENDIAN);
        messages.forEach(message -> bytes.putInt(Math.toIntExact(message.at()))
                .putInt(message.status())
                .putInt(message.data1())
                .putInt(message.data2()));
        return bytes.array();
    }

    private static List<TimedMessage> messages(String numbers) {
        String[] parts = numbers.split(" ");
        List<TimedMessage> messages = new ArrayList<>();
        for (int i = 0; i + 3 < parts.length; i += 4) {
            messages.add(new TimedMessage(
                    Long.parseLong(parts[i]),
                    Integer.parseInt(parts[i + 1]),
                    Integer.parseInt(parts[i + 2]),
                    Integer.parseInt(parts[i + 3])));
        }
        return messages;
    }
}
