package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.KIT;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.LIBRARY;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.map;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.crosswalk.TranslationTable.Row;
import org.jollyledger.core.crosswalk.TranslationTable.Unlisted;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;

/** Tables of notes, and what their routes are made of. */
class TranslationTableTest {
    private static final TranslationTable FORMS =
            Crosswalk.propose(KIT, LIBRARY).table();

    private static Row row(OptionalInt channel, int note, int to) {
        return new Row(channel, note, Route.Sends.TO_ALL, List.of(Cell.of(Target.all(Note.of(to)))));
    }

    private static TranslationTable table(Row... rows) {
        return TranslationTable.of(List.of(rows), OptionalInt.empty(), Unlisted.PASS, FORMS.forms(), List.of());
    }

    @Test
    void aRowOfOneChannelComesBeforeThatOfAll() {
        Row ofOne = row(OptionalInt.of(10), 36, 40);
        Row ofAll = row(OptionalInt.empty(), 36, 41);
        for (TranslationTable table : List.of(table(ofOne, ofAll), table(ofAll, ofOne))) {
            for (int channel = 1; channel <= TranslationTable.CHANNELS; channel++) {
                assertThat(table.row(channel, 36)).contains(channel == 10 ? ofOne : ofAll);
            }
            assertThat(table.row(10, 37)).isEmpty();
        }
        assertThat(table(row(OptionalInt.of(1), 127, 5)).row(16, 127)).isEmpty();
        assertThat(table(row(OptionalInt.of(16), 0, 5)).row(16, 0)).isPresent();
    }

    @Test
    void twoRowsForOneNoteAreRefused() {
        assertThatThrownBy(() -> table(row(OptionalInt.empty(), 36, 1), row(OptionalInt.empty(), 36, 2)))
                .hasMessage("Two rows say what becomes of note 36; join them into one.");
        assertThatThrownBy(() -> table(row(OptionalInt.of(3), 36, 1), row(OptionalInt.of(3), 36, 2)))
                .hasMessageContaining("note 36");
        assertThat(table(row(OptionalInt.of(3), 36, 1), row(OptionalInt.of(4), 36, 2))
                        .rows())
                .hasSize(2);
    }

    @Test
    void tablesAreTheSameWhenAllThatTheySayIs() {
        List<Row> rows = List.of(row(OptionalInt.empty(), 36, 40));
        TranslationTable one =
                TranslationTable.of(rows, OptionalInt.of(3), Unlisted.SILENT, FORMS.forms(), List.of(36));
        assertThat(one)
                .isEqualTo(TranslationTable.of(
                        new ArrayList<>(rows), OptionalInt.of(3), Unlisted.SILENT, FORMS.forms(), List.of(36)))
                .hasSameHashCodeAs(
                        TranslationTable.of(rows, OptionalInt.of(3), Unlisted.SILENT, FORMS.forms(), List.of(36)))
                .isNotEqualTo("a table");
        assertThat(one.unlisted()).isEqualTo(Unlisted.SILENT);
        assertThat(one.asRouted()).containsExactly(36);
        List<TranslationTable> others = List.of(
                TranslationTable.of(List.of(), OptionalInt.of(3), Unlisted.SILENT, FORMS.forms(), List.of(36)),
                TranslationTable.of(rows, OptionalInt.of(4), Unlisted.SILENT, FORMS.forms(), List.of(36)),
                TranslationTable.of(rows, OptionalInt.of(3), Unlisted.PASS, FORMS.forms(), List.of(36)),
                TranslationTable.of(rows, OptionalInt.of(3), Unlisted.SILENT, FORMS.forms(), List.of()),
                TranslationTable.of(
                        rows,
                        OptionalInt.of(3),
                        Unlisted.SILENT,
                        Crosswalk.propose(LIBRARY, KIT).table().forms(),
                        List.of(36)));
        assertThat(others).doesNotContain(one).doesNotHaveDuplicates();
    }

    @Test
    void aCrosswalkGivesTheChannelOfItsTargetAndTheRoutesThatWereChosen() {
        NoteMap there = LIBRARY.withChannel(OptionalInt.of(7));
        Crosswalk proposed = Crosswalk.propose(KIT, there);
        assertThat(proposed.table().channel()).hasValue(7);
        assertThat(proposed.table().asRouted()).isEmpty();
        assertThat(proposed.table().sendsApart()).isFalse();
        Crosswalk chosen = proposed.with(List.of(
                Route.chosen(Note.of(54), List.of(Target.all(Note.of(36)).withChannel(OptionalInt.of(2)))),
                Route.chosen(Note.of(30), List.of(Target.all(Note.of(49))))));
        assertThat(chosen.table().asRouted()).containsExactly(30, 54);
        assertThat(chosen.table().sendsApart()).isTrue();
        assertThat(Crosswalk.propose(there, there).table().channel())
                .as("onto itself nothing changes")
                .isEmpty();
    }

