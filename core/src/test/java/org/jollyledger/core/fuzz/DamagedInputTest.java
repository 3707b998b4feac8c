package org.jollyledger.core.fuzz;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.ShrinkingMode;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.MidiNamesXml;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.exchange.NoteMapText;
import org.jollyledger.core.exchange.TranslationTableJson;
import org.jollyledger.core.support.MadeLists;
import org.jollyledger.core.support.RandomMaps;
import org.jollyledger.core.support.RandomMidi;

/**
 * Documents of every format, damaged in the ways of a fuzzer: bytes changed, cut out, doubled, moved, and words and numbers
 * put in that mean something somewhere. {@value #DAMAGES} damages for each of {@value #DOCUMENTS} documents.
 */
class DamagedInputTest {
    private static final int DOCUMENTS = 120;
    private static final int DAMAGES = 8;

    private static final List<String> PIECES = List.of(
            "\"",
            "{",
            "}",
            "[",
            "]",
            ",",
            ":",
            "null",
            "-1",
            "128",
            "1e9",
            "999999999999999999999",
            "0.5",
            "\u0000",
            "\uFEFF",
            "\n",
            "\t",
            "<",
            "</",
            "/>",
            "<!DOCTYPE x [<!ENTITY a \"b\">]>",
            "&a;",
            "MTrk",
            "MThd",
            "PK\u0003\u0004",
            "C-2",
            "G9",
            "36",
            "=",
            "|",
            "'",
            "\\u0000",
            "\\",
            "\u202E",
            "𝄞");

    /** A document, and who reads it. */
    record Document(Readers reader, byte[] bytes) {
        private static Document of(Readers reader, String text) {
            return new Document(reader, text.getBytes(StandardCharsets.UTF_8));
        }

        @Override
        public String toString() {
            return reader + ": " + new String(bytes, StandardCharsets.UTF_8);
        }
    }

    @Provide
    static Arbitrary<Document> documents() {
        Arbitrary<Document> maps = RandomMaps.maps()
                .flatMap(map -> Arbitraries.of(
                        Document.of(Readers.MAP_JSON, NoteMapJson.write(map)),
                        Document.of(Readers.MAP_TEXT, NoteMapText.write(map)),
                        Document.of(Readers.NAMES_XML, MidiNamesXml.write(map))));
        Arbitrary<Document> crosswalks = RandomMaps.crosswalks().flatMap(DamagedInputTest::of);
        Arbitrary<Document> lists = Arbitraries.randoms()
                .map(random -> MadeLists.write(
                        MadeLists.Style.values()[random.nextInt(MadeLists.Style.values().length)], random))
                .flatMap(made -> Arbitraries.of(
                        Document.of(Readers.NOTE_LIST, made.text()),
                        Document.of(
                                Readers.SOUND_NAME,
                                made.names().values().stream().findFirst().orElse("kick"))));
        Arbitrary<Document> parcels = Arbitraries.of(Document.of(
                Readers.PARCEL_INDEX,
                "{\"parcel\": 1, \"maps\": [{\"key\": \"a\", \"file\": \"maps/a.json\", \"name\": \"A\"}], \"crosswalks\":"
                        + " [{\"file\": \"crosswalks/a.json\", \"from\": \"a\", \"to\": \"a\", \"usual\": true}], \"parts\":"
                        + " [{\"file\": \"parts/a.mid\", \"title\": \"A\", \"writtenFor\": \"a\", \"labels\": [\"x\"]}],"
                        + " \"rigs\": [{\"name\": \"R\", \"maps\": [\"a\"]}]}"));
        return Arbitraries.oneOf(
                maps, crosswalks, lists, parcels, RandomMidi.files().map(bytes -> new Document(Readers.MIDI, bytes)));
    }

    private static Arbitrary<Document> of(Crosswalk crosswalk) {
        String document = CrosswalkJson.write(KeptCrosswalk.of("A to B", "", crosswalk, Set.of()));
        String table = TranslationTableJson.write(crosswalk.table());
        return Arbitraries.of(
                Document.of(Readers.CROSSWALK, document),
                Document.of(Readers.ROUTES, document),
                Document.of(Readers.TRANSLATION_TABLE, table),
                Document.of(Readers.PLAYED_INPUT, table));
    }

    @Property(tries = DOCUMENTS, shrinking = ShrinkingMode.OFF)
    void whateverComesIsReadOrRefused(@ForAll("documents") Document document, @ForAll Random random) {
        for (int damage = 0; damage < DAMAGES; damage++) {
            byte[] bytes = document.bytes;
            for (int times = random.nextInt(4); times >= 0; times--) {
                bytes = damaged(bytes, random);
            }
            Readers reader = random.nextInt(10) == 0
                    ? Readers.values()[random.nextInt(Readers.values().length)]
                    : document.reader;
            reader.tryToRead(bytes);
        }
    }

    /** What a fuzzer guided by coverage has found. */
    @Example
    void whatWasFoundIsReadOrRefused() {
        Readers.NOTE_LIST.tryToRead(HexFormat.of().parseHex("37602d322f31380037096106b4c4215cffb3c4de686174"));
        Readers.NOTE_LIST.tryToRead("I7-2/187 hat\n36 kick".getBytes(StandardCharsets.UTF_8));
        Readers.NOTE_LIST.tryToRead("kick 2/187\nsnare 3/187".getBytes(StandardCharsets.UTF_8));
    }

    private static byte[] damaged(byte[] bytes, Random random) {
        int from = random.nextInt(bytes.length + 1);
        int to = Math.min(bytes.length, from + random.nextInt(1 << random.nextInt(8)));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(bytes, 0, from);
        switch (random.nextInt(5)) {
            case 0 -> out.writeBytes(PIECES.get(random.nextInt(PIECES.size())).getBytes(StandardCharsets.UTF_8));
            case 1 -> {
                out.write(bytes, from, to - from);
                out.write(bytes, from, to - from);
            }
            case 2 -> out.write(random.nextInt(256));
            case 3 -> {
                int other = random.nextInt(bytes.length + 1);
                out.write(bytes, other, Math.min(to - from, bytes.length - other));
            }
            default -> {
                // Cut out.
            }
        }
        out.write(bytes, to, bytes.length - to);
        return out.toByteArray();
    }
}
