// Translates what is played while it is played: the definition is LiveTranslator in Java, and this does exactly the same.
// Times are whole microseconds, messages are [at, status, data1, data2].

const SHORT = 60_000;
const RINGS = 8_000_000;
const RUNG_OUT = 9_000_000;
const TAIL = 100_000;
const SLOWEST_FOOT = 250_000;
const SPLASH = 150_000;
const STROKE_BEFORE_FOOT = 30_000;
const HARDEST_FOOT = 100;
const SOFTEST_FOOT = 30;

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const PRESSURE = 0xa0;
const CONTROL = 0xb0;
const ALL_SOUND_OFF = 120;
const RELEASE_VELOCITY = 64;
const LOUDEST = 127;
const NONE = -1;
// In place of where a stroke comes from: strokes from several notes met.
const SEVERAL = -2;
const CHANNELS = 16;
const NOTES = 128;
const KEYS = CHANNELS * NOTES;
const PARTS_OF_A_QUARTER = 960;
const NEVER = 128;

const OPENNESS = ["tight", "closed", "quarter", "half", "three-quarter", "open"];
const POSITIONS = { tight: -0.05, closed: 0, quarter: 0.1, half: 0.18, "three-quarter": 0.24, open: 0.3, pedal: 0.15 };

const filled = (count, value) => new Array(count).fill(value);

class HatPedal {
  constructor({ controller, threeQuarterFrom, halfFrom, quarterFrom, closedFrom, tightFrom, countsDown } = {}) {
    this.controller = controller ?? 4;
    this.thresholds = [threeQuarterFrom ?? 16, halfFrom ?? 48, quarterFrom ?? 80, closedFrom ?? 112, tightFrom ?? NEVER];
    this.countsDown = countsDown ?? false;
    const values = Array.from({ length: NOTES }, (_, value) => value);
    this.opens = values.map((value) => this.#openness(value));
    this.positions = this.opens.map((openness) => POSITIONS[openness]);
  }

  #openness(value) {
    const pressed = this.countsDown ? 127 - value : value;
    const passed = this.thresholds.filter((threshold) => pressed >= threshold).length;
    return ["open", "three-quarter", "half", "quarter", "closed", "tight"][passed];
  }

  // A value of this pedal as another one sends it.
  asSentBy(other, value) {
    const same = this.countsDown === other.countsDown && this.thresholds.every((from, at) => from === other.thresholds[at]);
    if (same) {
      return value;
    }
    const of = [0, ...this.thresholds, NEVER];
    const onto = [0, ...other.thresholds, NEVER];
    const pressed = this.countsDown ? 127 - value : value;
    let at = 0;
    while (at + 2 < of.length && pressed >= of[at + 1]) {
      at++;
    }
    const span = of[at + 1] - of[at];
    const share = span === 0 ? 0 : (pressed - of[at]) / span;
    const room = onto[at + 1] - onto[at];
    const most = Math.max(onto[at], onto[at + 1] - 1);
    const there = Math.max(0, Math.min(127, Math.min(most, onto[at] + Math.floor(share * room))));
    return other.countsDown ? 127 - there : there;
  }
}

// What is known of the notes of one instrument.
class Signs {
  constructor(kit, facts) {
    this.chokes = kit.chokes ?? "note";
    this.pressureFrom = kit.chokePressure ?? 1;
    this.pedal = new HatPedal(kit.pedal);
    this.cymbal = filled(NOTES, NONE);
    this.choke = filled(NOTES, null);
    this.ringsLong = filled(NOTES, false);
    this.hat = filled(NOTES, false);
    this.openness = filled(NOTES, null);
    this.close = NONE;
    this.splash = NONE;
    this.byPedal = false;
    this.byNote = false;
    for (const { note, cymbal, choke, ringsLong, hat, openness, foot } of facts) {
      this.cymbal[note] = cymbal ?? NONE;
      this.choke[note] = choke ?? null;
      this.ringsLong[note] = ringsLong ?? false;
      this.hat[note] = hat ?? false;
      this.openness[note] = openness ?? null;
      this.byPedal ||= openness === "pedal";
      this.byNote ||= openness !== undefined && openness !== "pedal";
      if (foot === "close" && this.close === NONE) {
        this.close = note;
      } else if (foot === "splash" && this.splash === NONE) {
        this.splash = note;
      }
    }
  }
}

