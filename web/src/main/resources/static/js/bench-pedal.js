// Sets the pedal by doing: records where it stands in four poses, shows what the server makes of it, and checks it.

const STANDS = 1_500;
const SPAN = 8_000;
const CHECKED = 15_000;
const FAST = 250;
const NEVER = 128;
const POSES = ["closed", "quarter", "three-quarter", "open"];
const STEPS = ["three-quarter", "half", "quarter", "closed", "tight"];
const WORDS = {
  open: "open",
  "three-quarter": "three quarters open",
  half: "half open",
  quarter: "a quarter open",
  closed: "closed",
  tight: "tight",
};

const byId = (id) => document.getElementById(id);

export class PedalPanel {
  #ask;
  #recorded = new Map();
  #running = null;
  #trace = [];
  #figures;
  #controllers = new Map();
  #check = null;
  #dragged = null;

  // Asks the server with a path and a body; the figures that hold are those of a kit.
  constructor({ ask, use, figures }) {
    this.#ask = ask;
    this.#figures = figures;
    for (const pose of POSES) {
      const item = document.querySelector(`[data-pose="${pose}"]`);
      item.querySelector("button").addEventListener("click", () => this.#record(pose, item));
    }
    byId("pedal-use")?.addEventListener("click", () => use(this.#figures));
    byId("pedal-check").addEventListener("click", () => this.#startCheck());
    for (const field of document.querySelectorAll("[data-step]")) {
      field.addEventListener("change", () => this.#setStep(Number(field.dataset.step), Number(field.value)));
    }
    for (const id of ["steady", "steady-velocity", "steady-milliseconds"]) {
      byId(id)?.addEventListener("change", () => this.#setSteady(id));
    }
    const svg = byId("pedal-trace");
    svg.addEventListener("pointerdown", (event) => this.#grip(svg, event));
    svg.addEventListener("pointermove", (event) => this.#drag(svg, event));
    for (const end of ["pointerup", "pointercancel"]) {
      svg.addEventListener(end, () => {
        this.#dragged = null;
      });
    }
    this.#show();
  }

  // The figures of the kit are others now.
  follow(figures) {
    this.#figures = figures;
    this.#show();
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
    if (controller === this.#figures.controller) {
      const opening = this.#opening(value);
      byId("pedal-now").textContent = `Controller ${controller} stands at ${value}: ${WORDS[opening]}.`;
      this.#checkAlong(opening, at);
    }
  }

  #opening(value) {
    const pressed = this.#figures.countsDown ? 127 - value : value;
    const passed = this.#figures.thresholds.filter((threshold) => pressed >= threshold).length;
    return ["open", ...STEPS][passed];
  }

  #record(pose, item) {
    this.#stopRecording();
    const says = item.querySelector("output");
    says.textContent = "stand still …";
    // Where every controller stands already belongs to the pose.
    const values = [...this.#controllers].map(([controller, value]) => [0, controller, value]);
    const timer = setTimeout(() => this.#endRecording(), STANDS);
    this.#running = { pose, says, timer, values, begun: performance.now() };
  }

  // Whoever presses another pose, or the same one again, wants that one from now on.
  #stopRecording() {
    if (this.#running) {
      clearTimeout(this.#running.timer);
      this.#running.says.textContent = this.#recorded.has(this.#running.pose) ? "recorded" : "";
    }
  }

  #endRecording() {
    const { pose, says, values } = this.#running;
    this.#running = null;
    this.#recorded.set(pose, { pose, milliseconds: STANDS, values });
    says.textContent = "recorded";
    this.#work();
  }

  async #work() {
    if (this.#recorded.size < POSES.length) {
      return;
    }
    const answer = await this.#ask("calibration", { poses: [...this.#recorded.values()] });
    if (!answer) {
      return;
    }
    const { controller, countsDown, thresholds, lowest, highest, readings, warnings } = answer;
    this.#figures = { controller, countsDown, thresholds, lowest, highest };
    byId("pedal-found").textContent =
      `Controller ${controller}, from ${lowest} to ${highest}, ${countsDown ? "pressed is low" : "pressed is high"}: ` +
      `open ${readings.open}, three quarters ${readings["three-quarter"]}, a quarter ${readings.quarter}, closed ${readings.closed}. ` +
      `Steps at ${thresholds.filter((one) => one < NEVER).join(", ")}.`;
    byId("pedal-warnings").replaceChildren(
      ...warnings.map((words) => {
        const item = document.createElement("li");
        item.textContent = words;
        return item;
      }),
    );
    this.#show();
  }

  #show() {
    for (const field of document.querySelectorAll("[data-step]")) {
      field.value = this.#figures.thresholds[Number(field.dataset.step)];
    }
    this.draw();
  }

  // A step moves as far as its neighbours let it.
  #setStep(at, value) {
    const thresholds = [...this.#figures.thresholds];
    const least = at === 0 ? 1 : thresholds[at - 1];
    const most = at === thresholds.length - 1 ? NEVER : thresholds[at + 1];
    thresholds[at] = Math.min(most, Math.max(least, Math.round(value)));
    this.#figures = { ...this.#figures, thresholds };
    this.#show();
  }

  #valueAt(svg, event) {
    const box = svg.getBoundingClientRect();
    const value = 127 - ((event.clientY - box.top) / box.height) * 128;
    return this.#figures.countsDown ? 127 - value : value;
  }

  #grip(svg, event) {
    const value = this.#valueAt(svg, event);
    const away = this.#figures.thresholds.map((one) => (one === NEVER ? Infinity : Math.abs(one - value)));
    const nearest = away.indexOf(Math.min(...away));
    if (away[nearest] <= 8) {
      this.#dragged = nearest;
      svg.setPointerCapture(event.pointerId);
      event.preventDefault();
    }
  }

  #drag(svg, event) {
    if (this.#dragged !== null) {
      this.#setStep(this.#dragged, Math.min(127, this.#valueAt(svg, event)));
    }
  }

  #setSteady(id) {
    const wanted = byId("steady").checked;
    if (id !== "steady" && !wanted) {
      return;
    }
    this.#ask("steady", {
      milliseconds: Number(byId("steady-milliseconds").value),
      velocityFrom: Number(byId("steady-velocity").value),
      none: !wanted,
    });
  }

  // Slowly every step comes one after the other; fast the hat closes at once.

  #startCheck() {
    clearTimeout(this.#check?.timer);
    const wanted = ["open", ...STEPS].filter((_, at) => at === 0 || this.#figures.thresholds[at - 1] < NEVER);
    this.#check = { wanted: wanted.filter((one) => one !== "tight"), seen: new Set(), leftOpen: null };
    this.#check.timer = setTimeout(() => this.#endCheck(), CHECKED);
    this.#sayCheck("Toes off, then press slowly until it is closed.");
  }

  #sayCheck(words) {
    byId("pedal-checked").textContent = words;
  }

  #checkAlong(opening, at) {
    const check = this.#check;
    if (!check) {
      return;
    }
    if (!check.slow) {
      check.seen.add(opening === "tight" ? "closed" : opening);
      const missing = check.wanted.filter((one) => !check.seen.has(one));
      const closed = opening === "closed" || opening === "tight";
      if (missing.length === 0) {
        check.slow = true;
        this.#sayCheck("All steps came. Now toes off, and close it fast.");
      } else if (closed && check.seen.has("open")) {
        this.#sayCheck(`Not seen yet: ${missing.map((one) => WORDS[one]).join(", ")}. Press more slowly, or drag the steps.`);
      } else {
        this.#sayCheck(`Seen: ${[...check.seen].map((one) => WORDS[one]).join(", ")}.`);
      }
      return;
    }
    if (opening === "open") {
      check.wasOpen = true;
      check.leftOpen = null;
    } else if (check.wasOpen) {
      check.leftOpen ??= at;
      if (opening === "closed" || opening === "tight") {
        this.#closedFast(at - check.leftOpen);
      }
    }
  }

  #closedFast(took) {
    this.#check.wasOpen = false;
    if (took > FAST) {
      this.#sayCheck("That was slow; toes off, and close it fast.");
      return;
    }
    clearTimeout(this.#check.timer);
    this.#check = null;
    this.#sayCheck(`Good: all steps came, and it closed within ${Math.max(1, Math.round(took))} ms.`);
  }

  #endCheck() {
    const { slow, wanted, seen } = this.#check;
    this.#check = null;
    const missing = wanted.filter((one) => !seen.has(one)).map((one) => WORDS[one]);
    this.#sayCheck(
      slow
        ? "All steps came, but it never closed fast; try again, or look whether the pedal sends every move."
        : `Never seen: ${missing.join(", ")}. Drag those steps to where the pedal goes.`,
    );
  }

  // The last seconds, with the steps.
  draw() {
    const panel = byId("pedal-panel");
    if (!panel.open) {
      return;
    }
    const now = performance.now();
    const svg = byId("pedal-trace");
    const element = (name, attributes) => {
      const made = document.createElementNS("http://www.w3.org/2000/svg", name);
      Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, value));
      return made;
    };
    const lines = this.#figures.thresholds
      .filter((one) => one < NEVER)
      .map((one) => (this.#figures.countsDown ? 127 - one : one))
      .map((one) => element("line", { x1: 0, x2: 400, y1: 127 - one, y2: 127 - one, class: "step" }));
    const moving = this.#trace.some((one) => one.controller === this.#figures.controller);
    const wanted = moving ? this.#figures.controller : (this.#trace[this.#trace.length - 1]?.controller ?? this.#figures.controller);
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
