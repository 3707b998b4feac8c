// Draws, plays and sends. Whatever is worked out is worked out on the server.

import { droppedFiles } from "./dropped.js";

document.addEventListener("alpine:init", () => {
  Alpine.data("lamp", () => ({
    toggle() {
      const root = document.documentElement;
      const dark = root.dataset.light
        ? root.dataset.light === "lamp"
        : matchMedia("(prefers-color-scheme: dark)").matches;
      root.dataset.light = dark ? "day" : "lamp";
      localStorage.setItem("light", root.dataset.light);
    },
  }));

  Alpine.data("keys", () => ({
    shown: false,
    toggle() {
      this.shown = !this.shown;
    },
    hide() {
      this.shown = false;
    },
  }));

  Alpine.data("chooser", () => ({
    send() {
      this.$root.submit();
    },
  }));

  Alpine.data("dropZone", () => ({
    over: false,
    refusal: "",
    enter() {
      this.over = true;
    },
    leave() {
      this.over = false;
    },
    // A folder holds more than parts: of it only MIDI files and archives are sent.
    async drop(event) {
      this.over = false;
      const folder = [...event.dataTransfer.items].some((item) => item.webkitGetAsEntry?.()?.isDirectory);
      const all = (await droppedFiles(event.dataTransfer)).map(({ file }) => file);
      const field = this.$root.querySelector("input[type=file]");
      const endings = field.accept.split(",").filter((accepted) => accepted.startsWith("."));
      const isWanted = ({ name }) => !name.startsWith(".") && endings.some((ending) => name.toLowerCase().endsWith(ending));
      const wanted = folder ? all.filter(isWanted) : all;
      const most = Number(this.$root.dataset.most);
      if (wanted.length === 0 || wanted.length > most) {
        this.refusal =
          wanted.length === 0
            ? "There are no MIDI files in this folder."
            : `This folder has ${wanted.length} MIDI files, and ${most} can be added at a time; convert it on the Batches page.`;
        return;
      }
      const chosen = new DataTransfer();
      wanted.forEach((file) => chosen.items.add(file));
      field.files = chosen.files;
      this.$root.submit();
    },
    chosen() {
      this.$root.submit();
    },
    // A file beside a form with fields: the form of the file takes along what stands in them.
    dropInto(event) {
      this.over = false;
      this.$root.querySelector("input[type=file]").files = event.dataTransfer.files;
      this.chosenInto();
    },
    chosenInto() {
      this.$root.querySelector("input[type=file]").form.requestSubmit();
    },
  }));
});

// A form may take along what stands in the fields of another one.
document.addEventListener("submit", (event) => {
  for (const copy of event.target.querySelectorAll("[data-copy]")) {
    copy.value = document.getElementById(copy.dataset.copy).value;
  }
});

const isTyping = (element) =>
  element.matches("input:not([type=checkbox], [type=radio]), select, textarea") || element.isContentEditable;

const moveBetweenRows = (step) => {
  const rows = [...document.querySelectorAll("[data-row]")];
  if (rows.length === 0) {
    return;
  }
  const at = rows.indexOf(document.activeElement);
  const opened = rows.findIndex((row) => row.getAttribute("aria-current") === "true");
  const from = at >= 0 ? at : opened;
  const next = from < 0 ? 0 : Math.min(rows.length - 1, Math.max(0, from + step));
  rows[next].focus();
};

const focusAndSelect = (selector) => {
  const field = document.querySelector(selector);
  field?.focus();
  field?.select();
};

const press = (selector) => document.querySelector(selector)?.click();

const keys = {
  ArrowDown: () => moveBetweenRows(1),
  ArrowUp: () => moveBetweenRows(-1),
  "/": () => document.querySelector("[data-search]")?.focus(),
  "?": () => press("[data-keys]"),
  n: () => press("[data-new]"),
  u: () => press("[data-undo]"),
  r: () => press("[data-redo]"),
  c: () => document.querySelector("[data-choice]")?.focus(),
  d: () => press("[data-download]"),
  b: () => focusAndSelect("[data-bar]"),
  "[": () => press("[data-earlier]"),
  "]": () => press("[data-later]"),
};

// Losses: l walks from one to the next, a number takes one of its ways, a accepts it.
const losses = () => [...document.querySelectorAll("[data-loss]")];
const focusedLoss = () => document.activeElement.closest("[data-loss]");
let settledAt = -1;

const walkLosses = () => {
  const all = losses();
  all[(all.indexOf(focusedLoss()) + 1) % all.length]?.focus();
};

const settle = (selector, at = 0) => focusedLoss()?.querySelectorAll(selector)[at]?.click();

const lossKeys = {
  l: walkLosses,
  a: () => settle("[data-accept]"),
  1: () => settle("[data-way]", 0),
  2: () => settle("[data-way]", 1),
  3: () => settle("[data-way]", 2),
};

document.addEventListener("htmx:beforeRequest", () => {
  settledAt = losses().indexOf(focusedLoss());
});

