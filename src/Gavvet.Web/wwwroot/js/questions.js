// What can be done with a question on the paper, and with a section in the margin: cards that open, dragging, keys.
const ask = (what) => {
  const button = document.getElementById("ask-question");
  button.value = what;
  button.click();
};

const moveSection = (section, places) => {
  const button = document.getElementById("move-section");
  button.setAttribute("hx-vals", JSON.stringify({ edit: "move-section", section, places }));
  button.click();
};

// A card comes from the server when it is first opened.
document.addEventListener("toggle", (event) => {
  const question = event.target;
  if (!question.matches?.("details.question") || !question.open) return;
  for (const other of document.querySelectorAll("details.question[open]")) other.open = other === question;
  const waiting = question.querySelector(".question-waiting");
  if (!waiting) return;
  const [section, slot] = question.dataset.at.split(" ");
  const shown = document.querySelector("#context input[name=shown]").value;
  htmx.ajax("GET", `${location.pathname}?handler=Question&section=${section}&slot=${slot}&shown=${shown}`, { source: waiting, target: waiting, swap: "outerHTML" })
    .then(() => place(question));
}, true);

// A card stands below its question, above it where there is no room below, and else the page gives way, so that it is seen whole
// between head and foot.
const place = (question) => {
  const card = question.querySelector(".question-choices");
  if (!card) return;
  const head = document.querySelector(".bench-head").getBoundingClientRect().bottom;
  const foot = document.querySelector(".bench-foot").getBoundingClientRect().top;
  question.classList.remove("opens-above");
  const [below, own] = [card.getBoundingClientRect(), question.getBoundingClientRect()];
  if (below.bottom > foot && own.top - below.height > Math.max(0, head)) question.classList.add("opens-above");
  card.style.scrollMarginBottom = `${innerHeight - foot + 8}px`;
  card.style.scrollMarginTop = `${Math.max(0, head) + 8}px`;
  card.scrollIntoView({ block: "nearest" });
};

// Enter in the words of a question saves them; it must not press the form's first button.
document.addEventListener("keydown", (event) => {
  if (event.key !== "Enter" || !event.target.matches("[data-own-words]")) return;
  event.preventDefault();
  event.target.blur();
});

const lineOf = (target) => target.matches("details.question > summary, details.card-line > summary") ? target.parentElement : null;

document.addEventListener("keydown", (event) => {
  const line = lineOf(event.target);
  if (!line) return;
  const places = event.altKey ? { ArrowUp: -1, ArrowDown: 1 }[event.key] : undefined;
  const single = document.getElementById("single-keys").checked && !event.altKey && !event.ctrlKey && !event.metaKey;
  if (line.matches(".question")) {
    const what = single ? { r: "redraw", i: line.querySelector(".pinned") ? "unpin" : "pin", ",": "lighter", ".": "heavier" }[event.key.toLowerCase()] : undefined;
    if (what) ask(`${what} ${line.dataset.at}`);
    else if (places) ask(`move ${line.dataset.at} ${places}`);
    else if (event.key === "Delete") ask(`remove ${line.dataset.at}`);
    else return;
  } else if (places && Number(line.dataset.card)) moveSection(line.dataset.card, places);
  else return;
  event.preventDefault();
  focusAfter = event.target.id;
});

// The page or the margin is made anew by a move; the line that moved keeps the focus.
let focusAfter = null;
document.addEventListener("htmx:afterSettle", () => {
  if (!focusAfter) return;
  document.getElementById(focusAfter)?.focus();
  focusAfter = null;
});

// Dragging: a question within its section, a section among sections.
let dragged = null;
const mates = (line) => line.matches(".question")
  ? [...document.querySelectorAll(`.question[data-at^="${line.dataset.at.split(" ")[0]} "]`)]
  : [...document.querySelectorAll(".card-line:has(> summary[draggable])")];

document.addEventListener("dragstart", (event) => {
  const line = event.target.matches?.("summary[draggable]") ? event.target.parentElement : null;
  if (!line) return;
  dragged = line;
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", "");
});

const over = (event) => {
  const line = event.target.closest?.("details:has(> summary[draggable])");
  return dragged && line && line !== dragged && mates(dragged).includes(line) ? line : null;
};
const unmark = () => document.querySelectorAll(".drop-here").forEach((line) => line.classList.remove("drop-here"));

document.addEventListener("dragover", (event) => {
  const line = over(event);
  unmark();
  if (!line) return;
  event.preventDefault();
  line.classList.add("drop-here");
});

document.addEventListener("drop", (event) => {
  const line = over(event);
  if (!line) return;
  event.preventDefault();
  const all = mates(dragged);
  const places = all.indexOf(line) - all.indexOf(dragged);
  if (dragged.matches(".question")) ask(`move ${dragged.dataset.at} ${places}`);
  else moveSection(dragged.dataset.card, places);
});

document.addEventListener("dragend", () => {
  unmark();
  dragged = null;
});
