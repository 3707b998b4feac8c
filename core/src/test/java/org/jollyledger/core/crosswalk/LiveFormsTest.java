package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.KIT;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.LIBRARY;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.between;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.map;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.run;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import org.junit.jupiter.api.Test;

/**
 * What goes out for what a player does, message by message, in milliseconds: strikes, grabs, pedals and routes of all
 * shapes. How instruments say chokes and openness is common practice.
 */
class LiveFormsTest {
    static final NoteMap BY_RELEASE =
            map("By release", "24 kick", "40 crash.1", "41 crash.2").withChokes(ChokeExpression.RELEASE);
    static final NoteMap STRUCK = map("Struck", "70 kick", "71 crash.1", "72 crash.1.struck-choke", "73 crash.2");
    static final NoteMap FIRM =
            map("Firm", "31 kick", "55 crash.1").withChokes(new ChokeExpression(ChokeExpression.Form.PRESSURE, 64));
    private static final NoteMap PEDAL = map("Pedal", "47 hihat.pedal").withOpenness(OpennessExpression.CONTROLLER);
    private static final NoteMap FEET =
            map("Feet", "42 hihat.closed", "46 hihat.open", "44 hihat.pedal-close", "45 hihat.pedal-splash");

    private static final NoteMap PADS = map("Pads", "1 kick", "2 snare", "3 crash.1");
    private static final NoteMap BIG = map("Big", "60 kick", "61 snare", "62 snare.rim-shot", "63 crash.1");
    private static final Note SNARE = Note.of(2);
    private static final Target SOFT = new Target(Note.of(61), new VelocityRange(1, 80));
    private static final Target LOUD = new Target(Note.of(62), new VelocityRange(60, 127))
            .withCurve(VelocityCurve.fixed(99))
            .withChannel(OptionalInt.of(3))
            .withLength(Optional.of(NoteLength.ofQuarters(0.5)));

    private static final PlayedInput STEADY = new PlayedInput(
            new TreeMap<>(), Optional.empty(), Optional.of(new Splash(300, 33)), Optional.of(new Steady(50, 100)));

    private static List<String> texts(List<TimedMessage> messages) {
        return messages.stream().map(LiveTranslatorTest::text).toList();
    }

    private static LiveTranslator by(NoteMap from, NoteMap to, Route... routes) {
        return LiveTranslator.by(
                Crosswalk.propose(from, to).with(List.of(routes)).table());
    }

    // Strokes that meet

    @Test
    void aStrokeThatMeetsOthersIsLeftOutUnlessItIsTheLoudest() {
        Target snare = Target.all(Note.of(61));
        LiveTranslator live = by(
                PADS,
                BIG,
                Route.chosen(Note.of(1), List.of(snare)),
                Route.chosen(SNARE, List.of(snare)),
                Route.chosen(Note.of(3), List.of(snare)));
        assertThat(run(live, "0 99 1 80", "0 99 1 60", "0 99 2 70", "0 99 1 75", "0 99 3 90", "0 99 2 85", "0 99 3 89"))
                .as("two of one note stay two, until another note meets them")
                .containsExactly("0 99 61 80", "0 99 61 60", "0 99 61 90");
        assertThat(run(live, "500 99 1 20", "500 99 2 20", "501 99 2 10"))
                .containsExactly("500 99 61 20", "501 99 61 10");
    }

    // Chokes

    @Test
    void aGrabEndsTheStrokeWhereReleasingStopsIt() {
        assertThat(run(
                        between(LIBRARY, BY_RELEASE),
                        "0 99 49 100",
                        "50 89 49 64",
                        "500 99 50 90",
                        "550 89 50 64",
                        "600 99 50 90",
                        "650 89 50 64"))
                .as("a second grab finds nothing that rings")
                .containsExactly("0 99 40 100", "500 89 40 64");
    }

