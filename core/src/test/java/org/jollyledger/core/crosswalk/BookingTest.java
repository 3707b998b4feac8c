package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.core.support.SmallMaps.map;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.crosswalk.TranslationTable.Row;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundDistance;
import org.jollyledger.core.support.Hex;
import org.junit.jupiter.api.Test;

/** Against a plain account of the same: hit after hit, then moment after moment. */
class BookingTest {
    private static final int SOURCE = 36;
    private static final int TARGET = 39;
    private static final int[] CHANNELS = {1, 10, 16};
    private static final NoteMap SMALL = map(SOURCE, "kick", "snare", "tom.1", "tom.3");
    private static final NoteMap LARGE = map(TARGET, "kick", "snare", "tom.1", "cowbell", "snare.rim-shot");
    private static final MapPair MAPS = new MapPair(SMALL, LARGE);

    @Provide
    Arbitrary<Random> randoms() {
        return Arbitraries.randomValue(random -> new Random(random.nextLong()));
    }

    private static <T> T any(Random random, List<T> from) {
        return from.get(random.nextInt(from.size()));
    }

    /** Few notes at few moments on few channels, so that they meet. */
    private static Part part(Random random) throws Exception {
        int format = random.nextInt(3);
        String[] tracks = new String[format == 0 ? 1 : 1 + random.nextInt(3)];
        int channels = 1 + random.nextInt(CHANNELS.length);
        for (int track = 0; track < tracks.length; track++) {
            StringBuilder events = new StringBuilder();
            int strokes = random.nextInt(12);
            for (int i = 0; i < strokes; i++) {
                int channel = CHANNELS[random.nextInt(channels)] - 1;
                int note = SOURCE + random.nextInt(6);
                events.append(String.format(
                        "%02X9%X%02X%02X 018%X%02X40",
                        random.nextInt(3) == 0 ? 23 : 0, channel, note, 1 + random.nextInt(127), channel, note));
                // What ends behind its moment is followed by what begins at the next.
                if (random.nextInt(4) > 0) {
                    events.setLength(events.length() - "018X2440".length());
                }
            }
            tracks[track] = events + "17FF2F00";
        }
        int mask = 0;
        for (int channel : CHANNELS) {
            mask |= 1 << channel - 1;
        }
        return Part.of(MidiFile.read(Hex.file(format, tracks)), new Channels(mask));
    }

    private static Cell cell(Random random, int target) {
        boolean plain = random.nextBoolean();
        int from = plain ? 1 : 1 + random.nextInt(127);
        return new Cell(
                target,
                from,
                plain ? 127 : from + random.nextInt(128 - from),
                random.nextInt(3) > 0
                        ? Cell.STRAIGHT
                        : IntStream.range(0, 128)
                                .map(velocity -> velocity == 0 ? 0 : 1 + velocity / 2)
                                .boxed()
                                .toList(),
                random.nextInt(6) > 0 ? OptionalInt.empty() : OptionalInt.of(CHANNELS[random.nextInt(3)]),
                random.nextInt(6) > 0 ? Optional.empty() : Optional.of(NoteLength.ofQuarters(1)));
    }

    private static TranslationTable table(Random random) {
        List<Row> rows = new ArrayList<>();
        for (int note = SOURCE; note < SOURCE + 5; note++) {
            for (int on = 0; on < 3; on++) {
                if (random.nextInt(3) == 0) {
                    continue;
                }
                Route.Sends sends = any(random, List.of(Route.Sends.values()));
                LinkedHashSet<Integer> targets = new LinkedHashSet<>();
                int count = sends == Route.Sends.UNCHANGED ? 0 : random.nextInt(4);
                for (int i = 0; i < count; i++) {
                    targets.add(TARGET + random.nextInt(5));
                }
                rows.add(new Row(
                        on == 2 ? OptionalInt.empty() : OptionalInt.of(CHANNELS[on]),
                        note,
                        sends,
                        targets.stream().map(target -> cell(random, target)).toList()));
            }
        }
        return TranslationTable.of(
                rows,
                random.nextBoolean() ? OptionalInt.empty() : OptionalInt.of(10),
                any(random, List.of(TranslationTable.Unlisted.values())),
                KitChange.between(Kit.of(SMALL), Kit.of(LARGE)),
                List.of());
    }

    /** What sounds: where it comes from, and where it goes. */
    private record Output(int hit, int channel, int note, int velocity, Optional<NoteLength> length) {}

    /** What is said of a hit that is lost: how, which, and where it would have landed. */
    private record Lost(Entry entry, int hit, int landed) {}

    private static final class Account {
        final Map<Entry, Integer> entries = new HashMap<>();
        final List<Lost> lost = new ArrayList<>();
        final List<Output> outputs = new ArrayList<>();
        private final Part part;
        private final TranslationTable table;
        private final BitSet notes;
        /** Whether anything that sounds changes more than its note, and the channels of those that have their own. */
        private boolean shaped;

