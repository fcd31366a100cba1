// A student's page: a form is sent and the part of the page that comes back takes the place of the old one. What cannot be sent is
// kept in the browser, without a name, and sent in its order when the network is back.
import { fill } from "./practice-pad.js";
import { text } from "./words.js";

const store = "gavvet-practice-kept";
const here = document.getElementById("main");
const kept = document.getElementById("practice-kept");
const again = 4000;

const queue = () => JSON.parse(localStorage.getItem(store) ?? "[]");
const keep = (all) => {
  if (all.length) localStorage.setItem(store, JSON.stringify(all));
  else localStorage.removeItem(store);
  kept.textContent = all.length === 0 ? "" : all.length === 1 ? text("No network: your answer is kept here and sent when it is back.") : text("No network: {0} answers are kept here and sent when it is back.", all.length);
};

// The questions that are still open, for when the network is gone.
let ahead = new Map();
const lookAhead = async () => {
  try {
    const response = await fetch("/practice/now?handler=Ahead", { headers: { "X-Practice": "1" } });
    if (!response.ok || response.headers.get("Content-Type")?.startsWith("application/json")) return;
    const box = document.createElement("div");
    box.innerHTML = await response.text();
    ahead = new Map([...box.querySelectorAll("[data-ahead]")].map((one) => [one.dataset.ahead, one.innerHTML]));
  } catch {
    // What was there before stays.
  }
};

const say = () => {
  const words = [...here.querySelectorAll("[data-said] > *")].map((line) => line.textContent).join(" ");
  document.getElementById("practice-said").textContent = words;
};

const show = (html, address) => {
  here.innerHTML = html;
  if (address) history.replaceState(null, "", address);
  fill(here);
  say();
  // Whoever goes by keys or by ear goes on where something new stands.
  const said = here.querySelector("[data-said] > *");
  const place = said ? here.querySelector("[data-next]") ?? here.querySelector("#written, [name=line], [name=written]") : here.querySelector("#question-title");
  place?.focus({ preventScroll: Boolean(said) });
  here.querySelector(said ? "[data-said]" : "#now")?.scrollIntoView({ block: "nearest" });
};

const send = (address, body) => fetch(address, { method: "POST", body: new URLSearchParams(body), headers: { "X-Practice": "1" } });

// A question as it stood when the network went.
const showAhead = (id) => {
  const question = here.querySelector("#question, .practice-end");
  if (!ahead.has(id) || !question) return false;
  question.outerHTML = ahead.get(id);
  fill(here);
  here.querySelector("#question-title")?.focus();
  return true;
};

const nextAhead = (done) => {
  const ids = [...ahead.keys()].filter((id) => id !== done && !queue().some((one) => one.body.question === id));
  return ids.length > 0 && showAhead(ids[0]);
};

const away = (address, body) => {
  keep([...queue(), { address, body }]);
  if (/=Answer$/.test(address) && !nextAhead(body.question)) {
    const said = here.querySelector("[data-said]");
    if (said) said.textContent = text("It is judged when the network is back.");
  }
};

let isSending = false;
const sendKept = async () => {
  if (isSending || queue().length === 0) return;
  isSending = true;
  try {
    let last = null;
    while (queue().length > 0) {
      const [first] = queue();
      const response = await send(first.address, first.body);
      // What is refused, as after the practice was closed, is not sent for ever.
      if (response.status >= 500) break;
      last = { response, question: first.body.question };
      keep(queue().slice(1));
    }
    if (last?.response.ok) {
      show(await last.response.text(), `/practice/now?question=${last.question}`);
      lookAhead();
    }
  } catch {
    // Not yet.
  } finally {
    isSending = false;
    keep(queue());
  }
};

document.addEventListener("submit", async (event) => {
  const form = event.target;
  if (!here.contains(form) || form.matches("[data-whole]")) return;
  event.preventDefault();
  const address = event.submitter?.getAttribute("formaction") ?? form.getAttribute("action");
  const body = {};
  const lines = [];
  for (const [name, value] of new FormData(form)) {
    if (name === "line") lines.push(value);
    else body[name] = value;
  }
  if (lines.length) body.written = lines.join("\n");
  if (form.dataset.sending) return;
  form.dataset.sending = "1";
  // What was kept goes first, so that all comes in its order.
  if (queue().length > 0) await sendKept();
  if (queue().length > 0) {
    delete form.dataset.sending;
    return away(address, body);
  }
  try {
    const response = await send(address, body);
    if (response.status === 403) return location.assign("/practice");
    if (!response.ok) throw new Error();
    show(await response.text(), body.question && !/=More$/.test(address) ? `/practice/now?question=${body.question}` : "/practice/now");
    lookAhead();
  } catch {
    away(address, body);
  } finally {
    delete form.dataset.sending;
  }
});

document.addEventListener("click", async (event) => {
  const link = event.target.closest("a[data-go]");
  if (!link || event.ctrlKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  const address = link.getAttribute("href");
  try {
    const response = await fetch(address, { headers: { "X-Practice": "1" } });
    if (response.status === 403) return location.assign("/practice");
    if (!response.ok) throw new Error();
    show(await response.text(), address);
  } catch {
    if (!showAhead(new URL(link.href).searchParams.get("question"))) kept.textContent = text("No network. This question cannot be shown now.");
  }
});

// What is being written is heard before anybody judges it.
document.addEventListener("click", async (event) => {
  const hear = event.target.closest("[data-hear]");
  if (!hear) return;
  const group = hear.closest("[data-hears]");
  const said = group.querySelector("[data-unheard]");
  const form = new FormData(hear.closest("form"));
  try {
    const response = await send("/practice/now?handler=Heard", { proof: form.get("proof"), question: form.get("question"), written: form.get("written") });
    if (!response.ok) throw new Error();
    group.dataset.written = await response.text();
    said.textContent = group.dataset.written ? "" : text("There is no row of notes to hear yet.");
    group.querySelector("[data-play]").click();
  } catch {
    said.textContent = text("No network. It is heard when it is back.");
  }
});

addEventListener("online", sendKept);
setInterval(sendKept, again);
fill(here);
keep(queue());
sendKept();
lookAhead();
