// A class from its roster to its slips: written in, printed for, marked by keys, given back.
import assert from "node:assert/strict";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const papers = 10;
const names = Array.from({ length: 30 }, (_, i) => `${["Ada", "Bo", "Cleo", "Dag", "Edda", "Fenn"][i % 6]} ${String.fromCharCode(65 + Math.floor(i / 6))}`);
const recipe = { gavvet: 1, seed: 5, title: "Bramblewick quiz", versions: 2, sections: [
  { kind: "write-scale", scales: ["harmonic-minor"], keys: { flats: 4, sharps: 4 }, count: 8, marks: 4 },
  { kind: "relative-key", keys: { flats: 4, sharps: 4 }, count: 2 },
  { kind: "name-key", keys: { flats: 4, sharps: 4 }, count: 2, answerAs: "choice" }] };

const { newClass } = at;
const printFor = (name, sheet = recipe) => at.printFor(name, sheet, 1);
const student = (name) => at.page.locator(".student").filter({ has: at.page.locator(".student-name", { hasText: new RegExp(`^${name}$`) }) });

const openMarking = async (printing) => {
  await at.page.goto(`${printing}/mark`);
  await at.page.locator(".marking-body[data-shown]").waitFor();
};
const shown = () => at.page.locator(".marking-body").getAttribute("data-shown");
// A key waits a moment until it is known to be a hand's, and what was said before must not be taken for its answer.
const saved = async () => {
  await at.page.waitForTimeout(150);
  await at.page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Saved");
};
const title = () => at.page.locator("#item-title").textContent();

test("a roster is typed, mended, seated and refused in words", async () => {
  const address = await newClass("Hazelmoor strings 2", "Mira, viola\nBo\nIda");
  assert.equal(await at.page.locator(".student").count(), 3);
  assert.deepEqual(await violations(at.page), []);

  // What cannot be read is said at its line, and nothing typed is lost.
  at.expected(422);
  await at.page.locator("#students").fill("Tom\nBo");
  await at.page.getByRole("button", { name: "Write them in" }).click();
  assert.match(await at.page.locator("#reading tbody tr").nth(1).innerText(), /There is a Bo in this class already/);
  assert.equal(await at.page.locator("#students").inputValue(), "Tom\nBo");

  await at.page.goto(address);
  const bo = student("Bo");
  await bo.locator("summary").first().click();
  await bo.getByLabel("Part").selectOption("trumpet");
  await student("Bo").locator("summary .hint").filter({ hasText: /trumpet/i }).waitFor();
  await student("Bo").getByLabel("Away today").check();
  await at.page.locator(".student-name.is-away").waitFor();

  // A seat by choosing, then by dragging; who sat there takes the other's place.
  await at.page.locator(".room-name").filter({ hasText: "Mira" }).click();
  await at.page.locator('[data-seat="1,2"] button').click();
  await at.page.locator('[data-seat="1,2"]').filter({ hasText: "Mira" }).waitFor();
  await at.page.locator(".room-name").filter({ hasText: "Ida" }).dragTo(at.page.locator('[data-seat="1,2"]'));
  await at.page.locator('[data-seat="1,2"]').filter({ hasText: "Ida" }).waitFor();
  await at.page.locator(".room-standing").filter({ hasText: "Mira" }).waitFor();

  // Deleted for good, and gone.
  const mira = student("Mira");
  await mira.locator("summary").first().click();
  await mira.getByRole("link", { name: "Delete this student for good" }).click();
  await at.page.getByText("1 student goes with every mark.").waitFor();
  assert.ok(!/Mira/.test(at.page.url()));
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "Delete for good" }).click();
  await at.page.getByText("is deleted, here and in every copy in the data folder").waitFor();
  await at.page.getByRole("link", { name: "Back to the class" }).click();
  assert.equal(await at.page.getByText("Mira").count(), 0);
});

