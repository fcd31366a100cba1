// Marking by keys. What is entered shows at once and is sent in order; nothing is called saved before the server says so.
const main = document.querySelector("[data-marking]");
const address = main?.dataset.marking;
const at = (id) => document.getElementById(id);
const letters = "CDEFGAB";
const notesOf = (text) => text.split(/[\s,;]+/).filter((word) => word);

let data = null;
const marked = new Map(); // "copy item" → the marking, with pending while it is not kept yet
const place = { paper: 0, item: 0 };
const mode = { byQuestion: false, hidden: false, totals: false };

const element = (name, text, attributes = {}) => {
  const made = Object.assign(document.createElement(name), attributes);
  if (text !== undefined) made.textContent = text;
  return made;
};

const paper = () => data.papers[place.paper];
const itemsOf = (one) => data.editions[one.edition].items;
const item = () => itemsOf(paper())[place.item];
const keyOf = (copy, number) => `${copy} ${number}`;
const now = () => marked.get(keyOf(paper().number, item().number));
const nameOf = (one) => (mode.hidden ? null : one.name) ?? (one.isSpare ? `Spare paper ${one.number}` : `Paper ${one.number}`);

// The sending. Entries wait in order, also over a reload of the page; no name is among them.
const store = `gavvet-marking ${address}`;
let queue = [];
let sending = false;
let lost = false;

const say = (words) => (at("marking-saved").textContent = words);

const notice = (words) => {
  const box = at("notice");
  box.className = words ? "notice notice-problem" : "notice";
  box.textContent = words;
};

const keep = () => sessionStorage.setItem(store, JSON.stringify(queue));

