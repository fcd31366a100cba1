// Keys of our own. Single letters can be switched off, and never work while something is typed.
const store = "gavvet-single-keys";
const help = document.getElementById("keys-help");
const single = document.getElementById("single-keys");
single.checked = localStorage.getItem(store) !== "off";
single.addEventListener("change", () => localStorage.setItem(store, single.checked ? "on" : "off"));
document.addEventListener("click", (event) => {
  if (event.target.closest("[data-help]")) help.showModal();
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
  if (!typing(target)) return target.click();
  event.preventDefault();
  target.focus();
  target.select();
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
  if (key === "?") help.showModal();
  else if (key === "n") nextSection();
  else press(document.querySelector(`[data-key="${CSS.escape(key)}"]`), event);
});
