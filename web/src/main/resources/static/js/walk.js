// Before and after of a crosswalk: plays both at the same place, and lights what sounds.

import { transport } from "./transport.js";

const bar = document.querySelector("[data-hear-walk]");

if (bar) {
  const light = ({ stroke, source }) => {
    const name = source === 0 ? "before" : "after";
    const glyph = document.querySelector(`[data-sheet="${name}"] [data-hit="${stroke.hit}"]`);
    const silent = stroke.sound === "" ? "silent-flash" : "sounding";
    glyph?.classList.add(silent);
    setTimeout(() => glyph?.classList.remove(silent), 160);
    bar.dataset.lastStroke = `${source} ${stroke.note} ${stroke.sound === "" ? "silent" : "sounds"}`;
  };
  const hear = transport(bar, {
    from: () => Number(document.querySelector("[data-first-tick]")?.dataset.firstTick ?? 0),
    onTick: () => {},
    onStroke: light,
  });
  document.addEventListener("keydown", (event) => {
    const typing = event.target.matches("input:not([type=checkbox], [type=radio], [type=range]), select, textarea");
    const pressing = event.key === " " && event.target.matches("button, summary, a, input");
    if (typing || pressing || event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    if (event.key === " " || event.key === "x") {
      event.preventDefault();
      hear.press(event.key === "x" ? "switch" : "play");
    }
  });
  // A route was changed: what comes next comes from it.
  document.addEventListener("htmx:afterSettle", () => hear.renew());
}
