import assert from "node:assert/strict";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { after, afterEach, before, beforeEach, test } from "node:test";
import { temporaryFolder } from "../support/commands.mjs";
import { launch, start, violations, watch } from "../support/server.mjs";

let server, browser, context, page, complaints, files;

before(async () => {
  server = await start({ demo: true });
  browser = await launch();
  context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  files = temporaryFolder();
});
after(async () => {
  await browser.close();
  await server.stop();
  files.remove();
});
beforeEach(async () => {
  page = await context.newPage();
  complaints = watch(page, server.address);
  await page.goto(server.address);
});
afterEach(async () => {
  for (const open of context.pages()) await open.close();
  assert.deepEqual(complaints, []);
});

test("the demo desk shows its sheets with their pictures, newest first", async () => {
  const cards = page.locator(".sheet-card");
  assert.ok((await cards.count()) >= 5);
  await page.waitForFunction(() => [...document.querySelectorAll(".sheet-card img")].every((image) => image.complete && image.naturalWidth > 100));
  const times = await page.locator("time").evaluateAll((all) => all.map((time) => time.dateTime));
  assert.deepEqual(times, times.toSorted().reverse());
  assert.deepEqual(await violations(page), []);
});

test("a deleted sheet comes back with undo, a duplicate stands beside its original", async () => {
  const before_ = await page.locator(".sheet-card").count();
  const title = await page.locator(".sheet-card h2").first().textContent();
  await page.getByRole("button", { name: `Delete ${title}` }).click();
  await page.getByText(`“${title}” is deleted.`).waitFor();
  assert.equal(await page.locator(".sheet-card").count(), before_ - 1);
  assert.deepEqual(await violations(page), []);
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByText("back on the desk").waitFor();
  assert.equal(await page.locator(".sheet-card").count(), before_);
  await page.getByRole("button", { name: `Duplicate ${title}` }).click();
  await page.getByRole("heading", { name: `${title} (copy)` }).waitFor();
  // The same by a key, for the sheet in focus.
  await page.getByRole("link", { name: `${title} (copy)` }).first().focus();
  await page.keyboard.press("Delete");
  await page.getByText(`“${title} (copy)” is deleted.`).waitFor();
  // What was deleted is gone and nothing is swapped any more: then the list names what stands there.
  await page.waitForFunction((count) => document.querySelectorAll(".sheet-card").length === count && !document.querySelector(".htmx-request, .htmx-swapping, .htmx-settling"), before_);
  await page.keyboard.press("?");
  await page.getByText("Delete, of the one in focus").waitFor();
});

test("a file that is no sheet is refused at its field; a recipe is brought in and opened", async () => {
  const recipe = { gavvet: 1, title: "Brought in", sections: [{ kind: "name-key", keys: { flats: 3, sharps: 3 }, clefs: ["alto"], count: 2 }] };
  const bring = async (content) => {
    const file = join(files.path, "sheet.json");
    writeFileSync(file, content);
    if (!(await page.locator("#file").isVisible())) await page.locator(".desk-more > summary").click();
    await page.locator("#file").setInputFiles(file);
    await page.getByRole("button", { name: "Bring in", exact: true }).click();
  };
  await bring("no json");
  await page.locator("#error-file", { hasText: "it is not JSON" }).waitFor();
  assert.equal(await page.locator("#file").inputValue(), "C:\\fakepath\\sheet.json");
  await bring(JSON.stringify({ ...recipe, gavvet: 2 }));
  await page.locator("#error-file", { hasText: "this one says 2" }).waitFor();
  await bring(JSON.stringify({ ...recipe, title: "x".repeat(10_000_000) }));
  await page.locator("#error-file", { hasText: "too large" }).waitFor();
  await bring(JSON.stringify({ ...recipe, sections: [{ ...recipe.sections[0], keys: { add: ["H"] } }] }));
  await page.locator("#error-file", { hasText: "“H” is not a note name" }).waitFor();
  assert.deepEqual(await violations(page), []);
  await bring(JSON.stringify(recipe));
  await page.waitForURL(/\/sheets\//);
  assert.equal(await page.locator("#title").inputValue(), "Brought in");
});

test("what is not there is said in words", async () => {
  await page.goto(`${server.address}/sheets/none`);
  await page.getByText("There is nothing at this address").waitFor();
  assert.deepEqual(await violations(page), []);
});
