import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { after, afterEach, before, beforeEach, test } from "node:test";
import { boxOf, launch, start, violations, watch } from "../support/server.mjs";

let server, browser, context, page, complaints;

before(async () => {
  server = await start();
  browser = await launch();
  context = await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
});
after(async () => {
  await browser.close();
  await server.stop();
});
beforeEach(async () => {
  page = await context.newPage();
  complaints = watch(page, server.address);
});
afterEach(async () => {
  for (const open of context.pages()) await open.close();
  assert.deepEqual(complaints, []);
});

const newSheet = async () => {
  await page.goto(server.address);
  await page.getByRole("button", { name: "New sheet" }).click();
  await page.waitForURL(/\/sheets\//);
};
// An edit has arrived when the head that the page will send next has moved on.
const head = () => page.locator("#context input[name=head]").inputValue();
const after_ = async (act) => {
  const seen = await head();
  await act();
  await page.waitForFunction((old) => document.querySelector("#context input[name=head]").value !== old, seen);
  await page.waitForFunction(() => document.getElementById("saved").textContent === "Saved");
};
// Pages out of sight come when the browser is idle.
const prompts = async () => {
  await page.waitForFunction(() => !document.querySelector(".page.waiting"));
  return allPrompts();
};
const allPrompts = () => page.locator("svg g[aria-label^=Question]").evaluateAll((items) => items.map((item) => item.getAttribute("aria-label")));
const chosen = () => page.locator("details[open] .fifths-line input").evaluateAll((boxes) => boxes.filter((box) => box.checked).map((box) => box.value).join(" "));
const cardIsThere = () => page.waitForFunction(() => document.querySelector(".card-line[open] .card-body:not(.card-waiting)"));
const openCard = async (index = 1) => {
  await page.locator(".card-line > summary").nth(index).click();
  await cardIsThere();
};
const dragKeys = async (from, to) => {
  const [a, b] = await Promise.all([from, to].map((key) => boxOf(page.locator(`details[open] .fifths-line input[value="${key}"]`))));
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
  await page.mouse.down();
  await page.mouse.move((a.x + b.x) / 2, a.y + a.height / 2, { steps: 4 });
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 4 });
  await page.mouse.up();
};
const pdfText = async (name) => {
  await page.locator(".menu > summary").click();
  const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name }).click()]);
  await page.keyboard.press("Escape");
  const file = await download.path();
  const text = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  return { text, info: execFileSync("pdfinfo", [file], { encoding: "utf8" }) };
};

test("a sheet is made, seen, answered, drawn again, undone, printed, and found on the desk", async () => {
  await newSheet();
  await after_(() => page.locator("#title").fill("Scales for Monday"));
  await openCard();
  await after_(() => dragKeys("Eb", "A"));
  assert.equal(await chosen(), "Eb Bb F C G D A");
  await after_(() => page.locator('details[open] .fifths-line input[value="C"]').click());
  assert.equal(await chosen(), "Eb Bb F G D A");
  await after_(async () => {
    await page.locator('input[name="count"]').fill("6");
    await page.keyboard.press("Enter");
  });
  const student = await prompts();
  assert.equal(student.length, 6);
  assert.ok(student.every((label) => label.endsWith("an empty staff to write on.")));
  assert.equal(new Set(student).size, 6);
  await page.screenshot();

  await page.locator("#main").focus();
  await page.keyboard.press("k");
  await page.waitForFunction(() => document.querySelector("#view-key").getAttribute("aria-pressed") === "true");
  const key = await prompts();
  assert.ok(key.every((label) => !label.includes("empty staff")));
  await page.keyboard.press("s");
  await page.waitForFunction(() => document.querySelector("#view-student").getAttribute("aria-pressed") === "true");
  assert.deepEqual(await prompts(), student);

  await after_(() => page.locator(".choice", { hasText: "Tenor" }).click());
  const spread = await prompts();
  await page.locator(".question > summary").nth(1).click();
  await after_(() => page.locator(".question[open]").getByRole("button", { name: "Draw again" }).click());
  const redrawn = await prompts();
  assert.notEqual(redrawn[1], spread[1]);
  assert.deepEqual(redrawn.toSpliced(1, 1), spread.toSpliced(1, 1));
  await after_(() => page.locator("#undo").click());
  assert.deepEqual(await prompts(), spread);
  await after_(() => page.locator("#redo").click());
  assert.deepEqual(await prompts(), redrawn);

  await page.locator(".question > summary").nth(0).click();
  await after_(() => page.locator(".question[open]").getByRole("button", { name: "Pin", exact: true }).click());
  await after_(() => page.locator("#redraw-all").click());
  assert.equal((await prompts())[0], redrawn[0]);

  for (const [link, word] of [["Student pages (PDF)", "Name"], ["Key in place (PDF)", "Answer key"], ["Key with working (PDF)", "Letters:"]]) {
    const { text, info } = await pdfText(link);
    assert.match(text, /Scales for Monday/);
    assert.ok(text.includes(word), link);
    assert.match(info, /Title: +Scales for Monday/);
    assert.match(info, /A4/);
  }

  const before_ = await prompts();
  await page.reload();
  assert.deepEqual(await prompts(), before_);
  await page.getByRole("link", { name: /Gavvet/ }).click();
  await page.getByRole("heading", { name: "Scales for Monday" }).waitFor();
  assert.equal(await page.locator(".sheet-card h2").first().textContent(), "Scales for Monday");
});

