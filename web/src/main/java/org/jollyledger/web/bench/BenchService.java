package org.jollyledger.web.bench;

import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.jollyledger.core.crosswalk.PlayedInput;
import org.jollyledger.core.exchange.TranslationTableJson;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PlayedMessages;
import org.jollyledger.core.part.Recording;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the bench asks for: the table of two maps as they are now, and keeping what was played. */
@Service
public class BenchService {
    private static final int LARGEST_BYTE = 255;
    private static final DateTimeFormatter TAKE = DateTimeFormatter.ofPattern("d MMM HH.mm.ss", Locale.ENGLISH);

    private static final int MOST_PARTS = 100;

    private final LedgerService ledger;
    private final Crosswalks crosswalks;
    private final PartService parts;
    private final Additions additions;
    private final Clock clock = Clock.systemDefaultZone();

    BenchService(LedgerService ledger, Crosswalks crosswalks, PartService parts, Additions additions) {
        this.additions = additions;
        this.ledger = ledger;
        this.crosswalks = crosswalks;
        this.parts = parts;
    }

    /** The table from a map to another as a document, with the figures of the kit: that of the usual crosswalk, or else of the proposal. */
    @Transactional(readOnly = true)
    public String translation(String from, String to) {
        StoredMap source = ledger.get(from);
        StoredMap target = ledger.get(to);
        return TranslationTableJson.write(crosswalks.between(source, target).table(), PlayedInput.of(source.map()));
    }

    /** How a kit, its target and what joins them are now: as long as this is the same, so is all that the bench asked for. */
    @Transactional(readOnly = true)
    public String state(String from, String to) {
        StoredMap source = ledger.get(from);
        StoredMap target = ledger.get(to);
        String usual = crosswalks
                .usual(source.id(), target.id())
                .map(Crosswalks.Usual::state)
                .orElse("");
        return source.revision() + "/" + target.revision() + "/" + usual;
    }

    /** The parts that can play, those used last first. */
    @Transactional(readOnly = true)
    public List<PartCard> parts() {
        return parts.latest(MOST_PARTS);
    }

    /** What a part sends while it plays on a kit: microseconds, status, two data bytes. */
    @Transactional(readOnly = true)
    public List<long[]> messages(String part, String kit) {
        Part drums = DrumChannel.find(
                        parts.get(part).file(), ledger.get(kit).map().channel())
                .part();
        return PlayedMessages.of(drums).stream()
                .map(came -> new long[] {came.at(), came.status(), came.data1(), came.data2()})
                .toList();
    }

    /**
     * What was played.
     *
     * @param kit the address of the kit's map
     * @param to the address of the map it was heard on
     * @param tempo beats a minute
     * @param beats in a bar
     * @param played what came from the kit: microseconds, status, two data bytes
     * @param sounded what went to the target
     */
    public record Take(
            String kit, String to, double tempo, int beats, List<List<Long>> played, List<List<Long>> sounded) {}

    /** Keeps what was played as a part: as it was played, and as a version of it what sounded. Returns its address. */
    public String keep(Take take) {
        return additions.inTurn(() -> kept(take));
    }

    private String kept(Take take) {
        StoredMap kit = ledger.get(take.kit);
        StoredMap target = ledger.get(take.to);
        if (take.played.isEmpty()) {
            throw Refusal.incomplete("Nothing was played; hit something while the recording runs.");
        }
        String title = "Take " + TAKE.format(LocalDateTime.ofInstant(clock.instant(), ZoneId.systemDefault()));
        String slug = parts.add(FileName.of(title + ".mid"), file(title, take, take.played));
        var part = parts.get(slug);
        parts.writtenFor(part.id(), kit.id());
        if (kit.id() != target.id()) {
            parts.change(
                    slug, part.revision(), "As it sounded on " + target.map().name(), file(title, take, take.sounded));
            parts.undo(slug, parts.get(slug).revision());
        }
        return slug;
    }

    private static byte[] file(String title, Take take, List<List<Long>> messages) {
        return Refusal.unlessValid(() -> Recording.file(
                title,
                take.tempo,
                take.beats,
                messages.stream().map(BenchService::came).toList()));
    }

    static TimedMessage came(List<Long> message) {
        if (message.size() != 4) {
            throw new IllegalArgumentException(
                    "A message of the recording has four numbers: when, status, and two bytes.");
        }
        if (message.stream().skip(1).anyMatch(part -> part < 0 || part > LARGEST_BYTE)) {
            throw new IllegalArgumentException("Status and bytes of a message are numbers from 0 to 255.");
        }
        return new TimedMessage(
                message.get(0),
                message.get(1).intValue(),
                message.get(2).intValue(),
                message.get(3).intValue());
    }
}
