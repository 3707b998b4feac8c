package org.jollyledger.web.part;

import java.util.List;
import java.util.Map;
import org.jollyledger.core.play.Schedule;
import org.jollyledger.core.play.Voice;
import org.jollyledger.core.sound.Sound;

/**
 * A stretch of a schedule as the page's script plays it. Times are seconds from the beginning of the part.
 *
 * @param next the tick at which the next stretch begins; -1 when this is the last
 * @param begin when it begins
 * @param end when it ends
 * @param strokes in the order of time
 * @param clicks of the metronome
 * @param countIn of the bar that is counted before it
 * @param moments ticks with the times at which they sound; between two of them time goes evenly
 */
public record ScheduleView(
        long next,
        double begin,
        double end,
        List<Stroke> strokes,
        List<Schedule.Click> clicks,
        List<Schedule.Click> countIn,
        List<Schedule.Moment> moments) {
    private static final int BARS = 4;

    /**
     * One stroke.
     *
     * @param sound the code of the sound; "" when it makes none
     * @param stop when it is stopped; -1 for never
     */
    public record Stroke(
            int hit, int note, long tick, double at, String sound, double gain, double cutoff, double stop) {
        private static Stroke of(Schedule.ScheduledStroke stroke) {
            return new Stroke(
                    stroke.hit(),
                    stroke.note(),
                    stroke.tick(),
                    stroke.seconds(),
                    stroke.sound().map(Sound::code).orElse(""),
                    stroke.gain(),
                    stroke.cutoff(),
                    stroke.stop() == Schedule.NEVER ? -1 : stroke.stop());
        }
    }

    /**
     * The voices an instrument needs.
     *
     * @param ratios the pitches of metal above its lowest
     * @param voices by the codes of the sounds
     */
    public record Instrument(List<Double> ratios, Map<String, Voice> voices) {
        public static Instrument of(Map<String, Voice> voices) {
            return new Instrument(Voice.metalRatios(), voices);
        }
    }

    /**
     * The stretch that begins at a tick and lasts some bars.
     *
     * @param to the tick behind the last that is wanted
     */
    public static ScheduleView of(Schedule schedule, long from, long to) {
        long end = schedule.barsLater(from, BARS);
        boolean last = end >= to;
        Schedule.Stretch stretch = schedule.between(from, Math.max(from + 1, last ? to : end));
        return new ScheduleView(
                last ? -1 : end,
                stretch.begin(),
                stretch.end(),
                stretch.strokes().stream().map(Stroke::of).toList(),
                stretch.clicks(),
                schedule.countIn(from),
                stretch.moments());
    }
}
