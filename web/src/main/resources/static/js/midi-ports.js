// The MIDI devices of this machine, where the browser offers them: chosen once, remembered, and taken up again after they vanish.

const REMEMBERED = "midi-ports";

const remembered = () => JSON.parse(localStorage.getItem(REMEMBERED) ?? "{}");
const remember = (choice) => localStorage.setItem(REMEMBERED, JSON.stringify({ ...remembered(), ...choice }));

export class MidiPorts extends EventTarget {
  #access = null;
  #input = null;
  #output = null;

  static get offered() {
    return "requestMIDIAccess" in navigator;
  }

  static get wanted() {
    return remembered().asked === true;
  }

  // Asks the browser; tells in a sentence what is wrong when it refuses.
  async open() {
    if (!MidiPorts.offered) {
      throw new Error("This browser offers no MIDI devices; open this page in one that does, or play the kit on this page.");
    }
    try {
      this.#access = await navigator.requestMIDIAccess({ sysex: false });
    } catch {
      remember({ asked: false });
      throw new Error("The browser may not use MIDI devices; allow it in the settings of this page, then press “Use MIDI devices” again.");
    }
    remember({ asked: true });
    this.#access.onstatechange = () => this.#changed();
    this.#takeUp();
  }

  get inputs() {
    return this.#access ? [...this.#access.inputs.values()].filter((port) => port.state === "connected") : [];
  }

  get outputs() {
    return this.#access ? [...this.#access.outputs.values()].filter((port) => port.state === "connected") : [];
  }

  get input() {
    return this.#input;
  }

  get output() {
    return this.#output;
  }

  chooseInput(name) {
    remember({ input: name });
    this.#takeUp();
  }

  chooseOutput(name) {
    remember({ output: name });
    this.#takeUp();
  }

  send([, status, data1, data2]) {
    const command = status & 0xf0;
    this.#output?.send(command === 0xc0 || command === 0xd0 ? [status, data1] : [status, data1, data2]);
  }

  // What was chosen is taken as soon as it is there.
  #takeUp() {
    const { input, output } = remembered();
    const found = this.inputs.find((port) => port.name === input) ?? null;
    if (found !== this.#input) {
      if (this.#input) {
        this.#input.onmidimessage = null;
      }
      this.#input = found;
      if (found) {
        found.onmidimessage = ({ data }) => {
          const [status, data1 = 0, data2 = 0] = data;
          if (status < 0xf0) {
            this.dispatchEvent(new CustomEvent("message", { detail: [status, data1, data2] }));
          }
        };
      }
    }
    this.#output = this.outputs.find((port) => port.name === output) ?? null;
    this.dispatchEvent(new Event("ports"));
  }

  #changed() {
    const input = this.#input;
    const output = this.#output;
    for (const [port, what] of [
      [input, "kit"],
      [output, "output"],
    ]) {
      if (port && port.state !== "connected") {
        this.dispatchEvent(new CustomEvent("lost", { detail: { name: port.name, what } }));
      }
    }
    this.#takeUp();
    if (!input && this.#input) {
      this.dispatchEvent(new CustomEvent("back", { detail: { name: this.#input.name } }));
    }
  }
}
