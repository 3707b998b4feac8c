package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.core.support.SmallMaps.map;

import java.util.Optional;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.Statement.Ledger;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The account of a conversion, booked by hand. */
class StatementTest {
    private static final int QUARTER = 480;
    private static final int KICK = 36;
    private static final int SNARE = 37;
    private static final int STRAY = 60;

    private static final NoteMap SOURCE = map(KICK, "kick", "snare", "cowbell");
    private static final Crosswalk CROSSWALK = Crosswalk.propose(SOURCE, map(50, "kick", "snare"));
    private static final int[] NOTES = {STRAY, SNARE, KICK, SNARE, KICK, KICK, SNARE};

    private Part part;
    private Ledger ledger;

    /** A hit on each quarter, each louder than the one before. */
    @BeforeEach
    void begin() throws Exception {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        for (int hit = 0; hit < NOTES.length; hit++) {
            file.message(hit * QUARTER, 0x90, 10, NOTES[hit], 50 + hit);
            file.message(hit * QUARTER + 60, 0x80, 10, NOTES[hit], 64);
        }
        part = Part.of(MidiFile.read(file.build(10_000)), Channels.only(10));
        int[] perNote = new int[Note.COUNT];
        for (int note : NOTES) {
            perNote[note]++;
        }
        ledger = new Ledger(perNote);
    }

    private Statement booked(int hitsOut) {
        ledger.book(Entry.CARRIED, KICK, 2);
        ledger.book(Entry.SILENT, KICK, 1);
        ledger.book(Entry.SUBSTITUTED, SNARE, 3);
        ledger.book(Entry.LAYERED, SNARE, 2);
        ledger.book(Entry.FOLDED, SNARE, 1);
        ledger.book(Entry.UNLISTED, STRAY, 1);
        ledger.lose(Entry.SUBSTITUTED, 6, 51);
        ledger.lose(Entry.SILENT, 5, Ledger.NOWHERE);
        ledger.lose(Entry.FOLDED, 3, 51);
        ledger.lose(Entry.SUBSTITUTED, 3, 52);
        ledger.sortLosses();
        return ledger.close(part, CROSSWALK, hitsOut, Optional.empty());
    }

    @Test
    void countsAddUpInAllAndOnEachLine() {
        Statement statement = booked(7);
        assertThat(statement.totals()).isEqualTo(new Totals(7, 2, 3, 2, 1, 1, 1, 0, 0, 0));
        assertThat(statement.totals().hitsOut()).isEqualTo(7);
        assertThat(statement.balances()).isTrue();
        assertThat(statement.lines())
                .as("lines as the map shows them, then notes that it does not list; none that is not played")
                .extracting(account -> account.note().number())
                .containsExactly(KICK, SNARE, STRAY);
        assertThat(statement.lines())
                .extracting(LineAccount::totals)
                .containsExactly(
                        new Totals(3, 2, 0, 0, 0, 1, 0, 0, 0, 0),
                        new Totals(3, 0, 3, 2, 1, 0, 0, 0, 0, 0),
                        new Totals(1, 0, 0, 0, 0, 0, 1, 0, 0, 0));
        LineAccount snare = statement.lines().get(1);
        assertThat(snare.line().orElseThrow().sound().code()).isEqualTo("snare.centre");
        assertThat(snare.route()).isEqualTo(CROSSWALK.routeFrom(Note.of(SNARE)));
        assertThat(statement.lines().get(2).line()).isEmpty();
        assertThat(statement.forms()).isEqualTo(FormAccount.NONE);
        assertThat(statement.unsaidChokes()).isZero();
        assertThat(statement.lostChokes()).isEmpty();
    }

    @Test
    void aHitThatIsCountedTwiceOrNotAtAllIsFound() {
        assertThat(booked(8).balances()).as("more came out than was booked").isFalse();
        assertThat(booked(7).balances()).as("all was booked twice").isFalse();
        Totals all = new Totals(21, 1, 2, 3, 4, 5, 6, 7, 0, 8);
        assertThat(all.balances()).isTrue();
        assertThat(all.hitsOut()).isEqualTo(21 + 3 + 8 - 4 - 5);
        assertThat(new Totals(22, 1, 2, 3, 4, 5, 6, 7, 1, 8).balances()).isTrue();
        assertThat(new Totals(22, 1, 2, 3, 4, 5, 6, 7, 1, 8).hitsOut()).isEqualTo(20 + 2 + 1);
        assertThat(new Totals(20, 1, 2, 3, 4, 5, 6, 7, 0, 8).balances()).isFalse();
        assertThat(new Totals(22, 1, 2, 3, 4, 5, 6, 7, 0, 8).balances()).isFalse();
        assertThat(Totals.NONE.balances()).isTrue();
    }

    @Test
    void lossesAreListedInTheOrderOfThePartWithTheirPlaces() {
        Statement statement = booked(7);
        assertThat(statement.losses()).extracting(Loss::hit).containsExactly(3, 3, 5, 6);
        assertThat(statement.losses())
                .extracting(Loss::entry)
                .containsExactly(Entry.FOLDED, Entry.SUBSTITUTED, Entry.SILENT, Entry.SUBSTITUTED);
        Loss silent = statement.losses().get(2);
        assertThat(silent)
                .isEqualTo(new Loss(Entry.SILENT, 5, Note.of(KICK), Optional.empty(), 5 * QUARTER, part.place(5), 55));
        assertThat(statement.losses().get(3).landed()).contains(Note.of(51));
        assertThat(statement.losses().get(3).place().words()).isEqualTo("bar 2, beat 3");
        assertThat(statement.far()).as("neither folded nor silent").isEqualTo(2);
        assertThat(statement.goneHits().stream()).as("folded or silent").containsExactly(3, 5);
    }

    @Test
    void thousandsOfLossesAreKept() {
        for (int loss = 999; loss >= 0; loss--) {
            ledger.lose(Entry.FOLDED, loss % NOTES.length, loss % 128);
        }
        ledger.sortLosses();
        Statement statement = ledger.close(part, CROSSWALK, 7, Optional.empty());
        assertThat(statement.losses()).hasSize(1_000).isSortedAccordingTo((one, other) -> one.hit() - other.hit());
        int[] landed = new int[Note.COUNT];
        statement.eachLoss((entry, hit, note) -> landed[note]++);
        for (int note = 0; note < Note.COUNT; note++) {
            assertThat(landed[note]).isEqualTo(note < 1_000 % 128 ? 8 : 7);
        }
    }
}
