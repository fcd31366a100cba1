import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { test } from "node:test";
import { boxOf, violations, watch } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();

const allPrompts = () => at.page.locator("svg g[aria-label^=Question]").evaluateAll((items) => items.map((item) => item.getAttribute("aria-label")));
const chosen = () => at.page.locator("details[open] .fifths-line input").evaluateAll((boxes) => boxes.filter((box) => box.checked).map((box) => box.value).join(" "));
const cardIsThere = () => at.page.waitForFunction(() => document.querySelector(".card-line[open] .card-body:not(.card-waiting)"));
const openCard = async (index = 1) => {
  await at.page.locator(".card-line > summary").nth(index).click();
  await cardIsThere();
};
const dragKeys = async (from, to) => {
  const [a, b] = await Promise.all([from, to].map((key) => boxOf(at.page.locator(`details[open] .fifths-line input[value="${key}"]`))));
  await at.page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
  await at.page.mouse.down();
  await at.page.mouse.move((a.x + b.x) / 2, a.y + a.height / 2, { steps: 4 });
  await at.page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 4 });
  await at.page.mouse.up();
};
const pdfText = async (name) => {
  await at.page.locator(".menu > summary").click();
  const [download] = await Promise.all([at.page.waitForEvent("download"), at.page.getByRole("link", { name }).click()]);
  await at.page.keyboard.press("Escape");
  const file = await download.path();
  const text = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  return { text, info: execFileSync("pdfinfo", [file], { encoding: "utf8" }) };
};

test("a sheet is made, seen, answered, drawn again, undone, printed, and found on the desk", async () => {
  await at.newSheet();
  await at.edit(() => at.page.locator("#title").fill("Scales for Monday"));
  await openCard();
  await at.edit(() => dragKeys("Eb", "A"));
  assert.equal(await chosen(), "Eb Bb F C G D A");
  await at.edit(() => at.page.locator('details[open] .fifths-line input[value="C"]').click());
  assert.equal(await chosen(), "Eb Bb F G D A");
  await at.edit(async () => {
    await at.page.locator('input[name="count"]').fill("6");
    await at.page.keyboard.press("Enter");
  });
  const student = await at.prompts();
  assert.equal(student.length, 6);
  assert.ok(student.every((label) => label.endsWith("an empty staff to write on.")));
  assert.equal(new Set(student).size, 6);
  await at.page.screenshot();

  await at.page.locator("#main").focus();
  await at.page.keyboard.press("k");
  await at.page.waitForFunction(() => document.querySelector("#view-key").getAttribute("aria-pressed") === "true");
  const key = await at.prompts();
  assert.ok(key.every((label) => !label.includes("empty staff")));
  await at.page.keyboard.press("s");
  await at.page.waitForFunction(() => document.querySelector("#view-student").getAttribute("aria-pressed") === "true");
  assert.deepEqual(await at.prompts(), student);

  await at.edit(() => at.page.locator(".choice", { hasText: "Tenor" }).click());
  const spread = await at.prompts();
  await at.page.locator(".question > summary").nth(1).click();
  await at.edit(() => at.page.locator(".question[open]").getByRole("button", { name: "Draw again" }).click());
  const redrawn = await at.prompts();
  assert.notEqual(redrawn[1], spread[1]);
  assert.deepEqual(redrawn.toSpliced(1, 1), spread.toSpliced(1, 1));
  await at.edit(() => at.page.locator("#undo").click());
  assert.deepEqual(await at.prompts(), spread);
  await at.edit(() => at.page.locator("#redo").click());
  assert.deepEqual(await at.prompts(), redrawn);

  await at.page.locator(".question > summary").nth(0).click();
  await at.edit(() => at.page.locator(".question[open]").getByRole("button", { name: "Pin", exact: true }).click());
  await at.edit(() => at.page.locator("#redraw-all").click());
  assert.equal((await at.prompts())[0], redrawn[0]);

  for (const [link, word] of [["Student pages (PDF)", "Name"], ["Key in place (PDF)", "Answer key"], ["Key with working (PDF)", "Letters:"]]) {
    const { text, info } = await pdfText(link);
    assert.match(text, /Scales for Monday/);
    assert.ok(text.includes(word), link);
    assert.match(info, /Title: +Scales for Monday/);
    assert.match(info, /A4/);
  }

  const before_ = await at.prompts();
  await at.page.reload();
  assert.deepEqual(await at.prompts(), before_);
  await at.page.getByRole("link", { name: /Gavvet/ }).click();
  await at.page.getByRole("heading", { name: "Scales for Monday" }).waitFor();
  assert.equal(await at.page.locator(".sheet-card h2").first().textContent(), "Scales for Monday");
});

