package org.jollyledger.web.part;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.file.Visible;
import org.jollyledger.web.ledger.MapReader;
import org.jollyledger.web.ledger.MapUse;
import org.jollyledger.web.ledger.Slugs;
import org.jollyledger.web.part.PartCard.Converted;
import org.jollyledger.web.part.PartRepository.Labelled;
import org.jollyledger.web.problem.Paging;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.History;
import org.jollyledger.web.revision.RevisionCard;
import org.jollyledger.web.revision.Steps;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageImpl;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.unit.DataSize;

/** Keeps the parts and every state they ever had. */
@Service
public class PartService implements MapUse.Users {
    /** How many parts a page of the list shows. */
    static final int PAGE_SIZE = 50;

    private static final int MOST_REMOVED = 200;
    /** Enough for a part that is worked on, with its versions before and after. */
    private static final int MOST_READ = 8;

    private static final int LONGEST_TITLE = 120;

    private final PartRepository parts;
    private final Additions additions;
    private final Clock clock = Clock.systemUTC();
    private final History<PartEntity, PartRevisionEntity> history;
    private final Recently<RevisionKey, MidiFile> read = new Recently<>(MOST_READ);

    /** A revision of a part, which never changes. */
    private record RevisionKey(long id, int number) {}

    private final DataSize largest;

    PartService(
            PartRepository parts, PartRevisionRepository revisions, Additions additions, LedgerProperties properties) {
        this.largest = properties.largestUpload();
        this.parts = parts;
        this.additions = additions;
        history = new History<>(
                revisions,
                clock,
                (part, number) -> describe(part, file(part, number)),
                id -> parts.findById(id).map(PartEntity::content));
    }

    /** Parts, those used last first. */
    @Transactional(readOnly = true)
    public List<PartCard> latest(int count) {
        return parts.search("%", "", PageRequest.of(0, count)).getContent();
    }

    /**
     * The parts whose name, file, map or labels have some words in them; pages count from 0.
     *
     * @param words "" for all
     * @param label a label that they must have; "" for any
     */
    @Transactional(readOnly = true)
    public Page<PartCard> search(String words, String label, int page) {
        String text = "%" + words.strip().toLowerCase(Locale.ROOT).replaceAll("([\\\\%_])", "\\\\$1") + "%";
        Page<PartCard> found = parts.search(text, label, Paging.of(page, PAGE_SIZE));
        List<Long> ids = found.getContent().stream().map(PartCard::id).toList();
        Map<Long, List<String>> labels = parts.labels(ids).stream()
                .collect(Collectors.groupingBy(
                        Labelled::partId, Collectors.mapping(Labelled::label, Collectors.toList())));
        Map<Long, Converted> converted = parts.conversions(ids).stream()
                .collect(Collectors.toMap(Converted::partId, Function.identity(), (earlier, later) -> later));
        return new PageImpl<>(
                found.getContent().stream()
                        .map(card -> card.with(labels.getOrDefault(card.id(), List.of()), converted.get(card.id())))
                        .toList(),
                found.getPageable(),
                found.getTotalElements());
    }

    /**
     * All parts, those used last first.
     *
     * @param label a label that they must have; "" for any
     */
    @Transactional(readOnly = true)
    public List<PartCard> all(String label) {
        List<PartCard> all = new ArrayList<>();
        Page<PartCard> page;
        int number = 0;
        do {
            page = search("", label, number++);
            all.addAll(page.getContent());
        } while (page.hasNext());
        return all;
    }

    /** All labels that parts have. */
    @Transactional(readOnly = true)
    public List<String> labels() {
        return parts.allLabels();
    }

    /** What a part was converted to, the last one last. */
    @Transactional(readOnly = true)
    public List<Converted> conversions(long id) {
        return parts.conversions(id);
    }