test("papers of twelve questions take at most five hundred keys for thirty", async () => {
  await newClass("Bramblewick", names.slice(0, papers).join("\n"));
  const printing = await printFor("Bramblewick");
  assert.match(await (await fetch(`${printing}/papers.pdf`)).text(), /^%PDF/);
  await openMarking(printing);
  assert.deepEqual(await violations(at.page), []);

  // From a key to the next item ringed, measured in the page.
  await at.page.evaluate(() => {
    window.waits = [];
    let pressed = 0;
    addEventListener("keydown", () => (pressed = performance.now()), true);
    new MutationObserver(() => requestAnimationFrame(() => window.waits.push(performance.now() - pressed))).observe(document.querySelector(".marking-body"), { attributeFilter: ["data-shown"] });
  });
  let keys = 0;
  let slowest = 0;
  const press = async (key) => {
    keys += 1;
    const before = await shown();
    await at.page.keyboard.press(key);
    if (keys < 12 * papers) await at.page.waitForFunction((old) => document.querySelector(".marking-body").dataset.shown !== old, before);
  };
  for (let paper = 0; paper < papers; paper++) {
    const begun = Date.now();
    for (let item = 0; item < 12; item++) {
      const wrong = (paper * 12 + item) % 5 === 0;
      if (!wrong) await press("r");
      else await press(item < 10 ? ["1", "2", "b"][(paper + item) % 3] : "b");
    }
    slowest = Math.max(slowest, Date.now() - begun);
  }
  await saved();
  assert.ok(keys * 30 <= 500 * papers, `${keys} keys`);
  assert.ok(slowest < 20_000, `${slowest} ms for a paper`);
  const waits = (await at.page.evaluate(() => window.waits)).sort((a, b) => a - b);
  console.log(`${keys} keys; from a key to the next item ringed, 95th percentile: ${Math.round(waits[Math.floor(waits.length * 0.95)])} ms; slowest paper ${slowest} ms`);

  // It is all there after loading anew, and the class page knows.
  await openMarking(printing);
  assert.equal(await at.page.locator("#paper-line .note-correct").count(), papers);
  await at.page.keyboard.press("o");
  await at.page.waitForURL(/results$/);
  assert.deepEqual(await violations(at.page), []);
  assert.match(await at.page.locator(".mistake-bars").textContent(), /natural for harmonic/);
  assert.equal(await at.page.locator(".answer-map tbody tr").filter({ hasText: "Ada A" }).count(), 1);
  await mapIsAsMarked(printing, papers);
  for (const file of ["slips.pdf", "marked.pdf"]) assert.match(await (await fetch(`${printing}/${file}`)).text(), /^%PDF/);
  const slip = Buffer.from(await (await fetch(`${printing}/slips.pdf?paper=1`)).arrayBuffer());
  // Given back, the files stay as they are, whatever is marked later.
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Give them back" }).click()]);
  await at.page.getByText(/^Returned on /).waitFor();
  const back = Buffer.from(await (await fetch(`${printing}/slips.pdf?paper=1`)).arrayBuffer());
  assert.ok(back.length > 1000 && Math.abs(back.length - slip.length) < slip.length / 2);
  await openMarking(printing);
  await at.page.keyboard.press("x");
  await saved();
  assert.deepEqual(Buffer.from(await (await fetch(`${printing}/slips.pdf?paper=1`)).arrayBuffer()), back);
  // Who was marked otherwise since gets a new slip, and it can be taken back that it was given.
  await at.page.goto(`${printing}/results`);
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Give 1 paper back anew" }).click()]);
  assert.notDeepEqual(Buffer.from(await (await fetch(`${printing}/slips.pdf?paper=1`)).arrayBuffer()), back);
  assert.deepEqual(await violations(at.page), []);
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Undo giving back" }).click()]);
  assert.deepEqual(Buffer.from(await (await fetch(`${printing}/slips.pdf?paper=1`)).arrayBuffer()), back);
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Undo giving back" }).click()]);
  await at.page.getByRole("button", { name: "Give them back" }).waitFor();
  // No name in an address or a title.
  assert.ok(!names.some((name) => at.page.url().includes(name.split(" ")[0])) && !names.includes(await at.page.title()));
});

