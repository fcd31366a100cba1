// A tour of a teacher's week made of real steps: each is done on the real screen, and the next one follows when it is done.
import { text } from "./words.js";

const store = "gavvet-tour";
const here = (pattern) => pattern.test(location.pathname);
const steps = [
  { words: text("A week begins with a class. Go to Classes, type a name for one (N) and press Enter."), done: () => here(/^\/classes\/[0-9a-f]+$/) },
  { words: text("Write two or three students in, a name a line, and take them into the list."), done: () => document.querySelector(".student") },
  { words: text("Set: go to the desk and press New sheet (N)."), done: () => here(/^\/sheets\//) },
  { words: text("The paper is always true. Click the line beside “Write the scale” in the margin to see what it is drawn from."), done: () => document.querySelector(".card-line[open] .fifths-line") },
  { words: text("Drag along the line of fifths to choose the keys. The page answers at once."), done: (head) => head !== null && headNow() !== head },
  { words: text("Click a question on the paper: draw it again, pin it, or give it another tonic."), done: () => document.querySelector(".question[open] .question-buttons") },
  { words: text("Press K for the key, S for the student page again."), done: () => document.querySelector("#context input[name=shown]")?.value === "key" },
  { words: text("Print: press P for the print room, choose your class there, and make the printing (M)."), done: () => here(/^\/printings\/[0-9a-f]+$/) && document.querySelector("main a[href$='/mark']") },
  { words: text("Mark: press M. Then R where an answer is right, X where it is not, or click the mistake that was made."), done: () => here(/\/mark$/) && document.querySelector("#item-line .note-button:not(.note-open, .note-pending)") },
  { words: text("Hand back: open What happened (O) and give the papers back. The slips say to each student what to look at."), done: () => here(/\/results$/) && document.getElementById("back") && !document.querySelector("form[action$='handler=Return']") },
  { words: text("Follow up: ask for a follow-up for all. Of what was missed a sheet is made, and it stands on the desk."), done: () => document.querySelector("#next ~ .row-card a[href^='/sheets/'], #next ~ [role=status]") },
  { words: text("That is a week: set, printed, marked, handed back and followed up. The class’s plan and its map of keys stand on its page, and each screen has its help (0)."), done: () => false },
];

const headNow = () => document.querySelector("#context input[name=head]")?.value ?? null;
let at = Number(localStorage.getItem(store) ?? -1);
let head = null;

const panel = document.createElement("section");
panel.className = "tour";
panel.setAttribute("aria-label", text("Tour"));

const stop = () => {
  localStorage.removeItem(store);
  at = -1;
  panel.remove();
};

const show = () => {
  if (at < 0 || at >= steps.length) return stop();
  const words = document.createElement("p");
  words.setAttribute("role", "status");
  words.textContent = text("{0} of {1}. {2}", at + 1, steps.length, steps[at].words);
  const end = document.createElement("button");
  Object.assign(end, { type: "button", className: "btn btn-quiet", textContent: at === steps.length - 1 ? text("Close") : text("End the tour") });
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
// What a key does, and what the program answers to it, is seen a moment later.
setInterval(look, 500);
if (at >= 0) {
  show();
  look();
}
