// The page of a part: its buttons, its fields and its keys.

import { chooseRow, chooseWhere, clear, showChosen, showCurrent, walk } from "./sheet-choice.js";
import { draw, redraw } from "./sheet-drawing.js";
import { change, edit, showState, step } from "./sheet-edits.js";
import { toggleLoop } from "./sheet-hearing.js";
import { board, desk, find, gridLines, lines, model, names } from "./sheet-model.js";
import { addAt } from "./sheet-pointer.js";
import { ask, askPiece, formatHits, say } from "./sheet-server.js";
import { goTo, load, zoomBy, zoomTo } from "./sheet-view.js";

// Looked up when its turn comes: the hit that was walked to may not have been told yet.
const suggestion = (at, wholeRow) =>
  change(() => {
    const line = model.current?.suggestions[at];
    if (!line) {
      return null;
    }
    const which = wholeRow ? { where: { notes: [model.current.note] } } : { hits: formatHits(model.chosen) };
    return { body: { what: "line", note: line.note, ...which } };
  });

const actions = {
  undo: () => step("undo"),
  redo: () => step("redo"),
  remove: () => edit("remove"),
  louder: () => edit("louder", { by: 5 }),
  softer: () => edit("louder", { by: -5 }),
  earlier: () => edit("nudge", { by: -1, grid: gridLines() }),
  later: () => edit("nudge", { by: 1, grid: gridLines() }),
  up: () => edit("rows", { by: -1 }),
  down: () => edit("rows", { by: 1 }),
  "on-grid": () => edit("grid", { grid: gridLines() || 4 }),
  row: chooseRow,
  loop: toggleLoop,
  "next-silent": () => walk("next-silent"),
  add: () => addAt(model.head ?? model.current?.tick ?? model.view.from, model.current?.row ?? 0),
  levels: () => {
    const shown = board.classList.toggle("with-levels");
    find("levels").setAttribute("aria-pressed", shown);
    measure();
  },
};

// The row of the hit one stands on is muted, or heard alone.
const toggleHearing = (name) => model.current && names.children[model.current.row]?.querySelector(`[data-hear="${name}"]`)?.click();

desk.addEventListener("click", (event) => {
  const button = event.target.closest("[data-do]");
  if (button) {
    actions[button.dataset.do]?.();
    return;
  }
  const line = event.target.closest("[data-suggest]");
  if (line) {
    edit("line", { note: Number(line.dataset.suggest) });
  }
});

find("zoom").addEventListener("change", (event) => {
  const zoom = model.state.zooms.find((one) => one.words === event.target.value);
  zoomTo(zoom.ticks, model.current ? model.current.tick : model.view.from);
});
find("grid").addEventListener("change", () => load(true));
// A line by its name, its number or its note name, or by the beginning of its name when no other begins so.
const lineCalled = (typed) => {
  const wanted = typed.trim().toLowerCase();
  const exact = lines.find((line) => [line.name, line.place, `${line.name} · ${line.place}`, String(line.note), line.place.split(" · ")[1]].some((name) => name.toLowerCase() === wanted));
  const beginning = lines.filter((line) => line.name.toLowerCase().startsWith(wanted));
  return exact ?? (beginning.length === 1 ? beginning[0] : null);
};
find("to-line").addEventListener("submit", (event) => {
  event.preventDefault();
  const field = find("line");
  const line = lineCalled(field.value);
  if (!line) {
    say(`“${field.value}” does not match one line of this map; type more of its name, or its note.`, true);
    return;
  }
  field.value = "";
  board.focus({ preventScroll: true });
  edit("line", { note: line.note });
});
find("to-line").addEventListener("keydown", (event) => {
  if (event.key === "Escape") {
    board.focus({ preventScroll: true });
  }
});
find("velocity").addEventListener("change", (event) => {
  if (event.target.value !== "") {
    edit("velocity", { velocity: Number(event.target.value) });
  }
});
find("bar").addEventListener("change", async (event) => {
  const bar = Math.round(Number(event.target.value));
  const found = await ask("bar", { bar });
  if (found) {
    goTo(found.tick);
  }
});
// Another map or other rows are another page. What was chosen before this script was there counts as well.
const mapChoice = document.getElementById("map");
const rowsChoice = find("rows");
const openChoice = () => {
  const query = new URLSearchParams({ map: mapChoice.value, rows: rowsChoice.value });
  location.href = `/parts/${desk.dataset.slug}?${query}`;
};
mapChoice.addEventListener("change", openChoice);
rowsChoice.addEventListener("change", openChoice);
if (mapChoice.value !== desk.dataset.map || rowsChoice.value !== desk.dataset.rows) {
  openChoice();
}
find("after")?.addEventListener("change", (event) => {
  const bar = find("transport");
  bar.dataset.after = event.target.value;
  bar.dataset.afterName = event.target.selectedOptions[0].textContent;
  model.transport.renew();
});

