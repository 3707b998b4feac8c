package org.jollyledger.web.crosswalk;

import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk.Overtaken;
import org.jollyledger.core.sound.Sound;

/** What a change of a map does to a kept crosswalk, in words. */
final class Overtakings {
    private Overtakings() {}

    /** @param now the crosswalk as it is proposed now: */
    static String words(Overtaken overtaken, Crosswalk now) {
        String line = Decisions.name(now.source(), overtaken.note());
        String was = overtaken.was().map(Sound::words).orElse("");
        String is = overtaken.is().map(Sound::words).orElse("");
        String offered = now.routeFrom(overtaken.note())
                .map(route -> "; proposed now: " + Decisions.words(now, route))
                .orElse("");
        return switch (overtaken.change()) {
                    case SOURCE_GONE ->
                        "“" + now.source().name() + "” has no line on " + line + " now (it was " + was + ")";
                    case SOURCE_CHANGED -> line + " was " + was + " and is " + is + " now" + offered;
                    case TARGET_GONE ->
                        line + " went to " + was + ", which is no longer on “"
                                + now.target().name() + "”" + offered;
                    case TARGET_CHANGED ->
                        line + " went to " + was + ", where “" + now.target().name() + "” has " + is + " now" + offered;
                    case LINE_NEW -> line + " is new (" + is + ")" + offered;
                }
                + ".";
    }
}
