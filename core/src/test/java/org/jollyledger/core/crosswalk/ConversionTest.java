package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Hex;
import org.jollyledger.core.support.RandomMaps;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.Strays;
import org.junit.jupiter.api.Test;

class ConversionTest {
    private static final NoteMap GM = GeneralMidi.level1();
    /** One kick, one snare, one crash: everything else folds, goes silent or is substituted. */
    private static final NoteMap SMALL = map(OptionalInt.of(10), "60 kick", "61 snare", "62 crash.1");

    private static final Crosswalk TO_SMALL = Crosswalk.propose(GM, SMALL);

    /** The same sounds on other notes. */
    private static final NoteMap OTHER = new NoteMap(
            "Other",
            "",
            MapKind.LIBRARY,
            OctaveConvention.C4,
            GM.channel(),
            ChokeExpression.NOTE,
            OpennessExpression.NOTES,
            GM.lines().stream()
                    .map(line -> new Line(
                            Note.of((line.note().number() * 5) % 128),
                            line.name(),
                            line.shortName(),
                            line.sound(),
                            Optional.empty(),
                            ""))
                    .toList(),
            "");

    private static final Crosswalk TO_OTHER = Crosswalk.propose(GM, OTHER);
    private static final Crosswalk FROM_OTHER = Crosswalk.propose(OTHER, GM);

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    private static NoteMap map(OptionalInt channel, String... lines) {
        List<Line> list = new ArrayList<>();
        for (String line : lines) {
            String[] parts = line.split(" ");
            list.add(Line.of(Integer.parseInt(parts[0]), parts[1], Sound.parse(parts[1])));
        }
        return new NoteMap(
                "Small",
                "",
                MapKind.LIBRARY,
                OctaveConvention.C3,
                channel,
                ChokeExpression.NOTE,
                OpennessExpression.NOTES,
                list,
                "");
    }

