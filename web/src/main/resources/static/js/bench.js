// The bench: hits the simulated kit, translates what it sends, sounds what comes out, and writes both down.

import { documentAt, sendDocument } from "./documents.js";
import { sharedInstrument } from "./instrument.js";
import { LiveInstrument } from "./live-instrument.js";
import { LiveTranslator } from "./live-translator.js";
import { MidiPorts } from "./midi-ports.js";
import { DoingPanels } from "./bench-doing.js";
import { PedalPanel } from "./bench-pedal.js";
import { ZonePanel } from "./bench-zones.js";
import { SimulatedKit } from "./simulated-kit.js";

const page = document.getElementById("bench");
const stage = document.getElementById("stage");
const message = document.getElementById("bench-message");
const pedal = document.getElementById("pedal");
const tempo = document.getElementById("tempo");
const recordButton = document.getElementById("record");

const LINES = 40;
const PLAIN = 92;
const HARD = 122;
const SOFT = 40;
const GRAB_AFTER = 260;
const SLOWEST = 0.15;
const FASTEST = 2.5;
const STEPS = ["open", "three-quarter", "half", "quarter", "closed"];
const CHANGED_EVERY = 900;

const now = () => Math.round(performance.now() * 1000);
const say = (text, refused = false) => {
  message.textContent = text;
  message.classList.toggle("refused", refused);
};

// What is sent to the server; null when it refuses or is gone, which is told then.
const post = (address, body) =>
  sendDocument(address, page.dataset, body).catch((error) => {
    say(error.message, true);
    return null;
  });

const { kit: kitSlug } = page.dataset;
let { to } = page.dataset;
const pair = () => new URLSearchParams({ from: kitSlug, to });

let kitTables;
let kit;
let instrument;
let translator;
let holds;
let state = "";
const strokes = new Map();
let take = null;

// Books

const time = (at) => {
  const beat = 60_000_000 / Number(tempo.value);
  const from = take?.begin ?? begun;
  const beats = Math.max(0, Math.floor((at - from) / beat + 0.25));
  return `${Math.floor(beats / 4) + 1}.${(beats % 4) + 1}`;
};
const begun = now();

const enter = (book, at, words, value, silent = false) => {
  const list = document.getElementById(book);
  const line = document.createElement("li");
  line.classList.toggle("red", silent);
  for (const text of [time(at), words, value]) {
    const cell = document.createElement("span");
    cell.textContent = text;
    line.append(cell);
  }
  list.prepend(line);
  while (list.children.length > LINES) {
    list.lastChild.remove();
  }
};

const named = (tables, note) => `${tables.labels[note]} ${tables.names[note] ?? ""}`.trim();
let lastController = { sent: null, played: null };

const write = (book, tables, [at, status, data1, data2], silent) => {
  const command = status & 0xf0;
  if (command === 0x90 && data2 > 0) {
    lastController[book] = null;
    enter(book, at, silent ? `${named(tables, data1)}: silent` : named(tables, data1), data2, silent);
  } else if (command === 0xa0 && data2 > 0) {
    enter(book, at, `${named(tables, data1)}: pressed`, data2);
  } else if (command === 0xb0 && data1 !== 120) {
    // A pedal that moves is one entry, with where it stands now.
    const list = document.getElementById(book);
    if (lastController[book] === data1 && list.firstChild) {
      list.firstChild.lastChild.textContent = data2;
    } else {
      enter(book, at, `controller ${data1}`, data2);
      lastController[book] = data1;
    }
  }
};

// From the kit to the ear

const sound = (messages) => {
  for (const out of messages) {
    const [, status, data1, data2] = out;
    const strikes = (status & 0xf0) === 0x90 && data2 > 0;
    const silent = strikes && !(instrument.has(data1) && instrument.listens(status & 0x0f));
    write("played", instrument.tables, out, silent);
    if (take?.running && !take.repeating) {
      take.sounded.push(out);
    }
    if (hereToo()) {
      instrument.play(out);
    }
    ports.send(out);
  }
};

const ports = new MidiPorts();
const hereToo = () => ports.output === null || document.getElementById("device-here").checked;

