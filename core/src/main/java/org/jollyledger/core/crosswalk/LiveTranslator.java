package org.jollyledger.core.crosswalk;

import static org.jollyledger.core.midi.TimedMessage.CONTROL;
import static org.jollyledger.core.midi.TimedMessage.NOTE_OFF;
import static org.jollyledger.core.midi.TimedMessage.NOTE_ON;
import static org.jollyledger.core.midi.TimedMessage.PRESSURE;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.TreeSet;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.crosswalk.TranslationTable.Row;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.NoteFacts;
import org.jollyledger.core.kit.NoteFacts.Choke;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.part.FootClose;
import org.jollyledger.core.part.Grab;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import org.jspecify.annotations.Nullable;

/**
 * Translates what is played while it is played, by a {@link TranslationTable}: messages come in the order of time, and each is
 * answered by what goes out. It is the definition of the live translation; the script of the page does exactly the same.
 *
 * <p>It says what {@link Conversion} would write wherever that needs no knowledge of what comes later. Where it does:
 *
 * <ul>
 *   <li>of strokes that meet on one note at one moment the first is sent before the next is known; each one after it is left
 *       out unless it is louder than all before it;
 *   <li>a choke that can only be said by a struck one ends the ringing stroke;
 *   <li>a foot that closes the hi-hat is heard at once, though a stroke may follow.
 * </ul>
 *
 * <p>Every note that it begins it also ends, whatever happens: by its own end, after its fixed length, when the table changes,
 * or when it is told to stop. An end that belongs to no note is left out. Not for several threads.
 */
public final class LiveTranslator {
    /** How long the short strokes last that are put in, in microseconds. */
    public static final long SHORT = 60_000;

    private static final long MILLISECOND = 1_000;
    private static final double MICROSECONDS = 1_000_000;
    private static final long RINGS = Math.round(Grab.RINGS_SECONDS * MICROSECONDS);
    private static final long RUNG_OUT = Math.round((Grab.RINGS_SECONDS + 1) * MICROSECONDS);
    private static final long TAIL = Math.round(Grab.TAIL_SECONDS * MICROSECONDS);
    private static final long SLOWEST_FOOT = Math.round(FootClose.SLOWEST_SECONDS * MICROSECONDS);
    private static final long SPLASH = Math.round(FootClose.SPLASH_SECONDS * MICROSECONDS);
    private static final long STROKE_BEFORE_FOOT = Math.round(FootClose.BEFORE_SECONDS * MICROSECONDS);

    private static final int ALL_SOUND_OFF = 120;
    private static final int RELEASE_VELOCITY = 64;
    private static final int LOUDEST = 127;
    private static final int NONE = -1;
    /** In place of where a stroke comes from: strokes from several notes met. */
    private static final int SEVERAL = -2;

    private static final int KEYS = TranslationTable.CHANNELS * Note.COUNT;
    private static final int PARTS_OF_A_QUARTER = 960;
    private static final long USUAL_QUARTER = 500_000;

    /** A note that goes out, until it ends. */
    private static final class Tone {
        final int key;
        boolean over;
        /** Whether it ends by itself, and not with the note that came in. */
        boolean endsItself;

        Tone(int key) {
            this.key = key;
        }
    }

    /** A stroke that came in. */
    private static final class Hit {
        final int note;
        final int velocity;
        final long at;
        final List<Tone> tones = new ArrayList<>();
        /** Where its first note went, as a key; NONE when it is silent. */
        int landed = NONE;
        /** The key that it presses as long as it lasts, or NONE. */
        int presses = NONE;

        Hit(int note, int velocity, long at) {
            this.note = note;
            this.velocity = velocity;
            this.at = at;
        }
    }

    /** What is to happen later: a tone ends, or a message goes out, or a short stroke does. */
    private record Later(long at, int turn, @Nullable Tone ends, int status, int data1, int data2) {}

    private TranslationTable table;
    private Signs source;
    private Signs target;
    private PlayedInput input;
    private long quarter = USUAL_QUARTER;

    private final List<Deque<Hit>> held = new ArrayList<>();
    private final @Nullable Hit[] last = new Hit[KEYS];
    private final @Nullable Hit[] ringing = new Hit[Note.COUNT];
    private final boolean[] pressed = new boolean[KEYS];
    private final boolean[] dropsPressure = new boolean[KEYS];

