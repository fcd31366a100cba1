// What the marking screen shows: the page and its key with the item ringed, the judge, the papers as notes on a staff.
import { address, at, forward, isAtEnd, isOpen, item, itemsOf, keyOf, marked, mode, nameOf, now, paper, piece, place, printing, readOf, take } from "./marking-papers.js";
import { decide, notice, post, remarkOf, unread } from "./marking-queue.js";
import { marksText, text } from "./words.js";

export const element = (name, text, attributes = {}) => {
  const made = Object.assign(document.createElement(name), attributes);
  if (text !== undefined) made.textContent = text;
  return made;
};

export const showView = (view, side) => {
  const edition = printing.data.editions[paper().edition];
  const sheet = view.querySelector(".marking-sheet");
  const image = sheet.querySelector("img");
  // The student's own page, where it was scanned.
  const scan = side === "student" ? paper().scans[piece().page] : null;
  const source = scan?.picture ?? edition.pages[piece().page][side];
  if (side === "student") view.previousElementSibling.textContent = view.dataset[scan ? "written" : "printed"];
  if (image.getAttribute("src") !== source) image.setAttribute("src", source);
  sheet.style.aspectRatio = `1 / ${edition.shape}`;
  const ring = sheet.querySelector(".item-ring");
  ring.hidden = scan?.isLaid === false;
  const [left, top, width, height] = piece().box;
  Object.assign(ring.style, { left: `${left * 100 - 0.8}%`, top: `${top * 100 - 0.4}%`, width: `${width * 100 + 1.6}%`, height: `${height * 100 + 0.8}%` });
  const tall = sheet.clientHeight;
  view.scrollTop = Math.max(0, top * tall - (view.clientHeight - height * tall) / 3);
};

// Of the mistakes an item invites, those this class makes come first: as it was when the window opened, so that a key means the
// same on every paper.
let made = null;
const likelyOf = () => {
  if (!made) {
    made = new Map(Object.entries(printing.data.made));
    for (const marking of marked.values()) for (const finding of marking.findings) made.set(finding.code, (made.get(finding.code) ?? 0) + 1);
  }
  return item().mistakes.map((mistake, i) => ({ ...mistake, i })).sort((a, b) => (made.get(b.code) ?? 0) - (made.get(a.code) ?? 0) || a.i - b.i);
};

const letterOf = (i) => String.fromCharCode(65 + i);

// Marks by a number key, with Shift a half more.
export const give = (marks) => decide({ say: "marks", marks }, { verdict: marks === item().marks ? "correct" : "wrong", words: text("{0} of {1}", marksText(marks), item().marks), marks });

// How many papers of this version have made the mistake in the question in hand so far.
const countOf = (code) => printing.data.papers.filter((one) => one.version === paper().version && marked.get(keyOf(one.number, item().number))?.findings?.some((finding) => finding.code === code)).length;

export const options = () => {
  if (mode.totals) return Array.from({ length: Math.min(item().marks, 9) + 1 }, (_, marks) => ({ key: marks, words: `${marks}`, take: () => give(marks) }));
  if (item().choices.length > 0) return item().choices.slice(0, 26).map((words, i) => ({ key: i + 1, words: `${letterOf(i)}  ${words}`, take: () => decide({ say: "written", written: letterOf(i) }, { verdict: "waiting", words: text("Judging…"), marks: 0 }) }));
  return likelyOf().map((mistake, i) => ({ key: i + 1, words: mistake.words, written: mistake.written, count: countOf(mistake.code), take: () => decide({ say: "mistake", code: mistake.code }, { verdict: "waiting", words: mistake.words, marks: 0 }) }));
};

const showLikely = () => {
  at("likely").replaceChildren(...options().map((option) => {
    const button = element("button", undefined, { type: "button", className: "btn btn-quiet" });
    button.append(element("kbd", option.key <= 9 ? `${option.key}` : ""), ` ${option.words}`);
    // What it looks like on the paper, and how often it stood there.
    if (option.written && option.written !== option.words) button.append(element("span", option.written, { className: "likely-written" }));
    if (option.count > 0) button.append(element("span", option.count === 1 ? text("on one paper so far") : text("on {0} papers so far", option.count), { className: "likely-count" }));
    button.addEventListener("click", () => act(option.take));
    return button;
  }));
};

