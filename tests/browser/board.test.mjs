// A sheet before the class: led through by one key, solved together, heard, read in light and dark.
import assert from "node:assert/strict";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite({ demo: true });

const open = async (name) => {
  const { page } = at;
  await page.goto(at.server.address);
  await page.getByRole("link", { name }).first().click();
  await page.waitForURL(/\/sheets\//);
  await at.bench();
  await page.keyboard.press("b");
  await page.waitForURL(/\/board$/);
};

const step = async (key) => {
  const { page } = at;
  const before = page.url();
  await page.keyboard.press(key);
  await page.waitForFunction((old) => location.href !== old && !document.querySelector(".htmx-request"), before);
};

const heads = () => at.page.locator(".board-figure svg use[href*=notehead]").count();
const signs = () => at.page.locator(".board-figure svg use[href*=accidental]").count();
const place = () => at.page.locator(".board-place").textContent();

test("a presenter's clicker leads through a question: heads first, signs as they are found, the key at last", async () => {
  const { page } = at;
  await open(/five to seven sharps/);
  assert.match(await page.locator(".board-words").textContent(), /D♭ major/);
  assert.deepEqual([await heads(), await signs()], [0, 0]);
  await step("PageDown");
  assert.deepEqual([await heads(), await signs()], [15, 0]);
  assert.match(await page.locator(".board-steps").textContent(), /Letters: D E F/);
  assert.match(await page.locator("#board-said").textContent(), /Letters/);
  await step("PageDown");
  assert.deepEqual([await heads(), await signs()], [15, 6]);
  // Back is back, and over the beginning to the question before.
  await step("PageUp");
  assert.equal(await signs(), 0);
  await step("n");
  assert.match(await place(), /2 of 8/);
  await step("ArrowLeft");
  assert.match(await place(), /1 of 8/);
  assert.match(await page.locator(".board-steps li").last().textContent(), /^The answer: D♭ E♭ F G♭/);
});

test("Space leads to the last answer, where the board ends", async () => {
  const { page } = at;
  await open(/Large print: first major scales/);
  for (let i = 0; i < 60 && (await page.locator("#board-next").count()) > 0; i += 1) await step(" ");
  assert.match(await place(), /3 of 3/);
  assert.equal(await page.locator("#board-question").count(), 0);
  await page.keyboard.press(" ");
  assert.match(await place(), /3 of 3/);
});

test("the class writes on the staff by clicks or words, and is judged as a paper is", async () => {
  const { page } = at;
  await open(/Large print: first major scales/);
  const prompt = await page.locator(".board-words").textContent();
  const staff = page.locator("[data-staff-pad] svg");
  const box = await staff.boundingBox();
  const { top, bottom } = await page.locator("[data-staff-pad]").evaluate((pad) => pad.dataset);
  // The bottom line of a treble clef is E4.
  await page.locator("[name=pad-sign][value='#']").check({ force: true });
  await page.mouse.click(box.x + box.width / 2, box.y + box.height * Number(bottom));
  await page.waitForFunction(() => document.getElementById("answer").value === "E#4");
  assert.ok(Number(top) < Number(bottom));
  await page.waitForFunction(() => document.querySelectorAll(".board-figure svg use[href*=notehead]").length === 1);
  await page.keyboard.press("b");
  await page.waitForFunction(() => document.getElementById("answer").value === "");

  // By keys alone.
  const tonic = prompt.split(" ")[0].replace("♭", "b").replace("♯", "#");
  await page.keyboard.press("w");
  await page.keyboard.type(`${tonic} ${tonic} ${tonic}`);
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => !document.querySelector(".htmx-request") && document.querySelectorAll(".board-figure svg use[href*=notehead]").length === 3);
  assert.match(await page.locator(".board-judged strong").textContent(), /mistake/i);
  assert.match(await page.locator("#board-said").textContent(), /mistake/i);

  // What cannot be read is said at the field, and what was typed stays.
  await page.keyboard.press("w");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("H9 zz");
  await page.locator(".board-words").click();
  await page.keyboard.press("j");
  await page.waitForFunction(() => document.getElementById("board-problem").textContent.length > 10);
  assert.equal(await page.locator("#answer").inputValue(), "H9 zz");

  // The right line is right.
  await step("a");
  const right = (await page.locator(".board-steps li").last().textContent()).replace("The answer: ", "");
  for (let i = 0; i < 9 && (await page.locator("#answer").count()) === 0; i += 1) await step("PageUp");
  await page.keyboard.press("w");
  await page.keyboard.type(right);
  await page.locator(".board-words").click();
  await page.keyboard.press("j");
  await page.locator(".board-judged").waitFor();
  assert.match(await page.locator(".board-judged strong").textContent(), /right|correct/i);
});

test("a paper that came back is gone over with what was written counted, and no name in sight", async () => {
  const { page } = at;
  await page.goto(`${at.server.address}/classes`);
  await page.getByRole("link", { name: "Hazelmoor theory 2" }).click();
  await page.getByRole("link", { name: "What happened" }).first().click();
  await page.waitForURL(/\/results$/);
  // What the results say of the first question: right of so many.
  const row = page.locator("tr", { has: page.locator("th[scope=row]", { hasText: /^A 1$/ }) });
  const [right, answers] = (await row.locator("td").nth(1).textContent()).match(/\d+/g).map(Number);
  const names = await page.locator(".answer-map tbody th").allTextContents();
  assert.ok(names.length > 3 && answers > 0);
  await page.keyboard.press("b");
  await page.waitForURL(/board\?printing=/);
  assert.equal(await page.locator(".board-counts").count(), 0);
  await step("a");
  const counts = await page.locator(".board-counts tr").evaluateAll((rows) => rows.map((one) => [one.cells[0].textContent, Number(one.cells[1].textContent)]));
  assert.equal(Object.fromEntries(counts).right ?? 0, right);
  assert.equal(counts.reduce((sum, [, count]) => sum + count, 0), answers);
  const shown = await page.locator("main").textContent();
  for (const name of names) assert.ok(!shown.includes(name.trim()), name);
  assert.deepEqual(await violations(page), []);
  await step("n").catch(() => step("PageDown"));
  assert.match(page.url(), /printing=/);
});

test("the board has no accessibility violation in light and dark, fits a phone, and remembers its light", async () => {
  const { page } = at;
  await open(/five to seven sharps/);
  for (const _ of ["light", "dark"]) {
    await step("PageDown");
    assert.deepEqual(await violations(page), []);
    await page.keyboard.press("l");
  }
  await page.keyboard.press("l");
  const scheme = () => page.evaluate(() => document.documentElement.classList.contains("is-dark"));
  const now = await scheme();
  await page.reload();
  assert.equal(await scheme(), now);
  for (const width of [320, 390, 1920]) {
    await page.setViewportSize({ width, height: 800 });
    await page.waitForTimeout(100);
    assert.ok((await page.evaluate(() => document.documentElement.scrollWidth)) <= width, `${width}`);
  }
  // As large as the wall: words grow with it.
  const size = await page.locator(".board-words").evaluate((words) => parseFloat(getComputedStyle(words).fontSize));
  assert.ok(size > 50, `${size}`);
  await page.setViewportSize({ width: 1280, height: 800 });
});
