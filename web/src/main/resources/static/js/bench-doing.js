// Sets by doing what else is a kit's own: splashes, where a drum is struck, how cymbals are grabbed, how triggers behave.

const byId = (id) => document.getElementById(id);
const value = (id) => Number(byId(id).value);
const list = (id, lines) =>
  byId(id).replaceChildren(
    ...lines.map((words) => {
      const item = document.createElement("li");
      item.textContent = words;
      return item;
    }),
  );
const on = (id, done) => byId(id)?.addEventListener("click", done);

// Collects what comes, until its button is pressed again or its time is over.
class Recorder {
  #messages = null;
  #timer = null;

  constructor(button, says, seconds, hint, done) {
    this.button = byId(button);
    this.words = this.button.textContent;
    this.says = byId(says);
    this.done = done;
    this.button.addEventListener("click", () => (this.#messages ? this.#end() : this.#begin(seconds, hint)));
  }

  message(message) {
    if (this.#messages) {
      this.#messages.push(message);
      const strokes = this.#messages.filter(([, status, , data2]) => (status & 0xf0) === 0x90 && data2 > 0).length;
      this.says.textContent = `${strokes} ${strokes === 1 ? "stroke" : "strokes"} so far …`;
    }
  }

  #begin(seconds, hint) {
    this.#messages = [];
    this.button.textContent = "Done";
    this.says.textContent = hint;
    this.#timer = setTimeout(() => this.#end(), seconds * 1000);
  }

  #end() {
    clearTimeout(this.#timer);
    const messages = this.#messages;
    this.#messages = null;
    this.button.textContent = this.words;
    this.says.textContent = "";
    this.done(messages);
  }
}

class Splashes {
  #openAt = null;
  #closedAt = null;
  #caught = [];

  constructor(ask) {
    on("splash-use", () => ask("splash", { milliseconds: value("splash-milliseconds"), velocity: value("splash-velocity"), none: false }));
    on("splash-none", () => ask("splash", { milliseconds: 0, velocity: 0, none: true }));
  }

  // The foot moved; times in microseconds.
  moved(at, opening) {
    const closed = opening === "closed" || opening === "tight";
    if (!closed && this.#closedAt !== null && this.#openAt !== null) {
      this.#letGo(Math.max(1, Math.round((at - this.#closedAt) / 1000)));
    }
    if (!closed) {
      this.#openAt = at;
      this.#closedAt = null;
    } else {
      this.#closedAt ??= at;
    }
  }

  #letGo(milliseconds) {
    const within = value("splash-milliseconds");
    const says = byId("splash-says");
    if (milliseconds > within) {
      this.#caught = [];
      says.textContent = `Let go after ${milliseconds} ms: no splash within ${within} ms. Let go sooner, or allow more time.`;
      return;
    }
    this.#caught.push(milliseconds);
    says.textContent =
      this.#caught.length < 3
        ? `Caught: ${milliseconds} ms. ${3 - this.#caught.length} more running.`
        : `Caught three times running: ${this.#caught.slice(-3).join(", ")} ms.`;
  }
}

class Places {
  #ask;
  #found = null;
  #dragged = null;

  constructor(ask, kit) {
    this.#ask = ask;
    this.recorder = new Recorder("place-record", "place-says", 12, "Strike one drum, from its middle to its edge.", (messages) =>
      this.#find(messages),
    );
    for (const [id, name] of [
      ["place-off", "offCentreFrom"],
      ["place-edge", "edgeFrom"],
    ]) {
      byId(id).addEventListener("change", () => this.#setBorder(name, value(id)));
    }
    const svg = byId("place-drum");
    svg.addEventListener("pointerdown", (event) => {
      const away = this.#outAt(svg, event);
      const nearest = ["offCentreFrom", "edgeFrom"].sort((one, other) => Math.abs(this.#found[one] - away) - Math.abs(this.#found[other] - away))[0];
      this.#dragged = nearest;
      svg.setPointerCapture(event.pointerId);
      this.#setBorder(nearest, away);
    });
    svg.addEventListener("pointermove", (event) => {
      if (this.#dragged) {
        this.#setBorder(this.#dragged, this.#outAt(svg, event));
      }
    });
    for (const end of ["pointerup", "pointercancel"]) {
      svg.addEventListener(end, () => {
        this.#dragged = null;
      });
    }
    on("place-use", () =>
      ask("place", {
        controller: this.#found.controller,
        note: this.#found.note,
        offCentreFrom: this.#found.offCentreFrom,
        edgeFrom: this.#found.edgeFrom,
        offCentre: value("place-off-line"),
        edge: value("place-edge-line"),
        none: false,
      }),
    );
    on("place-none", () =>
      ask("place", { controller: 0, note: 0, offCentreFrom: 1, edgeFrom: 1, offCentre: 0, edge: 0, none: true }),
    );
    this.follow(kit);
  }

  // What holds for the kit is shown until something else is found.
  follow({ place }) {
    if (place && this.#found === null) {
      this.#found = { ...place, strokes: [], drum: "" };
      this.#lines(place.offCentre, place.edge);
      this.#show();
    }
  }

  #lines(offCentre, edge) {
    byId("place-off-line").value = offCentre;
    byId("place-edge-line").value = edge;
  }

  async #find(messages) {
    const found = await this.#ask("found/place", { messages });
    if (!found) {
      return;
    }
    this.#found = found;
    this.#lines(found.note, found.note);
    byId("place-says").textContent = `Controller ${found.controller} tells where ${found.drum} is struck.`;
    this.#show();
  }

  #outAt(svg, event) {
    const box = svg.getBoundingClientRect();
    const away = Math.hypot(event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2);
    return (away / box.width) * 280;
  }

