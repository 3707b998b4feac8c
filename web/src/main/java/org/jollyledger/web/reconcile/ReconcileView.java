package org.jollyledger.web.reconcile;

import java.util.List;
import java.util.Optional;
import org.jollyledger.web.part.SheetView;
import org.jollyledger.web.revision.Steps;
import org.jspecify.annotations.Nullable;

/**
 * A part held against a map, as its page shows it.
 *
 * @param kinds what was found, by kind
 * @param opened the discrepancy that is looked at; null when there is none left
 * @param withdrawable what somebody has said is right, by kind
 */
public record ReconcileView(
        String slug,
        String title,
        int revision,
        MapHead map,
        Optional<MapHead> meant,
        Steps steps,
        int unsettled,
        int safe,
        List<KindView> kinds,
        @Nullable OpenedView opened,
        List<WithdrawView> withdrawable,
        List<FigureView> figures,
        AccountView account) {
    /** A map with its address. */
    public record MapHead(String slug, String name) {}

    /**
     * The discrepancies of a kind.
     *
     * @param groups those on one note together, as far as they are shown
     * @param omitted how many groups are not shown
     */
    public record KindView(String code, String words, int count, boolean safe, List<GroupView> groups, int omitted) {}

    /**
     * Discrepancies of one kind on one note.
     *
     * @param key the first of them
     * @param places where the first ones are
     * @param omitted how many more there are
     */
    public record GroupView(
            String key, String sentence, int count, List<PlaceView> places, int omitted, boolean opened) {}

    /** Where a discrepancy is. */
    public record PlaceView(String key, String words, boolean opened) {}

    /**
     * The discrepancy that is looked at.
     *
     * @param alike how many of its kind are on its note
     * @param ofKind how many there are of its kind
     * @param from the tick from which it is heard
     * @param to the tick up to which it is heard
     * @param effect what the chosen correction changes, in words
     * @param after how the part would be; null when the correction does not change it
     */
    public record OpenedView(
            String key,
            String kind,
            String kindCode,
            String place,
            String sentence,
            List<CorrectionView> corrections,
            CorrectionView chosen,
            int alike,
            int ofKind,
            long from,
            long to,
            String effect,
            SheetView before,
            @Nullable SheetView after) {}

    /**
     * What settles a discrepancy.
     *
     * @param link where it is done, when it is not done here; "" when it is
     * @param converts whether the part is converted to settle it
     */
    public record CorrectionView(
            String code, String words, boolean chosen, boolean applies, String link, boolean converts) {}

    /** Discrepancies of a kind that are right. */
    public record WithdrawView(String code, String words, int count) {}

    /** A figure from where on something counts. */
    public record FigureView(String name, String before, int value, String after, int least, int most) {}

    /**
     * What has become of the part since it was uploaded.
     *
     * @param changed what else became of hits and messages, by kind
     * @param found discrepancies it had then, and what came to light since
     */
    public record AccountView(
            int hitsIn,
            int added,
            int deleted,
            List<Changed> changed,
            int hitsOut,
            int found,
            int settled,
            int left,
            int accepted) {
        /** Whether every hit is accounted for. */
        public boolean balances() {
            return hitsIn + added - deleted == hitsOut;
        }
    }

    /** How many hits or messages changed in one way, such as "moved to another channel". */
    public record Changed(String words, int count) {}
}
