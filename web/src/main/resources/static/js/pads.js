// Pads on a grid: pads and sounds are chosen or dragged, and the page says beforehand which end a change is about to change.

const GRIP = 6;
const form = () => document.getElementById("pads-change");
const field = (name) => form()?.elements[name];
const cell = (index) => document.querySelector(`[data-pad="${index}"]`);
const sound = (note) => document.querySelector(`[data-line-note="${note}"]`);
const chosen = (name) => {
  const value = field(name)?.value ?? "-1";
  return value === "-1" ? null : name === "line" ? sound(value) : cell(value);
};
const page = () => document.getElementById("pads").dataset;
// What says nothing is left out of the page.
const of = (one) => ({ sends: "", heard: "", shared: "", ...one.dataset });

// What would be done to these two, in a sentence, or why it cannot be.
const wouldSend = (pad, line) => {
  const { name, sends } = of(pad);
  const becomes = of(line);
  if (becomes.sends === "") {
    return { words: `No note is free for “${becomes.name}”; delete a line of ${page().name} first.` };
  }
  const before = sends === "" ? "nothing" : sends;
  if (before === becomes.sends) {
    return { words: `${name} sends ${before} already.` };
  }
  const added = becomes.fresh === "true" ? ` ${page().name} gets a line for it.` : "";
  const other = page().straight === "true" ? "" : " The crosswalk stays.";
  return { may: true, words: `The pad changes: ${name} sends ${becomes.sends} instead of ${before}.${added}${other}` };
};
const wouldLead = (pad, line) => {
  const { name, sends, heard, shared } = of(pad);
  if (page().straight === "true") {
    return { words: "These pads play their own map, so there is no crosswalk to change. Drag the sound onto the pad instead." };
  }
  if (sends === "") {
    return { words: `${name} sends nothing, so the crosswalk has nothing to lead. Drag the sound onto the pad instead.` };
  }
  const note = sends.split(", ")[0];
  const also = shared === "" ? "" : ` So does ${shared}, which sends it too.`;
  return {
    may: true,
    words: `The crosswalk changes: ${note} plays ${line.dataset.name} instead of ${heard === "" ? "nothing" : heard}.${also} The pad stays.`,
  };
};
const wouldSwap = (one, other) => ({
  may: one !== other,
  words: `${one.dataset.name} and ${other.dataset.name} change places: what one sends, the other sends.`,
});

const say = (...sentences) => {
  document.getElementById("pads-will").textContent = sentences.join("\n");
};
const HOW = "Drag a sound onto a pad, or a pad onto a sound; or choose both here.";

const show = () => {
  if (!form()) {
    return;
  }
  const [pad, line, other] = ["pad", "line", "other"].map(chosen);
  for (const one of document.querySelectorAll("[data-pad], [data-line-note]")) {
    one.setAttribute("aria-pressed", String(one === pad || one === line || one === other));
  }
  const ways = {
    send: pad && line && wouldSend(pad, line),
    lead: pad && line && wouldLead(pad, line),
    swap: pad && other && wouldSwap(pad, other),
    clear: pad && { may: of(pad).sends !== "", words: "" },
  };
  for (const button of form().querySelectorAll("[data-way]")) {
    button.disabled = !ways[button.dataset.way]?.may;
  }
  const sentences = [];
  if (line && pad) {
    sentences.push(ways.send.words);
    if (page().straight !== "true") {
      sentences.push("Or: " + ways.lead.words);
    }
  } else if (other && pad) {
    sentences.push(ways.swap.words);
  } else if (pad) {
    sentences.push(`${pad.dataset.name} sends ${of(pad).sends || "nothing"}. Choose a sound, or a second pad.`);
  } else if (line) {
    sentences.push(`Choose the pad that shall play ${line.dataset.name}.`);
  }
  say(...(sentences.length === 0 ? [HOW] : sentences));
};

const choose = (one) => {
  if (!form()) {
    return;
  }
  if (one.dataset.lineNote !== undefined) {
    field("line").value = field("line").value === one.dataset.lineNote ? "-1" : one.dataset.lineNote;
    field("other").value = "-1";
  } else if (field("pad").value === one.dataset.pad) {
    field("pad").value = field("other").value;
    field("other").value = "-1";
  } else if (field("other").value === one.dataset.pad) {
    field("other").value = "-1";
  } else if (chosen("pad") && !chosen("line")) {
    field("other").value = one.dataset.pad;
  } else {
    field("pad").value = one.dataset.pad;
  }
  show();
};

