// What a section asks and how, versions, parts and the print room, as a teacher sets them on the screen.
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
  page.setDefaultTimeout(30_000);
  complaints = watch(page, server.address);
});

after(async () => {
  await browser?.close();
  await server?.stop();
});

const head = () => page.locator("#context input[name=head]").inputValue();
const after_ = async (act) => {
  const seen = await head();
  await act();
  await page.waitForFunction((old) => document.querySelector("#context input[name=head]").value !== old, seen);
  await page.waitForFunction(() => document.getElementById("saved").textContent === "Saved" && !document.querySelector(".htmx-request"));
};
const card = () => page.locator(".card-line[open]");
// Pages out of sight come when the teacher pauses.
const paper = async () => {
  await page.waitForFunction(() => !document.querySelector(".page.waiting"));
  return page.locator("#pages").textContent();
};
// The label is what a teacher clicks; the browser waits until it stands still.
const press = (name, value) => card().locator(`label:has(input[name="${name}"][value="${value}"])`).click();
const choose = (name, value) => after_(() => press(name, value));
const address = () => page.url().split("?")[0];

test("a kind is chosen by its picture, filtered by typing", async () => {
  await page.goto(server.address);
  await page.getByRole("button", { name: "New sheet" }).click();
  await page.waitForURL("**/sheets/*");
  await page.keyboard.press("a");
  await page.locator("#kinds[open]").waitFor();
  await page.waitForFunction(() => [...document.querySelectorAll(".kind-choice img")].slice(0, 8).every((image) => image.complete && image.naturalWidth > 0));
  assert.equal(await page.locator(".kind-choice[name=kind]").count(), 64);
  assert.deepEqual(await violations(page), []);
  await page.locator("#kinds-filter").fill("relative k");
  assert.equal(await page.locator(".kind-choice[name=kind]:visible").count(), 1);
  await after_(() => page.keyboard.press("Enter"));
  await page.waitForFunction(() => !document.getElementById("kinds").open);
  assert.match(await paper(), /Relative keys/);
});

test("answers are chosen, matched or called true or false, and the key ticks the right one", async () => {
  await page.locator(".card-line[open] .fifths-line").waitFor();
  await choose("answer-form", "choice");
  assert.match(await paper(), /Mark the ?right ?answer/);
  await choose("answer-form", "matching");
  assert.match(await paper(), /Write the ?letter ?of ?the ?answer ?from ?the ?list/);
  await choose("answer-form", "true-false");
  assert.match(await paper(), /True/);
  assert.deepEqual(await violations(page), []);
});

test("heading, marks, octaves and help go onto the paper", async () => {
  await page.locator(".card-line > summary").nth(1).click();
  await page.locator(".card-line[open] .fifths-line").waitFor();
  await choose("octaves", "2");
  await choose("writeWith", "signature");
  await choose("scaffold", "signature");
  await after_(() => card().locator("input[name=heading]").fill("Two octaves, hands together"));
  await after_(async () => {
    await card().locator("input[name=marks]").fill("3");
    await page.keyboard.press("Tab");
  });
  const text = await paper();
  assert.match(text, /Two octaves, hands together/);
  assert.match(text, /\/ 3/);
  assert.match(text, /\/ 16/); // four questions of three marks and four of one
  // Without a signature there is none to give: the help goes, and nothing else is lost.
  await choose("writeWith", "accidentals");
  assert.equal(await card().locator("input[name=scaffold]:checked").inputValue(), "blank");
});

test("what cannot be is said at its field", async () => {
  const seen = await head();
  await press("scaffold", "signature");
  await page.waitForFunction(() => [...document.querySelectorAll("[id^=words-scaffold]")].some((words) => /Write with a signature/.test(words.textContent)));
  assert.equal(await head(), seen);
});

test("questions of the teacher's own are written, added, and set on a staff", async () => {
  await page.locator("#add-kind").selectOption("free-text");
  await after_(() => page.locator("#add-section").click());
  await page.locator(".own-question").waitFor();
  await after_(() => page.locator(".own-question input[name=prompt]").first().fill("Write a bar of rest"));
  await after_(() => page.getByRole("button", { name: "Another question" }).click());
  assert.equal(await page.locator(".own-question").count(), 2);
  await after_(() => page.locator(".own-question select").nth(1).selectOption("bass"));
  const text = await paper();
  assert.match(text, /Write a bar of rest/);
  assert.match(text, /Another question/);
  await after_(() => page.getByRole("button", { name: "Remove question 2" }).click());
  assert.equal(await page.locator(".own-question").count(), 1);
  assert.deepEqual(await violations(page), []);
});

