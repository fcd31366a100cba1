// Pages out of sight are left waiting by the server: each is fetched when it comes near, and all of them, one after
// another, once the teacher pauses. An edit so waits only for the pages that are looked at.
const inSight = new Set();
const want = (page) => {
  const shown = document.querySelector("#context input[name=shown]").value;
  return htmx.ajax("GET", `${location.pathname}?handler=Page&number=${page.id.slice("page-".length)}&shown=${shown}`, { source: page, target: page, swap: "outerHTML" });
};

// Pages out of sight that an edit changed: each keeps its room and its headings' places until it is fetched.
const markOutdated = () => {
  const list = document.getElementById("outdated");
  for (const entry of list.dataset.pages.split(" ").filter(Boolean)) {
    const [number, hash] = entry.split(":");
    const page = document.getElementById(`page-${number}`);
    page.classList.add("waiting");
    page.setAttribute("aria-busy", "true");
    const told = page.querySelector("input[name=page]");
    told.value = hash;
    page.replaceChildren(told, ...page.querySelectorAll(".head-place"));
  }
  list.dataset.pages = "";
};

const watcher = new IntersectionObserver((entries) => {
  for (const { target, isIntersecting } of entries) {
    if (isIntersecting) inSight.add(target.id);
    else inSight.delete(target.id);
    if (isIntersecting && target.matches(".waiting")) want(target);
  }
  document.getElementById("in-sight").value = [...inSight].map((id) => id.slice("page-".length)).join(" ");
}, { rootMargin: "200px" });

// The others are fetched while the teacher pauses, so that they never stand in the way of the next edit.
const pause = 700;
let editedAt = 0;
let due = 0;
document.addEventListener("htmx:beforeRequest", (event) => {
  if (event.detail.requestConfig.verb === "post") editedAt = performance.now();
});
const fetchNext = () => {
  const next = document.querySelector(".page.waiting:not(.htmx-request)");
  if (next && performance.now() - editedAt >= pause) want(next);
  else if (next) fetchSoon();
};
const fetchSoon = () => {
  clearTimeout(due);
  due = setTimeout(fetchNext, Math.max(30, pause - (performance.now() - editedAt)));
};

const look = () => {
  markOutdated();
  inSight.clear();
  watcher.disconnect();
  for (const page of document.querySelectorAll(".page")) watcher.observe(page);
  if (document.querySelector(".page.waiting")) fetchSoon();
};

// An answer settles in many places; the pages are looked at once.
let looking = false;
const lookSoon = () => {
  if (looking) return;
  looking = true;
  queueMicrotask(() => {
    looking = false;
    look();
  });
};

// htmx takes leave of every element it removes, one by one. What stands on an old page or in an old margin has nothing
// to be told, so it goes at once.
document.addEventListener("htmx:oobBeforeSwap", ({ detail: { target, fragment } }) => {
  // A card that comes is put after one that stays: only what goes or is made anew is emptied.
  const goes = [fragment.id, fragment.firstElementChild?.id].includes(target.id) || target.id === "coverage-panel";
  if (goes && target.matches(".page, .card-line, #margin, #coverage-panel")) target.replaceChildren();
});

look();
document.addEventListener("htmx:afterSettle", lookSoon);
