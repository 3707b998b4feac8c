package org.jollyledger.core.sound;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jollyledger.core.sound.Meaning.Standing;

/**
 * Reads the sound that a free-text name speaks of: "HH Tip 1/2", "Snr RS", "T4 rim". Names are taken apart into
 * fragments, each fragment says something by a table of the trade's words, and what they say together makes the sound.
 * What a name does not say takes the usual value, with less confidence where that is a guess.
 */
public final class SoundReader {
    private static final SoundWords TABLE = SoundWords.table();

    /** Longer names are read by their beginning. */
    private static final int LONGEST_NAME = 200;

    private static final Map<Standing, Double> SURENESS =
            Map.of(Standing.STRONG, 1.0, Standing.WEAK, 0.8, Standing.LIKE, 0.6);
    private static final double PIECE_BY_STROKE = 0.85;
    private static final double PIECE_BY_OPENING = 0.6;
    private static final double OPENING_UNSAID = 0.72;
    private static final double OPENING_BY_NUMBER = 0.7;
    private static final double NUMBER_UNSAID = 0.85;
    private static final double NUMBER_BY_INCHES = 0.6;
    private static final double STROKE_UNKNOWN_TO_PIECE = 0.85;
    private static final double NEXT_BEST_STROKE = 0.9;
    private static final double ONE_LETTER = 0.85;
    private static final double OTHER_PIECE = 0.7;
    private static final double UNKNOWN_WORD = 0.93;
    private static final double UNCLEAR_WORD = 0.7;

    /** Numbers above are taken for the size of a drum or a cymbal, in inches. */
    private static final int HIGHEST_COUNT = 8;

    private static final int LARGEST_INCHES = 26;

    /** Of several ways to strike in one name the one that comes first here counts; others are the usual stroke. */
    private static final List<Articulation> STRONGEST_FIRST = List.of(
            Articulation.STRUCK_CHOKE,
            Articulation.CHOKE,
            Articulation.PEDAL_SPLASH,
            Articulation.PEDAL_CLOSE,
            Articulation.BRUSH_SWIRL,
            Articulation.BRUSH_SWEEP,
            Articulation.FLAM,
            Articulation.DRAG,
            Articulation.RUFF,
            Articulation.BUZZ,
            Articulation.SWELL,
            Articulation.ROLL,
            Articulation.SNARES_OFF,
            Articulation.RIM_SHOT,
            Articulation.SIDE_STICK,
            Articulation.RIM_CLICK,
            Articulation.RIM,
            Articulation.SLAP,
            Articulation.BRUSH_TAP,
            Articulation.MUTED,
            Articulation.BELL,
            Articulation.OFF_CENTRE,
            Articulation.EDGE,
            Articulation.SHORT,
            Articulation.LONG);

    private static final Map<Meaning.Pitch, Integer> FIRST_OF_PITCH =
            Map.of(Meaning.Pitch.HIGH, 1, Meaning.Pitch.MID, 3, Meaning.Pitch.LOW, 5);

    private static final int LONGEST_ABBREVIATION = 3;
    private static final int SHORTEST_OF_WEIGHT = 2;

    /** So many cymbals in a row are counted through, not by chance. */
    private static final int FEWEST_COUNTED = 3;

    /** What says no more than that it is struck as usual. */
    private static final Set<Articulation> PLAIN = EnumSet.of(Articulation.HIT, Articulation.OPEN);

    private static final Set<Articulation> PEDAL = EnumSet.of(
            Articulation.PEDAL_CLOSE, Articulation.PEDAL_SPLASH, Articulation.CHOKE, Articulation.STRUCK_CHOKE);

    /** The openings of a hi-hat that are written as "open 1", "open 2" and so on (common practice). */
    private static final List<Openness> COUNTED_OPENINGS =
            List.of(Openness.QUARTER, Openness.HALF, Openness.THREE_QUARTER, Openness.OPEN);

    private final String name;
    private final List<Fragment> fragments;
    private final List<String> taken = new ArrayList<>();
    private final List<String> passedOver = new ArrayList<>();
    private double confidence = 1;
    private boolean tomByPitch;
    private boolean pieceNamed;

