package org.jollyledger.web.parcel;

import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.codec.digest.DigestUtils;
import org.jollyledger.core.batch.Parcel;
import org.jollyledger.core.batch.Parcel.PackedCrosswalk;
import org.jollyledger.core.batch.Parcel.PackedPart;
import org.jollyledger.core.batch.Parcel.PackedRig;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.notemap.MapComparison;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.crosswalk.KeptCard;
import org.jollyledger.web.crosswalk.KeptService;
import org.jollyledger.web.crosswalk.StoredKept;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.rig.Rig;
import org.jollyledger.web.rig.RigService;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Packs parcels, and takes what is in them into the ledger without overwriting anything. */
@Service
public class ParcelService {
    private static final String SUMMARY = "Came in a parcel";

    private final LedgerService ledger;
    private final PartService parts;
    private final KeptService crosswalks;
    private final RigService rigs;
    private final Additions additions;
    private final EntityManager entities;

    ParcelService(
            LedgerService ledger,
            PartService parts,
            KeptService crosswalks,
            RigService rigs,
            Additions additions,
            EntityManager entities) {
        this.entities = entities;
        this.additions = additions;
        this.ledger = ledger;
        this.parts = parts;
        this.crosswalks = crosswalks;
        this.rigs = rigs;
    }

    /**
     * What is to be packed, by addresses.
     *
     * @param parts parts; the maps they were written for go along
     * @param rigs rigs; their maps go along
     * @param maps other maps and kits
     */
    public record Contents(List<String> parts, List<String> rigs, List<String> maps) {}

    /** Packs parts, rigs and maps, with all that belongs to them: maps, and the crosswalks between those. */
    @Transactional(readOnly = true)
    public Parcel pack(Contents contents) {
        Map<String, NoteMap> maps = new LinkedHashMap<>();
        List<PackedPart> packed = new ArrayList<>();
        Map<String, PartCard> cards = new LinkedHashMap<>();
        allParts().forEach(card -> cards.put(card.slug(), card));
        for (String slug : contents.parts) {
            StoredPart part = parts.get(slug);
            PartCard card = cards.get(slug);
            Optional<StoredMap> written = part.writtenForId().map(ledger::get);
            written.ifPresent(map -> maps.putIfAbsent(map.slug(), map.map()));
            packed.add(new PackedPart(
                    part.title(),
                    () -> parts.get(slug).file().toBytes(),
                    written.map(StoredMap::slug),
                    card == null ? List.of() : card.labels()));
        }
        List<PackedRig> packedRigs = new ArrayList<>();
        for (String slug : contents.rigs) {
            Rig rig = rigs.get(slug);
            rig.maps().forEach(map -> maps.putIfAbsent(map.slug(), map.map()));
            packedRigs.add(new PackedRig(
                    rig.name(), rig.maps().stream().map(StoredMap::slug).toList()));
        }
        contents.maps.forEach(slug -> maps.putIfAbsent(slug, ledger.get(slug).map()));
        if (maps.isEmpty() && packed.isEmpty()) {
            throw Refusal.incomplete("Nothing was chosen; choose parts, rigs or maps to pack.");
        }
        List<PackedCrosswalk> joined = crosswalks.all().stream()
                .filter(card -> maps.containsKey(card.fromSlug()) && maps.containsKey(card.toSlug()))
                .map(card -> new PackedCrosswalk(
                        card.fromSlug(),
                        card.toSlug(),
                        card.usual(),
                        crosswalks.get(card.slug()).kept()))
                .toList();
        return new Parcel(maps, joined, packed, packedRigs);
    }

    /** All parts, those used last first. */
    List<PartCard> allParts() {
        return parts.all("");
    }

    /** What something in a parcel is to this ledger. */
    public enum Standing implements Coded {
        /** It is not here yet. */
        NEW,
        /** The very same is here. */
        SAME,
        /** Something else has its name. */
        DIFFERS
    }

    /**
     * Something in a parcel.
     *
     * @param kind what it is, in a word
     * @param key by which a choice speaks of it
     * @param words how it differs; "" when it does not
     * @param mine the address of what is here in its place; "" when there is nothing
     */
    public record Item(String kind, String key, String name, Standing standing, String words, String mine) {}

    /** Holds a parcel against the ledger; nothing is changed. */
    @Transactional(readOnly = true)
    public List<Item> look(Parcel parcel) {
        Here here = new Here();
        Map<String, Found<StoredMap>> maps = maps(parcel);
        List<Item> items = new ArrayList<>();
        parcel.maps().forEach((key, map) -> items.add(item("map", "map/" + key, map.name(), maps.get(key), "/maps/")));
        int number = 0;
        for (PackedCrosswalk crosswalk : parcel.crosswalks()) {
            items.add(item(
                    "crosswalk",
                    "crosswalk/" + number++,
                    crosswalk.kept().name(),
                    here.find(crosswalk, maps),
                    "/crosswalks/kept/"));
        }
        number = 0;
        for (PackedPart part : parcel.parts()) {
            items.add(item("part", "part/" + number++, part.title(), here.find(part), "/parts/"));
        }
        number = 0;
        for (PackedRig rig : parcel.rigs()) {
            items.add(item("rig", "rig/" + number++, rig.name(), here.find(rig, maps), "/rigs/"));
        }
        return items;
    }

