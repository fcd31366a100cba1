import assert from "node:assert/strict";
import { test } from "node:test";
import { launch, start, watch } from "../support/server.mjs";

test("a killed server loses nothing it said was saved, and a restart shows it", async () => {
  const first = await start();
  const browser = await launch();
  try {
    const page = await browser.newPage();
    const complaints = watch(page, first.address);
    await page.goto(first.address);
    await page.getByRole("button", { name: "New sheet" }).click();
    await page.waitForURL(/\/sheets\//);
    const sheet = new URL(page.url()).pathname;
    await page.locator("#title").fill("Saved before the kill");
    await page.waitForFunction(() => document.querySelector("#context input[name=head]").value !== "0-1" && document.getElementById("saved").textContent === "Saved");
    assert.deepEqual(complaints, []);
    await first.stop("SIGKILL");

    // Without a server, typing is kept and the page says so.
    await page.locator("#title").fill("Typed while it was away");
    await page.getByText("What you typed is still here").waitFor();
    assert.equal(await page.locator("#title").inputValue(), "Typed while it was away");

    const second = await start({ data: first.path });
    try {
      await page.goto(second.address + sheet);
      assert.equal(await page.locator("#title").inputValue(), "Saved before the kill");
      await page.locator("#undo").click();
      await page.waitForFunction(() => document.getElementById("title").value === "Major scales");
    } finally {
      await second.stop();
    }
  } finally {
    await browser.close();
    first.forget();
  }
});
