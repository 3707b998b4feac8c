// A kit that is hit on the page: sends what a device with its map would send. Times are whole microseconds.

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const PRESSURE = 0xa0;
const CONTROL = 0xb0;
const HIT = 60_000;
const RINGS = 7_500_000;
const GRABBED = 110;
const FOOT = 72;
const SPLASH_WITHIN = 150_000;
const CLOSED = new Set(["closed", "tight"]);

export class SimulatedKit {
  #kit;
  #send;
  #later = [];
  #pedal;
  #closedAt = null;

  // By a kit as the server describes it; what it sends goes to a function.
  constructor(kit, send) {
    this.#kit = kit;
    this.#send = send;
    this.#pedal = kit.countsDown ? kit.pedal.lowest : kit.pedal.highest;
  }

  get pedal() {
    return this.#pedal;
  }

  get openness() {
    return this.#kit.openings[this.#pedal];
  }

  get due() {
    return this.#later.length === 0 ? null : this.#later[0].at;
  }

  #out(at, status, data1, data2) {
    this.#send([at, status | this.#kit.channel, data1, data2]);
  }

  #afterwards(at, status, data1, data2, pad) {
    this.#later.push({ at, status, data1, data2, pad });
    this.#later.sort((one, other) => one.at - other.at);
  }

  // What is due by now goes out.
  advance(at) {
    while (this.#later.length > 0 && this.#later[0].at <= at) {
      const { at: due, status, data1, data2 } = this.#later.shift();
      this.#out(due, status, data1, data2);
    }
  }

  notes(pad, zone) {
    const { notes, byOpenness } = this.#kit.pads[pad].zones[zone];
    const [first, ...rest] = notes;
    return first === undefined ? [] : [byOpenness[this.openness] ?? first, ...rest];
  }

  // How far out from the middle: 0 to 127.
  strike(at, pad, zone, velocity, out) {
    this.advance(at);
    const { grab } = this.#kit.pads[pad];
    const { place } = this.#kit;
    const notes = this.notes(pad, zone);
    if (place && notes.includes(place.note)) {
      this.#out(at, CONTROL, place.controller, out);
    }
    for (const note of notes) {
      this.#out(at, NOTE_ON, note, velocity);
      this.#afterwards(at + (grab?.form === "release" ? RINGS : HIT), NOTE_OFF, note, 64, pad);
    }
    return notes;
  }

  grab(at, pad) {
    this.advance(at);
    const { grab } = this.#kit.pads[pad];
    if (!grab) {
      return;
    }
    if (grab.form === "note") {
      this.#out(at, NOTE_ON, grab.note, GRABBED);
      this.#afterwards(at + HIT, NOTE_OFF, grab.note, 64, pad);
    } else if (grab.form === "pressure") {
      this.#kit.pads[pad].zones.forEach((_, zone) => this.notes(pad, zone).forEach((note) => this.#out(at, PRESSURE, note, 127)));
    } else {
      const ends = this.#later.filter((one) => one.pad === pad);
      this.#later = this.#later.filter((one) => one.pad !== pad);
      ends.forEach(({ status, data1, data2 }) => this.#out(at, status, data1, data2));
    }
  }

  letGo(at, pad) {
    this.advance(at);
    const { grab, zones } = this.#kit.pads[pad];
    if (grab?.form === "pressure") {
      zones.forEach((_, zone) => this.notes(pad, zone).forEach((note) => this.#out(at, PRESSURE, note, 0)));
    }
  }

  // A pedal goes no farther than it really does.
  press(at, wanted) {
    this.advance(at);
    const value = Math.min(this.#kit.pedal.highest, Math.max(this.#kit.pedal.lowest, wanted));
    const wasClosed = CLOSED.has(this.openness);
    this.#pedal = value;
    if (this.#kit.sendsPedal) {
      this.#out(at, CONTROL, this.#kit.controller, value);
    }
    const isClosed = CLOSED.has(this.openness);
    if (isClosed && !wasClosed) {
      this.#closedAt = at;
      this.#foot(at, this.#kit.close);
    } else if (!isClosed && wasClosed) {
      if (this.#closedAt !== null && at - this.#closedAt <= SPLASH_WITHIN) {
        this.#foot(at, this.#kit.splash);
      }
      this.#closedAt = null;
    }
  }

  #foot(at, note) {
    if (note !== null && note !== undefined) {
      this.#out(at, NOTE_ON, note, FOOT);
      this.#afterwards(at + HIT, NOTE_OFF, note, 64, null);
    }
  }

  // Ends what is held.
  stop(at) {
    const left = this.#later;
    this.#later = [];
    left.forEach(({ status, data1, data2 }) => this.#out(at, status, data1, data2));
  }
}
