// Reconcile: hears the two bars of the discrepancy that is looked at, as they are and as they would be, and its keys.

import { transport } from "./transport.js";

const bar = document.querySelector("[data-hear-reconcile]");

if (bar) {
  const heard = () => document.querySelector("[data-heard]");
  const aim = () => {
    const data = heard()?.dataset;
    bar.dataset.before = data?.before ?? "";
    bar.dataset.after = data?.after ?? "";
    bar.dataset.beforeName = "as it is";
    bar.dataset.afterName = "as it would be";
  };
  const loop = () => {
    const data = heard()?.dataset;
    return data?.to ? { from: Number(data.from), to: Number(data.to) } : null;
  };
  const light = ({ stroke, source }) => {
    const name = source === 0 ? "before" : "after";
    const glyph = document.querySelector(`[data-sheet="${name}"] [data-hit="${stroke.hit}"]`);
    const flash = stroke.sound === "" ? "silent-flash" : "sounding";
    glyph?.classList.add(flash);
    setTimeout(() => glyph?.classList.remove(flash), 160);
    bar.dataset.lastStroke = `${source} ${stroke.note} ${stroke.sound === "" ? "silent" : "sounds"}`;
  };
  aim();
  const hear = transport(bar, { from: () => loop()?.from ?? 0, onTick: () => {}, onStroke: light });
  hear.setLoop(loop());

  const press = (selector, at = 0) => document.querySelectorAll(selector)[at]?.click();
  const walk = (step) => {
    const places = [...document.querySelectorAll(".findings .places a, .findings li:not(:has(.places a)) > a")];
    const at = places.findIndex((place) => place.getAttribute("aria-current") === "true");
    places[Math.min(places.length - 1, Math.max(0, at + step))]?.click();
  };
  const keys = {
    " ": () => hear.press("play"),
    x: () => hear.press("switch"),
    a: () => press("[data-apply]"),
    A: () => press(document.querySelector("[data-apply-alike]") ? "[data-apply-alike]" : "[data-apply]"),
    K: () => press("[data-apply-kind]"),
    f: () => press("[data-safe]"),
    n: () => walk(1),
    p: () => walk(-1),
  };
  for (let number = 1; number <= 9; number++) {
    keys[number] = () => press("[data-correction]", number - 1);
  }

  document.addEventListener("keydown", (event) => {
    const typing = event.target.matches("input:not([type=checkbox], [type=radio], [type=range]), select, textarea");
    const pressing = event.key === " " && event.target.matches("button, summary, a, input");
    const action = keys[event.key];
    if (!action || typing || pressing || event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    event.preventDefault();
    action();
  });
  // Another discrepancy or correction: what is heard next is this.
  document.addEventListener("htmx:afterSettle", () => {
    aim();
    hear.seek(null);
    hear.renew();
    hear.setLoop(loop());
  });
}