const came = (from) => {
  write("sent", kitTables, from, false);
  if ((from[1] & 0xf0) === 0xb0) {
    pedalPanel.moved(from[2], from[3]);
  }
  doingPanels.message(from, kitTables);
  if (take?.running && !take.repeating) {
    take.played.push(from);
  }
  const out = translator.receive(from);
  const strikes = (from[1] & 0xf0) === 0x90 && from[3] > 0;
  if (strikes && !out.some(([, status, , data2]) => (status & 0xf0) === 0x90 && data2 > 0)) {
    enter("played", from[0], "nothing plays this", "", true);
  }
  sound(out);
};

const tick = () => {
  const at = now();
  kit.advance(at);
  playPart(at);
  repeat(at);
  sound(translator.advance(at));
};

// A translator must know where the pedal stands before the first stroke.
const tellPedal = () => {
  if (kitTables.sendsPedal) {
    sound(translator.receive([now(), 0xb0 | kitTables.channel, kitTables.controller, kit.pedal]));
  }
};

// Hitting

const padOf = (index) => stage.querySelector(`[data-pad="${index}"]`);

const flash = (pad) => {
  const element = padOf(pad);
  element.classList.remove("struck");
  void element.getBoundingClientRect();
  element.classList.add("struck");
};

const meter = (pad, zone, velocity) => {
  const key = `${pad}/${zone}`;
  const played = strokes.get(key) ?? [];
  played.push(velocity);
  strokes.set(key, played);
  const row = document.querySelector(`[data-meter="${key}"]`);
  const sorted = [...played].sort((one, other) => one - other);
  row.querySelector("[data-strokes]").textContent = played.length;
  row.querySelector("[data-softest]").textContent = sorted[0];
  row.querySelector("[data-middle]").textContent = sorted[sorted.length >> 1];
  row.querySelector("[data-loudest]").textContent = sorted[sorted.length - 1];
  const bar = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  bar.setAttribute("x", velocity);
  bar.setAttribute("width", 1);
  bar.setAttribute("height", 20);
  row.querySelector("svg").append(bar);
};

let lastCymbal = null;

const strike = (pad, zone, velocity, out) => {
  sharedInstrument();
  if (kitTables.pads[pad].grab) {
    lastCymbal = pad;
  }
  const notes = kit.strike(now(), pad, zone, velocity, out);
  flash(pad);
  meter(pad, zone, velocity);
  zonePanel.hit(pad, zone, kitTables.pads[pad].zones[zone].words);
  if (notes.length === 0) {
    enter("sent", now(), `${kitTables.pads[pad].name}: not set`, "", true);
  }
};

// How fast the pointer came, in pixels a millisecond.
let trail = [];
const speed = () => {
  const recent = trail.filter((point) => performance.now() - point.at < 80);
  if (recent.length < 2) {
    return null;
  }
  const first = recent[0];
  const last = recent[recent.length - 1];
  return Math.hypot(last.x - first.x, last.y - first.y) / Math.max(1, last.at - first.at);
};

const velocityOf = (event) => {
  const fast = speed();
  if (event.shiftKey) {
    return HARD;
  }
  if (event.altKey) {
    return SOFT;
  }
  if (fast === null) {
    return PLAIN;
  }
  const share = Math.min(1, Math.max(0, (fast - SLOWEST) / (FASTEST - SLOWEST)));
  return Math.round(SOFT + share * (127 - SOFT));
};

const grabs = new Map();

stage.addEventListener("pointermove", (event) => {
  trail.push({ x: event.clientX, y: event.clientY, at: performance.now() });
  trail = trail.slice(-12);
});

// Pads are moved by dragging them, or by the arrow keys once one is chosen.

