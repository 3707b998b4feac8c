package org.jollyledger.core.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class SoundTableTest {
    @Test
    void theDocumentedTableIsTheCatalogue() throws Exception {
        String table = Arrays.stream(KitPiece.values())
                .map(piece -> "| `" + piece.code() + "` | "
                        + piece.articulations().stream()
                                .map(articulation -> "`" + articulation.code() + "`")
                                .collect(Collectors.joining(" "))
                        + " |")
                .collect(Collectors.joining("\n"));
        assertThat(Files.readString(Path.of("../docs/formats/sounds.md"))).contains(table);
    }
}