        private int channels;

        Account(Part part, TranslationTable table, BitSet notes) {
            this.notes = notes;
            this.part = part;
            this.table = table;
            for (int hit = 0; hit < part.hitCount(); hit++) {
                if (isTaken(hit)) {
                    take(hit);
                }
            }
            meetings().filter(this::isMixed).forEach(this::fold);
        }

        private void take(int hit) {
            Optional<Row> row = table.row(part.channel(hit), part.note(hit));
            boolean passes = row.map(found -> found.sends() == Route.Sends.UNCHANGED)
                    .orElse(table.unlisted() == TranslationTable.Unlisted.PASS);
            if (passes) {
                send(
                        hit,
                        row.isPresent() ? Entry.PASSED : Entry.UNLISTED,
                        Cell.of(Target.all(Note.of(part.note(hit)))));
                return;
            }
            int before = outputs.size();
            for (Cell cell : row.map(Row::cells).orElse(List.of())) {
                boolean first = outputs.size() == before;
                if (cell.takes(part.velocity(hit)) && (first || row.get().sends() == Route.Sends.TO_ALL)) {
                    send(hit, first ? entry(hit, cell) : Entry.LAYERED, cell);
                }
            }
            if (outputs.size() == before) {
                entries.merge(Entry.SILENT, 1, Integer::sum);
                lost.add(new Lost(Entry.SILENT, hit, Statement.Ledger.NOWHERE));
            }
        }

        private Entry entry(int hit, Cell cell) {
            if (SMALL.lineAt(Note.of(part.note(hit))).isEmpty()) {
                return Entry.SUBSTITUTED;
            }
            SoundDistance distance = MAPS.distance(Note.of(part.note(hit)), Note.of(cell.note()));
            if (distance.isFar()) {
                lost.add(new Lost(Entry.SUBSTITUTED, hit, cell.note()));
            }
            return distance.value() == 0 ? Entry.CARRIED : Entry.SUBSTITUTED;
        }

        private void send(int hit, Entry entry, Cell cell) {
            entries.merge(entry, 1, Integer::sum);
            outputs.add(new Output(
                    hit,
                    cell.channel().orElse(table.channel().orElse(part.channel(hit))),
                    cell.note(),
                    cell.curve().get(part.velocity(hit)),
                    cell.length()));
            shaped |= !cell.leavesHitsAlone();
            channels |= cell.channel().isPresent() ? 1 << cell.channel().getAsInt() - 1 : 0;
        }

        int count(Entry entry) {
            return entries.getOrDefault(entry, 0);
        }

        boolean isTaken(int hit) {
            return notes.get(part.note(hit));
        }

        /** What is on one note at one moment, in the order of the file. */
        private Stream<List<Output>> meetings() {
            Map<List<Object>, List<Output>> meetings = new LinkedHashMap<>();
            outputs.forEach(output -> meetings.computeIfAbsent(
                            List.of(
                                    part.tick(output.hit),
                                    part.file().format() == 2 ? part.track(output.hit) : 0,
                                    output.channel,
                                    output.note),
                            key -> new ArrayList<>())
                    .add(output));
            return List.copyOf(meetings.values()).stream();
        }

        private boolean isMixed(List<Output> meeting) {
            return meeting.stream()
                            .map(output -> part.channel(output.hit) + " " + part.note(output.hit))
                            .distinct()
                            .count()
                    > 1;
        }

        /** The loudest stays; of several the first. */
        private void fold(List<Output> meeting) {
            Output loudest = meeting.get(0);
            for (Output output : meeting) {
                loudest = output.velocity > loudest.velocity ? output : loudest;
            }
            for (Output output : meeting) {
                if (output != loudest) {
                    outputs.remove(output);
                    entries.merge(Entry.FOLDED, 1, Integer::sum);
                    lost.add(new Lost(Entry.FOLDED, output.hit, output.note));
                }
            }
        }
    }

    /** A target with a channel of its own brings the strokes of two channels together. */
    @Test
    void strokesOfTwoChannelsMeetOnTheChannelOfATarget() throws Exception {
        Part part = Part.of(
                MidiFile.read(Hex.file(0, "00902640 00992664 17802640 00892640 00FF2F00")), new Channels(1 | 1 << 9));
        Cell apart = Cell.of(Target.all(Note.of(TARGET)).withChannel(OptionalInt.of(3)));
        TranslationTable table = TranslationTable.of(
                List.of(new Row(OptionalInt.empty(), 38, Route.Sends.TO_ALL, List.of(apart))),
                OptionalInt.empty(),
                TranslationTable.Unlisted.PASS,
                KitChange.between(Kit.of(SMALL), Kit.of(LARGE)),
                List.of());
        Booking booking = Booking.of(part, new BookedRoutes(table, MAPS, new BitSet()));
        assertThat(booking.isGone(0)).isTrue();
        assertThat(booking.isGone(1)).isFalse();
        assertThat(booking.channel(1)).isEqualTo(3);
        assertThat(booking.channels()).isEqualTo(new Channels(1 | 1 << 9 | 1 << 2));
    }