    /**
     * Adds a part. Additions wait for each other, so that no two take one address.
     *
     * @return its address
     * @throws Refusal when the bytes are no MIDI file
     */
    public String add(FileName name, byte[] bytes) {
        MidiFile file = read(name, bytes);
        Part drums = DrumChannel.find(file, OptionalInt.empty()).part();
        long bars = drums.bars().barCount();
        return additions.inTurn(() -> {
            String slug = Slugs.free(name.title(), "part", parts::existsBySlug);
            PartEntity added = parts.save(new PartEntity(slug, name, bytes, drums.hitCount(), bars, clock.instant()));
            ChangeLog.note("part “" + added.title() + "” (" + added.id() + ") revision 1", "added");
            return slug;
        });
    }

    /**
     * Reads a MIDI file that was sent.
     *
     * @throws Refusal when it is none
     */
    public static MidiFile read(FileName name, byte[] bytes) {
        if (MapReader.isZip(bytes)) {
            throw Refusal.unreadable(
                    "“" + name.text() + "” is an archive, not a MIDI file; upload it on the Parts page, or unpack it.");
        }
        try {
            return MidiFile.read(bytes);
        } catch (MidiFormatException e) {
            throw Refusal.unreadable("\"" + name.text() + "\": " + e.getMessage());
        }
    }

    /**
     * The part at an address, as it is now.
     *
     * @throws Refusal when there is none
     */
    @Transactional(readOnly = true)
    public StoredPart get(String slug) {
        PartEntity entity = entity(slug);
        return stored(entity, entity.revision());
    }

    /** A part at one of its revisions. */
    @Transactional(readOnly = true)
    public StoredPart get(String slug, int revision) {
        return stored(entity(slug), revision);
    }

    /** The part with a key, as it is now. */
    @Transactional(readOnly = true)
    public StoredPart get(long id) {
        PartEntity entity = parts.findById(id).orElseThrow();
        return stored(entity, entity.revision());
    }

    /** Which part is at an address, and at which revision it is. */
    @Transactional(readOnly = true)
    PartRepository.Standing standing(String slug) {
        return parts.standing(slug).orElseGet(() -> {
            PartEntity entity = entity(slug);
            return new PartRepository.Standing(entity.id(), entity.revision(), entity.title(), entity.writtenForId());
        });
    }

    /** The revision at which the part with a key is. */
    @Transactional(readOnly = true)
    public int revision(long id) {
        return parts.revision(id);
    }

    @Override
    @Transactional(readOnly = true)
    public MapUse useOf(long map) {
        return new MapUse("part", "parts", parts.writtenFor(map));
    }

    /** Forgets which map a part was written for. */
    @Transactional
    public void writtenForUnknown(long id) {
        parts.findById(id).orElseThrow().writtenForUnknown();
    }

    /** Remembers which map a part was written for. */
    @Transactional
    public void writtenFor(long id, long mapId) {
        parts.findById(id).orElseThrow().writtenFor(mapId, clock.instant());
    }

    /**
     * Makes new bytes a part's next revision.
     *
     * @param base the revision that they were made from
     * @param summary what was done, in words
     * @throws Refusal when the part has changed since
     */
    @Transactional
    public StoredPart change(String slug, int base, String summary, byte[] bytes) {
        if (bytes.length > largest.toBytes()) {
            throw Refusal.tooLarge("With this change the part would be larger than " + largest.toMegabytes()
                    + " MB, the limit; it stays as it was.");
        }
        PartEntity entity = entityAt(slug, base);
        MidiFile file = read(new FileName(entity.fileName()), bytes);
        PartRevisionEntity made = history.add(entity, summary, stamp -> new PartRevisionEntity(stamp, bytes));
        describe(entity, file);
        return stored(entity, made.number());
    }

    private static void describe(PartEntity entity, MidiFile file) {
        Part drums = DrumChannel.find(file, OptionalInt.empty()).part();
        entity.describe(drums.hitCount(), drums.bars().barCount());
    }

    /** Undoes the last change; returns what it was. */
    @Transactional
    public Optional<String> undo(String slug, int base) {
        return history.undo(entity(slug), base);
    }

