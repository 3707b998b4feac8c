// Points and edges of a velocity curve, dragged or moved by the arrow keys. What they mean is worked out on the server.

const LOWEST = 1;
const HIGHEST = 127;
const within = (value, least = LOWEST, most = HIGHEST) => Math.max(least, Math.min(most, Math.round(value)));

const fieldOf = (curve, kind) => curve.closest("fieldset").querySelector(`[data-${kind}]`);
const pointsOf = (curve) => [...curve.querySelectorAll("[data-point]")];
const place = (point) => [Number(point.getAttribute("cx")), HIGHEST - Number(point.getAttribute("cy"))];

// The line through points, level before the first and behind the last.
export const lineThrough = (points) => [[LOWEST, points[0][1]], ...points, [HIGHEST, points[points.length - 1][1]]];

const write = (curve) => {
  const points = pointsOf(curve).map(place);
  fieldOf(curve, "points").value = points.map((point) => point.join(",")).join(" ");
  fieldOf(curve, "kind").value = "points";
  const line = lineThrough(points).map(([x, y]) => `${x} ${HIGHEST - y}`);
  curve.querySelector("[data-line]").setAttribute("d", `M${line.join(" L")}`);
};

const movePoint = (point, x, y) => {
  const points = pointsOf(point.ownerSVGElement);
  const at = points.indexOf(point);
  const least = at === 0 ? LOWEST : place(points[at - 1])[0] + 1;
  const most = at === points.length - 1 ? HIGHEST : place(points[at + 1])[0] - 1;
  point.setAttribute("cx", within(x, least, most));
  point.setAttribute("cy", HIGHEST - within(y));
  point.setAttribute("aria-valuenow", within(y));
  point.setAttribute("aria-valuetext", `velocity ${place(point)[0]} becomes ${place(point)[1]}`);
  write(point.ownerSVGElement);
};

const moveEdge = (edge, x) => {
  const curve = edge.ownerSVGElement;
  const isFrom = edge.dataset.edge === "from";
  const other = Number(curve.querySelector(`[data-edge="${isFrom ? "to" : "from"}"]`).getAttribute("x1"));
  const value = isFrom ? within(x, LOWEST, other) : within(x, other, HIGHEST);
  edge.setAttribute("x1", value);
  edge.setAttribute("x2", value);
  edge.setAttribute("aria-valuenow", value);
  fieldOf(curve, edge.dataset.edge).value = value;
  const shade = curve.querySelector(isFrom ? "[data-below]" : "[data-above]");
  if (!isFrom) {
    shade.setAttribute("x", value);
  }
  shade.setAttribute("width", isFrom ? value - 1 : HIGHEST - value);
};

const velocityAt = (curve, event) => {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(curve.getScreenCTM().inverse());
  return [at.x, HIGHEST - at.y];
};

const move = (handle, [x, y]) => (handle.matches("[data-point]") ? movePoint(handle, x, y) : moveEdge(handle, x));
const send = (handle) => handle.closest("form").requestSubmit(handle.closest("form").querySelector("#lay"));

let dragged = null;

document.addEventListener("pointerdown", (event) => {
  const handle = event.target.closest?.("[data-point], [data-edge]");
  if (handle) {
    dragged = handle;
    handle.focus();
    handle.setPointerCapture(event.pointerId);
    event.preventDefault();
  }
});

document.addEventListener("pointermove", (event) => {
  if (dragged) {
    move(dragged, velocityAt(dragged.ownerSVGElement, event));
  }
});

document.addEventListener("pointerup", () => {
  if (dragged) {
    const handle = dragged;
    dragged = null;
    send(handle);
  }
});

// A second click on the paper sets a point there.
document.addEventListener("dblclick", (event) => {
  const curve = event.target.closest?.("[data-curve]");
  if (!curve || event.target.matches("[data-point], [data-edge]")) {
    return;
  }
  const [x, y] = velocityAt(curve, event).map((value) => within(value));
  const points = pointsOf(curve);
  if (points.some((point) => place(point)[0] === x)) {
    return;
  }
  const next = points.find((point) => place(point)[0] > x) ?? null;
  const point = points[0].cloneNode();
  point.setAttribute("cx", x);
  point.setAttribute("cy", HIGHEST - y);
  curve.insertBefore(point, next);
  write(curve);
  send(curve);
});

const steps = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

document.addEventListener(
  "keydown",
  (event) => {
    const handle = event.target;
    if (!handle.matches?.("[data-point], [data-edge]")) {
      return;
    }
    const step = steps[event.key];
    if (step) {
      const size = event.shiftKey ? 10 : 1;
      const [x, y] = handle.matches("[data-point]") ? place(handle) : [Number(handle.getAttribute("x1")), 0];
      move(handle, [x + step[0] * size, y + step[1] * size]);
    } else if (event.key === "Delete" && handle.matches("[data-point]") && pointsOf(handle.ownerSVGElement).length > 1) {
      const curve = handle.ownerSVGElement;
      handle.remove();
      write(curve);
      send(curve);
    } else if (event.key === "Enter") {
      send(handle);
    } else {
      return;
    }
    event.preventDefault();
    event.stopImmediatePropagation();
  },
  true,
);
