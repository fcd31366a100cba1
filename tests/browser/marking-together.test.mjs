// What happens to what was entered when the server, the session or another window come between.
import assert from "node:assert/strict";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const recipe = { gavvet: 1, seed: 5, title: "Thornbury quiz", sections: [{ kind: "write-scale", scales: ["major"], count: 8, marks: 4 }] };

let count = 0;
const opened = async () => {
  count += 1;
  await at.newClass(`Thornbury ${count}`, "Mira\nBo");
  const printing = await at.printFor(`Thornbury ${count}`, { ...recipe, title: `Thornbury quiz ${count}` });
  await open(at.page, printing);
  return printing;
};
const open = async (page, printing) => {
  await page.goto(`${printing}/mark`);
  await page.locator(".marking-body[data-shown]").waitFor();
};
const said = (page = at.page) => page.locator("#marking-saved").textContent();
// A key waits a moment until it is known to be a hand's, and what was said before must not be taken for its answer.
const saved = async (page = at.page) => {
  await page.waitForTimeout(150);
  await page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Saved");
};
const isMark = (url) => url.search.includes("handler=Mark");
const notice = (page, words) => page.locator("#notice").filter({ hasText: words }).waitFor();
const itemOf = (page, number) => page.locator("#item-line button").nth(number - 1);

test("whatever the server answers, nothing that was entered is let go or called saved", async () => {
  const printing = await opened();
  at.page.on("dialog", (dialog) => dialog.accept());
  let kept = 0;
  for (const [status, words] of [[401, "not signed in any more"], [403, "another site’s"], [404, "not there any more"], [413, "more than the program takes"], [429, "Much is being done"], [500, "does not answer"]]) {
    at.expected(status);
    await at.page.route(isMark, (route) => route.fulfill({ status, headers: { "X-Gavvet": "1" }, contentType: "text/html", body: "<p>No</p>" }));
    await at.page.evaluate(() => {
      window.words = [];
      new MutationObserver(() => window.words.push(document.getElementById("marking-saved").textContent)).observe(document.getElementById("marking-saved"), { childList: true });
    });
    for (const key of ["r", "x"]) await at.page.keyboard.press(key);
    await notice(at.page, words);
    assert.equal(await said(), "2 not saved", `${status}`);
    assert.ok(!(await at.page.evaluate(() => window.words)).includes("Saved"), `${status}`);
    assert.equal(await at.page.locator("#notice a[href^='/sign-in']").count(), status === 401 ? 1 : 0);
    if (status === 401) assert.deepEqual(await violations(at.page), []);
    // Over a page loaded anew too.
    await at.page.reload();
    await notice(at.page, words);
    assert.equal(await said(), "2 not saved", `${status}`);
    await at.page.unroute(isMark);
    // Signed in again in another window, or asked for here: it is sent at once.
    if (status === 401) await at.page.evaluate(() => new BroadcastChannel("gavvet-signed-in").postMessage("signed in"));
    else await at.page.locator("#notice button").filter({ hasText: "Send it now" }).click();
    await saved();
    kept += 2;
    assert.equal((await (await at.page.request.get(`${printing}/mark?handler=Data`)).json()).markings.length, kept, `${status}`);
  }
});

test("an answer that cannot be read is not called saved until something else is said of it", async () => {
  await opened();
  await at.page.locator("#written").fill("H♯♯♯ nonsense");
  await at.page.locator("#written").press("Control+Enter");
  await at.page.waitForFunction(() => document.getElementById("written-problem").textContent !== "");
  at.expected(422);
  assert.equal(await said(), "1 not saved: item 1 of paper 1");
  assert.match(await at.page.locator("#written").inputValue(), /nonsense/);
  // It waits there while others are marked.
  await at.page.locator("#written").press("Escape");
  await itemOf(at.page, 2).click();
  assert.equal(await at.page.locator("#written").inputValue(), "");
  await at.page.keyboard.press("r");
  await at.page.waitForFunction(() => document.querySelectorAll("#item-line .note-correct").length === 1);
  assert.equal(await said(), "1 not saved: item 1 of paper 1");
  await itemOf(at.page, 1).click();
  assert.match(await at.page.locator("#written").inputValue(), /nonsense/);
  assert.notEqual(await at.page.locator("#written-problem").textContent(), "");
  await at.page.locator("#written").fill("");
  await saved();
});

test("a correction that is refused leaves the mark that was there", async () => {
  const printing = await opened();
  await at.page.keyboard.press("r");
  await saved();
  await itemOf(at.page, 1).click();
  at.expected(422);
  await at.page.locator("#written").fill("H♯♯♯ nonsense");
  await at.page.locator("#written").press("Control+Enter");
  await at.page.waitForFunction(() => document.getElementById("written-problem").textContent !== "");
  // The item stands as it was marked, here and on the server, and the teacher is where it was refused.
  assert.match(await itemOf(at.page, 1).getAttribute("aria-label"), /Item 1, (right|correct)/i);
  assert.equal(await itemOf(at.page, 1).getAttribute("aria-current"), "true");
  const { markings } = await (await at.page.request.get(`${printing}/mark?handler=Data`)).json();
  assert.deepEqual(markings.map(({ item, marking }) => [item, marking.marks]), [[1, 4]]);
  await at.page.locator("#written").fill("");
  await saved();
});

