package org.jollyledger.web.rig;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** A named set of maps. */
@Entity
@Table(name = "rig")
final class RigEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Column(nullable = false, length = 160)
    private String slug = "";

    @Column(nullable = false, length = 120)
    private String name = "";

    @Column(nullable = false)
    private Instant createdAt = Instant.EPOCH;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "rig_map", joinColumns = @JoinColumn(name = "rig_id"))
    @OrderColumn(name = "position")
    @Column(name = "map_id", nullable = false)
    private List<Long> maps = new ArrayList<>();

    protected RigEntity() {}

    RigEntity(String slug, String name, List<Long> maps, Instant now) {
        this.slug = slug;
        this.name = name;
        this.maps = new ArrayList<>(maps);
        createdAt = now;
    }

    void change(String newName, List<Long> newMaps) {
        name = newName;
        maps.clear();
        maps.addAll(newMaps);
    }

    long id() {
        return Objects.requireNonNull(id);
    }

    String slug() {
        return slug;
    }

    String name() {
        return name;
    }

    List<Long> maps() {
        return List.copyOf(maps);
    }
}