// A table that came as JSON, ready to be asked.
class Table {
  constructor(document) {
    this.channel = document.channel === undefined ? NONE : document.channel - 1;
    this.passes = document.unlisted === "pass";
    this.rows = filled(KEYS, null);
    for (const ofOneChannel of [false, true]) {
      for (const row of document.notes.filter((one) => (one.channel !== undefined) === ofOneChannel)) {
        const first = row.channel === undefined ? 0 : row.channel - 1;
        const last = row.channel === undefined ? CHANNELS - 1 : row.channel - 1;
        for (let channel = first; channel <= last; channel++) {
          this.rows[(channel << 7) | row.note] = row;
        }
      }
    }
    this.source = new Signs(document.from, document.fromNotes);
    this.target = new Signs(document.to, document.toNotes);
    this.stops = new Map(document.stops.map(({ note, notes }) => [note, notes]));
    this.chokedBy = new Map(document.chokedBy.map(({ note, by }) => [note, by]));
    this.hats = new Map(document.hats.map((hat) => [hat.note, hat]));
    this.values = document.values;
    this.asRouted = new Set(document.asRouted ?? []);
    this.curves = new Map((document.curves ?? []).map(({ note, velocities }) => [note, velocities]));
    this.place = document.place ?? null;
    this.splash = document.splash ?? null;
    this.steady = document.steadyHat ?? null;
    const { pedal } = this.source;
    this.pedalSends = pedal.opens.map((_, value) => pedal.asSentBy(this.target.pedal, value));
  }

  note(sent, value) {
    const { place } = this;
    if (place === null || place.note !== sent || value < 0) {
      return sent;
    }
    if (value >= place.edgeFrom) {
      return place.edge;
    }
    return value >= place.offCentreFrom ? place.offCentre : sent;
  }

  velocity(note, sent) {
    return this.curves.get(note)?.[sent] ?? sent;
  }

  valueFor(openness) {
    let value = NONE;
    let least = Number.MAX_VALUE;
    for (const other of OPENNESS) {
      const away = Math.abs(POSITIONS[other] - POSITIONS[openness]);
      if (this.values[other] !== undefined && away < least) {
        least = away;
        value = this.values[other];
      }
    }
    return value;
  }
}

// What was made ready once is ready when it is switched to again.
const ready = new WeakMap();
const tableOf = (document) => {
  if (!ready.has(document)) {
    ready.set(document, new Table(document));
  }
  return ready.get(document);
};

const takes = (cell, velocity) => velocity >= cell.from && velocity <= cell.to;

const footVelocity = (microseconds) => {
  const seconds = microseconds / 1_000_000;
  return Math.floor(HARDEST_FOOT - ((HARDEST_FOOT - SOFTEST_FOOT) * seconds) / (SLOWEST_FOOT / 1_000_000) + 0.5);
};

// A stroke that came in, which is the first note that goes out for it as well: where that went, whether it is over, whether it
// ends by itself. More notes of the same stroke, and notes that are put in, are made alike.
const strokeOf = (note, velocity, at) => ({
  note,
  velocity,
  at,
  landed: NONE,
  presses: NONE,
  next: null,
  more: null,
  key: NONE,
  turn: 0,
  over: true,
  endsItself: false,
});
const firstTone = (stroke) => (stroke.key === NONE ? (stroke.more === null ? null : stroke.more[0]) : stroke);

