// What is in view: moving along the part, nearer and farther.

import { redraw } from "./sheet-drawing.js";
import { covers, coversMore, find, gridLines, model, scale } from "./sheet-model.js";
import { ask } from "./sheet-server.js";

let asking = null;
let askedFor = null;

export const fetchStretch = (begin) => {
  const from = Math.max(0, Math.round(begin - model.view.span));
  const to = Math.round(begin + 2 * model.view.span);
  return ask("stretch", { from, to, grid: gridLines() || 4, scale: scale() });
};

// Asks for what is in view and as much again before and behind it; until it comes, what there is stays.
export const load = async (force = false) => {
  const { from, span } = model.view;
  const asked = askedFor && askedFor.scale === scale() && Math.abs(askedFor.from - from) < span / 2;
  if (!force && (coversMore() || asked)) {
    return;
  }
  askedFor = { from, scale: scale() };
  const mine = fetchStretch(from);
  asking = mine;
  const found = await mine;
  if (asking !== mine) {
    return;
  }
  askedFor = null;
  if (found && found.revision === model.state.revision) {
    model.stretch = found;
    redraw();
    if (!coversMore()) {
      load();
    }
  }
};

export const goTo = (from, span = model.view.span) => {
  model.view = { span: Math.max(1, Math.min(span, model.state.end)), from: model.view.from };
  model.view.from = Math.max(0, Math.min(from, model.state.end - model.view.span));
  redraw();
  load();
};

export const reveal = (tick) => {
  if (tick < model.view.from + model.view.span * 0.04 || tick > model.view.from + model.view.span * 0.96) {
    goTo(tick - model.view.span * 0.3);
  }
};

export const zoomTo = (span, around = model.view.from + model.view.span / 2) => {
  const share = (around - model.view.from) / model.view.span;
  const wanted = Math.max(model.state.zooms[0].ticks / 2, Math.min(span, model.state.end));
  goTo(around - share * wanted, wanted);
  showZoom();
};

export const showZoom = () => {
  const select = find("zoom");
  const nearest = model.state.zooms.reduce((best, zoom) => (Math.abs(Math.log(zoom.ticks / model.view.span)) < Math.abs(Math.log(best.ticks / model.view.span)) ? zoom : best));
  select.value = nearest.words;
};

export const zoomBy = (steps) => {
  const at = model.state.zooms.findIndex((zoom) => zoom.words === find("zoom").value);
  const next = model.state.zooms[Math.max(0, Math.min(model.state.zooms.length - 1, at + steps))];
  zoomTo(next.ticks, model.current ? model.current.tick : model.view.from + model.view.span / 2);
};
