// Filling by playing: sends the notes that arrive, from the keys on the page, the keyboard, or a MIDI device.

import { MidiPorts } from "./midi-ports.js";

const place = () => document.getElementById("place");
const page = () => document.getElementById("fill");

// Two octaves of a piano on the letters of a keyboard, by where the keys are, not by what is printed on them.
const LOWER = ["KeyZ", "KeyS", "KeyX", "KeyD", "KeyC", "KeyV", "KeyG", "KeyB", "KeyH", "KeyN", "KeyJ", "KeyM"];
const UPPER = ["KeyQ", "Digit2", "KeyW", "Digit3", "KeyE", "KeyR", "Digit5", "KeyT", "Digit6", "KeyY", "Digit7", "KeyU"];
const KEYS = new Map([...LOWER, ...UPPER].map((code, at) => [code, at]));

let lowest = 36;
let queue = Promise.resolve();

// Notes wait for each other, so that each fills the line that the one before it moved on to.
const arrive = (note) => {
  queue = queue.then(async () => {
    const form = place();
    form.querySelector("[data-note]").value = note;
    await htmx.ajax("POST", page().dataset.address + "/notes", { source: form, target: "#fill", swap: "outerHTML" });
    follow();
  });
};

const follow = () => {
  document.querySelector("[data-octave]").textContent = lowest;
  document.querySelector(".fill-list .current")?.scrollIntoView({ block: "nearest" });
  const file = document.querySelector("[data-fill-file]");
  for (const name of ["base", "at"]) {
    file.elements[name].value = place().elements[name].value;
  }
};

const goTo = (at) => {
  const count = Number(page().dataset.count);
  const address = new URL(page().dataset.address, location.href);
  const form = new FormData(place());
  for (const line of form.getAll("line")) {
    address.searchParams.append("line", line);
  }
  address.searchParams.set("start", form.get("start"));
  address.searchParams.set("at", Math.min(count, Math.max(0, at)));
  location.replace(address);
};

document.addEventListener("click", (event) => {
  const key = event.target.closest("[data-key]");
  if (key) {
    arrive(key.dataset.key);
    return;
  }
  const step = event.target.closest("[data-step]");
  if (step) {
    goTo(Number(page().dataset.at) + Number(step.dataset.step));
  } else if (event.target.closest("[data-listen]")) {
    listen();
  }
});

document.addEventListener("change", (event) => {
  if (event.target.matches("[data-counter]")) {
    goTo(Number(event.target.value) - 1);
  }
});

document.addEventListener("keydown", (event) => {
  if (event.target.matches("input, select, textarea") || event.ctrlKey || event.metaKey || event.altKey) {
    return;
  }
  if (event.key === "<" || event.key === ">" || event.key === "," || event.key === ".") {
    lowest = Math.min(104, Math.max(0, lowest + (event.key === ">" || event.key === "." ? 12 : -12)));
    follow();
  } else if (KEYS.has(event.code) && !event.repeat) {
    arrive(lowest + KEYS.get(event.code));
  } else if (event.key === "Backspace" || event.key === "ArrowUp") {
    goTo(Number(page().dataset.at) - 1);
  } else if (event.key === "ArrowDown") {
    goTo(Number(page().dataset.at) + 1);
  } else {
    return;
  }
  event.preventDefault();
  event.stopImmediatePropagation();
}, true);

// The note's own form is only sent by a note, not by Enter in the counter.
document.addEventListener("submit", (event) => {
  if (event.target === place() && !event.submitter?.hasAttribute("data-clear")) {
    event.preventDefault();
  }
}, true);

// Devices: the one that was chosen on the bench, or else chosen here.

const NOTE_ON = 0x90;
const ports = new MidiPorts();
const button = () => document.querySelector("[data-listen]");
const chooser = () => document.querySelector("[data-input]");

const listen = () =>
  ports.open().catch((error) => {
    button().textContent = error.message;
  });

ports.addEventListener("message", ({ detail: [status, data1, data2] }) => {
  if ((status & 0xf0) === NOTE_ON && data2 > 0) {
    arrive(data1);
  }
});
ports.addEventListener("ports", () => {
  const { inputs, input } = ports;
  if (!input && inputs.length === 1) {
    ports.chooseInput(inputs[0].name);
    return;
  }
  chooser().hidden = inputs.length < 2;
  chooser().replaceChildren(
    ...[{ name: "" }, ...inputs].map(({ name }) => {
      const option = new Option(name === "" ? "choose a device" : name, name);
      option.selected = name === (input?.name ?? "");
      return option;
    }),
  );
  if (input) {
    button().textContent = `Listening to “${input.name}”`;
  } else if (inputs.length > 0) {
    button().textContent = "Choose the device that you play";
  } else {
    button().textContent = "No MIDI device is connected; plug one in, and it is heard at once";
  }
});
document.addEventListener("change", (event) => {
  if (event.target === chooser()) {
    ports.chooseInput(event.target.value);
  }
});

if (MidiPorts.offered) {
  button().hidden = false;
  if (MidiPorts.wanted) {
    listen();
  }
}
follow();
