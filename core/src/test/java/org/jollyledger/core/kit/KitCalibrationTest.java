package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.PadPlan.Triggers;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;

/** Kits that are made by a rule are found again: how they are grabbed, where they are struck, how their triggers behave. */
class KitCalibrationTest {
    private static final List<Integer> CYMBALS = List.of(49, 57, 51, 55);

    private static NoteMap map(String... lines) {
        List<Line> made = new ArrayList<>();
        for (String line : lines) {
            String[] parts = line.split(" ");
            made.add(Line.of(Integer.parseInt(parts[0]), parts[1], Sound.parse(parts[1])));
        }
        return new NoteMap(
                "Kit",
                "",
                MapKind.KIT,
                OctaveConvention.C3,
                OptionalInt.of(10),
                ChokeExpression.NOTE,
                OpennessExpression.NOTES,
                made,
                "");
    }

    private static final NoteMap KIT = map(
            "36 kick",
            "38 snare.centre",
            "48 tom.1.head",
            "49 crash.1.edge",
            "57 crash.2.edge",
            "51 ride.1",
            "55 splash.1");

    @Property
    void eachFormOfGrabbingIsFoundWithItsNotes(
            @ForAll Form form, @ForAll long seed, @ForAll @IntRange(min = 1, max = 4) int count) {
        List<Integer> cymbals = new ArrayList<>(CYMBALS);
        Collections.shuffle(cymbals, new Random(seed));
        GrabbedKit played = new GrabbedKit(seed);
        for (int cymbal : cymbals.subList(0, count)) {
            played.strikeAndGrab(cymbal, form, form == Form.NOTE ? cymbal + 40 : cymbal);
        }
        ChokeCalibration found = ChokeCalibration.of(KIT, played.sent());
        assertThat(found.chokes().form()).isEqualTo(form);
        assertThat(found.warnings()).isEmpty();
        assertThat(found.grabbed())
                .extracting(ChokeCalibration.Grabbed::struck)
                .containsExactlyElementsOf(cymbals.subList(0, count));
        NoteMap set = found.applied(KIT);
        assertThat(set.chokes().form()).isEqualTo(form);
        if (form == Form.NOTE) {
            Kit kit = Kit.of(set);
            assertThat(set.lines()).hasSize(KIT.lines().size() + count);
            for (int cymbal : cymbals.subList(0, count)) {
                assertThat(KitChange.between(kit, kit).chokes().chokedBy()).containsEntry(cymbal, cymbal + 40);
            }
            assertThat(found.applied(set)).as("set once it is set").isEqualTo(set);
        } else {
            assertThat(set.lines()).isEqualTo(KIT.lines());
        }
        if (form == Form.PRESSURE) {
            assertThat(found.chokes().pressureFrom()).isBetween(40, 64);
        }
    }

    @Test
    void whatIsOddAboutAGrabIsSaid() {
        GrabbedKit played = new GrabbedKit(1);
        played.strikeAndGrab(49, Form.NOTE, 99);
        played.strikeAndGrab(57, Form.NOTE, 99);
        played.strikeAndGrab(51, Form.PRESSURE, 51);
        played.strikeInVain(55);
        ChokeCalibration found = ChokeCalibration.of(KIT, played.sent());
        assertThat(found.chokes()).isEqualTo(ChokeExpression.NOTE);
        assertThat(String.join(" ", found.warnings()))
                .contains("Nothing came when splash.1 was grabbed", "are choked by one note", "in different ways");
        assertThatThrownBy(() -> ChokeCalibration.of(KIT, List.of(new TimedMessage(0, 0x99, 38, 90))))
                .hasMessageContaining("No cymbal was struck");
    }

