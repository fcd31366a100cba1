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

// In the calendar a topic is dragged to a lesson, and its end to the lesson it shall end with.
const weeks = () => document.getElementById("weeks");
let carried = null;

document.addEventListener("dragstart", (event) => {
  const [end, bar] = [event.target.closest?.("[data-end]"), event.target.closest?.("[data-bar]")];
  carried = end ? { end: end.dataset.end } : bar ? { topic: bar.dataset.bar } : null;
  if (carried) event.dataTransfer.setData("text/plain", carried.end ?? carried.topic);
});
document.addEventListener("dragover", (event) => {
  const day = carried && event.target.closest?.("[data-lesson]");
  if (!day) return;
  event.preventDefault();
  for (const each of weeks().querySelectorAll(".term-day")) each.classList.toggle("is-over", each === day);
});
document.addEventListener("dragend", () => {
  carried = null;
  for (const each of weeks()?.querySelectorAll(".is-over") ?? []) each.classList.remove("is-over");
});
document.addEventListener("drop", (event) => {
  const day = carried && event.target.closest?.("[data-lesson]");
  if (!day || (carried.topic && carried.topic === day.dataset.of)) return;
  event.preventDefault();
  const form = weeks();
  form.action = carried.end
    ? `${form.dataset.weeks}?handler=End&topic=${carried.end}&lesson=${day.dataset.lesson}`
    : `${form.dataset.weeks}?handler=Move&topic=${carried.topic}&to=${day.dataset.of}&inWeeks=true`;
  form.submit();
});
