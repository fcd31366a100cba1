// The kinds of question to choose from by their pictures.
const dialog = document.getElementById("kinds");
const filter = document.getElementById("kinds-filter");

const show = () => {
  const words = filter.value.trim().toLowerCase();
  for (const choice of dialog.querySelectorAll(".kind-choice")) choice.hidden = !choice.textContent.toLowerCase().includes(words);
  for (const group of dialog.querySelectorAll("section")) group.hidden = !group.querySelector(".kind-choice:not([hidden])");
};

document.addEventListener("click", (event) => {
  if (event.target.closest("[data-kinds]")) {
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
  if (event.detail.successful) dialog.close();
});
