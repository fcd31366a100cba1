// What every page needs of the browser: say whether work is saved, send again what could not be sent.
import { text } from "./words.js";

const waiting = new Map(); // elements whose requests failed, and how each is sent again
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
  Object.assign(again, { type: "button", className: "btn btn-sm", textContent: text("Try again") });
  again.dataset.sendAgain = "";
  notice.append(again);
};

// Typing sends on input, forms on change or submit, buttons on click: each again the way it was sent.
const wayOf = (element) => (element.matches("form") ? "submit" : element.matches("button") ? "click" : "gavvet:again");

// Only an answer of the program itself says that something was done, or may change the page: a sign-in page of a proxy,
// or an error page of one, looks like an answer too.
const isOurs = (xhr) => xhr.status > 0 && xhr.getResponseHeader("X-Gavvet") !== null;
const isDone = (xhr) => xhr.status >= 200 && xhr.status < 300 && xhr.getResponseHeader("X-Gavvet-Done") !== null;

document.addEventListener("htmx:beforeRequest", (event) => {
  open += 1;
  if (event.detail.requestConfig.verb === "post") say(text("Saving…"));
});

document.addEventListener("htmx:beforeSwap", (event) => {
  if (!isOurs(event.detail.xhr)) event.detail.shouldSwap = false;
});

document.addEventListener("htmx:afterRequest", (event) => {
  open -= 1;
  const { requestConfig, xhr } = event.detail;
  if (requestConfig.verb !== "post") return;
  const { elt } = requestConfig;
  if (isDone(xhr)) {
    waiting.delete(elt);
    if (open === 0 && waiting.size === 0) say(text("Saved"));
    // After a conflict this window's controls may be older than the sheet: show all of it as it is now.
    if (reloadOnceSaved && waiting.size === 0) location.reload();
    return;
  }
  waiting.set(elt, wayOf(elt));
  say(text("Not saved"));
  if (xhr.status === 0) problem(text("Not saved: the program does not answer. What you typed is still here."));
  else if (!isOurs(xhr)) problem(text("Not saved: something else answered in the program’s place. What you typed is still here."));
});

const sendAgain = () => {
  document.getElementById("notice").replaceChildren();
  for (const [element, way] of [...waiting]) {
    if (element.isConnected) htmx.trigger(element, way);
    else waiting.delete(element);
  }
};

// Someone signed in again in another window of this browser.
new BroadcastChannel("gavvet-signed-in").addEventListener("message", sendAgain);

// A renewed proof of where the page comes from.
document.addEventListener("gavvet:proof", (event) => {
  const { elt, value, ...headers } = event.detail;
  document.body.setAttribute("hx-headers", JSON.stringify(value ?? headers));
});

document.addEventListener("click", (event) => {
  const again = event.target.closest("[data-send-again]");
  if (!again || waiting.size === 0) return;
  if (again.dataset.head) {
    document.querySelector("#context input[name=head]").value = again.dataset.head;
    reloadOnceSaved = true;
  }
  sendAgain();
});

// A menu closes when attention moves elsewhere.
document.addEventListener("pointerdown", (event) => {
  for (const menu of document.querySelectorAll("details.menu[open], details.question[open]")) {
    if (!menu.contains(event.target)) menu.open = false;
  }
});
