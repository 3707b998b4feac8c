// What mouse and finger do on the sheet.

import { chooseHit, chooseWhere, clear } from "./sheet-choice.js";
import { redraw } from "./sheet-drawing.js";
import { change, edit } from "./sheet-edits.js";
import { setLoop } from "./sheet-hearing.js";
import { PAD, board, find, gridLines, model, names, overview, rowHeight, ruler, scale, staff, top } from "./sheet-model.js";
import { goTo, zoomTo } from "./sheet-view.js";

const NS = "http://www.w3.org/2000/svg";

const at = (event) => {
  const box = staff.getBoundingClientRect();
  return { px: event.clientX - box.left, tick: Math.max(0, model.view.from + (event.clientX - box.left - PAD) / scale()), row: Math.floor((event.clientY - box.top - top()) / rowHeight()) };
};

let drag = null;

staff.addEventListener("pointerdown", (event) => {
  if (event.button !== 0) {
    return;
  }
  board.focus({ preventScroll: true });
  const hit = event.target.closest("[data-hit]")?.dataset.hit;
  const start = at(event);
  drag = { start, hit: hit === undefined ? null : Number(hit), moved: false, add: event.shiftKey, box: { x: event.clientX, y: event.clientY } };
  staff.setPointerCapture(event.pointerId);
});

staff.addEventListener("pointermove", (event) => {
  if (!drag) {
    return;
  }
  const now = at(event);
  drag.moved ||= Math.hypot(event.clientX - drag.box.x, event.clientY - drag.box.y) > 4;
  if (!drag.moved) {
    return;
  }
  drag.now = now;
  staff.querySelector(".frame")?.remove();
  if (drag.hit === null) {
    const frame = document.createElementNS(NS, "rect");
    frame.setAttribute("class", "frame");
    frame.setAttribute("x", Math.min(drag.start.px, now.px));
    frame.setAttribute("width", Math.abs(now.px - drag.start.px));
    frame.setAttribute("y", top() + Math.min(drag.start.row, now.row) * rowHeight());
    frame.setAttribute("height", (Math.abs(now.row - drag.start.row) + 1) * rowHeight());
    staff.append(frame);
  } else {
    for (const mark of staff.querySelectorAll("[data-hit]")) {
      const hit = Number(mark.dataset.hit);
      if (hit === drag.hit || (model.chosen.has(drag.hit) && model.chosen.has(hit))) {
        mark.style.translate = `${(now.px - drag.start.px).toFixed(1)}px ${((now.row - drag.start.row) * rowHeight()).toFixed(1)}px`;
      }
    }
  }
});

const drop = async () => {
  const { hit, start, now, moved, add } = drag;
  drag = null;
  staff.querySelector(".frame")?.remove();
  if (!moved) {
    if (hit === null) {
      if (!add) {
        clear();
      }
      model.transport.seek(Math.round(start.tick));
      model.head = start.tick;
      redraw();
    } else {
      await chooseHit(hit, add);
    }
    return;
  }
  if (hit === null) {
    const [from, to] = [Math.min(start.row, now.row), Math.max(start.row, now.row)];
    const notes = model.state.rows.slice(Math.max(0, from), to + 1).map((row) => row.note);
    if (notes.length > 0) {
      await chooseWhere(
        { notes, fromTick: Math.round(Math.min(start.tick, now.tick)), beforeTick: Math.round(Math.max(start.tick, now.tick)) },
        { add },
      );
    }
    return;
  }
  if (!model.chosen.has(hit)) {
    model.chosen = new Set([hit]);
  }
  const rows = now.row - start.row;
  const ticks = Math.round(now.tick - start.tick);
  const far = Math.abs(now.px - start.px) > 6;
  if (rows !== 0) {
    await edit("rows", { by: rows, ticks: far ? ticks : 0, grid: gridLines() });
  } else if (far) {
    await edit("shift", { by: ticks, grid: gridLines() });
  }
  redraw();
};

staff.addEventListener("pointerup", () => drag && drop());
staff.addEventListener("pointercancel", () => {
  drag = null;
  redraw();
});

staff.addEventListener("dblclick", (event) => {
  if (!event.target.closest("[data-hit]")) {
    addAt(at(event).tick, at(event).row);
  }
});

export const addAt = (tick, row) => {
  const line = model.state.rows[row];
  if (line) {
    change(() => ({ body: { what: "add", note: line.note, tick: Math.round(tick), grid: gridLines(), velocity: Number(find("velocity").value) || undefined } }));
  }
};

board.addEventListener(
  "wheel",
  (event) => {
    if (event.ctrlKey) {
      event.preventDefault();
      zoomTo(model.view.span * 2 ** (event.deltaY / 200), at(event).tick);
      return;
    }
    const across = event.shiftKey && event.deltaX === 0 ? event.deltaY : event.deltaX;
    if (across !== 0) {
      event.preventDefault();
      goTo(model.view.from + across / scale());
    }
  },
  { passive: false },
);

const overviewTo = (event) => {
  const box = overview.getBoundingClientRect();
  goTo(((event.clientX - box.left) / box.width) * model.state.end - model.view.span / 2);
};
overview.addEventListener("pointerdown", (event) => {
  overview.setPointerCapture(event.pointerId);
  overviewTo(event);
});
overview.addEventListener("pointermove", (event) => event.buttons === 1 && overviewTo(event));

let pull = null;
ruler.addEventListener("pointerdown", (event) => {
  pull = at(event).tick;
  ruler.setPointerCapture(event.pointerId);
});
ruler.addEventListener("pointerup", (event) => {
  const to = at(event).tick;
  if (pull !== null && Math.abs(to - pull) * scale() > 6) {
    setLoop({ from: Math.round(Math.min(pull, to)), to: Math.round(Math.max(pull, to)) });
  } else if (pull !== null) {
    model.head = to;
    model.transport.seek(Math.round(to));
    redraw();
  }
  pull = null;
});

names.addEventListener("click", (event) => {
  const item = event.target.closest("li");
  const hear = event.target.dataset.hear;
  if (hear === "mute" || hear === "solo") {
    event.target.setAttribute("aria-pressed", event.target.getAttribute("aria-pressed") !== "true");
    level(item);
  }
});
names.addEventListener("dblclick", (event) => {
  const item = event.target.closest("li");
  if (item && event.target.matches(".row-name")) {
    chooseWhere({ notes: [Number(item.dataset.note)] });
  }
});
names.addEventListener("input", (event) => level(event.target.closest("li")));

const level = (item) => {
  const pressed = (name) => item.querySelector(`[data-hear="${name}"]`).getAttribute("aria-pressed") === "true";
  model.transport.player.setLevel(Number(item.dataset.note), {
    mute: pressed("mute"),
    solo: pressed("solo"),
    level: Number(item.querySelector('[data-hear="level"]').value) / 100,
  });
};
