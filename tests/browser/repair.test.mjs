import assert from "node:assert/strict";
import { copyFileSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { launch, start, violations, watch } from "../support/server.mjs";

test("a start on a damaged database offers the copies and goes on with one", async () => {
  const first = await start();
  await (await fetch(first.address)).text();
  const browser = await launch();
  let second = null;
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true })).newPage();
    await page.goto(first.address);
    await page.getByRole("button", { name: "New sheet" }).click();
    await page.waitForURL(/\/sheets\//);
    const sheet = new URL(page.url()).pathname;
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.goto(`${first.address}/backup`).then(() => page.getByRole("link", { name: /Download a backup/ }).click()),
    ]);
    // The whole of the file is here before the server goes.
    const backup = await download.path();
    await first.stop("SIGKILL");
    mkdirSync(join(first.path, "copies"), { recursive: true });
    copyFileSync(backup, join(first.path, "copies", "2026-03-02.gavvet"));
    for (const file of readdirSync(first.path).filter((name) => name.startsWith("gavvet.db"))) writeFileSync(join(first.path, file), "this is no database, and it is long enough to look like the head of one");

    second = await start({ data: first.path });
    const complaints = watch(page, second.address);
    const answer = await page.goto(`${second.address}${sheet}`);
    assert.equal(answer.status(), 503);
    await page.getByRole("heading", { name: "The database is damaged" }).waitFor();
    assert.deepEqual(await violations(page), []);
    // A post without the page's own word does nothing.
    const foreign = await page.request.post(second.address, { form: { copy: "2026-03-02" }, headers: { Origin: second.address } });
    assert.equal(foreign.status(), 403);
    await page.getByRole("button", { name: /Put the copy of/ }).click();
    await page.getByText("The copy is in its place").waitFor();
    for (let tries = 0; tries < 40 && !(await fetch(second.address + sheet).catch(() => null))?.ok; tries += 1) await new Promise((resolve) => setTimeout(resolve, 250));
    await page.goto(second.address + sheet);
    assert.equal(await page.locator("#title").inputValue(), "Major scales");
    assert.ok(readdirSync(first.path).some((name) => /^damaged-.*\.db$/.test(name)));
    // The page is refused by the damaged start, and for a moment nobody listens at all.
    assert.deepEqual(complaints.filter((words) => !/503|ERR_CONNECTION_REFUSED/.test(words)), []);
  } finally {
    await browser.close();
    await second?.stop();
    first.forget();
  }
});