const moving = document.getElementById("move-pads");
let moved = null;
const placeOf = (element) => element.getAttribute("transform").match(/-?\d+/g).map(Number);
const moveTo = (element, x, y) => {
  const height = stage.viewBox.baseVal.height;
  element.setAttribute("transform", `translate(${Math.min(1000, Math.max(0, Math.round(x)))} ${Math.min(height, Math.max(0, Math.round(y)))})`);
};
const keepPlace = (element) => {
  const [x, y] = placeOf(element);
  return ask("places", { pad: Number(element.dataset.pad), x, y });
};
const onStage = (event) => {
  const box = stage.getBoundingClientRect();
  const scale = 1000 / box.width;
  return [(event.clientX - box.left) * scale, (event.clientY - box.top) * scale];
};
const takePad = (pad, event) => {
  stage.querySelector(".moved")?.classList.remove("moved");
  pad.classList.add("moved");
  const [x, y] = placeOf(pad);
  const [u, v] = onStage(event);
  moved = { pad, dx: x - u, dy: y - v, began: `${x} ${y}` };
  stage.setPointerCapture(event.pointerId);
  say("Drag it where it stands, or press the arrow keys.");
};
stage.addEventListener("pointermove", (event) => {
  if (moved) {
    const [u, v] = onStage(event);
    moveTo(moved.pad, u + moved.dx, v + moved.dy);
  }
});
for (const end of ["pointerup", "pointercancel"]) {
  stage.addEventListener(end, () => {
    if (moved && placeOf(moved.pad).join(" ") !== moved.began) {
      keepPlace(moved.pad);
    }
    moved = null;
  });
}
moving?.addEventListener("change", () => {
  stage.classList.toggle("moving", moving.checked);
  stage.querySelector(".moved")?.classList.remove("moved");
  say(moving.checked ? "Pads move now and are not played; uncheck “Move the pads” to play again." : "");
});
const ARROWS = { arrowleft: [-10, 0], arrowright: [10, 0], arrowup: [0, -10], arrowdown: [0, 10] };
let placing = null;
const nudge = (key) => {
  const pad = stage.querySelector(".moved");
  if (!pad || !moving.checked || !ARROWS[key]) {
    return false;
  }
  const [x, y] = placeOf(pad);
  moveTo(pad, x + ARROWS[key][0], y + ARROWS[key][1]);
  clearTimeout(placing);
  placing = setTimeout(() => keepPlace(pad), 400);
  return true;
};

stage.addEventListener("pointerdown", (event) => {
  const zone = event.target.closest("[data-zone]");
  const pad = event.target.closest("[data-pad]");
  if (!pad || !kit) {
    return;
  }
  if (moving?.checked) {
    event.preventDefault();
    takePad(pad, event);
    return;
  }
  event.preventDefault();
  const index = Number(pad.dataset.pad);
  const at = Number((zone ?? pad.querySelector("[data-zone]")).dataset.zone);
  const box = pad.querySelector(".outer").getBoundingClientRect();
  const away = Math.hypot(event.clientX - (box.left + box.width / 2), event.clientY - (box.top + box.height / 2));
  strike(index, at, velocityOf(event), Math.min(127, Math.round((away / (box.width / 2)) * 127)));
  const isEdge = kitTables.pads[index].zones[at].kind === "edge";
  if (isEdge && kitTables.pads[index].grab) {
    const timer = setTimeout(() => {
      grabs.set(event.pointerId, { index, held: true });
      grab(index);
    }, GRAB_AFTER);
    grabs.set(event.pointerId, { index, timer });
  }
});

const grab = (index) => {
  kit.grab(now(), index);
  padOf(index).classList.add("grabbed");
};

const letGo = (index) => {
  kit.letGo(now(), index);
  padOf(index).classList.remove("grabbed");
};

for (const end of ["pointerup", "pointercancel"]) {
  window.addEventListener(end, (event) => {
    const held = grabs.get(event.pointerId);
    grabs.delete(event.pointerId);
    clearTimeout(held?.timer);
    if (held?.held) {
      letGo(held.index);
    }
  });
}

// The pedal

const showPedal = () => {
  pedal.value = kitTables.countsDown ? 127 - kit.pedal : kit.pedal;
  document.getElementById("pedal-says").textContent = kit.openness.replace("-", " ");
  const up = 30 * (1 - Number(pedal.value) / 127);
  board.setAttribute("d", `M12 50 L108 ${44 - up} L110 ${50 - up} L12 54 Z`);
};

const press = (value) => {
  kit.press(now(), kitTables.countsDown ? 127 - value : value);
  showPedal();
};

pedal.addEventListener("input", () => press(Number(pedal.value)));

// The pedal is pressed where it is drawn: as far down as the pointer goes.
const board = document.getElementById("board");
const footboard = document.getElementById("footboard");
const pressTo = (event) => {
  const { top, height } = footboard.getBoundingClientRect();
  press(Math.round(127 * Math.min(1, Math.max(0, ((event.clientY - top) / height - 0.2) / 0.6))));
};
footboard.addEventListener("pointerdown", (event) => {
  event.preventDefault();
  footboard.setPointerCapture(event.pointerId);
  pressTo(event);
});
footboard.addEventListener("pointermove", (event) => {
  if (footboard.hasPointerCapture(event.pointerId)) {
    pressTo(event);
  }
});

