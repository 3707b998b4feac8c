// Asks the server, and tells what went wrong.

import { desk, model } from "./sheet-model.js";

const address = (path, parameters = {}) => {
  const query = new URLSearchParams({ map: desk.dataset.map, rows: desk.dataset.rows });
  for (const [name, value] of Object.entries(parameters)) {
    if (value !== undefined && value !== null) {
      query.set(name, value);
    }
  }
  return `/parts/${desk.dataset.slug}/${path}?${query}`;
};

export const say = (text, refused = false) => {
  const line = document.querySelector("[data-message]");
  line.textContent = text;
  line.classList.toggle("refused", refused);
};

// What is done when the part turns out to have changed elsewhere.
let overtaken = () => {};
export const whenOvertaken = (work) => {
  overtaken = work;
};

const answer = async (response) => {
  const body = await response.json();
  if (!response.ok) {
    say(body.detail ?? "The application gave an unexpected answer; reload the page and try again.", true);
    if (response.status === 409) {
      await overtaken();
    }
    return null;
  }
  return body;
};

let turn = Promise.resolve();

// What is asked for waits for what was asked before: keys may be faster than answers, and nothing overtakes anything.
export const inTurn = (work) => {
  turn = turn.then(work).catch((error) => say(error.message, true));
  return turn;
};

export const ask = async (path, parameters) => {
  try {
    return await answer(await fetch(address(path, parameters), { headers: { Accept: "application/json" } }));
  } catch {
    say("The application does not answer; check that it still runs, then try again.", true);
    return null;
  }
};

export const send = async (path, body) => {
  try {
    return await answer(
      await fetch(`/parts/${desk.dataset.slug}/${path}`, {
        method: "POST",
        headers: {
          Accept: "application/json",
          "Content-Type": "application/json",
          [desk.dataset.csrfHeader]: desk.dataset.csrf,
        },
        body: JSON.stringify({ base: model.state.revision, map: desk.dataset.map, rows: desk.dataset.rows, ...body }),
      }),
    );
  } catch {
    say("The application does not answer; check that it still runs, then try again.", true);
    return null;
  }
};

// Hits are named as the server names them: "3-17,20".
export const parseHits = (text) => {
  const hits = new Set();
  for (const run of text.split(",").filter((one) => one)) {
    const [first, last] = run.split("-").map(Number);
    for (let hit = first; hit <= (last ?? first); hit++) {
      hits.add(hit);
    }
  }
  return hits;
};

export const formatHits = (hits) => [...hits].sort((one, other) => one - other).join(",");
