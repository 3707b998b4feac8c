package org.jollyledger.core.sound;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.sound.Meaning.Pitch;
import org.jollyledger.core.sound.Meaning.Standing;

/** The table of fragments, read from {@code words.txt} next to this class, which says how it is laid out. */
final class SoundWords {
    private static final String FILE = "words.txt";
    private static final String BESIDE = "beside ";

    private static final SoundWords TABLE = read();

    private final Map<String, Meaning> anywhere = new HashMap<>();
    private final Map<String, Meaning> besidePiece = new HashMap<>();
    private int mostWords = 1;

    private SoundWords() {}

    static SoundWords table() {
        return TABLE;
    }

    /** What a fragment means. */
    Optional<Meaning> meaning(String fragment) {
        return Optional.ofNullable(anywhere.get(fragment));
    }

    /** What a fragment means in a name whose piece is named by another word. */
    Optional<Meaning> meaningBesidePiece(String fragment) {
        return Optional.ofNullable(besidePiece.get(fragment));
    }

    Collection<String> fragments() {
        return anywhere.keySet();
    }

    /** How many words the longest fragment has. */
    int mostWords() {
        return mostWords;
    }

    private static SoundWords read() {
        SoundWords table = new SoundWords();
        try (InputStream stream = Objects.requireNonNull(SoundWords.class.getResourceAsStream(FILE));
                BufferedReader lines = new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8))) {
            String head = "";
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith(" ")) {
                    table.add(head, line);
                } else if (!line.isBlank() && !line.startsWith("#")) {
                    head = line.strip();
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return table;
    }

    private void add(String head, String line) {
        boolean beside = head.startsWith(BESIDE);
        Meaning meaning = parse(beside ? head.substring(BESIDE.length()) : head);
        for (String fragment : line.split(",")) {
            String words = fragment.strip();
            if (!words.isEmpty()) {
                mostWords = Math.max(mostWords, words.split(" ").length);
                Meaning before = (beside ? besidePiece : anywhere).putIfAbsent(words, meaning);
                if (before != null) {
                    throw new IllegalStateException("\"" + words + "\" stands twice in " + FILE + ".");
                }
            }
        }
    }

    private static Meaning parse(String head) {
        List<String> words = new ArrayList<>(Arrays.asList(head.split(" ")));
        String kind = words.remove(0);
        return switch (kind) {
            case "piece" -> piece(words, Standing.STRONG);
            case "weak" -> piece(words, Standing.WEAK);
            case "like" -> piece(words, Standing.LIKE);
            case "stroke", "opening" -> strike(words, kind.equals("opening"));
            case "rank" -> new Meaning.Rank(require(Pitch.class, words.get(0)));
            case "side" -> new Meaning.Where(require(Side.class, words.get(0)));
            case "count" -> new Meaning.Count(Integer.parseInt(words.get(0)));
            case "nothing" -> new Meaning.Nothing();
            default -> throw new IllegalStateException("\"" + head + "\" in " + FILE + " is not understood.");
        };
    }

    private static Meaning piece(List<String> words, Standing standing) {
        KitPiece piece = require(KitPiece.class, words.remove(0));
        int number = !words.isEmpty() && words.get(0).matches("\\d+") ? Integer.parseInt(words.remove(0)) : 0;
        return new Meaning.Piece(
                piece,
                number,
                take(Pitch.class, words),
                take(Articulation.class, words),
                take(Openness.class, words),
                standing);
    }

    private static Meaning strike(List<String> words, boolean opens) {
        int at = words.indexOf("alone");
        Optional<KitPiece> alone = at < 0 ? Optional.empty() : Optional.of(require(KitPiece.class, words.get(at + 1)));
        List<String> strokes = words.subList(opens ? 1 : 0, at < 0 ? words.size() : at);
        return new Meaning.Strike(
                strokes.stream().map(word -> require(Articulation.class, word)).toList(),
                opens ? Optional.of(require(Openness.class, words.get(0))) : Optional.empty(),
                alone);
    }

    private static <T extends Enum<T> & Coded> Optional<T> take(Class<T> type, List<String> words) {
        Optional<T> found = words.isEmpty() ? Optional.empty() : Codes.find(type, words.get(0));
        if (found.isPresent()) {
            words.remove(0);
        }
        return found;
    }

    private static <T extends Enum<T> & Coded> T require(Class<T> type, String wanted) {
        return Codes.find(type, wanted)
                .orElseThrow(() -> new IllegalStateException("\"" + wanted + "\" in " + FILE + " is not understood."));
    }
}
