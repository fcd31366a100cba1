// Answers written on the figure itself: heads on a staff, signs, a signature, keys and dots. Each writes its answer into the field
// beside it, which is a whole way to answer too; notes, signs and keys that are typed there stand on the figure.
import { draw, glyphs, naturals, plainSign, readerOf, shifts } from "./practice-notes.js";
import { staffPad } from "./practice-staff.js";

// Signs after printed letters.
const letterPad = (box, pad, field) => {
  const svg = box.querySelector("svg");
  const own = draw(svg, "g", { class: "own" });
  let signs = pad.places.map(() => "");
  let at = null;
  const past = [];
  const show = () => {
    own.replaceChildren();
    for (const [i, place] of pad.places.entries()) {
      const [left, top, width, height] = place.box;
      if (i === at) draw(own, "rect", { class: "picked in-hand", x: left - width * 0.08, y: top, width: width * 0.9, height, rx: 300, "stroke-width": 180 });
      if (signs[i]) draw(own, "use", { href: `#pad-sign-${glyphs[signs[i]]}`, transform: `translate(${left + width * 0.42} ${top + height * 0.55}) scale(${height / 4200})` });
    }
    for (const button of document.querySelectorAll("[data-signs] [data-sign]")) button.setAttribute("aria-pressed", at !== null && button.dataset.sign === signs[at]);
  };
  const write = () => (field.value = pad.places.map((place, i) => place.name + (signs[i] === "n" ? "" : signs[i])).join(" "));
  const change = (next) => {
    past.push([...signs]);
    next();
    write();
    show();
  };
  svg.addEventListener("click", (event) => {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const far = ({ box: [left, top, width, height] }) => Math.hypot(point.x - left - width / 2, point.y - top - height / 2);
    at = pad.places.reduce((best, place, i) => (far(place) < far(pad.places[best]) ? i : best), 0);
    show();
    box.focus({ preventScroll: true });
  });
  const sign = (value) => at !== null && change(() => (signs[at] = value));
  box.addEventListener("keydown", (event) => {
    const ways = {
      ArrowRight: () => (at = Math.min(pad.places.length - 1, (at ?? -1) + 1)),
      ArrowLeft: () => (at = Math.max(0, (at ?? 1) - 1)),
      "#": () => sign(signs[at] === "#" ? "##" : "#"),
      "-": () => sign(signs[at] === "b" ? "bb" : "b"),
      b: () => sign(signs[at] === "b" ? "bb" : "b"),
      Backspace: () => sign(""),
    };
    if (event.altKey || event.ctrlKey || event.metaKey || !ways[event.key]) return;
    event.preventDefault();
    ways[event.key]();
    show();
  });
  const read = () => {
    const words = field.value.split(/[\s,;]+/).filter(Boolean);
    if (words.length === pad.places.length) signs = words.map((word, i) => (word.startsWith(pad.places[i].name) ? plainSign[word.slice(pad.places[i].name.length)] ?? word.slice(pad.places[i].name.length) : "")).map((word) => (word in shifts ? word : ""));
    show();
  };
  read();
  return {
    sign,
    read,
    move: () => {},
    undo: () => {
      if (past.length === 0) return;
      signs = past.pop();
      write();
      show();
    },
    clear: () => change(() => (signs = pad.places.map(() => ""))),
  };
};