    private static Item item(String kind, String key, String name, Found<?> found, String path) {
        return new Item(kind, key, name, found.standing, found.words, found.slug.isEmpty() ? "" : path + found.slug);
    }

    /** What is here in place of something in a parcel. */
    private record Found<T>(Standing standing, Optional<T> mine, String slug, String words) {
        static <T> Found<T> nothing() {
            return new Found<>(Standing.NEW, Optional.empty(), "", "");
        }

        static <T> Found<T> same(T mine, String slug) {
            return new Found<>(Standing.SAME, Optional.of(mine), slug, "");
        }

        static <T> Found<T> other(T mine, String slug, String words) {
            return new Found<>(Standing.DIFFERS, Optional.of(mine), slug, words);
        }
    }

    private Map<String, Found<StoredMap>> maps(Parcel parcel) {
        Map<String, List<StoredMap>> named = ledger.all().stream()
                .collect(Collectors.groupingBy(one -> one.map().name()));
        Map<String, Found<StoredMap>> found = new LinkedHashMap<>();
        parcel.maps().forEach((key, map) -> found.put(key, find(map, named.getOrDefault(map.name(), List.of()))));
        return found;
    }

    private static Found<StoredMap> find(NoteMap map, List<StoredMap> named) {
        for (StoredMap one : named) {
            if (one.map().equals(map)) {
                return Found.same(one, one.slug());
            }
        }
        return named.isEmpty()
                ? Found.nothing()
                : Found.other(
                        named.get(0),
                        named.get(0).slug(),
                        differences(named.get(0).map(), map));
    }

    private static String differences(NoteMap mine, NoteMap theirs) {
        MapComparison comparison = MapComparison.between(mine, theirs);
        long lines = comparison.pairs().stream().filter(pair -> !pair.isSame()).count();
        List<String> words = new ArrayList<>();
        if (lines > 0) {
            words.add(lines == 1 ? "one line differs" : lines + " lines differ");
        }
        words.addAll(comparison.facts());
        return String.join("; ", words);
    }

    /** What the ledger holds, looked up once for a whole parcel: a thousand things in it may have one name. */
    private final class Here {
        private final Map<String, List<KeptCard>> crosswalksByName =
                crosswalks.all().stream().collect(Collectors.groupingBy(KeptCard::name));
        private final Map<String, List<PartCard>> partsByTitle =
                allParts().stream().collect(Collectors.groupingBy(PartCard::title));
        private final Map<String, List<Rig>> rigsByName = rigs.all().stream().collect(Collectors.groupingBy(Rig::name));
        private final Map<String, Map<String, PartCard>> partsByContent = new HashMap<>();

        Found<KeptCard> find(PackedCrosswalk crosswalk, Map<String, Found<StoredMap>> maps) {
            String from = maps.get(crosswalk.from()).slug;
            String to = maps.get(crosswalk.to()).slug;
            List<KeptCard> between = crosswalksByName
                    .getOrDefault(crosswalk.kept().name(), List.of())
                    .stream()
                    .filter(card ->
                            card.fromSlug().equals(from) && card.toSlug().equals(to))
                    .toList();
            for (KeptCard card : between) {
                if (crosswalks.get(card.slug()).kept().equals(crosswalk.kept())) {
                    return Found.same(card, card.slug());
                }
            }
            return between.isEmpty()
                    ? Found.nothing()
                    : Found.other(between.get(0), between.get(0).slug(), "its routes differ");
        }

        Found<PartCard> find(PackedPart part) {
            List<PartCard> named = partsByTitle.getOrDefault(part.title(), List.of());
            if (named.isEmpty()) {
                return Found.nothing();
            }
            PartCard same = partsByContent
                    .computeIfAbsent(part.title(), title -> contents(named))
                    .get(DigestUtils.sha256Hex(bytes(part)));
            return same == null
                    ? Found.other(named.get(0), named.get(0).slug(), "its file differs")
                    : Found.same(same, same.slug());
        }

        private Map<String, PartCard> contents(List<PartCard> cards) {
            Map<String, PartCard> contents = new HashMap<>();
            cards.forEach(card -> contents.putIfAbsent(
                    DigestUtils.sha256Hex(parts.get(card.slug()).file().toBytes()), card));
            return contents;
        }

