import { draw, glyphs, readerOf, spelled } from "./practice-notes.js";

// Heads and signs on a staff.
export const staffPad = (box, pad, field) => {
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
        // Where a part of the line is printed, its places are counted with it.
        if (state.ringed?.includes(pad.columns.length > places.length || pad.way === "signs" ? places[i].i + 1 : number)) draw(own, "ellipse", { class: "ringed", cx: x - pad.space * 0.3, cy: at, rx: pad.space * 2.1, ry: pad.space * 1.5, "stroke-width": pad.space * 0.22 });
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
