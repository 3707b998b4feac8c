// The editor of a map: sends each change, and puts the answer in place without disturbing the field one is in.

const editor = () => document.getElementById("editor");
const rowOf = (element) => element?.closest("tr[data-at]");
const fieldIn = (row, field) => row?.querySelector(`[data-field="${field}"]`);

let queue = Promise.resolve();

// Changes wait for each other, so that each is made on the revision that the one before it left.
const send = (path, values) => {
  queue = queue.then(() => exchange(path, values)).catch(() => {
    document.querySelector("[data-message]").textContent =
      "The application does not answer; check that it still runs, then try again.";
  });
  return queue;
};

const exchange = async (path, values) => {
  const form = editor();
  const body = new URLSearchParams(values);
  body.set("base", form.dataset.revision);
  body.set("_csrf", form.querySelector("input[name=_csrf]").value);
  const response = await fetch(form.dataset.address + path, { method: "POST", headers: { "X-In-Place": "true" }, body });
  const text = await response.text();
  const answer = new DOMParser().parseFromString(text, "text/html").getElementById("editor");
  if (!answer) {
    throw new Error("no editor in the answer");
  }
  const active = document.activeElement;
  const unsaved = active?.dataset?.was !== undefined && active.value !== active.dataset.was && response.ok;
  Idiomorph.morph(form, answer, {
    morphStyle: "outerHTML",
    ignoreActiveValue: unsaved,
    // What was opened stays open.
    callbacks: { beforeAttributeUpdated: (name, element) => name !== "open" || !element.matches("details") },
  });
  for (const input of editor().querySelectorAll("[data-was]")) {
    if (input !== document.activeElement || !unsaved) {
      input.value = input.dataset.was;
    }
  }
  document.querySelector("[data-choices] button")?.focus();
};

const chosen = () => [...document.querySelectorAll("input[name=line]:checked")].map((box) => box.value);

let lastRow = null;

// Asked for in a line that is not chosen, these are about this line alone.
const ABOUT_LINES = new Set(["step", "move", "remove", "output"]);

const edit = (op, more) => {
  const lines = chosen();
  const alone = ABOUT_LINES.has(op) && more.at !== undefined && !lines.includes(String(more.at));
  const values = [["op", op], ...(alone ? [] : lines.map((line) => ["line", line]))];
  if (more.at === undefined && lastRow !== null) {
    more.at = lastRow;
  }
  for (const [name, value] of Object.entries(more)) {
    if (value !== undefined && value !== "" && !(name === "at" && Number(value) < 0)) {
      values.push([name, value]);
    }
  }
  return send("/edits", values);
};

document.addEventListener("focusin", (event) => {
  const row = rowOf(event.target);
  if (row) {
    lastRow = row.dataset.at;
  }
  if (event.target.matches("[data-field], [data-property]") && event.target.select) {
    event.target.select();
  }
});

// What is half typed in a line survives a closed tab: it is kept in the browser until it is saved or dropped.
const DRAFT = () => `draft ${editor().dataset.address}`;
document.addEventListener("input", (event) => {
  const { target } = event;
  if (target.matches("[data-field]")) {
    const typed = { at: rowOf(target).dataset.at, field: target.dataset.field, was: target.dataset.was, value: target.value };
    localStorage.setItem(DRAFT(), JSON.stringify(typed));
  }
});
const dropDraft = () => localStorage.removeItem(DRAFT());
const restoreDraft = () => {
  const typed = JSON.parse(localStorage.getItem(DRAFT()) ?? "null");
  const input = typed && fieldIn(document.querySelector(`tr[data-at="${typed.at}"]`), typed.field);
  if (!input || input.dataset.was !== typed.was || typed.value === typed.was) {
    dropDraft();
    return;
  }
  input.focus();
  input.value = typed.value;
  document.querySelector("[data-message]").textContent =
    `“${typed.value}” was typed here and not saved: Enter saves it, Escape drops it.`;
};

document.addEventListener("change", (event) => {
  const target = event.target;
  if (target.matches("[data-field]")) {
    dropDraft();
  }
  if (target.matches("[data-field]")) {
    if (target.value !== target.dataset.was) {
      edit(target.dataset.field, { at: rowOf(target).dataset.at, value: target.value });
    }
  } else if (target.matches("[data-property]")) {
    edit("property", { field: target.dataset.property, value: target.value });
  } else if (target.matches("[data-choose]")) {
    edit(target.dataset.choose, { at: target.dataset.at, value: target.value });
  } else if (target.matches("[data-pick]")) {
    if (target.value) {
      edit(target.dataset.pick, { value: target.value });
    }
  } else if (target.matches("[data-all]")) {
    for (const box of document.querySelectorAll("input[name=line]")) {
      box.checked = target.checked;
    }
    tellChosen();
  } else if (target.matches("input[name=line]")) {
    tellChosen();
  }
});

const tellChosen = () => {
  const count = chosen().length;
  document.querySelector("[data-chosen]").textContent = count === 0 ? "This line:" : `${count} selected:`;
  for (const box of document.querySelectorAll("input[name=line]")) {
    rowOf(box).classList.toggle("chosen", box.checked);
  }
};

