// Puts each line of the margin at the height of the music it governs, and each question's choices on the question.
const narrow = matchMedia("(max-width: 68rem)");
const gap = 6;

const placeQuestions = () => {
  for (const question of document.querySelectorAll(".question")) {
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
  let free = 0;
  for (const line of margin.children) {
    const wanted = heights.get(line.dataset.card) ?? (line.dataset.card === "sheet" ? 0 : free);
    const top = Math.max(free, wanted);
    line.style.top = `${top}px`;
    free = top + line.offsetHeight + gap;
  }
  margin.style.height = `${free}px`;
};

const place = () => {
  placeQuestions();
  placeMargin();
};

place();
addEventListener("resize", placeMargin);
narrow.addEventListener("change", placeMargin);
document.addEventListener("htmx:oobAfterSwap", place);
document.addEventListener("htmx:afterSettle", place);
document.fonts.ready.then(placeMargin);

// The open card is told to the server, so that a margin made anew opens it again.
document.addEventListener("toggle", (event) => {
  if (!event.target.matches?.(".card-line")) return;
  const open = document.querySelector(".card-line[open]");
  document.getElementById("open-section").value = open?.dataset.card ?? "";
  placeMargin();
}, true);
