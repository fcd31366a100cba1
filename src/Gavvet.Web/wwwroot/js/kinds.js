// The kinds of question to choose from by their pictures: for a new section, or another kind for one there is.
import { text } from "./words.js";

const dialog = document.getElementById("kinds");
const filter = document.getElementById("kinds-filter");

const show = () => {
  const words = filter.value.trim().toLowerCase();
  for (const choice of dialog.querySelectorAll(".kind-choice")) choice.hidden = !choice.textContent.toLowerCase().includes(words);
  for (const group of dialog.querySelectorAll("section")) group.hidden = !group.querySelector(".kind-choice:not([hidden])") || (group.id === "kinds-shelf" && changes());
};
const changes = () => document.getElementById("kinds-section").value !== "";
let openedFrom = null;

document.addEventListener("click", (event) => {
  const opener = event.target.closest("[data-kinds]");
  if (opener) {
    openedFrom = opener.id;
    document.getElementById("kinds-section").value = opener.dataset.kinds;
    document.getElementById("kinds-edit").value = changes() ? "kind" : "add-section";
    document.getElementById("kinds-title").textContent = changes() ? text("Another kind of question") : text("Add a section");
    filter.value = "";
    show();
    for (const image of dialog.querySelectorAll("img:not([src])")) image.src = image.dataset.src;
    dialog.showModal();
    filter.focus();
  }
  if (event.target.closest("[data-close]")) dialog.close();
});
filter.addEventListener("input", show);
// Enter in the filter takes the first kind left.
filter.addEventListener("keydown", (event) => {
  if (event.key !== "Enter") return;
  event.preventDefault();
  dialog.querySelector(".kind-choice:not([hidden])")?.click();
});
dialog.addEventListener("htmx:afterRequest", (event) => {
  if (!event.detail.successful) return;
  dialog.close();
  // The card it was opened from is made anew; attention returns to it.
  document.getElementById(openedFrom)?.focus();
});

// A scale that was found stands in its family too; both boxes are one choice. Before the form is sent, so in the capture phase.
document.addEventListener("change", (event) => {
  if (event.target.name !== "scales" || !event.target.form) return;
  for (const same of event.target.form.querySelectorAll("input[name=scales]")) if (same.value === event.target.value) same.checked = event.target.checked;
}, true);
