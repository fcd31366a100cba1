// The foot of the workbench: what the sheet covers, its pages as pictures, and the size of the page.
const panel = document.getElementById("coverage-panel");
const buttons = [...document.querySelectorAll("[data-panel]")];

const show = (name) => {
  for (const button of buttons) button.setAttribute("aria-expanded", `${button.dataset.panel === name}`);
  panel.dataset.shown = name;
  // What the panel holds is sent only while it is open.
  const asked = document.getElementById("shown-panel");
  const opens = name !== "" && asked.value === "";
  asked.value = name;
  if (opens) {
    const shown = document.querySelector("#context input[name=shown]").value;
    htmx.ajax("GET", `${location.pathname}?handler=Coverage&shown=${shown}`, { source: panel, target: panel, swap: "innerHTML" });
  }
};
show("");

for (const button of buttons) {
  button.addEventListener("click", () => show(button.getAttribute("aria-expanded") === "true" ? "" : button.dataset.panel));
}

const store = "gavvet-zoom";
const sizes = [50, 75, 100, 125, 150, 200];
let size = sizes.includes(Number(localStorage.getItem(store))) ? Number(localStorage.getItem(store)) : 100;

const zoom = (step) => {
  size = sizes[Math.min(sizes.length - 1, Math.max(0, sizes.indexOf(size) + step))];
  localStorage.setItem(store, size);
  document.getElementById("zoom-words").textContent = `${size} %`;
  document.getElementById("pages").style.width = size === 100 ? "" : `${size}%`;
  dispatchEvent(new Event("resize"));
};
zoom(0);
document.getElementById("zoom-in").addEventListener("click", () => zoom(1));
document.getElementById("zoom-out").addEventListener("click", () => zoom(-1));
