package org.jollyledger.core.batch;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.exchange.ParcelIndex;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.NoteMap;

/**
 * Parts with the maps, kits, crosswalks and rigs that belong to them, in one zip archive to send along. Its index is {@code
 * parcel.json}; maps and crosswalks are the documents that export writes, parts are MIDI files.
 *
 * @param maps maps and kits, by keys that hold within the parcel
 * @param crosswalks crosswalks between maps of the parcel
 * @param parts parts
 * @param rigs rigs of maps of the parcel
 */
public record Parcel(
        Map<String, NoteMap> maps, List<PackedCrosswalk> crosswalks, List<PackedPart> parts, List<PackedRig> rigs) {
    /**
     * A crosswalk.
     *
     * @param from the key of the map that it begins at
     * @param to the key of the map that it leads to
     * @param usual whether it is the default between the two
     */
    public record PackedCrosswalk(String from, String to, boolean usual, KeptCrosswalk kept) {}

    /** The bytes of a part's MIDI file, fetched when they are needed: a parcel may have thousands of parts. */
    @FunctionalInterface
    public interface Content {
        byte[] bytes() throws IOException;
    }

    /**
     * A part.
     *
     * @param title its name
     * @param file its MIDI file; one that was read can be fetched until the archive is deleted
     * @param writtenFor the key of the map it was written for, where that is known
     * @param labels its labels
     */
    public record PackedPart(String title, Content file, Optional<String> writtenFor, List<String> labels) {}

    /** A rig: its name, and the keys of its maps. */
    public record PackedRig(String name, List<String> maps) {}

    public Parcel {
        maps = new LinkedHashMap<>(maps);
        crosswalks = List.copyOf(crosswalks);
        parts = List.copyOf(parts);
        rigs = List.copyOf(rigs);
        for (String key : keys(crosswalks, parts, rigs)) {
            if (!maps.containsKey(key)) {
                throw new IllegalArgumentException(
                        "The parcel speaks of a map \"" + key + "\" that is not in it; pack it once more.");
            }
        }
    }

    private static Set<String> keys(List<PackedCrosswalk> crosswalks, List<PackedPart> parts, List<PackedRig> rigs) {
        Set<String> keys = new HashSet<>();
        crosswalks.forEach(crosswalk -> keys.addAll(List.of(crosswalk.from, crosswalk.to)));
        parts.forEach(part -> part.writtenFor.ifPresent(keys::add));
        rigs.forEach(rig -> keys.addAll(rig.maps));
        return keys;
    }

    /** Writes the archive: the index first, and one file after the other. */
    public void writeTo(OutputStream out) throws IOException {
        Set<String> taken = new HashSet<>();
        Map<String, Content> files = new LinkedHashMap<>();
        List<ParcelIndex.MapEntry> mapEntries = new ArrayList<>();
        maps.forEach((key, map) -> {
            String file = free("maps/" + clean(map.name()), ".json", taken);
            mapEntries.add(new ParcelIndex.MapEntry(key, file, map.name()));
            files.put(file, () -> utf8(NoteMapJson.write(map)));
        });
        List<ParcelIndex.CrosswalkEntry> crosswalkEntries = new ArrayList<>();
        for (PackedCrosswalk crosswalk : crosswalks) {
            String file = free("crosswalks/" + clean(crosswalk.kept.name()), ".json", taken);
            crosswalkEntries.add(new ParcelIndex.CrosswalkEntry(file, crosswalk.from, crosswalk.to, crosswalk.usual));
            files.put(file, () -> utf8(CrosswalkJson.write(crosswalk.kept)));
        }
        List<ParcelIndex.PartEntry> partEntries = new ArrayList<>();
        for (PackedPart part : parts) {
            String file = free("parts/" + clean(part.title), ".mid", taken);
            partEntries.add(new ParcelIndex.PartEntry(file, part.title, part.writtenFor, part.labels));
            files.put(file, part.file);
        }
        List<ParcelIndex.RigEntry> rigEntries = rigs.stream()
                .map(rig -> new ParcelIndex.RigEntry(rig.name, rig.maps))
                .toList();
        ParcelIndex index = new ParcelIndex(mapEntries, crosswalkEntries, partEntries, rigEntries);
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
            entry(zip, ParcelIndex.NAME, utf8(index.write()));
            for (Map.Entry<String, Content> file : files.entrySet()) {
                entry(zip, file.getKey(), file.getValue().bytes());
            }
        }
    }

    private static void entry(ZipOutputStream zip, String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** A name that every file system takes. */
    private static String clean(String name) {
        String clean = name.replaceAll("[^\\p{L}\\p{N} '.,()-]+", " ").strip().replaceAll("^\\.+", "");
        return clean.isEmpty() ? "unnamed" : clean;
    }

    private static String free(String wanted, String ending, Set<String> taken) {
        String name = wanted + ending;
        for (int number = 2; !taken.add(name.toLowerCase(java.util.Locale.ROOT)); number++) {
            name = wanted + " " + number + ending;
        }
        return name;
    }

    /**
     * Reads an archive. All of it is looked at now; the files of parts are read again when they are asked for.
     *
     * @throws DocumentException when it is no parcel, or something in it is damaged; nothing of it is to be used then
     * @throws IOException when it cannot be read
     */
    public static Parcel read(Path path) throws IOException, DocumentException {
        try (ParcelFiles files = new ParcelFiles(path)) {
            if (!files.has(ParcelIndex.NAME)) {
                throw DocumentException.of(
                        "This is no parcel: it has no " + ParcelIndex.NAME + "; choose one that was packed here.");
            }
            return read(ParcelIndex.read(files.document(ParcelIndex.NAME)), files, path);
        }
    }

    private static Parcel read(ParcelIndex index, ParcelFiles files, Path path) throws IOException, DocumentException {
        Map<String, NoteMap> maps = new LinkedHashMap<>();
        for (ParcelIndex.MapEntry map : index.maps()) {
            maps.put(map.key(), NoteMapJson.read(files.document(map.file())));
        }
        List<PackedCrosswalk> crosswalks = new ArrayList<>();
        for (ParcelIndex.CrosswalkEntry crosswalk : index.crosswalks()) {
            crosswalks.add(new PackedCrosswalk(
                    crosswalk.from(),
                    crosswalk.to(),
                    crosswalk.usual(),
                    CrosswalkJson.read(files.document(crosswalk.file()))));
        }
        List<PackedPart> parts = new ArrayList<>();
        for (ParcelIndex.PartEntry part : index.parts()) {
            midi(files, part.file());
            parts.add(new PackedPart(part.title(), () -> again(path, part.file()), part.writtenFor(), part.labels()));
        }
        List<PackedRig> rigs = index.rigs().stream()
                .map(rig -> new PackedRig(rig.name(), rig.maps()))
                .toList();
        try {
            return new Parcel(maps, crosswalks, parts, rigs);
        } catch (IllegalArgumentException e) {
            throw DocumentException.of(String.valueOf(e.getMessage()));
        }
    }

    private static byte[] again(Path path, String name) throws IOException {
        try (ParcelFiles files = new ParcelFiles(path)) {
            return files.part(name);
        } catch (DocumentException e) {
            throw new IOException("The parcel was changed after it was read.", e);
        }
    }

    private static MidiFile midi(ParcelFiles files, String name) throws IOException, DocumentException {
        try {
            return MidiFile.read(files.part(name));
        } catch (MidiFormatException e) {
            throw DocumentException.of("\"" + name + "\": " + e.getMessage());
        }
    }
}
