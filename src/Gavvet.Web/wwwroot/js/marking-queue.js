// What is entered waits in order, over a reload of the page too, and is sent when the server answers. Nothing is called
// saved before it says so; no name is among what waits.
import { address, at, goTo, item, keyOf, marked, now, paper } from "./marking-papers.js";

const store = `gavvet-marking ${address}`;
let queue = [];
let sending = false;
let lost = false;

export const say = (words) => (at("marking-saved").textContent = words);

export const notice = (words) => {
  const box = at("notice");
  box.className = words ? "notice notice-problem" : "notice";
  box.textContent = words;
};

// What is done after each answer.
let settled = () => {};
export const whenSettled = (act) => (settled = act);

const keep = () => sessionStorage.setItem(store, JSON.stringify(queue));

// Only an answer of the program that says it is done is one: a sign-in page looks like an answer too.
export const post = async (handler, values, isAgain = false) => {
  const body = new FormData();
  for (const [name, value] of Object.entries(values)) if (value !== undefined && value !== null) body.append(name, value);
  const response = await fetch(`${address}?handler=${handler}`, { method: "POST", body, headers: JSON.parse(document.body.getAttribute("hx-headers")) });
  if (response.headers.get("X-Gavvet") === null) throw new TypeError("something else answered");
  if (response.status === 400 && response.headers.get("HX-Trigger") && !isAgain) {
    const proof = JSON.parse(response.headers.get("HX-Trigger"))["gavvet:proof"];
    document.body.setAttribute("hx-headers", JSON.stringify(proof));
    return post(handler, values, true);
  }
  const done = response.headers.get("X-Gavvet-Done") !== null;
  if (response.status >= 500 || response.status === 400 || response.status === 401 || (response.ok && !done)) throw new TypeError("the server could not");
  return { done, answer: await response.json().catch(() => ({ problem: "The program could not do this. Load the page again." })) };
};

const settle = (entry, { done, answer }) => {
  const key = keyOf(entry.copy, entry.item);
  if (done) {
    marked.set(key, answer.marking);
    // What was decided last stays in sight while the next item is in hand.
    at("last").textContent = [`${entry.item}. ${answer.marking.words}, ${answer.marking.marks} of ${answer.marking.of}.`, ...answer.marking.findings.map((finding) => finding.message)].join(" ");
    return;
  }
  if (entry.before) marked.set(key, entry.before);
  else marked.delete(key);
  goTo(entry.copy, entry.item);
  at(entry.say === "written" ? "written" : "marks").focus();
  at(entry.say === "written" ? "written-problem" : "marks-problem").textContent = answer.problem;
  if (entry.written) at("written").value = entry.written;
};

const send = async () => {
  if (sending) return;
  sending = true;
  while (queue.length > 0) {
    const entry = queue[0];
    try {
      const { before, ...values } = entry;
      const outcome = await post("Mark", values);
      lost = false;
      notice("");
      queue.shift();
      keep();
      settle(entry, outcome);
      settled();
    } catch {
      lost = true;
      say(`${queue.length} not saved`);
      notice("The program does not answer. What you entered is kept here, and is sent when it is back.");
      await new Promise((wait) => setTimeout(wait, 1500));
    }
  }
  sending = false;
  say("Saved");
};

export const decide = (what, shown) => {
  const entry = { copy: paper().number, item: item().number, before: now() ?? null, ...what };
  marked.set(keyOf(entry.copy, entry.item), { ...shown, of: item().marks, findings: shown.findings ?? [], pending: true });
  queue.push(entry);
  keep();
  say(lost ? `${queue.length} not saved` : "Saving…");
  send();
};

export const isWaiting = () => queue.length > 0;

// What an earlier load of the page could not send.
export const resume = () => {
  queue = JSON.parse(sessionStorage.getItem(store) ?? "[]");
  if (isWaiting()) send();
};
