// The line of fifths: drag for a range, click for one key, arrows and space by keyboard. The boxes stay plain
// checkboxes; only one change is sent per gesture.
const boxesOf = (line) => [...line.querySelectorAll("input[type=checkbox]")];
const changed = (box) => box.dispatchEvent(new Event("change", { bubbles: true }));

let drag = null; // { line, boxes, from, before, moved }

const boxAt = (boxes, x) => {
  const hit = boxes.findIndex((box) => x <= box.getBoundingClientRect().right);
  return hit < 0 ? boxes.length - 1 : hit;
};

const setRange = (boxes, from, to) => {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  boxes.forEach((box, i) => { box.checked = i >= low && i <= high; });
};

document.addEventListener("pointerdown", (event) => {
  const line = event.target.closest?.(".fifths-line");
  if (!line || event.button !== 0) return;
  const boxes = boxesOf(line);
  drag = { line, boxes, from: boxAt(boxes, event.clientX), before: boxes.map((box) => box.checked), moved: false };
});

document.addEventListener("pointermove", (event) => {
  if (!drag) return;
  const at = boxAt(drag.boxes, event.clientX);
  if (at === drag.from && !drag.moved) return;
  drag.moved = true;
  setRange(drag.boxes, drag.from, at);
});

document.addEventListener("pointerup", () => {
  if (!drag) return;
  const { boxes, from, moved } = drag;
  drag = null;
  if (!moved) return; // a click: the checkbox itself follows
  boxes[from].focus();
  // The click that ends a drag must not turn the key under the pointer over again.
  const swallow = (click) => { click.preventDefault(); click.stopPropagation(); };
  document.addEventListener("click", swallow, { capture: true, once: true });
  setTimeout(() => document.removeEventListener("click", swallow, { capture: true }), 0);
  changed(boxes[from]);
});

document.addEventListener("pointercancel", () => {
  if (drag) drag.boxes.forEach((box, i) => { box.checked = drag.before[i]; });
  drag = null;
});

// One stop for the tab key; arrows move along the line, shift and arrows draw a range from where shift was pressed.
let anchor = null;

document.addEventListener("keydown", (event) => {
  const line = event.target.closest?.(".fifths-line");
  if (!line) return;
  const boxes = boxesOf(line);
  const at = boxes.indexOf(event.target);
  const to = { ArrowLeft: at - 1, ArrowRight: at + 1, Home: 0, End: boxes.length - 1 }[event.key];
  if (to === undefined || to < 0 || to >= boxes.length) return;
  event.preventDefault();
  if (event.shiftKey) {
    anchor ??= at;
    setRange(boxes, anchor, to);
  } else {
    anchor = null;
  }
  roam(boxes, to);
  boxes[to].focus();
});

document.addEventListener("keyup", (event) => {
  if (event.key !== "Shift" || anchor === null) return;
  anchor = null;
  if (event.target.closest?.(".fifths-line")) changed(event.target);
});

const roam = (boxes, current) => boxes.forEach((box, i) => { box.tabIndex = i === current ? 0 : -1; });

const prepare = () => {
  for (const line of document.querySelectorAll(".fifths-line")) {
    const boxes = boxesOf(line);
    const focused = boxes.indexOf(document.activeElement);
    roam(boxes, focused >= 0 ? focused : Math.max(0, boxes.findIndex((box) => box.checked)));
  }
};

prepare();
document.addEventListener("htmx:afterSettle", prepare);
