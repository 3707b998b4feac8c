// Changes to hits: each is sent, and the answer put in place.

import { clear, showChosen, showCurrent } from "./sheet-choice.js";
import { drawNames, drawOverview, redraw } from "./sheet-drawing.js";
import { element, find, model } from "./sheet-model.js";
import { ask, formatHits, inTurn, parseHits, say, send, whenOvertaken } from "./sheet-server.js";
import { fetchStretch, reveal, showZoom } from "./sheet-view.js";

export const change = (make) =>
  inTurn(async () => {
    const wanted = make();
    if (!wanted) {
      return;
    }
    const done = await send(wanted.path ?? "edits", wanted.body);
    if (done) {
      await take(done);
    }
  });

// What stands where comes together with the rows it stands in.
const take = async (done) => {
  const from = Math.min(model.view.from, Math.max(0, done.state.end - model.view.span));
  const found = await fetchStretch(from);
  if (!found) {
    return;
  }
  model.state = done.state;
  model.stretch = found;
  model.view.from = from;
  say(done.message);
  model.chosen = parseHits(done.hits);
  const first = model.chosen.values().next().value;
  showState();
  model.current = first === undefined ? null : await ask(`hits/${first}`);
  if (model.current) {
    reveal(model.current.tick);
  }
  showCurrent();
  showChosen();
  model.transport.renew();
};

export const edit = (what, more = {}) =>
  change(() => {
    if (model.chosen.size === 0) {
      say("No hits are selected; select some first.", true);
      return null;
    }
    return { body: { what, hits: formatHits(model.chosen), ...more } };
  });

export const step = (path) => change(() => ({ path, body: {} }));

const renew = async () => {
  const found = await ask("state");
  const there = found && (await fetchStretch(model.view.from));
  if (there) {
    model.state = found;
    model.stretch = there;
    clear();
    showState();
  }
};

whenOvertaken(renew);

export const showState = () => {
  drawNames();
  drawOverview();
  find("about").textContent = model.state.facts;
  find("silent-count").textContent = model.state.silent === 0 ? "Every hit sounds on this map." : `${model.state.silent} ${model.state.silent === 1 ? "hit is" : "hits are"} silent on this map.`;
  find("silent-count").classList.toggle("red", model.state.silent > 0);
  find("next-silent").hidden = model.state.silent === 0;
  const zoom = find("zoom");
  zoom.replaceChildren(...model.state.zooms.map((one) => element("option", { value: one.words }, one.words)));
  showZoom();
  for (const [name, words] of [["undo", model.state.undo], ["redo", model.state.redo]]) {
    const button = find(name);
    button.disabled = words === "";
    button.title = words || (name === "undo" ? "Nothing to undo" : "Nothing to redo");
  }
  redraw();
};