// What was opened stays open when the page is swapped in place, and the next loss comes in place of one that is settled.
const opened = new Set();
document.addEventListener(
  "toggle",
  (event) => {
    if (event.target.matches("[data-keep-open]")) {
      opened[event.target.open ? "add" : "delete"](event.target.id);
    }
  },
  true,
);
document.addEventListener("htmx:afterSettle", () => {
  for (const id of opened) {
    document.getElementById(id)?.setAttribute("open", "");
  }
  if (settledAt >= 0 && document.activeElement === document.body) {
    losses()[Math.min(settledAt, losses().length - 1)]?.focus();
  }
});

document.addEventListener("keydown", (event) => {
  if (event.key === "Escape" && isTyping(event.target)) {
    event.target.blur();
    return;
  }
  const action = (losses().length > 0 && lossKeys[event.key]) || keys[event.key];
  if (!action || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) {
    return;
  }
  event.preventDefault();
  action();
});

// What was clicked to open something stays where it is on the screen, and beside what it opened.
const current = () => document.querySelector(".places a[aria-current=true]") ?? document.querySelector("#desk [data-row][aria-current=true]");
const GAP = 8;
let clicked = null;
document.addEventListener("htmx:beforeRequest", ({ detail }) => {
  const link = detail?.elt.closest("#desk [data-row], #desk .places a");
  clicked = link && { address: link.getAttribute("href"), top: link.getBoundingClientRect().top };
});
document.addEventListener("htmx:afterSettle", () => {
  const there = current();
  if (!clicked || !there) {
    return;
  }
  const link = [...document.querySelectorAll("#desk [data-row], #desk .places a")].find((one) => one.getAttribute("href") === clicked.address);
  window.scrollBy(0, (link ?? there).getBoundingClientRect().top - clicked.top);
  // It may be under what is pinned: what is open, where there is one column only, and the bar at the foot.
  const pinned = document.querySelector("[data-pinned]");
  const top = pinned && getComputedStyle(pinned).order === "-1" ? pinned.getBoundingClientRect().bottom : 0;
  const bottom = document.querySelector(".hear-walk")?.getBoundingClientRect().top ?? window.innerHeight;
  const row = there.getBoundingClientRect();
  if (row.top < top + GAP) {
    window.scrollBy(0, row.top - top - GAP);
  } else if (row.bottom > bottom - GAP) {
    window.scrollBy(0, row.bottom - bottom + GAP);
  }
  clicked = null;
});

// A title is renamed where it is.
const rename = (box, open) => {
  box.querySelector("h1").hidden = open;
  box.querySelector(".title-form").hidden = !open;
  if (open) {
    const field = box.querySelector("[data-title]");
    field.focus();
    field.select();
  }
};
document.addEventListener("click", (event) => {
  const button = event.target.closest("[data-rename]");
  if (button) {
    rename(button.closest(".title-box"), true);
  }
});
document.addEventListener(
  "keydown",
  (event) => {
    if (event.key === "Escape" && event.target.matches("[data-title]")) {
      event.stopPropagation();
      event.target.value = event.target.defaultValue;
      rename(event.target.closest(".title-box"), false);
    }
  },
  true,
);
document.addEventListener("focusout", (event) => {
  const box = event.target.closest(".title-box");
  if (box && !box.contains(event.relatedTarget) && box.querySelector("[data-title]")?.value === event.target.defaultValue) {
    rename(box, false);
  }
});

// Menus close with Escape, and when something else is pressed.
const closeMenus = (but) => {
  for (const menu of document.querySelectorAll("details.menu[open]")) {
    if (!menu.contains(but)) {
      menu.open = false;
    }
  }
};
document.addEventListener("pointerdown", (event) => closeMenus(event.target));
document.addEventListener("focusin", (event) => closeMenus(event.target));
document.addEventListener(
  "keydown",
  (event) => {
    const menu = event.key === "Escape" && document.querySelector("details.menu[open]");
    if (menu) {
      event.stopPropagation();
      menu.open = false;
      menu.querySelector("summary").focus();
    }
  },
  true,
);

const UNREACHED = "The application does not answer; check that it still runs, then try again.";
const tell = (sentence) => {
  const message = document.querySelector("[data-message]");
  if (message) {
    message.textContent = sentence;
  }
};

// A line is heard when it is clicked, wherever it stands; a page that plays already is left alone.
document.addEventListener("click", async (event) => {
  const code = event.target.closest("[data-line]")?.dataset.line;
  if (code && !document.querySelector("[data-playing=true]")) {
    try {
      const { sound } = await import("./instrument.js");
      await sound(code);
    } catch (failure) {
      // What cannot be loaded says so in the browser's words.
      tell(failure instanceof TypeError ? UNREACHED : failure.message);
    }
  }
});

for (const failure of ["htmx:sendError", "htmx:timeout"]) {
  document.addEventListener(failure, () => tell(UNREACHED));
}