// Every answer of the class in its place, one stop of the tab key, and a click opens it.
const mapIsAsMarked = async (printing, papers) => {
  const cells = await at.page.locator(".answer-map tbody button").evaluateAll((buttons) => buttons.map((each) => [each.className.match(/map-(\w+)$/)[1], each.getAttribute("aria-label")]));
  assert.equal(cells.length, papers * 12);
  const file = JSON.parse(await (await fetch(`${printing}/results?handler=File`)).text());
  const states = (markings) => ({ right: markings.filter((one) => one.verdict === "correct").length, empty: markings.filter((one) => one.verdict === "blank").length });
  const expected = states(file.results ?? file.markings);
  for (const [state, count] of Object.entries(expected)) assert.equal(cells.filter(([each]) => each === state).length, count, state);
  assert.ok(cells.some(([state, words]) => ["wrong", "partly"].includes(state) && /natural for harmonic, \d+ of \d+$/.test(words)));
  const first = at.page.locator(".answer-map tbody button").first();
  await first.focus();
  for (const key of ["ArrowRight", "ArrowDown", "ArrowLeft", "ArrowUp", "ArrowDown"]) await at.page.keyboard.press(key);
  const [paper, item] = await at.page.evaluate(() => [document.activeElement.closest("tr").rowIndex, document.activeElement.closest("td").cellIndex]);
  assert.deepEqual([paper, item], [2, 1]);
  assert.equal(await at.page.locator(".answer-map tbody button[tabindex='0']").count(), 1);
  await at.page.locator(".answer-map .map-wrong, .answer-map .map-partly").filter({ hasText: /[A-Z]/ }).first().click();
  await at.page.locator("#answer h3").waitFor();
  const [named] = (await at.page.locator("#answer h3").textContent()).split(",");
  assert.match(await at.page.locator("#answer").textContent(), /Right/);
  assert.deepEqual(await violations(at.page), []);
  const number = (await at.page.locator("#answer h3").textContent()).match(/\d+$/)[0];
  await at.page.getByRole("link", { name: "Mark it" }).click();
  await at.page.locator(".marking-body[data-shown]").waitFor();
  assert.ok((await at.page.locator("#who").textContent()).startsWith(named));
  assert.ok((await at.page.locator("#item-title").textContent()).startsWith(`${number}.`));
  // The other orders: who earned the least, and what was missed the most, come first.
  await at.page.goto(`${printing}/results?students=fewest&questions=missed`);
  const earned = await at.page.locator(".map-marks").evaluateAll((marks) => marks.map((each) => parseFloat(each.textContent)));
  assert.deepEqual(earned, [...earned].sort((a, b) => a - b));
  const rights = await at.page.locator(".answer-map").evaluate((table) => [...table.tHead.rows[0].cells].slice(1, -1).map((_, i) => [...table.tBodies[0].rows].filter((row) => row.cells[i + 1].querySelector(".map-right")).length));
  assert.deepEqual(rights, [...rights].sort((a, b) => a - b));
  await at.page.goto(`${printing}/results`);
};

test("what a class knows stands on the line of fifths, and the next sheet comes of what was missed", async () => {
  const address = await newClass("Known", "Mira\nBo");
  const printing = await printFor("Known", { ...recipe, title: "Known quiz" });
  await openMarking(printing);
  // The first likely mistake of every scale, the rest right.
  for (const _ of Array(2)) for (let item = 0; item < 12; item++) await at.page.keyboard.press(item < 4 ? "1" : "r");
  await saved();
  await at.page.goto(`${address}/standing`);
  assert.deepEqual(await violations(at.page), []);
  const shaky = at.page.locator(".standing-cell.is-shaky").first();
  assert.match(await shaky.getAttribute("aria-label"), /harmonic minor: .*shaky/);
  await shaky.click();
  await at.page.locator("#answers li").first().waitFor();
  assert.match(await at.page.locator("#answers").textContent(), /Not right/);
  // One student alone.
  await at.page.locator("#student").selectOption({ label: "Bo" });
  await at.page.getByRole("button", { name: "Show" }).click();
  await at.page.locator(".standing-cell").first().waitFor();
  assert.ok(!(await at.page.locator(".standing-map").textContent()).includes("Mira"));

  await at.page.goto(`${printing}/results`);
  await at.page.getByRole("button", { name: "Follow-up for all together" }).click();
  const card = at.page.locator(".row-card").filter({ hasText: "follow-up" });
  await card.waitFor({ timeout: 20_000 });
  assert.match(await card.textContent(), /For Bo, Mira/);
  assert.deepEqual(await violations(at.page), []);
  await card.locator("h3 a").click();
  await at.bench();
  assert.ok((await at.prompts()).length > 2);
});

