// What is entered waits in order, over a reload of the page too, and is sent when the server answers. Nothing is called
// saved before it says so, and nothing that was entered is let go before that; no name is among what waits.
import { address, at, goTo, item, keyOf, marked, now, paper, seen, take } from "./marking-papers.js";
import { marksText, text } from "./words.js";

// Each window keeps its own, longer than the window lasts: what a closed one could not send, the next one sends.
const store = `gavvet-marking ${address}`;
const own = sessionStorage.getItem("gavvet-window") ?? crypto.randomUUID();
sessionStorage.setItem("gavvet-window", own);
const nameOf = (window) => `${store} ${window}`;
let queue = []; // entered, and not kept yet
let aside = []; // entered for items that another window marked meanwhile: the teacher says which stands
let entered = []; // ids of what this window has entered, to be taken back
const refused = new Map(); // answers that could not be read, by item, until something else is said of it
let sending = false;
let wait = 0;
let wake = () => {};

export const say = (words) => (at("marking-saved").textContent = words);

const told = () => {
  const left = queue.length + aside.length + refused.size;
  const [unread] = refused.values();
  if (left === 0) say(text("Saved"));
  else if (sending && !wait && aside.length + refused.size === 0) say(text("Saving…"));
  else if (unread && left === 1) say(text("{0} not saved: item {1} of paper {2}", left, unread.item, unread.copy));
  else say(text("{0} not saved", left));
};

export const notice = (words, ...more) => {
  const box = at("notice");
  box.className = words ? "notice notice-problem" : "notice";
  box.replaceChildren(words, ...more.flatMap((part) => [" ", part]));
};

const button = (words, press) => {
  const made = Object.assign(document.createElement("button"), { type: "button", className: "btn btn-sm", textContent: words });
  made.addEventListener("click", press);
  return made;
};

// What is done after each answer.
let settled = () => {};
export const whenSettled = (act) => (settled = act);

const keep = () => {
  if (queue.length + aside.length + entered.length + remarks.size === 0) localStorage.removeItem(nameOf(own));
  else localStorage.setItem(nameOf(own), JSON.stringify({ queue, aside, entered, remarks: [...remarks] }));
};

// What another window that is closed by now has left; one that is open holds its lock.
const left = async () => {
  const found = [];
  const others = Object.keys(localStorage).filter((name) => name.startsWith(`${store} `) && name !== nameOf(own));
  for (const name of navigator.locks ? others : []) {
    await navigator.locks.request(name, { ifAvailable: true }, (lock) => {
      if (!lock) return;
      found.push(JSON.parse(localStorage.getItem(name) ?? "{}"));
      localStorage.removeItem(name);
    });
  }
  // Held as long as this window is.
  navigator.locks?.request(nameOf(own), () => new Promise(() => {}));
  return found;
};

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
  const done = response.ok && response.headers.get("X-Gavvet-Done") !== null;
  const answer = await response.json().catch(() => null);
  return { status: response.status, done, answer: answer ?? { problem: text("The program could not do this. Load the page again.") }, isRead: answer !== null };
};

const signIn = () => Object.assign(document.createElement("a"), { className: "btn btn-sm", href: "/sign-in?returnUrl=%2Fsigned-in", target: "_blank", textContent: text("Sign in") });

// Why nothing is kept at this moment, and what helps; what was entered waits meanwhile.
const held = (status) => {
  const again = button(text("Send it now"), () => wake());
  if (status === 401) notice(text("You are not signed in any more. What you entered is kept here, and is sent once you are."), signIn(), again);
  else if (status === 403) notice(text("The program took this for another site’s. What you entered is kept here. Load the page again, and it is sent."), again);
  else if (status === 404) notice(text("This printing is not there any more. What you entered is kept here."), again);
  else if (status === 413) notice(text("This is more than the program takes at once. What you entered is kept here."), again);
  else if (status === 429) notice(text("Much is being done at this moment. What you entered is kept here, and is sent in a little while."), again);
  else notice(text("The program does not answer. What you entered is kept here, and is sent when it is back."), again);
};

// The marking of another window, and this one's, side by side: the teacher says which stands.
const ask = () => {
  const [entry] = aside;
  if (!entry) return notice("");
  const theirs = marked.get(keyOf(entry.copy, entry.item));
  const done = (again) => {
    aside.shift();
    if (again) queue.unshift({ ...entry, seen: seen.get(keyOf(entry.copy, entry.item)) ?? 0 });
    keep();
    ask();
    told();
    settled();
    if (again) send();
  };
  notice(
    theirs
      ? text("Item {0} of paper {1} was marked in another window meanwhile: {2}, {3} of {4}. You entered: {5}.", entry.item, entry.copy, theirs.words, marksText(theirs.marks), theirs.of, entry.words)
      : text("Item {0} of paper {1} was marked in another window meanwhile: taken back. You entered: {2}.", entry.item, entry.copy, entry.words),
    button(text("Put mine in its place"), () => done(true)),
    button(text("Leave it as it is"), () => done(false)),
  );
};

