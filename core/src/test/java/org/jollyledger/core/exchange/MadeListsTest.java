package org.jollyledger.core.exchange;

import java.util.EnumMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.jollyledger.core.exchange.NoteListReader.Settings;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;
import org.jollyledger.core.support.MadeLists;
import org.jollyledger.core.support.MadeLists.Made;
import org.jollyledger.core.support.MadeLists.Style;
import org.junit.jupiter.api.Test;

/** Lists in many styles are read back. */
class MadeListsTest {
    private static final int OF_EACH = Integer.getInteger("lists", 70);

    private static final class Count {
        int rows;
        int right;
        int lost;
        int other;
        int invented;
        String example = "";
    }

    @Test
    void measure() {
        Map<Style, Count> counts = new EnumMap<>(Style.class);
        for (Style style : Style.values()) {
            Count count = new Count();
            for (int seed = 0; seed < OF_EACH; seed++) {
                count(MadeLists.write(style, new Random(seed * 31L + style.ordinal())), count);
            }
            counts.put(style, count);
        }
        counts.forEach((style, count) -> System.out.printf(
                "%-28s right %5.1f %%  lost %4d other %4d invented %4d of %d%n",
                style, 100.0 * count.right / count.rows, count.lost, count.other, count.invented, count.rows));
        int rows = counts.values().stream().mapToInt(one -> one.rows).sum();
        int right = counts.values().stream().mapToInt(one -> one.right).sum();
        System.out.printf(
                "ALL %.2f %% invented %d%n",
                100.0 * right / rows,
                counts.values().stream().mapToInt(one -> one.invented).sum());
        String show = System.getProperty("show", "");
        if (!show.isEmpty()) {
            System.out.println(counts.get(Style.valueOf(show)).example);
        }
    }

    /** Where a list names its notes only, nobody can know which octave is meant; the reader asks. */
    private static void shift(Made made, Map<Integer, Optional<Sound>> read) {
        if (!made.style().namesOnly()) {
            return;
        }
        for (int by : new int[] {-24, -12, 12, 24}) {
            Map<Integer, Optional<Sound>> shifted = new LinkedHashMap<>();
            read.forEach((note, sound) -> shifted.put(note + by, sound));
            long fitting =
                    shifted.keySet().stream().filter(made.names()::containsKey).count();
            long before =
                    read.keySet().stream().filter(made.names()::containsKey).count();
            if (fitting > before) {
                read.clear();
                read.putAll(shifted);
            }
        }
    }

    private static void count(Made made, Count count) {
        Map<Integer, Optional<Sound>> read = new LinkedHashMap<>();
        StringBuilder example = new StringBuilder(made.text());
        try {
            NoteList list = NoteListReader.read(made.text(), Settings.USUAL);
            list.rows().stream()
                    .filter(row -> row.isLine() && row.note().isPresent())
                    .forEach(row -> {
                        read.put(row.note().orElseThrow().number(), row.sound());
                        example.append("\n> ")
                                .append(row.note().orElseThrow().number())
                                .append(' ')
                                .append(row.name())
                                .append(" -> ")
                                .append(row.sound().map(Sound::code).orElse("?"));
                    });
        } catch (DocumentException e) {
            example.append("\n> refused: ").append(e.getMessage());
        }
        shift(made, read);
        int before = count.right;
        int invented = count.invented;
        Iterator<SoundReading> together =
                SoundReader.readTogether(List.copyOf(made.names().values())).iterator();
        made.names().forEach((note, name) -> {
            count.rows++;
            Optional<Sound> wanted = together.next().sound();
            if (!read.containsKey(note)) {
                count.lost++;
            } else if (!read.get(note).equals(wanted)) {
                count.other++;
                example.append("\n! ")
                        .append(note)
                        .append(' ')
                        .append(name)
                        .append(" wanted ")
                        .append(wanted.map(Sound::code).orElse("?"));
            } else {
                count.right++;
            }
        });
        read.keySet().removeAll(made.names().keySet());
        count.invented += read.size();
        if (count.right - before < made.names().size() || count.invented > invented) {
            count.example = example.toString();
        }
    }
}