const sentence = (finding) => {
  const line = element("div", undefined, { className: "said" });
  const words = element("p", finding.message);
  const edit = element("button", text("Say it otherwise"), { type: "button", className: "btn btn-quiet" });
  edit.addEventListener("click", () => {
    const field = element("textarea", undefined, { className: "form-control", value: finding.message, rows: 2 });
    field.setAttribute("aria-label", text("The sentence for all who made this mistake"));
    const done = element("button", text("For all who made this mistake"), { type: "button", className: "btn btn-accent" });
    done.addEventListener("click", async () => {
      try {
        const { done: kept, answer } = await post("Say", { said: finding.message, instead: field.value });
        if (!kept) return at("marks-problem").replaceChildren(answer.problem);
        for (const each of answer.markings) take(each);
        show();
      } catch {
        notice(text("Not saved: the program does not answer. What you typed is still here."));
      }
    });
    line.replaceChildren(field, done);
    field.focus();
  });
  line.append(words, edit);
  return line;
};

const verdicts = { right: ["correct", "accepted"], blank: ["blank"], wrong: ["wrong", "misspelled"] };

// The button of what was found stands out; where nothing was found yet, the one for most papers.
const showSayings = (verdict) => {
  for (const control of document.querySelectorAll("[data-say]")) {
    const isSaid = verdicts[control.dataset.say].includes(verdict);
    control.setAttribute("aria-pressed", isSaid);
    control.classList.toggle("btn-accent", isSaid || (!verdict && control.dataset.say === "right"));
    control.classList.toggle("btn-quiet", !control.classList.contains("btn-accent"));
  }
};

// What a machine read of the hand stands until somebody decides; the button of it is for what was read as written.
const showRead = (marking) => {
  const read = marking ? undefined : readOf(paper(), place.item);
  at("read").textContent = read?.words ?? "";
  at("as-read").hidden = !read?.written;
};

const showVerdict = () => {
  const marking = now();
  showRead(marking);
  showSayings(marking?.verdict);
  const box = at("verdict");
  box.className = `verdict verdict-${marking?.verdict ?? "none"}`;
  if (!marking) return box.replaceChildren(element("p", text("Not marked yet"), { className: "hint" }));
  const head = element("p", marking.verdict === "waiting" ? marking.words : text("{0}, {1} of {2}", marking.words, marksText(marking.marks), marking.of), { className: "verdict-words" });
  const parts = [head, ...marking.findings.filter((finding) => finding.message).map(sentence)];
  if (marking.written) parts.push(element("p", text("Written: {0}", marking.written), { className: "hint" }));
  if (marking.remark) parts.push(element("p", text("Remark: {0}", marking.remark), { className: "hint" }));
  box.replaceChildren(...parts);
};

const stateOf = (marking) => (!marking ? "open" : marking.pending ? "pending" : marking.verdict);

const button = (words, state, isHere, title, press) => {
  const line = element("li");
  const made = element("button", words, { type: "button", className: `note-button note-${state}`, title });
  made.setAttribute("aria-label", title);
  if (isHere) made.setAttribute("aria-current", "true");
  made.addEventListener("click", () => { place.isEnd = false; press(); show(); });
  line.append(made);
  return line;
};

const showLines = () => {
  at("paper-line").replaceChildren(...printing.data.papers.map((one, p) => {
    const markings = itemsOf(one).map((each) => marked.get(keyOf(one.number, each.number)));
    const done = markings.filter((marking) => marking && !marking.pending).length;
    const state = (one.total ?? null) !== null ? "correct" : done === 0 ? "open" : done < markings.length ? "begun" : "correct";
    return button(`${one.number}`, state, p === place.paper, text("{0}, {1} of {2} marked", nameOf(one), done, markings.length), () => Object.assign(place, { paper: p, item: Math.min(place.item, itemsOf(one).length - 1) }));
  }));
  at("item-line").replaceChildren(...itemsOf(paper()).map((each, i) => {
    const marking = marked.get(keyOf(paper().number, each.number));
    return button(`${each.number}`, stateOf(marking), i === place.item, marking ? text("Item {0}, {1}", each.number, marking.words) : text("Item {0}, not marked", each.number), () => (place.item = i));
  }));
};

