// Answers written on the figure itself: heads on a staff, signs, a signature, keys and dots. Each writes its answer into the field
// beside it, which is a whole way to answer too; notes, signs and keys that are typed there stand on the figure.
const naturals = [0, 2, 4, 5, 7, 9, 11];
const shifts = { bb: -2, b: -1, n: 0, "": 0, "#": 1, "##": 2 };
const glyphs = { bb: "bb", b: "b", n: "n", "#": "s", "##": "ss" };
const xmlns = "http://www.w3.org/2000/svg";

const draw = (parent, name, attributes) => {
  const made = document.createElementNS(xmlns, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  parent.append(made);
  return made;
};

// Letters have the names of the house style, in which the answer is read: German B is H here, and its flat Hb.
const spelled = (names, note, octaves) => names[((note.step % 7) + 7) % 7] + (note.sign === "n" ? (octaves ? "n" : "") : note.sign) + (octaves ? Math.floor(note.step / 7) : "");
const plainSign = { "♭♭": "bb", "♭": "b", "♯": "#", "♮": "n", "𝄫": "bb", "𝄪": "##", x: "##" };

// What a word says of a note: its letter, its sign, and its octave where it has one; null where it is none.
const readerOf = (names) => {
  const pattern = new RegExp(`^(${[...names].sort((a, b) => b.length - a.length).join("|")})(bb|##|x|b|#|n|♭♭|♭|♯|♮|𝄫|𝄪)?(-?\\d)?$`, "iu");
  return (word) => {
    const match = pattern.exec(word);
    if (!match) return null;
    const sign = match[2]?.toLowerCase() ?? "";
    return { letter: names.findIndex((name) => name.toLowerCase() === match[1].toLowerCase()), sign: plainSign[sign] ?? sign, octave: match[3] === undefined ? null : Number(match[3]) };
  };
};

// Heads and signs on a staff.
const staffPad = (box, pad, field) => {
  const svg = box.querySelector("svg");
  const own = draw(svg, "g", { class: "own" });
  const noteOf = readerOf(pad.letters);
  const places = pad.columns.map((column, i) => ({ ...column, i })).filter((column) => pad.way === "signs" || column.given === null || column.given === undefined);
  let state = { notes: places.map(() => []), signature: [], at: null };
  const past = [];

  const y = (top, step) => top + ((8 - (step - pad.bottomLine)) * pad.space) / 2;

  const glyph = (name, x, at, css) => draw(own, "use", { href: `#pad-${name}`, transform: `translate(${x} ${at}) scale(${pad.space / 1000})`, ...(css ? { class: css } : {}) });

  const ledgers = (x, top, step) => {
    const place = step - pad.bottomLine;
    const reach = (pad.head * pad.space) / 1000;
    for (let line = -2; line >= place; line -= 2) draw(own, "path", { class: "rule", d: `M${x - reach * 0.8} ${y(top, pad.bottomLine + line)}h${reach * 1.6}`, "stroke-width": pad.space * 0.16 });
    for (let line = 10; line <= place; line += 2) draw(own, "path", { class: "rule", d: `M${x - reach * 0.8} ${y(top, pad.bottomLine + line)}h${reach * 1.6}`, "stroke-width": pad.space * 0.16 });
  };

  const show = () => {
    own.replaceChildren();
    const half = (pad.head * pad.space) / 2000;
    for (const [i, sign] of state.signature.entries()) glyph(`sign-${glyphs[sign.sign]}`, pad.signs[i] ?? pad.signs.at(-1), y(pad.staffTop, sign.step), state.at?.signature === i ? "in-hand" : null);
    let number = 0;
    for (const [i, notes] of state.notes.entries()) {
      for (const [n, note] of notes.entries()) {
        const { x, top } = places[i];
        const css = state.at?.column === i && state.at.note === n ? "in-hand" : null;
        const at = y(top, note.step);
        if (pad.way !== "signs") {
          glyph("head", x - half, at, css);
          ledgers(x, top, note.step);
        }
        if (note.sign) glyph(`sign-${glyphs[note.sign]}`, x - half - pad.space * (note.sign === "bb" ? 2.1 : 1.45), at, css);
        number++;
        if (state.ringed?.includes(pad.way === "signs" ? places[i].i + 1 : number)) draw(own, "ellipse", { class: "ringed", cx: x - pad.space * 0.3, cy: at, rx: pad.space * 2.1, ry: pad.space * 1.5, "stroke-width": pad.space * 0.22 });
      }
    }
    const sign = state.at ? (state.at.signature === undefined ? state.notes[state.at.column]?.[state.at.note]?.sign : state.signature[state.at.signature]?.sign) : null;
    for (const button of document.querySelectorAll("[data-signs] [data-sign]")) button.setAttribute("aria-pressed", sign !== null && sign !== undefined && button.dataset.sign === sign);
  };

  const write = () => {
    const notes = state.notes.flatMap((column) => [...column].sort((a, b) => a.step - b.step));
    const line = (pad.way === "signs" ? notes.map((note) => spelled(pad.letters, note, false)) : notes.map((note) => spelled(pad.letters, note, pad.octaves))).join(" ");
    const signs = state.signature;
    const before = signs.length === 0 ? "" : pad.counted ? `${signs.length}${signs[0].sign}` : signs.map((sign) => spelled(pad.letters, sign, false)).join(" ");
    field.value = before && line ? `${before}${pad.counted ? "; " : ": "}${line}` : before || line;
  };

  const change = (next) => {
    past.push(structuredClone(state));
    next();
    state.ringed = null;
    write();
    show();
  };

  // What is typed stands on the staff, note by note; a name without its octave goes near the one before it.
  const read = () => {
    const [before, after] = field.value.includes(":") ? field.value.split(":", 2) : field.value.includes(";") ? field.value.split(";", 2) : [null, field.value];
    const onlySignature = pad.columns.length === 0;
    const words = (after ?? "").split(/[\s,;]+/).filter(Boolean);
    const notes = places.map(() => []);
    let near = pad.bottomLine + 2;
    if (!onlySignature)
      for (const [i, word] of words.entries()) {
        const said = noteOf(word);
        if (!said) break;
        const { letter, sign, octave } = said;
        const column = pad.isChord ? 0 : i;
        if (column >= places.length) break;
        let step = pad.way === "signs" ? places[column].step : octave === null ? letter + 7 * Math.round((near - letter) / 7) : letter + 7 * octave;
        if (octave === null && i > 0 && pad.isChord && step <= near) step += 7;
        notes[column].push({ step, sign });
        near = step;
      }
    // By its signs, or by their number.
    const counted = /^\s*(\d)\s*(b|#|flats?|sharps?)/.exec(before ?? "");
    const order = counted && (/^[b]|^flat/.test(counted[2]) ? [6, 2, 5, 1, 4, 0, 3].map((letter) => `${pad.letters[letter]}b`) : [3, 0, 4, 1, 5, 2, 6].map((letter) => `${pad.letters[letter]}#`));
    const signWords = counted ? order.slice(0, Number(counted[1])) : ((onlySignature ? after : before)?.split(/[\s,;]+/).filter(Boolean) ?? []);
    const signature = [];
    for (const word of signWords) {
      const said = noteOf(word);
      if (!said?.sign) break;
      signature.push({ step: placed(said.letter), sign: said.sign });
    }
    state = { notes, signature, at: null, ringed: state.ringed };
    show();
  };

  // Within the staff, near the middle.
  const placed = (letter) => letter + 7 * Math.round((pad.bottomLine + 5 - letter) / 7);

  const inHand = () => (!state.at ? null : state.at.signature === undefined ? state.notes[state.at.column]?.[state.at.note] : state.signature[state.at.signature]);

  const point = (event) => {
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    return at;
  };

  const stepAt = (top, at) => Math.max(pad.bottomLine + pad.lowest, Math.min(pad.bottomLine + pad.highest, pad.bottomLine + Math.round(8 - ((at - top) * 2) / pad.space)));

  const nearest = (at) => {
    let best = 0;
    for (const [i, place] of places.entries()) {
      const far = (one) => Math.abs(one.x - at.x) + (Math.abs(one.top + 2 * pad.space - at.y) > 8 * pad.space ? 1e6 : 0);
      if (far(place) < far(places[best])) best = i;
    }
    return best;
  };

  svg.addEventListener("pointerdown", (event) => {
    if (event.button !== 0) return;
    const at = point(event);
    box.focus({ preventScroll: true });
    // Before the first place stands the signature.
    if (pad.signs.length > 0 && (places.length === 0 || (at.x < places[0].x - pad.space * 2.4 && Math.abs(at.y - pad.staffTop - 2 * pad.space) < 6 * pad.space))) {
      if (state.signature.length >= pad.signs.length) return;
      const kind = state.signature[0]?.sign ?? (document.querySelector("[data-signs] [data-sign=b][aria-pressed=true]") ? "b" : "#");
      change(() => {
        state.signature.push({ step: stepAt(pad.staffTop, at.y), sign: kind });
        state.at = { signature: state.signature.length - 1 };
      });
    } else if (places.length > 0) {
      const column = nearest(at);
      const step = stepAt(places[column].top, at.y);
      const known = state.notes[column].findIndex((note) => note.step === step);
      if (pad.way === "signs") {
        change(() => {
          state.notes[column][0] ??= { step: places[column].step, sign: "" };
          state.at = { column, note: 0 };
        });
        return;
      }
      if (known >= 0) {
        state.at = { column, note: known };
        show();
      } else
        change(() => {
          if (!pad.isChord) state.notes[column] = [];
          state.notes[column].push({ step, sign: "" });
          state.at = { column, note: state.notes[column].length - 1 };
        });
    } else return;
    event.preventDefault();
    svg.setPointerCapture(event.pointerId);
    const top = state.at.signature === undefined ? places[state.at.column].top : pad.staffTop;
    const drag = (moved) => {
      const note = inHand();
      const step = stepAt(top, point(moved).y);
      if (!note || note.step === step || pad.way === "signs") return;
      note.step = step;
      state.ringed = null;
      write();
      show();
    };
    svg.addEventListener("pointermove", drag);
    const end = () => svg.removeEventListener("pointermove", drag);
    svg.addEventListener("pointerup", end, { once: true });
    svg.addEventListener("pointercancel", end, { once: true });
  });

  const sign = (value) => {
    const note = inHand();
    if (!note) {
      for (const button of document.querySelectorAll("[data-signs] [data-sign]")) button.setAttribute("aria-pressed", button.dataset.sign === value);
      return;
    }
    change(() => {
      // A signature has one kind of sign.
      if (state.at.signature !== undefined) for (const one of state.signature) one.sign = value === "b" ? "b" : "#";
      else inHand().sign = value;
    });
  };

  const move = (by) => inHand() && pad.way !== "signs" && change(() => (inHand().step += by));

  const byLetter = (letter) => {
    const next = state.at?.signature === undefined && state.at ? Math.min(places.length - 1, state.at.column + (pad.isChord ? 0 : 1)) : state.notes.findIndex((notes) => notes.length === 0);
    const column = next < 0 ? places.length - 1 : next;
    if (column < 0) return;
    const before = state.at && state.notes[state.at.column]?.[state.at.note]?.step;
    const near = before ?? pad.bottomLine + 2;
    const step = letter + 7 * Math.round((near + (before ? 1 : 0) - letter) / 7);
    change(() => {
      if (!pad.isChord) state.notes[column] = [];
      state.notes[column].push({ step, sign: "" });
      state.at = { column, note: state.notes[column].length - 1 };
    });
  };

  const take = () =>
    change(() => {
      if (state.at?.signature !== undefined) state.signature.splice(state.at.signature, 1);
      else if (state.at) state.notes[state.at.column].splice(state.at.note, 1);
      const column = state.at?.column ?? state.notes.findLastIndex((notes) => notes.length > 0);
      const last = state.notes.slice(0, (column ?? -1) + 1).findLastIndex((notes) => notes.length > 0);
      state.at = last >= 0 ? { column: last, note: state.notes[last].length - 1 } : null;
    });

  box.addEventListener("keydown", (event) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const key = event.key.toUpperCase();
    const letter = pad.letters.includes(key) ? pad.letters.indexOf(key) : "CDEFGAB".indexOf(key);
    const ways = {
      ArrowUp: () => move(event.shiftKey ? 7 : 1),
      ArrowDown: () => move(event.shiftKey ? -7 : -1),
      Backspace: take,
      Delete: take,
      "#": () => sign(inHand()?.sign === "#" ? "##" : "#"),
      "-": () => sign(inHand()?.sign === "b" ? "bb" : "b"),
      n: () => sign("n"),
    };
    const way = pad.way !== "signs" && event.key.length === 1 && letter >= 0 ? () => byLetter(letter) : ways[event.key];
    if (event.key === "ArrowLeft" || event.key === "ArrowRight") {
      const from = state.at?.column ?? (event.key === "ArrowLeft" ? places.length : -1);
      const column = Math.max(0, Math.min(places.length - 1, from + (event.key === "ArrowLeft" ? -1 : 1)));
      if (pad.way === "signs" && !state.notes[column]?.[0]) state.notes[column] = [{ step: places[column].step, sign: "" }];
      state.at = state.notes[column]?.length ? { column, note: 0 } : state.at;
      show();
      event.preventDefault();
    } else if (way) {
      way();
      event.preventDefault();
    }
  });

  state.ringed = (box.dataset.ringed ?? "").split(" ").filter(Boolean).map(Number);
  read();
  return {
    sign,
    move,
    read,
    undo: () => {
      if (past.length === 0) return;
      state = past.pop();
      write();
      show();
    },
    clear: () => change(() => (state = { notes: places.map(() => []), signature: [], at: null })),
  };
};

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

const makers = { notes: staffPad, signs: staffPad, letters: letterPad, dots: dotPad, pick: pickPad, pairs: pickPad };

/** Makes the figure of a question take what is written on it. */
export const fill = (root) => {
  const box = root.querySelector("[data-pad]");
  if (!box) return;
  const pad = JSON.parse(box.dataset.pad);
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