test("two windows on one item see each other's mark before one writes over it", async () => {
  const printing = await opened();
  const other = await at.page.context().newPage();
  await open(other, printing);
  await other.keyboard.press("r");
  await saved(other);
  at.expected(409);
  // This window still shows the item as open, and says it is wrong; the next one is not marked by anyone else.
  await at.page.keyboard.press("x");
  await notice(at.page, "Item 1 of paper 1 was marked in another window meanwhile: Right, 4 of 4. You entered: Not right.");
  assert.equal(await said(), "1 not saved");
  assert.match(await itemOf(at.page, 1).getAttribute("class"), /note-correct/);
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "Leave it as it is" }).click();
  await saved();
  await at.page.keyboard.press("x");
  await saved();
  await other.reload();
  await other.locator(".marking-body[data-shown]").waitFor();
  assert.match(await itemOf(other, 1).getAttribute("class"), /note-correct/);
  // And once more, the other way: mine is put in its place.
  await itemOf(other, 3).click();
  await other.keyboard.press("r");
  await saved(other);
  await itemOf(at.page, 3).click();
  await at.page.keyboard.press("b");
  await notice(at.page, "You entered: Left empty.");
  await at.page.reload();
  await notice(at.page, "You entered: Left empty.");
  at.page.on("dialog", (dialog) => dialog.accept());
  await at.page.getByRole("button", { name: "Put mine in its place" }).click();
  await saved();
  await other.reload();
  await other.locator(".marking-body[data-shown]").waitFor();
  assert.match(await itemOf(other, 3).getAttribute("class"), /note-blank/);
});

test("U takes back what this window entered, and nothing of another's", async () => {
  const printing = await opened();
  await at.page.keyboard.press("r");
  await saved();
  const other = await at.page.context().newPage();
  await open(other, printing);
  await other.keyboard.press("x");
  await saved(other);
  await at.page.keyboard.press("u");
  await at.page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Taken back");
  await at.page.keyboard.press("u");
  await at.page.waitForFunction(() => document.getElementById("marking-saved").textContent.startsWith("There is nothing"));
  await other.reload();
  await other.locator(".marking-body[data-shown]").waitFor();
  assert.match(await itemOf(other, 1).getAttribute("class"), /note-open/);
  assert.match(await itemOf(other, 2).getAttribute("class"), /note-wrong/);
  // What another window has marked since is not taken back, but shown.
  await itemOf(other, 2).click();
  await other.keyboard.press("u");
  await other.waitForFunction(() => document.getElementById("marking-saved").textContent === "Taken back");
});

test("the same entry sent twice, because its confirmation was lost, is one marking", async () => {
  const printing = await opened();
  at.expected("net::ERR", "Failed to load");
  let lost = 0;
  await at.page.route(isMark, async (route) => {
    lost += 1;
    if (lost > 1) return route.continue();
    await route.fetch();
    await route.abort();
  });
  await at.page.keyboard.press("r");
  for (let tries = 0; tries < 200 && lost < 2; tries += 1) await at.page.waitForTimeout(50);
  await saved();
  assert.equal(lost, 2);
  assert.equal(await at.page.getByText("in another window").count(), 0);
  const data = await (await at.page.request.get(`${printing}/mark?handler=Data`)).json();
  assert.equal(data.markings.length, 1);
});

test("the rest is right by one key, a remark goes with whatever decides, and hidden names stay hidden", async () => {
  const printing = await opened();
  await at.page.keyboard.press("h");
  await at.page.keyboard.press("k");
  await at.page.keyboard.type("Mind the clef");
  await at.page.keyboard.press("Escape");
  await at.page.locator("#item-title").click();
  await at.page.keyboard.press("x");
  await saved();
  await at.page.keyboard.press("e");
  await saved();
  const { markings, papers } = await (await at.page.request.get(`${printing}/mark?handler=Data`)).json();
  assert.equal(markings.length, 8);
  assert.deepEqual(markings.map((one) => [one.copy, one.marking.verdict]).filter(([copy]) => copy === papers[0].number).length, 8);
  assert.equal(markings.filter((one) => one.marking.verdict === "correct").length, 7);
  assert.equal(markings.find((one) => one.item === 1).marking.remark, "Mind the clef");
  await open(at.page, printing);
  assert.match(await at.page.locator("#who").textContent(), /^Paper/);
  assert.equal(await at.page.locator("#hide-names").getAttribute("aria-pressed"), "true");
});

test("what a closed window could not send is sent by the next one", async () => {
  const printing = await opened();
  const other = await at.page.context().newPage();
  await open(other, printing);
  await other.route(isMark, (route) => route.abort());
  await other.keyboard.press("r");
  await other.waitForFunction(() => document.getElementById("marking-saved").textContent === "1 not saved");
  await other.close({ runBeforeUnload: false });
  assert.equal((await (await at.page.request.get(`${printing}/mark?handler=Data`)).json()).markings.length, 0);
  const next = await at.page.context().newPage();
  await open(next, printing);
  await saved(next);
  assert.equal((await (await at.page.request.get(`${printing}/mark?handler=Data`)).json()).markings.length, 1);
  assert.equal(await next.evaluate(() => Object.values(localStorage).filter((kept) => /Mira|Bo/.test(kept)).length), 0);
  await next.close();
});
