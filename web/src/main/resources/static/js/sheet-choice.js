// The hit one stands on, and the hits that are chosen.

import { sound } from "./instrument.js";
import { redraw } from "./sheet-drawing.js";
import { desk, element, find, model, names } from "./sheet-model.js";
import { ask, inTurn, parseHits, say, send } from "./sheet-server.js";
import { reveal } from "./sheet-view.js";

export const showCurrent = () => {
  const box = find("hit");
  box.hidden = model.current === null;
  find("no-hit").hidden = model.current !== null;
  if (model.current === null) {
    find("hit-name").textContent = "The hit";
    redraw();
    return;
  }
  find("hit-name").textContent = model.current.facts.name;
  find("facts").replaceChildren(
    ...model.current.facts.facts.map((fact) => element("div", {}, element("dt", {}, fact.name), element("dd", {}, fact.value))),
  );
  const list = find("suggestions");
  list.replaceChildren(
    ...model.current.suggestions.map((line, at) => {
      const button = element("button", { type: "button", class: "way-button", "data-suggest": line.note }, element("span", {}, `Move to ${line.name}`), element("kbd", {}, String(at + 1)), element("span", { class: "faint" }, line.reason));
      return element("li", {}, button);
    }),
  );
  find("silent").hidden = !(model.current.row >= 0 && model.state.rows[model.current.row]?.lost);
  find("velocity").value = velocityOf(model.current) ?? "";
  redraw();
};

const velocityOf = (one) => one.facts.facts.find((fact) => fact.name === "Velocity")?.value.split(",")[0];

export const showChosen = (words) => {
  const count = model.chosen.size;
  find("chosen").textContent = count === 0 ? "No hits selected." : (words ?? (count === 1 ? "1 hit selected." : `${count} hits selected.`));
  for (const button of desk.querySelectorAll("[data-needs-hits]")) {
    button.disabled = count === 0;
  }
  redraw();
};

const choose = (one, { add = false, speak = true } = {}) => {
  if (!one) {
    return;
  }
  model.current = one;
  // What is played or put in next begins here.
  if (!model.transport.player.playing) {
    model.head = null;
    model.transport.seek(null);
  }
  if (!add) {
    model.chosen = new Set();
  }
  model.chosen.add(one.facts.hit);
  reveal(one.tick);
  showCurrent();
  showChosen();
  if (speak) {
    find("spoken").textContent = one.words;
  }
  const row = names.children[one.row];
  row?.scrollIntoView({ block: "nearest" });
};

export const walk = (way, add) => inTurn(() => stepTo(way, add));

// The hit that was pointed at.
export const chooseHit = (hit, add) =>
  inTurn(async () => {
    choose(await ask(`hits/${hit}`), { add });
    hearRow(model.current?.row);
  });

const stepTo = async (way, add) => {
  const one = model.current
    ? await ask(`hits/${model.current.facts.hit}`, { way })
    : await ask("hits", { from: Math.round(model.view.from), way: way.endsWith("silent") ? way : undefined });
  choose(one, { add });
  if (one) {
    hearRow(one.row);
  }
};

const hearRow = (row) => {
  const code = model.state.rows[row]?.sound;
  if (code && !model.transport.player.playing) {
    sound(code);
  }
};

export const chooseWhere = (where, how = {}) => inTurn(() => chooseAll(where, how));

const chooseAll = async (where, { add = false, words } = {}) => {
  const found = await send("choice", { where });
  if (!found) {
    return;
  }
  const hits = parseHits(found.hits);
  const first = hits.values().next().value;
  const current = first === undefined ? model.current : await ask(`hits/${first}`);
  // Shown all at once: a button that moves a moment later is missed by who has just aimed at it.
  model.chosen = add ? new Set([...model.chosen, ...hits]) : hits;
  showChosen(words ?? found.words);
  say(found.words);
  if (current !== model.current) {
    model.current = current;
    showCurrent();
  }
};

// The row of the hit one stands on when its turn comes.
export const chooseRow = () => inTurn(() => model.current && chooseAll({ notes: [model.current.note] }));

export const clear = () => {
  model.current = null;
  model.chosen = new Set();
  showCurrent();
  showChosen();
};
