// A hand scanner types a code faster than any hand: what comes so and ends in Enter is a code, wherever the cursor stands,
// and no letter of it is a shortcut. A key waits a moment until it is known to come from a hand.
import { text } from "./words.js";

// Milliseconds between two signs of a scanner, at most; signs of a code; signs that no hand types so.
const gap = 45;
const shortest = 8;
const tooMany = 6;

let signs = "";
let waiting = []; // shortcuts that wait, in order
let field = null; // a field the burst went into, as it was before
let last = 0;
let timer = 0;

const isTyping = (target) => target.matches?.("input:not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable]");

const forget = () => {
  clearTimeout(timer);
  [signs, waiting, field] = ["", [], null];
};

// What a hand typed while it waited acts now.
const release = () => {
  const held = waiting;
  forget();
  if (held.length >= tooMany) return;
  for (const event of held) {
    const again = new KeyboardEvent("keydown", { key: event.key, code: event.code, shiftKey: event.shiftKey, bubbles: true, cancelable: true });
    again.isReleased = true;
    (event.target.isConnected ? event.target : document.body).dispatchEvent(again);
  }
};

// The screen's own field for codes takes it, and where there is none the page of the code is opened.
const read = (words) => {
  const own = document.getElementById("page-code") ?? document.getElementById("code");
  if (own) {
    own.value = words;
    return own.form.requestSubmit();
  }
  const code = words.split("/").at(-1);
  if (/^[0-9a-z]{4}-?[0-9a-z]{4}$/i.test(code)) location.assign(`/p/${encodeURIComponent(code)}`);
  else document.getElementById("notice").textContent = text("“{0}” is no code of a page.", words.slice(0, 40));
};

addEventListener("keydown", (event) => {
  if (event.isReleased || event.ctrlKey || event.altKey || event.metaKey || document.querySelector("dialog[open]")) return;
  const isSoon = event.timeStamp - last <= gap;
  // Into a field someone may type fast; there only what looks like a code, or the address of a page, is one.
  if (event.key === "Enter" && isSoon && signs.length >= shortest && (!field || /^[0-9a-z]{4}-?[0-9a-z]{4}$/i.test(signs) || signs.includes("/p/"))) {
    event.preventDefault();
    event.stopImmediatePropagation();
    const [words, before] = [signs, field];
    forget();
    if (before) {
      before.element.value = before.value;
      before.element.dispatchEvent(new InputEvent("input", { bubbles: true }));
      before.element.blur();
    }
    return read(words);
  }
  if (event.key.length !== 1 || event.key === " ") {
    if (event.key !== "Shift") release();
    return;
  }
  // A key held down is one key.
  if (event.repeat && !isTyping(event.target)) {
    event.preventDefault();
    return event.stopImmediatePropagation();
  }
  if (!isSoon) release();
  last = event.timeStamp;
  if (!field && isTyping(event.target)) field = { element: event.target, value: event.target.value };
  signs += event.key;
  // A key that only goes to a field need not wait: nothing is done by it.
  const control = document.querySelector(`[data-key="${CSS.escape(event.key.toLowerCase())}"]`);
  if (isTyping(event.target) || (waiting.length === 0 && control && isTyping(control))) return;
  event.preventDefault();
  event.stopImmediatePropagation();
  waiting.push(event);
  clearTimeout(timer);
  timer = setTimeout(release, gap + 5);
}, true);