    /** Names come again and again while a list is looked at in many ways; those read last are remembered. */
    private static final int MOST_REMEMBERED = 4_000;

    private static final int LONGEST_REMEMBERED = 120;
    /**
     * What a name says.
     *
     * @param says what its words speak of
     * @param tomByPitch whether it is a tom that is numbered by its pitch alone
     */
    private record Remembered(SoundReading reading, EnumSet<Says> says, boolean tomByPitch) {}

    private static final Map<String, Remembered> READ =
            Collections.synchronizedMap(new LinkedHashMap<>(MOST_REMEMBERED, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<String, Remembered> eldest) {
                    return size() > MOST_REMEMBERED;
                }
            });

    private SoundReader(String name) {
        this.name = name;
        String kept = name.length() > LONGEST_NAME ? name.substring(0, LONGEST_NAME) : name;
        this.fragments = NameCleaning.isNoDrum(kept) ? List.of() : Fragment.of(NameCleaning.plain(kept));
    }

    /**
     * Reads one name.
     *
     * @return the sound that the name speaks of, how sure that is, and why
     */
    public static SoundReading read(String name) {
        return remembered(name).reading;
    }

    private static Remembered remembered(String name) {
        if (name.length() > LONGEST_REMEMBERED) {
            return new SoundReader(name).remember();
        }
        Remembered remembered = READ.get(name);
        if (remembered == null) {
            remembered = new SoundReader(name).remember();
            READ.put(name, remembered);
        }
        return remembered;
    }

    private Remembered remember() {
        SoundReading reading = read();
        return new Remembered(reading, says(), tomByPitch);
    }

    /** What the words of a name speak of, each on its own. */
    public static Set<Says> says(String name) {
        return EnumSet.copyOf(remembered(name).says);
    }

    private EnumSet<Says> says() {
        EnumSet<Says> says = EnumSet.noneOf(Says.class);
        for (Fragment fragment : fragments) {
            if (fragment.piece().isPresent()) {
                says.add(Says.PIECE);
            } else if (fragment.meaning() instanceof Meaning.Strike strike) {
                says.add(strike.openness().isPresent() ? Says.OPENING : Says.STROKE);
            } else if (fragment.meaning() instanceof Meaning.Rank) {
                says.add(Says.PITCH);
            } else if (fragment.meaning() instanceof Meaning.Count) {
                says.add(Says.NUMBER);
            } else if (fragment.meaning() instanceof Meaning.Where) {
                says.add(Says.SIDE);
            } else if (fragment.likeness() == 0) {
                says.add(Says.UNKNOWN);
            }
        }
        return says;
    }

    /**
     * Reads some names, each on its own.
     *
     * @return one reading for each name, in their order
     */
    public static List<SoundReading> readAll(Collection<String> names) {
        return names.stream().map(SoundReader::read).toList();
    }

    /**
     * Reads the names of one instrument. What one name cannot tell, the others can: floor toms follow the toms that
     * really hang, and toms named by their pitch alone are counted without gaps.
     *
     * @return one reading for each name, in their order
     */
    public static List<SoundReading> readTogether(Collection<String> names) {
        List<Remembered> read = names.stream().map(SoundReader::remembered).toList();
        List<SoundReading> readings =
                countedTogether(read.stream().map(Remembered::reading).toList());
        boolean pitched = read.stream().anyMatch(Remembered::tomByPitch);
        if (!pitched) {
            return readings;
        }
        List<Integer> toms = readings.stream()
                .flatMap(reading -> reading.sound().stream())
                .filter(sound -> sound.piece() == KitPiece.TOM)
                .map(Sound::number)
                .distinct()
                .sorted()
                .toList();
        return readings.stream().map(reading -> renumbered(reading, toms)).toList();
    }

    /**
     * Where all cymbals of a list are counted through ("Cymbal 1 Crash", "Cymbal 2 Ride", "Cymbal 3 Splash"), each of
     * them is counted among its kind.
     */
    private static List<SoundReading> countedTogether(List<SoundReading> readings) {
        Map<Integer, Set<KitPiece>> pieces = new TreeMap<>();
        for (SoundReading reading : readings) {
            reading.sound()
                    .filter(sound -> sound.family() == Family.CYMBAL)
                    .ifPresent(sound -> pieces.computeIfAbsent(sound.number(), number -> EnumSet.noneOf(KitPiece.class))
                            .add(sound.piece()));
        }
        long kinds = pieces.values().stream().flatMap(Set::stream).distinct().count();
        int next = 1;
        for (Map.Entry<Integer, Set<KitPiece>> entry : pieces.entrySet()) {
            if (entry.getKey() != next || entry.getValue().size() > 1) {
                return readings;
            }
            next++;
        }
        if (pieces.size() < FEWEST_COUNTED || kinds < 2) {
            return readings;
        }
        Map<Integer, Integer> ofItsKind = new HashMap<>();
        Map<KitPiece, Integer> counts = new EnumMap<>(KitPiece.class);
        pieces.forEach((number, piece) ->
                ofItsKind.put(number, counts.merge(piece.iterator().next(), 1, Integer::sum)));
        return readings.stream()
                .map(reading -> reading.sound()
                        .filter(sound ->
                                sound.family() == Family.CYMBAL && ofItsKind.get(sound.number()) != sound.number())
                        .map(sound -> numbered(
                                reading,
                                ofItsKind.get(sound.number()),
                                "; the cymbals of this list are counted through"))
                        .orElse(reading))
                .toList();
    }

    private static SoundReading numbered(SoundReading reading, int number, String why) {
        Optional<Sound> sound = reading.sound()
                .map(read -> new Sound(read.piece(), number, read.side(), read.articulation(), read.openness()));
        return new SoundReading(
                reading.name(), sound, reading.confidence(), reading.pieceNamed(), reading.reason() + why);
    }

    private static SoundReading renumbered(SoundReading reading, List<Integer> toms) {
        return reading.sound()
                .filter(sound -> sound.piece() == KitPiece.TOM && toms.indexOf(sound.number()) + 1 != sound.number())
                .map(sound -> toms.indexOf(sound.number()) + 1)
                .map(number -> numbered(reading, number, "; among the other toms of this list it is number " + number))
                .orElse(reading);
    }

    private SoundReading read() {
        Optional<KitPiece> found = piece();
        if (found.isEmpty()) {
            return new SoundReading(name, Optional.empty(), 0, false, "no word here names a sound that is known");
        }
        KitPiece piece = found.get();
        List<Fragment> others = meaningsBeside(piece);
        Articulation articulation = articulation(piece, others);
        Optional<Openness> openness = openness(piece, articulation, others);
        if (piece == KitPiece.HIHAT
                && articulation == Articulation.PEDAL_CLOSE
                && openings(others).contains(Openness.OPEN)) {
            articulation = Articulation.PEDAL_SPLASH;
        }
        int number = number(piece, others);
        Set<Side> sides = EnumSet.noneOf(Side.class);
        others.forEach(fragment -> {
            if (fragment.meaning() instanceof Meaning.Where where) {
                sides.add(where.side());
            }
        });
        // The two halves of a stereo recording, "Crash (L) Crash (R)", are on neither side.
        Optional<Side> side = sides.size() == 1 ? Optional.of(sides.iterator().next()) : Optional.empty();
        others.forEach(this::weigh);
        Sound sound = new Sound(piece, number, side, articulation, openness);
        return new SoundReading(
                name,
                Optional.of(sound),
                Math.round(Math.max(0.05, confidence) * 100) / 100.0,
                pieceNamed,
                reason(sound));
    }

    private Optional<KitPiece> piece() {
        for (Standing standing : Standing.values()) {
            List<KitPiece> pieces = pieces(standing);
            if (!pieces.isEmpty()
                    && (standing != Standing.WEAK || pieces(Standing.LIKE).isEmpty())) {
                confidence *= SURENESS.get(standing);
                pieceNamed = true;
                return Optional.of(strongest(withoutShortOnes(standing)));
            }
        }
        Optional<Fragment> byStroke = fragments.stream()
                .filter(fragment -> fragment.meaning() instanceof Meaning.Strike strike
                        && strike.alone().isPresent())
                .min(Comparator.comparing(fragment ->
                        ((Meaning.Strike) fragment.meaning()).openness().isPresent()));
        return byStroke.map(fragment -> {
            Meaning.Strike strike = (Meaning.Strike) fragment.meaning();
            confidence *= strike.openness().isPresent() ? PIECE_BY_OPENING : PIECE_BY_STROKE;
            return strike.alone().orElseThrow();
        });
    }

    private List<KitPiece> pieces(Standing standing) {
        return fragments.stream()
                .flatMap(fragment -> fragment.piece().stream())
                .filter(piece -> piece.standing() == standing)
                .map(Meaning.Piece::piece)
                .distinct()
                .toList();
    }

    /** Two letters in front of a piece that is written out mean something else: "Mt High Conga" is no mid tom. */
    private List<KitPiece> withoutShortOnes(Standing standing) {
        List<Fragment> named = fragments.stream()
                .filter(fragment -> fragment.piece()
                        .filter(piece -> piece.standing() == standing)
                        .isPresent())
                .toList();
        boolean written = named.stream().anyMatch(fragment -> fragment.text().length() > LONGEST_ABBREVIATION);
        return named.stream()
                .filter(fragment -> !written
                        || fragment.text().length() > SHORTEST_OF_WEIGHT
                        || fragment.text().equals("hh"))
                .map(fragment -> fragment.piece().orElseThrow().piece())
                .distinct()
                .toList();
    }

    /** Of several pieces in one name the first, but "foot splash hat" is a hat, and "china crash" a china. */
    private static KitPiece strongest(List<KitPiece> pieces) {
        if (pieces.contains(KitPiece.HIHAT)) {
            return KitPiece.HIHAT;
        }
        if (pieces.get(0) == KitPiece.CRASH) {
            return pieces.stream()
                    .filter(piece -> piece == KitPiece.CHINA || piece == KitPiece.SPLASH || piece == KitPiece.STACK)
                    .findFirst()
                    .orElse(KitPiece.CRASH);
        }
        return pieces.get(0);
    }

    /** The fragments with what they mean once the piece is known; the words that name it keep their meaning. */
    private List<Fragment> meaningsBeside(KitPiece piece) {
        List<Fragment> meanings = new ArrayList<>();
        for (Fragment fragment : fragments) {
            boolean names = fragment.piece().map(Meaning.Piece::piece).equals(Optional.of(piece));
            Optional<Meaning> beside = TABLE.meaningBesidePiece(fragment.text());
            if (!names && beside.isPresent()) {
                double likeness = fragment.text().length() == 1 ? ONE_LETTER : 1;
                meanings.add(fragment.meaning(beside.get(), likeness));
                continue;
            }
            if (fragment.text().equals("l") && Meaning.Pitch.comesInPairs(piece)) {
                Meaning low = new Meaning.Rank(Meaning.Pitch.LOW);
                meanings.add(fragment.meaning(low, ONE_LETTER));
                continue;
            }
            if (!names
                    && fragment.piece()
                            .filter(other -> other.standing() == Standing.STRONG)
                            .isPresent()) {
                confidence *= OTHER_PIECE;
            }
            meanings.add(fragment);
        }
        return meanings;
    }

    private Articulation articulation(KitPiece piece, List<Fragment> others) {
        List<Articulation> found = new ArrayList<>();
        for (Fragment fragment : others) {
            if (fragment.meaning() instanceof Meaning.Piece named && named.piece() == piece) {
                named.articulation().ifPresent(found::add);
            } else if (fragment.meaning() instanceof Meaning.Strike strike) {
                Optional<Articulation> known =
                        strike.articulations().stream().filter(piece::knows).findFirst();
                known.ifPresent(found::add);
                if (known.filter(STRONGEST_FIRST::contains).isPresent()
                        && !known.equals(strike.articulations().stream().findFirst())) {
                    confidence *= NEXT_BEST_STROKE;
                }
                boolean opens = piece == KitPiece.HIHAT && strike.openness().isPresent();
                boolean plain = strike.articulations().stream().anyMatch(PLAIN::contains);
                if (known.isEmpty()
                        && !opens
                        && !plain
                        && !strike.articulations().isEmpty()) {
                    confidence *= STROKE_UNKNOWN_TO_PIECE;
                    passedOver.add(fragment.written());
                }
            }
        }
        boolean struck = found.contains(Articulation.TIP)
                || found.contains(Articulation.EDGE)
                || found.contains(Articulation.BELL);
        if (struck) {
            found.remove(Articulation.PEDAL_CLOSE);
        }
        return STRONGEST_FIRST.stream()
                .filter(found::contains)
                .findFirst()
                .orElseGet(() -> found.stream().findFirst().orElse(piece.usualArticulation()));
    }

    private Optional<Openness> openness(KitPiece piece, Articulation articulation, List<Fragment> others) {
        if (piece != KitPiece.HIHAT || PEDAL.contains(articulation)) {
            return Optional.empty();
        }
        List<Openness> said = openings(others);
        Optional<Openness> special = said.stream()
                .filter(openness -> openness != Openness.OPEN && openness != Openness.CLOSED)
                .findFirst();
        if (special.isPresent()) {
            return special;
        }
        boolean middling = others.stream()
                .anyMatch(fragment ->
                        fragment.meaning() instanceof Meaning.Rank rank && rank.pitch() == Meaning.Pitch.MID);
        if (middling) {
            return Optional.of(Openness.HALF);
        }
        if (said.contains(Openness.OPEN)) {
            return Optional.of(countedOpening(others).orElse(Openness.OPEN));
        }
        if (said.isEmpty()) {
            boolean byFoot = others.stream()
                    .anyMatch(fragment -> fragment.meaning() instanceof Meaning.Strike strike
                            && strike.articulations().contains(Articulation.PEDAL_CLOSE));
            confidence *= OPENING_UNSAID;
            return Optional.of(byFoot ? Openness.PEDAL : Openness.CLOSED);
        }
        return Optional.of(Openness.CLOSED);
    }

    private static List<Openness> openings(List<Fragment> fragments) {
        return fragments.stream()
                .flatMap(fragment -> {
                    if (fragment.meaning() instanceof Meaning.Strike strike) {
                        return strike.openness().stream();
                    }
                    return fragment.piece().flatMap(Meaning.Piece::openness).stream();
                })
                .toList();
    }

    private Optional<Openness> countedOpening(List<Fragment> others) {
        return countOfOpening(others).map(at -> {
            confidence *= OPENING_BY_NUMBER;
            int number = ((Meaning.Count) others.get(at).meaning()).number();
            return COUNTED_OPENINGS.get(Math.min(number, COUNTED_OPENINGS.size()) - 1);
        });
    }

    /** Where a number directly behind "open" or "closed" of a hi-hat is. */
    private static Optional<Integer> countOfOpening(List<Fragment> others) {
        return IntStream.range(1, others.size())
                .filter(at -> others.get(at).meaning() instanceof Meaning.Count count
                        && count.number() >= 1
                        && others.get(at - 1).meaning() instanceof Meaning.Strike strike
                        && strike.openness().isPresent())
                .boxed()
                .findFirst();
    }

    private int number(KitPiece piece, List<Fragment> others) {
        Optional<Integer> ofOpening = piece == KitPiece.HIHAT ? countOfOpening(others) : Optional.empty();
        int count = 0;
        int inches = 0;
        int byWord = 0;
        List<Meaning.Pitch> pitches = new ArrayList<>();
        for (int at = 0; at < others.size(); at++) {
            Meaning meaning = others.get(at).meaning();
            if (meaning instanceof Meaning.Count said && !ofOpening.equals(Optional.of(at))) {
                boolean size = said.number() > HIGHEST_COUNT || others.get(at).inches();
                if (size && said.number() <= LARGEST_INCHES) {
                    inches = inches == 0 ? said.number() : inches;
                } else if (!size && count == 0) {
                    count = said.number();
                }
            } else if (meaning instanceof Meaning.Rank rank) {
                pitches.add(rank.pitch());
            } else if (meaning instanceof Meaning.Piece named && named.piece() == piece) {
                byWord = Math.max(byWord, named.number());
                named.pitch().ifPresent(pitches::add);
            }
        }
        if (piece == KitPiece.TOM) {
            Optional<Integer> byPitch = countedByPitch(others);
            return byPitch.isPresent() && !pitches.contains(Meaning.Pitch.FLOOR)
                    ? byPitch.get()
                    : tomNumber(count, inches, pitches);
        }
        int ofPitch =
                pitches.stream().mapToInt(pitch -> pitch.number(piece)).max().orElse(0);
        // "High conga 2" is another one of the high congas.
        if (Meaning.Pitch.comesInPairs(piece) && ofPitch > 0) {
            return ofPitch;
        }
        return IntStream.of(count, byWord, ofPitch)
                .filter(number -> number > 0)
                .findFirst()
                .orElse(1);
    }

    /**
     * The number of a tom that is counted within its pitch, as "Low Tom 2" and "Mid Tom 1" are: two of each, as the
     * names that are common for General MIDI count them; but "Tom 2 low" is the second one.
     */
    private Optional<Integer> countedByPitch(List<Fragment> others) {
        int pitchAt = -1;
        for (int at = 0; at < others.size(); at++) {
            Meaning meaning = others.get(at).meaning();
            boolean pitched = meaning instanceof Meaning.Rank
                    || meaning instanceof Meaning.Piece named && named.pitch().isPresent();
            pitchAt = pitched && pitchAt < 0 ? at : pitchAt;
            if (meaning instanceof Meaning.Count count && !others.get(at).inches() && count.number() <= HIGHEST_COUNT) {
                if (pitchAt < 0 || count.number() < 1 || count.number() > 2) {
                    return Optional.empty();
                }
                Meaning pitchedBy = others.get(pitchAt).meaning();
                Meaning.Pitch pitch = pitchedBy instanceof Meaning.Rank rank
                        ? rank.pitch()
                        : ((Meaning.Piece) pitchedBy).pitch().orElseThrow();
                Integer first = FIRST_OF_PITCH.get(pitch);
                tomByPitch |= first != null;
                return first == null ? Optional.empty() : Optional.of(first + count.number() - 1);
            }
        }
        return Optional.empty();
    }

    /** Floor toms come after the four that hang in General MIDI; a name alone does not say how many hang here. */
    private int tomNumber(int count, int inches, List<Meaning.Pitch> pitches) {
        boolean floor = pitches.contains(Meaning.Pitch.FLOOR);
        tomByPitch = floor || count == 0;
        int first = floor ? Meaning.Pitch.FLOOR.number(KitPiece.TOM) : 1;
        if (count > 0) {
            return first + count - 1;
        }
        Optional<Meaning.Pitch> rank = pitches.stream()
                .filter(pitch -> pitch != Meaning.Pitch.FLOOR && pitch != Meaning.Pitch.RACK)
                .findFirst();
        if (rank.isPresent()) {
            return floor
                    ? first + (rank.get() == Meaning.Pitch.LOW ? 1 : 0)
                    : rank.get().number(KitPiece.TOM);
        }
        if (inches > 0) {
            confidence *= NUMBER_BY_INCHES;
            return floor ? first + (inches > 15 ? 1 : 0) : Math.max(1, Math.min(5, (inches - 7) / 2));
        }
        confidence *= NUMBER_UNSAID;
        return first;
    }

    /** Counts what a fragment gave to the reading, and remembers it for the reason. */
    private void weigh(Fragment fragment) {
        if (fragment.meaning() instanceof Meaning.Unclear) {
            confidence *= UNCLEAR_WORD;
            passedOver.add(fragment.written());
            return;
        }
        if (fragment.meaning() instanceof Meaning.Nothing) {
            if (fragment.likeness() == 0) {
                confidence *= UNKNOWN_WORD;
                passedOver.add(fragment.written());
            }
            return;
        }
        confidence *= fragment.likeness();
        if (!passedOver.contains(fragment.written())) {
            taken.add(fragment.written());
        }
    }

    private String reason(Sound sound) {
        String from = "“" + String.join("”, “", taken) + "” read as " + sound.words();
        return passedOver.isEmpty() ? from : from + "; passed over “" + String.join("”, “", passedOver) + "”";
    }
}