    private final Set<Tone> tones = new LinkedHashSet<>();
    private final @Nullable Tone[] endingItself = new Tone[KEYS];
    private final Set<Integer> pressing = new TreeSet<>();
    private final long[] struckAt = new long[KEYS];
    private final int[] struckFrom = new int[KEYS];
    private final int[] struckVelocity = new int[KEYS];
    private int usedChannels;

    private final int[] pedal = new int[TranslationTable.CHANNELS];
    private final int[] sentPedal = new int[TranslationTable.CHANNELS];
    private final Foot[] feet = new Foot[TranslationTable.CHANNELS];
    private final int[] position = new int[TranslationTable.CHANNELS];

    private final PriorityQueue<Later> pending =
            new PriorityQueue<>(Comparator.comparingLong(Later::at).thenComparingInt(Later::turn));
    private int turns;
    private List<TimedMessage> out = new ArrayList<>();

    /** The foot on the pedal of one channel. */
    private static final class Foot {
        boolean open;
        boolean closed;
        long leftOpen = NONE;
        long struck = NONE;
        long closedAt = NONE;
        int velocity;
        /** The last value at which it was closed, and when it left that; NONE while it is. */
        int closedValue = NONE;

        long leftClosed = NONE;
        /** Until when no opening is heard after a hard stroke, and the value that waits for that. */
        long steadyUntil = NONE;

        int waiting = NONE;
    }

    /** What is known of the notes of one instrument. */
    private static final class Signs {
        final ChokeExpression chokes;
        final HatPedal hatPedal;
        final int[] cymbal = new int[Note.COUNT];
        final @Nullable Choke[] choke = new Choke[Note.COUNT];
        final boolean[] ringsLong = new boolean[Note.COUNT];
        final boolean[] hat = new boolean[Note.COUNT];
        final @Nullable Openness[] openness = new Openness[Note.COUNT];
        int close = NONE;
        int splash = NONE;
        boolean byPedal;
        boolean byNote;

        Signs(ChokeExpression chokes, HatPedal hatPedal, List<NoteFacts> facts) {
            this.chokes = chokes;
            this.hatPedal = hatPedal;
            Arrays.fill(cymbal, NONE);
            facts.forEach(this::enter);
        }

        private void enter(NoteFacts facts) {
            int note = facts.note();
            cymbal[note] = facts.cymbal().orElse(NONE);
            choke[note] = facts.choke().orElse(null);
            ringsLong[note] = facts.ringsLong();
            hat[note] = facts.hat();
            openness[note] = facts.openness().orElse(null);
            byPedal |= openness[note] == Openness.PEDAL;
            byNote |= openness[note] != null && openness[note] != Openness.PEDAL;
            facts.foot().ifPresent(foot -> {
                switch (foot) {
                    case CLOSE -> close = close == NONE ? note : close;
                    case SPLASH -> splash = splash == NONE ? note : splash;
                }
            });
        }
    }

    private LiveTranslator(TranslationTable table, PlayedInput input) {
        for (int key = 0; key < KEYS; key++) {
            held.add(new ArrayDeque<>());
        }
        Arrays.fill(pedal, NONE);
        Arrays.fill(position, NONE);
        Arrays.setAll(feet, channel -> new Foot());
        this.table = table;
        this.input = input;
        source = signsOf(table, true);
        target = signsOf(table, false);
        forget();
    }

    /** {@return a translator by a table} */
    public static LiveTranslator by(TranslationTable table) {
        return by(table, PlayedInput.PLAIN);
    }

    /** {@return a translator by a table, of what a kit sends when its own figures are taken into account} */
    public static LiveTranslator by(TranslationTable table, PlayedInput input) {
        return new LiveTranslator(table, input);
    }

    private static Signs signsOf(TranslationTable table, boolean source) {
        var forms = table.forms();
        return source
                ? new Signs(forms.chokes().from(), forms.hats().from().pedal(), forms.from())
                : new Signs(forms.chokes().to(), forms.hats().to().pedal(), forms.to());
    }