    @Test
    void lettingGoBecomesANoteOrPressureWhereItStopsNothing() {
        String[] played = {"0 99 40 100", "700 89 40 64", "2000 99 24 80"};
        assertThat(run(between(BY_RELEASE, LIBRARY), played))
                .containsExactly("0 99 49 100", "700 89 49 64", "700 99 50 100", "760 89 50 64", "2000 99 36 80");
        assertThat(run(between(BY_RELEASE, KIT), played))
                .containsExactly("0 99 54 100", "700 89 54 64", "700 a9 54 100", "760 a9 54 0", "2000 99 30 80");
        assertThat(run(between(BY_RELEASE, BY_RELEASE.withName("Other")), played))
                .containsExactlyElementsOf(List.of(played).stream()
                        .map(text -> text.toLowerCase(Locale.ROOT))
                        .toList());
        assertThat(run(between(BY_RELEASE, STRUCK), played))
                .as("a choke that is a stroke is not put in: the end of the note says it")
                .containsExactly("0 99 71 100", "700 89 71 64", "2000 99 70 80");
    }

    @Test
    void onlyTheStrokeThatRingsIsStopped() {
        assertThat(run(
                        between(BY_RELEASE, LIBRARY),
                        "0 99 40 100",
                        "300 99 40 90",
                        "500 89 40 64",
                        "900 89 40 64",
                        "2000 99 24 80"))
                .as("the first end belongs to a stroke that another one has followed")
                .containsExactly(
                        "0 99 49 100",
                        "300 99 49 90",
                        "500 89 49 64",
                        "900 89 49 64",
                        "900 99 50 90",
                        "960 89 50 64",
                        "2000 99 36 80");
        assertThat(run(between(BY_RELEASE, LIBRARY), "0 99 40 100", "20000 89 40 64"))
                .as("it has died away")
                .containsExactly("0 99 49 100", "20000 89 49 64");
    }

    @Test
    void pressureThatStopsNothingIsPassedOn() {
        assertThat(run(between(KIT, LIBRARY), "0 99 54 100", "50 89 54 64", "20000 A9 54 90"))
                .as("it has died away")
                .containsExactly("0 99 49 100", "50 89 49 64", "20000 a9 49 90");
        assertThat(run(between(KIT, LIBRARY), "0 99 54 100", "0 A9 54 90"))
                .as("nothing rings before it is struck")
                .containsExactly("0 99 49 100", "0 a9 49 90");
        assertThat(run(between(KIT, STRUCK), "0 99 54 100", "50 89 54 64", "500 A9 54 90", "600 A9 54 0"))
                .as("a stroke cannot say what is no stroke")
                .containsExactly("0 99 71 100", "50 89 71 64");
    }

    @Test
    void pressureCountsFromAValueOn() {
        assertThat(run(
                        between(FIRM, LIBRARY),
                        "0 99 55 100",
                        "100 A9 55 63",
                        "120 A9 55 64",
                        "130 A9 55 20",
                        "140 A9 55 0",
                        "150 A9 55 20",
                        "300 99 55 80",
                        "310 A9 55 64",
                        "320 A9 55 0",
                        "330 A9 55 70"))
                .as("one grab is one until it is let go; then nothing rings")
                .containsExactly(
                        "0 99 49 100",
                        "100 a9 49 63",
                        "120 99 50 64",
                        "150 a9 49 20",
                        "180 89 50 64",
                        "300 99 49 80",
                        "310 99 50 64",
                        "330 a9 49 70");
        assertThat(run(
                        between(KIT, FIRM),
                        "0 99 54 100",
                        "100 A9 54 20",
                        "120 A9 54 30",
                        "140 A9 54 0",
                        "150 A9 54 20",
                        "200 89 54 0"))
                .as("a grab is as firm as it has to be")
                .containsExactly(
                        "0 99 55 100", "100 a9 55 64", "120 a9 55 30", "140 a9 55 0", "150 a9 55 20", "200 89 55 0");
    }

