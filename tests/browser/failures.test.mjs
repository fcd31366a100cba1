// Whatever keeps an edit from being saved, the screen never says that it was, what was typed stays, and it can be sent again.
import assert from "node:assert/strict";
import { test } from "node:test";
import { suite } from "../support/suite.mjs";

const at = suite();
const saved = () => at.page.locator("#saved").textContent();

// Watches every word the page says of saving, so that a "Saved" that goes again is seen too.
const listen = () => at.page.evaluate(() => {
  window.said = [];
  new MutationObserver(() => window.said.push(document.getElementById("saved").textContent)).observe(document.getElementById("saved"), { childList: true, characterData: true, subtree: true });
});
const said = () => at.page.evaluate(() => window.said);
const isEdit = (url) => url.search.includes("handler=Edit");

const fails = async (answer) => {
  await at.newSheet();
  await listen();
  await at.page.route(isEdit, answer);
  await at.page.locator("#title").fill("Typed and not yet saved");
  await at.page.waitForFunction(() => document.getElementById("saved").textContent === "Not saved");
  await at.page.locator("#notice button[data-send-again]").waitFor();
  assert.ok(!(await said()).includes("Saved"), `${await said()}`);
  assert.equal(await at.page.locator("#title").inputValue(), "Typed and not yet saved");
  await at.page.unroute(isEdit);
  await at.page.locator("#notice button[data-send-again]").click();
  await at.page.waitForFunction(() => document.getElementById("saved").textContent === "Saved");
  await at.page.reload();
  assert.equal(await at.page.locator("#title").inputValue(), "Typed and not yet saved");
};

for (const status of [401, 403, 413, 422, 429, 500, 503]) {
  test(`an edit answered with ${status} by the program is not called saved`, async () => {
    await fails((route) => route.fulfill({ status, headers: { "X-Gavvet": "1", "HX-Reswap": "none" }, contentType: "text/html", body: "<div id=\"notice\" hx-swap-oob=\"true\" class=\"notice notice-problem\" role=\"alert\">Not saved. <button type=\"button\" data-send-again>Try again</button></div>" }));
    at.expected(status);
  });
}

for (const status of [200, 302, 401, 409, 500, 502]) {
  test(`an answer of ${status} that is not the program's own changes nothing on the page`, async () => {
    await fails((route) => route.fulfill({ status: status === 302 ? 200 : status, contentType: "text/html", body: "<!doctype html><title>Elsewhere</title><h1>Sign in to the network</h1>" }));
    assert.equal(await at.page.getByText("Sign in to the network").count(), 0);
    at.expected(status);
  });
}

test("an edit on a line that is cut is not called saved", async () => {
  await fails((route) => route.abort());
  at.expected("net::", "htmx:");
});

test("an edit that is never answered is not called saved", async () => {
  await at.newSheet();
  await at.page.evaluate(() => { htmx.config.timeout = 400; });
  await listen();
  await at.page.route(isEdit, () => {});
  await at.page.locator("#title").fill("Never answered");
  await at.page.waitForFunction(() => document.getElementById("saved").textContent === "Not saved");
  assert.ok(!(await said()).includes("Saved"));
  assert.match(await at.page.locator("#notice").textContent(), /does not answer/);
  at.expected("net::", "htmx:");
});

test("what was typed after the session ended is sent once someone signed in again in another window", async () => {
  await at.newSheet();
  await at.page.route(isEdit, (route) => route.fulfill({ status: 401, headers: { "X-Gavvet": "1", "HX-Reswap": "none" }, contentType: "text/html", body: "<div id=\"notice\" hx-swap-oob=\"true\" class=\"notice notice-problem\" role=\"alert\">Not saved: sign in.</div>" }));
  await at.page.locator("#title").fill("Typed after midnight");
  await at.page.waitForFunction(() => document.getElementById("saved").textContent === "Not saved");
  await at.page.locator("#card-sheet summary").click();
  await at.page.locator("#instructions").fill("And this too");
  await at.page.waitForTimeout(800);
  assert.equal(await saved(), "Not saved");
  await at.page.unroute(isEdit);
  const other = await at.page.context().newPage();
  await other.goto(`${at.server.address}/signed-in`);
  await at.page.waitForFunction(() => document.getElementById("saved").textContent === "Saved");
  await at.page.reload();
  assert.equal(await at.page.locator("#title").inputValue(), "Typed after midnight");
  assert.equal(await at.page.locator("#instructions").inputValue(), "And this too");
  at.expected(401);
});