    /**
     * Says how fast the music is; fixed lengths go by it.
     *
     * @param microseconds of a quarter, 1 or more
     */
    public void setQuarter(long microseconds) {
        quarter = microseconds;
    }

    /**
     * A message comes in.
     *
     * @param message not before any that came earlier
     * @return what goes out, in this order; what was due before goes first
     */
    public List<TimedMessage> receive(TimedMessage message) {
        begin(message.at());
        int command = message.command();
        int channel = message.channel();
        switch (command) {
            case NOTE_ON -> {
                if (message.data2() > 0) {
                    strike(message.at(), channel, message.data1(), message.data2());
                } else {
                    release(message, channel);
                }
            }
            case NOTE_OFF -> release(message, channel);
            case PRESSURE -> press(message, channel);
            case CONTROL -> control(message, channel);
            default -> out.add(message);
        }
        return finish();
    }

    /** {@return what is due by now: ends of fixed lengths, and what else was to come later} */
    public List<TimedMessage> advance(long at) {
        begin(at);
        return finish();
    }

    /**
     * Another table holds from now on: all that sounds ends first.
     *
     * @return what goes out
     */
    public List<TimedMessage> change(TranslationTable newTable, PlayedInput newInput, long at) {
        begin(at);
        silence(at);
        table = newTable;
        input = newInput;
        source = signsOf(newTable, true);
        target = signsOf(newTable, false);
        forget();
        return finish();
    }

    /**
     * Ends all that sounds, and all that rings.
     *
     * @return what goes out
     */
    public List<TimedMessage> stop(long at) {
        begin(at);
        silence(at);
        for (int channel = 0; channel < TranslationTable.CHANNELS; channel++) {
            if ((usedChannels >> channel & 1) == 1) {
                send(at, CONTROL | channel, ALL_SOUND_OFF, 0);
            }
        }
        usedChannels = 0;
        forget();
        return finish();
    }

    private void begin(long at) {
        out = new ArrayList<>();
        while (!pending.isEmpty() && pending.peek().at <= at) {
            Later due = pending.remove();
            if (due.ends != null) {
                end(due.ends, due.at);
            } else if ((due.status & 0xF0) == CONTROL) {
                letOpen(due.at, due.status & 0x0F);
            } else if ((due.status & 0xF0) == NOTE_ON) {
                shortStroke(due.at, due.status & 0x0F, due.data1, due.data2, NONE);
            } else {
                sendPressure(due.at, (due.status & 0x0F) << 7 | due.data1, due.data2);
            }
        }
    }

    private List<TimedMessage> finish() {
        List<TimedMessage> sent = out;
        out = new ArrayList<>();
        return sent;
    }

    private void silence(long at) {
        pending.clear();
        for (int channel = 0; channel < TranslationTable.CHANNELS; channel++) {
            if (feet[channel].steadyUntil != NONE) {
                feet[channel].steadyUntil = at;
                letOpen(at, channel);
            }
        }
        for (Tone tone : List.copyOf(tones)) {
            end(tone, at);
        }
        for (int key : List.copyOf(pressing)) {
            sendPressure(at, key, 0);
        }
    }

    /** What came in before has no part any more in what comes now; where the pedal stands is still known. */
    private void forget() {
        held.forEach(Deque::clear);
        Arrays.fill(last, null);
        Arrays.fill(ringing, null);
        Arrays.fill(pressed, false);
        Arrays.fill(dropsPressure, false);
        Arrays.fill(endingItself, null);
        Arrays.fill(struckAt, NONE);
        Arrays.fill(sentPedal, NONE);
        for (int channel = 0; channel < TranslationTable.CHANNELS; channel++) {
            boolean closed = pedal[channel] != NONE && isClosed(pedal[channel]);
            feet[channel].closedValue = closed ? pedal[channel] : NONE;
            feet[channel].leftClosed = NONE;
        }
    }

    // Going out

    private void send(long at, int status, int data1, int data2) {
        out.add(new TimedMessage(at, status, data1, data2));
    }

    private void sendPressure(long at, int key, int value) {
        send(at, PRESSURE | key >> 7, key & 0x7F, value);
        if (value > 0) {
            pressing.add(key);
        } else {
            pressing.remove(key);
        }
    }