        Found<Rig> find(PackedRig rig, Map<String, Found<StoredMap>> maps) {
            List<String> wanted =
                    rig.maps().stream().map(key -> maps.get(key).slug).toList();
            List<Rig> named = rigsByName.getOrDefault(rig.name(), List.of());
            for (Rig one : named) {
                boolean same = one.maps().stream().map(StoredMap::slug).toList().equals(wanted)
                        && rig.maps().stream().allMatch(key -> maps.get(key).standing == Standing.SAME);
                if (same) {
                    return Found.same(one, one.slug());
                }
            }
            return named.isEmpty()
                    ? Found.nothing()
                    : Found.other(named.get(0), named.get(0).slug(), "its maps differ");
        }
    }

    private static byte[] bytes(PackedPart part) {
        try {
            return part.file().bytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Takes a parcel in: what is new is added, what is the same is used, and what differs is added beside what is here or left,
     * as it was chosen. All or nothing.
     *
     * @param beside the keys of what differs and is added beside
     * @return what was added, in words
     */
    public String take(Parcel parcel, Set<String> beside) {
        return additions.inTurn(() -> taken(parcel, beside));
    }

    private String taken(Parcel parcel, Set<String> beside) {
        Here before = new Here();
        Map<String, Found<StoredMap>> found = maps(parcel);
        Map<String, StoredMap> here = new LinkedHashMap<>();
        int maps = 0;
        for (Map.Entry<String, NoteMap> entry : parcel.maps().entrySet()) {
            Found<StoredMap> mine = found.get(entry.getKey());
            if (adds(mine, beside.contains("map/" + entry.getKey()))) {
                NoteMap map = mine.mine.isEmpty() ? entry.getValue() : renamed(entry.getValue());
                here.put(entry.getKey(), ledger.add(map, false, SUMMARY));
                maps++;
            } else {
                here.put(entry.getKey(), mine.mine.orElseThrow());
            }
        }
        int joined = 0;
        for (int i = 0; i < parcel.crosswalks().size(); i++) {
            PackedCrosswalk crosswalk = parcel.crosswalks().get(i);
            if (adds(before.find(crosswalk, found), beside.contains("crosswalk/" + i))
                    || isAdded(crosswalk.from(), found, here)
                    || isAdded(crosswalk.to(), found, here)) {
                StoredKept stored = crosswalks.add(
                        crosswalk.kept(),
                        here.get(crosswalk.from()).id(),
                        here.get(crosswalk.to()).id(),
                        SUMMARY);
                if (crosswalk.usual()
                        && crosswalks
                                .usual(stored.source().id(), stored.target().id())
                                .isEmpty()) {
                    crosswalks.makeUsual(stored.slug(), true);
                }
                joined++;
            }
        }
        int played = 0;
        for (int i = 0; i < parcel.parts().size(); i++) {
            PackedPart part = parcel.parts().get(i);
            if (adds(before.find(part), beside.contains("part/" + i))) {
                add(part, here);
                played++;
            }
        }
        int sets = 0;
        for (int i = 0; i < parcel.rigs().size(); i++) {
            PackedRig rig = parcel.rigs().get(i);
            if (adds(before.find(rig, found), beside.contains("rig/" + i))) {
                rigs.add(
                        rig.name(),
                        rig.maps().stream().map(key -> here.get(key).slug()).toList());
                sets++;
            }
        }
        List<String> words = Stream.of(
                        counted(maps, "map"),
                        counted(joined, "crosswalk"),
                        counted(played, "part"),
                        counted(sets, "rig"))
                .filter(text -> !text.isEmpty())
                .toList();
        return words.isEmpty()
                ? "Everything in the parcel was here already."
                : "Added " + String.join(", ", words) + ".";
    }

    private static boolean adds(Found<?> found, boolean beside) {
        return found.standing == Standing.NEW || found.standing == Standing.DIFFERS && beside;
    }

    private static boolean isAdded(String key, Map<String, Found<StoredMap>> found, Map<String, StoredMap> here) {
        return found.get(key).standing == Standing.DIFFERS
                && !here.get(key).slug().equals(found.get(key).slug);
    }

    private static NoteMap renamed(NoteMap map) {
        String suffix = ", from a parcel";
        return map.withName(Cut.to(NoteMap.LONGEST_NAME - suffix.length(), map.name()) + suffix);
    }

    private void add(PackedPart part, Map<String, StoredMap> here) {
        String slug = parts.add(FileName.of(part.title() + ".mid"), bytes(part));
        StoredPart stored = parts.get(slug);
        if (!stored.title().equals(part.title())) {
            parts.rename(slug, part.title());
        }
        part.writtenFor()
                .ifPresent(key -> parts.writtenFor(stored.id(), here.get(key).id()));
        part.labels().forEach(label -> parts.label(List.of(slug), label));
        // What was written need not stay in memory until all of the parcel is.
        entities.flush();
        entities.clear();
    }

    private static String counted(int count, String what) {
        return count == 0 ? "" : count == 1 ? "one " + what : count + " " + what + "s";
    }
}
