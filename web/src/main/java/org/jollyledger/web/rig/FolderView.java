package org.jollyledger.web.rig;

import java.util.Comparator;
import java.util.List;
import org.jollyledger.core.batch.MatrixCell;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.rig.FolderMatrix.FolderRow;
import org.jollyledger.web.rig.RigView.CellView;

/** A folder that is not kept on the maps of a rig, the file that loses most first. */
public record FolderView(String slug, String name, List<String> maps, List<FileView> files) {
    /** A file of the folder; without cells when nobody can say what it was written for. */
    public record FileView(String file, String written, List<CellView> cells, int total) {}

    static FolderView of(Rig rig, List<FolderRow> rows) {
        return new FolderView(
                rig.slug(),
                rig.name(),
                rig.maps().stream().map(map -> map.map().name()).toList(),
                rows.stream()
                        .map(FolderView::file)
                        .sorted(Comparator.comparingInt((FileView file) -> -file.total())
                                .thenComparing(FileView::file))
                        .toList());
    }

    private static FileView file(FolderRow row) {
        return new FileView(
                row.file(),
                row.written().map(StoredMap::map).map(map -> map.name()).orElse("not clear"),
                row.cells().stream()
                        .map(cell -> new CellView(cell.lostConverted(), RigView.words(cell, false), true, false))
                        .toList(),
                row.cells().stream().mapToInt(MatrixCell::lostConverted).sum());
    }
}
