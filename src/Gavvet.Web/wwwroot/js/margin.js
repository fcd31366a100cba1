// Puts each line of the margin at the height of the music it governs, and each question's choices on the question.
const narrow = matchMedia("(max-width: 68rem)");
const gap = 6;

const placeQuestions = () => {
  for (const question of document.querySelectorAll(".question:not([style])")) {
    const [left, top, width, height] = question.dataset.place.split(" ");
    Object.assign(question.style, { left: `${left}%`, top: `${top}%`, width: `${width}%`, height: `${height}%` });
  }
};

const placeMargin = () => {
  const margin = document.getElementById("margin");
  if (!margin) return;
  margin.classList.toggle("placed", !narrow.matches);
  if (narrow.matches) {
    for (const line of margin.children) line.style.top = "";
    return;
  }
  const origin = margin.getBoundingClientRect().top;
  const heights = new Map();
  for (const head of document.querySelectorAll(".head-place")) {
    const page = head.closest(".page").getBoundingClientRect();
    heights.set(head.dataset.section, page.top - origin + (page.height * parseFloat(head.dataset.top)) / 100);
  }
  const lines = [...margin.children].map((line) => ({ line, height: line.offsetHeight, top: heights.get(line.dataset.card) ?? (line.dataset.card === "sheet" ? 0 : Infinity) }));
  // Each line stands at its music, or as high as the lines above leave it room.
  let free = 0;
  for (const entry of lines) {
    entry.top = Number.isFinite(entry.top) ? Math.max(free, entry.top) : free;
    free = entry.top + entry.height + gap;
  }
  // The card taken up is shown whole where the window allows; the lines above it move up, those below move down.
  const open = lines.findIndex(({ line }) => line.open);
  if (open >= 0) {
    const head = document.querySelector(".bench-head").offsetHeight + gap;
    const lowest = innerHeight - gap - origin - lines[open].height;
    const above = lines.slice(0, open).reduce((sum, entry) => sum + entry.height + gap, 0);
    lines[open].top = Math.max(above, head - origin, Math.min(lines[open].top, lowest));
    for (let i = open - 1; i >= 0; i -= 1) lines[i].top = Math.min(lines[i].top, lines[i + 1].top - lines[i].height - gap);
    for (let i = open + 1; i < lines.length; i += 1) lines[i].top = Math.max(lines[i].top, lines[i - 1].top + lines[i - 1].height + gap);
  }
  for (const { line, top } of lines) line.style.top = `${top}px`;
  const last = lines.at(-1);
  margin.style.height = `${last.top + last.height}px`;
};

const place = () => {
  placeQuestions();
  placeMargin();
};

// An answer swaps many pages; everything is placed once, before the browser paints.
let due = false;
const placeSoon = () => {
  if (due) return;
  due = true;
  requestAnimationFrame(() => {
    due = false;
    place();
  });
};

place();
addEventListener("resize", placeMargin);
narrow.addEventListener("change", placeMargin);
document.addEventListener("htmx:oobAfterSwap", placeSoon);
document.addEventListener("htmx:afterSettle", placeSoon);
document.fonts.ready.then(placeMargin);

// The open card is told to the server, so that a margin made anew opens it again.
document.addEventListener("toggle", (event) => {
  if (!event.target.matches?.(".card-line")) return;
  // One card at a time. A shared name would do it too, but closes the new card while a margin is being swapped.
  if (event.target.open) {
    for (const other of document.querySelectorAll(".card-line[open]")) other.open = other === event.target;
  }
  const open = document.querySelector(".card-line[open]");
  document.getElementById("open-card").value = open?.dataset.card ?? "";
  placeSoon();
}, true);