    @Test
    void aNextStrokeIsNoChoke() {
        List<TimedMessage> played = List.of(
                new TimedMessage(0, 0x99, 49, 100),
                new TimedMessage(60_000, 0x89, 49, 64),
                new TimedMessage(500_000, 0x99, 38, 100));
        ChokeCalibration found = ChokeCalibration.of(KIT, played);
        assertThat(found.grabbed().get(0).form()).isEmpty();
        assertThat(found.applied(KIT)).isEqualTo(KIT);
    }

    @Property
    void whereADrumIsStruckIsToldByItsController(
            @ForAll long seed,
            @ForAll @IntRange(min = 5, max = 119) int controller,
            @ForAll @IntRange(max = 40) int lowest,
            @ForAll @IntRange(min = 80, max = 127) int highest) {
        GrabbedKit played = new GrabbedKit(seed);
        played.strikeAllOver(38, controller, lowest, highest);
        PlaceCalibration found = PlaceCalibration.of(4, played.sent());
        assertThat(found.controller()).isEqualTo(controller);
        assertThat(found.note()).isEqualTo(38);
        assertThat(found.strokes()).hasSize(24);
        assertThat(found.offCentreFrom()).isBetween(lowest + 1, highest - 1);
        assertThat(found.edgeFrom()).isBetween(found.offCentreFrom(), highest);
    }

    @Test
    void aKitThatTellsNoPlaceIsToldSo() {
        GrabbedKit played = new GrabbedKit(1);
        played.play(List.of(38, 36, 48), false, 0, 0, 0);
        assertThatThrownBy(() -> PlaceCalibration.of(4, played.sent())).hasMessageContaining("No controller came");
        assertThatThrownBy(() -> PlaceCalibration.of(4, List.of())).hasMessageContaining("Too few strokes");
    }

    @Property
    void bouncesAndCrosstalkLieWithinTheFiguresAndFlamsAreNone(
            @ForAll long seed,
            @ForAll @IntRange(min = 6, max = 50) int bounce,
            @ForAll @IntRange(min = 1, max = 15) int crosstalk,
            @ForAll @IntRange(min = 8, max = 45) int percent) {
        GrabbedKit played = new GrabbedKit(seed);
        played.play(List.of(36, 48, 38, 51), true, bounce, crosstalk, percent / 100.0);
        TriggerCalibration found = TriggerCalibration.of(KIT, played.sent());
        Triggers triggers = found.triggers();
        assertThat(triggers.bounceMilliseconds()).isBetween(Math.min(7, bounce), bounce + 3);
        assertThat(triggers.crosstalkMilliseconds()).isBetween(2, crosstalk + 3);
        assertThat(triggers.crosstalkPercent()).isBetween(percent / 2, percent + 5);
        assertThat(String.join(" ", found.seen()))
                .contains("kick bounced", "tom.1.head was heard")
                .doesNotContain("snare");
    }

    @Property(tries = 50)
    void aCleanKitKeepsWhatIsUsual(@ForAll long seed) {
        GrabbedKit played = new GrabbedKit(seed);
        played.play(List.of(36, 48, 38, 51), false, 0, 0, 0);
        assertThat(TriggerCalibration.of(KIT, played.sent()).triggers()).isEqualTo(new Triggers(25, 8, 25));
        assertThatThrownBy(() -> TriggerCalibration.of(KIT, played.sent().subList(0, 10)))
                .hasMessageContaining("strokes came; play a minute");
    }

    @Test
    void twoNotesOfOneDrumAreOnePad() {
        NoteMap rims = map("36 kick", "38 snare.centre", "40 snare.rim-shot");
        List<TimedMessage> played = new ArrayList<>();
        for (int stroke = 0; stroke < 30; stroke++) {
            played.add(new TimedMessage(stroke * 500_000L, 0x99, 38, 100));
            played.add(new TimedMessage(stroke * 500_000L + 2_000, 0x99, 40, 20));
        }
        assertThat(TriggerCalibration.of(rims, played).seen()).contains("No pad was heard with another.");
        assertThat(rims.lineAt(Note.of(40))).isPresent();
    }
}