test("the house style of a sheet changes its words", async () => {
  await page.locator(".card-line > summary").first().click();
  await after_(() => page.locator("#houseStyle").selectOption("tones"));
  assert.match(await paper(), /semibreves/);
});

test("a page is set for an exam, with the time allowed refused in words where it is none", async () => {
  await page.goto(address());
  await page.locator(".card-line > summary").first().click();
  assert.equal(await page.locator("#minutes").isVisible(), false);
  await after_(() => page.locator("#pageStyle").selectOption("exam"));
  assert.match(await paper(), /Candidate number/);
  await after_(async () => { await page.locator("#minutes").fill("45"); await page.locator("#minutes").press("Enter"); });
  assert.match(await paper(), /45 minutes/);
  await page.locator("#minutes").fill("soon");
  await page.locator("#minutes").press("Enter");
  await page.waitForFunction(() => document.getElementById("words-minutes").textContent.includes("in minutes, from 1 to 300"));
  assert.equal(await page.inputValue("#minutes"), "soon");
  assert.deepEqual(await violations(page), []);
  await page.locator("#minutes").fill("");
  await after_(() => page.locator("#pageStyle").selectOption("lesson"));
  assert.doesNotMatch(await paper(), /Candidate number/);
});

test("the print room deals versions and parts into piles, and all of it into one ZIP", async () => {
  await page.goto(`${address()}/print`);
  assert.match(await page.locator("#words-versions").textContent(), /can carry .+ without a question that comes twice/);
  assert.deepEqual(await violations(page), []);
  await page.locator("#versions").fill("2");
  await Promise.all([page.waitForNavigation(), page.keyboard.press("Enter")]);
  await Promise.all([page.waitForNavigation(), page.locator("input[value=piccolo]").check({ force: true })]);
  await Promise.all([page.waitForNavigation(), page.locator("input[value=keyboard]").check({ force: true })]);
  const piles = await page.locator(".paper-pile .hint").allTextContents();
  assert.deepEqual(piles, ["student-A-keyboard.pdf", "student-A-piccolo.pdf", "student-B-keyboard.pdf", "student-B-piccolo.pdf", "key-A-keyboard.pdf", "key-A-piccolo.pdf", "key-B-keyboard.pdf", "key-B-piccolo.pdf", "key-short.pdf", "key-working.pdf"]);
  assert.deepEqual(await violations(page), []);
  const folder = temporaryFolder();
  try {
    const zip = join(folder.path, "all.zip");
    writeFileSync(zip, await (await page.request.get(`${address().replace(/\/print$/, "")}/everything.zip`)).body());
    const listed = execFileSync("python3", ["-c", "import sys,zipfile;z=zipfile.ZipFile(sys.argv[1]);assert z.testzip() is None;print('\\n'.join(z.namelist()))", zip], { encoding: "utf8" }).trim().split("\n");
    for (const pile of piles) assert.ok(listed.includes(pile), pile);
    for (const file of ["key.musicxml", "items.csv", "items.json", "recipe.json", "scales-B-piccolo.mid"]) assert.ok(listed.includes(file), file);
    const pdf = join(folder.path, "pile.pdf");
    writeFileSync(pdf, await (await page.request.get(`${address().replace(/\/print$/, "")}/piles/student-B-piccolo.pdf`)).body());
    assert.match(execFileSync("pdftotext", ["-layout", pdf, "-"], { encoding: "utf8" }), /Version B · Piccolo/);
  } finally {
    folder.remove();
  }
  assert.deepEqual(complaints, []);
});

test("more versions than there are letters are refused at the field", async () => {
  await page.locator("#versions").evaluate((input) => { input.removeAttribute("max"); input.value = "40"; });
  await page.locator("#versions").evaluate((input) => input.form.requestSubmit());
  await page.locator("#words-versions.field-error").waitFor();
  assert.match(await page.locator("#words-versions").textContent(), /from 1 to 26 versions/);
  assert.deepEqual(complaints, []);
});