  #setBorder(name, wanted) {
    const found = this.#found;
    const at = Math.min(128, Math.max(1, Math.round(wanted)));
    found[name] = name === "edgeFrom" ? Math.max(found.offCentreFrom, at) : Math.min(found.edgeFrom, at);
    this.#show();
  }

  #show() {
    const { strokes, offCentreFrom, edgeFrom } = this.#found;
    byId("place-figures").hidden = false;
    byId("place-off").value = offCentreFrom;
    byId("place-edge").value = edgeFrom;
    const circle = (attributes) => {
      const made = document.createElementNS("http://www.w3.org/2000/svg", "circle");
      Object.entries(attributes).forEach(([key, one]) => made.setAttribute(key, one));
      return made;
    };
    // Where on its circle a stroke was nobody knows; they go around, so that none hides another.
    const dots = strokes.map((out, at) => circle({ cx: out * Math.cos(at * 2.4), cy: out * Math.sin(at * 2.4), r: 4, class: "dot" }));
    byId("place-drum").replaceChildren(
      circle({ r: 128, class: "drum" }),
      circle({ r: edgeFrom, class: "border" }),
      circle({ r: offCentreFrom, class: "border" }),
      ...dots,
    );
  }
}

class Grabs {
  constructor(ask) {
    let recorded = [];
    this.recorder = new Recorder("chokes-record", "chokes-says", 60, "Strike a cymbal, let it ring, and grab it.", async (messages) => {
      recorded = messages;
      const found = await ask("found/chokes", { messages });
      list("chokes-found", found?.grabbed ?? []);
      list("chokes-warnings", found?.warnings ?? []);
      byId("chokes-says").textContent = found ? `Found: ${found.words}.` : "";
      if (byId("chokes-use")) {
        byId("chokes-use").hidden = !found;
      }
    });
    on("chokes-use", () => ask("chokes", { messages: recorded }));
  }
}

class Triggers {
  constructor(ask) {
    this.recorder = new Recorder("triggers-record", "triggers-says", 60, "Play, loud and soft, on all pads.", async (messages) => {
      const found = await ask("found/triggers", { messages });
      list("triggers-seen", found?.seen ?? []);
      if (found) {
        byId("triggers-bounce").value = found.bounceMilliseconds;
        byId("triggers-crosstalk").value = found.crosstalkMilliseconds;
        byId("triggers-percent").value = found.crosstalkPercent;
      }
    });
    const set = (none) =>
      ask("triggers", {
        bounceMilliseconds: value("triggers-bounce"),
        crosstalkMilliseconds: value("triggers-crosstalk"),
        crosstalkPercent: value("triggers-percent"),
        none,
      });
    on("triggers-use", () => set(false));
    on("triggers-none", () => set(true));
  }
}

export class DoingPanels {
  // Asks the server with a path and a body.
  constructor({ ask, kit }) {
    this.splashes = new Splashes(ask);
    this.places = new Places(ask, kit);
    this.parts = [this.places, new Grabs(ask), new Triggers(ask)];
  }

  follow(kit) {
    this.places.follow(kit);
  }

  // A message came from the kit, which has its pedal on a controller with an opening for each value.
  message(message, { controller, openings }) {
    const [at, status, data1, data2] = message;
    if ((status & 0xf0) === 0xb0 && data1 === controller) {
      this.splashes.moved(at, openings[data2]);
    }
    this.parts.forEach(({ recorder }) => recorder.message(message));
  }
}
