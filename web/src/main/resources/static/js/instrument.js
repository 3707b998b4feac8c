// The simulated instrument: makes the sounds that the server describes. What sounds when is not decided here.

import { documentAt } from "./documents.js";

const QUIET = 0.01;
const FADE = 0.025;
const NOISE_SECONDS = 2;

// The same noise every time, so that a sound is the same sound.
const noise = (context) => {
  const buffer = context.createBuffer(1, NOISE_SECONDS * context.sampleRate, context.sampleRate);
  const samples = buffer.getChannelData(0);
  let state = 22222;
  for (let i = 0; i < samples.length; i++) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    samples[i] = state / 2147483648 - 1;
  }
  return buffer;
};

const source = (context, layer, ratios, noiseBuffer, begin, end) => {
  if (layer.source === "NOISE") {
    const node = context.createBufferSource();
    node.buffer = noiseBuffer;
    node.loop = true;
    node.start(begin);
    node.stop(end);
    return [node];
  }
  const pitches = layer.source === "METAL" ? ratios.map((ratio) => ratio * layer.hertz) : [layer.hertz];
  return pitches.map((hertz) => {
    const node = context.createOscillator();
    node.type = layer.wave.toLowerCase();
    node.frequency.setValueAtTime(hertz, begin);
    if (layer.bend > 0) {
      node.frequency.exponentialRampToValueAtTime(layer.toHertz, begin + layer.bend);
    }
    node.start(begin);
    node.stop(end);
    return node;
  });
};

const playLayer = (context, layer, ratios, noiseBuffer, begin, gain, out) => {
  const loudest = begin + layer.attack;
  const quiet = loudest + layer.decay;
  const end = quiet + layer.decay * 0.15;
  const peak = Math.max(0.0001, layer.gain * gain);
  const envelope = context.createGain();
  envelope.gain.setValueAtTime(0, begin);
  envelope.gain.linearRampToValueAtTime(peak, loudest);
  envelope.gain.exponentialRampToValueAtTime(peak * QUIET, quiet);
  envelope.gain.linearRampToValueAtTime(0, end);
  envelope.connect(out);
  let into = envelope;
  if (layer.filter !== "ALL") {
    into = context.createBiquadFilter();
    into.type = layer.filter.toLowerCase();
    into.frequency.value = layer.filterHertz;
    into.Q.value = layer.resonance;
    into.connect(envelope);
  }
  const nodes = source(context, layer, ratios, noiseBuffer, begin, end);
  const share = context.createGain();
  share.gain.value = 1 / Math.sqrt(nodes.length);
  share.connect(into);
  nodes.forEach((node) => node.connect(share));
};

let made = null;

const noiseAt = (context) => {
  if (made?.sampleRate !== context.sampleRate) {
    made = noise(context);
  }
  return made;
};

// A browser makes its waves anew for each context: voices that last about as long are made together, each on a channel.
const VOICES_TOGETHER = 24;

const render = async (voices, ratios, sampleRate) => {
  const lengths = voices.map((voice) => Math.ceil(voice.seconds * sampleRate));
  const context = new OfflineAudioContext(voices.length, Math.max(...lengths), sampleRate);
  const noiseBuffer = noiseAt(context);
  const channels = context.createChannelMerger(voices.length);
  channels.connect(context.destination);
  voices.forEach((voice, channel) => {
    const out = context.createGain();
    out.connect(channels, 0, channel);
    for (const stroke of voice.strokes) {
      for (const layer of voice.layers) {
        playLayer(context, layer, ratios, noiseBuffer, stroke.after, stroke.gain, out);
      }
    }
  });
  const rendered = await context.startRendering();
  return lengths.map((length, channel) => {
    const buffer = new AudioBuffer({ length, numberOfChannels: 1, sampleRate });
    buffer.copyToChannel(rendered.getChannelData(channel).subarray(0, length), 0);
    return buffer;
  });
};

// What a browser resamples where its speakers run at another rate.
const SAMPLE_RATE = 44_100;

export class Instrument {
  #context;
  #buffers = new Map();

  constructor(context = null) {
    this.#context = context;
  }

  // Sounds come out of this context from now on.
  sounds(context) {
    this.#context = context;
  }

  // Makes the sounds that are not made yet.
  async prepare({ ratios, voices }) {
    const sampleRate = this.#context?.sampleRate ?? SAMPLE_RATE;
    const missing = Object.entries(voices)
      .filter(([code]) => !this.#buffers.has(code))
      .sort(([, one], [, other]) => one.seconds - other.seconds);
    for (let at = 0; at < missing.length; at += VOICES_TOGETHER) {
      const some = missing.slice(at, at + VOICES_TOGETHER);
      const made = await render(some.map(([, voice]) => voice), ratios, sampleRate);
      some.forEach(([code], index) => this.#buffers.set(code, made[index]));
    }
  }

  has(code) {
    return this.#buffers.has(code);
  }

  buffer(code) {
    return this.#buffers.get(code);
  }

  // Sounds at a time of the context; answers what can be stopped.
  strike(code, when, gain, cutoff, out) {
    const node = this.#context.createBufferSource();
    node.buffer = this.#buffers.get(code);
    const filter = this.#context.createBiquadFilter();
    filter.type = "lowpass";
    filter.frequency.value = Math.min(cutoff, this.#context.sampleRate / 2);
    const level = this.#context.createGain();
    level.gain.value = gain;
    node.connect(filter).connect(level).connect(out);
    node.start(when);
    return { node, level, when };
  }

  // What rings dies away at once, but without a click.
  stop({ node, level }, when) {
    level.gain.setValueAtTime(level.gain.value, when);
    level.gain.linearRampToValueAtTime(0, when + FADE);
    node.stop(when + FADE);
  }

  // Takes back what has not begun.
  cancel({ node, level }) {
    level.disconnect();
    node.stop();
  }

  click(when, first, out) {
    const tone = this.#context.createOscillator();
    const level = this.#context.createGain();
    tone.frequency.value = first ? 2200 : 1500;
    level.gain.setValueAtTime(first ? 0.5 : 0.32, when);
    level.gain.exponentialRampToValueAtTime(0.001, when + 0.045);
    tone.connect(level).connect(out);
    tone.start(when);
    tone.stop(when + 0.05);
    return { node: tone, level, when };
  }
}

let shared;
let prepared;

// The same one before it may sound: its sounds can be made already.
export const preparedInstrument = () => (prepared ??= new Instrument());

// The one instrument of this page; a page may sound only once somebody has touched it.
export const sharedInstrument = () => {
  if (!shared) {
    const context = new AudioContext({ latencyHint: "interactive" });
    const master = context.createDynamicsCompressor();
    master.threshold.value = -8;
    master.connect(context.destination);
    preparedInstrument().sounds(context);
    shared = { context, master, instrument: preparedInstrument() };
  }
  shared.context.resume();
  return shared;
};

const SOUNDED = { gain: 0.75, cutoff: 9000 };

// Sounds one line, as it does when somebody clicks it.
export const sound = async (code) => {
  const { context, master, instrument } = sharedInstrument();
  if (!instrument.has(code)) {
    await instrument.prepare(await documentAt(`/sounds/${encodeURIComponent(code)}/voice`));
  }
  instrument.strike(code, context.currentTime, SOUNDED.gain, SOUNDED.cutoff, master);
};