const number = (form, name) => {
  const value = form.elements[name].value;
  return value === "" ? null : Number(value);
};
find("describe").addEventListener("submit", (event) => {
  event.preventDefault();
  const form = event.target;
  const note = form.elements.note.value;
  chooseWhere({
    notes: note === "" ? [] : [Number(note)],
    softest: number(form, "softest"),
    loudest: number(form, "loudest"),
    firstBar: number(form, "firstBar"),
    lastBar: number(form, "lastBar"),
  });
});
find("copy").addEventListener("submit", (event) => {
  event.preventDefault();
  const form = event.target;
  const copy = { what: "copy", firstBar: number(form, "firstBar"), lastBar: number(form, "lastBar"), onto: number(form, "onto"), keep: form.elements.keep.checked };
  change(() => ({ body: copy }));
});
find("percent").addEventListener("submit", (event) => {
  event.preventDefault();
  edit("scale", { by: number(event.target, "by") });
});

const boardKeys = {
  ArrowLeft: (event) => (event.altKey ? actions.earlier() : walk("left", event.shiftKey)),
  ArrowRight: (event) => (event.altKey ? actions.later() : walk("right", event.shiftKey)),
  ArrowUp: (event) => (event.altKey ? actions.up() : walk("up", event.shiftKey)),
  ArrowDown: (event) => (event.altKey ? actions.down() : walk("down", event.shiftKey)),
  "+": () => actions.louder(),
  "-": () => actions.softer(),
  Delete: () => actions.remove(),
  Backspace: () => actions.remove(),
  Enter: () => find("line").focus(),
  Home: () => goTo(0),
  End: () => goTo(model.state.end),
  PageUp: () => goTo(model.view.from - model.view.span),
  PageDown: () => goTo(model.view.from + model.view.span),
  Escape: clear,
};
const pageKeys = {
  " ": () => model.transport.press("play"),
  x: () => model.transport.press("switch"),
  s: () => walk("next-silent"),
  S: () => walk("previous-silent"),
  w: () => actions.row(),
  m: () => toggleHearing("mute"),
  h: () => toggleHearing("solo"),
  o: () => toggleLoop(),
  a: () => actions.add(),
  g: () => actions["on-grid"](),
  z: () => zoomBy(-1),
  Z: () => zoomBy(1),
  1: () => suggestion(0, false),
  2: () => suggestion(1, false),
  3: () => suggestion(2, false),
  "[": () => goTo(model.view.from - model.view.span),
  "]": () => goTo(model.view.from + model.view.span),
};
const wholeRowKeys = { Digit1: 0, Digit2: 1, Digit3: 2 };

board.addEventListener("keydown", (event) => {
  if (event.ctrlKey || event.metaKey) {
    return;
  }
  const action = boardKeys[event.key];
  if (action) {
    event.preventDefault();
    event.stopPropagation();
    action(event);
  }
});
document.addEventListener("keydown", (event) => {
  const typing = event.target.matches("input:not([type=checkbox], [type=radio], [type=range]), select, textarea");
  const pressing = event.key === " " && event.target.matches("button, summary, a, input");
  if (typing || pressing || event.ctrlKey || event.metaKey || event.altKey) {
    return;
  }
  if (event.shiftKey && event.code in wholeRowKeys) {
    event.preventDefault();
    suggestion(wholeRowKeys[event.code], true);
    return;
  }
  const action = pageKeys[event.key];
  if (action) {
    event.preventDefault();
    action();
  }
});

find("table").addEventListener("toggle", async (event) => {
  if (event.target.open) {
    find("table-body").innerHTML = (await askPiece("table", { tick: Math.round(model.view.from) })) ?? "";
  }
});

const measure = () => {
  const wide = find("measure").clientWidth;
  if (wide > 50 && wide !== model.width) {
    model.width = wide;
    redraw();
    load();
  }
};
new ResizeObserver(measure).observe(find("measure"));

model.view = { from: model.stretch.from, span: Math.max(1, Math.min(Number(desk.dataset.span), model.state.end)) };
measure();
showState();
showChosen();
showCurrent();
draw();
desk.dataset.ready = "true";
performance.mark("sheet drawn");
load();