const press = (way) => {
  const button = form()?.querySelector(`[data-way="${way}"]`);
  if (button && !button.disabled) {
    button.click();
  }
};

// Dragging

let drag = null;

const draggable = (target) => target.closest?.("[data-pad], [data-line-note]");

// What letting go there would do.
const drop = (from, onto) => {
  if (!onto || onto === from || (from.dataset.lineNote !== undefined && onto.dataset.lineNote !== undefined)) {
    return null;
  }
  if (from.dataset.lineNote !== undefined) {
    return { way: "send", pad: onto, line: from, ...wouldSend(onto, from) };
  }
  if (onto.dataset.lineNote !== undefined) {
    return { way: "lead", pad: from, line: onto, ...wouldLead(from, onto) };
  }
  return { way: "swap", pad: from, other: onto, ...wouldSwap(from, onto) };
};

document.addEventListener("pointerdown", (event) => {
  const from = draggable(event.target);
  if (from && form() && event.button === 0 && event.pointerType !== "touch") {
    drag = { from, x: event.clientX, y: event.clientY, moving: false, onto: null };
  }
});

document.addEventListener("pointermove", (event) => {
  if (!drag) {
    return;
  }
  if (!drag.moving && Math.hypot(event.clientX - drag.x, event.clientY - drag.y) < GRIP) {
    return;
  }
  drag.moving = true;
  document.body.classList.add("dragging");
  const onto = draggable(document.elementFromPoint(event.clientX, event.clientY) ?? document.body);
  if (onto !== drag.onto) {
    drag.onto?.classList.remove("over");
    drag.onto = onto;
    const would = drop(drag.from, onto);
    if (would) {
      onto.classList.add("over");
      say(would.may ? `Let go: ${would.words}` : would.words);
    } else {
      say(HOW);
    }
  }
});

const endDrag = () => {
  const ended = drag;
  drag = null;
  document.body.classList.remove("dragging");
  ended?.onto?.classList.remove("over");
  return ended;
};

let dragged = false;
document.addEventListener("pointerup", () => {
  const ended = endDrag();
  dragged = Boolean(ended?.moving);
  const would = dragged && drop(ended.from, ended.onto);
  if (!would || !would.may) {
    return;
  }
  field("pad").value = would.pad.dataset.pad;
  field("line").value = would.line?.dataset.lineNote ?? "-1";
  field("other").value = would.other?.dataset.pad ?? "-1";
  show();
  press(would.way);
});
document.addEventListener("pointercancel", endDrag);

document.addEventListener("click", (event) => {
  const one = draggable(event.target);
  if (one && !dragged) {
    choose(one);
  }
  dragged = false;
});

document.addEventListener("change", (event) => {
  if (event.target.closest("#pads-change")) {
    show();
  }
});

// Keys: arrows move among pads or among sounds.

const beside = (from, key) => {
  if (from.dataset.lineNote !== undefined) {
    const all = [...document.querySelectorAll("[data-line-note]")];
    return all[all.indexOf(from) + (key === "ArrowDown" ? 1 : key === "ArrowUp" ? -1 : 0)];
  }
  const row = from.closest(".grid-row");
  const at = [...row.children].indexOf(from);
  if (key === "ArrowLeft" || key === "ArrowRight") {
    return row.children[at + (key === "ArrowRight" ? 1 : -1)];
  }
  const rows = [...document.querySelectorAll(".grid-row")];
  return rows[rows.indexOf(row) + (key === "ArrowDown" ? 1 : -1)]?.children[at];
};

const ways = { s: "send", c: "lead", w: "swap" };
document.addEventListener(
  "keydown",
  (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.matches("input, select, textarea")) {
      return;
    }
    const from = draggable(event.target);
    if (from && event.key.startsWith("Arrow")) {
      beside(from, event.key)?.focus();
    } else if (ways[event.key] && form()) {
      press(ways[event.key]);
    } else {
      return;
    }
    event.preventDefault();
    event.stopImmediatePropagation();
  },
  true,
);

document.addEventListener("htmx:afterSettle", show);
show();
