package org.jollyledger.core.crosswalk;

import java.util.Arrays;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundDistance;

/** The routes of a crosswalk as plain arrays by source note, for a quick walk through many hits. */
final class RouteTable {
    final boolean[] listed = new boolean[Note.COUNT];
    /** The target of a route that takes every hit to one note; else -1. */
    final int[] onlyTarget = new int[Note.COUNT];

    final int[][] notes = new int[Note.COUNT][];
    final int[][] from = new int[Note.COUNT][];
    final int[][] to = new int[Note.COUNT][];
    final boolean[][] same = new boolean[Note.COUNT][];
    final boolean[][] far = new boolean[Note.COUNT][];

    RouteTable(Crosswalk crosswalk) {
        Arrays.fill(onlyTarget, -1);
        for (Line line : crosswalk.source().lines()) {
            listed[line.note().number()] = true;
        }
        for (Route route : crosswalk.routes()) {
            int source = route.source().number();
            int count = route.targets().size();
            notes[source] = new int[count];
            from[source] = new int[count];
            to[source] = new int[count];
            same[source] = new boolean[count];
            far[source] = new boolean[count];
            if (count == 1 && route.targets().get(0).velocities().equals(VelocityRange.FULL)) {
                onlyTarget[source] = route.targets().get(0).note().number();
            }
            for (int i = 0; i < count; i++) {
                Target target = route.targets().get(i);
                SoundDistance distance = crosswalk.distance(route, target);
                notes[source][i] = target.note().number();
                from[source][i] = target.velocities().from();
                to[source][i] = target.velocities().to();
                same[source][i] = distance.value() == 0;
                far[source][i] = distance.isFar();
            }
        }
    }
}
