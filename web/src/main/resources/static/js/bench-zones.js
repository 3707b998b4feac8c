// Sets zones by hitting them: what comes is found, and what it shall be is said.

const QUIET = 15_000;

export class ZonePanel {
  #ask;
  #timer = null;
  #assigning = false;

  // Asks the server with a path and a body.
  constructor({ ask }) {
    this.#ask = ask;
    document.getElementById("listen").addEventListener("click", () => this.#listen(!this.listening));
    document.getElementById("assign").addEventListener("click", () => this.#assign(!this.#assigning));
    for (const row of document.querySelectorAll("[data-meter]")) {
      const pad = Number(row.dataset.pad);
      const zone = Number(row.dataset.zone);
      const sends = row.querySelector("[data-sends]");
      const others = row.querySelector("[data-also]");
      const also = row.querySelector("[data-also-sends]");
      const notes = () => [...(sends.value === "" ? [] : [sends.value]), ...[...others.children].map(({ dataset }) => dataset.note)].map(Number);
      const set = () => this.#ask("zones", { pad, zone, notes: notes() });
      sends.addEventListener("change", set);
      also.addEventListener("change", async () => {
        const note = also.value;
        also.value = "";
        if (note === "" || notes().includes(Number(note))) {
          return;
        }
        const button = document.createElement("button");
        button.type = "button";
        button.className = "quiet-button";
        button.dataset.note = note;
        button.textContent = `and ${note} ×`;
        button.setAttribute("aria-label", `${row.cells[0].textContent} no longer sends ${note}`);
        others.append(button);
        if (!(await set())) {
          button.remove();
        }
      });
      others.addEventListener("click", ({ target }) => {
        if (target.dataset.note) {
          target.remove();
          set();
        }
      });
      const bend = row.querySelector("[data-bend]");
      bend.addEventListener("change", () => this.#ask("zones", { pad, zone, bend: Number(bend.value) }));
      const shall = row.querySelector("[data-shall-be]");
      shall.addEventListener("change", async () => {
        if (shall.value.trim() === "") {
          return;
        }
        if (sends.value === "") {
          shall.setCustomValidity("Say first what the zone sends.");
          shall.reportValidity();
          return;
        }
        shall.setCustomValidity("");
        const note = Number(sends.value);
        const done = await this.#ask("lines", { note, name: shall.value });
        if (done) {
          for (const option of document.querySelectorAll(`[data-sends] option[value="${note}"]`)) {
            option.textContent = option.textContent.replace(/^(\d+ · \S+).*/, `$1 ${shall.value.trim()}`);
          }
          shall.value = "";
        }
      });
    }
  }

  get listening() {
    return this.#timer !== null && !this.#assigning;
  }

  // The line first, then every zone that shall play it.
  #assign(wanted) {
    this.#listen(false);
    this.#assigning = wanted;
    this.#timer = wanted ? setTimeout(() => this.#assign(false), QUIET) : null;
    document.getElementById("assign").setAttribute("aria-pressed", String(wanted));
    document.getElementById("listen-says").textContent = wanted
      ? `Hit every zone that shall play ${this.#line().text}.`
      : "Not listening: hits change nothing here.";
  }

  #line() {
    return document.getElementById("assign-line").selectedOptions[0];
  }

  async #play(pad, zone, from) {
    this.#assign(true);
    const row = document.querySelector(`[data-meter="${pad}/${zone}"]`);
    const note = Number(this.#line().value);
    // What a real kit sends is its own; its note then stands for the same.
    const done =
      from === null
        ? await this.#ask("zones", { pad, zone, notes: [note] })
        : await this.#ask("lines", { note: from, name: this.#line().text.replace(/^\d+ · \S+ /, "") });
    if (done) {
      if (from === null) {
        row.querySelector("[data-sends]").value = note;
        row.querySelector("[data-also]").replaceChildren();
      }
      document.getElementById("listen-says").textContent = `${row.cells[0].textContent} plays ${this.#line().text}. Hit the next one.`;
    }
  }

  #listen(wanted) {
    if (wanted && this.#assigning) {
      this.#assign(false);
    }
    clearTimeout(this.#timer);
    this.#timer = wanted ? setTimeout(() => this.#listen(false), QUIET) : null;
    document.getElementById("listen").setAttribute("aria-pressed", String(wanted));
    document.getElementById("listen-says").textContent = wanted
      ? "Listening: hit a zone."
      : "Not listening: hits change nothing here.";
  }

  // A zone was hit, on a real kit by a note.
  hit(pad, zone, words, from = null) {
    if (this.#assigning) {
      this.#play(pad, zone, from);
      return;
    }
    if (!this.listening) {
      return;
    }
    this.#listen(true);
    const row = document.querySelector(`[data-meter="${pad}/${zone}"]`);
    document.querySelectorAll("[data-meter].heard").forEach((other) => other.classList.remove("heard"));
    row.classList.add("heard");
    row.scrollIntoView({ block: "nearest" });
    document.getElementById("listen-says").textContent = `That was ${row.cells[0].textContent}: ${words}. Say what it shall be.`;
    row.querySelector("[data-shall-be]").focus();
  }

  // A note came that no zone sends.
  stray(words) {
    if (this.listening) {
      this.#listen(true);
      document.getElementById("listen-says").textContent = `${words} came, which no zone sends; choose it beside the zone that you hit.`;
    }
  }
}