    @Property
    void whatIsBookedIsWhatAPlainAccountSays(@ForAll("randoms") Random random) throws Exception {
        Part part = part(random);
        TranslationTable table = table(random);
        BookedRoutes routes = new BookedRoutes(table, MAPS, new BitSet());
        BitSet all = new BitSet();
        all.set(0, Note.COUNT);
        compare(part, Booking.of(part, routes), new Account(part, table, all));
        BitSet some = new BitSet();
        some.set(SOURCE + random.nextInt(6));
        some.set(SOURCE + random.nextInt(6));
        compare(part, Booking.ofNotes(part, routes, some), new Account(part, table, some));
    }

    /** Played live, what is in the file sounds, and beside it only what came before something louder was known. */
    @Property
    void whatIsBookedIsAlsoPlayedLive(@ForAll("randoms") Random random) throws Exception {
        Part part = part(random);
        if (part.file().format() == 2) {
            return;
        }
        TranslationTable table = table(random);
        Booking booking = Booking.of(part, new BookedRoutes(table, MAPS, new BitSet()));
        LiveTranslator live = LiveTranslator.by(table);
        List<String> played = new ArrayList<>();
        for (int hit : part.hitsInTime()) {
            live
                    .receive(new TimedMessage(
                            part.tick(hit), 0x90 | part.channel(hit) - 1, part.note(hit), part.velocity(hit)))
                    .stream()
                    .filter(message -> (message.status() & 0xF0) == 0x90)
                    .map(message ->
                            stroke(message.at(), (message.status() & 0x0F) + 1, message.data1(), message.data2()))
                    .forEach(played::add);
        }
        Map<String, Integer> loudest = new HashMap<>();
        for (int output = 0; output < booking.outputCount(); output++) {
            if (!booking.isGone(output)) {
                long at = part.tick(booking.hitOf(output));
                String stroke = stroke(at, booking.channel(output), booking.note(output), booking.velocity(output));
                assertThat(played.remove(stroke)).as("%s is played", stroke).isTrue();
                loudest.merge(place(stroke), booking.velocity(output), Math::max);
            }
        }
        assertThat(played).allSatisfy(more -> assertThat(velocity(more)).isLessThan(loudest.get(place(more))));
    }

    private static String stroke(long at, int channel, int note, int velocity) {
        return at + " " + channel + " " + note + " " + velocity;
    }

    private static String place(String stroke) {
        return stroke.substring(0, stroke.lastIndexOf(' '));
    }

    private static int velocity(String stroke) {
        return Integer.parseInt(stroke.substring(stroke.lastIndexOf(' ') + 1));
    }

    private static void compare(Part part, Booking booking, Account account) {
        List<Output> outputs = new ArrayList<>();
        IntUnaryOperator layers = booking.firstLayers();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (account.isTaken(hit)) {
                add(booking, hit, outputs);
            }
            for (int layer = layers.applyAsInt(hit); booking.isLayerOf(hit, layer); layer++) {
                add(booking, layer, outputs);
            }
        }
        assertThat(outputs).containsExactlyElementsOf(account.outputs);
        assertThat(booking.sounding()).isEqualTo(outputs.size());
        List<Lost> lost = new ArrayList<>();
        booking.ledger().eachLoss((entry, hit, landed) -> lost.add(new Lost(entry, hit, landed)));
        assertThat(lost)
                .containsExactlyInAnyOrderElementsOf(account.lost)
                .isSortedAccordingTo(Comparator.comparingInt(Lost::hit));
        Statement.Totals totals = booking.ledger()
                .close(part, Crosswalk.propose(SMALL, LARGE), booking.sounding(), Optional.empty())
                .totals();
        assertThat(totals)
                .isEqualTo(new Statement.Totals(
                        part.hitCount(),
                        account.count(Entry.CARRIED),
                        account.count(Entry.SUBSTITUTED),
                        account.count(Entry.LAYERED),
                        account.count(Entry.FOLDED),
                        account.count(Entry.SILENT),
                        account.count(Entry.UNLISTED),
                        account.count(Entry.PASSED),
                        0,
                        0));
        assertThat(booking.shapes()).isEqualTo(account.shaped);
        int mask = account.table.channel().isPresent()
                ? 1 << account.table.channel().getAsInt() - 1
                : part.channels().mask();
        assertThat(booking.channels().mask()).isEqualTo(mask | account.channels);
    }

    private static void add(Booking booking, int output, List<Output> outputs) {
        if (!booking.isGone(output)) {
            outputs.add(new Output(
                    booking.hitOf(output),
                    booking.channel(output),
                    booking.note(output),
                    booking.velocity(output),
                    booking.length(output)));
        }
    }
}
