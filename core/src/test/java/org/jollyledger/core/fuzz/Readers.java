package org.jollyledger.core.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jollyledger.core.batch.Parcel;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.MidiNamesXml;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.exchange.NoteMapText;
import org.jollyledger.core.exchange.ParcelIndex;
import org.jollyledger.core.exchange.RoutesJson;
import org.jollyledger.core.exchange.TranslationTableJson;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.SoundReader;

/**
 * Every reader of the core. Whatever comes, one reads it or refuses it with a sentence; what it has read, it writes so that it
 * reads the same again.
 */
public enum Readers {
    MIDI {
        @Override
        void read(byte[] input) throws Exception {
            byte[] written = MidiFile.read(input).toBytes();
            assertThat(MidiFile.read(written).toBytes()).isEqualTo(written);
        }
    },
    NOTE_LIST {
        @Override
        void read(byte[] input) throws Exception {
            NoteListReader.read(text(input), NoteListReader.Settings.USUAL);
        }
    },
    MAP_JSON {
        @Override
        void read(byte[] input) throws Exception {
            NoteMap map = NoteMapJson.read(text(input));
            assertThat(NoteMapJson.read(NoteMapJson.write(map))).isEqualTo(map);
        }
    },
    MAP_TEXT {
        @Override
        void read(byte[] input) throws Exception {
            NoteMap map = NoteMapText.read(text(input), "Unnamed");
            assertThat(NoteMapText.read(NoteMapText.write(map), "Unnamed").lines())
                    .hasSameSizeAs(map.lines());
        }
    },
    NAMES_XML {
        @Override
        void read(byte[] input) throws Exception {
            for (NoteMap map : MidiNamesXml.read(text(input), "Unnamed")) {
                MidiNamesXml.write(map);
            }
        }
    },
    TRANSLATION_TABLE {
        @Override
        void read(byte[] input) throws Exception {
            TranslationTableJson.read(text(input));
        }
    },
    PLAYED_INPUT {
        @Override
        void read(byte[] input) throws Exception {
            TranslationTableJson.readInput(text(input));
        }
    },
    ROUTES {
        @Override
        void read(byte[] input) throws Exception {
            String written = RoutesJson.write(RoutesJson.read(text(input)));
            assertThat(RoutesJson.write(RoutesJson.read(written))).isEqualTo(written);
        }
    },
    CROSSWALK {
        @Override
        void read(byte[] input) throws Exception {
            String written = CrosswalkJson.write(CrosswalkJson.read(text(input)));
            assertThat(CrosswalkJson.write(CrosswalkJson.read(written))).isEqualTo(written);
        }
    },
    PARCEL_INDEX {
        @Override
        void read(byte[] input) throws Exception {
            ParcelIndex.read(text(input));
        }
    },
    PARCEL {
        @Override
        void read(byte[] input) throws Exception {
            Path file = Files.createTempFile("parcel", ".zip");
            try {
                Files.write(file, input);
                Parcel.read(file);
            } catch (IOException e) {
                // An archive that breaks off; the page says so.
                assertThat(e).isNotNull();
            } finally {
                Files.delete(file);
            }
        }
    },
    SOUND_NAME {
        @Override
        void read(byte[] input) {
            assertThat(SoundReader.read(text(input)).reason()).isNotBlank();
        }
    };

    private static final List<Readers> ALL = List.of(values());

    /**
     * Reads it.
     *
     * @throws DocumentException or MidiFormatException when it refuses
     */
    abstract void read(byte[] input) throws Exception;

    private static String text(byte[] input) {
        return new String(input, StandardCharsets.UTF_8);
    }

    /** Fails when it neither reads nor refuses. */
    void tryToRead(byte[] input) {
        try {
            read(input);
        } catch (DocumentException | MidiFormatException e) {
            assertThat(e.getMessage()).isNotBlank();
        } catch (Exception e) {
            throw new AssertionError(this + " neither reads nor refuses what was sent", e);
        }
    }

    /** What a fuzzer guided by coverage calls: the first byte chooses the reader. See CONTRIBUTING.md. */
    public static void fuzzerTestOneInput(byte[] input) {
        if (input.length > 0) {
            byte[] rest = new byte[input.length - 1];
            System.arraycopy(input, 1, rest, 0, rest.length);
            ALL.get((input[0] & 0xff) % ALL.size()).tryToRead(rest);
        }
    }
}
