// Pages out of sight are left waiting by the server: each is fetched when it comes near, and all of them, one after
// another, once the browser is idle. An edit so waits only for the pages that are looked at.
const inSight = new Set();
const want = (page) => htmx.trigger(page, "gavvet:wanted");

const watcher = new IntersectionObserver((entries) => {
  for (const { target, isIntersecting } of entries) {
    if (isIntersecting) inSight.add(target.id);
    else inSight.delete(target.id);
    if (isIntersecting && target.matches(".waiting")) want(target);
  }
  document.getElementById("in-sight").value = [...inSight].map((id) => id.slice("page-".length)).join(" ");
}, { rootMargin: "200px" });

const idle = window.requestIdleCallback ?? ((work) => setTimeout(work, 50));
let due = false;
const fetchNext = () => {
  due = false;
  const next = document.querySelector(".page.waiting:not(.htmx-request)");
  if (next) want(next);
};

const look = () => {
  inSight.clear();
  watcher.disconnect();
  for (const page of document.querySelectorAll(".page")) watcher.observe(page);
  if (due || !document.querySelector(".page.waiting")) return;
  due = true;
  idle(fetchNext);
};

look();
document.addEventListener("htmx:afterSettle", look);
