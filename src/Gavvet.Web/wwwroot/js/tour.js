// A tour of two minutes made of real steps: each is done on the real screen, and the next one follows when it is done.
const store = "gavvet-tour";
const steps = [
  { words: "Press New sheet (N) to begin a worksheet.", on: "/", done: () => location.pathname.startsWith("/sheets/") },
  { words: "The paper is always true. Click the line beside “Write the scale” in the margin to see what it is drawn from.", on: "/sheets/", done: () => document.querySelector(".card-line[open] .fifths-line") },
  { words: "Drag along the line of fifths to choose the keys. The page answers at once.", on: "/sheets/", done: (head) => head !== null && headNow() !== head },
  { words: "Click a question on the paper: draw it again, pin it, or give it another tonic.", on: "/sheets/", done: () => document.querySelector(".question[open] .question-buttons") },
  { words: "Press K for the key, S for the student page again.", on: "/sheets/", done: () => document.querySelector("#context input[name=shown]")?.value === "key" },
  { words: "Press P for the print room, and make a printing there (M).", on: "/sheets/", done: () => location.pathname.startsWith("/printings/") },
  { words: "This printing is kept: set and printed. Printed for a class it is marked from here (M), handed back with slips or marked pages, and what was missed comes back on the next sheet. The help (0) tells the whole week.", on: "", done: () => false },
];

const headNow = () => document.querySelector("#context input[name=head]")?.value ?? null;
let at = Number(localStorage.getItem(store) ?? -1);
let head = null;

const panel = document.createElement("section");
panel.className = "tour";
panel.setAttribute("aria-label", "Tour");

const stop = () => {
  localStorage.removeItem(store);
  at = -1;
  panel.remove();
};

const show = () => {
  if (at < 0 || at >= steps.length) return stop();
  const words = document.createElement("p");
  words.setAttribute("role", "status");
  words.textContent = `${at + 1} of ${steps.length}. ${steps[at].words}`;
  const end = document.createElement("button");
  Object.assign(end, { type: "button", className: "btn btn-quiet", textContent: at === steps.length - 1 ? "Close" : "End the tour" });
  end.addEventListener("click", stop);
  panel.replaceChildren(words, end);
  document.body.append(panel);
  head = headNow();
};

const look = () => {
  if (at < 0 || !steps[at].done(head)) return;
  at += 1;
  localStorage.setItem(store, at);
  show();
};

document.addEventListener("click", (event) => {
  if (!event.target.closest("[data-tour-start]")) return;
  at = 0;
  localStorage.setItem(store, at);
  if (location.pathname === "/") show();
  else location.href = "/";
});
for (const happened of ["htmx:afterSettle", "toggle", "click"]) document.addEventListener(happened, () => setTimeout(look, 50), true);
if (at >= 0) {
  show();
  look();
}