test("the whole way by keyboard alone", async () => {
  const tabTo = async (selector) => {
    for (let i = 0; i < 80; i += 1) {
      if (await page.evaluate((wanted) => document.activeElement.matches(wanted), selector)) return;
      await page.keyboard.press("Tab");
    }
    assert.fail(`the tab key never reaches ${selector}`);
  };
  await page.goto(server.address);
  await tabTo(".btn-accent");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/sheets\//);
  await tabTo("#title");
  await page.keyboard.press("Control+A");
  await after_(() => page.keyboard.type("By keyboard"));
  await tabTo(".card-line:nth-of-type(2) > summary");
  await page.keyboard.press("Enter");
  await cardIsThere();
  await tabTo(".fifths-line input");
  assert.equal(await page.evaluate(() => document.activeElement.value), "Bb");
  await after_(async () => {
    await page.keyboard.down("Shift");
    for (let i = 0; i < 6; i += 1) await page.keyboard.press("ArrowRight");
    await page.keyboard.up("Shift");
  });
  assert.equal(await chosen(), "Bb F C G D A E");
  await page.keyboard.press("ArrowRight");
  await after_(() => page.keyboard.press("Space"));
  assert.equal(await chosen(), "Bb F C G D A E B");
  assert.equal(await page.evaluate(() => document.activeElement.value), "B");
  await tabTo("input[name=clefs]");
  await tabTo("input[name=count]");
  await page.keyboard.press("Control+A");
  await after_(async () => {
    await page.keyboard.type("7");
    await page.keyboard.press("Enter");
  });
  assert.equal((await prompts()).length, 7);
  await tabTo("input[name=scaffold]");
  await after_(() => page.keyboard.press("ArrowLeft"));
  assert.ok((await prompts())[0].includes("the rest of the staff is empty"));
  assert.equal(await page.evaluate(() => document.activeElement.value), "tonic");
  await page.keyboard.press("k");
  await page.waitForFunction(() => document.querySelector("#view-key").getAttribute("aria-pressed") === "true");
  await page.keyboard.press("s");
  await page.waitForFunction(() => document.querySelector("#view-student").getAttribute("aria-pressed") === "true");
  await page.locator("#main").focus();
  await tabTo(".question > summary");
  await page.keyboard.press("Enter");
  await tabTo(".question-choices button");
  const first = (await prompts())[0];
  await after_(() => page.keyboard.press("Enter"));
  assert.notEqual((await prompts())[0], first);
  assert.match(await page.evaluate(() => document.activeElement.id), /^redraw-/);
  await after_(() => page.keyboard.press("Control+z"));
  assert.equal((await prompts())[0], first);
  await page.keyboard.press("?");
  await page.getByRole("dialog").waitFor();
  await page.keyboard.press("Escape");
  await tabTo(".menu > summary");
  await page.keyboard.press("Enter");
  await tabTo(".menu-list a[download]");
  const [download] = await Promise.all([page.waitForEvent("download"), page.keyboard.press("Enter")]);
  assert.match(readFileSync(await download.path(), "latin1"), /^%PDF/);
});

test("what cannot be is said at its field, and what was typed stays", async () => {
  await newSheet();
  await openCard();
  const count = page.locator("input[name=count]");
  await count.fill("200");
  await count.press("Enter");
  await page.getByText("Ask for 5 or fewer").waitFor();
  assert.equal(await count.inputValue(), "200");
  assert.equal((await prompts()).length, 4);
  await after_(async () => {
    await count.fill("5");
    await count.press("Enter");
  });
  assert.equal(await page.locator("[id^=words-count]").textContent(), "");
  await page.locator("#title").fill(" ");
  await page.getByText("Give the sheet a title").waitFor();
  assert.equal(await page.locator("#saved").textContent(), "Not saved");
  await page.locator("#title").fill("Named again");
  await page.waitForFunction(() => document.getElementById("words-title").textContent === "");
  for (const key of ["Bb", "F", "C", "G"]) await after_(() => page.locator(`details[open] .fifths-line input[value="${key}"]`).click());
  assert.match(await page.locator("[id^=words-keys]").textContent(), /one question/);
  await page.locator('details[open] .fifths-line input[value="D"]').click();
  await page.getByText("Choose at least one key.").waitFor();
  assert.equal(await chosen(), "");
  assert.equal((await prompts()).length, 1);
  assert.deepEqual(await violations(page), []);
});

