// Keys of our own. Single letters can be switched off, and never work while something is typed.
import "./bursts.js";
import { text } from "./words.js";

const store = "gavvet-single-keys";
const help = document.getElementById("keys-help");
const single = document.getElementById("single-keys");
single.checked = localStorage.getItem(store) !== "off";
single.addEventListener("change", () => localStorage.setItem(store, single.checked ? "on" : "off"));

// The list is made of what the screen offers: every control with a key, and what the screen adds.
const row = (key, words) => {
  const line = document.createElement("div");
  const [term, meaning, shown] = ["dt", "dd", "kbd"].map((name) => document.createElement(name));
  shown.textContent = key[0].toUpperCase() + key.slice(1);
  term.append(shown);
  meaning.textContent = words;
  line.append(term, meaning);
  return line;
};

const showHelp = () => {
  const seen = new Set();
  const rows = [...document.querySelectorAll("[data-key]")]
    .filter((control) => !seen.has(control.dataset.key) && seen.add(control.dataset.key))
    .map((control) => row(control.dataset.key, (control.title || control.getAttribute("aria-label") || control.textContent).replace(/ \([^)]*\)$/, "").trim()));
  // Keys of one row of a list hold for the row in focus.
  const own = [...document.querySelectorAll("[data-own-key]")]
    .filter((control) => !seen.has(`own ${control.dataset.ownKey}`) && seen.add(`own ${control.dataset.ownKey}`))
    .map((control) => row(control.dataset.ownKey, text("{0}, of the one in focus", control.title.replace(/ \([^)]*\)$/, ""))));
  rows.push(...own);
  const more = document.getElementById("more-keys");
  document.getElementById("keys-list").replaceChildren(...rows, ...(more ? [more.content.cloneNode(true)] : []), row("?", text("This list")));
  help.showModal();
};
document.addEventListener("click", (event) => {
  if (event.target.closest("[data-help]")) showHelp();
});

const typing = (target) => target.matches("input:not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable]");

const nextSection = () => {
  const cards = [...document.querySelectorAll(".card-line")];
  if (cards.length === 0) return;
  const next = cards[(cards.findIndex((card) => card.open) + 1) % cards.length];
  for (const card of cards) card.open = card === next;
  next.querySelector("summary").focus();
};

// A field is gone to, anything else is pressed.
const press = (target, event) => {
  if (!target) return;
  // What a key opens may take the focus at once, and must not get the letter too.
  event.preventDefault();
  if (!typing(target)) return target.click();
  target.focus();
  // A list to choose from has nothing to mark.
  target.select?.();
};

document.addEventListener("keydown", (event) => {
  if (document.querySelector("dialog[open]") || typing(event.target) || event.altKey) return;
  const key = event.key.toLowerCase();
  if (event.ctrlKey || event.metaKey) {
    const id = key === "z" ? (event.shiftKey ? "redo" : "undo") : key === "y" ? "redo" : null;
    if (id) {
      event.preventDefault();
      document.getElementById(id)?.click();
    }
    return;
  }
  if (key === "escape") {
    for (const opened of document.querySelectorAll("details.menu[open], details.question[open]")) {
      opened.open = false;
      opened.querySelector("summary").focus();
    }
    return;
  }
  if (!single.checked) return;
  if (key === "?") showHelp();
  else if (key === "n" && document.querySelector(".card-line")) nextSection();
  else press(event.target.closest("[data-keys-here]")?.querySelector(`[data-own-key="${CSS.escape(key)}"]`) ?? document.querySelector(`[data-key="${CSS.escape(key)}"]`), event);
});
