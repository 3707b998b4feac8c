// Plays schedules. What sounds when, how loudly and until when stands in them; here it is only brought to the clock.

import { documentAt } from "./documents.js";
import { sharedInstrument } from "./instrument.js";

const LOOK_AHEAD = 0.18;
const EVERY = 40;
const FETCH_AHEAD = 3;
export const START_AFTER = 0.08;

const regularly = (turn) => {
  const timer = setInterval(turn, EVERY);
  return () => clearInterval(timer);
};

const withParameters = (address, parameters) => {
  const url = new URL(address, location.href);
  for (const [name, value] of Object.entries(parameters)) {
    if (value !== undefined && value !== null) {
      url.searchParams.set(name, value);
    }
  }
  return url;
};

export class Player extends EventTarget {
  #sources;
  #active = 0;
  #rate = 1;
  #loop = null;
  #clicks = false;
  #countIn = false;
  #segments = [];
  #sounding = [];
  #lit = [];
  #end = null;
  #desk;
  #lookAhead;
  #every;
  #fetching = false;
  #run = 0;
  #levels = new Map();
  #gains = new Map();

  // Each source has the addresses of a schedule and of its instrument. Tests give a desk and a clock of their own.
  constructor(sources, { desk = sharedInstrument, lookAhead = LOOK_AHEAD, every = regularly } = {}) {
    super();
    this.#sources = sources;
    this.#desk = desk;
    this.#lookAhead = lookAhead;
    this.#every = every;
  }

  get playing() {
    return this.#end !== null;
  }

  get active() {
    return this.#active;
  }

  get sourceCount() {
    return this.#sources.length;
  }

  setSources(sources) {
    this.#sources = sources;
    this.#active = Math.min(this.#active, sources.length - 1);
  }

  set clicks(wanted) {
    this.#clicks = wanted;
    this.#reschedule();
  }

  set countIn(wanted) {
    this.#countIn = wanted;
  }

  // From one tick to before another; null for no loop.
  set loop(ticks) {
    this.#loop = ticks;
  }

  get loop() {
    return this.#loop;
  }

  get rate() {
    return this.#rate;
  }

  set rate(rate) {
    if (this.playing) {
      const { context } = this.#desk();
      const at = this.#segmentAt(context.currentTime);
      if (at) {
        const seconds = this.#secondsIn(at, context.currentTime);
        this.#segments = this.#segments.slice(this.#segments.indexOf(at));
        let start = context.currentTime - (seconds - at.views[0].begin) / rate;
        for (const segment of this.#segments) {
          segment.start = start;
          start += (segment.views[0].end - segment.views[0].begin) / rate;
        }
      }
      this.#rate = rate;
      this.#reschedule();
    } else {
      this.#rate = rate;
    }
  }

  // How a row is heard: { mute, solo, level }.
  setLevel(note, level) {
    this.#levels.set(note, level);
    this.#applyLevels();
  }

  #applyLevels() {
    const solo = [...this.#levels.values()].some((level) => level.solo);
    for (const [note, gain] of this.#gains) {
      const level = this.#levels.get(note) ?? { mute: false, solo: false, level: 1 };
      gain.gain.value = level.mute || (solo && !level.solo) ? 0 : level.level;
    }
  }