test("two windows on one sheet never overwrite each other", async () => {
  await newSheet();
  const other = await context.newPage();
  const otherComplaints = watch(other, server.address);
  await other.goto(page.url());
  await after_(() => page.locator("#title").fill("From the first window"));
  await other.locator(".card-line > summary").nth(1).click();
  await other.locator(".choice", { hasText: "Alto" }).click();
  await other.getByText("changed in another window").waitFor();
  assert.deepEqual(await violations(other), []);
  await other.getByRole("button", { name: "Make my change on the newer sheet" }).click();
  await other.waitForFunction(() => document.getElementById("conflict").childElementCount === 0 && document.getElementById("title").value === "From the first window");
  await page.reload();
  assert.equal(await page.locator("#title").inputValue(), "From the first window");
  await openCard();
  assert.ok(await page.locator('input[value="alto"]').isChecked());
  await after_(() => page.locator("#title").fill("Newer still"));
  await other.locator("#redraw-all").click();
  await other.getByRole("link", { name: "Show the newer sheet without it" }).click();
  await other.waitForFunction(() => document.getElementById("title").value === "Newer still");
  assert.deepEqual(otherComplaints, []);
});

test("when the proof of the page runs out, typing is kept and saved on the second try", async () => {
  await newSheet();
  await context.clearCookies();
  await page.locator("#title").fill("Typed late");
  await page.getByRole("button", { name: "Save it now" }).click();
  await page.waitForFunction(() => document.getElementById("saved").textContent === "Saved");
  await page.reload();
  assert.equal(await page.locator("#title").inputValue(), "Typed late");
});

test("sections are added, moved, changed and taken away", async () => {
  await newSheet();
  await page.locator("#add-kind").selectOption("name-key");
  await after_(() => page.locator("#add-section").click());
  assert.equal(await page.locator(".card-line").count(), 3);
  assert.equal(await page.locator(".card-line[open] .section-name").textContent(), "Name the key");
  assert.equal(await page.getByText("Direction").count(), 0); // the key of a signature has no direction
  await after_(() => page.locator(".card-line[open]").getByRole("button", { name: "Move up" }).click());
  assert.ok((await prompts())[0].includes("major"));
  assert.equal(await page.locator(".card-line .section-name").nth(1).textContent(), "Name the key");
  await after_(async () => {
    await page.locator(".card-line[open] [data-kinds]").click();
    await page.locator("#kinds button[value=mark-semitones]").click();
  });
  assert.equal(await page.locator(".card-line[open] .section-name").textContent(), "Mark the half steps");
  await after_(() => page.locator(".card-line[open] textarea[name=instruction]").fill("Slur every half step."));
  await page.locator("svg text", { hasText: "Slur every half step." }).waitFor();
  await after_(() => page.locator(".card-line[open]").getByRole("button", { name: "Remove section" }).click());
  assert.equal(await page.locator(".card-line").count(), 2);
});

test("no state of the workbench has an accessibility violation", async () => {
  await newSheet();
  assert.deepEqual(await violations(page), []);
  for (const card of [0, 1]) {
    await openCard(card);
    assert.deepEqual(await violations(page), []);
  }
  for (const view of ["key", "working"]) {
    await page.locator(`#view-${view}`).click();
    await page.waitForFunction((word) => document.querySelector(`#view-${word}`).getAttribute("aria-pressed") === "true", view);
    assert.deepEqual(await violations(page), []);
  }
  await page.locator(".question > summary").first().click();
  assert.deepEqual(await violations(page), []);
  await page.locator(".menu > summary").click();
  assert.deepEqual(await violations(page), []);
  await page.getByRole("button", { name: "Shortcuts" }).click();
  assert.deepEqual(await violations(page), []);
});

test("text on the screen is as long as text in the PDF, to a tenth of a point", async () => {
  await newSheet();
  await page.locator("#view-working").click();
  await page.locator("svg text", { hasText: "Letters:" }).first().waitFor();
  await page.evaluate(() => document.fonts.ready);
  const perUnit = 72 / 25_400;
  const lines = await page.locator("#page-1 svg text").evaluateAll((texts) => texts.map((text) => ({ text: text.textContent, length: text.getComputedTextLength() })));
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.locator(".menu > summary").click().then(() => page.getByRole("link", { name: "Key with working" }).click()),
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
