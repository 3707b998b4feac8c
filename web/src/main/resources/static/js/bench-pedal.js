// Sets the pedal by doing: records where it stands in four poses, and shows what the server makes of it.

const STANDS = 1_500;
const SPAN = 8_000;
const POSES = ["closed", "quarter", "three-quarter", "open"];

export class PedalPanel {
  #ask;
  #recorded = new Map();
  #running = null;
  #trace = [];
  #found = null;
  #controllers = new Map();

  // Asks the server with a path and a body; the figures go to a function when they are used.
  constructor({ ask, use }) {
    this.#ask = ask;
    for (const pose of POSES) {
      const item = document.querySelector(`[data-pose="${pose}"]`);
      item.querySelector("button").addEventListener("click", () => this.#record(pose, item));
    }
    document.getElementById("pedal-use")?.addEventListener("click", () => use(this.#found));
  }

  // A controller moved.
  moved(controller, value) {
    const at = performance.now();
    this.#controllers.set(controller, value);
    if (this.#running) {
      this.#running.values.push([at - this.#running.begun, controller, value]);
    }
    this.#trace.push({ at, controller, value });
    this.#trace = this.#trace.filter((one) => at - one.at < SPAN);
  }

  #record(pose, item) {
    if (this.#running) {
      return;
    }
    const says = item.querySelector("output");
    says.textContent = "stand still …";
    // Where every controller stands already belongs to the pose.
    const values = [...this.#controllers].map(([controller, value]) => [0, controller, value]);
    this.#running = { begun: performance.now(), values };
    setTimeout(() => {
      this.#recorded.set(pose, { pose, milliseconds: STANDS, values: this.#running.values });
      this.#running = null;
      says.textContent = "recorded";
      this.#work();
    }, STANDS);
  }

  async #work() {
    if (this.#recorded.size < POSES.length) {
      return;
    }
    const answer = await this.#ask("calibration", { poses: [...this.#recorded.values()] });
    if (!answer) {
      return;
    }
    this.#found = answer;
    const { controller, countsDown, thresholds, lowest, highest, readings, warnings } = answer;
    document.getElementById("pedal-found").textContent =
      `Controller ${controller}, from ${lowest} to ${highest}, ${countsDown ? "pressed is low" : "pressed is high"}: ` +
      `open ${readings.open}, three quarters ${readings["three-quarter"]}, a quarter ${readings.quarter}, closed ${readings.closed}. ` +
      `Steps at ${thresholds.filter((one) => one < 128).join(", ")}.`;
    document.getElementById("pedal-warnings").replaceChildren(
      ...warnings.map((words) => {
        const item = document.createElement("li");
        item.textContent = words;
        return item;
      }),
    );
    const use = document.getElementById("pedal-use");
    if (use) {
      use.hidden = false;
    }
    this.draw();
  }

  // The last seconds, with the steps that were found.
  draw() {
    const panel = document.getElementById("pedal-panel");
    if (!panel.open) {
      return;
    }
    const now = performance.now();
    const svg = document.getElementById("pedal-trace");
    const element = (name, attributes) => {
      const made = document.createElementNS("http://www.w3.org/2000/svg", name);
      Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, value));
      return made;
    };
    const lines = (this.#found?.thresholds ?? [])
      .filter((one) => one < 128)
      .map((one) => (this.#found.countsDown ? 127 - one : one))
      .map((one) => element("line", { x1: 0, x2: 400, y1: 127 - one, y2: 127 - one, class: "step" }));
    const wanted = this.#found?.controller ?? this.#trace[this.#trace.length - 1]?.controller;
    const points = this.#trace
      .filter((one) => one.controller === wanted)
      .map((one) => `${400 - ((now - one.at) / SPAN) * 400},${127 - one.value}`);
    const standing = this.#controllers.get(wanted);
    if (standing !== undefined) {
      points.push(`400,${127 - standing}`);
    }
    svg.replaceChildren(...lines, element("polyline", { points: points.join(" "), class: "moves" }));
  }
}
