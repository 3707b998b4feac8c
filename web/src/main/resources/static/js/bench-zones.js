// Sets zones by hitting them: what comes is found, and what it shall be is said.

const QUIET = 15_000;

export class ZonePanel {
  #ask;
  #timer = null;

  // Asks the server with a path and a body.
  constructor({ ask }) {
    this.#ask = ask;
    document.getElementById("listen").addEventListener("click", () => this.#listen(!this.listening));
    for (const row of document.querySelectorAll("[data-meter]")) {
      const pad = Number(row.dataset.pad);
      const zone = Number(row.dataset.zone);
      const sends = row.querySelector("[data-sends]");
      sends.addEventListener("change", () =>
        this.#ask("zones", { pad, zone, notes: sends.value === "" ? [] : [Number(sends.value)] }),
      );
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
    return this.#timer !== null;
  }

  #listen(wanted) {
    clearTimeout(this.#timer);
    this.#timer = wanted ? setTimeout(() => this.#listen(false), QUIET) : null;
    document.getElementById("listen").setAttribute("aria-pressed", String(wanted));
    document.getElementById("listen-says").textContent = wanted
      ? "Listening: hit a zone."
      : "Not listening: hits change nothing here.";
  }

  // A zone was hit.
  hit(pad, zone, words) {
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
