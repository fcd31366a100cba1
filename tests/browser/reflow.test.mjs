// No screen scrolls sideways, from a phone to a wide desk; on a phone a finger has room.
import assert from "node:assert/strict";
import { test } from "node:test";
import { demoScreens } from "../support/screens.mjs";
import { launch } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite({ demo: true });

test("every screen fits at 320, 390, 768, 1280 and 1920 pixels", async () => {
  const address = at.server.address;
  const screens = await demoScreens(at.page, address);
  const wide = [];
  for (const width of [320, 390, 768, 1280, 1920]) {
    await at.page.setViewportSize({ width, height: 800 });
    for (const screen of screens) {
      await at.page.goto(address + screen);
      await at.page.waitForTimeout(100);
      const reach = await at.page.evaluate(() => document.documentElement.scrollWidth);
      if (reach > width) wide.push(`${screen} at ${width}: ${reach}`);
    }
  }
  assert.deepEqual(wide, []);
});

// WCAG 2.2, 2.5.5 (AAA) asks for 44 by 44; it is what a thumb hits.
test("on a phone buttons and fields are forty-four pixels tall", async () => {
  const address = at.server.address;
  await at.page.setViewportSize({ width: 390, height: 844 });
  for (const screen of await demoScreens(at.page, address)) {
    await at.page.goto(address + screen);
    await at.page.waitForTimeout(100);
    const low = await at.page.evaluate(() =>
      [...document.querySelectorAll(".btn, select, textarea, input:not([type=checkbox]):not([type=radio]):not([type=hidden])")]
        .filter((one) => one.checkVisibility({ visibilityProperty: true }) && one.getBoundingClientRect().height < 43.5)
        .map((one) => `${one.outerHTML.slice(0, 90)} ${one.getBoundingClientRect().height}`));
    assert.deepEqual(low, [], screen);
  }
});

// WCAG 2.2, 1.4.4: letters alone twice as large, as a reader sets them in the browser.
test("with letters of twice the size every screen still fits, and no words are cut", async () => {
  const browser = await launch(["--blink-settings=defaultFontSize=32,defaultFixedFontSize=26"]);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const address = at.server.address;
    for (const screen of await demoScreens(page, address)) {
      await page.goto(address + screen);
      await page.waitForTimeout(200);
      const seen = await page.evaluate(() => ({
        size: getComputedStyle(document.documentElement).fontSize,
        reach: document.documentElement.scrollWidth,
        cut: [...document.querySelectorAll("main *, header *")]
          .filter((one) => ["hidden", "clip"].includes(getComputedStyle(one).overflowX) && getComputedStyle(one).textOverflow !== "ellipsis")
          .filter((one) => one.textContent.trim() && one.clientWidth > 1 && one.scrollWidth > one.clientWidth + 2)
          .map((one) => one.outerHTML.slice(0, 90)),
      }));
      assert.deepEqual(seen, { size: "32px", reach: 1280, cut: [] }, screen);
    }
  } finally {
    await browser.close();
  }
});
