// Practice: a student's way through every kind of question by taps, by keys and by typing, without a network for a while, and the
// teacher who watches.
import assert from "node:assert/strict";
import { test } from "node:test";
import { violations, watch } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();

// Puts a recipe on the desk and opens it for practice, for a class with these names or for whoever has the code.
const open = async (recipe, { names = [], settings = async () => {} } = {}) => {
  const { page, server } = at;
  const group = names.length > 0 ? (await at.newClass(`Class of ${recipe.title}`, names.join("\n"))).split("/").pop() : "";
  await page.goto(server.address);
  await page.locator(".desk-more > summary").click();
  await page.locator("#file").setInputFiles({ name: "sheet.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify({ gavvet: 1, seed: 3, ...recipe })) });
  await page.getByRole("button", { name: "Bring in", exact: true }).click();
  await at.bench();
  const sheet = new URL(page.url()).pathname.split("/").pop();
  await page.goto(`${server.address}/practices/new?sheet=${sheet}&group=${group}`);
  await settings(page);
  assert.deepEqual(await violations(page), []);
  await page.getByRole("button", { name: "Open it", exact: true }).click();
  await page.waitForURL(/practices\/[0-9a-f]{32}/);
  return { address: page.url(), code: (await page.locator(".practice-big-code").textContent()).trim() };
};

// A student with a browser of their own; a phone where nothing else is said.
const comeIn = async (code, { name = null, ...options } = {}) => {
  const context = await at.browser.newContext({ viewport: { width: 390, height: 844 }, userAgent: "Mobile", ...options });
  const page = await context.newPage();
  const complained = watch(page, at.server.address);
  await page.goto(`${at.server.address}/practice`);
  await page.locator("#code").fill(code.toLowerCase());
  await page.keyboard.press("Enter");
  if (name) await page.getByRole("button", { name, exact: true }).click();
  await page.waitForURL("**/practice/now");
  return { page, context, complained };
};

// What is said of an answer, or of what cannot be read.
const verdict = (page) => page.locator(".practice-verdict, #answer-problem:not(:empty)").first().textContent({ timeout: 5_000 });
// The questions of the sheet by their addresses: what was missed comes back between them.
const questionsOf = (page) => page.locator(".practice-note").evaluateAll((notes) => notes.map((note) => note.getAttribute("href")));
const go = async (page, address) => {
  // Asked for again, the one that is there would be fetched anew, and what is typed meanwhile would go with it.
  if (await page.locator(`.practice-note[href="${address}"][aria-current="step"]`).count()) return;
  await page.locator(`.practice-note[href="${address}"]`).click();
  await page.waitForFunction((wanted) => document.querySelector(`.practice-note[href="${wanted}"]`)?.getAttribute("aria-current") === "step", address);
};
const check = async (page) => {
  const before = await page.locator("#now").evaluate((element) => (element.dataset.seen = "1"));
  await page.getByRole("button", { name: "Check" }).click();
  await page.waitForFunction(() => !document.getElementById("now").dataset.seen || document.getElementById("answer-problem")?.textContent);
  return before;
};

const letters = "CDEFGAB";
const plain = (text) => text.replaceAll("♭", "b").replaceAll("♯", "#").replaceAll("𝄪", "##").replaceAll("𝄫", "bb").replaceAll("♮", "n");

// Taps what an answer says onto its figure, as a finger does.
const tap = async (page, answer) => {
  const box = page.locator("[data-pad]");
  const pad = JSON.parse(await box.getAttribute("data-pad"));
  const at = async (x, y) => {
    const place = await box.locator("svg").first().evaluate((svg, [x, y]) => {
      svg.scrollIntoView({ block: "center", behavior: "instant" });
      const point = new DOMPoint(x, y).matrixTransform(svg.getScreenCTM());
      return [point.x, point.y];
    }, [x, y]);
    await page.mouse.click(...place);
  };
  const sign = async (value) => page.locator(`[data-signs] [data-sign="${value}"]`).click();
  if (pad.way === "notes") {
    const y = (top, step) => top + ((8 - (step - pad.bottomLine)) * pad.space) / 2;
    const [before, notes] = answer.includes(": ") ? answer.split(": ") : pad.columns.length === 0 ? [answer, ""] : ["", answer];
    for (const [i, word] of before.split(" ").filter(Boolean).entries()) {
      const letter = letters.indexOf(word[0]);
      const step = letter + 7 * Math.round((pad.bottomLine + 5 - letter) / 7);
      await at(pad.signs[i] + pad.space * 0.4, y(pad.staffTop, step));
      if (i === 0 && word[1] === "b") await sign("b");
    }
    const free = pad.columns.filter((column) => column.given === undefined);
    let near = null;
    for (const [i, word] of notes.split(" ").filter(Boolean).entries()) {
      const [, letter, accidental] = /^([A-G])(bb|##|b|#|n)?$/.exec(word);
      const number = letters.indexOf(letter);
      near = near === null ? number + 7 * Math.round((pad.bottomLine + 1 - number) / 7) : number + 7 * Math.ceil((near + 1 - number) / 7 - (i > 0 && number === near % 7 ? 1 : 0));
      const column = free[pad.isChord ? 0 : i];
      await at(column.x, y(column.top, near));
      if (accidental) await sign(accidental);
    }
  } else if (pad.way === "letters") {
    for (const [i, word] of answer.split(" ").entries()) {
      if (word === pad.places[i].name) continue;
      const [left, top, width, height] = pad.places[i].box;
      await at(left + width / 2, top + height / 2);
      await sign(word.slice(1));
    }
  } else if (pad.way === "dots") {
    const place = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
    const shift = { "": 0, "#": 1, b: -1, "##": 2, bb: -2 };
    let lowest = 0;
    for (const word of pad.isInOrder ? answer.split(" ") : new Set(answer.split(" "))) {
      const semitones = (place[word[0]] + shift[word.slice(1)] + 12) % 12;
      const key = pad.places.find((one) => one.semitones >= lowest && one.semitones % 12 === semitones && !one.given) ?? pad.places.find((one) => one.semitones % 12 === semitones);
      if (pad.isInOrder) lowest = key.semitones;
      await at(key.box[0] + key.box[2] / 2, key.box[1] + key.box[3] / 2);
      await sign(word.slice(1));
    }
  } else {
    const words = answer.split(pad.way === "pick" ? " " : ", ").map((word) => word.split(/[–-]/)[0]);
    let from = 0;
    for (const word of words) {
      const i = pad.columns.findIndex((column, n) => n >= from && column.given === word);
      from = i + 1;
      const column = pad.columns[i];
      await at(pad.way === "pick" ? column.x : (column.x + pad.columns[i + 1].x) / 2, column.top + pad.space * 2);
    }
  }
};

// Keys with a little to do in them; some kinds are about few keys, or about other scales.
const sectionOf = (kind) => ({
  kind,
  ...(kind === "scale-facts" ? { scales: ["whole-tone"] } : {}),
  ...(/^enharmonic-(scale|key)$/.test(kind) ? { keys: { flats: 6, sharps: 6 } } : { keys: { flats: 2, sharps: 2, omitPlaces: ["C"] } }),
  count: 1,
});

// One gives up each question and so learns the answers; another writes them, by taps where the figure takes them.
const throughAll = async (title, kinds) => {
  const { code } = await open({ title, sections: kinds.map(sectionOf) });
  const shown = await comeIn(code);
  const { page, context, complained } = await comeIn(code);
  const questions = await questionsOf(page);
  let [tapped, placed] = [0, 0];
  for (const [number, question] of questions.entries()) {
    await go(shown.page, question);
    assert.equal(await shown.page.locator(".practice-key").count(), 0);
    const [hint, answer] = [shown.page.getByRole("button", { name: "Show a step" }), shown.page.getByRole("button", { name: "Show the answer" })];
    if (!(await answer.count())) {
      await hint.click();
      await answer.waitFor();
    }
    await answer.click();
    await shown.page.locator(".practice-key").waitFor();
    const right = plain(await shown.page.locator(".practice-key > .practice-prompt").last().textContent());
    const asked = await shown.page.locator(".practice-words").first().textContent();
    await go(page, question);
    const needsSignature = /key signature/i.test(asked);
    const figure = page.locator("[data-pad]");
    const lines = page.locator("[name=line]");
    if (await lines.count()) {
      const parts = right.includes(";") ? right.split("; ") : right.includes(": ") && (await lines.count()) === 2 ? right.split(": ") : right.split(/[\s–-]+/);
      // By keys alone, from one line to the next; what is typed stands on the figure, where it has a place.
      await lines.first().focus();
      const words = parts.map((part) => part.replace(/^(note|at \d+ o’clock) /, ""));
      for (const [i] of (await lines.all()).entries()) {
        if (i > 0) await page.keyboard.press("Tab");
        await page.keyboard.type(words[i]);
      }
      if (await figure.count()) {
        assert.deepEqual(await figure.locator(".word").allTextContents(), words.slice(0, await lines.count()));
        // A tap on a place leads to its line.
        const [first] = JSON.parse(await figure.getAttribute("data-pad")).places;
        await figure.locator("svg").evaluate((svg, { x, y }) => {
          const point = new DOMPoint(x, y).matrixTransform(svg.getScreenCTM());
          svg.dispatchEvent(new MouseEvent("click", { bubbles: true, clientX: point.x, clientY: point.y }));
        }, first);
        assert.ok(await lines.first().evaluate((line) => line === document.activeElement));
        placed += 1;
      }
    } else if ((await figure.count()) && !needsSignature && /^[A-G#bn\s,–-]+$/.test(right)) {
      await tap(page, right);
      tapped += 1;
    } else {
      await page.locator("#written").focus();
      await page.keyboard.type(right);
    }
    const written = (await lines.count()) ? "" : await page.locator("#written").inputValue();
    await check(page);
    assert.match(await verdict(page), /^Right/, `${kinds[number]}, ${asked}: ${right}, written ${written}`);
    if (number % 8 === 0) assert.deepEqual(await violations(page), []);
  }
  assert.deepEqual(complained, []);
  await context.close();
  await shown.context.close();
  return [tapped, placed];
};

test("every kind is answered right by keys alone, and those on a figure by taps, on a phone; nothing is right before its time", { timeout: 240_000 }, async () => {
  const specimens = await (await at.page.request.get(`${at.server.address}/specimens`)).text();
  const all = [...new Set([...specimens.matchAll(/kind(?:"|&quot;):(?:"|&quot;)([a-z-]+)/g)].map(([, kind]) => kind))];
  assert.ok(all.length >= 60, `${all.length} kinds on the specimens`);
  const asked = all.filter((kind) => kind !== "free-text");
  const ways = [];
  for (let from = 0; from < asked.length; from += 20) ways.push(await throughAll(`Kinds from ${from}`, asked.slice(from, from + 20)));
  const [tapped, placed] = ways.reduce(([one, other], [taps, places]) => [one + taps, other + places]);
  assert.ok(tapped >= 12 && placed >= 3, `${tapped} by taps, ${placed} with words on the figure`);
});

const minors = { title: "Minors", sections: [{ kind: "write-scale", scales: ["harmonic-minor"], keys: { flats: 2, sharps: 2 }, clefs: ["treble"], count: 3 }, { kind: "relative-key", keys: { flats: 3, sharps: 3 }, count: 1 }] };

// The harmonic minor on the tonic that is asked for.
const harmonic = { A: "A B C D E F G# A", D: "D E F G A Bb C# D", E: "E F# G A B C D# E", G: "G A Bb C D Eb F# G", B: "B C# D E F# G A# B" };
const asked = async (page) => /([A-G]) harmonic/.exec(await page.locator(".practice-prompt").first().textContent())[1];

test("by keys alone: the code, the name, notes and signs on the staff, a ring where to look, a step, and right with help", async () => {
  const { address, code } = await open(minors, { names: ["Änne", "Bo"], settings: (setting) => setting.locator("#tries").fill("3") });
  const { page, context, complained } = await comeIn(code, { name: "Bo", viewport: { width: 1280, height: 800 }, userAgent: undefined });
  const tonic = await asked(page);
  await page.locator("[data-pad]").focus();
  for (const letter of harmonic[tonic].replaceAll(/[#b]/g, "").split(" ")) await page.keyboard.press(letter.toLowerCase());
  assert.match(await page.locator("#written").inputValue(), new RegExp(`^${tonic}\\d`));
  // Heard before anybody judges it.
  await page.getByRole("button", { name: "Hear what you write" }).press("Enter");
  await page.locator("[data-hears][data-played^='written 8']").waitFor();
  await page.locator("#written").focus();
  await page.keyboard.press("Enter");
  await page.locator(".practice-verdict", { hasText: "Not yet" }).waitFor();
  // One sign too many is ringed, and the sentence names no note.
  const words = harmonic[tonic].split(" ");
  await page.locator("#written").fill([words[0], words[1], words[2], `${words[3]}#`, ...words.slice(4)].join(" "));
  await page.keyboard.press("Enter");
  await page.locator("[data-pad] .ringed").waitFor();
  assert.equal(await page.locator("[data-pad] .ringed").count(), 1);
  assert.match(await page.locator("[data-said]").textContent(), /accidental/);
  await page.locator("#written").fill(words.map((word) => word[0]).join(" "));
  assert.equal(await page.locator(".practice-key").count(), 0);
  assert.match(await page.locator("#practice-said").textContent(), /Not yet/);
  assert.deepEqual(await violations(page), []);
  // The teacher sees it as it happens.
  const row = at.page.locator(".practice-table tr", { hasText: "Bo" });
  await row.locator("td.is-begun").first().waitFor();
  await page.getByRole("button", { name: "Show a step" }).press("Enter");
  await page.locator(".practice-hints li").first().waitFor();
  // Signs by keys: from head to head, the sharp and the flat by their own.
  await page.locator("[data-pad]").focus();
  for (const [i, word] of harmonic[tonic].split(" ").entries()) {
    await page.keyboard.press(i === 0 ? "ArrowLeft" : "ArrowRight");
    for (let back = 0; i === 0 && back < 8; back += 1) await page.keyboard.press("ArrowLeft");
    if (word[1]) await page.keyboard.press(word[1] === "#" ? "#" : "-");
  }
  assert.equal((await page.locator("#written").inputValue()).replaceAll(/-?\d/g, ""), harmonic[tonic]);
  await page.locator("#written").focus();
  await page.keyboard.press("Enter");
  await page.locator(".practice-key").waitFor();
  assert.equal(await verdict(page), "Right");
  assert.equal(await page.evaluate(() => document.activeElement.textContent.trim()), "Next question");
  assert.deepEqual(await violations(page), []);
  await row.locator("td.is-helped").waitFor();
  assert.equal(at.page.url(), address);
  assert.deepEqual(await violations(at.page), []);
  // It comes back in another key after three others.
  assert.equal(await page.locator(".practice-note").count(), 5);
  assert.deepEqual(complained, []);
  await context.close();
});

test("without a network answers are kept in their order and judged when it is back; what waits has no name", async () => {
  const { code } = await open({ ...minors, title: "Away" }, { names: ["Änne"] });
  const { page, context } = await comeIn(code, { name: "Änne" });
  const first = await asked(page);
  // A phone on a slow line has it soon: all but the faces, before what is fetched ahead.
  await page.waitForLoadState("networkidle");
  const sizes = await page.evaluate(() => [...performance.getEntriesByType("navigation"), ...performance.getEntriesByType("resource")].filter((entry) => !/fonts\/|handler=Ahead/.test(entry.name)).map((entry) => [entry.name.split("/").pop(), entry.encodedBodySize]));
  const firstLoad = sizes.reduce((sum, [, size]) => sum + size, 0);
  assert.ok(firstLoad > 10_000 && firstLoad < 60 * 1024, JSON.stringify(sizes));
  await context.setOffline(true);
  await page.locator("#written").fill(harmonic[first]);
  await page.getByRole("button", { name: "Check" }).click();
  await page.locator("#practice-kept", { hasText: "kept here" }).waitFor();
  // The next question stands there all the same.
  await page.waitForFunction(() => document.getElementById("question-title").textContent.startsWith("Question 2"));
  await page.locator("#written").fill("C D E");
  await page.getByRole("button", { name: "Check" }).click();
  await page.locator("#practice-kept", { hasText: "2 answers" }).waitFor();
  const waiting = await page.evaluate(() => localStorage.getItem("gavvet-practice-kept"));
  assert.ok(!waiting.includes("Änne"));
  assert.deepEqual(JSON.parse(waiting).map((one) => one.body.written), [harmonic[first], "C D E"]);
  await context.setOffline(false);
  await page.locator(".practice-note.is-right").waitFor({ timeout: 15_000 });
  await page.locator(".practice-note.is-begun").waitFor();
  await page.waitForFunction(() => document.getElementById("practice-kept").textContent === "");
  await context.close();
});

test("the end says what is secure and what is not, three more are to be had, and closing is at once", async () => {
  const { code } = await open({ ...minors, title: "To the end" });
  const { page, context } = await comeIn(code);
  for (let i = 0; i < 4; i += 1) {
    if (i === 3) {
      await page.locator("[name=line]").fill("no note");
      await page.getByRole("button", { name: "Check" }).click();
      await page.locator("#answer-problem:not(:empty)").waitFor();
      assert.equal(await page.locator("[name=line]").inputValue(), "no note");
      await page.getByRole("button", { name: "Show a step" }).click();
      await page.getByRole("button", { name: "Show the answer" }).click();
    } else {
      await page.locator("#written").fill(harmonic[await asked(page)]);
      await page.getByRole("button", { name: "Check" }).click();
    }
    await page.locator(".practice-key").waitFor();
    await page.locator("[data-next]").click();
    await page.waitForFunction((last) => document.querySelector(".practice-end") || !document.getElementById("question-title").textContent.startsWith(`Question ${last}`), i + 1);
  }
  // The key that was missed, in another one.
  await page.locator("h2", { hasText: "once more, in another key" }).waitFor();
  await page.getByRole("button", { name: "Show a step" }).click();
  await page.getByRole("button", { name: "Show the answer" }).click();
  await page.getByRole("link", { name: "To the end" }).click();
  await page.locator(".practice-sums").waitFor();
  assert.match(await page.locator(".practice-sums").textContent(), /Right at the first try.*harmonic minor.*To look at once more/s);
  assert.deepEqual(await violations(page), []);
  await page.getByRole("button", { name: /Three more like question 4/ }).click();
  await page.waitForFunction(() => document.querySelectorAll(".practice-note").length === 8);
  await at.page.getByRole("button", { name: "Close it now" }).click();
  await at.page.getByText("Closed since").waitFor();
  await page.locator(".practice-note").last().click();
  await page.locator(".practice-closed").waitFor();
  assert.equal(await page.locator("#answer-form").count(), 0);
  await context.close();
});

test("a slip with a code of their own for each; wrong settings are said at their fields and stay", async () => {
  const { address } = await open({ ...minors, title: "Codes" }, {
    names: ["Änne", "Bo"],
    settings: async (page) => {
      await page.getByLabel(/code of their own/).check();
      await page.locator("#until").fill("2020-01-01T10:00");
      await page.getByLabel("Minutes each has").fill("20");
      await page.getByRole("button", { name: "Open it", exact: true }).click();
      await page.locator("#error-until", { hasText: "after it opens" }).waitFor();
      assert.equal(await page.getByLabel("Minutes each has").inputValue(), "20");
      assert.ok(await page.getByLabel(/code of their own/).isChecked());
      await page.locator("#until").fill("2099-01-01T10:00");
      await page.getByRole("button", { name: "Open it", exact: true }).click();
      await page.locator("#error-until", { hasText: "days at most" }).waitFor();
      await page.locator("#until").fill(await page.locator("#from").inputValue().then((from) => `${Number(from.slice(0, 4)) + 1}${from.slice(4)}`));
    },
  });
  const pdf = await at.page.request.get(`${address}/codes.pdf`);
  assert.equal(pdf.headers()["content-type"], "application/pdf");
  assert.ok((await pdf.body()).length > 5_000);
});

test("a school with names of its own is clicked and read in them", async () => {
  const { code } = await open({ title: "German names", houseStyle: { noteNames: "german" }, sections: [{ kind: "write-scale", keys: { flats: 0, sharps: 0 }, clefs: ["treble"], count: 1 }] });
  const { page, context } = await comeIn(code);
  await tap(page, "C D E F G A B C");
  assert.match(await page.locator("#written").inputValue(), /A4 H4 C5$/);
  // Typed, a note stands where it would be clicked.
  await page.locator("#written").fill("C D E F G A H");
  assert.equal(await page.locator("[data-pad] .own use").count(), 7);
  await tap(page, "C D E F G A B C");
  await check(page);
  assert.equal(await verdict(page), "Right");
  await context.close();
});

test("beside printed notes the ring stands at the note that is wrong", async () => {
  const { code } = await open({ title: "Gaps", sections: [{ kind: "complete-scale", keys: { flats: 0, sharps: 0 }, clefs: ["treble"], count: 1 }] });
  const { page, context } = await comeIn(code);
  const pad = JSON.parse(await page.locator("[data-pad]").getAttribute("data-pad"));
  const gaps = pad.columns.filter((column) => column.given === undefined);
  assert.ok(gaps.length >= 2 && gaps.length < pad.columns.length);
  // All right but a sign too many on the last.
  await page.locator("#written").fill(gaps.map((column, i) => "CDEFGABC"[pad.columns.indexOf(column)] + (i === gaps.length - 1 ? "#" : "")).join(" "));
  await check(page);
  assert.equal(await verdict(page), "Not yet");
  const ring = page.locator("[data-pad] .ringed");
  assert.equal(await ring.count(), 1);
  assert.ok(Math.abs(Number(await ring.getAttribute("cx")) - gaps.at(-1).x) < pad.space);
  await context.close();
});
