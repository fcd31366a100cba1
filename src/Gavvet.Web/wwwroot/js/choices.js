// A form of choices shows what is chosen at once; its button is there for browsers without scripts.
for (const form of document.querySelectorAll("form[data-choices]")) {
  form.classList.add("at-once");
  form.addEventListener("change", () => form.requestSubmit());
}
