// What the browser suites share: one server and browser, for each test a page as good as new in a browser that has been here
// before (opening another costs a third of a second), and the moves of a teacher.
import assert from "node:assert/strict";
import { after, afterEach, before, beforeEach } from "node:test";
import { launch, start, watch } from "./server.mjs";

const size = { width: 1280, height: 800 };

export const suite = (options = {}) => {
  const at = { server: null, browser: null, page: null };
  let context, complaints, expected;
  before(async () => {
    at.server = await start(options);
    at.browser = await launch();
    context = await at.browser.newContext({ viewport: size, acceptDownloads: true });
  });
  after(async () => {
    await at.browser.close();
    await at.server.stop();
  });
  beforeEach(async () => {
    if (!at.page || at.page.isClosed()) at.page = await context.newPage();
    complaints = watch(at.page, at.server.address);
    expected = [];
  });
  afterEach(async () => {
    // Only what the browser has fetched stays.
    for (const page of context.pages()) {
      if (page !== at.page) await page.close();
    }
    if (!at.page.isClosed()) {
      if (at.page.url().startsWith("http")) {
        await at.page.evaluate(() => {
          localStorage.clear();
          sessionStorage.clear();
        });
      }
      await at.page.unrouteAll({ behavior: "ignoreErrors" });
      // What is under way is cut off by leaving, which htmx complains of.
      at.page.removeAllListeners();
      await at.page.goto("about:blank");
      await at.page.setViewportSize(size);
      await at.page.emulateMedia({ media: null, colorScheme: null, forcedColors: null, reducedMotion: null });
    }
    await context.clearCookies();
    assert.deepEqual(complaints.filter((words) => !expected.some((part) => words.includes(part))), []);
  });
  // A test that provokes an answer or a cut line says so.
  at.expected = (...parts) => expected.push(...parts.map(String));
  at.newSheet = async () => {
    await at.page.goto(at.server.address);
    await at.page.getByRole("button", { name: "New sheet" }).click();
    await at.bench();
  };
  // A class with its list of students; its address.
  at.newClass = async (name, roster) => {
    await at.page.goto(`${at.server.address}/classes`);
    await at.page.locator("#name").fill(name);
    await at.page.keyboard.press("Enter");
    await at.page.waitForURL(/\/classes\/[0-9a-f]+$/);
    await at.page.locator("#students").fill(roster);
    await at.page.getByRole("button", { name: "Write them in" }).click();
    await at.page.locator(".student").first().waitFor();
    return at.page.url();
  };
  // A sheet's file brought in, and a printing of it for a class; its address.
  at.printFor = async (name, sheet, spares = 0) => {
    await at.page.goto(at.server.address);
    await at.page.locator(".desk-more > summary").click();
    await at.page.locator("#file").setInputFiles({ name: "quiz.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(sheet)) });
    await at.page.getByRole("button", { name: "Bring in", exact: true }).click();
    await at.bench();
    await at.page.goto(`${new URL(at.page.url()).origin}${new URL(at.page.url()).pathname}/print`);
    await at.page.locator("#group").selectOption({ label: await at.page.locator("#group option").filter({ hasText: name }).textContent() });
    await at.page.locator("#spares").fill(`${spares}`);
    await at.page.keyboard.press("Escape");
    await at.page.getByRole("button", { name: "Make the printing" }).click();
    await at.page.waitForURL(/\/printings\/[0-9a-f]+$/, { timeout: 60_000 });
    return at.page.url();
  };
  // The workbench is ready when the last of its scripts has run.
  at.bench = async () => {
    await at.page.waitForURL(/\/sheets\//);
    await at.page.locator("#coverage-panel[data-shown]").waitFor({ state: "attached" });
  };
  // An edit has arrived when the head that the page will send next has moved on.
  at.head = () => at.page.locator("#context input[name=head]").inputValue();
  at.edit = async (act) => {
    const seen = await at.head();
    await act();
    await at.page.waitForFunction((old) => document.querySelector("#context input[name=head]").value !== old, seen);
    await at.page.waitForFunction(() => document.getElementById("saved").textContent === "Saved");
    await at.settled();
  };
  // What an answer changes stands: nothing is asked for, swapped or settled any more, and it is painted.
  at.settled = () => at.page.waitForFunction(() => !document.querySelector(".htmx-request, .htmx-swapping, .htmx-settling") && new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve(true)))));
  at.prompts = async () => {
    await at.page.waitForFunction(() => !document.querySelector(".page.waiting"));
    return at.page.locator("svg g[aria-label^=Question]").evaluateAll((items) => items.map((item) => item.getAttribute("aria-label")));
  };
  return at;
};
