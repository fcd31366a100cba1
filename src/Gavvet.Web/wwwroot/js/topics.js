// A topic is dragged to another place of the term; the server answers with the plan as it is then.
const list = () => document.querySelector(".topics");
let dragged = null;

const place = (event) => event.target.closest?.("[data-topic]");

document.addEventListener("dragstart", (event) => {
  dragged = place(event);
  if (dragged) event.dataTransfer.setData("text/plain", dragged.dataset.topic);
});
document.addEventListener("dragover", (event) => {
  if (!dragged || !place(event) || !list().contains(event.target)) return;
  event.preventDefault();
  for (const topic of list().children) topic.classList.toggle("is-over", topic === place(event));
});
document.addEventListener("dragend", () => {
  dragged = null;
  for (const topic of list().children) topic.classList.remove("is-over");
});
document.addEventListener("drop", (event) => {
  const over = place(event);
  if (!dragged || !over || over === dragged) return;
  event.preventDefault();
  const form = over.querySelector("form").cloneNode(true);
  form.action = `${document.getElementById("topics").dataset.topics}&topic=${dragged.dataset.topic}&to=${over.dataset.topic}#topics`;
  form.hidden = true;
  document.body.append(form);
  form.submit();
});
