package org.jollyledger.core.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.play.Schedule.ScheduledStroke;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.support.RandomMaps;

/** What the tables make of messages is what a schedule makes of the same music. */
class LiveInstrumentTest {
    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    private record Rings(int stroke, int sound, int note, double began) {}

    @Property
    void itSoundsAsAScheduleOfTheSameMusic(@ForAll("maps") NoteMap map, @ForAll int seed) throws Exception {
        Random random = new Random(seed);
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(500)).track();
        LiveInstrument live = LiveInstrument.of(map);
        List<Integer> notes = new ArrayList<>(live.notes().keySet());
        notes.add(3);
        List<String> sounded = new ArrayList<>();
        Map<Integer, Double> stopped = new HashMap<>();
        List<Rings> ringing = new ArrayList<>();
        Openness pedal = null;
        for (int i = 0; i < 60; i++) {
            int tick = 40 * i;
            double now = tick / 1_000.0;
            int note = notes.get(random.nextInt(notes.size()));
            if (random.nextInt(4) == 0) {
                int value = random.nextInt(128);
                file.message(tick, 0xB0, 10, live.controller(), value);
                pedal = live.openings().get(value);
                Openness stands = pedal;
                stop(
                        ringing,
                        stopped,
                        now,
                        one -> live.sounds().get(one.sound).closedBy().contains(stands));
                continue;
            }
            file.message(tick, 0x90, 10, note, 100);
            file.message(tick + 20, 0x80, 10, note, 64);
            for (LiveInstrument.Struck struck : live.notes().getOrDefault(note, List.of())) {
                int sound = pedal == null ? struck.sound() : struck.byOpenness().getOrDefault(pedal, struck.sound());
                stop(
                        ringing,
                        stopped,
                        now,
                        one -> live.sounds().get(sound).stops().contains(one.sound));
                ringing.add(new Rings(sounded.size(), sound, note, now));
                sounded.add(live.sounds().get(sound).sound().code());
            }
            int released = note;
            stop(
                    ringing,
                    stopped,
                    now + 0.02,
                    one -> one.note == released
                            && one.began == now
                            && live.sounds().get(one.sound).stopsOnRelease());
        }
        Part part = Part.of(MidiFile.read(file.build(4_000)), Channels.only(10));
        List<ScheduledStroke> strokes = Schedule.of(part, map).strokes().stream()
                .filter(stroke -> stroke.sound().isPresent())
                .toList();
        assertThat(strokes)
                .extracting(stroke -> stroke.sound().orElseThrow().code())
                .isEqualTo(sounded);
        for (int i = 0; i < strokes.size(); i++) {
            ScheduledStroke stroke = strokes.get(i);
            double diesAt =
                    stroke.seconds() + Voices.of(stroke.sound().orElseThrow()).seconds();
            double stop = stopped.getOrDefault(i, Schedule.NEVER);
            if (stroke.stop() == Schedule.NEVER) {
                assertThat(stop).as("stroke " + i).isGreaterThanOrEqualTo(Math.min(diesAt, Double.MAX_VALUE) - 1e-6);
            } else {
                assertThat(stop).as("stroke " + i).isCloseTo(stroke.stop(), within(1e-6));
            }
        }
    }

    private interface Which {
        boolean test(Rings one);
    }

    private static void stop(List<Rings> ringing, Map<Integer, Double> stopped, double now, Which which) {
        ringing.removeIf(one -> {
            boolean stops = one.began < now && which.test(one);
            if (stops) {
                stopped.put(one.stroke, now);
            }
            return stops;
        });
    }
}