test("a paper is marked with a finger alone", async () => {
  await newClass("Fingers", "Mira");
  const printing = await printFor("Fingers", { ...recipe, title: "Finger quiz" });
  const context = await at.browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await page.goto(`${printing}/mark`);
  await page.locator(".marking-body[data-shown]").waitFor();
  await page.getByRole("button", { name: "Right", exact: true }).tap();
  await page.locator("#likely button").first().tap();
  await page.getByRole("button", { name: "Left empty" }).tap();
  await page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Saved");
  await page.locator("#item-line button").nth(1).tap();
  assert.match(await page.locator("#verdict").textContent(), /Not right/);
  assert.equal(await page.locator("#item-line .note-open").count(), 9);
  await context.close();
});

test("what was written is judged, decided over, said otherwise and taken back", async () => {
  await newClass("Hazelmoor theory", "Mira\nBo\nIda");
  const printing = await printFor("Hazelmoor theory", { ...recipe, versions: 1 });
  await openMarking(printing);
  const answer = async () => (await at.page.locator("#item-answer").textContent()).replace("Answer: ", "").replaceAll("♯", "#").replaceAll("♭", "b").replaceAll("𝄪", "##").split(" ");

  // Typed: the closing tonic is missing.
  const notes = await answer();
  await at.page.keyboard.press("w");
  await at.page.keyboard.type(notes.slice(0, -1).join(" "));
  await at.page.keyboard.press("Enter");
  await at.page.locator("#last").filter({ hasText: "Close the scale with its tonic" }).waitFor();
  await at.page.keyboard.press("ArrowLeft");
  assert.match(await at.page.locator("#verdict").textContent(), /Not right, 3 of 4/);

  // The sentence is edited once for all who made the mistake.
  await at.page.getByRole("button", { name: "Say it otherwise" }).click();
  await at.page.getByLabel("The sentence for all who made this mistake").fill("Come home to the tonic.");
  await at.page.getByRole("button", { name: "For all who made this mistake" }).click();
  await at.page.locator("#verdict").filter({ hasText: "Come home to the tonic." }).waitFor();

  // The teacher stands over the judge, and both are kept.
  await at.page.keyboard.press("m");
  await at.page.keyboard.type("2");
  await at.page.locator("#remark").fill("said it aloud");
  await at.page.keyboard.press("Enter");
  await saved();
  await at.page.keyboard.press("ArrowLeft");
  await at.page.locator("#verdict").filter({ hasText: "2 of 4" }).waitFor();
  assert.match(await at.page.locator("#verdict").textContent(), /Come home to the tonic.*Remark: said it aloud/s);
  // With all marks it is right, and nothing is named any more.
  await at.page.keyboard.press("m");
  await at.page.keyboard.type("4");
  await at.page.keyboard.press("Enter");
  await saved();
  await at.page.keyboard.press("ArrowLeft");
  await at.page.locator("#verdict").filter({ hasText: "Right, 4 of 4" }).waitFor();
  assert.ok(!(await at.page.locator("#verdict").textContent()).includes("Come home"));
  await at.page.keyboard.press("u");
  await at.page.locator("#verdict").filter({ hasText: "2 of 4" }).waitFor();

  // Taken back, the judge's marking stands again.
  await at.page.keyboard.press("u");
  await at.page.locator("#verdict").filter({ hasText: "3 of 4" }).waitFor();

  // Nonsense is said at its field, and what was typed stays.
  at.expected(422);
  await at.page.keyboard.press("w");
  await at.page.keyboard.type("D Q");
  await at.page.keyboard.press("Enter");
  await at.page.locator("#written-problem").filter({ hasText: "Q" }).waitFor();
  assert.equal(await at.page.locator("#written").inputValue(), "D Q");
  await at.page.keyboard.press("Escape");

  // Notes are clicked on the item's own staff.
  await at.page.locator("#written").fill("");
  const ring = await at.page.locator("#view-student .item-ring").boundingBox();
  await at.page.mouse.click(ring.x + ring.width / 2, ring.y + ring.height / 2);
  assert.match(await at.page.locator("#written").inputValue(), /^[A-G]\d$/);

  // Question by question: the same question of the next paper comes next; names can be hidden.
  await at.page.locator("#written").fill("");
  await at.page.keyboard.press("Escape");
  await at.page.keyboard.press("ArrowRight");
  await at.page.keyboard.press("q");
  await at.page.keyboard.press("h");
  assert.match(await at.page.locator("#who").textContent(), /^Paper 1/);
  const question = await title();
  await at.page.keyboard.press("r");
  assert.equal(await title(), question);
  assert.match(await at.page.locator("#who").textContent(), /^Paper 2/);
  await saved();

  // Totals by number keys.
  await at.page.keyboard.press("t");
  await at.page.keyboard.press("2");
  await saved();
  assert.match(await at.page.locator("#last").textContent(), /2 of 4/);
});

