package org.jollyledger.web.ledger;

import org.jollyledger.core.notemap.MapKind;

/**
 * A map as the ledger's index shows it.
 *
 * @param slug its address
 * @param name what the owner calls it
 * @param maker the maker's text
 * @param kind what it belongs to
 * @param lineCount how many lines it has
 * @param strip its fingerprint
 */
public record MapCard(String slug, String name, String maker, MapKind kind, int lineCount, StripView strip) {
    static MapCard of(NoteMapEntity entity) {
        MapKind kind = MapKind.parse(entity.kind());
        return new MapCard(
                entity.slug(), entity.name(), entity.maker(), kind, entity.lineCount(), StripView.of(entity.strip()));
    }
}
