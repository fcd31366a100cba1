import assert from "node:assert/strict";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const openQuestion = async (index) => {
  await at.page.locator(".question > summary").nth(index).click();
  await at.page.locator(".question[open] .question-buttons").waitFor();
};
const names = async () => (await at.prompts()).map((words) => words.match(/([A-G](?: flat| sharp)?) major/)[1]);

test("a question is put on another tonic and clef, made heavier, worded, moved and removed where it stands", async () => {
  await at.newSheet();
  await openQuestion(1);
  await at.edit(() => at.page.locator(".question[open] .fifth", { has: at.page.locator("input[value='F#']") }).click());
  assert.equal((await names())[1], "F sharp");
  await at.edit(() => at.page.locator(".question[open] .choice", { has: at.page.locator("input[value=alto]") }).click());
  assert.match((await at.prompts())[1], /Alto clef/);
  assert.deepEqual(await violations(at.page), []);
  await at.edit(async () => {
    await at.page.locator(".question[open] [data-own-words]").fill("The scale of the round");
    await at.page.keyboard.press("Enter");
  });
  assert.match((await at.prompts())[1], /The scale of the round/);
  await at.edit(() => at.page.locator(".question[open]").getByRole("button", { name: "Up", exact: true }).click());
  assert.match((await at.prompts())[0], /The scale of the round/);
  await at.edit(() => at.page.locator(".question[open]").getByRole("button", { name: "Remove" }).click());
  assert.equal((await at.prompts()).length, 3);
  await at.edit(() => at.page.keyboard.press("Control+z"));
  assert.match((await at.prompts())[0], /The scale of the round/);
});

test("questions and sections move by keyboard and by dragging, and the one that moved keeps the focus", async () => {
  await at.newSheet();
  const before = await names();
  await at.page.locator(".question > summary").first().focus();
  await at.edit(() => at.page.keyboard.press("Alt+ArrowDown"));
  assert.deepEqual(await names(), [before[1], before[0], ...before.slice(2)]);
  await at.edit(() => at.page.keyboard.press("Alt+ArrowDown"));
  assert.deepEqual(await names(), [before[1], before[2], before[0], before[3]]);
  await at.edit(() => at.page.keyboard.press("Delete"));
  assert.deepEqual(await names(), [before[1], before[2], before[3]]);
  await at.edit(() => at.page.locator(".question > summary").nth(2).dragTo(at.page.locator(".question > summary").first()));
  assert.deepEqual(await names(), [before[3], before[1], before[2]]);
  await at.edit(() => at.page.locator("#add-section").click());
  const cards = () => at.page.locator(".card-line > summary[draggable] .section-name").allTextContents();
  const order = await cards();
  await at.page.locator(".card-line > summary[draggable]").nth(1).focus();
  await at.edit(() => at.page.keyboard.press("Alt+ArrowUp"));
  assert.deepEqual(await cards(), order.toReversed());
});

test("the question in focus is drawn again, weighed and pinned by a key", async () => {
  await at.newSheet();
  const question = at.page.locator("summary[id^=question-]").first();
  const weight = async () => Number((await at.page.locator(".question[open] .hint").first().innerText()).match(/load (\d+)/)[1]);
  const before = (await at.prompts())[0];
  await at.edit(() => question.press("r"));
  assert.notEqual((await at.prompts())[0], before);
  await at.edit(() => question.press("i"));
  assert.equal(await at.page.locator(".question .pinned").count(), 1);
  // Four heavier keys in a wider scope, of which the three questions that are not pinned leave at least one.
  await at.page.locator("#line-1").click();
  await at.page.locator(".fifths-line").waitFor();
  for (const key of [0, 1, 13, 14]) await at.edit(() => at.page.locator(".fifths-line .fifth").nth(key).click());
  await openQuestion(0);
  const light = await weight();
  await at.edit(() => question.press("."));
  assert.ok(await weight() > light);
  await at.edit(() => question.press("i"));
  assert.equal(await at.page.locator(".question .pinned").count(), 0);
  await at.edit(() => question.press("i"));
  assert.equal(await at.page.locator(".question .pinned").count(), 1);
  await at.page.keyboard.press("Escape");
  await at.page.keyboard.press("?");
  await at.page.getByText("Draw the question in focus again").waitFor();
});

