// Runs before the page is drawn, so that the chosen light does not flash.
const chosen = localStorage.getItem("light");
if (chosen === "lamp" || chosen === "day") {
  document.documentElement.dataset.light = chosen;
}