    @Test
    void aStruckChokeIsAStrokeAndWhatStopsItALittleLater() {
        String[] played = {"0 99 71 100", "50 89 71 64", "500 99 72 90", "550 89 72 64", "2000 99 70 80"};
        assertThat(run(between(STRUCK, LIBRARY), played))
                .containsExactly(
                        "0 99 49 100",
                        "50 89 49 64",
                        "500 99 49 90",
                        "550 89 49 64",
                        "600 99 50 90",
                        "660 89 50 64",
                        "2000 99 36 80");
        assertThat(run(between(STRUCK, KIT), played))
                .containsExactly(
                        "0 99 54 100",
                        "50 89 54 64",
                        "500 99 54 90",
                        "550 89 54 64",
                        "600 a9 54 90",
                        "660 a9 54 0",
                        "2000 99 30 80");
        assertThat(run(between(STRUCK, BY_RELEASE), played))
                .as("the earlier stroke rings on until the note is struck anew")
                .containsExactly("0 99 40 100", "500 89 40 64", "500 99 40 90", "600 89 40 64", "2000 99 24 80");
        assertThat(run(between(STRUCK, STRUCK.withName("Other")), played))
                .containsExactly("0 99 71 100", "50 89 71 64", "500 99 72 90", "550 89 72 64", "2000 99 70 80");
    }

    @Test
    void aTailWithoutAStrokeIsSilentOrGoesItsWay() {
        assertThat(run(between(LIBRARY, STRUCK), "0 99 49 100", "50 89 49 64", "500 99 50 90", "550 89 50 64"))
                .as("no stroke is put in for what is none")
                .containsExactly("0 99 71 100", "50 89 71 64");
        String[] played = {"0 99 49 100", "50 89 49 64", "500 99 50 90", "550 89 50 64", "600 99 50 80", "650 89 50 0"};
        assertThat(run(between(LIBRARY, LIBRARY.withName("Other")), played)).containsExactly(played);
        assertThat(run(
                        between(LIBRARY, KIT),
                        "0 99 50 80",
                        "50 89 50 0",
                        "100 99 49 100",
                        "150 99 50 90",
                        "160 99 50 95",
                        "170 89 50 64",
                        "180 89 50 64"))
                .as("pressure is held until the note of the grab ends")
                .containsExactly("100 99 54 100", "150 a9 54 90", "170 a9 54 0");
    }

    @Test
    void aCymbalThatIsNotReleasedStopsByItself() {
        assertThat(run(
                        between(KIT, BY_RELEASE),
                        "0 99 54 100",
                        "10 89 54 0",
                        "9000 99 54 50",
                        "9010 89 54 0",
                        "25000 99 30 1"))
                .containsExactly("0 99 40 100", "9000 89 40 64", "9000 99 40 50", "18000 89 40 64", "25000 99 24 1");
    }

    // Hats and feet

    @Test
    void aFootThatLetsGoAtOnceSplashes() {
        assertThat(run(
                        between(PEDAL, FEET),
                        "0 B9 4 0",
                        "500 B9 4 127",
                        "600 B9 4 0",
                        "1000 B9 4 127",
                        "1200 B9 4 0",
                        "3000 B9 4 0",
                        "3020 99 47 90",
                        "3040 B9 4 127",
                        "5000 B9 4 0",
                        "5100 B9 4 100",
                        "5400 B9 4 127",
                        "6000 B9 4 0",
                        "6010 B9 4 100",
                        "6200 B9 4 127"))
                .as("a stroke hides the foot at 3040, and the one at 5400 is too slow to be heard")
                .containsExactly(
                        "500 99 44 100",
                        "560 89 44 64",
                        "600 99 45 100",
                        "660 89 45 64",
                        "1000 99 44 100",
                        "1060 89 44 64",
                        "3020 99 46 90",
                        "6200 99 44 47");
    }

    @Test
    void aKitSaysItselfWhenItsFootSplashesAndHowLoud() {
        LiveTranslator live = LiveTranslator.by(Crosswalk.propose(PEDAL, FEET).table(), STEADY);
        assertThat(run(live, "0 B9 4 0", "500 B9 4 127", "799 B9 4 0", "1500 B9 4 127", "1801 B9 4 0"))
                .containsExactly(
                        "500 99 44 100",
                        "560 89 44 64",
                        "799 99 45 33",
                        "859 89 45 64",
                        "1500 99 44 100",
                        "1560 89 44 64");
    }

