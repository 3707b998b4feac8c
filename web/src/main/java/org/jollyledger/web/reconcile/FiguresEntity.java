package org.jollyledger.web.reconcile;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jollyledger.core.reconcile.Figures;

/** From where on something in a part counts as a discrepancy. */
@Entity
@Table(name = "part_figures")
final class FiguresEntity {
    @Id
    private long partId;

    private int bounceMilliseconds;
    private int crosstalkMilliseconds;
    private int crosstalkPercent;
    private int shortestMilliseconds;
    private int longestBars;
    private int pedalPerSecond;

    protected FiguresEntity() {}

    FiguresEntity(long partId, Figures figures) {
        this.partId = partId;
        bounceMilliseconds = figures.bounceMilliseconds();
        crosstalkMilliseconds = figures.crosstalkMilliseconds();
        crosstalkPercent = figures.crosstalkPercent();
        shortestMilliseconds = figures.shortestMilliseconds();
        longestBars = figures.longestBars();
        pedalPerSecond = figures.pedalPerSecond();
    }

    Figures figures() {
        return new Figures(
                bounceMilliseconds,
                crosstalkMilliseconds,
                crosstalkPercent,
                shortestMilliseconds,
                longestBars,
                pedalPerSecond);
    }
}
