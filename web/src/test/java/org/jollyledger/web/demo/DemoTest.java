package org.jollyledger.web.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.Discrepancy;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Reconciler;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.ClassPathResource;

class DemoTest {
    private static NoteMap map(String name) throws Exception {
        return NoteMapJson.read(text("maps/" + name + ".json"));
    }

    private static String text(String path) throws Exception {
        return new String(new ClassPathResource("demo/" + path).getContentAsByteArray(), StandardCharsets.UTF_8);
    }

    private static Statement convert(String cue, String from, String to) throws Exception {
        NoteMap source = map(from);
        Part part = DrumChannel.find(MidiFile.read(CueBook.cues().get(cue)), source.channel())
                .part();
        return Conversion.of(part, Crosswalk.propose(source, map(to), part)).statement();
    }

    @Test
    void theStoredCuesAreWhatTheCueBookPlays() throws Exception {
        for (Map.Entry<String, byte[]> cue : CueBook.cues().entrySet()) {
            assertThat(new ClassPathResource("demo/cues/" + cue.getKey()).getContentAsByteArray())
                    .as(cue.getKey())
                    .isEqualTo(cue.getValue());
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "quayside-oak",
                "tin-parade",
                "candle-brushes",
                "otterbrook-e7",
                "pebbledash-16",
                "lamplighter-box-parlour",
                "lamplighter-box-street",
                "lamplighter-box-night"
            })
    void everyMapReadsAndHasShortNamesThatFit(String name) throws Exception {
        NoteMap map = map(name);
        assertThat(map.lines()).extracting(Line::note).doesNotHaveDuplicates();
        assertThat(map.lines())
                .extracting(Line::shortName)
                .doesNotHaveDuplicates()
                .allSatisfy(shortName -> assertThat(shortName.length()).isLessThanOrEqualTo(Line.WANTED_SHORT_NAME));
    }

    /** Each cue on the map it was written for: how many bars and hits it has, and how many hits no line knows. */
    @ParameterizedTest
    @CsvSource({
        "Harbour Overture.mid, quayside-oak, 16, 0",
        "Clockmaker's Waltz.mid, candle-brushes, 24, 0",
        "Storm at Sea.mid, quayside-oak, 32, 1",
        "The Tightrope.mid, quayside-oak, 8, 0",
        "Puppets' March.mid, otterbrook-e7, 16, 0",
        "Lamplighter's Round.mid, pebbledash-16, 12, 0"
    })
    void everyCuePlaysOnItsOwnMap(String cue, String name, long bars, int unlisted) throws Exception {
        Statement statement = convert(cue, name, name);
        Part part = statement.part();
        assertThat(statement.totals().unlisted()).isEqualTo(unlisted);
        assertThat(part.place(part.hitCount() - 1).bar()).isEqualTo(bars);
    }

    /** What each cue is there to show going wrong. */
    @Test
    void theCuesShowWhatGoesWrong() throws Exception {
        Statement fill = convert("Storm at Sea.mid", "quayside-oak", "lamplighter-box-night");
        assertThat(Losses.of(fill))
                .as("four toms become two")
                .extracting(loss -> loss.key().kind())
                .contains(Losses.Kind.FILL_ON_ONE_DRUM);
        assertThat(fill.losses()).as("choked crashes are left silent").anySatisfy(loss -> {
            assertThat(loss.entry()).isEqualTo(Statement.Entry.SILENT);
            assertThat(loss.note()).isEqualTo(Note.of(77));
        });
        Statement round = convert("Lamplighter's Round.mid", "pebbledash-16", "candle-brushes");
        assertThat(round.totals().silent())
                .as("tambourine, shaker and wood block play nothing")
                .isPositive();
    }

    /** What docs/demo.md tells of the unlucky drummer. */
    @Test
    void rainOnTheTentHasEachKindOfDiscrepancy() throws Exception {
        NoteMap kit = map("otterbrook-e7");
        NoteMap pads = map("barley-row");
        Part part = DrumChannel.find(MidiFile.read(CueBook.cues().get("Rain on the Tent.mid")), kit.channel())
                .part();
        assertThat(kinds(Reconciler.of(kit, Optional.empty(), Figures.USUAL), part))
                .containsExactlyInAnyOrder(
                        DiscrepancyKind.STRUCK_TWICE,
                        DiscrepancyKind.SILENT,
                        DiscrepancyKind.KEY_SWITCH,
                        DiscrepancyKind.CROSSTALK,
                        DiscrepancyKind.CHOKE_ALONE,
                        DiscrepancyKind.HANGING,
                        DiscrepancyKind.NO_LENGTH,
                        DiscrepancyKind.CHOKE_ELSEWHERE,
                        DiscrepancyKind.OVERLAP,
                        DiscrepancyKind.HELD,
                        DiscrepancyKind.PEDAL_FLOOD,
                        DiscrepancyKind.STRAY_CHANNEL);
        assertThat(kinds(Reconciler.of(map("tin-parade"), Optional.of(kit), Figures.USUAL), part))
                .contains(DiscrepancyKind.OTHER_LAYOUT, DiscrepancyKind.OTHER_SOUND);
        Crosswalk usual = CrosswalkJson.read(text("crosswalks/otterbrook-e7-to-barley-row.json"))
                .between(kit, pads)
                .crosswalk();
        assertThat(kinds(Reconciler.of(pads, Optional.of(kit), Figures.USUAL).through(usual), part))
                .contains(
                        DiscrepancyKind.CHOKE_FORM,
                        DiscrepancyKind.HAT_FORM,
                        DiscrepancyKind.HAT_CONTRADICTION,
                        DiscrepancyKind.GHOST_LAYER,
                        DiscrepancyKind.SHARED_NOTE);
    }

    private static Set<DiscrepancyKind> kinds(Reconciler reconciler, Part part) {
        return reconciler.look(part).discrepancies().stream()
                .map(Discrepancy::kind)
                .collect(Collectors.toSet());
    }

    /** The large library onto the small one, without a manual change. */
    @Test
    void theProposalKeepsTheCrashesApartAndTheFillFalling() throws Exception {
        Statement overture = convert("Harbour Overture.mid", "quayside-oak", "tin-parade");
        assertThat(overture.totals().silent()).isZero();
        assertThat(overture.losses())
                .filteredOn(loss -> loss.entry() == Statement.Entry.FOLDED)
                .as("only three cymbals at once, onto two, fold one")
                .extracting(loss -> loss.place().words())
                .containsExactly("bar 16, beat 1");
        assertThat(Losses.of(overture)).extracting(loss -> loss.key().kind()).doesNotContain(Losses.Kind.FILL_TURNED);
        assertThat(ends(overture, 44, 47, 50, 53))
                .isEqualTo(List.of("tom.1.head", "tom.2.head", "tom.3.head", "tom.3.head"));
        assertThat(ends(overture, 75, 78)).doesNotHaveDuplicates();
        Statement storm = convert("Storm at Sea.mid", "quayside-oak", "tin-parade");
        assertThat(storm.totals().folded()).isZero();
        assertThat(Losses.of(storm)).extracting(loss -> loss.key().kind()).doesNotContain(Losses.Kind.FILL_TURNED);
    }

    private static List<String> ends(Statement statement, int... notes) {
        return IntStream.of(notes)
                .mapToObj(note -> statement.crosswalk().routeFrom(Note.of(note)).orElseThrow())
                .map(route -> route.targets().get(0).note())
                .map(note -> statement
                        .crosswalk()
                        .target()
                        .lineAt(note)
                        .orElseThrow()
                        .sound()
                        .code())
                .toList();
    }
}
