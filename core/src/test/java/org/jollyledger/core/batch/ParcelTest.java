package org.jollyledger.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream.UnicodeExtraFieldPolicy;
import org.jollyledger.core.batch.Parcel.PackedCrosswalk;
import org.jollyledger.core.batch.Parcel.PackedPart;
import org.jollyledger.core.batch.Parcel.PackedRig;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ParcelTest {
    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    private static Path written(Parcel parcel) throws Exception {
        Path path = Files.createTempFile("parcel", ".zip");
        try (OutputStream out = Files.newOutputStream(path)) {
            parcel.writeTo(out);
        }
        return path;
    }

    @Property(tries = 60)
    void whatIsPackedIsUnpackedAsItWas(@ForAll("crosswalks") Crosswalk crosswalk) throws Exception {
        Map<String, NoteMap> maps = new LinkedHashMap<>();
        maps.put("one", crosswalk.source().withName("../<Ledger>: a/b"));
        maps.put("other", crosswalk.target().withName("../<Ledger>: a/b"));
        KeptCrosswalk kept = KeptCrosswalk.of("There", "", crosswalk, Set.of());
        Parcel parcel = new Parcel(
                maps,
                List.of(new PackedCrosswalk("one", "other", true, kept)),
                List.of(
                        new PackedPart(
                                "Storm", DemoMaps.cue("Storm at Sea")::toBytes, Optional.of("one"), List.of("act one")),
                        new PackedPart("storm", DemoMaps.cue("The Tightrope")::toBytes, Optional.empty(), List.of())),
                List.of(new PackedRig("Both", List.of("other", "one"))));
        Path path = written(parcel);
        Parcel read = Parcel.read(path);
        assertThat(read.maps()).isEqualTo(parcel.maps());
        assertThat(read.crosswalks()).isEqualTo(parcel.crosswalks());
        assertThat(read.rigs()).isEqualTo(parcel.rigs());
        assertThat(read.parts()).hasSize(2);
        for (int i = 0; i < 2; i++) {
            assertThat(read.parts().get(i).title())
                    .isEqualTo(parcel.parts().get(i).title());
            assertThat(read.parts().get(i).labels())
                    .isEqualTo(parcel.parts().get(i).labels());
            assertThat(read.parts().get(i).writtenFor())
                    .isEqualTo(parcel.parts().get(i).writtenFor());
            assertThat(read.parts().get(i).file().bytes())
                    .isEqualTo(parcel.parts().get(i).file().bytes());
        }
    }

    private static Path zip(Path folder, Map<String, String> files) throws Exception {
        return zipOf(folder, files, "last.txt", new byte[0]);
    }

    private static Path zipOf(Path folder, Map<String, String> files, String name, byte[] last) throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, String> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue().getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
            zip.putNextEntry(new ZipEntry(name));
            zip.write(last);
            zip.closeEntry();
        }
        return Files.write(folder.resolve("made.zip"), bytes.toByteArray());
    }

    @Test
    void whatIsNoParcelIsToldInASentence(@TempDir Path folder) throws Exception {
        String nothing = "\"crosswalks\": [], \"parts\": [], \"rigs\": []";
        assertRefused(zip(folder, Map.of("readme.txt", "hello")), "it has no parcel.json");
        assertRefused(
                zip(folder, Map.of("parcel.json", "{\"parcel\": 2, \"maps\": [], " + nothing + "}")),
                "a later version");
        assertRefused(
                zip(
                        folder,
                        Map.of(
                                "parcel.json",
                                "{\"parcel\": 1, \"maps\": [{\"key\": \"a\", \"file\": \"maps/a.json\", \"name\": \"A\"}], "
                                        + nothing + "}")),
                "The parcel lacks \"maps/a.json\"");
        assertRefused(
                zip(
                        folder,
                        Map.of(
                                "parcel.json",
                                "{\"parcel\": 1, \"maps\": [], \"crosswalks\": [], \"parts\": [], \"rigs\": [{\"name\": \"R\", \"maps\": [\"gone\"]}]}")),
                "speaks of a map \"gone\" that is not in it");
        assertRefused(
                zip(
                        folder,
                        Map.of(
                                "parts/a.mid",
                                "no midi",
                                "parcel.json",
                                "{\"parcel\": 1, \"maps\": [], \"crosswalks\": [], \"parts\": [{\"file\": \"parts/a.mid\", \"title\": \"A\"}], \"rigs\": []}")),
                "parts/a.mid");
    }

    private static String indexOf(String... parts) {
        return "{\"parcel\": 1, \"maps\": [], \"crosswalks\": [], \"rigs\": [], \"parts\": ["
                + Stream.of(parts)
                        .map("{\"file\": \"%1$s\", \"title\": \"Much\"}"::formatted)
                        .collect(Collectors.joining(", "))
                + "]}";
    }

    /** A small archive that unpacks to gigabytes, or says that it does, is not unpacked. */
    @Test
    void whatIsTooMuchIsRefusedBeforeItIsInMemory(@TempDir Path folder) throws Exception {
        Map<String, String> one = new LinkedHashMap<>();
        one.put("parcel.json", indexOf("parts/a.mid"));
        one.put("parts/a.mid", "0".repeat((16 << 20) + 1));
        assertRefused(zip(folder, one), "\"parts/a.mid\" in the parcel is larger than 16 MB");

        String names = "parts/a.mid ".repeat(3_000).strip();
        Map<String, String> often = new LinkedHashMap<>();
        often.put("parcel.json", indexOf(names.split(" ")));
        byte[] empty = "MThd\0\0\0\6\0\0\0\1\1\340MTrk\0\0\0\4\0\377\57\0".getBytes(StandardCharsets.ISO_8859_1);
        byte[] padded = Arrays.copyOf(empty, 1 << 20);
        assertRefused(zipOf(folder, often, "parts/a.mid", padded), "unpacked it may have 256 MB");

        Map<String, String> others = new LinkedHashMap<>();
        others.put("parcel.json", indexOf());
        for (int number = 0; number < 20_000; number++) {
            others.put(number + ".txt", "");
        }
        assertRefused(zip(folder, others), "it may hold 20000 files");

        assertRefused(
                zip(folder, Map.of("parcel.json", "{\"parcel\": " + "[],".repeat(1_400_000) + "}")),
                "larger than 4 MB");
        assertRefused(
                zip(folder, Map.of("parcel.json", "{\"parcel\": [" + "[],".repeat(1_200_000) + "[]]}")),
                "nested too deep");
    }

    /** Some programs write names in UTF-8 without saying so, old ones in code page 437 (PKWARE APPNOTE, appendix D). */
    @ParameterizedTest
    @CsvSource({
        "UTF-8, true, Trommeln für drei 太鼓",
        "UTF-8, false, Trommeln für drei 太鼓",
        "IBM437, false, Trommeln für drei"
    })
    void namesAreFoundHoweverTheArchiveWritesThem(String encoding, boolean says, String title, @TempDir Path folder)
            throws Exception {
        Path path = folder.resolve("names.zip");
        String name = "parts/" + title + ".mid";
        byte[] part = DemoMaps.cue("Storm at Sea").toBytes();
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(path.toFile())) {
            zip.setEncoding(encoding);
            zip.setUseLanguageEncodingFlag(says);
            zip.setCreateUnicodeExtraFields(UnicodeExtraFieldPolicy.NEVER);
            for (Map.Entry<String, byte[]> file : Map.of(
                            "parcel.json", indexOf(name).getBytes(StandardCharsets.UTF_8), name, part)
                    .entrySet()) {
                zip.putArchiveEntry(new ZipArchiveEntry(file.getKey()));
                zip.write(file.getValue());
                zip.closeArchiveEntry();
            }
        }
        assertThat(Parcel.read(path).parts().get(0).file().bytes()).isEqualTo(part);
    }

    private static void assertRefused(Path path, String sentence) {
        assertThatThrownBy(() -> Parcel.read(path))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(sentence);
    }
}