// Only an answer of the program that says it is done is one: a sign-in page looks like an answer too.
const post = async (handler, values, isAgain = false) => {
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
      show();
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

const decide = (what, shown) => {
  const entry = { copy: paper().number, item: item().number, before: now() ?? null, ...what };
  marked.set(keyOf(entry.copy, entry.item), { ...shown, of: item().marks, findings: shown.findings ?? [], pending: true });
  queue.push(entry);
  keep();
  say(lost ? `${queue.length} not saved` : "Saving…");
  send();
};

// The walk: item by item through a paper, or one question through all papers. What is marked is passed over.
const isOpen = (one, number) => !marked.has(keyOf(one.number, itemsOf(one)[number].number));

const walk = () => {
  const all = data.papers.flatMap((one, p) => itemsOf(one).map((_, i) => [p, i])).filter(([p]) => !data.papers[p].isSpare || p === place.paper);
  const order = mode.byQuestion ? all.sort((a, b) => a[1] - b[1] || a[0] - b[0]) : all;
  const here = order.findIndex(([p, i]) => p === place.paper && i === place.item);
  return { order, here };
};

const forward = () => {
  const { order, here } = walk();
  const next = [...order.slice(here + 1), ...order.slice(0, here)].find(([p, i]) => isOpen(data.papers[p], i));
  if (next) [place.paper, place.item] = next;
  else if (here + 1 < order.length) [place.paper, place.item] = order[here + 1];
};

const step = (papers, items) => {
  place.paper = Math.min(Math.max(place.paper + papers, 0), data.papers.length - 1);
  const count = itemsOf(paper()).length;
  if (papers !== 0 && !mode.byQuestion) {
    const open = itemsOf(paper()).findIndex((_, i) => isOpen(paper(), i));
    place.item = open < 0 ? 0 : open;
  }
  place.item += items;
  if (place.item >= count && place.paper + 1 < data.papers.length) Object.assign(place, { paper: place.paper + 1, item: 0 });
  place.item = Math.min(Math.max(place.item, 0), itemsOf(paper()).length - 1);
};

const goTo = (copy, number) => {
  place.paper = data.papers.findIndex((one) => one.number === copy);
  place.item = Math.max(0, itemsOf(paper()).findIndex((one) => one.number === number));
};

// What is shown.
const showView = (view, side) => {
  const edition = data.editions[paper().edition];
  const sheet = view.querySelector(".marking-sheet");
  const image = sheet.querySelector("img");
  const source = edition.pages[item().page][side];
  if (image.getAttribute("src") !== source) image.setAttribute("src", source);
  sheet.style.aspectRatio = `1 / ${edition.shape}`;
  const ring = sheet.querySelector(".item-ring");
  const [left, top, width, height] = item().box;
  Object.assign(ring.style, { left: `${left * 100 - 0.8}%`, top: `${top * 100 - 0.4}%`, width: `${width * 100 + 1.6}%`, height: `${height * 100 + 0.8}%` });
  const tall = sheet.clientHeight;
  view.scrollTop = Math.max(0, top * tall - (view.clientHeight - height * tall) / 3);
};

// Of the mistakes an item invites, those this class makes come first.
const likelyOf = () => {
  const made = new Map(Object.entries(data.made));
  for (const marking of marked.values()) for (const finding of marking.findings) made.set(finding.code, (made.get(finding.code) ?? 0) + 1);
  return item().mistakes.map((mistake, i) => ({ ...mistake, i })).sort((a, b) => (made.get(b.code) ?? 0) - (made.get(a.code) ?? 0) || a.i - b.i);
};

const options = () => {
  if (mode.totals) return Array.from({ length: Math.min(item().marks, 9) + 1 }, (_, marks) => ({ key: marks, words: `${marks}`, take: () => decide({ say: "marks", marks }, { verdict: marks === item().marks ? "correct" : "wrong", words: `${marks} of ${item().marks}`, marks }) }));
  if (item().choices.length > 0) return item().choices.slice(0, 26).map((words, i) => ({ key: i + 1, words: `${letters_(i)}  ${words}`, take: () => decide({ say: "written", written: letters_(i) }, { verdict: "waiting", words: "Judging…", marks: 0 }) }));
  return likelyOf().map((mistake, i) => ({ key: i + 1, words: mistake.words, title: mistake.written, take: () => decide({ say: "mistake", code: mistake.code }, { verdict: "waiting", words: mistake.words, marks: 0 }) }));
};
const letters_ = (i) => String.fromCharCode(65 + i);

const showLikely = () => {
  at("likely").replaceChildren(...options().map((option) => {
    const button = element("button", undefined, { type: "button", className: "btn btn-quiet", title: option.title ?? "" });
    button.append(element("kbd", option.key <= 9 ? `${option.key}` : ""), ` ${option.words}`);
    button.addEventListener("click", () => { option.take(); advance(); });
    return button;
  }));
};

const sentence = (finding) => {
  const line = element("div", undefined, { className: "said" });
  const words = element("p", finding.message);
  const edit = element("button", "Say it otherwise", { type: "button", className: "btn btn-quiet" });
  edit.addEventListener("click", () => {
    const field = element("textarea", undefined, { className: "form-control", value: finding.message, rows: 2 });
    field.setAttribute("aria-label", "The sentence for all who made this mistake");
    const done = element("button", "For all who made this mistake", { type: "button", className: "btn btn-accent" });
    done.addEventListener("click", async () => {
      try {
        const { done: kept, answer } = await post("Say", { said: finding.message, instead: field.value });
        if (!kept) return at("marks-problem").replaceChildren(answer.problem);
        for (const each of answer.markings) marked.set(keyOf(each.copy, each.item), each.marking);
        show();
      } catch {
        notice("Not saved: the program does not answer. What you typed is still here.");
      }
    });
    line.replaceChildren(field, done);
    field.focus();
  });
  line.append(words, edit);
  return line;
};

const showVerdict = () => {
  const marking = now();
  const box = at("verdict");
  box.className = `verdict verdict-${marking?.verdict ?? "none"}`;
  if (!marking) return box.replaceChildren(element("p", "Not marked yet", { className: "hint" }));
  const head = element("p", `${marking.words}${marking.verdict === "waiting" ? "" : `, ${marking.marks} of ${marking.of}`}`, { className: "verdict-words" });
  const parts = [head, ...marking.findings.filter((finding) => finding.message).map(sentence)];
  if (marking.written) parts.push(element("p", `Written: ${marking.written}`, { className: "hint" }));
  if (marking.remark) parts.push(element("p", `Remark: ${marking.remark}`, { className: "hint" }));
  box.replaceChildren(...parts);
};

const stateOf = (marking) => (!marking ? "open" : marking.pending ? "pending" : marking.verdict);

const button = (words, state, isHere, title, press) => {
  const line = element("li");
  const made = element("button", words, { type: "button", className: `note-button note-${state}`, title });
  made.setAttribute("aria-label", title);
  if (isHere) made.setAttribute("aria-current", "true");
  made.addEventListener("click", () => { press(); show(); });
  line.append(made);
  return line;
};

const showLines = () => {
  at("paper-line").replaceChildren(...data.papers.map((one, p) => {
    const markings = itemsOf(one).map((each) => marked.get(keyOf(one.number, each.number)));
    const done = markings.filter((marking) => marking && !marking.pending).length;
    const state = done === 0 ? "open" : done < markings.length ? "begun" : "correct";
    return button(`${one.number}`, state, p === place.paper, `${nameOf(one)}, ${done} of ${markings.length} marked`, () => Object.assign(place, { paper: p, item: Math.min(place.item, itemsOf(one).length - 1) }));
  }));
  at("item-line").replaceChildren(...itemsOf(paper()).map((each, i) => {
    const marking = marked.get(keyOf(paper().number, each.number));
    return button(`${each.number}`, stateOf(marking), i === place.item, `Item ${each.number}, ${marking ? marking.words : "not marked"}`, () => (place.item = i));
  }));
};

// What is being typed stays while other things arrive; only another item clears the fields.
let shown = "";
const clearFields = () => {
  const here = keyOf(paper().number, item().number);
  if (here === shown) return;
  shown = here;
  at("marks").value = now() && !now().pending ? now().marks : "";
  at("remark").value = now()?.remark ?? "";
};

const show = () => {
  at("who").textContent = [nameOf(paper()), `version ${paper().version}`, paper().part].filter((part) => part).join(" · ");
  at("item-title").textContent = `${item().number}. ${item().prompt || item().section}`;
  at("item-answer").textContent = `Answer: ${item().answer}`;
  showView(at("view-student"), "student");
  showView(at("view-key"), "key");
  showLikely();
  showLines();
  showVerdict();
  at("pad").hidden = !item().staff;
  at("marks").max = item().marks;
  clearFields();
  document.querySelector(".marking-body").dataset.shown = `${paper().number} ${item().number}`;
};

const advance = () => {
  at("written").value = "";
  for (const problem of ["written-problem", "marks-problem"]) at(problem).textContent = "";
  forward();
  show();
};

const sayings = {
  right: () => decide({ say: "right" }, { verdict: "correct", words: "Right", marks: item().marks }),
  blank: () => decide({ say: "blank" }, { verdict: "blank", words: "Left empty", marks: 0 }),
  wrong: () => decide({ say: "wrong" }, { verdict: "wrong", words: "Not right", marks: 0 }),
};

const listen = () => {
  for (const control of document.querySelectorAll("[data-say]")) control.addEventListener("click", () => { sayings[control.dataset.say](); advance(); });
  at("undo").addEventListener("click", async () => {
    if (queue.length > 0) return;
    try {
      const { done, answer } = await post("Undo", {});
      if (!done) return say(answer.problem);
      if (answer.marking) marked.set(keyOf(answer.copy, answer.item), answer.marking);
      else marked.delete(keyOf(answer.copy, answer.item));
      goTo(answer.copy, answer.item);
      show();
      say("Taken back");
    } catch {
      notice("The program does not answer. Nothing was taken back.");
    }
  });
  for (const [id, name] of [["walk", "byQuestion"], ["hide-names", "hidden"], ["totals", "totals"]]) {
    at(id).addEventListener("click", () => {
      mode[name] = !mode[name];
      at(id).setAttribute("aria-pressed", mode[name]);
      show();
    });
  }
  at("written-form").addEventListener("submit", (event) => {
    event.preventDefault();
    const written = at("written").value.trim();
    if (!written) return (at("written-problem").textContent = "Write what stands on the paper, or press B where it is empty.");
    decide({ say: "written", written }, { verdict: "waiting", words: "Judging…", marks: 0, written });
    at("written").blur();
    advance();
  });
  at("written").addEventListener("keydown", (event) => {
    // One line is asked: Enter judges. Where there are several, Enter with Ctrl does.
    if (event.key === "Enter" && (item().lines === 1 || event.ctrlKey)) {
      event.preventDefault();
      at("written-form").requestSubmit();
    }
    if (event.key === "Escape") at("written").blur();
  });
  at("marks-form").addEventListener("submit", (event) => {
    event.preventDefault();
    const marks = Number(at("marks").value);
    const remark = at("remark").value.trim();
    if (at("marks").value === "" || !Number.isInteger(marks) || marks < 0 || marks > item().marks) return (at("marks-problem").textContent = `Type whole marks from 0 to ${item().marks}.`);
    const before = now();
    decide({ say: "marks", marks, remark, written: before?.written ?? undefined }, { ...(before ?? {}), words: "By hand", verdict: marks === item().marks ? "correct" : "wrong", marks, remark });
    document.activeElement.blur();
    advance();
  });
  at("score").addEventListener("change", async () => {
    at("score-problem").textContent = "";
    if (!at("score").files[0]) return;
    try {
      const { done, answer } = await post("Score", { copy: paper().number, score: at("score").files[0] });
      if (!done) return (at("score-problem").textContent = answer.problem);
      for (const each of answer.markings) marked.set(keyOf(each.copy, each.item), each.marking);
      at("last").textContent = answer.said;
      at("score").value = "";
      show();
    } catch {
      at("score-problem").textContent = "The program does not answer. Choose the file once more when it is back.";
    }
  });
  at("code-form").addEventListener("submit", async (event) => {
    event.preventDefault();
    const field = at("page-code");
    at("code-problem").textContent = "";
    try {
      const answer = await (await fetch(`${address}?handler=Code&code=${encodeURIComponent(field.value)}`)).json();
      if (answer.problem) {
        at("code-problem").textContent = answer.problem;
        if (answer.other) at("code-problem").append(" ", element("a", "Mark that printing", { href: answer.other }));
        return field.select();
      }
      place.paper = data.papers.findIndex((one) => one.number === answer.copy);
      const onPage = itemsOf(paper()).map((each, i) => [each, i]).filter(([each]) => each.page === answer.page);
      place.item = (onPage.find(([, i]) => isOpen(paper(), i)) ?? onPage[0] ?? [null, 0])[1];
      field.value = "";
      field.blur();
      show();
    } catch {
      at("code-problem").textContent = "The program does not answer. Try once more.";
    }
  });
  document.addEventListener("keydown", (event) => {
    if (event.target.matches("input:not([type=checkbox]):not([type=radio]), textarea, select") || event.altKey || event.ctrlKey || event.metaKey || document.querySelector("dialog[open]")) return;
    const arrows = { ArrowRight: [0, 1], ArrowLeft: [0, -1], ArrowDown: [1, 0], ArrowUp: [-1, 0] };
    if (arrows[event.key]) {
      event.preventDefault();
      step(...arrows[event.key]);
      show();
    } else if (/^[0-9]$/.test(event.key) && document.getElementById("single-keys").checked) {
      event.preventDefault();
      // The digits of the screens hold elsewhere.
      event.stopPropagation();
      const option = options().find((each) => each.key === Number(event.key));
      if (option) {
        option.take();
        advance();
      }
    }
  }, true);
  // A click on the staff of the ringed item is a note.
  for (const view of document.querySelectorAll(".marking-sheet")) {
    view.addEventListener("click", (event) => {
      const { staff, box } = item();
      const bounds = view.getBoundingClientRect();
      const [x, y] = [(event.clientX - bounds.left) / bounds.width, (event.clientY - bounds.top) / bounds.height];
      if (!staff || x < box[0] || x > box[0] + box[2] || y < box[1] - 0.01 || y > box[1] + box[3] + 0.01) return;
      const note = staff.step + Math.round(((staff.bottom - y) / (staff.bottom - staff.top)) * 8);
      const sign = document.querySelector("[name=pad-sign]:checked").value;
      at("written").value = [...notesOf(at("written").value), letters[((note % 7) + 7) % 7] + sign + Math.floor(note / 7)].join(" ");
      document.querySelector("[name=pad-sign][value='']").checked = true;
    });
  }
  addEventListener("beforeunload", (event) => queue.length > 0 && event.preventDefault());
  for (const image of document.querySelectorAll(".marking-sheet img")) image.addEventListener("load", () => ["student", "key"].forEach((side) => showView(at(`view-${side}`), side)));
};

const begin = async () => {
  data = await (await fetch(`${address}?handler=Data`)).json();
  for (const each of data.markings) marked.set(keyOf(each.copy, each.item), each.marking);
  queue = JSON.parse(sessionStorage.getItem(store) ?? "[]");
  const first = data.papers.findIndex((one) => !one.isSpare && itemsOf(one).some((_, i) => isOpen(one, i)));
  place.paper = Math.max(0, first);
  place.item = Math.max(0, itemsOf(paper()).findIndex((_, i) => isOpen(paper(), i)));
  listen();
  show();
  if (queue.length > 0) send();
};

if (address) await begin();
