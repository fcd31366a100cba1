// Other scales and other kinds of question on the workbench, from choosing them to the printed key.
import assert from "node:assert/strict";
import { after, before, test } from "node:test";
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { temporaryFolder } from "../support/commands.mjs";
import { launch, start, violations, watch } from "../support/server.mjs";

let server, browser, context, page, complaints;

before(async () => {
  server = await start();
  browser = await launch();
  context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  complaints = watch(page, server.address);
});

after(async () => {
  await browser?.close();
  await server?.stop();
});

const saved = () => page.waitForFunction(() => document.getElementById("saved").textContent === "Saved" && !document.querySelector(".htmx-request"));
const card = () => page.locator(".card-line[open]");
const paper = () => page.locator("#pages").textContent();

const pdfText = async (kind) => {
  const folder = temporaryFolder();
  try {
    const file = join(folder.path, "paper.pdf");
    writeFileSync(file, await (await page.request.get(`${page.url().split("?")[0]}/${kind}.pdf`)).body());
    return execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  } finally {
    folder.remove();
  }
};

test("a section takes other scales, and the page, its instruction and its key follow", async () => {
  await page.goto(server.address);
  await page.getByRole("button", { name: "New sheet" }).click();
  await page.waitForURL("**/sheets/*");
  await page.locator(".card-line > summary").nth(1).click();
  await card().locator("input[value=harmonic-minor]").check({ force: true });
  await saved();
  await card().locator("input[value=major]").uncheck({ force: true });
  await saved();
  await page.waitForFunction(() => /harmonic minor, ascending/.test(document.getElementById("pages").textContent) && !/major, ascending/.test(document.getElementById("pages").textContent));
  await card().locator("summary", { hasText: "Modes of major" }).click();
  await card().locator("input[value=dorian]").check({ force: true });
  await page.waitForFunction(() => /Dorian, ascending/.test(document.getElementById("pages").textContent));
  const working = await pdfText("working");
  assert.match(working, /raise the 7th/);
  assert.match(working, /Parent: Dorian begins on the 2nd note of major/);
  assert.deepEqual(await violations(page), []);
});

test("the last scale cannot be taken away, and it is said at the scales", async () => {
  await card().locator("input[value=dorian]").uncheck({ force: true });
  await saved();
  await card().locator("input[value=harmonic-minor]").uncheck({ force: true });
  await page.waitForFunction(() => [...document.querySelectorAll("[id^=words-scales]")].some((words) => words.textContent === "Choose at least one scale."));
  assert.match(await paper(), /harmonic minor/);
  await card().locator("input[value=harmonic-minor]").check({ force: true });
});

test("every kind of question is offered in the order of the subject, and each makes a page and a key", async () => {
  await card().getByRole("button", { name: /^Kind of question/ }).click();
  const groups = await page.locator("#kinds section:visible > h3").allInnerTexts();
  assert.deepEqual(groups, ["Steps", "Scales", "Signatures and keys", "Degrees", "Modes", "Pentatonic, blues and others", "Intervals and chords", "Enharmonic and transposing", "Your own"]);
  const kinds = await page.locator("#kinds button[name=kind]").evaluateAll((all) => all.map((button) => [button.value, button.querySelector("span").textContent]));
  assert.equal(kinds.length, 64);
  assert.deepEqual(await violations(page), []);
  await page.keyboard.press("Escape");
  // Of each group one by hand; that every kind makes a page and a key is shown by the book of specimens below.
  const first = await page.locator("#kinds section").evaluateAll((sections) => sections.map((section) => section.querySelector("button[name=kind]")?.value));
  for (const [kind, name] of kinds.filter(([id]) => first.includes(id))) {
    await card().getByRole("button", { name: /^Kind of question/ }).click();
    await page.locator(`#kinds button[value="${kind}"]`).click();
    await page.waitForFunction((heading) => document.querySelector(".card-line[open] .section-name")?.textContent.trim() === heading, name);
    await saved();
    assert.ok((await paper()).includes(name), name);
  }
  assert.match(await pdfText("key"), /Your own questions/);
  assert.deepEqual(await violations(page), []);
  assert.deepEqual(complaints, []);
});

test("undo leads back through kinds and scales", async () => {
  await page.keyboard.press("Escape");
  const before = await paper();
  await page.locator("#undo").click();
  await page.waitForFunction((old) => document.getElementById("pages").textContent !== old, before);
  await page.reload();
  assert.notEqual(await paper(), before);
});

test("the specimen book shows every kind answered, and a kind can be set on a new sheet", async () => {
  await page.goto(`${server.address}/specimens`);
  const shown = await page.locator(".specimen").count();
  assert.equal(shown, 64);
  assert.equal(await page.locator(".specimen svg").count() >= shown, true);
  assert.deepEqual(await violations(page), []);
  await page.locator("#relative-key button").click();
  await page.waitForURL("**/sheets/*");
  assert.match(await paper(), /Name the relative key/);
  assert.equal(await page.inputValue("#title"), "Relative keys");
  assert.deepEqual(complaints, []);
});

test("a scale is found by what is typed, on the card and on the desk", async () => {
  await page.goto(server.address);
  await page.getByRole("button", { name: "New sheet" }).click();
  await page.waitForURL("**/sheets/*");
  await page.locator(".card-line > summary").nth(1).click();
  await card().getByLabel("Find a scale").fill("2 1 3 1 2 1 2");
  const found = card().locator(".found-scales input[value=dorian-sharp-4]");
  await found.waitFor({ state: "attached" });
  assert.deepEqual(await violations(page), []);
  await found.check({ force: true });
  await page.waitForFunction(() => /Dorian ♯4|Dorian #4/.test(document.getElementById("summary-1").textContent));
  // Nothing fits, and that is said.
  await card().getByLabel("Find a scale").fill("xylophone");
  await card().locator(".found-scales .hint").waitFor();
  await page.goto(server.address);
  await page.locator("#filter").fill("ukrainian dorian in G");
  await page.waitForFunction(() => document.querySelectorAll("#lists .sheet-card").length === 1);
});

test("where every question is asked, the card says that no example is left", async () => {
  await page.locator("#lists .sheet-card .sheet-open").first().click();
  await page.waitForURL("**/sheets/*");
  await page.locator(".card-line > summary").nth(1).click();
  await card().locator("[id^=scaffold-][value=model]").check({ force: true });
  await saved();
  assert.doesNotMatch(await page.locator("#example-1").textContent(), /no worked example/);
});
