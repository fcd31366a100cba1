import assert from "node:assert/strict";
import { test } from "node:test";
import { launch, start, violations } from "../support/server.mjs";

test("on a dark desk every screen keeps its contrast, and the paper stays white", async () => {
  const server = await start({ demo: true });
  const browser = await launch();
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: "dark", reducedMotion: "reduce" });
    const page = await context.newPage();
    await page.goto(server.address);
    const sheet = new URL(await page.locator(".sheet-open").first().getAttribute("href"), server.address).pathname;
    const paths = ["/", "/?show=library", sheet, `${sheet}/print`, `${sheet}/history`, "/style", "/specimens", "/atlas/dorian/D", "/compare", "/check", "/backup"];
    for (const path of paths) {
      await page.goto(server.address + path);
      await page.waitForLoadState();
      // Only colors differ from the light desk, where the other screens are looked through by every rule.
      assert.deepEqual(await violations(page, path === "/?show=library" ? null : ["color-contrast"]), [], path);
    }
    await page.goto(server.address + sheet);
    await page.locator("#line-1").click();
    await page.locator(".fifths-line").waitFor();
    assert.deepEqual(await violations(page, ["color-contrast"]), []);
    assert.equal(await page.locator(".page").first().evaluate((paper) => getComputedStyle(paper).backgroundColor), "rgb(255, 253, 248)");
    assert.equal(await page.evaluate(() => document.getAnimations().length), 0);
  } finally {
    await browser.close();
    await server.stop();
  }
});