const settle = (entry, { status, done, answer }) => {
  const key = keyOf(entry.copy, entry.item);
  if (done) {
    take({ ...entry, id: answer.id, marking: answer.marking });
    entered.push(answer.id);
    // What this window says next of the same item stands over what it has just said.
    for (const later of queue) if (keyOf(later.copy, later.item) === key) later.seen = answer.id;
    // What was decided last stays in sight while the next item is in hand.
    at("last").textContent = [text("{0}. {1}, {2} of {3}.", entry.item, answer.marking.words, marksText(answer.marking.marks), answer.marking.of), ...answer.marking.findings.map((finding) => finding.message)].join(" ");
    return;
  }
  if (status === 409) {
    take({ ...entry, id: answer.id, marking: answer.marking });
    // Whoever marks goes on meanwhile; a jump would put the next key on another item.
    aside.push(entry);
    return ask();
  }
  refused.set(key, { ...entry, problem: answer.problem });
  if (entry.before) marked.set(key, entry.before);
  else marked.delete(key);
  goTo(entry.copy, entry.item);
  at(entry.say === "written" ? "written" : "marks").focus();
  at(entry.say === "written" ? "written-problem" : "marks-problem").textContent = answer.problem;
  if (entry.written) at("written").value = entry.written;
};

// Refused in words, or marked meanwhile: an answer to this very entry. Anything else says nothing of it, so it waits.
const isAnswer = ({ status, done, isRead }) => done || ((status === 422 || status === 409) && isRead);

const send = async () => {
  if (sending) return;
  sending = true;
  while (queue.length > 0) {
    const { before, words, shown, ...values } = queue[0];
    const outcome = await post("Mark", values).catch(() => ({ status: 0 }));
    if (isAnswer(outcome)) {
      wait = 0;
      const entry = queue.shift();
      if (aside.length === 0) notice("");
      settle(entry, outcome);
      keep();
      settled();
    } else {
      wait = Math.min(30_000, wait ? 2 * wait : 1_500);
      held(outcome.status);
      told();
      await new Promise((go) => { wake = go; setTimeout(go, wait); });
    }
  }
  sending = false;
  told();
};

// Someone signed in again in another window of this browser, or the line is back.
new BroadcastChannel("gavvet-signed-in").addEventListener("message", () => wake());
addEventListener("online", () => wake());

export const decide = (what, shown) => {
  const key = keyOf(paper().number, item().number);
  refused.delete(key);
  // A remark that was typed before goes with what is decided, whatever key decides it.
  const remark = what.remark ?? remarks.get(key) ?? now()?.remark ?? "";
  remarks.delete(key);
  what = { ...what, remark };
  shown = { ...shown, remark };

  const pending = { ...shown, of: item().marks, findings: shown.findings ?? [], pending: true };
  const entry = { copy: paper().number, item: item().number, before: now() ?? null, shown: pending, seen: seen.get(key) ?? 0, words: what.written ? `${shown.words} “${what.written}”` : shown.words, ...what };
  marked.set(key, pending);
  queue.push(entry);
  keep();
  send();
  told();
};

// A remark that is typed and not kept yet, by item.
const remarks = new Map();
export const noteRemark = (key, words) => {
  if (words) remarks.set(key, words);
  else remarks.delete(key);
  keep();
};
export const remarkOf = (key) => remarks.get(key);

// What could not be read of an item stays to be mended, wherever the teacher was meanwhile.
export const unread = (key) => refused.get(key);
export const forget = (key) => {
  if (refused.delete(key)) told();
};

export const isWaiting = () => queue.length + aside.length > 0;

// Takes back what this window entered last; what others entered is theirs.
export const undo = async () => {
  if (queue.length > 0) return;
  const id = entered.at(-1);
  if (id === undefined) return say(text("There is nothing of this window’s to take back."));
  try {
    const outcome = await post("Undo", { marking: id });
    if (!isAnswer(outcome)) return held(outcome.status);
    entered.pop();
    keep();
    const { answer } = outcome;
    if (answer.copy) {
      take(answer);
      goTo(answer.copy, answer.item);
      settled();
    }
    say(outcome.done ? text("Taken back") : answer.problem);
  } catch {
    notice(text("The program does not answer. Nothing was taken back."));
  }
};

// What an earlier load of the page could not send stands as entered, and is sent once the screen is there.
export const resume = async () => {
  const before = JSON.parse(localStorage.getItem(nameOf(own)) ?? "{}");
  ({ queue = [], aside = [], entered = [] } = before);
  for (const [key, words] of before.remarks ?? []) remarks.set(key, words);
  for (const other of await left()) {
    for (const [key, words] of other.remarks ?? []) remarks.set(key, remarks.get(key) ?? words);
    queue = [...(other.queue ?? []), ...queue];
    aside = [...(other.aside ?? []), ...aside];
  }
  keep();
  for (const entry of queue) marked.set(keyOf(entry.copy, entry.item), entry.shown);
};

export const goOn = () => {
  if (aside.length > 0) ask();
  if (queue.length > 0) send();
  if (isWaiting()) told();
};