test("what a class did wrong before comes first among the likely mistakes", async () => {
  await newClass("Habits", "Mira");
  const first = await printFor("Habits", { ...recipe, title: "Habits 1", versions: 1 });
  await openMarking(first);
  const usual = await at.page.locator("#likely button").allTextContents();
  await at.page.keyboard.press("3");
  await saved();
  const second = await printFor("Habits", { ...recipe, title: "Habits 2", versions: 1 });
  await openMarking(second);
  const now = await at.page.locator("#likely button").allTextContents();
  assert.equal(now[0].replace(/^\d/, ""), usual[2].replace(/^\d/, ""));
});

test("a code finds its paper; a wrong one is said", async () => {
  await newClass("Coded", "Mira\nBo");
  const printing = await printFor("Coded", { ...recipe, title: "Coded quiz" });
  const codes = await at.page.locator(".page-code").allTextContents();
  await openMarking(printing);
  await at.page.keyboard.press("c");
  // A hand needs longer than a scanner to go on.
  await at.page.waitForTimeout(100);
  await at.page.keyboard.type(codes.at(-1).toLowerCase());
  await at.page.keyboard.press("Enter");
  await at.page.waitForFunction(() => document.getElementById("page-code").value === "");
  assert.notEqual(await shown(), "1 1");
  at.expected(422);
  await at.page.keyboard.press("c");
  await at.page.waitForTimeout(100);
  const wrong = codes[0].slice(0, -1) + (codes[0].endsWith("7") ? "8" : "7");
  await at.page.keyboard.type(wrong);
  await at.page.keyboard.press("Enter");
  await at.page.locator("#code-problem").filter({ hasText: `It may be ${codes[0]}` }).waitFor();
  assert.equal(await at.page.locator("#page-code").inputValue(), wrong);
});

// As a hand scanner does: signs a millisecond apart, and Enter. Their times are those of the scanner, however long the page takes.
const scan = (words) => at.page.evaluate((signs) => {
  for (const event of [...signs, "Enter"].map((key) => new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }))) {
    const target = document.activeElement ?? document.body;
    if (target.dispatchEvent(event) && event.key !== "Enter" && target.setRangeText) target.setRangeText(event.key, target.selectionStart, target.selectionEnd, "end");
  }
}, words);
const markedNow = async () => (await (await fetch(`${at.page.url()}?handler=Data`)).json()).markings.length;