// Keys and frets that sound: each that is pressed gets a name, with the sign that was chosen.
const dotPad = (box, pad, field) => {
  const svg = box.querySelector("svg");
  const own = draw(svg, "g", { class: "own" });
  let pressed = [];
  let chosen = "#";
  const noteOf = readerOf(pad.letters);
  const past = [];
  const named = (semitones, sign) => {
    const place = ((semitones % 12) + 12) % 12;
    const tryWith = (shift) => naturals.indexOf((((place - shift) % 12) + 12) % 12);
    for (const one of [sign, "", "#", "b"]) {
      const letter = tryWith(shifts[one] ?? 0);
      if (letter >= 0) return pad.letters[letter] + (one === "n" ? "" : one);
    }
    return "";
  };
  const show = () => {
    own.replaceChildren();
    for (const dot of pressed) {
      const [left, top, width, height] = pad.places[dot.i].box;
      draw(own, "ellipse", { class: dot === pressed.at(-1) ? "in-hand" : "", cx: left + width / 2, cy: top + height / 2, rx: width / 2, ry: height / 2 });
    }
    for (const button of document.querySelectorAll("[data-signs] [data-sign]")) button.setAttribute("aria-pressed", button.dataset.sign === chosen);
  };
  const write = () => {
    // What is printed there belongs to the line.
    const printed = pad.places.flatMap((place, i) => (place.given ? [{ i, name: place.given }] : []));
    const all = pressed.length === 0 ? [] : [...printed, ...pressed];
    if (pad.isInOrder) all.sort((a, b) => pad.places[a.i].semitones - pad.places[b.i].semitones);
    const names = all.map((dot) => dot.name);
    field.value = (pad.isInOrder ? names : [...new Set(names)]).join(" ");
  };
  const change = (next) => {
    past.push(structuredClone(pressed));
    next();
    write();
    show();
  };
  svg.addEventListener("click", (event) => {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const far = ({ box: [left, top, width, height] }) => Math.hypot(point.x - left - width / 2, point.y - top - height / 2);
    const i = pad.places.reduce((best, place, n) => (far(place) < far(pad.places[best]) ? n : best), 0);
    if (pad.places[i].given) return;
    change(() => {
      const known = pressed.findIndex((dot) => dot.i === i);
      if (known >= 0) pressed.splice(known, 1);
      else pressed.push({ i, name: named(pad.places[i].semitones, chosen === "" || chosen === "n" ? "" : chosen) });
    });
  });
  // Names in the order of the keys, from the lowest up.
  const read = () => {
    if (!pad.isInOrder) return;
    pressed = [];
    let from = -Infinity;
    for (const word of field.value.split(/[\s,;]+/).filter(Boolean)) {
      const said = noteOf(word);
      if (!said) break;
      const sounds = (naturals[said.letter] + (shifts[said.sign] ?? 0) + 12) % 12;
      const i = pad.places.findIndex((place) => place.semitones > from && place.semitones % 12 === sounds);
      if (i < 0) break;
      from = pad.places[i].semitones;
      if (!pad.places[i].given) pressed.push({ i, name: pad.letters[said.letter] + said.sign });
    }
    show();
  };
  read();
  show();
  return {
    read,
    move: () => {},
    // The sign counts for the last key pressed, where it can have that name, and for the next.
    sign: (value) => {
      chosen = value;
      if (pressed.length > 0) change(() => (pressed.at(-1).name = named(pad.places[pressed.at(-1).i].semitones, value === "n" ? "" : value)));
      show();
    },
    undo: () => {
      if (past.length === 0) return;
      pressed = past.pop();
      write();
      show();
    },
    clear: () => change(() => (pressed = [])),
  };
};

