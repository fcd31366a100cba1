// Clicks on the staff become notes in the answer; the address follows, so that a checked answer can be kept.
import { pad } from "./pad.js";
import { text } from "./words.js";

const answer = document.getElementById("answer");
const form = answer.form;
const { write } = pad("answer", () => htmx.trigger(form, "gavvet:again"));

// A score the student saved: its notes stand in the answer.
document.getElementById("score").addEventListener("change", async ({ target }) => {
  const problem = document.getElementById("score-problem");
  problem.textContent = "";
  if (!target.files[0]) return;
  const body = new FormData();
  body.append("score", target.files[0]);
  body.append("style", document.getElementById("style").value);
  try {
    const response = await fetch("/check?handler=Score", { method: "POST", body, headers: JSON.parse(document.body.getAttribute("hx-headers")) });
    const said = await response.json();
    if (said.problem) problem.textContent = said.problem;
    else write(said.notes.split(" "));
  } catch {
    problem.textContent = text("The program does not answer. Choose the file once more when it is back.");
  }
});

// Which tonics can be written depends on the scale; a page with another scale is fetched whole.
for (const field of [document.getElementById("type"), document.getElementById("style")]) field.addEventListener("change", () => form.submit());

// Each sentence about one note stands under its ring, at the end of a line that comes down from it. The rightmost comes
// first, so that no line crosses a sentence.
const lead = () => {
  const staff = document.querySelector("[data-staff-pad] svg")?.getBoundingClientRect();
  const sentences = [...document.querySelectorAll(".slip-words > li")];
  for (const [i, sentence] of sentences.entries()) {
    const next = Number(sentences[i + 1]?.dataset.across ?? 0) * staff.width;
    const across = Number(sentence.dataset.across) * staff.width;
    const left = Math.max(Math.min(across, staff.width * 0.7), next + 12);
    sentence.style.marginLeft = `${left}px`;
    sentence.style.setProperty("--lead-from", `${across - left}px`);
    const { top } = sentence.getBoundingClientRect();
    sentence.style.setProperty("--lead", `${top - staff.top - Number(sentence.dataset.down) * staff.height}px`);
  }
};
addEventListener("resize", lead);
document.fonts.ready.then(lead);

document.addEventListener("htmx:afterSwap", () => {
  lead();
  history.replaceState(null, "", `${form.dataset.address}?${new URLSearchParams(new FormData(form))}`);
});