    private void later(long at, @Nullable Tone ends, int status, int data1, int data2) {
        pending.add(new Later(at, turns++, ends, status, data1, data2));
    }

    /** A note begins; null when it folds into a louder one of the same moment. */
    private @Nullable Tone on(long at, int channel, int note, int velocity, int from) {
        int key = channel << 7 | note;
        boolean meets = struckAt[key] == at;
        int origin = meets && struckFrom[key] != from ? SEVERAL : from;
        boolean folds = origin == SEVERAL && struckVelocity[key] >= velocity;
        struckAt[key] = at;
        struckFrom[key] = origin;
        struckVelocity[key] = meets ? Math.max(struckVelocity[key], velocity) : velocity;
        if (folds) {
            return null;
        }
        Tone before = endingItself[key];
        if (before != null) {
            end(before, at);
        }
        send(at, NOTE_ON | channel, note, velocity);
        usedChannels |= 1 << channel;
        Tone tone = new Tone(key);
        tones.add(tone);
        return tone;
    }

    private void end(Tone tone, long at) {
        end(tone, at, NOTE_OFF, RELEASE_VELOCITY);
    }

    private void end(Tone tone, long at, int command, int velocity) {
        if (tone.over) {
            return;
        }
        tone.over = true;
        tones.remove(tone);
        if (endingItself[tone.key] == tone) {
            endingItself[tone.key] = null;
        }
        send(at, command | tone.key >> 7, tone.key & 0x7F, velocity);
    }

    private void endLater(Tone tone, long at) {
        tone.endsItself = true;
        endingItself[tone.key] = tone;
        later(at, tone, 0, 0, 0);
    }

    private void shortStroke(long at, int channel, int note, int velocity, int from) {
        Tone tone = on(at, channel, note, velocity, from);
        if (tone != null) {
            endLater(tone, at + SHORT);
        }
    }

    // Strokes

    private void strike(long at, int channel, int key, int velocity) {
        int note = input.note(key, position[channel]);
        Hit hit = new Hit(note, input.velocity(key, velocity), at);
        int played = channel << 7 | key;
        held.get(played).addLast(hit);
        last[played] = hit;
        pressed[played] = false;
        dropsPressure[played] = false;
        if (source.hat[note]) {
            feet[channel].struck = at;
        }
        if (source.openness[note] == Openness.PEDAL && input.steady().isPresent()) {
            holdClosed(at, channel, velocity, input.steady().get());
        }
        Choke choke = source.choke[note];
        if (choke == null) {
            route(hit, channel, NONE);
            if (source.cymbal[note] != NONE) {
                ringing[source.cymbal[note]] = hit;
            }
            return;
        }
        Hit stroke = takeRinging(note, at);
        if (table.asRouted().contains(note)) {
            route(hit, channel, NONE);
        } else if (choke == Choke.TAIL) {
            tail(hit, channel, stroke);
        } else {
            struckChoke(hit, channel);
        }
    }

    /** The stroke of a note's cymbal that still rings, which does not ring any more then; null when there is none. */
    private @Nullable Hit takeRinging(int note, long at) {
        int cymbal = source.cymbal[note];
        Hit stroke = ringing[cymbal];
        ringing[cymbal] = null;
        return stroke != null && at > stroke.at && at - stroke.at <= RINGS ? stroke : null;
    }

    /** Sends a hit where its row says; its first note to another one when that is given. */
    private void route(Hit hit, int channel, int instead) {
        Row row = table.row(channel + 1, hit.note).orElse(null);
        if (row == null || row.sends() == Route.Sends.UNCHANGED) {
            if (row != null || table.unlisted() == TranslationTable.Unlisted.PASS) {
                first(hit, channel, channel(channel), instead == NONE ? hit.note : instead, hit.velocity, null);
            }
            return;
        }
        boolean any = false;
        for (Cell cell : row.cells()) {
            if (!cell.takes(hit.velocity) || any && row.sends() == Route.Sends.TO_FIRST) {
                continue;
            }
            int to = cell.channel().isPresent() ? cell.channel().getAsInt() - 1 : channel(channel);
            int velocity = cell.curve().get(hit.velocity);
            NoteLength length = cell.length().orElse(null);
            if (any) {
                begin(hit, on(hit.at, to, cell.note(), velocity, channel << 7 | hit.note), length);
            } else {
                first(hit, channel, to, instead == NONE ? cell.note() : instead, velocity, length);
            }
            any = true;
        }
    }