document.addEventListener("click", (event) => {
  const withChosen = event.target.closest("[data-with-chosen]");
  if (withChosen && chosen().length > 0) {
    withChosen.search = new URLSearchParams(chosen().map((line) => ["line", line])).toString();
    return;
  }
  const button = event.target.closest("[data-op], [data-act], [data-strip]");
  if (!button) {
    return;
  }
  if (button.dataset.act) {
    send("/" + button.dataset.act, []);
  } else if (button.dataset.op) {
    const { op, at, value, taken } = button.dataset;
    const from = at ?? lastRow;
    edit(op, { at, value, taken }).then(() => backTo(op, op === "add" ? from : at));
  } else {
    const box = button.getBoundingClientRect();
    const note = Math.min(127, Math.max(0, Math.floor(((event.clientX - box.left) / box.width) * 128)));
    edit("strip", { value: note });
  }
});

// After a decision one stands again in the line that it was about.
const backTo = (op, at) => {
  if (document.querySelector("[data-choices]")) {
    return;
  }
  if (op === "add") {
    const rows = [...document.querySelectorAll("tr[data-at]")];
    goTo(at === null || at === undefined ? rows[rows.length - 1] : rows[Number(at) + 1], "name");
  } else if (at !== undefined) {
    document.getElementById(`note-${at}`)?.focus();
  }
};

const neighbour = (row, step) => {
  const rows = [...document.querySelectorAll("tr[data-at]")];
  return rows[rows.indexOf(row) + step];
};

const goTo = (row, field) => (field ? fieldIn(row, field) : row?.querySelector("[data-row]"))?.focus();

const step = (row, semitones) => edit("step", { at: row.dataset.at, value: semitones });

const inField = (event, input, row) => {
  const field = input.dataset.field;
  switch (event.key) {
    case "ArrowUp":
    case "ArrowDown": {
      if (input.getAttribute("list") && input.value !== input.dataset.was) {
        return false;
      }
      goTo(neighbour(row, event.key === "ArrowUp" ? -1 : 1), field);
      return true;
    }
    case "Enter": {
      const next = neighbour(row, 1);
      if (next) {
        goTo(next, field);
      } else {
        input.blur();
        input.focus();
      }
      return true;
    }
    case "Escape":
      input.value = input.dataset.was;
      dropDraft();
      row.querySelector("[data-row]").focus();
      event.stopImmediatePropagation();
      return true;
    case "+":
    case "-":
      if (field === "note" && input.value === input.dataset.was && input.value !== "") {
        step(row, event.key === "+" ? 1 : -1);
        return true;
      }
      return false;
    default:
      return false;
  }
};

const onRow = (event, box, row) => {
  switch (event.key) {
    case "ArrowUp":
    case "ArrowDown": {
      const next = neighbour(row, event.key === "ArrowUp" ? -1 : 1);
      if (event.shiftKey && next) {
        box.checked = true;
        next.querySelector("[data-row]").checked = true;
        tellChosen();
      }
      goTo(next);
      return true;
    }
    case "Enter":
      goTo(row, "name");
      return true;
    case "Delete":
      edit("remove", { at: row.dataset.at });
      return true;
    case "+":
    case "-":
      step(row, event.key === "+" ? 1 : -1);
      return true;
    case "n":
      edit("add", { at: row.dataset.at }).then(() => backTo("add", row.dataset.at));
      return true;
    case "l":
      edit("free", { at: row.dataset.at });
      return true;
    default:
      if (/^[0-9a-gA-G]$/.test(event.key)) {
        const input = fieldIn(row, "note");
        input.focus();
        input.value = event.key;
        return true;
      }
      return false;
  }
};

document.addEventListener(
  "keydown",
  (event) => {
    if ((event.ctrlKey || event.metaKey) && !event.altKey && /^[zy]$/i.test(event.key)) {
      const active = document.activeElement;
      if (active?.dataset?.was === undefined || active.value === active.dataset.was) {
        event.preventDefault();
        send(event.key.toLowerCase() === "y" || event.shiftKey ? "/redo" : "/undo", []);
      }
      return;
    }
    // Enter would press the first button of the form, which makes a copy.
    if (event.key === "Enter" && event.target.matches("input[data-property]")) {
      event.preventDefault();
      event.target.blur();
      return;
    }
    const row = rowOf(event.target);
    if (!row || event.ctrlKey || event.metaKey) {
      return;
    }
    if (event.altKey) {
      if (event.key === "ArrowUp" || event.key === "ArrowDown") {
        event.preventDefault();
        const down = event.key === "ArrowDown";
        const field = event.target.dataset.field;
        const to = Number(row.dataset.at) + (down ? 1 : -1);
        edit("move", { at: row.dataset.at, value: down ? 1 : -1 }).then(() =>
          goTo(document.getElementById(`row-${to}`) ?? row, field),
        );
      }
      return;
    }
    const handled = event.target.matches("[data-field]")
      ? inField(event, event.target, row)
      : event.target.matches("[data-row]") && onRow(event, event.target, row);
    if (handled) {
      event.preventDefault();
      event.stopImmediatePropagation();
    }
  },
  true,
);

document.addEventListener("submit", (event) => {
  if (event.target === editor() && !event.submitter?.hasAttribute("formaction")) {
    event.preventDefault();
  }
});

restoreDraft();
