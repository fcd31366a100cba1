// The help: a page a screen, found by words.
import assert from "node:assert/strict";
import { after, before, test } from "node:test";
import { boxOf, launch, start, violations, watch } from "../support/server.mjs";

let server, browser, page, complaints;

before(async () => {
  server = await start({ demo: true });
  browser = await launch();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  complaints = watch(page, server.address);
});

after(async () => {
  await browser?.close();
  await server?.stop();
});

test("each screen leads to its own page with one key, and the pages are found by words", async () => {
  for (const [path, title] of [["/", "Desk"], ["/classes", "Classes"], ["/atlas/major/C", "Atlas"], ["/check", "Check"], ["/style", "House style"]]) {
    await page.goto(server.address + path);
    await Promise.all([page.waitForURL(/\/help\//), page.keyboard.press("0")]);
    assert.equal(await page.locator("h1").innerText(), title);
  }
  assert.deepEqual(await violations(page), []);
  await page.keyboard.press("f");
  await page.locator("#find").fill("seat name large");
  await page.waitForFunction(() => document.getElementById("help-found").dataset.for === "seat name large");
  assert.deepEqual(await page.locator("#help-found a").allInnerTexts(), ["Classes: Writing students in"]);
  await page.locator("#help-found a").click();
  await page.waitForURL(/\/help\/classes#writing-students-in/);
  await page.goto(server.address + "/help");
  assert.equal(await page.locator("h1").innerText(), "The week");
  await page.getByRole("button", { name: "Take the tour of the week" }).click();
  await page.waitForURL(server.address + "/");
  assert.match(await page.locator(".tour p").innerText(), /^1 of /);
  assert.deepEqual(complaints, []);
});

test("a sheet's actions wait on the sheet until the pointer or the keyboard comes to it", async () => {
  await page.goto(server.address);
  const card = page.locator(".sheet-card").nth(1);
  const actions = card.locator(".sheet-actions");
  const seen = () => actions.evaluate((one) => Number(getComputedStyle(one).opacity));
  await page.mouse.move(5, 5);
  assert.equal(await seen(), 0);
  await card.hover();
  assert.equal(await seen(), 1);
  const [picture, row] = [await boxOf(card.locator("img")), await boxOf(actions)];
  assert.ok(row.y >= picture.y && row.y + row.height <= picture.y + picture.height + 8, JSON.stringify([picture, row]));
  await page.mouse.move(5, 5);
  await card.locator(".sheet-open").focus();
  assert.equal(await seen(), 1);
});

test("a history of one state offers no comparison, and clef signs stand inside their buttons", async () => {
  await page.goto(server.address);
  await page.keyboard.press("n");
  await page.waitForURL(/\/sheets\//);
  const sheet = page.url().split("?")[0];
  await page.locator(".card-line > summary").nth(1).click();
  await page.locator(".card-line[open] .fifths-line").waitFor();
  // What is drawn of a sign is looked for on a picture of its button: no ink reaches the button's edge but its own line.
  for (const clef of ["treble", "bass", "alto", "tenor", "treble-8"]) {
    const [sign, button] = await page.locator(`.card-line[open] .clef-${clef}`).evaluate((one) => [one.getBoundingClientRect(), one.closest("span:not(.clef-sign)").getBoundingClientRect()].map((box) => ({ top: box.top, bottom: box.bottom })));
    assert.ok(sign.top >= button.top - 3 && sign.bottom <= button.bottom + 3, `${clef} ${JSON.stringify([sign, button])}`);
  }
  await page.goto(`${sheet}/history`);
  assert.equal(await page.getByRole("button", { name: "Compare the two chosen" }).count(), 0);
  assert.match(await page.locator("main").innerText(), /has not been changed yet/);
  assert.deepEqual(await violations(page), []);
  assert.deepEqual(complaints, []);
});