// What is being typed stays while other things arrive; only another item clears the fields.
let shown = "";
const clearFields = () => {
  const here = keyOf(paper().number, item().number);
  if (here === shown) return;
  shown = here;
  at("marks").value = now() && !now().pending ? now().marks : "";
  at("remark").value = remarkOf(here) ?? now()?.remark ?? "";
  const left = unread(here);
  at("written").value = left?.written ?? "";
  at("written-problem").textContent = left?.problem ?? "";
};

// The scale of the item can be heard, and what was written beside it.
const showSound = async () => {
  const [group, here] = [at("sound"), keyOf(paper().number, item().number)];
  group.hidden = !item().sound;
  group.dataset.sound = item().sound;
  const written = now()?.written;
  if (group.dataset.of === `${here} ${written}`) return;
  Object.assign(group.dataset, { of: `${here} ${written}`, written: "" });
  const showWritten = () => {
    for (const button of group.querySelectorAll("[data-play=written], [data-play=compare]")) button.hidden = !group.dataset.written;
  };
  showWritten();
  if (!written || now().pending) return delete group.dataset.of;
  try {
    const heard = await (await fetch(`${address}?handler=Heard&copy=${paper().number}&item=${item().number}`)).json();
    if (group.dataset.of !== `${here} ${written}`) return;
    group.dataset.written = heard.written;
    showWritten();
  } catch {
    // What cannot be heard now can be when the program is back.
    delete group.dataset.of;
  }
};

// An item on two pages is turned over by a button.
const showGoesOn = () => {
  const [button, pieces] = [at("goes-on"), item().pieces];
  button.hidden = pieces.length === 1;
  const other = pieces[(place.piece + 1) % pieces.length];
  button.textContent = text("It also stands on page {0}", other.page + 1);
};

export const turn = () => {
  place.piece = (place.piece + 1) % item().pieces.length;
  show();
};

export const show = () => {
  if (keyOf(paper().number, item().number) !== shown) place.piece = 0;
  showGoesOn();
  showSound();
  at("who").textContent = [nameOf(paper()), text("version {0}", paper().version), paper().part].filter((part) => part).join(" · ");
  at("item-title").textContent = `${item().number}. ${item().prompt || item().section}`;
  at("item-answer").textContent = text("Answer: {0}", item().answer);
  showView(at("view-student"), "student");
  showView(at("view-key"), "key");
  showLikely();
  showLines();
  showVerdict();
  at("pad").hidden = !item().pieces.some((each) => each.staff);
  at("signature-first").hidden = !item().asksSignature;
  at("marks").max = item().marks;
  clearFields();
  showTotal();
  showEnd();
  document.querySelector(".marking-body").dataset.shown = `${paper().number} ${item().number}`;
};

// What the whole paper earns: by its items, or as it was entered for all of it.
const showTotal = () => {
  const of = itemsOf(paper()).reduce((sum, each) => sum + each.marks, 0);
  const earned = itemsOf(paper()).reduce((sum, each) => sum + (marked.get(keyOf(paper().number, each.number))?.marks ?? 0), 0);
  at("total-now").textContent = paper().total === null ? text("{0} of {1} so far, by its items.", marksText(earned), of) : text("{0} of {1}, entered for the whole paper.", marksText(paper().total), of);
  at("total").max = of;
  if (document.activeElement !== at("total")) at("total").value = paper().total ?? "";
};

// What is left when the walk has come to its end.
const showEnd = () => {
  const open = printing.data.papers.flatMap((one) => itemsOf(one).filter((_, i) => isOpen(one, i))).length;
  at("walk-end").textContent = !isAtEnd() ? "" : open === 0 ? text("Everything is marked. The arrow keys go to an answer that is to be marked otherwise.") : text("Everything handed out by name is marked; {0} answers of spare papers are open. The arrow keys go to an answer.", open);
};

// A key or a button that marks: at the end of the walk it does nothing, since it would write over the last answer.
export const act = (take) => {
  if (isAtEnd()) return showEnd();
  take();
  advance();
};

export const advance = () => {
  at("written").value = "";
  for (const problem of ["written-problem", "marks-problem"]) at(problem).textContent = "";
  forward();
  show();
};
