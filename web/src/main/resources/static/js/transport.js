// The bar with the ways to hear a part: what its buttons and keys do to the player.

import { Player } from "./player.js";

const message = (text, refused = false) => {
  const line = document.querySelector("[data-message]");
  if (line) {
    line.textContent = text;
    line.classList.toggle("refused", refused);
  }
};

// Wires a bar to a player. The page says where playing begins and shows what sounds.
export const transport = (bar, { from, onTick, onStroke }) => {
  const addresses = () =>
    [bar.dataset.before, bar.dataset.after]
      .filter((one) => one)
      .map((one) => {
        const [path, query] = one.split("?");
        const suffix = query ? `?${query}` : "";
        return { schedule: `${path}/schedule${suffix}`, instrument: `${path}/instrument${suffix}` };
      });
  const player = new Player(addresses());
  const find = (name) => bar.querySelector(`[data-player="${name}"]`);
  let place = null;

  const show = () => {
    const play = find("play");
    play.textContent = player.playing ? "Pause" : "Play";
    play.setAttribute("aria-pressed", player.playing);
    const which = find("switch");
    if (which) {
      which.hidden = player.sourceCount < 2;
      which.textContent = player.active === 0 ? bar.dataset.beforeName : bar.dataset.afterName;
      which.setAttribute("aria-pressed", player.active === 1);
    }
    bar.dataset.playing = player.playing;
    bar.dataset.source = player.active;
  };

  const start = (tick) =>
    player.play(Math.max(0, Math.round(tick))).catch((error) => message(error.message, true));

  const actions = {
    play: () => {
      if (player.playing) {
        player.stop();
      } else {
        start(place ?? from());
      }
    },
    begin: () => {
      const playing = player.playing;
      player.stop();
      place = null;
      onTick(null);
      if (playing) {
        start(0);
      }
    },
    switch: () => {
      if (player.sourceCount > 1) {
        player.switchTo(1 - player.active);
      }
    },
  };

  bar.addEventListener("click", (event) => {
    const action = event.target.closest("[data-player]")?.dataset.player;
    actions[action]?.();
  });
  bar.addEventListener("input", (event) => {
    const { player: what } = event.target.dataset;
    if (what === "tempo") {
      player.rate = Number(event.target.value) / 100;
      find("tempo-words").textContent = `${event.target.value} %`;
    } else if (what === "clicks") {
      player.clicks = event.target.checked;
    } else if (what === "count-in") {
      player.countIn = event.target.checked;
    }
  });
  player.addEventListener("change", show);
  player.addEventListener("tick", (event) => {
    place = event.detail;
    onTick(event.detail);
  });
  player.addEventListener("stroke", (event) => onStroke(event.detail));
  player.addEventListener("end", () => {
    place = null;
    onTick(null);
  });
  player.addEventListener("trouble", (event) => message(event.detail, true));
  show();

  return {
    player,
    press: (name) => find(name)?.click(),
    // Playing begins here the next time, and at once when it plays; null for where the page says.
    seek: (tick) => {
      place = tick;
      if (tick !== null && player.playing) {
        start(tick);
      }
    },
    // Another part or map: what is heard next is this.
    renew: () => {
      player.setSources(addresses());
      show();
      if (player.playing && place !== null) {
        start(place);
      }
    },
    setLoop: (ticks) => {
      player.loop = ticks;
      if (player.playing) {
        start(ticks ? ticks.from : (place ?? from()));
      }
    },
  };
};