    /** Redoes what was undone last; returns what it was. */
    @Transactional
    public Optional<String> redo(String slug, int base) {
        return history.redo(entity(slug), base);
    }

    /** Makes the part again what it was at one of its revisions. */
    @Transactional
    public StoredPart restore(String slug, int base, int number) {
        byte[] then = stored(entityAt(slug, base), number).file().toBytes();
        return change(slug, base, History.restored(number), then);
    }

    /** What can be undone and redone. */
    @Transactional(readOnly = true)
    public Steps steps(long id, int revision) {
        return history.steps(id, revision);
    }

    /** The revisions of a part, newest first, without the file as uploaded; pages count from 0. */
    @Transactional(readOnly = true)
    public Page<RevisionCard> history(String slug, int page) {
        return history.page(entity(slug), page);
    }

    /** The first state of a part. */
    @Transactional(readOnly = true)
    public RevisionCard asItCame(String slug) {
        return new RevisionCard(
                PartEntity.AS_IT_CAME, "As uploaded", entity(slug).createdAt());
    }

    /** Gives a part another name. */
    @Transactional
    public void rename(String slug, String title) {
        String clean = Visible.text(title);
        if (clean.isEmpty()) {
            throw Refusal.incomplete("A part needs a name; type one.");
        }
        PartEntity entity = entity(slug);
        ChangeLog.note("part “" + entity.title() + "” (" + entity.id() + ")", "renamed to “" + clean + "”");
        entity.rename(Cut.to(LONGEST_TITLE, clean));
    }

    /** Does something with some parts; returns how many there are. */
    private int each(List<String> slugs, Consumer<PartEntity> what) {
        slugs.stream().distinct().map(this::entity).forEach(what);
        return (int) slugs.stream().distinct().count();
    }

    /** Gives parts labels. */
    @Transactional
    public int label(List<String> slugs, String labels) {
        List<String> wanted = PartLabels.parse(labels);
        return each(slugs, part -> wanted.forEach(part::label));
    }

    /** Takes labels from parts. */
    @Transactional
    public int unlabel(List<String> slugs, String labels) {
        List<String> wanted = PartLabels.parse(labels);
        return each(slugs, part -> wanted.forEach(part::unlabel));
    }

    /** Takes parts out of the list; they can be restored. */
    @Transactional
    public int remove(List<String> slugs) {
        return each(slugs, history::remove);
    }

    /** Brings removed parts back. */
    @Transactional
    public int bringBack(List<String> slugs) {
        slugs.forEach(slug -> history.bringBack(parts.findBySlug(slug).orElseThrow(() -> unknown(slug))));
        return slugs.size();
    }

    /** The parts that were removed, the last one first. */
    @Transactional(readOnly = true)
    public List<PartCard> removed() {
        return parts.removed(PageRequest.of(0, MOST_REMOVED));
    }

    private PartEntity entity(String slug) {
        return history.unlessRemoved(parts.findBySlug(slug).orElseThrow(() -> unknown(slug)));
    }

    private static Refusal unknown(String slug) {
        return Refusal.notFound(
                "There is no part \"" + slug + "\"; look for it on the parts page.",
                new Refusal.Link("Parts", "/parts"));
    }

    private PartEntity entityAt(String slug, int base) {
        return history.at(entity(slug), base);
    }

    private byte[] content(PartEntity entity, int revision) {
        return revision == PartEntity.AS_IT_CAME
                ? entity.content()
                : history.get(entity, revision).bytes();
    }

    private MidiFile file(PartEntity entity, int revision) {
        return read.get(
                new RevisionKey(entity.id(), revision),
                () -> read(new FileName(entity.fileName()), content(entity, revision)));
    }

    private StoredPart stored(PartEntity entity, int revision) {
        return new StoredPart(
                entity.id(),
                entity.slug(),
                entity.title(),
                new FileName(entity.fileName()),
                file(entity, revision),
                revision,
                Optional.ofNullable(entity.writtenForId()));
    }
}
