// Asks the server, and tells what went wrong.

import { documentAt, pieceAt, sendDocument } from "./documents.js";
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

const told = async (asking) => {
  try {
    return await asking;
  } catch (error) {
    say(error.message, true);
    if (error.status === 409) {
      await overtaken();
    }
    return null;
  }
};

let turn = Promise.resolve();

// What is asked for waits for what was asked before: keys may be faster than answers, and nothing overtakes anything.
export const inTurn = (work) => {
  turn = turn.then(work).catch((error) => say(error.message, true));
  return turn;
};

export const ask = (path, parameters) => told(documentAt(address(path, parameters)));

export const askPiece = (path, parameters) => told(pieceAt(address(path, parameters)));

export const send = (path, body) =>
  told(
    sendDocument(`/parts/${desk.dataset.slug}/${path}`, desk.dataset, {
      base: model.state.revision,
      map: desk.dataset.map,
      rows: desk.dataset.rows,
      ...body,
    }),
  );

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
