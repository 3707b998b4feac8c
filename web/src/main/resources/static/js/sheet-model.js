// What the page of a part knows: the part as the server told it, what is in view, and what is chosen.

export const desk = document.getElementById("part-desk");
export const RULER = 40;
export const PAD = 16;
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
export const rowHeight = () => model.state.rowHeight;
// Room for what stands above the heads of the first row.
export const top = () => model.state.top;
export const y = (row) => top() + (row + 0.5) * rowHeight();

// A stretch that was worked out for a look much nearer or farther is too coarse, or too much, to be pulled to size.
const MOST_PULLED = 2.5;
// One that is as good as what would come instead.
const HARDLY_PULLED = 1.02;

const holds = (from, to, most) => {
  const { stretch, state } = model;
  const pulled = Math.max(stretch.scale / scale(), scale() / stretch.scale);
  return stretch.revision === state.revision && pulled <= most && Math.max(0, from) >= stretch.from && Math.min(to, state.end) <= stretch.to;
};

// Whether what is in view is there.
export const covers = () => holds(model.view.from, model.view.from + model.view.span, MOST_PULLED);

// Whether it is there as it should be, and a step to either side of it as well.
export const coversMore = () => holds(model.view.from - model.view.span / 2, model.view.from + 1.5 * model.view.span, HARDLY_PULLED);

export const gridLines = () => Number(find("grid").value);

export const element = (name, attributes = {}, ...children) => {
  const made = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) {
    made.setAttribute(key, value);
  }
  made.append(...children);
  return made;
};