test("the foot says what the sheet covers, and a gap in it becomes a question", async () => {
  await at.newSheet();
  assert.match(await at.page.locator("#load-line").textContent(), /4 questions · load \d+ · about 4 min · 4 of 15 keys/);
  await at.page.keyboard.press("g");
  await at.edit(() => at.page.getByRole("button", { name: "Add a question about D flat to Write the scale" }).click());
  assert.deepEqual((await names()).at(-1), "D flat");
  assert.match(await at.page.locator("#load-line").textContent(), /5 questions · load \d+ · about 5 min · 5 of 15 keys/);
  assert.deepEqual(await violations(at.page), []);
  await at.page.keyboard.press("t");
  assert.equal(await at.page.locator(".thumb").count(), await at.page.locator(".page").count());
  const width = async () => (await at.page.locator("#pages").boundingBox()).width;
  const usual = await width();
  await at.page.keyboard.press("-");
  assert.ok(await width() < usual);
  await at.page.keyboard.press("+");
  assert.equal(await width(), usual);
});

test("the sheet as text holds every question and answer, and follows the edits", async () => {
  await at.newSheet();
  await at.page.keyboard.press("o");
  await at.page.locator("#outline").waitFor();
  assert.equal(await at.page.locator("#outline li").count(), 4);
  const first = await at.page.locator("#outline li").first().innerText();
  assert.match(first, /major, ascending\. Treble clef; an empty staff to write on\.\s+Answer: [A-G]/);
  await at.page.locator(".card-line > summary").nth(1).click();
  await at.page.locator("input[name=count]").waitFor();
  await at.edit(async () => {
    await at.page.locator("input[name=count]").fill("3");
    await at.page.keyboard.press("Enter");
  });
  assert.equal(await at.page.locator("#outline li").count(), 3);
  assert.deepEqual(await violations(at.page), []);
  await at.page.reload();
  assert.equal(await at.page.locator("#outline li").count(), 3);
});

test("single tonics are added and left out beside the line of fifths, whose rings show both modes", async () => {
  await at.newSheet();
  await at.page.locator(".card-line > summary").nth(1).click();
  await at.page.locator(".single-tonics summary").click();
  await at.edit(() => at.page.locator(".fifth", { has: at.page.locator("input[name=also][value='F#']") }).click());
  assert.ok((await at.page.locator(".fifths-line input[value=A]").getAttribute("aria-label")).startsWith("A major and F sharp minor"));
  await at.edit(async () => {
    await at.page.locator("input[name=count]").fill("6");
    await at.page.keyboard.press("Enter");
  });
  assert.ok((await names()).includes("F sharp"));
  await at.edit(() => at.page.locator(".fifth", { has: at.page.locator("input[name=without][value=G]") }).click());
  assert.ok(!(await names()).includes("G"));
});

test("a question's card is seen whole, above the question where there is no room below, with the coverage open", async () => {
  await at.newSheet();
  const questions = await at.page.locator(".question > summary").count();
  assert.ok(questions > 3);
  await at.page.keyboard.press("g");
  await at.page.locator(".coverage").waitFor();
  const ways = new Set();
  for (let question = 0; question < questions; question++) {
    // Each stands once just above the foot, and once just below the head.
    const summary = at.page.locator(".question > summary").nth(question);
    await summary.evaluate((each, isLow) => {
      const [own, head, foot] = [each.getBoundingClientRect(), document.querySelector(".bench-head").getBoundingClientRect(), document.querySelector(".bench-foot").getBoundingClientRect()];
      scrollBy(0, isLow ? own.bottom - foot.top + 10 : own.top - head.height - 10);
    }, question % 2 === 0);
    await summary.click();
    await at.page.locator(".question[open] .question-buttons").waitFor();
    await at.page.waitForTimeout(300);
    const seen = await at.page.evaluate(() => {
      const card = document.querySelector(".question[open] .question-choices").getBoundingClientRect();
      const foot = document.querySelector(".bench-foot").getBoundingClientRect().top;
      const head = document.querySelector(".bench-head").getBoundingClientRect().bottom;
      return { top: card.top - Math.max(0, head), bottom: foot - card.bottom, isAbove: document.querySelector(".question[open]").matches(".opens-above") };
    });
    assert.ok(seen.top >= -1 && seen.bottom >= -1, JSON.stringify({ question, ...seen }));
    ways.add(seen.isAbove);
    await at.page.keyboard.press("Escape");
  }
  assert.deepEqual([...ways].sort(), [false, true]);
});
