package org.jollyledger.core.batch;

import java.io.IOException;
import java.io.InputStream;
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
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
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
    private static final int MOST_FILES = 5_000;
    private static final long MOST_BYTES = 512L << 20;
    private static final int LARGEST_FILE = 16 << 20;

    /**
     * A crosswalk.
     *
     * @param from the key of the map that it begins at
     * @param to the key of the map that it leads to
     * @param usual whether it is the default between the two
     */
    public record PackedCrosswalk(String from, String to, boolean usual, KeptCrosswalk kept) {}

    /**
     * A part.
     *
     * @param title its name
     * @param file its MIDI file
     * @param writtenFor the key of the map it was written for, where that is known
     * @param labels its labels
     */
    public record PackedPart(String title, MidiFile file, Optional<String> writtenFor, List<String> labels) {}

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

    /** Writes the archive. */
    public void writeTo(OutputStream out) throws IOException {
        Set<String> taken = new HashSet<>();
        List<ParcelIndex.MapEntry> mapEntries = new ArrayList<>();
        List<ParcelIndex.CrosswalkEntry> crosswalkEntries = new ArrayList<>();
        List<ParcelIndex.PartEntry> partEntries = new ArrayList<>();
        Map<String, byte[]> files = new LinkedHashMap<>();
        maps.forEach((key, map) -> {
            String file = free("maps/" + clean(map.name()), ".json", taken);
            mapEntries.add(new ParcelIndex.MapEntry(key, file, map.name()));
            files.put(file, utf8(NoteMapJson.write(map)));
        });
        for (PackedCrosswalk crosswalk : crosswalks) {
            String file = free("crosswalks/" + clean(crosswalk.kept.name()), ".json", taken);
            crosswalkEntries.add(new ParcelIndex.CrosswalkEntry(file, crosswalk.from, crosswalk.to, crosswalk.usual));
            files.put(file, utf8(CrosswalkJson.write(crosswalk.kept)));
        }
        for (PackedPart part : parts) {
            String file = free("parts/" + clean(part.title), ".mid", taken);
            partEntries.add(new ParcelIndex.PartEntry(file, part.title, part.writtenFor, part.labels));
            files.put(file, part.file.toBytes());
        }
        List<ParcelIndex.RigEntry> rigEntries = rigs.stream()
                .map(rig -> new ParcelIndex.RigEntry(rig.name, rig.maps))
                .toList();
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
            entry(
                    zip,
                    ParcelIndex.NAME,
                    utf8(new ParcelIndex(mapEntries, crosswalkEntries, partEntries, rigEntries).write()));
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                entry(zip, file.getKey(), file.getValue());
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
     * Reads an archive.
     *
     * @throws DocumentException when it is no parcel, or something in it is damaged; nothing of it is to be used then
     * @throws IOException when it cannot be read
     */
    public static Parcel read(Path path) throws IOException, DocumentException {
        Map<String, byte[]> files = files(path);
        byte[] index = files.get(ParcelIndex.NAME);
        if (index == null) {
            throw DocumentException.of(
                    "This is no parcel: it has no " + ParcelIndex.NAME + "; choose one that was packed here.");
        }
        ParcelIndex read = ParcelIndex.read(text(index));
        Map<String, NoteMap> maps = new LinkedHashMap<>();
        for (ParcelIndex.MapEntry map : read.maps()) {
            maps.put(map.key(), NoteMapJson.read(text(file(files, map.file()))));
        }
        List<PackedCrosswalk> crosswalks = new ArrayList<>();
        for (ParcelIndex.CrosswalkEntry crosswalk : read.crosswalks()) {
            crosswalks.add(new PackedCrosswalk(
                    crosswalk.from(),
                    crosswalk.to(),
                    crosswalk.usual(),
                    CrosswalkJson.read(text(file(files, crosswalk.file())))));
        }
        List<PackedPart> parts = new ArrayList<>();
        for (ParcelIndex.PartEntry part : read.parts()) {
            parts.add(new PackedPart(
                    part.title(), midi(file(files, part.file()), part.file()), part.writtenFor(), part.labels()));
        }
        try {
            return new Parcel(
                    maps,
                    crosswalks,
                    parts,
                    read.rigs().stream()
                            .map(rig -> new PackedRig(rig.name(), rig.maps()))
                            .toList());
        } catch (IllegalArgumentException e) {
            throw DocumentException.of(String.valueOf(e.getMessage()));
        }
    }

    private static MidiFile midi(byte[] bytes, String name) throws DocumentException {
        try {
            return MidiFile.read(bytes);
        } catch (MidiFormatException e) {
            throw DocumentException.of("\"" + name + "\": " + e.getMessage());
        }
    }

    private static String text(byte[] bytes) {
        return new String(bytes, StandardCharsets.UTF_8);
    }

    private static byte[] file(Map<String, byte[]> files, String name) throws DocumentException {
        byte[] bytes = files.get(name);
        if (bytes == null) {
            throw DocumentException.of(
                    "The parcel lacks \"" + name + "\", of which its index speaks; pack it once more.");
        }
        return bytes;
    }

    private static Map<String, byte[]> files(Path path) throws IOException, DocumentException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        long bytes = 0;
        try (Archive archive = new Archive(path)) {
            Optional<ZipArchiveEntry> entry = archive.next();
            while (entry.isPresent()) {
                if (!entry.get().isDirectory()) {
                    byte[] content = content(archive);
                    bytes += content.length;
                    files.put(Archive.name(entry.get()), content);
                }
                if (files.size() > MOST_FILES || bytes > MOST_BYTES) {
                    throw DocumentException.of("The parcel is too large; it may have " + MOST_FILES + " files and "
                            + (MOST_BYTES >> 20) + " MB.");
                }
                entry = archive.next();
            }
        }
        return files;
    }

    private static byte[] content(Archive archive) throws IOException, DocumentException {
        if (!archive.canRead()) {
            throw DocumentException.of(
                    "A file in the parcel cannot be read; it is encrypted, or packed in a way that is not known.");
        }
        try (InputStream in = new Uncloseable(archive.content())) {
            byte[] content = in.readNBytes(LARGEST_FILE + 1);
            if (content.length > LARGEST_FILE) {
                throw DocumentException.of("A file in the parcel is larger than " + (LARGEST_FILE >> 20) + " MB.");
            }
            return content;
        }
    }

    /** The stream of an archive goes on behind each of its files. */
    private static final class Uncloseable extends java.io.FilterInputStream {
        Uncloseable(InputStream in) {
            super(in);
        }

        @Override
        public void close() {
            // The archive closes it.
        }
    }
}