test("a scanner is read wherever the cursor stands, and none of its signs marks anything", async () => {
  await newClass("Scanned", "Mira\nBo\nCleo");
  const printing = await printFor("Scanned", { ...recipe, title: "Scanned quiz" });
  const codes = await at.page.locator(".page-code").allTextContents();
  await openMarking(printing);
  const [first, second] = [codes.at(-1), codes[1]];
  await scan(first);
  await at.page.waitForFunction(() => !document.querySelector(".marking-body").dataset.shown.startsWith("1 "));
  const before = await shown();
  // The address a QR code holds, with the cursor among words that are being typed.
  await at.page.locator("#remark").fill("Careful with X and R");
  await scan(`https://scales.example/p/${second}`);
  await at.page.waitForFunction((old) => document.querySelector(".marking-body").dataset.shown !== old, before);
  assert.equal(await at.page.locator("#page-code").inputValue(), "");
  // A burst that is no code is said, and one without an end is nothing.
  at.expected(422);
  await scan("RXB12RXB12");
  await at.page.locator("#code-problem").filter({ hasText: /code/ }).waitFor();
  await at.page.locator("#page-code").fill("");
  await at.page.evaluate(() => document.activeElement.blur());
  await at.page.evaluate(() => [..."rxb1rxb1"].forEach((key) => document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }))));
  await at.page.waitForTimeout(150);
  assert.equal(await markedNow(), 0);
  // A hand marks as before, and a key held down is one key.
  await at.page.keyboard.down("r");
  for (let once = 0; once < 5; once += 1) await at.page.keyboard.down("r");
  await at.page.keyboard.up("r");
  await at.page.waitForTimeout(120);
  await at.page.waitForFunction(() => document.querySelectorAll("#item-line .note-correct").length === 1);
  await saved();
  assert.equal(await markedNow(), 1);
});

test("the walk ends, and one key too many writes over nothing", async () => {
  await newClass("Ended", "Mira");
  const printing = await printFor("Ended", { ...recipe, title: "Ended quiz", sections: [recipe.sections[0]].map((section) => ({ ...section, count: 2 })) });
  await openMarking(printing);
  for (const count of [1, 2]) {
    await at.page.keyboard.press("r");
    await at.page.waitForFunction((done) => document.querySelectorAll("#item-line .note-correct, #item-line .note-pending").length === done, count);
  }
  await at.page.locator("#walk-end").filter({ hasText: "marked" }).waitFor();
  assert.deepEqual(await violations(at.page), []);
  await saved();
  const end = await shown();
  for (const key of ["x", "b", "1", "r"]) {
    await at.page.keyboard.press(key);
    await at.page.waitForTimeout(120);
  }
  await saved();
  assert.equal(await shown(), end);
  assert.deepEqual([await markedNow(), await at.page.locator("#item-line .note-correct").count()], [2, 2]);
  // The arrows go, and there a key marks otherwise.
  await at.page.keyboard.press("ArrowLeft");
  assert.equal(await at.page.locator("#walk-end").textContent(), "");
  await at.page.keyboard.press("b");
  await at.page.locator("#item-line .note-blank").waitFor();
});

test("a lost server says so, keeps what was entered, and gets it when it is back", async () => {
  await newClass("Lost", "Mira\nBo");
  const printing = await printFor("Lost", { ...recipe, title: "Lost quiz" });
  await openMarking(printing);
  at.expected("Failed to load resource", "net::ERR");
  await at.page.route("**/mark?handler=Mark", (route) => route.abort());
  for (const key of ["r", "b", "r"]) await at.page.keyboard.press(key);
  await at.page.locator("#notice").filter({ hasText: "The program does not answer" }).waitFor();
  assert.match(await at.page.locator("#marking-saved").textContent(), /3 not saved/);
  assert.equal(await at.page.locator(".note-pending").count(), 3);
  // A page loaded anew sends it too.
  at.page.on("dialog", (dialog) => dialog.accept());
  await at.page.unroute("**/mark?handler=Mark");
  await saved();
  await openMarking(printing);
  assert.equal(await at.page.locator("#item-line .note-correct").count(), 2);
  assert.equal(await at.page.locator("#item-line .note-blank").count(), 1);
});

