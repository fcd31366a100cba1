// What every page needs of the browser: say whether work is saved, send again what could not be sent.
let waiting = null; // the element whose request failed last
let open = 0;
let reloadOnceSaved = false;

const saved = () => document.getElementById("saved");

const say = (words) => {
  if (saved()) saved().textContent = words;
};

const problem = (words) => {
  const notice = document.getElementById("notice");
  notice.className = "notice notice-problem";
  notice.replaceChildren(words + " ");
  const again = document.createElement("button");
  Object.assign(again, { type: "button", className: "btn btn-sm", textContent: "Try again" });
  again.dataset.sendAgain = "";
  notice.append(again);
};

document.addEventListener("htmx:beforeRequest", (event) => {
  open += 1;
  if (event.detail.requestConfig.verb === "post") say("Saving…");
});

document.addEventListener("htmx:afterRequest", (event) => {
  open -= 1;
  const { successful, requestConfig, xhr } = event.detail;
  if (requestConfig.verb !== "post") return;
  if (successful) {
    waiting = null;
    if (open === 0) say("Saved");
    // After a conflict this window's controls may be older than the sheet: show all of it as it is now.
    if (reloadOnceSaved) location.reload();
  } else {
    waiting = { element: requestConfig.elt, event: requestConfig.triggeringEvent };
    say("Not saved");
    if (xhr.status === 0) problem("Not saved: the program does not answer. What you typed is still here.");
  }
});

// A renewed proof of where the page comes from.
document.addEventListener("gavvet:proof", (event) => {
  const { elt, value, ...headers } = event.detail;
  document.body.setAttribute("hx-headers", JSON.stringify(value ?? headers));
});

document.addEventListener("click", (event) => {
  const again = event.target.closest("[data-send-again]");
  if (!again || !waiting) return;
  if (again.dataset.head) {
    document.querySelector("#context input[name=head]").value = again.dataset.head;
    reloadOnceSaved = true;
  }
  document.getElementById("notice").replaceChildren();
  const { element } = waiting;
  // Typing sends on input, forms on change or submit, buttons on click: each again the way it was sent.
  const kind = element.matches("form") ? "submit" : element.matches("button") ? "click" : "gavvet:again";
  htmx.trigger(element, kind);
});

// A menu closes when attention moves elsewhere.
document.addEventListener("pointerdown", (event) => {
  for (const menu of document.querySelectorAll("details.menu[open], details.question[open]")) {
    if (!menu.contains(event.target)) menu.open = false;
  }
});