    @Test
    void theOpennessOfANoteMovesTheOtherPedal() {
        NoteMap notes = map("Notes", "42 hihat.closed", "46 hihat.open", "44 hihat.half");
        assertThat(run(
                        between(notes, KIT),
                        "0 99 46 90",
                        "10 99 46 90",
                        "20 99 42 90",
                        "30 B9 4 5",
                        "35 B9 7 5",
                        "40 99 44 90",
                        "50 98 46 70"))
                .as("only when it stands elsewhere; a pedal that comes in would be in its way")
                .containsExactly(
                        "0 b9 4 8",
                        "0 99 48 90",
                        "10 99 48 90",
                        "20 b9 4 120",
                        "20 99 48 90",
                        "35 b9 7 5",
                        "40 b9 4 64",
                        "40 99 48 90",
                        "50 b8 4 8",
                        "50 98 48 70");
    }

    @Test
    void whatWaitsForTheEndOfAShockComesBeforeAStop() {
        LiveTranslator live = LiveTranslator.by(
                Crosswalk.propose(PEDAL, PEDAL.withName("Other")).table(), STEADY);
        assertThat(run(live, "0 B9 4 127", "1000 99 47 120", "1010 B9 4 0"))
                .containsExactly("0 b9 4 127", "1000 99 47 120");
        assertThat(texts(live.stop(1_020_000))).containsExactly("1020 b9 4 0", "1020 89 47 64", "1020 b9 120 0");
        assertThat(run(live, "1030 99 47 120", "2000 B9 4 127"))
                .as("open: nothing to hold")
                .containsExactly("1030 99 47 120", "2000 b9 4 127");
        assertThat(texts(live.change(
                        Crosswalk.propose(PEDAL, PEDAL.withName("Other")).table(), STEADY, 2_100_000)))
                .containsExactly("2100 89 47 64");
        assertThat(run(live, "2200 99 47 120", "2210 B9 4 3", "2300 99 47 9"))
                .as("that the pedal is closed is still known")
                .containsExactly("2200 99 47 120", "2250 b9 4 3", "2300 99 47 9");
    }

    // Routes

    @Test
    void layersSplitsCurvesChannelsAndLengthsAreAsTheRouteSays() {
        LiveTranslator live =
                by(PADS, BIG, new Route(SNARE, List.of(SOFT, LOUD), Route.Sends.TO_ALL, Route.Origin.CHOSEN));
        assertThat(run(
                        live,
                        "0 99 2 50",
                        "10 89 2 64",
                        "100 99 2 70",
                        "150 89 2 64",
                        "500 99 2 100",
                        "600 89 2 0",
                        "900 99 1 1",
                        "910 99 1 0"))
                .as("half a quarter at 120 beats a minute is 250 ms")
                .containsExactly(
                        "0 99 61 50",
                        "10 89 61 64",
                        "100 99 61 70",
                        "100 92 62 99",
                        "150 89 61 64",
                        "350 82 62 64",
                        "500 92 62 99",
                        "750 82 62 64",
                        "900 99 60 1",
                        "910 99 60 0");
        live.setQuarter(1_000_000);
        assertThat(run(live, "2000 99 2 127", "2100 99 2 127", "3000 99 1 5"))
                .as("struck anew before its end, it ends first")
                .containsExactly("2000 92 62 99", "2100 82 62 64", "2100 92 62 99", "2600 82 62 64", "3000 99 60 5");
        assertThat(live.advance(3_100_000)).isEmpty();
        assertThat(run(live, "9110 99 2 100")).containsExactly("9110 92 62 99");
        assertThat(texts(live.advance(9_610_000))).as("due by now").containsExactly("9610 82 62 64");
        assertThat(run(live, "9700 99 2 100")).containsExactly("9700 92 62 99");
        assertThat(texts(live.stop(9_800_000)))
                .as("each channel that was used is told")
                .containsExactlyInAnyOrder("9800 82 62 64", "9800 89 60 64", "9800 b2 120 0", "9800 b9 120 0");
        assertThat(live.stop(9_900_000)).isEmpty();
        assertThat(live.advance(99_000_000)).isEmpty();
    }