test("halves, totals of whole papers, a remark by itself, and one version after the other", async () => {
  await newClass("Hazelmoor halves", "Mira\nBo\nIda\nליאת כהן");
  const printing = await printFor("Hazelmoor halves");
  await openMarking(printing);
  // A half by hand; finer is said, and nothing typed is lost.
  await at.page.locator("#marks").fill("1.3");
  await at.page.locator("#marks").evaluate((field) => field.setAttribute("step", "any"));
  await at.page.locator("#marks").press("Enter");
  assert.match(await at.page.locator("#marks-problem").textContent(), /whole ones or halves/);
  await at.page.locator("#marks").fill("1.5");
  await at.page.locator("#marks").press("Enter");
  await saved();
  assert.match(await at.page.locator("#last").textContent(), /1½ of 4/);
  // Number keys with Shift.
  await at.page.keyboard.press("t");
  await at.page.keyboard.press("Shift+Digit2");
  await saved();
  assert.match(await at.page.locator("#last").textContent(), /2½ of 4/);
  await at.page.keyboard.press("t");

  // A remark alone is kept by itself where something is decided, and stays over a reload where nothing is.
  await at.page.keyboard.press("ArrowLeft");
  await at.page.locator("#remark").fill("Mind the leading note.");
  await at.page.locator("#remark").press("Enter");
  await saved();
  assert.match(await at.page.locator("#verdict").textContent(), /2½ of 4.*Mind the leading note/s);
  await at.page.keyboard.press("ArrowRight");
  const here = await shown();
  await at.page.locator("#remark").fill("Look at question 1 again.");
  await at.page.reload();
  await at.page.locator(".marking-body[data-shown]").waitFor();
  assert.equal(await shown(), here);
  assert.equal(await at.page.locator("#remark").inputValue(), "Look at question 1 again.");
  await at.page.keyboard.press("r");
  await saved();
  await at.page.keyboard.press("ArrowLeft");
  assert.match(await at.page.locator("#verdict").textContent(), /Look at question 1 again/);

  // What is likely says how often it stood there.
  await at.page.keyboard.press("ArrowRight");
  await at.page.keyboard.press("1");
  await saved();
  await at.page.keyboard.press("ArrowLeft");
  await at.page.locator(".likely-count").filter({ hasText: "on one paper so far" }).waitFor();

  // The whole paper: too many are refused in words.
  at.expected(422);
  await at.page.locator("#total").evaluate((field) => field.removeAttribute("max"));
  await at.page.locator("#total").fill("99");
  await at.page.locator("#total").press("Enter");
  await at.page.locator("#total-problem").filter({ hasText: "write a number from 0 to" }).waitFor();
  await at.page.locator("#total").fill("20.5");
  await at.page.locator("#total").press("Enter");
  await at.page.locator("#last").filter({ hasText: /Mira: 20½ of \d+, for the whole paper/ }).waitFor();
  assert.match(await at.page.locator("#who").textContent(), /^Bo/);
  await at.page.goto(`${printing}/results`);
  assert.match(await at.page.locator("table tbody tr").filter({ hasText: "Mira" }).first().textContent(), /20½ of/);
  const short = await (await at.page.request.get(`${printing}/slips.pdf?size=3`)).body();
  assert.equal(short.subarray(0, 4).toString(), "%PDF");

  // Question by question stays within a version.
  await openMarking(printing);
  await at.page.keyboard.press("q");
  const versions = [];
  for (let i = 0; i < 60 && !(await at.page.locator("#walk-end").textContent()); i++) {
    versions.push((await at.page.locator("#who").textContent()).match(/version (\w)/)[1]);
    await at.page.keyboard.press("r");
  }
  await saved();
  // One version to its end, then the other.
  assert.equal(versions.filter((version, i) => i > 0 && version !== versions[i - 1]).length, 1);
  assert.equal(new Set(versions).size, 2);
});
