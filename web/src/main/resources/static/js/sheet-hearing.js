// Hearing the part: its player, loops, and what lights up while it sounds.

import { transport } from "./transport.js";
import { redraw } from "./sheet-drawing.js";
import { desk, find, model, names, staff } from "./sheet-model.js";
import { goTo } from "./sheet-view.js";

export const setLoop = (ticks) => {
  model.loop = ticks;
  find("loop").setAttribute("aria-pressed", ticks !== null);
  model.transport.setLoop(ticks);
  redraw();
};

export const toggleLoop = async () => {
  if (model.loop) {
    setLoop(null);
    return;
  }
  const ticks = [];
  for (let i = 0; i < model.stretch.hit.length; i++) {
    if (model.chosen.has(model.stretch.hit[i])) {
      ticks.push(model.stretch.tick[i]);
    }
  }
  if (model.chosen.size > 1 && ticks.length > 1) {
    const bars = model.stretch.bars.map((bar) => bar.tick);
    const from = bars.findLast((tick) => tick <= Math.min(...ticks)) ?? 0;
    const to = bars.find((tick) => tick > Math.max(...ticks)) ?? model.stretch.to;
    setLoop({ from, to });
  } else {
    const bars = model.stretch.bars.map((bar) => bar.tick);
    const from = bars.find((tick) => tick >= model.view.from) ?? Math.round(model.view.from);
    const to = bars.findLast((tick) => tick <= model.view.from + model.view.span && tick > from) ?? Math.round(model.view.from + model.view.span);
    setLoop({ from, to });
  }
};

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
    redraw();
  },
  onStroke: light,
});