    private int channel(int channel) {
        return table.channel().isPresent() ? table.channel().getAsInt() - 1 : channel;
    }

    private void first(Hit hit, int channel, int to, int routed, int velocity, @Nullable NoteLength length) {
        int note = hat(hit, channel, to, routed);
        hit.landed = to << 7 | note;
        Tone tone = on(hit.at, to, note, velocity, channel << 7 | hit.note);
        begin(hit, tone, length);
        boolean letsRing = target.chokes.form() == Form.RELEASE && source.chokes.form() != Form.RELEASE;
        if (tone != null && length == null && letsRing && target.ringsLong[note]) {
            endLater(tone, hit.at + RUNG_OUT);
        }
    }

    private void begin(Hit hit, @Nullable Tone tone, @Nullable NoteLength length) {
        if (tone == null) {
            return;
        }
        hit.tones.add(tone);
        if (length != null) {
            endLater(tone, hit.at + length.parts() * quarter / PARTS_OF_A_QUARTER);
        }
    }

    /** Where a hit goes by its row, or NONE. */
    private int landing(int channel, int note, int velocity) {
        Row row = table.row(channel + 1, note).orElse(null);
        if (row == null || row.sends() == Route.Sends.UNCHANGED) {
            return row != null || table.unlisted() == TranslationTable.Unlisted.PASS ? note : NONE;
        }
        return row.cells().stream()
                .filter(cell -> cell.takes(velocity))
                .map(Cell::note)
                .findFirst()
                .orElse(NONE);
    }

    // Hats

    /** A hat that the pedal opens goes to the note that is as far open; one that its note opens tells the other pedal. */
    private int hat(Hit hit, int channel, int to, int landed) {
        Openness from = source.openness[hit.note];
        Openness there = target.openness[landed];
        if (from == null || there == null) {
            return landed;
        }
        if (from == Openness.PEDAL && there != Openness.PEDAL && pedal[channel] != NONE) {
            Openness played = Hats.openness(source.hatPedal, pedal[channel]);
            Map<Openness, Integer> same = table.forms().hats().notes().getOrDefault(landed, Map.of());
            return same.getOrDefault(played, landed);
        }
        if (from != Openness.PEDAL && there == Openness.PEDAL) {
            int value = table.forms().hats().nearestValue(from).orElse(NONE);
            if (value != NONE && sentPedal[to] != value) {
                send(hit.at, CONTROL | to, target.hatPedal.controller(), value);
                sentPedal[to] = value;
            }
        }
        return landed;
    }

    private void control(TimedMessage message, int channel) {
        int controller = message.data1();
        if (input.isPosition(controller)) {
            position[channel] = message.data2();
        }
        if (source.byPedal && controller == source.hatPedal.controller()) {
            Foot foot = feet[channel];
            boolean closed = isClosed(message.data2());
            if (foot.steadyUntil != NONE && !closed) {
                foot.waiting = message.data2();
                return;
            }
            foot.waiting = NONE;
            movePedal(message.at(), channel, message.data2());
            return;
        }
        boolean writes = source.byNote && !source.byPedal && target.byPedal;
        if (!writes || controller != target.hatPedal.controller()) {
            out.add(message);
        }
    }

    private boolean isClosed(int value) {
        return Hats.openness(source.hatPedal, value).position() <= Openness.CLOSED.position();
    }

    private void movePedal(long at, int channel, int value) {
        Foot foot = feet[channel];
        if (isClosed(value)) {
            foot.closedValue = value;
            foot.leftClosed = NONE;
        } else if (foot.leftClosed == NONE) {
            foot.leftClosed = at;
        }
        pedal[channel] = value;
        moveFoot(at, channel, value);
        if (target.byPedal) {
            int sent = Hats.between(source.hatPedal, target.hatPedal, value);
            send(at, CONTROL | channel(channel), target.hatPedal.controller(), sent);
        }
    }