export class LiveTranslator {
  #table;
  #quarter = 500_000;
  // The strokes on a key that are held, the first and the last of those; each knows the next.
  #held = filled(KEYS, null);
  #heldLast = filled(KEYS, null);
  #last = filled(KEYS, null);
  #ringing = filled(NOTES, null);
  #pressed = new Uint8Array(KEYS);
  #dropsPressure = new Uint8Array(KEYS);
  // How many tones have begun.
  #begun = 0;
  #endingItself = filled(KEYS, null);
  #pressing = new Set();
  #struckAt = new Float64Array(KEYS).fill(NONE);
  #struckFrom = new Int16Array(KEYS);
  #struckVelocity = new Uint8Array(KEYS);
  #usedChannels = 0;
  #pedal = filled(CHANNELS, NONE);
  #sentPedal = filled(CHANNELS, NONE);
  #position = filled(CHANNELS, NONE);
  #feet = Array.from({ length: CHANNELS }, () => ({
    open: false,
    closed: false,
    leftOpen: NONE,
    struck: NONE,
    closedAt: NONE,
    velocity: 0,
    closedValue: NONE,
    leftClosed: NONE,
    steadyUntil: NONE,
    waiting: NONE,
  }));
  #pending = [];
  #out = [];

  // By a table as the server sends it.
  constructor(document) {
    this.#table = tableOf(document);
    this.#forget();
  }

  setQuarter(microseconds) {
    this.#quarter = microseconds;
  }

  // When something is due that was to come later; null when nothing is.
  get due() {
    return this.#pending.length === 0 ? null : this.#pending[0].at;
  }

  receive(message) {
    const at = message[0];
    const status = message[1];
    this.#begin(at);
    const channel = status & 0x0f;
    switch (status & 0xf0) {
      case NOTE_ON:
        if (message[3] > 0) {
          this.#strike(at, channel, message[2], message[3]);
        } else {
          this.#release(message, channel);
        }
        break;
      case NOTE_OFF:
        this.#release(message, channel);
        break;
      case PRESSURE:
        this.#press(message, channel);
        break;
      case CONTROL:
        this.#control(message, channel);
        break;
      default:
        this.#out.push(message);
    }
    return this.#finish();
  }

  advance(at) {
    this.#begin(at);
    return this.#finish();
  }

  change(document, at) {
    this.#begin(at);
    this.#silence(at);
    this.#table = tableOf(document);
    this.#forget();
    return this.#finish();
  }

  stop(at) {
    this.#begin(at);
    this.#silence(at);
    for (let channel = 0; channel < CHANNELS; channel++) {
      if ((this.#usedChannels >> channel) & 1) {
        this.#send(at, CONTROL | channel, ALL_SOUND_OFF, 0);
      }
    }
    this.#usedChannels = 0;
    this.#forget();
    return this.#finish();
  }

  #begin(at) {
    this.#out = [];
    while (this.#pending.length > 0 && this.#pending[0].at <= at) {
      const due = this.#pending.shift();
      if (due.ends !== null) {
        this.#end(due.ends, due.at);
      } else if ((due.status & 0xf0) === CONTROL) {
        this.#letOpen(due.at, due.status & 0x0f);
      } else if ((due.status & 0xf0) === NOTE_ON) {
        this.#shortStroke(due.at, due.status & 0x0f, due.data1, due.data2, NONE);
      } else {
        this.#sendPressure(due.at, ((due.status & 0x0f) << 7) | due.data1, due.data2);
      }
    }
  }

  #finish() {
    return this.#out;
  }

  // The tones that sound, in the order in which they began: those of strokes that are held, and those that end by themselves.
  #sounding(pending) {
    const tones = pending.filter(({ ends }) => ends !== null).map(({ ends }) => ends);
    for (const first of this.#held) {
      for (let hit = first; hit !== null; hit = hit.next) {
        tones.push(hit, ...(hit.more ?? []));
      }
    }
    return tones.filter((tone) => !tone.over).sort((one, other) => one.turn - other.turn);
  }

  #silence(at) {
    const ending = this.#pending;
    this.#pending = [];
    for (let channel = 0; channel < CHANNELS; channel++) {
      if (this.#feet[channel].steadyUntil !== NONE) {
        this.#feet[channel].steadyUntil = at;
        this.#letOpen(at, channel);
      }
    }
    for (const tone of this.#sounding([...ending, ...this.#pending])) {
      this.#end(tone, at);
    }
    for (const key of [...this.#pressing].sort((one, other) => one - other)) {
      this.#sendPressure(at, key, 0);
    }
  }

  #forget() {
    this.#held.fill(null);
    this.#heldLast.fill(null);
    this.#last.fill(null);
    this.#ringing.fill(null);
    this.#pressed.fill(0);
    this.#dropsPressure.fill(0);
    this.#endingItself.fill(null);
    this.#struckAt.fill(NONE);
    this.#sentPedal.fill(NONE);
    for (let channel = 0; channel < CHANNELS; channel++) {
      const stands = this.#pedal[channel];
      this.#feet[channel].closedValue = stands !== NONE && this.#isClosed(stands) ? stands : NONE;
      this.#feet[channel].leftClosed = NONE;
    }
  }

  // Going out

  #send(at, status, data1, data2) {
    this.#out.push([at, status, data1, data2]);
  }

  #sendPressure(at, key, value) {
    this.#send(at, PRESSURE | (key >> 7), key & 0x7f, value);
    this.#pressing[value > 0 ? "add" : "delete"](key);
  }

  // Those of one moment in the order in which they were put in.
  #later(at, ends, status, data1, data2) {
    let low = 0;
    let high = this.#pending.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#pending[middle].at <= at) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    this.#pending.splice(low, 0, { at, ends, status, data1, data2 });
  }

  // A note begins; not when it folds into a louder one of the same moment.
  #on(tone, at, channel, note, velocity, from) {
    const key = (channel << 7) | note;
    const meets = this.#struckAt[key] === at;
    const origin = meets && this.#struckFrom[key] !== from ? SEVERAL : from;
    const folds = origin === SEVERAL && this.#struckVelocity[key] >= velocity;
    this.#struckAt[key] = at;
    this.#struckFrom[key] = origin;
    this.#struckVelocity[key] = meets ? Math.max(this.#struckVelocity[key], velocity) : velocity;
    if (folds) {
      return false;
    }
    const before = this.#endingItself[key];
    if (before !== null) {
      this.#end(before, at);
    }
    this.#send(at, NOTE_ON | channel, note, velocity);
    this.#usedChannels |= 1 << channel;
    tone.key = key;
    tone.over = false;
    tone.turn = this.#begun++;
    return true;
  }

  #end(tone, at, command = NOTE_OFF, velocity = RELEASE_VELOCITY) {
    if (tone.over) {
      return;
    }
    tone.over = true;
    if (this.#endingItself[tone.key] === tone) {
      this.#endingItself[tone.key] = null;
    }
    this.#send(at, command | (tone.key >> 7), tone.key & 0x7f, velocity);
  }

  #endLater(tone, at) {
    tone.endsItself = true;
    this.#endingItself[tone.key] = tone;
    this.#later(at, tone, 0, 0, 0);
  }

  #shortStroke(at, channel, note, velocity, from) {
    const tone = strokeOf(note, velocity, at);
    if (this.#on(tone, at, channel, note, velocity, from)) {
      this.#endLater(tone, at + SHORT);
    }
  }

  // Strokes

  #strike(at, channel, key, sentVelocity) {
    const table = this.#table;
    const { source } = table;
    const note = table.note(key, this.#position[channel]);
    const velocity = table.velocity(key, sentVelocity);
    const hit = strokeOf(note, velocity, at);
    const played = (channel << 7) | key;
    if (this.#held[played] === null) {
      this.#held[played] = hit;
    } else {
      this.#heldLast[played].next = hit;
    }
    this.#heldLast[played] = hit;
    this.#last[played] = hit;
    this.#pressed[played] = 0;
    this.#dropsPressure[played] = 0;
    if (source.hat[note]) {
      this.#feet[channel].struck = at;
    }
    if (source.openness[note] === "pedal" && table.steady !== null) {
      this.#holdClosed(at, channel, sentVelocity, table.steady);
    }
    const choke = source.choke[note];
    if (choke === null) {
      this.#route(hit, channel, NONE);
      if (source.cymbal[note] !== NONE) {
        this.#ringing[source.cymbal[note]] = hit;
      }
      return;
    }
    const stroke = this.#takeRinging(note, at);
    if (table.asRouted.has(note)) {
      this.#route(hit, channel, NONE);
    } else if (choke === "tail") {
      this.#tail(hit, channel, stroke);
    } else {
      this.#struckChoke(hit, channel);
    }
  }

  // The stroke of a note's cymbal that still rings, which does not ring any more then; null when there is none.
  #takeRinging(note, at) {
    const cymbal = this.#table.source.cymbal[note];
    const stroke = this.#ringing[cymbal];
    this.#ringing[cymbal] = null;
    return stroke !== null && at > stroke.at && at - stroke.at <= RINGS ? stroke : null;
  }

  // Sends a hit where its row says; its first note to another one when that is given.
  #route(hit, channel, instead) {
    const table = this.#table;
    const row = table.rows[(channel << 7) | hit.note];
    if (row === null || row.sends === "unchanged") {
      if (row !== null || table.passes) {
        this.#first(hit, channel, this.#channel(channel), instead === NONE ? hit.note : instead, hit.velocity, undefined);
      }
      return;
    }
    let any = false;
    const { targets } = row;
    for (let i = 0; i < targets.length; i++) {
      const cell = targets[i];
      if (!takes(cell, hit.velocity) || (any && row.sends === "first")) {
        continue;
      }
      const to = cell.channel === undefined ? this.#channel(channel) : cell.channel - 1;
      const velocity = cell.curve === undefined ? hit.velocity : cell.curve[hit.velocity];
      if (any) {
        this.#another(hit, channel, to, cell.note, velocity, cell.length);
      } else {
        this.#first(hit, channel, to, instead === NONE ? cell.note : instead, velocity, cell.length);
      }
      any = true;
    }
  }

  #channel(channel) {
    return this.#table.channel === NONE ? channel : this.#table.channel;
  }

  #first(hit, channel, to, routed, velocity, length) {
    const { source, target } = this.#table;
    const note = this.#hat(hit, channel, to, routed);
    hit.landed = (to << 7) | note;
    if (!this.#on(hit, hit.at, to, note, velocity, (channel << 7) | hit.note)) {
      return;
    }
    if (length !== undefined) {
      this.#endAfter(hit, hit.at, length);
    } else if (target.chokes === "release" && source.chokes !== "release" && target.ringsLong[note]) {
      this.#endLater(hit, hit.at + RUNG_OUT);
    }
  }

  // One more note that a stroke plays.
  #another(hit, channel, to, note, velocity, length) {
    const tone = strokeOf(hit.note, velocity, hit.at);
    if (!this.#on(tone, hit.at, to, note, velocity, (channel << 7) | hit.note)) {
      return;
    }
    (hit.more ??= []).push(tone);
    if (length !== undefined) {
      this.#endAfter(tone, hit.at, length);
    }
  }

  #endAfter(tone, at, length) {
    const parts = Math.round(length * PARTS_OF_A_QUARTER);
    this.#endLater(tone, at + Math.floor((parts * this.#quarter) / PARTS_OF_A_QUARTER));
  }

  // Where a hit goes by its row, or NONE.
  #landing(channel, note, velocity) {
    const row = this.#table.rows[(channel << 7) | note];
    if (row === null || row.sends === "unchanged") {
      return row !== null || this.#table.passes ? note : NONE;
    }
    return row.targets.find((cell) => takes(cell, velocity))?.note ?? NONE;
  }

  // Hats

  // A hat that the pedal opens goes to the note that is as far open; one that its note opens tells the other pedal.
  #hat(hit, channel, to, landed) {
    const { source, target, hats } = this.#table;
    const from = source.openness[hit.note];
    const there = target.openness[landed];
    if (from === null || there === null) {
      return landed;
    }
    if (from === "pedal" && there !== "pedal" && this.#pedal[channel] !== NONE) {
      return hats.get(landed)?.[source.pedal.opens[this.#pedal[channel]]] ?? landed;
    }
    if (from !== "pedal" && there === "pedal") {
      const value = this.#table.valueFor(from);
      if (value !== NONE && this.#sentPedal[to] !== value) {
        this.#send(hit.at, CONTROL | to, target.pedal.controller, value);
        this.#sentPedal[to] = value;
      }
    }
    return landed;
  }

  #control(message, channel) {
    const at = message[0];
    const controller = message[2];
    const value = message[3];
    const { source, target, place } = this.#table;
    if (place !== null && place.controller === controller) {
      this.#position[channel] = value;
    }
    if (source.byPedal && controller === source.pedal.controller) {
      const foot = this.#feet[channel];
      if (foot.steadyUntil !== NONE && !this.#isClosed(value)) {
        foot.waiting = value;
        return;
      }
      foot.waiting = NONE;
      this.#movePedal(at, channel, value);
      return;
    }
    const writes = source.byNote && !source.byPedal && target.byPedal;
    if (!writes || controller !== target.pedal.controller) {
      this.#out.push(message);
    }
  }

  #isClosed(value) {
    return this.#table.source.pedal.positions[value] <= POSITIONS.closed;
  }

  #movePedal(at, channel, value) {
    const { target } = this.#table;
    const foot = this.#feet[channel];
    if (this.#isClosed(value)) {
      foot.closedValue = value;
      foot.leftClosed = NONE;
    } else if (foot.leftClosed === NONE) {
      foot.leftClosed = at;
    }
    this.#pedal[channel] = value;
    this.#moveFoot(at, channel, value);
    if (target.byPedal) {
      this.#send(at, CONTROL | this.#channel(channel), target.pedal.controller, this.#table.pedalSends[value]);
    }
  }

  // A hard stroke on a hi-hat that is closed, or was a moment ago, leaves it closed.
  #holdClosed(at, channel, velocity, { milliseconds, velocityFrom }) {
    const foot = this.#feet[channel];
    const reach = milliseconds * 1_000;
    const closed = foot.leftClosed === NONE || at - foot.leftClosed <= reach;
    if (velocity < velocityFrom || foot.closedValue === NONE || !closed) {
      return;
    }
    if (foot.leftClosed !== NONE) {
      foot.waiting = this.#pedal[channel];
      this.#movePedal(at, channel, foot.closedValue);
    }
    foot.steadyUntil = at + reach;
    this.#later(foot.steadyUntil, null, CONTROL | channel, 0, 0);
  }

  // The shock of a hard stroke is over: what the pedal says is believed again.
  #letOpen(at, channel) {
    const foot = this.#feet[channel];
    if (foot.steadyUntil !== at) {
      return;
    }
    foot.steadyUntil = NONE;
    if (foot.waiting !== NONE) {
      const value = foot.waiting;
      foot.waiting = NONE;
      this.#movePedal(at, channel, value);
    }
  }

  // Where only the target has a note for a foot that closes the hi-hat, it is struck.
  #moveFoot(at, channel, value) {
    const { source, target, splash } = this.#table;
    const foot = this.#feet[channel];
    const opened = source.pedal.positions[value];
    const open = opened >= POSITIONS.half;
    if (foot.open && !open) {
      foot.leftOpen = at;
    }
    const closes = opened <= POSITIONS.closed && !foot.closed;
    foot.open = open;
    foot.closed = opened <= POSITIONS.closed;
    if (source.close !== NONE || source.splash !== NONE || target.close === NONE) {
      return;
    }
    const struck = foot.struck !== NONE && at - foot.struck <= STROKE_BEFORE_FOOT;
    if (closes && foot.leftOpen !== NONE && at - foot.leftOpen <= SLOWEST_FOOT && !struck) {
      foot.velocity = footVelocity(at - foot.leftOpen);
      foot.closedAt = at;
      this.#shortStroke(at, this.#channel(channel), target.close, foot.velocity, NONE);
    } else if (open && foot.closedAt !== NONE) {
      const limit = splash === null ? SPLASH : splash.milliseconds * 1000;
      if (at - foot.closedAt <= limit && target.splash !== NONE) {
        this.#shortStroke(at, this.#channel(channel), target.splash, splash?.velocity ?? foot.velocity, NONE);
      }
      foot.closedAt = NONE;
    }
  }

  // Chokes

  #canBeChoked(note) {
    const { target, chokedBy } = this.#table;
    return target.cymbal[note] !== NONE && (target.chokes !== "note" || chokedBy.has(note));
  }

  // The damped tail of a cymbal that rings.
  #tail(hit, channel, stroke) {
    if (stroke === null || stroke.landed === NONE || !this.#canBeChoked(stroke.landed & 0x7f)) {
      this.#route(hit, channel, NONE);
      return;
    }
    const { target, chokedBy } = this.#table;
    if (target.chokes === "note") {
      const by = chokedBy.get(stroke.landed & 0x7f);
      if (target.choke[by] === "tail") {
        this.#route(hit, channel, by);
      } else {
        this.#endFirst(stroke, hit.at);
      }
    } else if (target.chokes === "pressure") {
      this.#sendPressure(hit.at, stroke.landed, Math.max(hit.velocity, target.pressureFrom));
      hit.presses = stroke.landed;
    } else {
      this.#endFirst(stroke, hit.at);
    }
  }

  #endFirst(stroke, at) {
    const tone = firstTone(stroke);
    if (tone !== null) {
      this.#end(tone, at);
    }
  }

  // A stroke that is damped at once: it stays one, or becomes the plain stroke and what damps it a little later.
  #struckChoke(hit, channel) {
    const { target, stops, chokedBy } = this.#table;
    const landed = this.#landing(channel, hit.note, hit.velocity);
    let plain = NONE;
    if (landed === NONE || target.choke[landed] !== "struck") {
      for (const stopped of stops.get(hit.note) ?? []) {
        plain = plain === NONE ? this.#landing(channel, stopped, hit.velocity) : plain;
      }
    }
    if (plain === NONE || !this.#canBeChoked(plain)) {
      this.#route(hit, channel, NONE);
      return;
    }
    const by = target.chokes === "note" ? chokedBy.get(plain) : NONE;
    const atOnce = by !== NONE && target.choke[by] !== "tail";
    this.#route(hit, channel, atOnce ? by : plain);
    if (hit.landed === NONE || atOnce) {
      return;
    }
    const to = hit.landed >> 7;
    const at = hit.at + TAIL;
    if (target.chokes === "note") {
      this.#later(at, null, NOTE_ON | to, by, hit.velocity);
    } else if (target.chokes === "pressure") {
      const value = Math.max(hit.velocity, target.pressureFrom);
      this.#later(at, null, PRESSURE | to, hit.landed & 0x7f, value);
      this.#later(at + SHORT, null, PRESSURE | to, hit.landed & 0x7f, 0);
    } else if (firstTone(hit) !== null) {
      this.#endLater(firstTone(hit), at);
    }
  }

  // Stops a stroke that rings in the form of the target.
  #damp(stroke, at, velocity) {
    const { target, chokedBy } = this.#table;
    const note = stroke.landed & 0x7f;
    if (target.chokes === "pressure") {
      this.#sendPressure(at, stroke.landed, Math.max(velocity, target.pressureFrom));
      this.#later(at + SHORT, null, PRESSURE | (stroke.landed >> 7), note, 0);
    } else if (target.chokes === "release") {
      this.#endFirst(stroke, at);
    } else if (target.choke[chokedBy.get(note)] === "tail") {
      this.#shortStroke(at, stroke.landed >> 7, chokedBy.get(note), velocity, NONE);
    } else {
      this.#endFirst(stroke, at);
    }
  }

  #release(message, channel) {
    const at = message[0];
    const key = (channel << 7) | message[2];
    const { source, target } = this.#table;
    const hit = this.#held[key];
    if (hit === null) {
      return;
    }
    this.#held[key] = hit.next;
    this.#letGo(hit, message);
    hit.more?.forEach((tone) => this.#letGo(tone, message));
    if (hit.presses !== NONE) {
      this.#sendPressure(at, hit.presses, 0);
      hit.presses = NONE;
    }
    const cymbal = source.cymbal[hit.note];
    const isForm = source.chokes === "release" && target.chokes !== "release";
    if (isForm && cymbal !== NONE && this.#ringing[cymbal] === hit) {
      const stroke = this.#takeRinging(hit.note, at);
      if (stroke !== null && stroke.landed !== NONE && this.#canBeChoked(stroke.landed & 0x7f)) {
        this.#damp(stroke, at, stroke.velocity);
      }
    }
  }

  #letGo(tone, message) {
    if (!tone.endsItself) {
      this.#end(tone, message[0], message[1] & 0xf0, message[3]);
    }
  }

  #press(message, channel) {
    const [at, , data1, data2] = message;
    const { source, target } = this.#table;
    const key = (channel << 7) | data1;
    const hit = this.#last[key];
    if (hit === null) {
      const landed = this.#landing(channel, data1, LOUDEST);
      if (landed !== NONE) {
        this.#sendPressure(at, (this.#channel(channel) << 7) | landed, data2);
      }
      return;
    }
    let value = data2;
    let drops = false;
    if (source.chokes === "pressure" && source.cymbal[hit.note] !== NONE) {
      const down = value >= source.pressureFrom;
      drops = this.#dropsPressure[key];
      if (down && !this.#pressed[key] && source.choke[hit.note] === null) {
        const stroke = this.#takeRinging(hit.note, at);
        if (stroke !== null && stroke.landed !== NONE && this.#canBeChoked(stroke.landed & 0x7f)) {
          if (target.chokes === "pressure") {
            value = Math.max(value, target.pressureFrom);
          } else {
            drops = true;
            this.#damp(stroke, at, value);
          }
        }
      }
      this.#pressed[key] = down || (this.#pressed[key] && value > 0) ? 1 : 0;
      this.#dropsPressure[key] = drops && value > 0 ? 1 : 0;
    }
    if (!drops && hit.landed !== NONE) {
      this.#sendPressure(at, hit.landed, value);
    }
  }
}