// The value, of a pedal that counts up, in the middle of those that mean an openness.
const valueOf = (openness) => {
  const values = kitTables.openings
    .map((code, value) => (code === openness ? value : -1))
    .filter((value) => value >= 0)
    .map((value) => (kitTables.countsDown ? 127 - value : value));
  return values.length === 0 ? null : values.sort((one, other) => one - other)[values.length >> 1];
};

const stepPedal = (by) => {
  const reached = STEPS.filter((code) => valueOf(code) !== null);
  const at = Math.max(0, reached.indexOf(kit.openness === "tight" ? "closed" : kit.openness));
  const next = reached[Math.min(reached.length - 1, Math.max(0, at + by))];
  press(next === "closed" && by > 0 ? 127 : valueOf(next));
};

// Keys

const typing = (element) => element.matches("input:not([type=checkbox], [type=range]), select, textarea");
let lifted = null;

document.addEventListener(
  "keydown",
  (event) => {
    if (!kit || typing(event.target) || event.ctrlKey || event.metaKey) {
      return;
    }
    const key = event.key.toLowerCase();
    if (event.altKey && /^Digit[1-9]$/.test(event.code)) {
      event.preventDefault();
      event.stopImmediatePropagation();
      const slug = heard[Number(event.code.slice(5)) - 1];
      if (slug) {
        hearOn(slug).catch((error) => say(error.message, true));
      }
      return;
    }
    const zone = [...stage.querySelectorAll("[data-key]")].find((one) => one.dataset.key === key || `Key${one.dataset.key.toUpperCase()}` === event.code);
    const pressing = event.target.matches("button, summary, a, input");
    let done = true;
    if (key === "escape") {
      stopAll();
    } else if (nudge(key)) {
      done = true;
    } else if (key === "arrowup" || key === "arrowdown") {
      stepPedal(key === "arrowup" ? -1 : 1);
    } else if (key === " " && !pressing) {
      if (lifted === null) {
        lifted = pedal.value;
        press(0);
      }
    } else if (key === "backspace" && lastCymbal !== null) {
      if (!event.repeat) {
        grab(lastCymbal);
      }
    } else if (zone && zone.dataset.key !== "" && key !== "?") {
      if (!event.repeat) {
        const velocity = event.shiftKey ? HARD : event.altKey ? SOFT : PLAIN;
        strike(Number(zone.closest("[data-pad]").dataset.pad), Number(zone.dataset.zone), velocity, zone.dataset.zone === "0" ? 0 : 100);
      }
    } else {
      done = false;
    }
    if (done) {
      event.preventDefault();
      event.stopImmediatePropagation();
    }
  },
  true,
);

document.addEventListener("keyup", (event) => {
  if (event.key === " " && lifted !== null) {
    press(Number(lifted));
    lifted = null;
  } else if (event.key === "Backspace" && lastCymbal !== null) {
    letGo(lastCymbal);
  }
});

const stopAll = () => {
  const at = now();
  if (partPlays) {
    endPart();
  }
  kit.stop(at);
  sound(translator.stop(at));
  instrument.silence();
  say("All sound is stopped.");
};

document.getElementById("bench-stop").addEventListener("click", stopAll);

// Takes

let clicking = null;

const click = (beat, at) => {
  const { context, master, instrument: sounds } = sharedInstrument();
  sounds.click(context.currentTime + Math.max(0, (at - now()) / 1e6), beat % 4 === 0, master);
};

const metronome = (from, counted) => {
  let beat = -counted;
  return setInterval(() => {
    const length = 60_000_000 / Number(tempo.value);
    while (from + beat * length < now() + 150_000) {
      if (beat < 0 || document.getElementById("metronome").checked) {
        click(beat, from + beat * length);
      }
      beat++;
    }
    document.getElementById("take-says").textContent = take.running && now() >= take.begin ? `bar ${time(now())}` : "count-in";
  }, 50);
};