  #out(note) {
    const { context, master } = this.#desk();
    if (!this.#gains.has(note)) {
      const gain = context.createGain();
      gain.connect(master);
      this.#gains.set(note, gain);
      this.#applyLevels();
    }
    return this.#gains.get(note);
  }

  async play(fromTick) {
    this.stop();
    const run = ++this.#run;
    const { context, instrument } = this.#desk();
    const from = this.#loop ? this.#loop.from : fromTick;
    const [views] = await Promise.all([
      this.#views(from),
      ...this.#sources.map(async (source) => instrument.prepare(await documentAt(source.instrument))),
    ]);
    if (run !== this.#run) {
      return;
    }
    let start = context.currentTime + START_AFTER;
    if (this.#countIn) {
      const first = views[0].countIn;
      for (const click of first) {
        this.#sounding.push(
          instrument.click(start + (click.seconds - first[0].seconds) / this.#rate, click.first, this.#out("clicks")),
        );
      }
      start += (views[0].begin - first[0].seconds) / this.#rate;
    }
    this.#segments = [this.#segment(views, start)];
    this.#end = this.#every(() => this.#turn());
    this.#turn();
    this.dispatchEvent(new Event("change"));
    const show = () => {
      if (run === this.#run && this.playing) {
        this.#show();
        requestAnimationFrame(show);
      }
    };
    requestAnimationFrame(show);
  }

  stop() {
    this.#run++;
    this.#end?.();
    this.#end = null;
    this.#fetching = false;
    const { context, instrument } = this.#segments.length ? this.#desk() : {};
    for (const one of this.#sounding) {
      if (one.when > context.currentTime) {
        instrument.cancel(one);
      } else {
        instrument.stop(one, context.currentTime);
      }
    }
    this.#sounding = [];
    this.#segments = [];
    this.#lit = [];
    this.dispatchEvent(new Event("change"));
  }

  // What rings goes on; what has not begun comes from the other source.
  switchTo(source) {
    this.#active = source;
    this.#reschedule();
    this.dispatchEvent(new Event("change"));
  }

  #views(from) {
    const to = this.#loop?.to;
    return Promise.all(this.#sources.map((source) => documentAt(withParameters(source.schedule, { from, to }))));
  }

  #segment(views, start) {
    return { views, start, stroke: 0, click: 0 };
  }

  #segmentAt(time) {
    return this.#segments.findLast((segment) => segment.start <= time) ?? this.#segments[0];
  }

  #secondsIn(segment, time) {
    return segment.views[0].begin + (time - segment.start) * this.#rate;
  }

  #time(segment, seconds) {
    return segment.start + (seconds - segment.views[0].begin) / this.#rate;
  }

  // Forgets what was laid ahead, and lays it anew.
  #reschedule() {
    if (!this.playing) {
      return;
    }
    const { context, instrument } = this.#desk();
    const now = context.currentTime;
    const later = this.#sounding.filter((one) => one.when > now);
    later.forEach((one) => instrument.cancel(one));
    this.#sounding = this.#sounding.filter((one) => one.when <= now);
    this.#lit = this.#lit.filter((light) => light.when <= now);
    for (const segment of this.#segments) {
      const view = segment.views[Math.min(this.#active, segment.views.length - 1)];
      const after = (list, seconds) => {
        const at = list.findIndex((item) => this.#time(segment, seconds(item)) > now);
        return at < 0 ? list.length : at;
      };
      segment.stroke = after(view.strokes, (stroke) => stroke.at);
      segment.click = after(view.clicks, (click) => click.seconds);
    }
    this.#turn();
  }

  #turn() {
    const { context, instrument } = this.#desk();
    const until = context.currentTime + this.#lookAhead;
    for (const segment of this.#segments) {
      const view = segment.views[Math.min(this.#active, segment.views.length - 1)];
      while (segment.stroke < view.strokes.length && this.#time(segment, view.strokes[segment.stroke].at) < until) {
        this.#lay(instrument, segment, view.strokes[segment.stroke++]);
      }
      while (segment.click < view.clicks.length && this.#time(segment, view.clicks[segment.click].seconds) < until) {
        const click = view.clicks[segment.click++];
        if (this.#clicks) {
          this.#sounding.push(instrument.click(this.#time(segment, click.seconds), click.first, this.#out("clicks")));
        }
      }
    }
    const gone = context.currentTime - 8;
    this.#sounding = this.#sounding.filter((one) => one.when > gone);
    this.#goOn(context.currentTime);
  }

  #lay(instrument, segment, stroke) {
    const when = this.#time(segment, stroke.at);
    this.#lit.push({ when, stroke, source: this.#active });
    if (!stroke.sound || !instrument.has(stroke.sound)) {
      return;
    }
    const handle = instrument.strike(stroke.sound, when, stroke.gain, stroke.cutoff, this.#out(stroke.note));
    this.#sounding.push(handle);
    if (stroke.stop >= 0) {
      instrument.stop(handle, when + (stroke.stop - stroke.at) / this.#rate);
    }
  }

  // Asks for the next stretch in time, goes back to the beginning of a loop, or comes to an end.
  #goOn(now) {
    const last = this.#segments[this.#segments.length - 1];
    const end = last.start + (last.views[0].end - last.views[0].begin) / this.#rate;
    if (this.#fetching || end > now + FETCH_AHEAD) {
      return;
    }
    const next = last.views[0].next >= 0 ? last.views[0].next : (this.#loop?.from ?? -1);
    if (next < 0) {
      if (end < now) {
        this.stop();
        this.dispatchEvent(new Event("end"));
      }
      return;
    }
    this.#fetching = true;
    const run = this.#run;
    this.#views(next)
      .then((views) => {
        if (run === this.#run) {
          this.#segments = this.#segments.filter((segment) => segment === this.#segmentAt(now) || segment.start > now);
          const before = this.#segments[this.#segments.length - 1];
          const start = before.start + (before.views[0].end - before.views[0].begin) / this.#rate;
          this.#segments.push(this.#segment(views, start));
          this.#fetching = false;
        }
      })
      .catch((error) => {
        if (run === this.#run) {
          this.stop();
          this.dispatchEvent(new CustomEvent("trouble", { detail: error.message }));
        }
      });
  }

  #show() {
    const { context } = this.#desk();
    const now = context.currentTime;
    while (this.#lit.length > 0 && this.#lit[0].when <= now) {
      this.dispatchEvent(new CustomEvent("stroke", { detail: this.#lit.shift() }));
    }
    const segment = this.#segmentAt(now);
    if (!segment || segment.start > now) {
      return;
    }
    const seconds = this.#secondsIn(segment, now);
    const moments = segment.views[0].moments;
    const at = Math.max(0, Math.min(moments.length - 2, moments.findLastIndex((moment) => moment.seconds <= seconds)));
    const [one, other] = [moments[at], moments[at + 1]];
    const share = (seconds - one.seconds) / Math.max(1e-9, other.seconds - one.seconds);
    this.dispatchEvent(new CustomEvent("tick", { detail: one.tick + share * (other.tick - one.tick) }));
  }
}
