// Sounds what comes, message by message, by the tables of an instrument. What stops what stands in them.

import { preparedInstrument, sharedInstrument } from "./instrument.js";

export class LiveInstrument {
  #tables;
  #pedal = null;
  #ringing = [];
  #held = new Map();

  constructor(tables) {
    this.#tables = tables;
  }

  // Makes its sounds; until then it is silent.
  async prepare() {
    await preparedInstrument().prepare(this.#tables.voices);
  }

  has(note) {
    return this.#tables.notes[note] !== undefined;
  }

  name(note) {
    return `${this.#tables.labels[note]} ${this.#tables.names[note] ?? ""}`.trim();
  }

  listens(channel) {
    return this.#tables.channel < 0 || this.#tables.channel === channel;
  }

  play([, status, data1, data2]) {
    const command = status & 0xf0;
    if (!this.listens(status & 0x0f)) {
      return;
    }
    if (command === 0x90 && data2 > 0) {
      this.#strike(data1, data2);
    } else if (command === 0x80 || command === 0x90) {
      this.#release(data1);
    } else if (command === 0xa0 && this.#tables.pressureFrom > 0 && data2 >= this.#tables.pressureFrom) {
      this.#stop((this.#tables.pressed[data1] ?? []));
    } else if (command === 0xb0 && data1 === this.#tables.controller) {
      this.#pedal = this.#tables.openings[data2];
      const { sounds } = this.#tables;
      this.#stop(sounds.map((_, at) => at).filter((at) => sounds[at].closedBy.includes(this.#pedal)));
    } else if (command === 0xb0 && data1 === 120) {
      this.silence();
    }
  }

  #strike(note, velocity) {
    const { context, master, instrument } = sharedInstrument();
    const now = context.currentTime;
    for (const { sound, byOpenness } of this.#tables.notes[note] ?? []) {
      const at = (this.#pedal && byOpenness[this.#pedal]) ?? sound;
      const { code, stops } = this.#tables.sounds[at];
      this.#stop(stops);
      if (instrument.has(code)) {
        const node = instrument.strike(code, now, this.#tables.gains[velocity], this.#tables.cutoffs[velocity], master);
        const rings = { at, node, note };
        this.#ringing.push(rings);
        node.node.addEventListener("ended", () => this.#ringing.splice(this.#ringing.indexOf(rings), 1));
      }
    }
    this.#held.set(note, (this.#held.get(note) ?? 0) + 1);
  }

  #release(note) {
    const left = Math.max(0, (this.#held.get(note) ?? 0) - 1);
    this.#held.set(note, left);
    const { sounds } = this.#tables;
    this.#stopThose((one) => one.note === note && sounds[one.at].stopsOnRelease);
  }

  #stop(sounds) {
    const which = new Set(sounds);
    this.#stopThose((one) => which.has(one.at));
  }

  #stopThose(which) {
    const { context, instrument } = sharedInstrument();
    for (const one of this.#ringing.filter(which)) {
      instrument.stop(one.node, context.currentTime);
    }
  }

  silence() {
    this.#stopThose(() => true);
    this.#held.clear();
  }
}
