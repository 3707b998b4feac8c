package org.jollyledger.web.ledger;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jspecify.annotations.Nullable;

/** A map as the ledger's index needs it; the map itself is the document of its revision. */
@Entity
@Table(name = "note_map")
public class NoteMapEntity {
    /** Stands in the strip where a note has no line. */
    static final char FREE = '.';

    private static final int LONGEST_SEARCH_TEXT = 1_000_000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    @Column(nullable = false, length = 160)
    private String slug = "";

    /** Which revision the map is at; undoing goes back, so later ones may exist. */
    private int revision;

    private int lastRevision;

    private @Nullable Long derivedFromId;
    private @Nullable Integer derivedFromRevision;
    private @Nullable Instant removedAt;

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
    private Instant createdAt = Instant.EPOCH;
    private Instant changedAt = Instant.EPOCH;
    private Instant usedAt = Instant.EPOCH;

    protected NoteMapEntity() {}

    NoteMapEntity(String slug, NoteMap map, boolean builtIn, Instant now) {
        this.slug = slug;
        this.builtIn = builtIn;
        this.createdAt = now;
        this.usedAt = now;
        lastRevision = 1;
        describe(map, 1, now);
    }

    /** The number of the revision that comes next. */
    int nextRevision() {
        return ++lastRevision;
    }

    /** Takes over what the index shows of a map that is now at this revision. */
    final void describe(NoteMap map, int newRevision, Instant now) {
        revision = newRevision;
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
        changedAt = now;
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

    void remove(Instant now) {
        removedAt = now;
    }

    void bringBack() {
        removedAt = null;
    }

    Optional<Instant> removedAt() {
        return Optional.ofNullable(removedAt);
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

    public long id() {
        return id == null ? 0 : id;
    }

    public String slug() {
        return slug;
    }

    public int revision() {
        return revision;
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
