package org.jollyledger.web.ledger;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.manual.Manual;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Brings whole maps into the ledger, and asks where a name is taken already. */
@Service
public class ImportService {
    private static final int LONGEST_FILE_NAME = 500;
    private static final Duration PATIENCE = Duration.ofDays(1);

    /** What becomes of a map that is brought in. */
    public enum Choice {
        ADD("add as another map"),
        REPLACE("replace the one here"),
        LEAVE("leave out");

        private final String words;

        Choice(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** A map that waits. */
    public record WaitingMap(String name, int lineCount, StripView strip, Optional<String> sameName) {}

    private final LedgerService ledger;
    private final MapReader reader;
    private final WaitingImportRepository waiting;
    private final Additions additions;
    private final TransactionTemplate transaction;
    private final Clock clock = Clock.systemUTC();

    ImportService(
            LedgerService ledger,
            MapReader reader,
            WaitingImportRepository waiting,
            Additions additions,
            TransactionTemplate transaction) {
        this.additions = additions;
        this.ledger = ledger;
        this.reader = reader;
        this.waiting = waiting;
        this.transaction = transaction;
    }

    /** Adds a single map with a new name at once; asks about all others. */
    ModelAndView bring(byte[] content, String fileName, RedirectAttributes redirect) {
        List<NoteMap> maps = reader.read(content, fileName);
        if (maps.size() == 1 && ledger.slugOf(maps.get(0).name()).isEmpty()) {
            StoredMap stored = ledger.add(maps.get(0), false, "Imported from " + fileName);
            redirect.addFlashAttribute("message", "Imported from " + fileName + ".");
            return new ModelAndView("redirect:/maps/" + stored.slug());
        }
        return new ModelAndView("redirect:/imports/" + keep(content, fileName));
    }

    /**
     * Where a file leads.
     *
     * @param slug the address of its map, which is in the ledger now
     * @param waiting the token under which it waits to be looked at, when it is a list
     */
    public record Way(Optional<String> slug, Optional<String> waiting) {}

    /** Takes a file that came with something else: maps are added unless the ledger has them, a list waits. */
    public Way take(byte[] content, String path) {
        String fileName = MapReader.baseName(path);
        if (Manual.is(content) || !MapReader.isWholeMap(MapReader.text(content))) {
            return new Way(Optional.empty(), Optional.of(keep(content, fileName)));
        }
        List<String> slugs = reader.read(content, fileName).stream()
                .map(map -> ledger.slugOf(map.name())
                        .filter(slug -> ledger.get(slug).map().lines().equals(map.lines()))
                        .orElseGet(() -> ledger.add(map, false, "Imported from " + fileName)
                                .slug()))
                .toList();
        return new Way(slugs.stream().findFirst(), Optional.empty());
    }

    /** Keeps a file for a day, until it is said what becomes of it; returns its token. */
    public String keep(byte[] content, String fileName) {
        String token = UUID.randomUUID().toString();
        Instant now = clock.instant();
        transaction.executeWithoutResult(status -> {
            waiting.deleteByCreatedAtBefore(now.minus(PATIENCE));
            waiting.save(new WaitingImportEntity(token, Cut.to(LONGEST_FILE_NAME, fileName), content, now));
        });
        return token;
    }

    byte[] content(String token) {
        return entity(token).content();
    }

    private WaitingImportEntity entity(String token) {
        return waiting.findByToken(token)
                .orElseThrow(() ->
                        Refusal.notFound("This import is finished or more than a day old; import the file again."));
    }

    String fileName(String token) {
        return entity(token).fileName();
    }

    List<WaitingMap> show(String token) {
        WaitingImportEntity entity = entity(token);
        return reader.read(entity.content(), entity.fileName()).stream()
                .map(map ->
                        new WaitingMap(map.name(), map.lines().size(), StripView.of(map), ledger.slugOf(map.name())))
                .toList();
    }

    /** Does what was chosen for each map, all or nothing; answers it in words. */
    String settle(String token, List<Choice> choices) {
        WaitingImportEntity entity = entity(token);
        List<NoteMap> maps = reader.read(entity.content(), entity.fileName());
        if (choices.size() != maps.size()) {
            throw Refusal.incomplete("There are " + maps.size() + " maps and " + choices.size()
                    + " choices; reload the page and choose for each.");
        }
        String source = "Imported from " + entity.fileName();
        return additions.inTurn(() -> {
            List<String> done = new ArrayList<>();
            int added = 0;
            int replaced = 0;
            for (int at = 0; at < maps.size(); at++) {
                NoteMap map = maps.get(at);
                Optional<String> same = ledger.slugOf(map.name());
                if (choices.get(at) == Choice.REPLACE && same.isPresent()) {
                    ledger.change(same.get(), ledger.get(same.get()).revision(), source, before -> map);
                    replaced++;
                } else if (choices.get(at) != Choice.LEAVE) {
                    ledger.add(map, false, source);
                    added++;
                }
            }
            waiting.delete(entity);
            done.add(Counted.of(added, "map") + " added");
            if (replaced > 0) {
                done.add(Counted.of(replaced, "map") + " replaced");
            }
            int left = maps.size() - added - replaced;
            if (left > 0) {
                done.add(left + " left out");
            }
            return String.join(", ", done) + ".";
        });
    }
}