    @Test
    void curvesHave128Velocities() {
        List<Integer> curve = new ArrayList<>(Cell.STRAIGHT);
        assertThat(cell(curve).curve()).isSameAs(Cell.STRAIGHT);
        Collections.reverse(curve.subList(1, 128));
        assertThat(cell(curve).curve()).isEqualTo(curve);
        for (int wrong : new int[] {0, 128, -1}) {
            List<Integer> bad = new ArrayList<>(curve);
            bad.set(64, wrong);
            assertThatThrownBy(() -> cell(bad)).hasMessageContaining("A curve has 128 velocities");
        }
        assertThatThrownBy(() -> cell(curve.subList(0, 127))).hasMessageContaining("A curve has 128 velocities");
        List<Integer> loudNothing = new ArrayList<>(curve);
        loudNothing.set(0, 1);
        assertThatThrownBy(() -> cell(loudNothing)).hasMessageContaining("A curve has 128 velocities");
    }

    private static Cell cell(List<Integer> curve) {
        return new Cell(36, 1, 127, curve, OptionalInt.empty(), Optional.empty());
    }

    @Test
    void aTargetLeavesHitsAloneWhileItSaysNothingElse() {
        Target plain = Target.all(Note.of(36));
        assertThat(plain.leavesHitsAlone()).isTrue();
        assertThat(plain.withVelocities(new VelocityRange(1, 50)))
                .isEqualTo(new Target(Note.of(36), new VelocityRange(1, 50)))
                .matches(Target::leavesHitsAlone);
        assertThat(List.of(
                        plain.withCurve(VelocityCurve.fixed(9)),
                        plain.withChannel(OptionalInt.of(1)),
                        plain.withLength(Optional.of(new NoteLength(1)))))
                .noneMatch(Target::leavesHitsAlone);
    }

    @Test
    void codesAreReadBack() {
        for (Route.Sends sends : Route.Sends.values()) {
            assertThat(Route.Sends.parse(sends.code())).isEqualTo(sends);
        }
        assertThat(List.of(Route.Sends.values()))
                .extracting(Route.Sends::code)
                .containsExactly("all", "first", "unchanged");
        for (Route.Origin origin : Route.Origin.values()) {
            assertThat(Route.Origin.parse(origin.code())).isEqualTo(origin);
        }
        for (Unlisted unlisted : Unlisted.values()) {
            assertThat(Unlisted.parse(unlisted.code())).isEqualTo(unlisted);
        }
    }

    @Test
    void aRouteFitsWhereAllItsEndsAreLines() {
        Crosswalk crosswalk = Crosswalk.propose(KIT, LIBRARY);
        assertThat(crosswalk.fits(Route.chosen(Note.of(1), List.of()))).isTrue();
        assertThat(crosswalk.fits(Route.chosen(Note.of(1), List.of(Target.all(Note.of(36))))))
                .isTrue();
        assertThat(crosswalk.fits(Route.chosen(Note.of(1), List.of(Target.all(Note.of(36)), Target.all(Note.of(99))))))
                .isFalse();
    }

    /** GM Level 1 Sound Set: 35 to 81 are percussion, of which 36 is Bass Drum 1, 42 Closed Hi-Hat and 49 Crash 1. */
    @Test
    void anUnlistedNoteIsGuessedOnlyWhereTheMapIsLaidOutAsGeneralMidi() {
        NoteMap most = map("Most", "36 kick", "38 snare", "60 crash.1");
        NoteMap half = map("Half", "36 kick", "60 crash.1");
        NoteMap all = GeneralMidi.level1().withName("All of it");
        assertThat(new MapPair(most, all).guessedDistance(Note.of(42))).isPresent();
        assertThat(new MapPair(half, all).guessedDistance(Note.of(42))).isEmpty();
        assertThat(new MapPair(most, half).guessedDistance(Note.of(42)))
                .as("the target has no such line")
                .isEmpty();
        assertThat(MapPair.guess(Note.of(49))).contains(Sound.parse("crash.1"));
        assertThat(MapPair.guess(Note.of(5))).isEmpty();
    }

    @Test
    void distancesAreThoseOfTheirSounds() {
        MapPair pair = new MapPair(KIT, LIBRARY);
        for (int round = 0; round < 2; round++) {
            KIT.firstLines()
                    .forEach(from -> LIBRARY.firstLines()
                            .forEach(to -> assertThat(pair.distance(from.note(), to.note()))
                                    .isEqualTo(from.sound().distanceTo(to.sound()))));
        }
        assertThatThrownBy(() -> pair.distance(Note.of(30), Note.of(99)))
                .hasMessage("\"Library\" has no line on note 99.");
        assertThat(pair.isOne()).isFalse();
        assertThat(new MapPair(KIT, KIT).isOne()).isTrue();
    }

    @Test
    void otherWaysSayWhatTheyWouldCost() {
        Crosswalk crosswalk = Crosswalk.propose(KIT, LIBRARY);
        List<Crosswalk.OtherWay> ways = crosswalk.otherWays(Note.of(54));
        assertThat(ways).isNotEmpty().allSatisfy(way -> {
            assertThat(way.silentHits()).isEqualTo(way.extra() / Crosswalk.OtherWay.SILENT_STROKE);
            assertThat(way.because()).isNotBlank();
        });
        assertThat(ways).extracting(Crosswalk.OtherWay::extra).isSorted();
        assertThat(crosswalk.otherLines(Note.of(54)))
                .containsExactlyElementsOf(
                        ways.stream().flatMap(way -> way.line().stream()).toList());
        assertThat(crosswalk.otherWays(Note.of(1))).isEmpty();
        assertThat(crosswalk.gap()).isZero();
    }
}