const record = () => {
  const length = 60_000_000 / Number(tempo.value);
  const begin = now() + Math.round(4 * length) + 100_000;
  const bars = document.getElementById("loop").checked ? Number(document.getElementById("loop-bars").value) : 0;
  const span = bars > 0 ? Math.round(bars * 4 * length) : null;
  take = { begin, running: true, tempo: Number(tempo.value), played: [], sounded: [], span, rounds: 0, repeats: [], repeating: false };
  // Where the pedal stands belongs to what is played.
  kit.press(now(), kit.pedal);
  clicking = metronome(begin, 4);
  recordButton.textContent = "Stop and keep";
  recordButton.dataset.recording = "true";
  say("Recording: one bar is counted in.");
};

// A loop comes round: what was played before sounds again, and what is played now comes on top.
const repeat = (at) => {
  if (!take?.running || take.span === null) {
    return;
  }
  const round = Math.floor((at - take.begin) / take.span);
  if (round > take.rounds) {
    take.rounds = round;
    const begin = take.begin + round * take.span;
    take.repeats = looped(take.played, take).map(([when, ...bytes]) => [begin + when, ...bytes]);
  }
  while (take.repeats.length > 0 && take.repeats[0][0] <= at) {
    take.repeating = true;
    came(take.repeats.shift());
    take.repeating = false;
  }
};

// Messages at their places in the loop, in order; an end that came after the loop had come round ends with it.
const looped = (messages, { begin, span }) => {
  const rounds = new Map();
  return messages
    .map(([when, status, data1, data2]) => {
      const since = Math.max(0, when - begin);
      const round = Math.floor(since / span);
      const key = ((status & 0x0f) << 7) | data1;
      const command = status & 0xf0;
      if (command === 0x90 && data2 > 0) {
        rounds.set(key, round);
      }
      const ends = command === 0x80 || (command === 0x90 && data2 === 0);
      const at = ends && rounds.get(key) < round ? span : since % span;
      return [at, status, data1, data2];
    })
    .sort((one, other) => one[0] - other[0]);
};

// What a loop sounds like, once through.
const loopSounds = (played) => {
  const again = new LiveTranslator(holds);
  const last = played.length === 0 ? 0 : played[played.length - 1][0];
  return [...played.flatMap((message) => again.receive(message)), ...again.advance(last + take.span)];
};

const keep = async () => {
  clearInterval(clicking);
  take.running = false;
  recordButton.textContent = "Record";
  delete recordButton.dataset.recording;
  document.getElementById("take-says").textContent = "";
  const from = (messages) => messages.map(([at, ...rest]) => [Math.max(0, Math.round(at - take.begin)), ...rest]);
  const once = take.span === null ? null : looped(take.played, take);
  const strokesPlayed = take.played.some(([, status]) => (status & 0xf0) === 0x90);
  if (!strokesPlayed) {
    say("Nothing was played, so nothing was kept; hit something while the recording runs.", true);
    return;
  }
  const answer = await post("/bench/takes", {
    kit: kitSlug,
    to,
    tempo: take.tempo,
    beats: 4,
    played: once ?? from(take.played),
    sounded: once ? loopSounds(once) : from(take.sounded),
  });
  if (!answer) {
    return;
  }
  message.classList.remove("refused");
  const link = (address, words) => {
    const element = document.createElement("a");
    element.href = address;
    element.textContent = words;
    return element;
  };
  message.replaceChildren(
    "The take is kept: ",
    link(answer.address, "Open it"),
    " · ",
    link(`${answer.address}/reconcile?map=${to}`, "Reconcile"),
  );
};

recordButton.addEventListener("click", () => (take?.running ? keep().catch((error) => say(error.message, true)) : record()));

// Setting the kit: every change is made on the map as it is now, and holds at once.
const ask = async (path, body) => {
  const answer = await post(`/bench/kits/${kitSlug}/${path}`, { base: kitTables.revision, ...body });
  if (answer?.message) {
    kitTables.revision = answer.revision;
    // It is set, whether or not it can be read back now; the next look does that.
    await watch().catch(() => {});
    say(answer.message);
  }
  return answer;
};

let pedalPanel;
let doingPanels;
const pedalFigures = () => ({ controller: kitTables.controller, countsDown: kitTables.countsDown, ...kitTables.pedal });
const makePanels = () => {
  pedalPanel = new PedalPanel({ ask, use: (figures) => ask("pedal", figures), figures: pedalFigures() });
  doingPanels = new DoingPanels({ ask, kit: kitTables });
};
const zonePanel = new ZonePanel({ ask });