    /** A hard stroke on a hi-hat that is closed, or was a moment ago, leaves it closed. */
    private void holdClosed(long at, int channel, int velocity, Steady steady) {
        Foot foot = feet[channel];
        long reach = steady.milliseconds() * MILLISECOND;
        boolean closed = foot.leftClosed == NONE || at - foot.leftClosed <= reach;
        if (velocity < steady.velocityFrom() || foot.closedValue == NONE || !closed) {
            return;
        }
        if (foot.leftClosed != NONE) {
            foot.waiting = pedal[channel];
            movePedal(at, channel, foot.closedValue);
        }
        foot.steadyUntil = at + reach;
        later(foot.steadyUntil, null, CONTROL | channel, 0, 0);
    }

    /** The shock of a hard stroke is over: what the pedal says is believed again. */
    private void letOpen(long at, int channel) {
        Foot foot = feet[channel];
        if (foot.steadyUntil != at) {
            return;
        }
        foot.steadyUntil = NONE;
        if (foot.waiting != NONE) {
            int value = foot.waiting;
            foot.waiting = NONE;
            movePedal(at, channel, value);
        }
    }

    /** Where only the target has a note for a foot that closes the hi-hat, it is struck. */
    private void moveFoot(long at, int channel, int value) {
        Foot foot = feet[channel];
        double opened = Hats.openness(source.hatPedal, value).position();
        boolean open = opened >= Openness.HALF.position();
        if (foot.open && !open) {
            foot.leftOpen = at;
        }
        boolean closes = opened <= Openness.CLOSED.position() && !foot.closed;
        foot.open = open;
        foot.closed = opened <= Openness.CLOSED.position();
        boolean needsNote = source.close == NONE && source.splash == NONE && target.close != NONE;
        if (!needsNote) {
            return;
        }
        boolean struck = foot.struck != NONE && at - foot.struck <= STROKE_BEFORE_FOOT;
        if (closes && foot.leftOpen != NONE && at - foot.leftOpen <= SLOWEST_FOOT && !struck) {
            foot.velocity = FootClose.velocity((at - foot.leftOpen) / MICROSECONDS);
            foot.closedAt = at;
            shortStroke(at, channel(channel), target.close, foot.velocity, NONE);
        } else if (open && foot.closedAt != NONE) {
            long limit = input.splash()
                    .map(splash -> splash.milliseconds() * MILLISECOND)
                    .orElse(SPLASH);
            if (at - foot.closedAt <= limit && target.splash != NONE) {
                int velocity = input.splash().map(Splash::velocity).orElse(foot.velocity);
                shortStroke(at, channel(channel), target.splash, velocity, NONE);
            }
            foot.closedAt = NONE;
        }
    }

    // Chokes

    private boolean canBeChoked(int note) {
        return target.cymbal[note] != NONE
                && (target.chokes.form() != Form.NOTE
                        || table.forms().chokes().chokedBy().containsKey(note));
    }

    /** The damped tail of a cymbal that rings. */
    private void tail(Hit hit, int channel, @Nullable Hit stroke) {
        if (stroke == null || stroke.landed == NONE || !canBeChoked(stroke.landed & 0x7F)) {
            route(hit, channel, NONE);
            return;
        }
        switch (target.chokes.form()) {
            case NOTE -> {
                int by = chokedBy(stroke.landed & 0x7F);
                if (target.choke[by] == Choke.TAIL) {
                    route(hit, channel, by);
                } else {
                    endFirst(stroke, hit.at);
                }
            }
            case PRESSURE -> {
                sendPressure(hit.at, stroke.landed, Math.max(hit.velocity, target.chokes.pressureFrom()));
                hit.presses = stroke.landed;
            }
            case RELEASE -> endFirst(stroke, hit.at);
        }
    }

    private int chokedBy(int note) {
        return table.forms().chokes().chokedBy().getOrDefault(note, NONE);
    }

    private void endFirst(Hit stroke, long at) {
        if (!stroke.tones.isEmpty()) {
            end(stroke.tones.get(0), at);
        }
    }

