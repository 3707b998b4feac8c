package org.jollyledger.core.crosswalk;

import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundDistance;

/** The routes of a crosswalk as plain arrays by source note, for a quick walk through many hits. */
final class RouteTable {
    /** In place of a target where a route has not just one. */
    static final int SEVERAL_OR_NONE = -1;

    /** The note to which every hit goes: of an unlisted note, itself; else {@link #SEVERAL_OR_NONE}. */
    final int[] onlyTarget = new int[Note.COUNT];
    /** What becomes of hits that go to their only target. */
    final Entry[] entry = new Entry[Note.COUNT];

    /** Each target of the other routes. */
    final Target[][] targets = new Target[Note.COUNT][];
    /** Whether the target changes more of a hit than its note. */
    final boolean[][] shapes = new boolean[Note.COUNT][];
    /** Whether a hit goes to the first target only that takes it. */
    final boolean[] firstOnly = new boolean[Note.COUNT];

    final boolean[] onlyIsFar = new boolean[Note.COUNT];

    /** The targets of the other routes, side by side. */
    final int[][] notes = new int[Note.COUNT][];

    final int[][] from = new int[Note.COUNT][];
    final int[][] to = new int[Note.COUNT][];
    final Entry[][] entries = new Entry[Note.COUNT][];
    final boolean[][] far = new boolean[Note.COUNT][];

    RouteTable(Crosswalk crosswalk) {
        for (int note = 0; note < Note.COUNT; note++) {
            onlyTarget[note] = note;
            entry[note] = Entry.UNLISTED;
        }
        crosswalk.routes().forEach(route -> enter(route, crosswalk));
    }

    private void enter(Route route, Crosswalk crosswalk) {
        int source = route.source().number();
        if (route.passes()) {
            entry[source] = Entry.PASSED;
            return;
        }
        int count = route.targets().size();
        notes[source] = new int[count];
        from[source] = new int[count];
        to[source] = new int[count];
        entries[source] = new Entry[count];
        far[source] = new boolean[count];
        shapes[source] = new boolean[count];
        targets[source] = route.targets().toArray(Target[]::new);
        firstOnly[source] = route.sends() == Route.Sends.TO_FIRST;
        for (int i = 0; i < count; i++) {
            Target target = route.targets().get(i);
            SoundDistance distance = crosswalk.distance(route, target);
            notes[source][i] = target.note().number();
            from[source][i] = target.velocities().from();
            to[source][i] = target.velocities().to();
            entries[source][i] = distance.value() == 0 ? Entry.CARRIED : Entry.SUBSTITUTED;
            far[source][i] = distance.isFar();
            shapes[source][i] = !target.leavesHitsAlone();
        }
        boolean one =
                count == 1 && route.targets().get(0).velocities().equals(VelocityRange.FULL) && !shapes[source][0];
        onlyTarget[source] = one ? notes[source][0] : SEVERAL_OR_NONE;
        entry[source] = one ? entries[source][0] : Entry.SILENT;
        onlyIsFar[source] = one && far[source][0];
    }
}
