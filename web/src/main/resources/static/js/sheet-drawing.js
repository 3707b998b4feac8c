// Draws what the server has worked out.

import { PAD, ROW, RULER, TOP, desk, element, find, model, names, overview, ruler, scale, staff, x, y } from "./sheet-model.js";
import { covers } from "./sheet-view.js";

// Strokes nearer than this would stand upon each other; a small note stands so far before its stroke.
const NEAR = 11;
const GRACE = 12;
const NEXT_GRACE = 9;

const escape = (text) => text.replace(/[&<>"]/g, (sign) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[sign]);

export const drawNames = () => {
  const levels = new Map([...names.children].map((row) => [row.dataset.note, row]));
  names.replaceChildren(
    ...model.state.rows.map((row, at) => {
      const known = levels.get(String(row.note));
      if (known && known.dataset.name === row.name && known.classList.contains("lost") === row.lost) {
        known.dataset.at = at;
        known.querySelector(".row-hits").textContent = row.hits;
        return known;
      }
      const item = element("li", { "data-note": row.note, "data-name": row.name });
      item.dataset.at = at;
      item.classList.toggle("lost", row.lost);
      item.title = `${row.name}, note ${row.place}, ${row.hits} hits`;
      const mark = row.family
        ? element("span", { class: `family family-mark-${row.family.code}` }, row.family.letter)
        : element("span", { class: "family family-none" }, row.lost ? "!" : "");
      const label = element("button", { type: "button", class: "row-name", "data-line": row.sound }, row.label);
      label.tabIndex = -1;
      const toggle = (name, words) => {
        const button = element("button", { type: "button", class: `row-toggle ${name}`, "aria-pressed": "false", "data-hear": name, "aria-label": `${words} ${row.name}`, title: `${words} ${row.name}` }, name);
        button.tabIndex = -1;
        return button;
      };
      const level = element("input", { type: "range", min: 0, max: 100, value: 100, "aria-label": `How loud ${row.name} is heard`, "data-hear": "level" });
      level.tabIndex = -1;
      item.append(mark, label, element("span", { class: "row-hits faint" }, String(row.hits)), toggle("mute", "Mute"), toggle("solo", "Solo"), level);
      return item;
    }),
  );
};

const classes = (at) => {
  const hit = model.stretch.hit[at];
  const lost = model.state.rows[model.stretch.row[at]].family ? "" : " unlisted";
  const picked = model.chosen.has(hit) ? " chosen" : "";
  const here = hit === model.current?.facts.hit ? " current" : "";
  const silent = model.lit.get(hit);
  const light = silent === undefined ? "" : silent ? " silent-flash" : " sounding";
  return `glyph${lost}${picked}${here}${light}`;
};

// Small notes stand before their stroke, side by side, however near in time they are.
const glyph = (at, smallNotesBetween = 0) => {
  const row = model.stretch.row[at];
  const kind = model.stretch.kinds[model.stretch.kind[at]];
  let size = model.state.sizes[model.stretch.velocity[at]];
  let place = x(model.stretch.tick[at]);
  let slur = "";
  if (model.stretch.main[at] >= 0) {
    const main = x(model.stretch.main[at]);
    place = Math.min(place, main - GRACE - smallNotesBetween * NEXT_GRACE);
    size *= 0.7;
    const wide = (main - place) / size;
    slur = `<path class="slur" d="M0 7Q${(wide / 2).toFixed(1)} 13 ${wide.toFixed(1)} 7"/>`;
  }
  const marks = kind.marks.map((mark) => `<use href="#mark-${mark}"/>`).join("");
  return `<g class="${classes(at)}" data-hit="${model.stretch.hit[at]}" transform="translate(${place.toFixed(1)} ${y(row)}) scale(${size.toFixed(2)})"><use href="#head-${kind.head}"/>${marks}${slur}</g>`;
};

// Strokes of a roll that would stand upon each other: the first, strokes through its stem, and a short upright for each
// of the others, as high as it is loud.
const roll = (strokes) => {
  const [first, ...others] = strokes;
  const from = x(model.stretch.tick[first]);
  const to = x(model.stretch.tick[strokes[strokes.length - 1]]);
  const line = y(model.stretch.row[first]);
  const uprights = others.map((at) => {
    const high = 2 + (5 * model.stretch.velocity[at]) / 127;
    const place = x(model.stretch.tick[at]).toFixed(1);
    return `<g class="${classes(at)} upright" data-hit="${model.stretch.hit[at]}"><rect x="${place - 2}" y="${line - ROW / 2}" width="4" height="${ROW}"/><path d="M${place} ${line - high}V${line + high}"/></g>`;
  });
  const stem = `M${from - 4} ${line + 9}l8 -2.4M${from - 4} ${line + 11.6}l8 -2.4`;
  return `<path class="roll" d="${stem}M${(from + 7).toFixed(1)} ${line}H${to.toFixed(1)}"/>${glyph(first)}${uprights.join("")}`;
};

const drawGlyphs = (low, high) => {
  const { tick, row, main, roll: rolls } = model.stretch;
  const parts = [];
  const rollsByBeginning = new Map();
  const smallNotes = new Map();
  for (let at = tick.length - 1; at >= 0; at--) {
    if (row[at] < 0) {
      continue;
    }
    if (rolls[at] >= 0) {
      const key = `${row[at]} ${rolls[at]}`;
      rollsByBeginning.set(key, [at, ...(rollsByBeginning.get(key) ?? [])]);
    } else if (tick[at] >= low && tick[at] <= high) {
      const key = `${row[at]} ${main[at]}`;
      const before = main[at] >= 0 ? (smallNotes.get(key) ?? 0) : 0;
      smallNotes.set(key, before + 1);
      parts.push(glyph(at, before));
    }
  }
  for (const strokes of rollsByBeginning.values()) {
    const wide = x(tick[strokes[strokes.length - 1]]) - x(tick[strokes[0]]);
    if (tick[strokes[strokes.length - 1]] < low || tick[strokes[0]] > high) {
      continue;
    }
    parts.push(wide / strokes.length < NEAR ? roll(strokes) : strokes.map((at) => glyph(at)).join(""));
  }
  return parts.reverse().join("");
};

const drawCrowds = () =>
  model.stretch.crowds
    .map(([column, row, hits, loudest]) => {
      const from = x(model.stretch.from + column * model.stretch.crowdTicks);
      const wide = Math.max(1, model.stretch.crowdTicks * scale());
      const high = 3 + Math.min(1, hits / 4) * (ROW - 8) * (0.5 + (0.5 * loudest) / 127);
      const lost = model.state.rows[row].lost ? " unlisted" : "";
      return `<rect class="crowd${lost}" x="${from.toFixed(1)}" y="${(y(row) - high / 2).toFixed(1)}" width="${wide.toFixed(1)}" height="${high.toFixed(1)}"/>`;
    })
    .join("");

const drawWords = (low, high) => {
  let free = [-1e9, -1e9];
  return model.stretch.captions
    .filter((words) => words.tick >= low && words.tick <= high)
    .map((words) => {
      const at = x(words.tick);
      const line = at > free[0] ? 0 : at > free[1] ? 1 : -1;
      if (line < 0) {
        return "";
      }
      free[line] = at + words.text.length * 6.6 + 8;
      return `<text class="words ${words.kind}" x="${(at + 2).toFixed(1)}" y="${10 + line * 11}">${escape(words.text)}</text>`;
    })
    .join("");
};

export const draw = () => {
  const height = TOP + model.state.rows.length * ROW;
  const low = model.view.from - PAD / scale();
  const high = model.view.from + model.view.span + PAD / scale();
  const inView = (tick) => tick >= low && tick <= high;
  const rowLines = [];
  for (let row = 0; row < model.state.rows.length; row++) {
    rowLines.push(`<line class="row-line${model.state.rows[row].lost ? " lost" : ""}" x1="0" x2="${model.width}" y1="${y(row)}" y2="${y(row)}"/>`);
  }
  const upright = (kind, ticks) =>
    ticks
      .filter(inView)
      .map((tick) => `<line class="${kind}" x1="${x(tick).toFixed(1)}" x2="${x(tick).toFixed(1)}" y1="0" y2="${height}"/>`)
      .join("");
  const gridStep = model.stretch.grid.length > 1 ? (model.stretch.grid[1] - model.stretch.grid[0]) * scale() : 0;
  let lastNumber = -1e9;
  const numbers = model.stretch.bars
    .filter((bar) => inView(bar.tick))
    .map((bar) => {
      const at = x(bar.tick);
      if (at - lastNumber < 26 && !bar.signature) {
        return `<line class="bar" x1="${at.toFixed(1)}" x2="${at.toFixed(1)}" y1="${RULER - 6}" y2="${RULER}"/>`;
      }
      lastNumber = at;
      const signature = bar.signature ? ` <tspan class="signature">${bar.signature}</tspan>` : "";
      return `<line class="bar" x1="${at.toFixed(1)}" x2="${at.toFixed(1)}" y1="${RULER - 16}" y2="${RULER}"/><text x="${(at + 4).toFixed(1)}" y="${RULER - 5}">${bar.number}${signature}</text>`;
    })
    .join("");
  const looped = model.loop
    ? `<rect class="loop" x="${x(model.loop.from).toFixed(1)}" y="0" width="${Math.max(1, x(model.loop.to) - x(model.loop.from)).toFixed(1)}" height="100%"/>`
    : "";
  const now = `<line class="now" y1="0" y2="100%"/>`;
  ruler.setAttribute("width", model.width);
  ruler.innerHTML = looped + numbers + drawWords(low, high) + now;
  staff.setAttribute("width", model.width);
  staff.setAttribute("height", height);
  staff.innerHTML =
    looped +
    rowLines.join("") +
    (gridStep > 7 ? upright("grid", model.stretch.grid) : "") +
    (model.view.span / model.width < 24 || model.stretch.beats.length * 9 < model.width * (model.stretch.to - model.stretch.from) / model.view.span ? upright("beat", model.stretch.beats) : "") +
    upright("bar", model.stretch.bars.map((bar) => bar.tick)) +
    (model.stretch.crowdTicks > 0 ? drawCrowds() : drawGlyphs(low, high)) +
    now;
  drawWindow();
  drawHead();
  if (covers()) {
    desk.dataset.shown = Math.round(model.view.from);
  }
  const bar = find("bar");
  if (bar !== document.activeElement) {
    bar.value = model.stretch.bars.findLast((line) => line.tick <= model.view.from + 1)?.number ?? bar.value;
  }
  for (const item of names.children) {
    item.classList.toggle("current", model.current !== null && Number(item.dataset.at) === model.current.row);
  }
};

export const drawOverview = () => {
  const count = model.state.overview.length;
  const columns = model.state.overview
    .map((full, at) => (full > 0 ? `M${at} 100V${100 - full}H${at + 1}V100Z` : ""))
    .join("");
  overview.setAttribute("viewBox", `0 0 ${count} 100`);
  overview.innerHTML = `<path class="fullness" d="${columns}"/><rect class="window" y="0" height="100"/><line class="now" y1="0" y2="100"/>`;
};

const drawWindow = () => {
  const frame = overview.querySelector(".window");
  const count = model.state.overview.length;
  const share = (tick) => (tick / Math.max(1, model.state.end)) * count;
  frame.setAttribute("x", share(model.view.from).toFixed(2));
  frame.setAttribute("width", Math.max(0.8, share(model.view.span)).toFixed(2));
};

// Where it plays: moved with every picture of the screen, so nothing else is drawn anew for it.
export const drawHead = () => {
  const place = (line, at) => {
    line.setAttribute("x1", at);
    line.setAttribute("x2", at);
    line.classList.toggle("hidden", model.head === null);
  };
  const head = model.head ?? 0;
  for (const drawing of [ruler, staff]) {
    place(drawing.querySelector(".now"), x(head).toFixed(1));
  }
  place(overview.querySelector(".now"), ((head / Math.max(1, model.state.end)) * model.state.overview.length).toFixed(2));
};

let queued = false;
export const redraw = () => {
  if (!queued) {
    queued = true;
    requestAnimationFrame(() => {
      queued = false;
      draw();
    });
  }
};