    @Test
    void theFirstTargetThatTakesAHitIsTheOnlyOne() {
        LiveTranslator live =
                by(PADS, BIG, new Route(SNARE, List.of(SOFT, LOUD), Route.Sends.TO_FIRST, Route.Origin.CHOSEN));
        assertThat(run(live, "0 99 2 50", "100 99 2 70", "500 99 2 100"))
                .containsExactly("0 99 61 50", "100 99 61 70", "500 92 62 99");
    }

    @Test
    void whatNoRouteTakesPassesOrIsSilent() {
        assertThat(run(
                        by(PADS, BIG, Route.unchanged(SNARE), Route.chosen(Note.of(3), List.of())),
                        "0 99 2 50",
                        "5 A9 2 10",
                        "10 89 2 1",
                        "20 99 3 50",
                        "25 A9 3 9",
                        "30 89 3 0",
                        "40 99 99 5",
                        "45 A9 99 7",
                        "50 89 99 0",
                        "55 A9 98 7",
                        "60 C9 5 0",
                        "61 E9 1 2",
                        "62 D9 3 0"))
                .containsExactly(
                        "0 99 2 50",
                        "5 a9 2 10",
                        "10 89 2 1",
                        "40 99 99 5",
                        "45 a9 99 7",
                        "50 89 99 0",
                        "55 a9 98 7",
                        "60 c9 5 0",
                        "61 e9 1 2",
                        "62 d9 3 0");
        assertThat(run(by(PADS, BIG, Route.chosen(SNARE, List.of(SOFT))), "0 A9 2 99", "10 99 2 81", "20 89 2 0"))
                .as("pressure on a note that was not struck goes where its loudest stroke would: nowhere here")
                .isEmpty();
        assertThat(run(by(PADS, BIG), "0 A9 2 99")).containsExactly("0 a9 61 99");
    }

    @Test
    void ofTwoThatMeetOnOneNoteTheSecondIsSentOnlyWhenItIsLouder() {
        LiveTranslator live = by(PADS, BIG, Route.chosen(SNARE, List.of(Target.all(Note.of(60)))));
        assertThat(run(
                        live,
                        "0 99 1 50",
                        "0 99 2 50",
                        "0 99 2 60",
                        "100 89 1 0",
                        "100 89 2 0",
                        "110 89 2 0",
                        "200 99 1 50",
                        "201 99 2 40"))
                .as("what was left out has no end either")
                .containsExactly(
                        "0 99 60 50", "0 99 60 60", "100 89 60 0", "110 89 60 0", "200 99 60 50", "201 99 60 40");
    }

    // Tables and stops in the middle

    @Test
    void anotherTableEndsWhatSoundsAndKnowsNothingOfIt() {
        LiveTranslator live = between(KIT, LIBRARY);
        assertThat(run(live, "0 99 54 100", "10 A9 54 80")).containsExactly("0 99 49 100", "10 99 50 80");
        assertThat(texts(live.change(Crosswalk.propose(LIBRARY, KIT).table(), PlayedInput.PLAIN, 500_000)))
                .containsExactly("70 89 50 64", "500 89 49 64");
        assertThat(run(live, "600 89 54 0", "700 99 50 90", "710 89 50 0"))
                .as("the end of a note from before, and a grab of a crash from before")
                .isEmpty();
        assertThat(run(live, "720 99 49 9", "730 99 50 8")).containsExactly("720 99 54 9", "730 a9 54 8");
        assertThat(texts(live.stop(800_000))).containsExactly("800 89 54 64", "800 a9 54 0", "800 b9 120 0");
        assertThat(run(live, "900 89 50 0", "950 99 50 8"))
                .as("nothing rings after a stop")
                .isEmpty();
    }
}
