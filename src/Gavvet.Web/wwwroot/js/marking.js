// Marking by keys: what a key, a click or a finger does.
import { address, at, isOpen, item, itemsOf, keyOf, mode, nameOf, now, paper, piece, place, printing, readOf, seen, step, take } from "./marking-papers.js";
import { decide, forget, goOn, isWaiting, noteRemark, post, resume, undo, whenSettled } from "./marking-queue.js";
import { act, advance, element, give, options, show, showView, turn } from "./marking-view.js";
import { marksText, text } from "./words.js";


const sayings = {
  right: () => decide({ say: "right" }, { verdict: "correct", words: text("Right"), marks: item().marks }),
  blank: () => decide({ say: "blank" }, { verdict: "blank", words: text("Left empty"), marks: 0 }),
  wrong: () => decide({ say: "wrong" }, { verdict: "wrong", words: text("Not right"), marks: 0 }),
};

// All that is open of the paper in hand, or in the walk by questions of the question in hand on the papers handed out; what was read
// as mistaken, or seems left empty, waits for a look.
const restIsRight = () => {
  const here = { ...place };
  const open = mode.byQuestion
    ? printing.data.papers.flatMap((one, p) => (!one.isSpare || p === here.paper) && here.item < itemsOf(one).length && isOpen(one, here.item) ? [[p, here.item]] : [])
    : itemsOf(paper()).flatMap((_, i) => (isOpen(paper(), i) ? [[here.paper, i]] : []));
  const rest = open.filter(([p, i]) => readOf(printing.data.papers[p], i)?.mayBeRight !== false);
  for (const [p, i] of rest) {
    Object.assign(place, { paper: p, item: i });
    sayings.right();
  }
  Object.assign(place, here);
  at("last").textContent = rest.length === open.length ? text("{0} marked right.", rest.length) : text("{0} marked right; {1} read otherwise are left to look at.", rest.length, open.length - rest.length);
  advance();
};

// How the screen is set stays over a reload: above all that names are hidden.
const kept = `gavvet-marking-mode ${address}`;

