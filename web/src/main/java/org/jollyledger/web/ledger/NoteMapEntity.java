package org.jollyledger.web.ledger;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.problem.Refusal.Link;
import org.jollyledger.web.revision.HistoryEntity;
import org.jspecify.annotations.Nullable;

/** A map as the ledger's index needs it; the map itself is the document of its revision. */
@Entity
@Table(name = "note_map")
public final class NoteMapEntity extends HistoryEntity {
    /** Stands in the strip where a note has no line. */
    static final char FREE = '.';

    private static final int LONGEST_SEARCH_TEXT = 1_000_000;

    @Column(nullable = false, length = 160)
    private String slug = "";

    private @Nullable Long derivedFromId;
    private @Nullable Integer derivedFromRevision;

    @Column(nullable = false, length = 500)
    private String name = "";

    @Column(nullable = false, length = 1000)
    private String maker = "";

    @Column(nullable = false, length = 16)
    private String kind = "";

    private int lineCount;

    @Column(nullable = false, length = 128)
    private String strip = "";

    @Column(nullable = false, length = LONGEST_SEARCH_TEXT)
    private String searchText = "";

    @Column(nullable = false, length = 2000)
    private String pieces = " ";

    private boolean builtIn;
    private Instant changedAt = Instant.EPOCH;
    private Instant usedAt = Instant.EPOCH;

    protected NoteMapEntity() {}

    NoteMapEntity(String slug, NoteMap map, boolean builtIn, Instant now) {
        super(0, now);
        this.slug = slug;
        this.builtIn = builtIn;
        this.usedAt = now;
        describe(map);
    }

    @Override
    protected String thing() {
        return "map";
    }

    @Override
    protected Link removedOnes() {
        return new Link("Removed maps", "/removed-maps");
    }

    @Override
    protected String title() {
        return name;
    }

    @Override
    protected void changed(Instant now) {
        changedAt = now;
    }

    /** Takes over what the index shows of a map. */
    final void describe(NoteMap map) {
        name = map.name();
        maker = map.maker();
        kind = map.kind().code();
        lineCount = map.lines().size();
        strip = StripView.letters(map);
        pieces = map.lines().stream()
                .map(line -> line.sound().piece().code())
                .distinct()
                .collect(Collectors.joining(" ", " ", " "));
        String words = map.lines().stream().map(Line::name).distinct().collect(Collectors.joining("\n"));
        String all = (map.name() + "\n" + map.maker() + "\n" + words).toLowerCase(Locale.ROOT);
        searchText = all.substring(0, Math.min(all.length(), LONGEST_SEARCH_TEXT));
    }

    void derivedFrom(long mapId, int itsRevision) {
        derivedFromId = mapId;
        derivedFromRevision = itsRevision;
    }

    Optional<Long> derivedFromId() {
        return Optional.ofNullable(derivedFromId);
    }

    Optional<Integer> derivedFromRevision() {
        return Optional.ofNullable(derivedFromRevision);
    }

    @Override
    protected void bringBack(Instant now) {
        super.bringBack(now);
        usedAt = now;
    }

    boolean isBuiltIn() {
        return builtIn;
    }

    Instant changedAt() {
        return changedAt;
    }

    void use(Instant now) {
        usedAt = now;
    }

    public String slug() {
        return slug;
    }

    public String name() {
        return name;
    }

    public String maker() {
        return maker;
    }

    public String kind() {
        return kind;
    }

    public int lineCount() {
        return lineCount;
    }

    public String strip() {
        return strip;
    }
}
