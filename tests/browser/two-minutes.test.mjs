import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();

test("from the desk to the PDF of a sheet of four sections in two versions in at most 25 actions", async (context) => {
  await at.page.goto(at.server.address);
  await at.page.waitForLoadState();
  // Each key press or click is one action, a typed word is one.
  let actions = 0;
  const press = (key) => { actions += 1; return at.page.keyboard.press(key); };
  const type = (word) => { actions += 1; return at.page.keyboard.type(word); };
  const click = (locator) => { actions += 1; return locator.click(); };
  await press("n");
  await at.bench();
  for (const word of ["signature", "relative", "degree"]) {
    await press("a");
    await type(word);
    await at.edit(() => press("Enter"));
  }
  await press("Escape");
  await press("p");
  await at.page.waitForURL(/\/print(\?|$)/);
  await at.page.waitForLoadState();
  await click(at.page.locator("#versions"));
  await press("Control+a");
  await type("2");
  await Promise.all([at.page.waitForNavigation(), press("Enter")]);
  await at.page.waitForLoadState();
  await click(at.page.getByRole("button", { name: "Make the printing" }));
  await at.page.waitForURL(/\/printings\//);
  const [download] = await Promise.all([at.page.waitForEvent("download"), click(at.page.getByRole("link", { name: "student-B.pdf" }))]);
  const text = execFileSync("pdftotext", ["-layout", await download.path(), "-"], { encoding: "utf8" });
  assert.match(text, /Version B/);
  assert.match(text, /\b1\. [\s\S]*\b16\. /);
  assert.ok(actions <= 25, `${actions} actions`);
  context.diagnostic(`note: ${actions} actions from the desk to the PDF`);
});

test("a sheet is made and read by keyboard alone, from the text outline", async () => {
  await at.page.goto(at.server.address);
  await at.page.waitForLoadState();
  await at.page.keyboard.press("n");
  await at.bench();
  await at.page.keyboard.press("o");
  await at.page.locator("#outline").waitFor();
  await at.page.keyboard.press("n");
  await at.page.keyboard.press("n");
  await at.page.locator(".card-line[open] .fifths-line").waitFor();
  assert.equal(await at.page.evaluate(() => document.activeElement.id), "line-1");
  for (let i = 0; i < 60 && !(await at.page.evaluate(() => document.activeElement.matches(".fifths-line input"))); i += 1) await at.page.keyboard.press("Tab");
  await at.page.keyboard.press("End");
  await at.edit(() => at.page.keyboard.press("Space"));
  const outline = await at.page.locator("#outline").innerText();
  assert.match(outline, /Answer: /);
  assert.equal((outline.match(/Treble clef; an empty staff to write on/g) ?? []).length, 4);
  assert.deepEqual(await violations(at.page), []);
});

test("every control with a key says so in its tooltip and stands in the list of shortcuts", async () => {
  for (const path of ["/", "/atlas", "/check", "/specimens", "/style", "/backup"]) {
    await at.page.goto(at.server.address + path);
    await at.page.waitForLoadState();
    const untold = await at.page.locator("[data-key]").evaluateAll((controls) => controls.filter((control) => !control.title.toUpperCase().includes(`(${control.dataset.key.toUpperCase()})`)).map((control) => control.outerHTML));
    assert.deepEqual(untold, [], path);
    await at.page.keyboard.press("?");
    await at.page.locator("#keys-list kbd").first().waitFor();
    const keys = await at.page.locator("#keys-list kbd").allInnerTexts();
    for (const key of await at.page.locator("[data-key]").evaluateAll((controls) => controls.map((control) => control.dataset.key))) assert.ok(keys.includes(key[0].toUpperCase() + key.slice(1)), `${path} ${key}`);
    assert.deepEqual(await violations(at.page), []);
    await at.page.keyboard.press("Escape");
  }
});

test("the scripts of the largest screen are under 80 KB compressed, and the screens need no sideways scroll", async () => {
  await at.newSheet();
  await at.page.locator("#line-1").click();
  await at.page.locator(".fifths-line").waitFor();
  const scripts = await at.page.evaluate(() => [...document.scripts].map((script) => script.src));
  const { brotliCompressSync } = await import("node:zlib");
  const bytes = (await Promise.all(scripts.map(async (address) => brotliCompressSync(await (await at.page.request.get(address)).body()).length))).reduce((sum, size) => sum + size, 0);
  assert.ok(bytes < 80 * 1024, `${bytes} bytes`);
  const sheet = new URL(at.page.url()).pathname;
  await at.edit(() => at.page.locator("#title").fill("Theory class: five to seven sharps and flats, in all clefs"));
  for (const width of [1280, 820, 640]) {
    await at.page.setViewportSize({ width, height: 800 });
    for (const path of [sheet, "/", "/style", "/backup"]) {
      await at.page.goto(at.server.address + path);
      await at.page.waitForLoadState();
      assert.ok(await at.page.evaluate(() => document.documentElement.scrollWidth <= innerWidth), `${path} at ${width}`);
      // A title of usual length is never cut.
      if (path === sheet && width > 640) assert.ok(await at.page.locator("#title").evaluate((title) => title.scrollWidth <= title.clientWidth), `the title at ${width}`);
    }
  }
});