test("the whole way by keyboard alone", async () => {
  const tabTo = async (selector) => {
    for (let i = 0; i < 80; i += 1) {
      if (await at.page.evaluate((wanted) => document.activeElement.matches(wanted), selector)) return;
      await at.page.keyboard.press("Tab");
    }
    assert.fail(`the tab key never reaches ${selector}`);
  };
  await at.page.goto(at.server.address);
  await tabTo(".btn-accent");
  await at.page.keyboard.press("Enter");
  await at.page.waitForURL(/\/sheets\//);
  await tabTo("#title");
  await at.page.keyboard.press("Control+A");
  await at.edit(() => at.page.keyboard.type("By keyboard"));
  await tabTo(".card-line:nth-of-type(2) > summary");
  await at.page.keyboard.press("Enter");
  await cardIsThere();
  await tabTo(".fifths-line input");
  assert.equal(await at.page.evaluate(() => document.activeElement.value), "Bb");
  await at.edit(async () => {
    await at.page.keyboard.down("Shift");
    for (let i = 0; i < 6; i += 1) await at.page.keyboard.press("ArrowRight");
    await at.page.keyboard.up("Shift");
  });
  assert.equal(await chosen(), "Bb F C G D A E");
  await at.page.keyboard.press("ArrowRight");
  await at.edit(() => at.page.keyboard.press("Space"));
  assert.equal(await chosen(), "Bb F C G D A E B");
  assert.equal(await at.page.evaluate(() => document.activeElement.value), "B");
  await tabTo("input[name=clefs]");
  await tabTo("input[name=count]");
  await at.page.keyboard.press("Control+A");
  await at.edit(async () => {
    await at.page.keyboard.type("7");
    await at.page.keyboard.press("Enter");
  });
  assert.equal((await at.prompts()).length, 7);
  await tabTo("input[name=scaffold]");
  await at.edit(() => at.page.keyboard.press("ArrowLeft"));
  assert.ok((await at.prompts())[0].includes("the rest of the staff is empty"));
  assert.equal(await at.page.evaluate(() => document.activeElement.value), "tonic");
  await at.page.keyboard.press("k");
  await at.page.waitForFunction(() => document.querySelector("#view-key").getAttribute("aria-pressed") === "true");
  await at.page.keyboard.press("s");
  await at.page.waitForFunction(() => document.querySelector("#view-student").getAttribute("aria-pressed") === "true");
  await at.page.locator("#main").focus();
  await tabTo(".question > summary");
  await at.page.keyboard.press("Enter");
  await tabTo(".question-choices button");
  const first = (await at.prompts())[0];
  await at.edit(() => at.page.keyboard.press("Enter"));
  assert.notEqual((await at.prompts())[0], first);
  assert.match(await at.page.evaluate(() => document.activeElement.id), /^redraw-/);
  await at.edit(() => at.page.keyboard.press("Control+z"));
  assert.equal((await at.prompts())[0], first);
  await at.page.keyboard.press("?");
  await at.page.getByRole("dialog").waitFor();
  await at.page.keyboard.press("Escape");
  await tabTo(".menu > summary");
  await at.page.keyboard.press("Enter");
  await tabTo(".menu-list a[download]");
  const [download] = await Promise.all([at.page.waitForEvent("download"), at.page.keyboard.press("Enter")]);
  assert.match(readFileSync(await download.path(), "latin1"), /^%PDF/);
});

test("what cannot be is said at its field, and what was typed stays", async () => {
  await at.newSheet();
  await openCard();
  const count = at.page.locator("input[name=count]");
  await count.fill("200");
  await count.press("Enter");
  await at.page.getByText("Ask for 5 or fewer").waitFor();
  assert.equal(await count.inputValue(), "200");
  assert.equal((await at.prompts()).length, 4);
  await at.edit(async () => {
    await count.fill("5");
    await count.press("Enter");
  });
  assert.equal(await at.page.locator("[id^=words-count]").textContent(), "");
  await at.page.locator("#title").fill(" ");
  await at.page.getByText("Give the sheet a title").waitFor();
  assert.equal(await at.page.locator("#saved").textContent(), "Not saved");
  await at.page.locator("#title").fill("Named again");
  await at.page.waitForFunction(() => document.getElementById("words-title").textContent === "");
  for (const key of ["Bb", "F", "C", "G"]) await at.edit(() => at.page.locator(`details[open] .fifths-line input[value="${key}"]`).click());
  assert.match(await at.page.locator("[id^=words-keys]").textContent(), /one question/);
  await at.page.locator('details[open] .fifths-line input[value="D"]').click();
  await at.page.getByText("Choose at least one key.").waitFor();
  assert.equal(await chosen(), "");
  assert.equal((await at.prompts()).length, 1);
  assert.deepEqual(await violations(at.page), []);
});

test("two windows on one sheet never overwrite each other", async () => {
  await at.newSheet();
  const other = await at.page.context().newPage();
  const otherComplaints = watch(other, at.server.address);
  await other.goto(at.page.url());
  await at.edit(() => at.page.locator("#title").fill("From the first window"));
  await other.locator(".card-line > summary").nth(1).click();
  await other.locator(".choice", { hasText: "Alto" }).click();
  await other.getByText("changed in another window").waitFor();
  assert.deepEqual(await violations(other), []);
  await other.getByRole("button", { name: "Make my change on the newer sheet" }).click();
  await other.waitForFunction(() => document.getElementById("conflict").childElementCount === 0 && document.getElementById("title").value === "From the first window");
  await at.page.reload();
  assert.equal(await at.page.locator("#title").inputValue(), "From the first window");
  await openCard();
  assert.ok(await at.page.locator('input[value="alto"]').isChecked());
  await at.edit(() => at.page.locator("#title").fill("Newer still"));
  await other.locator("#redraw-all").click();
  await other.getByRole("link", { name: "Show the newer sheet without it" }).click();
  await other.waitForFunction(() => document.getElementById("title").value === "Newer still");
  assert.deepEqual(otherComplaints, []);
});

test("when the proof of the page runs out, typing is kept and saved on the second try", async () => {
  await at.newSheet();
  await at.page.context().clearCookies();
  await at.page.locator("#title").fill("Typed late");
  await at.page.getByRole("button", { name: "Save it now" }).click();
  await at.page.waitForFunction(() => document.getElementById("saved").textContent === "Saved");
  await at.page.reload();
  assert.equal(await at.page.locator("#title").inputValue(), "Typed late");
});

test("sections are added, moved, changed and taken away", async () => {
  await at.newSheet();
  await at.page.locator("#add-kind").selectOption("name-key");
  await at.edit(() => at.page.locator("#add-section").click());
  assert.equal(await at.page.locator(".card-line").count(), 3);
  assert.equal(await at.page.locator(".card-line[open] .section-name").textContent(), "Name the key");
  assert.equal(await at.page.getByText("Direction").count(), 0); // the key of a signature has no direction
  await at.edit(() => at.page.locator(".card-line[open]").getByRole("button", { name: "Move up" }).click());
  assert.ok((await at.prompts())[0].includes("major"));
  assert.equal(await at.page.locator(".card-line .section-name").nth(1).textContent(), "Name the key");
  await at.edit(async () => {
    await at.page.locator(".card-line[open] [data-kinds]").click();
    await at.page.locator("#kinds button[value=mark-semitones]").click();
  });
  assert.equal(await at.page.locator(".card-line[open] .section-name").textContent(), "Mark the half steps");
  await at.edit(() => at.page.locator(".card-line[open] textarea[name=instruction]").fill("Slur every half step."));
  await at.page.locator("svg text", { hasText: "Slur every half step." }).waitFor();
  await at.edit(() => at.page.locator(".card-line[open]").getByRole("button", { name: "Remove section" }).click());
  assert.equal(await at.page.locator(".card-line").count(), 2);
});

test("no state of the workbench has an accessibility violation", async () => {
  await at.newSheet();
  assert.deepEqual(await violations(at.page), []);
  for (const card of [0, 1]) {
    await openCard(card);
    assert.deepEqual(await violations(at.page), []);
  }
  for (const view of ["key", "working"]) {
    await at.page.locator(`#view-${view}`).click();
    await at.page.waitForFunction((word) => document.querySelector(`#view-${word}`).getAttribute("aria-pressed") === "true", view);
    assert.deepEqual(await violations(at.page), []);
  }
  await at.page.locator(".question > summary").first().click();
  assert.deepEqual(await violations(at.page), []);
  await at.page.locator(".menu > summary").click();
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "Shortcuts" }).click();
  assert.deepEqual(await violations(at.page), []);
});

