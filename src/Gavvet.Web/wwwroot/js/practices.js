// The teacher's view of a practice: news come as they happen, and the part of the page they are about is fetched anew.
const room = document.getElementById("room");
const source = new EventSource(room.dataset.watch);
source.addEventListener("message", () => htmx.trigger(room, "gavvet:again"));
addEventListener("pagehide", () => source.close());
