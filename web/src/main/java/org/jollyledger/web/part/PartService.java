package org.jollyledger.web.part;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.Slugs;
import org.jollyledger.web.problem.Refusal;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps the uploaded parts. */
@Service
public class PartService {
    private static final int MOST_LISTED = 500;

    private final PartRepository parts;
    private final TransactionTemplate transaction;
    private final Clock clock = Clock.systemUTC();

    PartService(PartRepository parts, TransactionTemplate transaction) {
        this.parts = parts;
        this.transaction = transaction;
    }

    /** Parts, those used last first. */
    @Transactional(readOnly = true)
    public List<PartCard> latest(int count) {
        return parts.cards(PageRequest.of(0, count));
    }

    @Transactional(readOnly = true)
    public List<PartCard> all() {
        return latest(MOST_LISTED);
    }

    /**
     * Adds a part. Additions wait for each other, so that no two take one address.
     *
     * @return its address
     * @throws Refusal when the bytes are no MIDI file
     */
    public synchronized String add(FileName name, byte[] bytes) {
        MidiFile file = read(name, bytes);
        Part drums = DrumChannel.find(file, OptionalInt.empty()).part();
        long bars = drums.bars().barCount();
        return transaction.execute(status -> {
            String slug = Slugs.free(name.title(), "part", parts::existsBySlug);
            parts.save(new PartEntity(slug, name, bytes, drums.hitCount(), bars, clock.instant()));
            return slug;
        });
    }

    /**
     * Reads a MIDI file that was sent.
     *
     * @throws Refusal when it is none
     */
    public static MidiFile read(FileName name, byte[] bytes) {
        try {
            return MidiFile.read(bytes);
        } catch (MidiFormatException e) {
            throw Refusal.unreadable("\"" + name.text() + "\": " + e.getMessage());
        }
    }

    /**
     * The part at an address.
     *
     * @throws Refusal when there is none
     */
    @Transactional(readOnly = true)
    public StoredPart get(String slug) {
        return stored(parts.findBySlug(slug)
                .orElseThrow(
                        () -> Refusal.notFound("There is no part \"" + slug + "\"; look for it on the parts page.")));
    }

    /** The part with a key. */
    @Transactional(readOnly = true)
    public StoredPart get(long id) {
        return stored(parts.findById(id).orElseThrow());
    }

    /** Remembers which map a part was written for. */
    @Transactional
    public void writtenFor(long id, long mapId) {
        parts.findById(id).orElseThrow().writtenFor(mapId, clock.instant());
    }

    private static StoredPart stored(PartEntity entity) {
        FileName name = new FileName(entity.fileName());
        return new StoredPart(
                entity.id(),
                entity.slug(),
                entity.title(),
                name,
                read(name, entity.content()),
                Optional.ofNullable(entity.writtenForId()));
    }
}