const listen = () => {
  at("rest").addEventListener("click", restIsRight);
  for (const control of document.querySelectorAll("[data-say]")) control.addEventListener("click", () => act(sayings[control.dataset.say]));
  at("as-read").addEventListener("click", () => {
    if (at("as-read").hidden) return;
    const read = readOf(paper(), place.item);
    act(() => decide({ say: "written", written: read.written }, { verdict: "waiting", words: text("Judging…"), marks: 0, written: read.written }));
  });
  at("undo").addEventListener("click", undo);
  for (const [id, name] of [["walk", "byQuestion"], ["hide-names", "hidden"], ["totals", "totals"]]) {
    at(id).addEventListener("click", () => {
      mode[name] = !mode[name];
      at(id).setAttribute("aria-pressed", mode[name]);
      sessionStorage.setItem(kept, JSON.stringify(mode));
      show();
    });
    at(id).setAttribute("aria-pressed", mode[name]);
  }
  at("remark").addEventListener("input", () => noteRemark(keyOf(paper().number, item().number), at("remark").value.trim()));
  at("written-form").addEventListener("submit", (event) => {
    event.preventDefault();
    const written = at("written").value.trim();
    if (!written) return (at("written-problem").textContent = text("Write what stands on the paper, or press B where it is empty."));
    decide({ say: "written", written }, { verdict: "waiting", words: text("Judging…"), marks: 0, written });
    at("written").blur();
    advance();
  });
  // What is wiped away by hand is not waited for.
  at("written").addEventListener("input", () => at("written").value || forget(keyOf(paper().number, item().number)));
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
    const stands = now();
    // A remark alone goes to what is decided already, or waits for what is decided next.
    if (stands && !stands.pending && (at("marks").value === "" || marks === stands.marks) && remark !== (stands.remark ?? "")) {
      decide({ say: "remark", remark }, { ...stands });
      document.activeElement.blur();
      return show();
    }
    if (at("marks").value === "" && remark) return (at("marks-problem").textContent = text("The remark is kept with what you decide next of this answer: R, X, B, or marks."));
    if (at("marks").value === "" || !Number.isInteger(2 * marks) || marks < 0 || marks > item().marks) return (at("marks-problem").textContent = text("Type marks from 0 to {0}, whole ones or halves.", item().marks));
    const before = now();
    decide({ say: "marks", marks, remark, written: before?.written ?? undefined }, { ...(before ?? {}), words: text("By hand"), verdict: marks === item().marks ? "correct" : "wrong", marks, remark });
    document.activeElement.blur();
    advance();
  });
  at("total-form").addEventListener("submit", async (event) => {
    event.preventDefault();
    at("total-problem").textContent = "";
    const one = paper();
    try {
      const { done, answer } = await post("Total", { copy: one.number, marks: at("total").value });
      if (!done) return (at("total-problem").textContent = answer.problem);
      one.total = answer.total;
      at("total").blur();
      at("last").textContent = answer.total === null ? text("{0} counts by its items again.", nameOf(one)) : text("{0}: {1} of {2}, for the whole paper.", nameOf(one), marksText(answer.total), answer.of);
      // The next paper is in hand.
      step(1, 0);
      show();
    } catch {
      at("total-problem").textContent = text("The program does not answer. Press Enter once more when it is back.");
    }
  });
  at("score").addEventListener("change", async () => {
    at("score-problem").textContent = "";
    if (!at("score").files[0]) return;
    try {
      const { done, answer } = await post("Score", { copy: paper().number, score: at("score").files[0], seen: Math.max(0, ...seen.values()) });
      if (answer.marking) take(answer);
      if (!done) {
        show();
        return (at("score-problem").textContent = answer.problem);
      }
      for (const each of answer.markings) take(each);
      at("last").textContent = answer.said;
      at("score").value = "";
      show();
    } catch {
      at("score-problem").textContent = text("The program does not answer. Choose the file once more when it is back.");
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
        if (answer.other) at("code-problem").append(" ", element("a", text("Mark that printing"), { href: answer.other }));
        return field.select();
      }
      place.paper = printing.data.papers.findIndex((one) => one.number === answer.copy);
      const onPage = itemsOf(paper()).map((each, i) => [each, i]).filter(([each]) => each.pieces.some((one) => one.page === answer.page));
      place.item = (onPage.find(([, i]) => isOpen(paper(), i)) ?? onPage[0] ?? [null, 0])[1];
      place.isEnd = false;
      field.value = "";
      field.blur();
      show();
    } catch {
      at("code-problem").textContent = text("The program does not answer. Try once more.");
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
      if (option) act(option.take);
    } else if (mode.totals && event.shiftKey && /^Digit[0-9]$/.test(event.code) && document.getElementById("single-keys").checked) {
      event.preventDefault();
      event.stopPropagation();
      const marks = Number(event.code.slice(5)) + 0.5;
      if (marks < item().marks) act(() => give(marks));
    }
  }, true);
  // A click on the staff of the ringed item is a note.
  for (const view of document.querySelectorAll(".marking-sheet")) {
    view.addEventListener("click", (event) => {
      const { staff, box } = piece();
      const bounds = view.getBoundingClientRect();
      const [x, y] = [(event.clientX - bounds.left) / bounds.width, (event.clientY - bounds.top) / bounds.height];
      if (!staff || x < box[0] || x > box[0] + box[2] || y < box[1] - 0.01 || y > box[1] + box[3] + 0.01) return;
      const note = staff.step + Math.round(((staff.bottom - y) / (staff.bottom - staff.top)) * 8);
      const sign = document.querySelector("[name=pad-sign]:checked").value;
      at("written").value = `${at("written").value.trimEnd()} ${printing.data.letters[((note % 7) + 7) % 7] + sign + Math.floor(note / 7)}`.trimStart();
      document.querySelector("[name=pad-sign][value='']").checked = true;
    });
  }
  at("goes-on").addEventListener("click", turn);
  addEventListener("beforeunload", (event) => isWaiting() && event.preventDefault());
  for (const image of document.querySelectorAll(".marking-sheet img")) image.addEventListener("load", () => ["student", "key"].forEach((side) => showView(at(`view-${side}`), side)));
};

// An address may name a paper and an item of it.
const goToAsked = () => {
  const asked = new URLSearchParams(location.search);
  const found = printing.data.papers.findIndex((one) => `${one.number}` === asked.get("paper"));
  if (found < 0) return;
  place.paper = found;
  place.item = Math.max(0, itemsOf(paper()).findIndex((each) => `${each.number}` === asked.get("item")));
};

const begin = async () => {
  printing.data = await (await fetch(`${address}?handler=Data`)).json();
  for (const each of printing.data.markings) take(each);
  Object.assign(mode, JSON.parse(sessionStorage.getItem(kept) ?? "{}"));
  await resume();
  const first = printing.data.papers.findIndex((one) => !one.isSpare && itemsOf(one).some((_, i) => isOpen(one, i)));
  place.paper = Math.max(0, first);
  place.item = Math.max(0, itemsOf(paper()).findIndex((_, i) => isOpen(paper(), i)));
  goToAsked();
  whenSettled(show);
  listen();
  show();
  goOn();
};

if (address) await begin();