test("text on the screen is as long as text in the PDF, to a tenth of a point", async () => {
  await at.newSheet();
  await at.page.locator("#view-working").click();
  await at.page.locator("svg text", { hasText: "Letters:" }).first().waitFor();
  await at.page.evaluate(() => document.fonts.ready);
  const perUnit = 72 / 25_400;
  const lines = await at.page.locator("#page-1 svg text").evaluateAll((texts) => texts.map((text) => ({ text: text.textContent, length: text.getComputedTextLength() })));
  const [download] = await Promise.all([
    at.page.waitForEvent("download"),
    at.page.locator(".menu > summary").click().then(() => at.page.getByRole("link", { name: "Key with working" }).click()),
  ]);
  const html = execFileSync("pdftotext", ["-bbox", "-l", "1", await download.path(), "-"], { encoding: "utf8" });
  const words = [...html.matchAll(/xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)"[^>]*>([^<]*)</g)].map(([, x1, y, x2, text]) => ({ x1: +x1, y: +y, x2: +x2, text }));
  let compared = 0;
  for (const { text, length } of lines) {
    const parts = text.trim().split(/\s+/);
    if (text !== text.trim() || parts.length < 3) continue;
    const places = words.flatMap((_, i) => (parts.every((part, j) => words[i + j]?.text === part && words[i + j].y === words[i].y) ? [i] : []));
    if (places.length !== 1) continue; // the same words in two places may stand in two sizes
    const [at] = places;
    const printed = words[at + parts.length - 1].x2 - words[at].x1;
    assert.ok(Math.abs(printed - length * perUnit) < 0.1, `${text}: ${printed} and ${length * perUnit}`);
    compared += 1;
  }
  assert.ok(compared >= 4, `only ${compared} lines could be compared`);
});
