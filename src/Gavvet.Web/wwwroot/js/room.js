// Names go to seats: dragged, or chosen and then put down. The server answers with the room as it is.
let taken = null;

const take = (name) => {
  taken?.removeAttribute("aria-pressed");
  taken = name === taken ? null : name;
  taken?.setAttribute("aria-pressed", "true");
};

const put = (student, seat) => {
  const [row, number] = seat.split(",");
  const room = document.getElementById("room");
  htmx.ajax("POST", room.dataset.room, { target: room, swap: "outerHTML", source: room, values: row ? { student, row, seat: number } : { student } });
  taken = null;
};

document.addEventListener("click", (event) => {
  const place = event.target.closest("#room [data-seat]");
  if (!place) return;
  const name = event.target.closest("[data-student]");
  if (taken && taken !== name) put(taken.dataset.student, place.dataset.seat);
  else if (name) take(name);
});

document.addEventListener("dragstart", (event) => {
  const name = event.target.closest?.("[data-student]");
  if (name) event.dataTransfer.setData("text/plain", name.dataset.student);
});
document.addEventListener("dragover", (event) => {
  if (event.target.closest("#room [data-seat]")) event.preventDefault();
});
document.addEventListener("drop", (event) => {
  const place = event.target.closest("#room [data-seat]");
  if (!place) return;
  event.preventDefault();
  put(event.dataTransfer.getData("text/plain"), place.dataset.seat);
});