// Notes that stand there are picked, or two neighbours as a pair.
const pickPad = (box, pad, field) => {
  const svg = box.querySelector("svg");
  const own = draw(svg, "g", { class: "own" });
  let picked = new Set();
  const past = [];
  const middle = (column) => column.top + ((8 - (column.step - pad.bottomLine)) * pad.space) / 2;
  const show = () => {
    own.replaceChildren();
    for (const i of picked) {
      const column = pad.columns[i];
      if (pad.way === "pick") draw(own, "path", { class: "rule", d: `M${column.x - pad.space} ${middle(column) + pad.space}L${column.x + pad.space} ${middle(column) - pad.space}`, "stroke-width": pad.space * 0.25 });
      else {
        const low = Math.max(column.top + 4 * pad.space, middle(column), middle(pad.columns[i + 1])) + pad.space;
        draw(own, "path", { class: "rule", d: `M${column.x} ${low}q${(pad.columns[i + 1].x - column.x) / 2} ${pad.space * 1.6} ${pad.columns[i + 1].x - column.x} 0`, "stroke-width": pad.space * 0.2 });
      }
    }
  };
  const write = () => {
    const all = [...picked].sort((a, b) => a - b);
    field.value = all.map((i) => (pad.way === "pick" ? pad.columns[i].given : `${pad.columns[i].given}-${pad.columns[i + 1].given}`)).join(pad.way === "pick" ? " " : ", ");
  };
  const change = (next) => {
    past.push(new Set(picked));
    next();
    write();
    show();
  };
  svg.addEventListener("click", (event) => {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const count = pad.way === "pick" ? pad.columns.length : pad.columns.length - 1;
    const x = (i) => (pad.way === "pick" ? pad.columns[i].x : (pad.columns[i].x + pad.columns[i + 1].x) / 2);
    let best = 0;
    for (let i = 1; i < count; i++) if (Math.abs(x(i) - point.x) + Math.abs(pad.columns[i].top - point.y) * 0.2 < Math.abs(x(best) - point.x) + Math.abs(pad.columns[best].top - point.y) * 0.2) best = i;
    change(() => (picked.has(best) ? picked.delete(best) : picked.add(best)));
  });
  return {
    read: () => {},
    move: () => {},
    sign: () => {},
    undo: () => {
      if (past.length === 0) return;
      picked = past.pop();
      write();
      show();
    },
    clear: () => change(() => (picked = new Set())),
  };
};

// Words in places of the figure, each with a field of its own: a tap leads to the field, and what is typed stands in the place.
const wordPad = (box, pad, fields) => {
  const svg = box.querySelector("svg");
  const own = draw(svg, "g", { class: "own" });
  const show = () => {
    own.replaceChildren();
    for (const [i, { x, y, size }] of pad.places.entries()) {
      const word = fields[i].value.trim();
      if (fields[i] === document.activeElement) draw(own, "path", { class: "rule in-hand", d: `M${x - size} ${y + size / 3}h${2 * size}`, "stroke-width": size / 6 });
      if (word) draw(own, "text", { class: "word", x, y, "font-size": Math.min(size, (3.6 * size) / word.length) }).textContent = word;
    }
  };
  svg.addEventListener("click", (event) => {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const far = ({ x, y, size }) => Math.hypot(point.x - x, point.y - y + size / 3);
    fields[pad.places.reduce((best, place, i) => (far(place) < far(pad.places[best]) ? i : best), 0)].focus?.();
  });
  for (const field of fields) for (const change of ["input", "focus", "blur"]) field.addEventListener?.(change, show);
  show();
};

const makers = { notes: staffPad, signs: staffPad, letters: letterPad, dots: dotPad, pick: pickPad, pairs: pickPad };

/** Makes the figure of a question take what is written on it. */
export const fill = (root) => {
  for (const hidden of root.querySelectorAll("[data-hears]")) hidden.hidden = false;
  const box = root.querySelector("[data-pad]");
  if (!box) return;
  const pad = JSON.parse(box.dataset.pad);
  if (pad.way === "words") {
    const written = box.dataset.written?.split("\n").map((value) => ({ value }));
    wordPad(box, pad, written ? pad.places.map((_, i) => written[i] ?? { value: "" }) : [...root.querySelectorAll("[name=line]")]);
    return;
  }
  // What was written once stands there, and is not written over.
  if ("written" in box.dataset) {
    box.querySelector("svg").style.pointerEvents = "none";
    const before = Object.assign(document.createElement("input"), { value: box.dataset.written });
    makers[pad.way](box, pad, before);
    return;
  }
  const field = root.querySelector("#written");
  if (!field) return;
  box.tabIndex = 0;
  const made = makers[pad.way](box, pad, field);
  for (const hidden of root.querySelectorAll("[data-signs], [data-tools]")) hidden.hidden = false;
  field.addEventListener("input", made.read);
  root.querySelector("#question")?.addEventListener("click", (event) => {
    const button = event.target.closest("button");
    if (button?.dataset.sign !== undefined) made.sign(button.dataset.sign);
    if (button?.dataset.move) made.move(Number(button.dataset.move));
    if (button && "undo" in button.dataset) made.undo();
    if (button && "clear" in button.dataset) made.clear();
  });
};
