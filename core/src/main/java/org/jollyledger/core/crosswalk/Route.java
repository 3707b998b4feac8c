package org.jollyledger.core.crosswalk;

import java.util.List;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.pitch.Note;

/**
 * What becomes of the hits on one line.
 *
 * @param source the note of a line of the source map
 * @param targets where they can go; a hit is left silent when no target takes its velocity
 * @param sends which of the targets that take its velocity a hit goes to
 * @param origin who laid the route
 */
public record Route(Note source, List<Target> targets, Sends sends, Origin origin) {
    /** Which of its targets a hit goes to. */
    public enum Sends implements Coded {
        /** Every target that takes its velocity: targets join each other. */
        TO_ALL,
        /** The first target that takes its velocity: targets exclude each other. */
        TO_FIRST,
        /** Nowhere: it passes with its own note, as hits do that the source map does not list. */
        UNCHANGED;

        /** The stable code: all, first or unchanged. */
        @Override
        public String code() {
            return Coded.super.code().replace("to-", "");
        }

        /**
         * {@return the one with a code}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Sends parse(String code) {
            return Codes.parse(Sends.class, "way to send hits", code);
        }
    }

    /** Who laid a route. */
    public enum Origin implements Coded {
        PROPOSED,
        CHOSEN;

        /**
         * {@return the one with a code: proposed or chosen}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Origin parse(String code) {
            return Codes.parse(Origin.class, "origin of a route", code);
        }
    }

    public Route {
        targets = List.copyOf(targets);
        long notes = targets.stream().map(Target::note).distinct().count();
        if (notes < targets.size()) {
            throw new IllegalArgumentException(
                    "The route from note " + source.number() + " leads to one note twice; join the two into one.");
        }
        if (sends == Sends.UNCHANGED && !targets.isEmpty()) {
            throw new IllegalArgumentException("Hits on note " + source.number()
                    + " cannot pass unchanged and go to another line; choose one of the two.");
        }
    }

    /** {@return a chosen route whose targets join each other} */
    public static Route chosen(Note source, List<Target> targets) {
        return new Route(source, targets, Sends.TO_ALL, Origin.CHOSEN);
    }

    /** {@return a chosen route that lets hits pass as they are} */
    public static Route unchanged(Note source) {
        return new Route(source, List.of(), Sends.UNCHANGED, Origin.CHOSEN);
    }

    /** {@return whether no hit of this line will sound} */
    public boolean isSilent() {
        return targets.isEmpty() && !passes();
    }

    /** {@return whether hits pass with their own note} */
    public boolean passes() {
        return sends == Sends.UNCHANGED;
    }
}