// Devices

const devicesSay = (text) => {
  document.getElementById("devices-say").textContent = text;
};

// Which zone a note of the real kit belongs to.
const zoneOf = (note) => {
  for (const [pad, { zones }] of kitTables.pads.entries()) {
    for (const [zone, { notes, byOpenness }] of zones.entries()) {
      if (notes.includes(note) || Object.values(byOpenness).includes(note)) {
        return { pad, zone };
      }
    }
  }
  return null;
};

ports.addEventListener("message", ({ detail: [status, data1, data2] }) => {
  const command = status & 0xf0;
  if (command === 0x90 && data2 > 0) {
    const at = zoneOf(data1);
    if (at) {
      flash(at.pad);
      meter(at.pad, at.zone, data2);
      zonePanel.hit(at.pad, at.zone, kitTables.pads[at.pad].zones[at.zone].words, data1);
    } else {
      zonePanel.stray(named(kitTables, data1));
    }
  }
  came([now(), status, data1, data2]);
});

ports.addEventListener("lost", ({ detail: { name, what } }) => {
  const at = now();
  sound(translator.stop(at));
  instrument.silence();
  devicesSay(
    what === "kit"
      ? `“${name}” is gone; what sounded has been stopped. Plug it in again and it is taken up by itself.`
      : `“${name}” is gone, so nothing goes out to it. Plug it in again and it is taken up by itself.`,
  );
});
ports.addEventListener("back", ({ detail: { name } }) => devicesSay(`“${name}” is back.`));
ports.addEventListener("ports", () => {
  for (const [id, list, chosen, none] of [
    ["device-in", ports.inputs, ports.input, "the kit on this page"],
    ["device-out", ports.outputs, ports.output, "this page"],
  ]) {
    document.getElementById(id).replaceChildren(
      ...[{ name: "" }, ...list].map(({ name }) => {
        const option = new Option(name === "" ? none : name, name);
        option.selected = name === (chosen?.name ?? "");
        return option;
      }),
    );
  }
  document.getElementById("devices-choice").hidden = false;
  document.getElementById("devices-ask").hidden = true;
  if (ports.inputs.length === 0 && ports.outputs.length === 0) {
    devicesSay("No MIDI device is there; plug one in, and it shows up here by itself.");
  } else if (ports.input) {
    devicesSay(`“${ports.input.name}” plays.`);
  } else if (!document.getElementById("devices-say").textContent.includes("is gone")) {
    devicesSay("Choose the kit that you play.");
  }
});
document.getElementById("device-in").addEventListener("change", (event) => ports.chooseInput(event.target.value));
document.getElementById("device-out").addEventListener("change", (event) => {
  sound(translator.stop(now()));
  ports.chooseOutput(event.target.value);
});
const useDevices = () => ports.open().catch((error) => devicesSay(error.message));
document.getElementById("devices-ask").addEventListener("click", useDevices);

// Several maps to hear, switched by a key while one plays.

const HEARD = `bench-heard/${kitSlug}`;
const MOST_HEARD = 9;
let heard = [...new Set([to, ...JSON.parse(localStorage.getItem(HEARD) ?? "[]")])].slice(0, MOST_HEARD);
const isMap = (slug) => [...document.getElementById("bench-to").options].find((option) => option.value === slug);
const nameOf = (slug) => isMap(slug)?.textContent ?? slug;

const showTargets = () => {
  heard = heard.filter(isMap);
  localStorage.setItem(HEARD, JSON.stringify(heard));
  document.getElementById("targets").replaceChildren(
    ...heard.map((slug, at) => {
      const button = document.createElement("button");
      button.type = "button";
      button.className = "quiet-button big";
      button.setAttribute("aria-pressed", String(slug === to));
      const key = document.createElement("kbd");
      key.textContent = at + 1;
      button.append(key, ` ${nameOf(slug)}`);
      button.addEventListener("click", () => hearOn(slug).catch((error) => say(error.message, true)));
      return button;
    }),
  );
};

// Sounds are made one after the other; nobody waits for the last of them to play the first.
const prepare = () => {
  instrument.prepare().catch((error) => say(error.message, true));
};