    private static Conversion convert(byte[] bytes, Crosswalk crosswalk) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        return Conversion.of(
                DrumChannel.find(file, crosswalk.source().channel()).part(), crosswalk);
    }

    @Property
    void theStatementBalancesForAnyPartAnyMapsAnyRoutes(
            @ForAll("files") byte[] bytes, @ForAll("crosswalks") Crosswalk crosswalk) throws Exception {
        Statement statement = convert(bytes, crosswalk).statement();
        assertThat(statement.balances()).isTrue();
        int[] sums = new int[11];
        for (Statement.LineAccount account : statement.lines()) {
            assertThat(account.totals().balances()).isTrue();
            addTo(sums, account.totals());
        }
        int[] totals = new int[11];
        addTo(totals, statement.totals());
        assertThat(sums).isEqualTo(totals);
        Map<Entry, Integer> named = new HashMap<>();
        statement.losses().forEach(loss -> named.merge(loss.entry(), 1, Integer::sum));
        assertThat(named.getOrDefault(Entry.FOLDED, 0))
                .isEqualTo(statement.totals().folded());
        assertThat(named.getOrDefault(Entry.SILENT, 0))
                .isEqualTo(statement.totals().silent());
    }

    private static void addTo(int[] sums, Totals totals) {
        int[] values = {
            totals.hitsIn(),
            totals.carried(),
            totals.substituted(),
            totals.layered(),
            totals.folded(),
            totals.silent(),
            totals.unlisted(),
            totals.passed(),
            totals.formed(),
            totals.putIn(),
            totals.hitsOut()
        };
        for (int i = 0; i < values.length; i++) {
            sums[i] += values[i];
        }
    }

    /** The statement's hits out are the hits that a reader finds in the file that came out. */
    @Property
    void theFileHoldsTheHitsTheStatementSays(@ForAll("files") byte[] bytes, @ForAll("crosswalks") Crosswalk crosswalk)
            throws Exception {
        Conversion conversion = convert(bytes, crosswalk);
        MidiFile before = MidiFile.read(bytes);
        MidiFile after = MidiFile.read(conversion.bytes());
        assertThat(after.damages()).isEmpty();
        int untouched = Part.of(before, Channels.ALL).hitCount()
                - conversion.statement().totals().hitsIn();
        assertThat(Part.of(after, Channels.ALL).hitCount() - untouched)
                .isEqualTo(conversion.statement().totals().hitsOut());
    }

    @Property
    void whatIsNoHitOnTheChannelsStaysAsItWas(@ForAll("files") byte[] bytes, @ForAll("crosswalks") Crosswalk crosswalk)
            throws Exception {
        Conversion conversion = convert(bytes, crosswalk);
        List<String> after = othersThanNotes(conversion.bytes());
        List<String> before = othersThanNotes(bytes);
        boolean endsLater = crosswalk.target().chokes().form() == ChokeExpression.Form.RELEASE
                || crosswalk.routes().stream()
                        .flatMap(route -> route.targets().stream())
                        .anyMatch(target -> target.length().isPresent())
                || conversion.statement().forms().changed() > 0;
        if (endsLater) {
            // A fixed length, a cymbal that must ring, or a choke in another form may reach behind the end of a track,
            // which then comes later.
            List<Long> ends = takeEnds(before);
            List<Long> later = takeEnds(after);
            assertThat(later).hasSameSizeAs(ends);
            for (int track = 0; track < ends.size(); track++) {
                assertThat(later.get(track)).isGreaterThanOrEqualTo(ends.get(track));
            }
        }
        assertThat(after).isEqualTo(before);
    }

    /** Takes the ends of the tracks out of the lines; their ticks. */
    private static List<Long> takeEnds(List<String> lines) {
        List<String> ends =
                lines.stream().filter(line -> line.endsWith(" ff2f")).toList();
        lines.removeAll(ends);
        return ends.stream().map(line -> Long.valueOf(line.split(" ")[1])).toList();
    }

    private static List<String> othersThanNotes(byte[] bytes) throws Exception {
        return Events.read(MidiFile.read(bytes)).stream()
                .filter(line -> !line.matches("\\d+ \\d+ [89a].*"))
                .collect(Collectors.toCollection(ArrayList::new));
    }

    @Property
    void aMapOntoItselfGivesBackTheSameBytes(@ForAll("files") byte[] bytes, @ForAll("maps") NoteMap map)
            throws Exception {
        Conversion conversion = convert(bytes, Crosswalk.propose(map, map));
        assertThat(conversion.bytes()).isEqualTo(bytes);
        Totals totals = conversion.statement().totals();
        assertThat(totals.carried() + totals.unlisted()).isEqualTo(totals.hitsIn());
    }

    /** Two layouts of the same sounds on other notes: there and back again is the same file. */
    @Property
    void thereAndBackBetweenMapsOfTheSameSoundsIsLossless(@ForAll("files") byte[] bytes) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.only(10));
        Assume.that(!Strays.standWhereHitsLand(part, TO_OTHER));
        Conversion there = Conversion.of(part, TO_OTHER);
        assertThat(there.statement().totals().carried()).isEqualTo(part.hitCount());
        Part converted = Part.of(MidiFile.read(there.bytes()), Channels.only(10));
        assertThat(Conversion.of(converted, FROM_OTHER).bytes()).isEqualTo(bytes);
    }

    /** After a conversion no two hits share note and moment, unless they did so on one line before. */
    @Property
    void hitsOfDifferentLinesThatMeetFoldIntoOne(@ForAll("files") byte[] bytes) throws Exception {
        Crosswalk crosswalk = TO_SMALL;
        MidiFile file = MidiFile.read(bytes);
        Part before = Part.of(file, Channels.only(10));
        Part after = Part.of(MidiFile.read(Conversion.of(before, crosswalk).bytes()), Channels.only(10));
        boolean apart = file.format() == 2;
        if (moments(before, apart).size() == before.hitCount()) {
            assertThat(moments(after, apart)).hasSize(after.hitCount());
        }
    }

    private static Set<List<Long>> moments(Part part, boolean tracksApart) {
        Set<List<Long>> moments = new HashSet<>();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            moments.add(List.of(part.tick(hit), (long) part.note(hit), tracksApart ? part.track(hit) : 0L));
        }
        return moments;
    }

    /** Two crashes on one downbeat onto a map with one: the louder stays, with its own end; the other is named. */
    @Test
    void foldingKeepsTheLouderWithItsOwnEnd() throws Exception {
        byte[] bytes = Hex.file(0, "00993150 00993964 30893100 30893900 00FF2F00");
        Conversion conversion = convert(bytes, TO_SMALL);
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly("0 0 993e64", "0 96 893e00", "0 96 ff2f");
        assertThat(conversion.statement().totals()).isEqualTo(new Totals(2, 1, 1, 0, 1, 0, 0, 0, 0, 0));
        Loss loss = conversion.statement().losses().get(0);
        assertThat(loss.entry()).isEqualTo(Entry.FOLDED);
        assertThat(loss.note()).isEqualTo(Note.of(49));
        assertThat(loss.landed()).contains(Note.of(62));
        assertThat(loss.place().words()).isEqualTo("bar 1, beat 1");
    }

    @Test
    void hitsAcrossTracksThatPlayTogetherFoldToo() throws Exception {
        byte[] bytes = Hex.file(1, "60993150 30893100 00FF2F00", "60993964 30893900 00FF2F00");
        Conversion conversion = convert(bytes, TO_SMALL);
        assertThat(conversion.statement().totals().folded()).isOne();
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly("0 144 ff2f", "1 96 993e64", "1 144 893e00", "1 144 ff2f");
    }

    /** Common practice: a second layer that joins only the loudest strokes starts at 115. */
    @Test
    void aLayerJoinsTheVelocitiesItsRangeHolds() throws Exception {
        NoteMap target = map(OptionalInt.of(10), "60 snare", "61 snare.2");
        Crosswalk crosswalk = Crosswalk.propose(map(OptionalInt.of(10), "38 snare"), target)
                .with(Route.chosen(
                        Note.of(38),
                        List.of(Target.all(Note.of(60)), new Target(Note.of(61), new VelocityRange(115, 127)))));
        byte[] bytes = Hex.file(0, "00992672 10992600 00992673 10992600 00FF2F00");
        Conversion conversion = convert(bytes, crosswalk);
        assertThat(conversion.statement().totals()).isEqualTo(new Totals(2, 2, 0, 1, 0, 0, 0, 0, 0, 0));
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly(
                        "0 0 993c72",
                        "0 16 993c00",
                        "0 16 993c73",
                        "0 16 993d73",
                        "0 32 993c00",
                        "0 32 993d00",
                        "0 32 ff2f");
    }

    /** Two lines on one note: the end of the first would be behind the beginning of the second and cut it off. */
    @Test
    void anEndAtTheSameMomentIsPutBeforeTheNextBeginning() throws Exception {
        byte[] bytes = Hex.file(0, "00992440 30992340 00892400 30892300 00FF2F00");
        NoteMap oneKick = map(OptionalInt.of(10), "60 kick");
        Conversion conversion = convert(bytes, Crosswalk.propose(GM, oneKick));
        Part part = Part.of(MidiFile.read(conversion.bytes()), Channels.only(10));
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly("0 0 993c40", "0 48 893c00", "0 48 993c40", "0 96 893c00", "0 96 ff2f");
        assertThat(part.endTick(0)).isEqualTo(48);
        assertThat(part.endTick(1)).isEqualTo(96);
    }

    @Test
    void silentHitsGoAndUnlistedHitsPass() throws Exception {
        byte[] bytes = Hex.file(0, "00992640 0A992600 56994740 0A994700 56991540 0A991500 00FF2F00");
        Conversion conversion = convert(bytes, TO_SMALL);
        assertThat(conversion.statement().totals()).isEqualTo(new Totals(3, 1, 0, 0, 0, 1, 1, 0, 0, 0));
        assertThat(conversion.statement().losses()).singleElement().satisfies(loss -> {
            assertThat(loss.entry()).isEqualTo(Entry.SILENT);
            assertThat(loss.place().words()).isEqualTo("bar 1, beat 2");
            assertThat(loss.landed()).isEmpty();
        });
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly("0 0 993d40", "0 10 993d00", "0 192 991540", "0 202 991500", "0 202 ff2f");
    }

    /** A part on channel 1 for a map that says 10: read all the same, and put where the target listens. */
    @Test
    void aPartOnAnotherChannelThanItsMapComesOutWhereTheTargetListens() throws Exception {
        byte[] bytes = Hex.file(0, "00902440 0A902400 00FF2F00");
        Conversion conversion = convert(bytes, TO_SMALL);
        assertThat(conversion.channels()).isEqualTo(Channels.only(10));
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly("0 0 993c40", "0 10 993c00", "0 10 ff2f");
        assertThat(convert(bytes, Crosswalk.propose(GM, GM)).bytes()).isEqualTo(bytes);
    }

    @Test
    void hitsMoveToTheChannelOfTheTargetAndPressureGoesWithThem() throws Exception {
        byte[] bytes = Hex.file(0, "00903140 0AA0317F 0A903100 00B00440 00FF2F00");
        NoteMap pads = map(OptionalInt.empty(), "49 crash.1");
        Conversion conversion = convert(bytes, Crosswalk.propose(pads, SMALL));
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly("0 0 993e40", "0 10 a93e7f", "0 20 993e00", "0 20 b00440", "0 20 ff2f");
    }
}
