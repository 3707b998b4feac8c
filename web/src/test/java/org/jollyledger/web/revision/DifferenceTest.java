package org.jollyledger.web.revision;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.InflaterInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is kept of a revision makes it again, to the byte. */
class DifferenceTest {
    private static final int TRIES = 600;

    /** Lines as a document has them, or what cannot be packed. */
    private static byte[] content(Random random, int length) {
        byte[] content = new byte[length];
        if (random.nextInt(4) == 0) {
            random.nextBytes(content);
        } else {
            byte[] lines = lines(random.nextInt(), length / 20 + 1);
            System.arraycopy(lines, 0, content, 0, Math.min(length, lines.length));
        }
        return content;
    }

    private static byte[] lines(int seed, int count) {
        return IntStream.range(0, count)
                .mapToObj(line ->
                        "  { \"note\" : " + line % 128 + ", \"name\" : \"Sound " + (line * 31 + seed) + "\" },\n")
                .collect(Collectors.joining())
                .getBytes(StandardCharsets.UTF_8);
    }

    /** Puts in, takes out and changes some bytes in some places. */
    private static byte[] edited(Random random, byte[] content) {
        byte[] now = content;
        for (int edit = random.nextInt(5); edit > 0; edit--) {
            int at = random.nextInt(now.length + 1);
            int gone = Math.min(random.nextInt(40), now.length - at);
            byte[] put = new byte[random.nextInt(random.nextInt(20) == 0 ? 50_000 : 40)];
            random.nextBytes(put);
            ByteArrayOutputStream next = new ByteArrayOutputStream();
            next.write(now, 0, at);
            next.writeBytes(put);
            next.write(now, at + gone, now.length - at - gone);
            now = next.toByteArray();
        }
        return now;
    }

    @Test
    void appliedToItsBaseItMakesTheContent() {
        for (int seed = 0; seed < TRIES; seed++) {
            Random random = new Random(seed);
            byte[] base = content(random, random.nextInt(random.nextInt(10) == 0 ? 120_000 : 3_000));
            byte[] content = random.nextInt(10) == 0 ? content(random, random.nextInt(60_000)) : edited(random, base);
            assertThat(Difference.applied(base, Difference.between(base, content)))
                    .as("seed " + seed)
                    .isEqualTo(content);
            assertThat(Difference.unpacked(Difference.whole(content)))
                    .as("whole, seed " + seed)
                    .isEqualTo(content);
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 16_383, 16_384, 16_385, 32_767, 32_768, 32_769, 49_152, 100_000})
    void allLengthsAboutTheWindowComeBack(int length) {
        byte[] content = Arrays.copyOf(lines(1, 3_000), length);
        for (int other : new int[] {0, 1, 16_384, 32_768, length}) {
            byte[] base = Arrays.copyOf(lines(2, 3_000), other);
            assertThat(Difference.applied(base, Difference.between(base, content)))
                    .isEqualTo(content);
        }
    }

    @Test
    void whatIsTheSameTakesNoRoom() {
        byte[] content = lines(1, 4_000);
        assertThat(Difference.between(content, content)).hasSize(12);
        byte[] renamed = new String(content, StandardCharsets.UTF_8)
                .replace("Sound 32\"", "Kick\"")
                .getBytes(StandardCharsets.UTF_8);
        assertThat(renamed).isNotEqualTo(content);
        assertThat(Difference.between(content, renamed)).hasSizeLessThan(60);
        byte[] apart = new String(renamed, StandardCharsets.UTF_8)
                .replace("Sound " + (3_990 * 31 + 1), "Snare")
                .getBytes(StandardCharsets.UTF_8);
        assertThat(Difference.between(content, apart).length).isLessThan(apart.length / 40);
        assertThat(Difference.whole(content).length).isLessThan(content.length / 4);
    }

    /** The packed bytes are zlib's (RFC 1950), which the library reads on its own. */
    @Test
    void wholeContentIsDeflatedAsPublished() throws Exception {
        byte[] content = lines(3, 500);
        byte[] whole = Difference.whole(content);
        int before = 4 * Integer.BYTES;
        try (InflaterInputStream in =
                new InflaterInputStream(new ByteArrayInputStream(whole, before, whole.length - before))) {
            assertThat(in.readAllBytes()).isEqualTo(content);
        }
    }

    @Test
    void anotherBaseOrDamageIsRefusedOrChangesNothing() {
        int refused = 0;
        for (int seed = 0; seed < TRIES; seed++) {
            Random random = new Random(seed);
            byte[] base = lines(seed, 40);
            byte[] content = edited(random, base);
            byte[] difference = Difference.between(base, content);
            if (difference.length == 12) {
                continue;
            }
            // The first numbers are not checked by sums: what they say of lengths must fit, which is all.
            difference[12 + random.nextInt(difference.length - 12)] ^= (byte) (1 << random.nextInt(8));
            try {
                assertThat(Difference.applied(base, difference))
                        .as("seed " + seed)
                        .isEqualTo(content);
            } catch (IllegalArgumentException e) {
                assertThat(e).hasMessageContaining("damaged");
                refused++;
            }
        }
        assertThat(refused).isGreaterThan(TRIES / 2);
        byte[] difference = Difference.between(lines(1, 40), lines(2, 40));
        assertThatThrownBy(() -> Difference.applied(lines(4, 40), difference))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Difference.applied(new byte[0], difference))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Difference.unpacked(new byte[3])).isInstanceOf(IllegalArgumentException.class);
    }
}
