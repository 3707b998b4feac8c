package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.RandomMaps;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;

/** The statement and the list of losses say the same: what is another sound in one is a loss in the other. */
class StatementLossesTest {
    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    @Property
    void anotherSoundInTheStatementIsALossAndNothingElseIs(
            @ForAll("maps") NoteMap any, @ForAll("maps") NoteMap target, @ForAll Random random) throws Exception {
        NoteMap source = any.withLines(any.firstLines());
        Assume.that(!source.lines().isEmpty());
        Part part = Part.of(MidiFile.read(Grooves.file(source, Grooves.random(random, source))), Channels.ALL);
        Statement statement =
                Conversion.of(part, Crosswalk.propose(source, target, part)).statement();
        int lost = Losses.of(statement).stream()
                .filter(group -> group.key().kind() == Losses.Kind.FAR)
                .mapToInt(Losses.Group::count)
                .sum();
        assertThat(statement.far())
                .isEqualTo(lost)
                .isBetween(0, statement.totals().substituted());
        assertThat(statement.lines().stream()
                        .mapToInt(Statement.LineAccount::far)
                        .sum())
                .isEqualTo(lost);
        assertThat(statement.lines())
                .allSatisfy(line ->
                        assertThat(line.far()).isBetween(0, line.totals().substituted()));
    }

    /** Common practice: with one bass drum, both feet play it. */
    @Test
    void theSecondKickOnTheOnlyKickIsNoOtherSound() throws Exception {
        NoteMap two = SmallMaps.map(35, "kick.right.hit", "kick.left.hit", "snare.centre");
        NoteMap one = SmallMaps.map(60, "kick.hit", "snare.centre");
        Statement statement = Conversion.of(SmallMaps.part(two, "0 1 2 1 0 1 2"), Crosswalk.propose(two, one))
                .statement();
        assertThat(statement.totals().silent()).isZero();
        assertThat(statement.far()).isZero();
        assertThat(Losses.of(statement)).isEmpty();
    }
}