const hearOn = async (slug) => {
  if (slug === to) {
    return;
  }
  to = slug;
  const [, live, table] = await load();
  if (to !== slug) {
    return;
  }
  state = "";
  holds = table;
  sound(translator.change(table, now()));
  instrument.silence();
  instrument = live;
  tellPedal();
  prepare();
  document.getElementById("bench-to").value = slug;
  document.getElementById("played-by").textContent = `${nameOf(slug)} played`;
  history.replaceState(null, "", `/bench?${new URLSearchParams({ kit: kitSlug, to })}`);
  showTargets();
};

document.getElementById("target-more").addEventListener("change", (event) => {
  const slug = event.target.value;
  event.target.value = "";
  if (slug !== "" && !heard.includes(slug)) {
    heard = [...heard, slug].slice(-MOST_HEARD);
  }
  showTargets();
  event.target.blur();
});

// A part that plays takes the kit's place.

const partButton = document.getElementById("part-play");
let partPlays = null;

const playPart = (at) => {
  if (!partPlays) {
    return;
  }
  const { messages, begin } = partPlays;
  while (partPlays.next < messages.length && begin + messages[partPlays.next][0] <= at) {
    const [when, ...bytes] = messages[partPlays.next];
    partPlays.next++;
    came([begin + when, ...bytes]);
  }
  if (partPlays.next >= messages.length) {
    endPart();
  }
};

const endPart = () => {
  partPlays = null;
  partButton.textContent = "Play it";
  sound(translator.stop(now()));
  tellPedal();
};

const beginPart = async () => {
  sharedInstrument();
  const part = document.getElementById("bench-part").value;
  const messages = await documentAt(`/bench/parts/${part}/messages?kit=${kitSlug}`);
  partPlays = { messages, begin: now() + 100_000, next: 0 };
  partButton.textContent = "Stop it";
};

partButton?.addEventListener("click", () => (partPlays ? endPart() : beginPart().catch((error) => say(error.message, true))));

// What is changed in a map or a crosswalk anywhere holds here within a second.
const look = async () => {
  const response = await fetch(`/bench/state?${pair()}`);
  const current = await response.text();
  if (response.ok && state !== "" && current !== state) {
    const [newKit, newInstrument, table] = await load();
    kit.stop(now());
    kitTables = newKit;
    instrument.silence();
    instrument = newInstrument;
    holds = table;
    sound(translator.change(table, now()));
    kit = new SimulatedKit(kitTables, came);
    pedalPanel.follow(pedalFigures());
    doingPanels.follow(kitTables);
    showPedal();
    tellPedal();
    prepare();
    say("A map or its crosswalk has changed; the bench plays by it now.");
  }
  state = response.ok ? current : state;
};

// One look after the other: what was asked for last holds. One that has not begun yet serves all who ask for one meanwhile;
// on a slow machine they would pile up.
let looking = Promise.resolve();
let next = null;
const watch = () => {
  next ??= looking
    .catch(() => {})
    .then(() => {
      looking = next;
      next = null;
      return look();
    });
  return next;
};

const load = async () => {
  const [kitDocument, tables, table] = await Promise.all([
    documentAt(`/bench/kits/${kitSlug}`),
    documentAt(`/bench/instruments/${to}`),
    documentAt(`/bench/translation?${pair()}`),
  ]);
  const live = new LiveInstrument(tables);
  live.tables = tables;
  return [kitDocument, live, table];
};

const begin = async () => {
  const [kitDocument, live, table] = await load();
  kitTables = kitDocument;
  instrument = live;
  holds = table;
  translator = new LiveTranslator(table);
  makePanels();
  kit = new SimulatedKit(kitTables, came);
  showPedal();
  tellPedal();
  prepare();
  await watch();
  setInterval(() => watch().catch(() => {}), CHANGED_EVERY);
  setInterval(tick, 10);
  setInterval(() => pedalPanel.draw(), 60);
  if (MidiPorts.wanted) {
    await useDevices();
  }
  document.getElementById("bench-stop").disabled = false;
  recordButton.disabled = false;
  if (partButton) {
    partButton.disabled = false;
  }
  showTargets();
  page.dataset.ready = "true";
};

begin().catch((error) => say(error.message, true));
