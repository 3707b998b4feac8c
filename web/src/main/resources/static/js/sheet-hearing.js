// Hearing the part: its player, loops, and what lights up while it sounds.

import { transport } from "./transport.js";
import { drawHead, redraw } from "./sheet-drawing.js";
import { desk, find, model, names, staff } from "./sheet-model.js";
import { formatHits, inTurn, send } from "./sheet-server.js";
import { goTo } from "./sheet-view.js";

export const setLoop = (ticks) => {
  model.loop = ticks;
  find("loop").setAttribute("aria-pressed", ticks !== null);
  model.transport.setLoop(ticks);
  redraw();
};

// Loops the bars of what is chosen, or those in view.
export const toggleLoop = () =>
  inTurn(async () => {
    if (model.loop) {
      setLoop(null);
    } else if (model.chosen.size > 1) {
      const found = await send("choice", { hits: formatHits(model.chosen) });
      if (found) {
        setLoop({ from: found.from, to: found.to });
      }
    } else {
      const { from, span } = model.view;
      const bars = model.stretch.bars.map((bar) => bar.tick);
      const first = bars.find((tick) => tick >= from) ?? Math.round(from);
      const last = bars.findLast((tick) => tick <= from + span && tick > first);
      setLoop({ from: first, to: last ?? Math.round(from + span) });
    }
  });

const light = ({ stroke, source }) => {
  const silent = stroke.sound === "";
  if (source === 0) {
    model.lit.set(stroke.hit, silent);
    const mark = staff.querySelector(`[data-hit="${stroke.hit}"]`);
    mark?.classList.add(silent ? "silent-flash" : "sounding");
    setTimeout(() => {
      model.lit.delete(stroke.hit);
      staff.querySelector(`[data-hit="${stroke.hit}"]`)?.classList.remove("sounding", "silent-flash");
    }, 160);
    const row = names.querySelector(`[data-note="${stroke.note}"]`);
    row?.classList.add(silent ? "silent-flash" : "sounding");
    setTimeout(() => row?.classList.remove("sounding", "silent-flash"), 160);
  }
  desk.dataset.lastStroke = `${source} ${stroke.note} ${silent ? "silent" : "sounds"}`;
};

model.transport = transport(find("transport"), {
  from: () => model.current?.tick ?? model.view.from,
  onTick: (tick) => {
    model.head = tick;
    if (tick !== null && (tick > model.view.from + model.view.span * 0.92 || tick < model.view.from)) {
      goTo(tick - model.view.span * 0.08);
    }
    drawHead();
  },
  onStroke: light,
});
