// Paints what the server has worked out. Places in a stretch are told in pixels from its first tick; until a stretch comes
// that was worked out for how near one looks, the one at hand is pulled wider or narrower.

import { PAD, RULER, covers, desk, element, find, model, names, overview, rowHeight, ruler, scale, staff, top, x, y } from "./sheet-model.js";

const escape = (text) => text.replace(/[&<>"]/g, (sign) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[sign]);

const toggle = (name, words, row) => {
  const button = element("button", { type: "button", class: `row-toggle ${name}`, "aria-pressed": "false", "data-hear": name, "aria-label": `${words} ${row.name}`, title: `${words} ${row.name}` }, name);
  button.tabIndex = -1;
  return button;
};

const nameItem = (row) => {
  const item = element("li", { "data-note": row.note, "data-name": row.name });
  item.classList.toggle("lost", row.lost);
  item.title = `${row.name}, note ${row.place}, ${row.hits} hits`;
  const mark = row.family
    ? element("span", { class: `family family-mark-${row.family.code}` }, row.family.letter)
    : element("span", { class: "family family-none" }, row.lost ? "!" : "");
  const label = element("button", { type: "button", class: "row-name", "data-line": row.sound }, row.label);
  label.tabIndex = -1;
  const level = element("input", { type: "range", min: 0, max: 100, value: 100, "aria-label": `Level of ${row.name}`, "data-hear": "level" });
  level.tabIndex = -1;
  item.append(mark, label, element("span", { class: "row-hits faint" }, String(row.hits)), toggle("mute", "Mute", row), toggle("solo", "Solo", row), level);
  return item;
};

export const drawNames = () => {
  const known = new Map([...names.children].map((item) => [item.dataset.note, item]));
  names.replaceChildren(
    ...model.state.rows.map((row, at) => {
      const same = known.get(String(row.note));
      const stays = same && same.dataset.name === row.name && same.classList.contains("lost") === row.lost;
      const item = stays ? same : nameItem(row);
      item.dataset.at = at;
      item.querySelector(".row-hits").textContent = row.hits;
      return item;
    }),
  );
};

// From a place in the stretch to one on the screen.
const across = () => {
  const ratio = scale() / model.stretch.scale;
  const shift = PAD - (model.view.from - model.stretch.from) * scale();
  return (place) => shift + place * ratio;
};

const classes = (hit, row) => {
  const lost = model.state.rows[row].family ? "" : " unlisted";
  const picked = model.chosen.has(hit) ? " chosen" : "";
  const here = hit === model.current?.facts.hit ? " current" : "";
  const silent = model.lit.get(hit);
  const light = silent === undefined ? "" : silent ? " silent-flash" : " sounding";
  return `glyph${lost}${picked}${here}${light}`;
};

const paintHeads = (place, inView) => {
  const { hit, row, x: places, y: heights, size, kind, kinds, slur } = model.stretch;
  const heads = [];
  for (let at = 0; at < hit.length; at++) {
    const here = place(places[at]);
    if (!inView(here)) {
      continue;
    }
    const { head, marks } = kinds[kind[at]];
    const wide = slur[at] / size[at];
    const arc = slur[at] > 0 ? `<path class="slur" d="M0 7Q${(wide / 2).toFixed(1)} 13 ${wide.toFixed(1)} 7"/>` : "";
    const signs = marks.map((mark) => `<use href="#mark-${mark}"/>`).join("");
    heads.push(
      `<g class="${classes(hit[at], row[at])}" data-hit="${hit[at]}" transform="translate(${here.toFixed(1)} ${heights[at]}) scale(${size[at]})"><use href="#head-${head}"/>${signs}${arc}</g>`,
    );
  }
  return heads.join("");
};

const paintRolls = (place) => {
  const signs = model.stretch.tremolos.map(({ from, to, y: line }) => {
    const first = place(from);
    return `<path class="roll" d="M${first - 4} ${line + 9}l8 -2.4M${first - 4} ${line + 11.6}l8 -2.4M${(first + 7).toFixed(1)} ${line}H${place(to).toFixed(1)}"/>`;
  });
  const uprights = model.stretch.uprights.map(({ hit, row, x: at, y: line, high }) => {
    const here = place(at).toFixed(1);
    return `<g class="${classes(hit, row)} upright" data-hit="${hit}"><rect x="${here - 2}" y="${line - rowHeight() / 2}" width="4" height="${rowHeight()}"/><path d="M${here} ${line - high}V${line + high}"/></g>`;
  });
  return signs.join("") + uprights.join("");
};

const paintBlocks = (place) => {
  const ratio = scale() / model.stretch.scale;
  return model.stretch.blocks
    .map(({ row, x: at, y: line, width, height }) => {
      const lost = model.state.rows[row].lost ? " unlisted" : "";
      return `<rect class="crowd${lost}" x="${place(at).toFixed(1)}" y="${line.toFixed(1)}" width="${Math.max(1, width * ratio).toFixed(1)}" height="${height.toFixed(1)}"/>`;
    })
    .join("");
};

const paintWords = (place, inView) =>
  model.stretch.words
    .filter((words) => inView(place(words.x)))
    .map((words) => `<text class="words ${words.kind}" x="${(place(words.x) + 2).toFixed(1)}" y="${9 + words.line * 12}">${escape(words.text)}</text>`)
    .join("");

const paintNumbers = (place, inView) =>
  model.stretch.bars
    .filter((bar) => inView(place(bar.x)))
    .map((bar) => {
      const at = place(bar.x);
      const high = bar.numbered ? 16 : 6;
      const line = `<line class="bar" x1="${at.toFixed(1)}" x2="${at.toFixed(1)}" y1="${RULER - high}" y2="${RULER}"/>`;
      const signature = bar.signature ? ` <tspan class="signature">${bar.signature}</tspan>` : "";
      return bar.numbered ? `${line}<text x="${(at + 4).toFixed(1)}" y="${RULER - 5}">${bar.number}${signature}</text>` : line;
    })
    .join("");

export const draw = () => {
  const height = top() + model.state.rows.length * rowHeight();
  const place = across();
  const inView = (at) => at >= -PAD && at <= model.width + PAD;
  const rowLines = model.state.rows.map((row, at) => `<line class="row-line${row.lost ? " lost" : ""}" x1="0" x2="${model.width}" y1="${y(at)}" y2="${y(at)}"/>`);
  const upright = (kind, places) =>
    places
      .map(place)
      .filter(inView)
      .map((at) => `<line class="${kind}" x1="${at.toFixed(1)}" x2="${at.toFixed(1)}" y1="0" y2="${height}"/>`)
      .join("");
  const looped = model.loop
    ? `<rect class="loop" x="${x(model.loop.from).toFixed(1)}" y="0" width="${Math.max(1, x(model.loop.to) - x(model.loop.from)).toFixed(1)}" height="100%"/>`
    : "";
  const now = `<line class="now" y1="0" y2="100%"/>`;
  ruler.setAttribute("width", model.width);
  ruler.innerHTML = looped + paintNumbers(place, inView) + paintWords(place, inView) + now;
  staff.setAttribute("width", model.width);
  staff.setAttribute("height", height);
  staff.innerHTML =
    looped +
    rowLines.join("") +
    upright("grid", model.stretch.grid) +
    upright("beat", model.stretch.beats) +
    upright("bar", model.stretch.bars.map((bar) => bar.x)) +
    paintBlocks(place) +
    paintRolls(place) +
    paintHeads(place, inView) +
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
