// What the page of a part knows: the part as the server told it, what is in view, and what is chosen.

export const desk = document.getElementById("part-desk");
export const ROW = 24;
export const RULER = 40;
export const PAD = 16;
// Room for what stands above the heads of the first row.
export const TOP = 6;
export const find = (name) => desk.querySelector(`[data-part="${name}"]`);
const readJson = (id) => JSON.parse(document.getElementById(id).textContent);

export const board = find("board");
export const names = find("names");
export const ruler = find("ruler");
export const staff = find("staff");
export const overview = find("overview");
export const lines = readJson("sheet-lines");

export const model = {
  state: readJson("sheet-state"),
  stretch: readJson("sheet-stretch"),
  // How much was in view when it was asked for.
  stretchSpan: Number(desk.dataset.span),
  // The first tick in view, and how many there are.
  view: { from: 0, span: 1920 },
  width: 900,
  // The hit one stands on.
  current: null,
  chosen: new Set(),
  // Where it plays.
  head: null,
  loop: null,
  // The hits that sound at this moment.
  lit: new Map(),
  transport: null,
};

export const scale = () => (model.width - 2 * PAD) / model.view.span;
export const x = (tick) => PAD + (tick - model.view.from) * scale();
export const y = (row) => TOP + row * ROW + ROW / 2;
export const gridLines = () => Number(find("grid").value);

export const element = (name, attributes = {}, ...children) => {
  const made = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) {
    made.setAttribute(key, value);
  }
  made.append(...children);
  return made;
};