    /** A stroke that is damped at once: it stays one, or becomes the plain stroke and what damps it a little later. */
    private void struckChoke(Hit hit, int channel) {
        int landed = landing(channel, hit.note, hit.velocity);
        int plain = NONE;
        if (landed == NONE || target.choke[landed] != Choke.STRUCK) {
            for (int stopped : table.forms().chokes().stops().getOrDefault(hit.note, List.of())) {
                plain = plain == NONE ? landing(channel, stopped, hit.velocity) : plain;
            }
        }
        if (plain == NONE || !canBeChoked(plain)) {
            route(hit, channel, NONE);
            return;
        }
        int by = target.chokes.form() == Form.NOTE ? chokedBy(plain) : NONE;
        boolean atOnce = by != NONE && target.choke[by] != Choke.TAIL;
        route(hit, channel, atOnce ? by : plain);
        if (hit.landed == NONE || atOnce) {
            return;
        }
        int to = hit.landed >> 7;
        long at = hit.at + TAIL;
        switch (target.chokes.form()) {
            case NOTE -> later(at, null, NOTE_ON | to, by, hit.velocity);
            case PRESSURE -> {
                int value = Math.max(hit.velocity, target.chokes.pressureFrom());
                later(at, null, PRESSURE | to, hit.landed & 0x7F, value);
                later(at + SHORT, null, PRESSURE | to, hit.landed & 0x7F, 0);
            }
            case RELEASE -> {
                if (!hit.tones.isEmpty()) {
                    endLater(hit.tones.get(0), at);
                }
            }
        }
    }

    /** Stops a stroke that rings in the form of the target. */
    private void damp(Hit stroke, long at, int velocity) {
        int note = stroke.landed & 0x7F;
        switch (target.chokes.form()) {
            case PRESSURE -> {
                sendPressure(at, stroke.landed, Math.max(velocity, target.chokes.pressureFrom()));
                later(at + SHORT, null, PRESSURE | stroke.landed >> 7, note, 0);
            }
            case RELEASE -> endFirst(stroke, at);
            case NOTE -> {
                int by = chokedBy(note);
                if (target.choke[by] == Choke.TAIL) {
                    shortStroke(at, stroke.landed >> 7, by, velocity, NONE);
                } else {
                    endFirst(stroke, at);
                }
            }
        }
    }

    private void release(TimedMessage message, int channel) {
        Hit hit = held.get(channel << 7 | message.data1()).pollFirst();
        if (hit == null) {
            return;
        }
        for (Tone tone : hit.tones) {
            if (!tone.endsItself) {
                end(tone, message.at(), message.status() & 0xF0, message.data2());
            }
        }
        if (hit.presses != NONE) {
            sendPressure(message.at(), hit.presses, 0);
            hit.presses = NONE;
        }
        int cymbal = source.cymbal[hit.note];
        boolean grabs = source.chokes.form() == Form.RELEASE
                && target.chokes.form() != Form.RELEASE
                && cymbal != NONE
                && ringing[cymbal] == hit;
        if (grabs) {
            Hit stroke = takeRinging(hit.note, message.at());
            if (stroke != null && stroke.landed != NONE && canBeChoked(stroke.landed & 0x7F)) {
                damp(stroke, message.at(), stroke.velocity);
            }
        }
    }

    private void press(TimedMessage message, int channel) {
        int key = channel << 7 | message.data1();
        Hit hit = last[key];
        if (hit == null) {
            int landed = landing(channel, message.data1(), LOUDEST);
            if (landed != NONE) {
                sendPressure(message.at(), channel(channel) << 7 | landed, message.data2());
            }
            return;
        }
        int value = message.data2();
        boolean drops = false;
        if (source.chokes.form() == Form.PRESSURE && source.cymbal[hit.note] != NONE) {
            boolean down = value >= source.chokes.pressureFrom();
            drops = dropsPressure[key];
            if (down && !pressed[key] && source.choke[hit.note] == null) {
                Hit stroke = takeRinging(hit.note, message.at());
                if (stroke != null && stroke.landed != NONE && canBeChoked(stroke.landed & 0x7F)) {
                    if (target.chokes.form() == Form.PRESSURE) {
                        value = Math.max(value, target.chokes.pressureFrom());
                    } else {
                        drops = true;
                        damp(stroke, message.at(), value);
                    }
                }
            }
            pressed[key] = down || pressed[key] && value > 0;
            dropsPressure[key] = drops && value > 0;
        }
        if (!drops && hit.landed != NONE) {
            sendPressure(message.at(), hit.landed, value);
        }
    }
}
