// The board: one key, or a presenter's clicker, leads through a sheet; a click on the staff writes what the class says.
import { pad } from "./pad.js";

const store = "gavvet-board";
const forward = ["PageDown", "ArrowRight", " "];
const back = ["PageUp", "ArrowLeft"];

pad("answer", () => htmx.trigger("#board-class", "gavvet:again"));

// Light or dark as it was chosen last, else as the machine has it.
const root = document.documentElement;
const machine = matchMedia("(prefers-color-scheme: dark)");
const show = () => {
  const isDark = (localStorage.getItem(store) ?? (machine.matches ? "dark" : "light")) === "dark";
  root.classList.toggle("is-dark", isDark);
  root.classList.toggle("is-light", !isDark);
};
machine.addEventListener("change", show);
show();

document.addEventListener("click", (event) => {
  if (event.target.closest("[data-board-light]")) {
    localStorage.setItem(store, root.classList.contains("is-dark") ? "light" : "dark");
    show();
  }
  if (event.target.closest("[data-board-full]")) {
    if (document.fullscreenElement) document.exitFullscreen();
    else root.requestFullscreen();
  }
});

// What is typed or chosen keeps its keys, and Space presses the button it is on.
document.addEventListener("keydown", (event) => {
  if (event.altKey || event.ctrlKey || event.metaKey || event.shiftKey || document.querySelector("dialog[open]")) return;
  const way = forward.includes(event.key) ? "board-next" : back.includes(event.key) ? "board-back" : null;
  if (!way || event.target.closest("input, textarea, select") || (event.key === " " && event.target.closest("button, summary"))) return;
  event.preventDefault();
  document.getElementById(way)?.click();
});
